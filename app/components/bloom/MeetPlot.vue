<!-- Two plants and their days together; the dates of batches that are thought of can be dragged, or moved with the arrow keys. -->
<script setup lang="ts">
import type { Chances } from '@virgulta/core/bloom/chances'
import { quantileIn } from '@virgulta/core/bloom/chances'
import type { Window } from '@virgulta/core/bloom/overlap'
import type { CropGuide } from '@virgulta/core/crops/guide'
import { windowWords } from '@virgulta/core/garden/bloomWords'
import { addDays, dayInWords, dayNumber, dayOfNumber } from '@virgulta/core/time/days'
import type { MeetPage } from '#shared/bloom'

const { page, guide, together, thought, earliest, latest } = defineProps<{
  page: MeetPage
  guide: CropGuide['bloom']
  together: Chances
  thought: { day: string; window: Window }[]
  /** first and last day on which a batch can be thought of */
  earliest: string
  latest: string
}>()
const emit = defineEmits<{ move: [index: number, day: string]; moved: [] }>()
const garden = useGardenStore()
const box = ref<HTMLElement>()
const { width: boxWidth } = useElementSize(box)
const ROW = 36
/** On a telephone the drawing needs the room more than the names do. */
const label = computed(() => (boxWidth.value < 560 ? 112 : 178))
const width = computed(() => Math.max(120, boxWidth.value - label.value))
const seedRows = computed(() => page.seed.windows)
const pollenRows = computed(() => page.pollen.windows)
const span = computed(() => {
  const all = [...seedRows.value, ...pollenRows.value, ...thought.map(t => t.window)]
  const from = Math.min(
    ...all.map(w => quantileIn(w.start, 0.01)),
    ...thought.map(t => dayNumber(t.day)),
    ...(thought.length ? [dayNumber(garden.today)] : []),
  )
  const to = Math.max(...all.map(w => quantileIn(w.start, 0.95) + quantileIn(w.length, 0.95)))
  return { from: dayOfNumber(from - 8), to: dayOfNumber(to + 8) }
})
/** While a date is dragged the days under it must not move. */
const held = ref<{ from: string; to: string } | null>(null)
const { x, months, dayAt } = useSeasonScale(
  () => held.value ?? span.value,
  () => width.value,
)
const seedTop = 8
const jointTop = computed(() => seedTop + seedRows.value.length * ROW + 4)
const joint = computed(
  () =>
    `M${x(together.first)} ${jointTop.value + 22}${Array.from(together.p, (p, i) => `V${(jointTop.value + 22 - 20 * p).toFixed(1)}H${x(together.first + i + 1).toFixed(1)}`).join('')}V${jointTop.value + 22}Z`,
)
const pollenTop = computed(() => jointTop.value + 30)
const thoughtTop = computed(() => pollenTop.value + pollenRows.value.length * ROW)
const height = computed(() => thoughtTop.value + thought.length * ROW + 8)
const today = computed(() => x(dayNumber(garden.today) + 0.5))
const within = (day: string) => (day < earliest ? earliest : day > latest ? latest : day)
const dragging = ref<number | null>(null)
function begin(index: number, event: PointerEvent) {
  held.value = span.value
  dragging.value = index
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent) {
  if (dragging.value === null) return
  const svg = (event.currentTarget as SVGElement).ownerSVGElement!
  emit('move', dragging.value, within(dayAt(event.clientX - svg.getBoundingClientRect().left)))
}
function end() {
  if (dragging.value === null) return
  dragging.value = null
  held.value = null
  emit('moved')
}
function onKey(index: number, event: KeyboardEvent) {
  const by = { ArrowLeft: -1, ArrowRight: 1, PageUp: 7, PageDown: -7 }[event.key]
  if (!by) return
  event.preventDefault()
  emit('move', index, within(addDays(thought[index]!.day, by)))
  emit('moved')
}
const rowWords = (w: MeetPage['seed']['windows'][number]) =>
  w.batch
    ? `${w.batch.sownOn ? 'sown' : 'to sow'} ${dayInWords(w.batch.sownOn ?? w.batch.plannedFor)}`
    : w.seen?.first
      ? 'began, as noted'
      : ''
</script>

