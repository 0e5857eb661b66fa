<!-- A day of one crop's flowers between first light and night: when they usually open, are ready and shed, and when on this day. -->
<script setup lang="ts">
import type { FlowerHours, HourEvent } from '@virgulta/core/bloom/hours'
import { HOUR_EVENTS, clockWords, hoursInWords } from '@virgulta/core/bloom/hours'
import { scaleLinear } from 'd3-scale'

const { hours, width, from, to, now } = defineProps<{
  hours: FlowerHours
  width: number
  from: number
  to: number
  /** clock hour of the present, on its day */ now: number | null
}>()
const x = computed(() => scaleLinear([from, to], [0, width]).clamp(true))
const words: Record<HourEvent, string> = { opens: 'open', receptive: 'stigmas ready', sheds: 'pollen dry' }
const ROW = 22
const inWords = computed(() => HOUR_EVENTS.map(event => hoursInWords(event, hours[event])).join('; '))
</script>

<template>
  <svg :width="width" :height="3 * ROW + 4" role="img" :aria-label="inWords" class="timeline">
    <g v-for="(event, i) in HOUR_EVENTS" :key="event" :transform="`translate(0,${i * ROW})`" :class="event">
      <template v-if="hours[event].at !== null">
        <rect
          class="doubt"
          :x="x(hours[event].low!)"
          :width="Math.max(1, x(hours[event].high!) - x(hours[event].low!))"
          y="5"
          height="14"
        />
        <rect
          v-if="event !== 'sheds'"
          class="bar"
          :x="x(hours[event].at!)"
          :width="Math.max(2, x(hours[event].until!) - x(hours[event].at!))"
          y="7"
          height="10"
          rx="2"
        />
        <line v-else class="bar" :x1="x(hours[event].at!)" :x2="x(hours[event].until!)" y1="12" y2="12" />
        <path class="at" :d="`M${x(hours[event].at!)} 4v16`" />
        <text :x="x(hours[event].until!) + 5" y="16">
          {{ words[event] }} {{ clockWords(hours[event].at!) }}
        </text>
      </template>
      <text v-else :x="x(hours[event].usual)" y="16" class="never">{{ words[event] }}: not on this day</text>
      <path class="usual" :d="`M${x(hours[event].usual)} 3v18`" />
    </g>
    <line v-if="now !== null" class="now" :x1="x(now)" :x2="x(now)" y1="0" :y2="3 * ROW + 4" />
  </svg>
</template>

<style scoped>
.timeline {
  display: block;
  overflow: visible;
}
.doubt {
  fill: var(--quiet);
  opacity: 0.16;
}
rect.bar {
  fill: var(--sap);
}
.receptive rect.bar {
  fill: var(--seed);
}
line.bar {
  stroke: var(--pollen);
  stroke-width: 9;
  stroke-dasharray: 3 2.4;
}
.at {
  stroke: var(--ink);
  stroke-width: 2;
}
.usual {
  stroke: var(--quiet);
  stroke-width: 1.4;
  stroke-dasharray: 2 2;
}
text {
  fill: var(--ink);
  font-size: 12px;
}
.never {
  fill: var(--fail);
}
.now {
  stroke: var(--ink);
  stroke-width: 1.2;
}
</style>
