<!-- What a family says of one trait: its classes, beside those of the ratio that is looked at, and the ratios that go with them. -->
<script setup lang="ts">
import type { CropDefinition } from '@virgulta/core/crops/definition'
import { counted } from '@virgulta/core/formats/counted'
import { percentWords } from '@virgulta/core/odds/oddsWords'
import { alikeSentence, ratioInWords, ratioSentences } from '@virgulta/core/offspring/ratioWords'
import { latestScore } from '@virgulta/core/offspring/score'
import type { Trait } from '@virgulta/core/offspring/trait'
import { classNames } from '@virgulta/core/offspring/trait'
import type { Plant } from '@virgulta/core/plants/plant'
import { sum } from 'd3-array'
import type { FamilyCounts, FamilyPage } from '#shared/offspring'

const { family, plants, trait, definition } = defineProps<{
  family: FamilyPage
  plants: Plant[]
  trait: Trait
  definition: CropDefinition
  /** the families of the crop that were scored in the trait */
  families: FamilyCounts[]
}>()
const withFather = computed(() => {
  const { pollenParent } = family
  return pollenParent && { ...family, pollenParent }
})
/** The classes that were seen at all. */
const seen = computed(() =>
  (classNames(trait) ?? [])
    .map((name, i) => ({
      name,
      number: i,
      colour: trait.scale === 'colour' ? trait.swatches[i]!.colour : null,
      count: plants.filter(p => latestScore(p.scores, trait.id)?.value === i).length,
    }))
    .filter(one => one.count > 0),
)
const total = computed(() => sum(seen.value, one => one.count))
const { answer, refused } = useWork('ratios', () =>
  seen.value.length > 1 ? { observed: seen.value.map(one => one.count) } : null,
)
/** Ratios that are worth a look. */
const LIKELY = 0.01
const readings = computed(() =>
  (answer.value?.ranked ?? []).filter(
    (r, i) => r.ratio.length === seen.value.length && (i === 0 || r.posterior >= LIKELY),
  ),
)
const looked = ref(0)
watch(readings, () => (looked.value = 0))
const reading = computed(() => readings.value[looked.value] ?? null)
const expected = computed(() => {
  const ratio = reading.value?.ratio
  return ratio ? ratio.map(part => (total.value * part) / sum(ratio)) : null
})
const widest = computed(() =>
  Math.max(...seen.value.map((one, i) => Math.max(one.count, expected.value?.[i] ?? 0))),
)
const sentences = computed(() =>
  readings.value.length ? ratioSentences(total.value, readings.value, answer.value!.apartWith) : [],
)
</script>

<template>
  <PaperSheet heading="What the family says">
    <p v-if="!total" class="quiet">No plant is scored for {{ trait.name }} yet.</p>
    <p v-else-if="seen.length === 1">{{ alikeSentence(total) }}</p>
    <div v-else class="sides">
      <figure>
        <figcaption class="quiet small">
          {{ counted(total, 'plant') }} by {{ trait.name
          }}<template v-if="reading">; the line is where {{ ratioInWords(reading.ratio) }} would be</template>
        </figcaption>
        <div v-for="(one, i) in seen" :key="one.name" class="class">
          <span
            ><span
              v-if="one.colour"
              class="swatch"
              :style="{ background: one.colour }"
              aria-hidden="true"
            />{{ one.name }}</span
          >
          <span class="bar" aria-hidden="true"
            ><span class="count" :style="{ width: `${(100 * one.count) / widest}%` }" /><span
              v-if="expected"
              class="line"
              :style="{ left: `${(100 * expected[i]!) / widest}%` }"
          /></span>
          <span class="figures"
            >{{ one.count
            }}<span v-if="expected" class="quiet small"> of {{ expected[i]!.toFixed(1) }}</span></span
          >
        </div>
      </figure>
      <div class="stack">
        <p v-if="refused" class="doubt">{{ refused }}</p>
        <p v-for="sentence in sentences" :key="sentence">{{ sentence }}</p>
        <v-radio-group
          v-if="readings.length > 1"
          v-model="looked"
          label="Ratio to look at"
          density="compact"
          hide-details
        >
          <v-radio
            v-for="(one, i) in readings"
            :key="ratioInWords(one.ratio)"
            :value="i"
            :label="`${ratioInWords(one.ratio)}, ${percentWords(one.posterior)} likely among the usual ones`"
          />
        </v-radio-group>
        <FamilyAccept
          v-if="reading && withFather"
          :family="withFather"
          :definition="definition"
          :trait="trait"
          :ratio="reading.ratio"
          :seen="seen.map(one => one.number)"
        />
      </div>
    </div>
    <FamilyPooled
      v-if="reading"
      :family="family"
      :found="families"
      :classes="seen.map(one => one.number)"
      :ratio="reading.ratio"
    />
  </PaperSheet>
</template>

<style scoped>
.sides {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(280px, 1fr));
  gap: 24px;
  align-items: start;
}
figure {
  margin: 0;
  display: grid;
  gap: 8px;
}
.class {
  display: grid;
  grid-template-columns: minmax(70px, 1fr) minmax(0, 3fr) max-content;
  gap: 10px;
  align-items: center;
}
.swatch {
  display: inline-block;
  width: 14px;
  height: 14px;
  border-radius: 50%;
  border: 1px solid var(--quiet);
  margin-right: 6px;
  vertical-align: -2px;
}
.bar {
  position: relative;
  height: 22px;
  border-left: 1px solid var(--quiet);
}
.count {
  position: absolute;
  inset: 3px auto 3px 0;
  background: var(--sap);
  border-radius: 0 2px 2px 0;
}
.line {
  position: absolute;
  top: 0;
  bottom: 0;
  width: 3px;
  margin-left: -1px;
  background: var(--ink);
  outline: 1px solid var(--sheet);
}
p {
  margin: 0;
}
</style>
