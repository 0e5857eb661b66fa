<!-- How a family is spread in what is counted or measured, beside its parents. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import { distributionOf } from '@virgulta/core/offspring/distribution'
import { shortNumber } from '@virgulta/core/offspring/summaryWords'
import type { Trait } from '@virgulta/core/offspring/trait'
import type { Plant } from '@virgulta/core/plants/plant'
import { max } from 'd3-array'
import { scaleLinear } from 'd3-scale'
import type { FamilyPage } from '#shared/offspring'

const { family, plants, trait } = defineProps<{ family: FamilyPage; plants: Plant[]; trait: Trait }>()
const garden = useGardenStore()
const told = computed(() =>
  distributionOf(
    plants,
    { seedParent: family.seedParent, pollenParent: family.pollenParent },
    trait,
    garden.half,
  ),
)
const unit = computed(() => (trait.scale === 'measure' ? ` ${trait.unit}` : ''))
const [HEIGHT, FOOT, TOP, NARROWEST] = [230, 24, 52, 280]
const box = ref<HTMLElement | null>(null)
const { width: boxWidth } = useElementSize(box)
/** Drawn as wide as there is room, so that its words stay as large as all others. */
const width = computed(() => Math.max(NARROWEST, boxWidth.value))
const x = computed(() =>
  scaleLinear([told.value!.bars[0]!.from, told.value!.bars.at(-1)!.to], [10, width.value - 10]),
)
const y = computed(() => scaleLinear([0, max(told.value!.bars, b => b.plants)!], [HEIGHT - FOOT, TOP]))
const parents = computed(() =>
  [
    { sign: '♀', name: family.seedParent.name, at: told.value!.parents.seedParent, row: 12 },
    { sign: '♂', name: family.pollenParent?.name ?? '', at: told.value!.parents.pollenParent, row: 28 },
  ].flatMap(one => (one.at === null ? [] : [{ ...one, at: one.at }])),
)
/** What goes beyond both parents, in a sentence for each side. */
const beyond = computed(() =>
  (['above', 'below'] as const).flatMap(side => {
    const found = told.value?.beyond?.[side]
    if (!found?.measured) return []
    return [
      `${counted(found.measured, 'plant')} ${found.measured === 1 ? 'measures' : 'measure'} ${side === 'above' ? 'more' : 'less'} than both parents; by how true a look is, about ${Math.round(found.expected)} of the family truly ${Math.round(found.expected) === 1 ? 'is' : 'are'}.`,
    ]
  }),
)
</script>

<template>
  <PaperSheet heading="What the family says">
    <p v-if="!told" class="quiet">No plant is scored for {{ trait.name }} yet.</p>
    <div v-else class="sides">
      <figure ref="box">
        <svg
          :width="width"
          :height="HEIGHT"
          role="img"
          :aria-label="`${trait.name} of ${counted(told.measured, 'plant')}, from ${shortNumber(told.bars[0]!.from)} to ${shortNumber(told.bars.at(-1)!.to)}${unit}`"
        >
          <g v-for="bar in told.bars" :key="bar.from">
            <rect
              v-if="bar.plants"
              :x="x(bar.from) + 1"
              :y="y(bar.plants)"
              :width="x(bar.to) - x(bar.from) - 2"
              :height="HEIGHT - FOOT - y(bar.plants)"
              class="bar"
            />
            <text v-if="bar.plants" :x="x((bar.from + bar.to) / 2)" :y="y(bar.plants) - 4" class="count">
              {{ bar.plants }}
            </text>
          </g>
          <line :x1="10" :x2="width - 10" :y1="HEIGHT - FOOT" :y2="HEIGHT - FOOT" class="axis" />
          <text v-for="tick in x.ticks(8)" :key="tick" :x="x(tick)" :y="HEIGHT - 6" class="tick">
            {{ shortNumber(tick) }}
          </text>
          <g v-for="one in parents" :key="one.sign">
            <line :x1="x(one.at)" :x2="x(one.at)" :y1="one.row + 4" :y2="HEIGHT - FOOT" class="parent" />
            <text
              :x="x(one.at) + (x(one.at) > width / 2 ? -4 : 4)"
              :y="one.row"
              :text-anchor="x(one.at) > width / 2 ? 'end' : 'start'"
              class="name"
            >
              {{ one.sign }} {{ one.name }} {{ shortNumber(one.at) }}
            </text>
          </g>
        </svg>
      </figure>
      <div class="stack">
        <p>
          {{ counted(told.measured, 'plant') }} with a mean of
          <strong>{{ shortNumber(told.mean) }}{{ unit }}</strong
          >{{ ' ' }}
          <span class="quiet">
            ({{ shortNumber(told.mean - told.meanHalf) }} to
            {{ shortNumber(told.mean + told.meanHalf) }})</span
          >; they differ by {{ shortNumber(told.deviation) }}{{ unit }} (standard deviation).
        </p>
        <p v-for="sentence in beyond" :key="sentence">{{ sentence }}</p>
        <p v-if="told.beyond && !beyond.length">No plant goes beyond both of its parents.</p>
        <p v-if="!told.beyond" class="quiet">
          Score both parents for {{ trait.name }}, and it shows which plants go beyond them.
        </p>
        <p v-if="told.missing" class="quiet">{{ counted(told.missing, 'plant') }} not scored for it.</p>
      </div>
    </div>
  </PaperSheet>
</template>

<style scoped>
figure {
  margin: 0;
  min-width: 0;
  overflow: hidden;
}
svg {
  display: block;
}
.bar {
  fill: var(--sap);
}
.axis {
  stroke: var(--ink);
}
.parent {
  stroke: var(--ink);
  stroke-width: 2;
  stroke-dasharray: 6 3;
}
text {
  font-size: 13px;
  fill: var(--ink);
}
.count,
.tick {
  text-anchor: middle;
}
.tick {
  fill: var(--quiet);
}
p {
  margin: 0;
}
</style>
