<!-- What a set of crosses brings against how related all is that comes of it: a curve to go along. -->
<script setup lang="ts">
import { percentWords } from '@virgulta/core/odds/oddsWords'
import { extent } from 'd3-array'
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'

const { sets } = defineProps<{ sets: { worth: number; coancestry: number }[] }>()
const at = defineModel<number>({ required: true })
const [HEIGHT, LEFT, FOOT, TOP] = [220, 54, 40, 14]
const box = ref<HTMLElement | null>(null)
const { width: boxWidth } = useElementSize(box)
const width = computed(() => Math.max(280, boxWidth.value))
/** With room around what differs by nearly nothing. */
function domain(of: (set: { worth: number; coancestry: number }) => number): [number, number] {
  const [low, high] = extent(sets, of) as [number, number]
  const room = Math.max(0.005, (high - low) * 0.12)
  return [Math.max(0, low - room), high + room]
}
const x = computed(() =>
  scaleLinear(
    domain(set => set.coancestry),
    [LEFT, width.value - 16],
  ),
)
const y = computed(() =>
  scaleLinear(
    domain(set => set.worth),
    [HEIGHT - FOOT, TOP],
  ),
)
const path = computed(
  () =>
    line<{ worth: number; coancestry: number }>(
      s => x.value(s.coancestry),
      s => y.value(s.worth),
    )(sets) ?? '',
)
/** The set nearest to the pointer, as long as it is held down. */
function drag(event: PointerEvent) {
  if (event.type === 'pointermove' && !(event.buttons & 1)) return
  const svg = event.currentTarget as SVGSVGElement
  const pointer = event.clientX - svg.getBoundingClientRect().left
  const far = sets.map(set => Math.abs(x.value(set.coancestry) - pointer))
  at.value = far.indexOf(Math.min(...far))
}
</script>

<template>
  <figure ref="box">
    <svg
      :width="width"
      :height="HEIGHT"
      role="img"
      aria-label="Worth of the sets against how related all is that comes of them"
      @pointerdown="drag"
      @pointermove="drag"
    >
      <g v-for="tick in y.ticks(4)" :key="`y${tick}`">
        <line :x1="LEFT" :x2="width - 16" :y1="y(tick)" :y2="y(tick)" class="grid" />
        <text :x="LEFT - 8" :y="y(tick) + 4" text-anchor="end">{{ percentWords(tick) }}</text>
      </g>
      <text
        v-for="tick in x.ticks(5)"
        :key="`x${tick}`"
        :x="x(tick)"
        :y="HEIGHT - FOOT + 16"
        text-anchor="middle"
      >
        {{ percentWords(tick) }}
      </text>
      <text :x="width - 16" :y="HEIGHT - 6" text-anchor="end">coancestry of what comes of them</text>
      <path :d="path" class="curve" />
      <circle
        v-for="(set, i) in sets"
        :key="i"
        :cx="x(set.coancestry)"
        :cy="y(set.worth)"
        :r="i === at ? 8 : 4.5"
        :class="{ now: i === at }"
      />
    </svg>
    <v-slider
      v-if="sets.length > 1"
      v-model="at"
      :min="0"
      :max="sets.length - 1"
      :step="1"
      show-ticks="always"
      aria-label="From the worthiest set to the least related"
      hide-details
      color="primary"
    >
      <template #prepend><span class="small quiet">worthiest</span></template>
      <template #append><span class="small quiet">least related</span></template>
    </v-slider>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
svg {
  display: block;
  touch-action: pan-y;
  cursor: pointer;
}
text {
  fill: var(--quiet);
  font-size: 12px;
}
.grid {
  stroke: var(--rule);
}
.curve {
  fill: none;
  stroke: var(--sap);
  stroke-width: 2;
}
circle {
  fill: var(--sheet);
  stroke: var(--sap);
  stroke-width: 2;
}
circle.now {
  fill: var(--sap);
}
</style>
