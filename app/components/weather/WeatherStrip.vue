<!-- The weather under the bands, on the same days: warmth of each day, what is usual, rain. What is foretold is lighter. -->
<script setup lang="ts">
import { dayFromWords } from './weatherWords'
import { dayInWords, dayNumber } from '@virgulta/core/time/days'
import { extent } from 'd3-array'
import { scaleLinear, scaleSqrt } from 'd3-scale'
import type { BloomPage } from '#shared/bloom'

const HEIGHT = 84
const { weather, x, width, today } = defineProps<{
  weather: BloomPage['weather']
  x: (day: number) => number
  width: number
  today: string
}>()
const celsius = computed(() => {
  const [low, high] = extent([...weather.days, ...weather.normals].flatMap(d => [d.tmin, d.tmax])) as [
    number,
    number,
  ]
  return scaleLinear([Math.floor((low ?? 0) / 5) * 5, Math.ceil((high ?? 20) / 5) * 5], [HEIGHT - 16, 6])
})
const rain = scaleSqrt([0, 30], [0, 22]).clamp(true)
const normal = computed(() => {
  const points = weather.normals.map(n => ({ at: x(dayNumber(n.day) + 0.5), ...n }))
  return points.length
    ? `M${points.map(p => `${p.at} ${celsius.value(p.tmax)}`).join('L')}L${[...points]
        .reverse()
        .map(p => `${p.at} ${celsius.value(p.tmin)}`)
        .join('L')}Z`
    : ''
})
const ticks = computed(() => celsius.value.ticks(4))
const now = computed(() => weather.days.find(d => d.day === today))
const inWords = computed(
  () =>
    `Weather of the days above, from the ${weather.station?.name.toLowerCase() ?? 'readings'}${now.value ? `; ${dayInWords(today)}: ${now.value.tmin} to ${now.value.tmax} °C` : ''}.`,
)
</script>

<template>
  <svg :width="width" :height="HEIGHT" role="img" :aria-label="inWords" class="strip">
    <g v-for="t in ticks" :key="t">
      <line x1="0" :x2="width" :y1="celsius(t)" :y2="celsius(t)" class="grid" />
      <text x="2" :y="celsius(t) - 2">{{ t }}°</text>
    </g>
    <path :d="normal" class="normal" />
    <g v-for="d in weather.days" :key="d.day" :class="d.from">
      <line
        class="warmth"
        :x1="x(dayNumber(d.day) + 0.5)"
        :x2="x(dayNumber(d.day) + 0.5)"
        :y1="celsius(d.tmin)"
        :y2="celsius(d.tmax)"
      >
        <title>
          {{ dayInWords(d.day) }}: {{ d.tmin }} to {{ d.tmax }} °C{{
            d.rainMm === null ? '' : `, ${d.rainMm} mm`
          }}{{ dayFromWords[d.from] }}
        </title>
      </line>
      <rect
        v-if="d.rainMm"
        class="rain"
        :x="x(dayNumber(d.day)) + 0.5"
        :width="Math.max(1.5, x(dayNumber(d.day) + 1) - x(dayNumber(d.day)) - 1)"
        :y="HEIGHT - rain(d.rainMm)"
        :height="rain(d.rainMm)"
      />
    </g>
  </svg>
</template>

<style scoped>
.strip {
  display: block;
}
.grid {
  stroke: var(--rule);
  stroke-width: 0.7;
}
text {
  fill: var(--quiet);
  font-size: 10px;
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 3px;
}
.normal {
  fill: var(--sap);
  opacity: 0.13;
}
.warmth {
  stroke: var(--sap);
  stroke-width: 2.2;
  stroke-linecap: round;
}
.read .warmth {
  stroke: var(--ink);
}
.forecast .warmth {
  opacity: 0.45;
}
.rain {
  fill: var(--quiet);
  opacity: 0.6;
}
</style>
