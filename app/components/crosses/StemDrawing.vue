<!--
  The stem: a cross from flowers to keepers. Thickness is the square root of the count; the dashed outline is the plan
  with its 80 % band; what was lost leaves downwards, what is in reserve stands upwards.
-->
<script setup lang="ts">
import { numberInWords, rangeInWords } from '@virgulta/core/crops/quantityWords'
import { quantities } from '@virgulta/core/crops/quantities'
import type { Stem, StemStage } from '@virgulta/core/crosses/stem'
import { scaleSqrt } from 'd3-scale'
import { area, curveMonotoneX, line } from 'd3-shape'

const { stem, crop, crossId } = defineProps<{ stem: Stem; crop: string; crossId: string }>()

const HEIGHT = 252
const MIDDLE = 126
const THICKEST = 74
const box = ref<HTMLElement>()
const { width: boxWidth } = useElementSize(box)
const width = computed(() => Math.max(boxWidth.value, 620))
const step = computed(() => width.value / stem.stages.length)
const x = (i: number) => (i + 0.5) * step.value

const half = computed(() =>
  scaleSqrt([0, Math.max(...stem.stages.map(s => Math.max(s.count, s.plan.high)), 1)], [0, THICKEST]),
)
const last = computed(() => stem.stages.findLastIndex(s => s.count > 0))

/** A body along the stem, drawn a little beyond the outer stations. */
function body(value: (stage: StemStage) => number, stages = stem.stages) {
  const points = stages.map((stage, i) => ({ x: x(i), w: half.value(value(stage)) }))
  if (!points.length) return ''
  const ends = [
    { x: x(0) - step.value * 0.4, w: points[0]!.w },
    ...points,
    { x: x(points.length - 1) + step.value * 0.4, w: points.at(-1)!.w * 0.86 },
  ]
  return (
    area<{ x: number; w: number }>()
      .x(p => p.x)
      .y0(p => MIDDLE - p.w)
      .y1(p => MIDDLE + p.w)
      .curve(curveMonotoneX)(ends) ?? ''
  )
}
const stemBody = computed(() =>
  last.value < 0
    ? ''
    : body(s => (s.count ? Math.max(s.count, 0.4) : 0), stem.stages.slice(0, last.value + 1)),
)
/** The stations with the ends of the drawing before and behind them. */
function atEnds<P>(point: (stage: StemStage, at: number) => P): P[] {
  const { stages } = stem
  return [
    point(stages[0]!, x(0) - step.value * 0.4),
    ...stages.map((s, i) => point(s, x(i))),
    point(stages.at(-1)!, x(stages.length - 1) + step.value * 0.4),
  ]
}
const planBand = computed(() => {
  const points = atEnds((s, at) => ({ x: at, low: half.value(s.plan.low), high: half.value(s.plan.high) }))
  const side = (sign: number) =>
    area<(typeof points)[number]>()
      .x(p => p.x)
      .y0(p => MIDDLE + sign * p.low)
      .y1(p => MIDDLE + sign * p.high)
      .curve(curveMonotoneX)(points) ?? ''
  return side(-1) + side(1)
})
const planLine = computed(() => {
  const points = atEnds((s, at) => ({ x: at, w: half.value(s.plan.median) }))
  const side = (sign: number) =>
    line<(typeof points)[number]>(
      p => p.x,
      p => MIDDLE + sign * p.w,
    ).curve(curveMonotoneX)(points) ?? ''
  return [side(-1), side(1)]
})

/** Thick enough for its count to be written on it. */
const isThick = (stage: StemStage) => half.value(stage.count) > 15

/** A shoot from the stem, as wide as its count at the base and pointed at the tip; `bend` 1 droops, −1 rises. */
function tapered(x0: number, y0: number, x1: number, y1: number, w: number, bend: 1 | -1): string {
  const reach = x1 - x0
  return (
    `M${x0 - w * 0.6} ${y0}C${x0 + reach * 0.1} ${y1 - bend * 6} ${x0 + reach * 0.5} ${y1 + bend * w * 0.22} ${x1} ${y1}` +
    `C${x0 + reach * 0.75} ${y1 - bend * w * 0.35} ${x0 + reach * 0.5} ${y0 + (y1 - y0) * 0.62} ${x0 + w * 0.75} ${y0}Z`
  )
}

