<!-- Lowest and highest of each day beside what is usual; what is foretold is dashed. -->
<script setup lang="ts">
import type { TooltipItem } from 'chart.js'
import { dayInWords, daysBetween } from '@virgulta/core/time/days'
import type { WeatherPage } from '#shared/bloom'

const { page, today } = defineProps<{ page: WeatherPage; today: string }>()
const { colours, axis } = useChartLook()
const at = (day: string) => daysBetween(today, day)
const chart = computed(() => {
  const line = (label: string, pick: 'tmin' | 'tmax', color: string) => ({
    label,
    data: page.days.map(d => ({ x: at(d.day), y: d[pick] })),
    borderColor: color,
    backgroundColor: color,
    borderWidth: 2,
    pointRadius: 0,
    pointHitRadius: 6,
    tension: 0.2,
    segment: {
      borderDash: (c: { p1: { parsed: { x: number } } }) => (c.p1.parsed.x > 0 ? [4, 4] : undefined),
    },
  })
  const normal = (pick: 'tmin' | 'tmax', fill: string | false) => ({
    label: pick === 'tmax' ? 'usual' : '',
    data: page.normals.map(n => ({ x: at(n.day), y: n[pick] })),
    borderColor: 'transparent',
    backgroundColor: `${colours.value.sap}26`,
    pointRadius: 0,
    fill,
    tension: 0.4,
  })
  return {
    datasets: [
      line('highest', 'tmax', colours.value.seed),
      line('lowest', 'tmin', colours.value.sap),
      normal('tmin', false),
      normal('tmax', '-1'),
    ],
  }
})
const told = computed(() => ({
  filter: ({ datasetIndex }: TooltipItem<'line' | 'bar'>) => datasetIndex < 2,
  callbacks: {
    title: ([item]: TooltipItem<'line' | 'bar'>[]) =>
      item ? dayInWords(page.days.find(d => at(d.day) === item.parsed.x)?.day ?? today) : '',
    label: ({ dataset, parsed }: TooltipItem<'line' | 'bar'>) => `${dataset.label} ${parsed.y} °C`,
  },
}))
const x = computed(() =>
  axis('days from today', {
    type: 'linear',
    min: at(page.days[0]!.day),
    max: at(page.normals.at(-1)?.day ?? page.days.at(-1)!.day),
    ticks: { precision: 0 },
  }),
)
const inWords = computed(
  () =>
    `Lowest and highest temperature of ${page.days.length} days: ${page.days
      .filter((_, i) => i % 14 === 0)
      .map(d => `${dayInWords(d.day)} ${d.tmin} to ${d.tmax} °C`)
      .join('; ')}`,
)
</script>

<template>
  <ChartBox
    :data="chart"
    :x="x"
    :y="axis('°C', { lines: true })"
    legend
    :tooltip="told"
    :height="260"
    :words="inWords"
  />
</template>