<template>
  <div ref="box" class="plot" :style="{ gridTemplateColumns: `${label}px minmax(0, 1fr)` }">
    <div class="labels" :style="{ height: `${height + 22}px` }">
      <p v-for="(w, i) in seedRows" :key="`s${i}`" :style="{ top: `${seedTop + i * ROW}px` }">
        <ParentName role="seed" :name="page.seed.plant.name" /><span class="sub">{{ rowWords(w) }}</span>
      </p>
      <p :style="{ top: `${jointTop + 2}px` }" class="small sap">both, day by day</p>
      <p v-for="(w, i) in pollenRows" :key="`p${i}`" :style="{ top: `${pollenTop + i * ROW}px` }">
        <ParentName role="pollen" :name="page.pollen.plant.name" /><span class="sub">{{ rowWords(w) }}</span>
      </p>
      <p v-for="(t, i) in thought" :key="`t${i}`" :style="{ top: `${thoughtTop + i * ROW}px` }">
        <span class="pollen">Batch thought of</span><span class="sub">sown {{ dayInWords(t.day) }}</span>
      </p>
    </div>
    <svg v-if="boxWidth" :width="width" :height="height + 22">
      <g v-for="m in months" :key="m.day">
        <line :x1="m.at" :x2="m.at" y1="0" :y2="height + 20" class="grid" />
        <text :x="m.at + 4" :y="height + 17">{{ m.name }}</text>
      </g>
      <g
        role="img"
        :aria-label="`${page.seed.plant.name}: ${seedRows.map(windowWords).join('; ')}. ${page.pollen.plant.name}: ${pollenRows.map(windowWords).join('; ')}.`"
      >
        <BandLanes
          v-for="(w, i) in seedRows"
          :key="`s${i}`"
          :window="w"
          :guide="guide"
          :x="x"
          :y="seedTop + i * ROW"
          side="seed"
        />
        <path class="joint" :d="joint" />
        <line class="base" :x1="0" :x2="width" :y1="jointTop + 22.5" :y2="jointTop + 22.5" />
        <BandLanes
          v-for="(w, i) in pollenRows"
          :key="`p${i}`"
          :window="w"
          :guide="guide"
          :x="x"
          :y="pollenTop + i * ROW"
          side="pollen"
        />
        <BandLanes
          v-for="(t, i) in thought"
          :key="`t${i}`"
          :window="{ ...t.window, seen: null, notYetOn: null }"
          :guide="{ receptiveAfter: 0, shedsAfter: 0 }"
          :x="x"
          :y="thoughtTop + i * ROW"
          side="pollen"
        />
      </g>
      <line class="today" :x1="today" :x2="today" y1="0" :y2="height" />
      <path class="caret" :d="`M${today - 5} 0h10l-5 8Z`" />
      <g
        v-for="(t, i) in thought"
        :key="`h${i}`"
        class="handle"
        :class="{ held: dragging === i }"
        :transform="`translate(${x(dayNumber(t.day) + 0.5)},${thoughtTop + i * ROW + 15})`"
        tabindex="0"
        role="slider"
        :aria-label="`Sowing date of batch ${i + 1}`"
        :aria-valuemin="dayNumber(earliest)"
        :aria-valuemax="dayNumber(latest)"
        :aria-valuenow="dayNumber(t.day)"
        :aria-valuetext="dayInWords(t.day, true)"
        @pointerdown="begin(i, $event)"
        @pointermove="drag"
        @pointerup="end"
        @pointercancel="end"
        @keydown="onKey(i, $event)"
      >
        <rect x="-16" y="-16" width="32" height="32" class="reach" />
        <path d="M-9 -3h18l-2.5 10h-13Z" class="tray" />
        <path d="M0 -3c0 -4 2 -6 5 -7M0 -3c0 -3 -2 -5 -5 -5" class="sprout" />
      </g>
    </svg>
  </div>
</template>

<style scoped>
.plot {
  display: grid;
  overflow: hidden;
}
.labels {
  position: relative;
}
.labels p {
  position: absolute;
  left: 0;
  margin: 0;
  line-height: 1.15;
  padding-top: 4px;
  white-space: nowrap;
  overflow: hidden;
  max-width: 100%;
}
.sub {
  display: block;
  font-size: 12px;
  color: var(--quiet);
}
svg {
  display: block;
  touch-action: pan-y;
}
.grid {
  stroke: var(--rule);
  stroke-width: 0.7;
}
.base {
  stroke: var(--quiet);
  stroke-width: 0.8;
}
text {
  fill: var(--quiet);
  font-size: 12px;
}
.joint {
  fill: var(--sap);
}
.today {
  stroke: var(--ink);
  stroke-width: 1;
}
.caret {
  fill: var(--ink);
}
.handle {
  cursor: ew-resize;
  touch-action: none;
}
.reach {
  fill: transparent;
}
.tray {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.7;
}
.sprout {
  fill: none;
  stroke: var(--sap);
  stroke-width: 2;
  stroke-linecap: round;
}
.held .tray {
  fill: var(--wash);
}
</style>