/** Shoots behind the stem: losses downwards from before their station, reserves upwards from behind it. */
const shoots = computed(() =>
  stem.stages.flatMap((stage, i) => {
    const found: {
      d: string
      bud?: { x: number; y: number; r: number }
      kind: 'loss' | 'culled' | 'reserve'
      x: number
      y: number
      text: string
      detail: string
    }[] = []
    const from = stem.stages[Math.max(0, i - 1)]!
    const edge = (s: StemStage) => half.value(s.count)
    if (stage.loss.count && i > 0) {
      const w = Math.min(15, Math.max(3.5, half.value(stage.loss.count) * 0.5))
      const startX = x(i) - step.value * 0.56
      const startY = MIDDLE + edge(from) * 0.45
      const endX = startX + step.value * 0.36
      const endY = Math.max(MIDDLE + Math.max(edge(stage), edge(from)) * 0.75 + 34, MIDDLE + 46)
      const top = stage.loss.reasons[0]
      const tipY = Math.min(endY, HEIGHT - 30)
      found.push({
        d: tapered(startX, startY, endX, tipY, w, 1),
        kind: stage.stage === 'kept' ? 'culled' : 'loss',
        x: endX + 6,
        y: tipY + 2,
        text: `${stage.loss.count} ${stage.lossWords}`,
        detail:
          top && stage.loss.reasons.length > 1
            ? `${top.count} ${top.reason}`
            : top && top.reason !== stage.lossWords
              ? top.reason
              : '',
      })
    }
    if (stage.waiting) {
      const w = Math.min(13, Math.max(3.5, half.value(stage.waiting) * 0.45))
      const startX = x(i) + step.value * 0.1
      const startY = MIDDLE - edge(stage) * 0.4
      const endX = startX + step.value * 0.26
      // The label reaches over to the next station: it stays clear of that one's count when that stands above a thin stem.
      const next = stem.stages[i + 1]
      const endY = Math.max(
        16,
        Math.min(
          MIDDLE - edge(stage) - 24,
          next?.count && !isThick(next) ? MIDDLE - edge(next) - 42 : HEIGHT,
        ),
      )
      found.push({
        d: tapered(startX, startY, endX, endY, w, -1),
        bud: { x: endX, y: endY, r: Math.max(3, w * 0.55) },
        kind: 'reserve',
        x: endX + Math.max(3, w * 0.55) + 5,
        y: endY + 4,
        text: `${stage.waiting} ${stage.waitingWords}`,
        detail: '',
      })
    }
    return found
  }),
)
</script>

<template>
  <div ref="box" class="stem" tabindex="0" role="group" aria-label="The stem of this cross">
    <svg :width="width" :height="HEIGHT" aria-hidden="true">
      <path class="band" :d="planBand" />
      <g class="grown">
        <g v-for="(shoot, i) in shoots" :key="i" :class="shoot.kind">
          <path :d="shoot.d" class="shoot" />
          <circle v-if="shoot.bud" :cx="shoot.bud.x" :cy="shoot.bud.y" :r="shoot.bud.r" class="shoot" />
        </g>
        <path class="body" :d="stemBody" />
      </g>
      <path v-for="(d, i) in planLine" :key="i" class="plan" :d="d" />
      <g v-for="(shoot, i) in shoots" :key="`t${i}`" :class="shoot.kind">
        <text class="note" :x="shoot.x" :y="shoot.y">{{ shoot.text }}</text>
        <text v-if="shoot.detail" class="detail" :x="shoot.x" :y="shoot.y + 14">{{ shoot.detail }}</text>
      </g>
      <text
        v-for="(stage, i) in stem.stages"
        :key="stage.stage"
        class="count"
        :class="{ on: isThick(stage), none: !stage.count }"
        :x="x(i)"
        :y="isThick(stage) || !stage.count ? MIDDLE + 8 : MIDDLE - half(stage.count) - 7"
        text-anchor="middle"
      >
        {{ stage.count || '·' }}
      </text>
    </svg>
    <ol class="stations" :style="{ width: `${width}px` }">
      <li v-for="stage in stem.stages" :key="stage.stage">
        <strong
          ><TermMark v-if="stage.stage === 'taken'" term="take">{{ stage.stage }}</TermMark
          ><template v-else>{{ stage.stage }}</template></strong
        >
        <span class="visually-hidden"
          >{{ stage.count
          }}<template v-if="stage.loss.count">, {{ stage.loss.count }} {{ stage.lossWords }}</template
          ><template v-if="stage.waiting">, {{ stage.waiting }} {{ stage.waitingWords }}</template></span
        >
        <span class="quiet small"
          >plan {{ stage.plan.median
          }}<template v-if="stage.plan.low !== stage.plan.high">
            ({{ stage.plan.low }}–{{ stage.plan.high }})</template
          ></span
        >
        <EstimateMark
          v-if="stage.rate"
          :estimate="stage.rate.value"
          v-bind="markOf(stage.rate.of, crop, stage.rate.isCounted ? crossId : undefined)"
        >
          <span class="figures rate" :class="{ expected: !stage.rate.isCounted }"
            ><span v-if="!stage.rate.isCounted" class="visually-hidden">expected </span
            >{{
              stage.rate.of === 'seedsPerFruit'
                ? `${stage.rate.value.median.toFixed(1)} a fruit`
                : `${numberInWords(stage.rate.value.median, '%')} %`
            }}</span
          >
          <span class="quiet small">{{
            rangeInWords(stage.rate.value, quantities[stage.rate.of].unit).replace(' %', '')
          }}</span>
        </EstimateMark>
        <span v-if="stem.worst === stage.stage" class="doubt small worst">lost most here</span>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.stem {
  overflow-x: auto;
  position: relative;
}
svg {
  display: block;
}
.body {
  fill: var(--sap);
}
.band {
  fill: var(--sap);
  opacity: 0.1;
}
.plan {
  fill: none;
  stroke: var(--quiet);
  stroke-width: 1.2;
  stroke-dasharray: 5 4;
}
.loss .shoot {
  fill: var(--fail);
}
.loss .note {
  fill: var(--fail);
}
.culled .shoot {
  fill: var(--quiet);
}
.culled .note {
  fill: var(--quiet);
}
.reserve .shoot {
  fill: color-mix(in srgb, var(--sap) 65%, var(--sheet));
}
.reserve .note {
  fill: var(--sap);
}
.note {
  font-size: 13px;
  font-weight: 650;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
}
.detail {
  font-size: 12px;
  fill: var(--quiet);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
}
.count {
  font: 600 24px var(--display);
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
}
.count.on {
  fill: var(--onSap);
  stroke: none;
}
.count.none {
  fill: var(--quiet);
}
.stations {
  list-style: none;
  display: grid;
  grid-template-columns: repeat(7, 1fr);
  margin: 0;
  padding: 0 0 4px;
  text-align: center;
}
.stations :deep(.estimate) {
  flex-wrap: wrap;
  justify-content: center;
  gap: 0 6px;
}
.stations :deep(.origin) {
  flex-basis: 100%;
  border-bottom: 0;
  text-decoration: underline dotted;
  text-underline-offset: 3px;
}
.stations li {
  display: grid;
  justify-items: center;
  align-content: start;
  gap: 1px;
}
.rate {
  font-weight: 600;
  font-size: 13px;
}
.expected {
  font-weight: 400;
  font-style: italic;
  color: var(--quiet);
}
.worst {
  font-weight: 650;
}
.grown {
  animation: grow 0.9s ease-out;
}
@keyframes grow {
  from {
    clip-path: inset(0 100% 0 0);
  }
  to {
    clip-path: inset(0 0 0 0);
  }
}
</style>
