<!-- Lowest and highest of each day beside what is usual; what is foretold is dashed. -->
<script setup lang="ts">
import { dayInWords, daysBetween } from '@virgulta/core/time/days'
import { Chart, Filler, Legend, LineElement, LinearScale, PointElement, Tooltip } from 'chart.js'
import { Line } from 'vue-chartjs'
import type { WeatherPage } from '#shared/bloom'

Chart.register(LinearScale, PointElement, LineElement, Filler, Legend, Tooltip)
const { page, today } = defineProps<{ page: WeatherPage; today: string }>()
const { colours, font, axis } = useChartLook()
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
const options = computed(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false as const,
  interaction: { mode: 'x' as const, intersect: false },
  plugins: {
    legend: {
      align: 'end' as const,
      labels: {
        color: colours.value.quiet,
        font,
        boxHeight: 2,
        boxWidth: 26,
        filter: (item: { text: string }) => item.text !== '',
      },
    },
    tooltip: {
      filter: (item: { datasetIndex: number }) => item.datasetIndex < 2,
      callbacks: {
        title: ([item]: { parsed: { x: number } }[]) =>
          item ? dayInWords(page.days.find(d => at(d.day) === item.parsed.x)?.day ?? today) : '',
        label: (item: { dataset: { label: string }; parsed: { y: number } }) =>
          `${item.dataset.label} ${item.parsed.y} °C`,
      },
    },
  },
  scales: {
    x: axis('days from today', {
      type: 'linear',
      min: at(page.days[0]!.day),
      max: at(page.normals.at(-1)?.day ?? page.days.at(-1)!.day),
      ticks: { precision: 0 },
    }),
    y: axis('°C', { lines: true }),
  },
}))
const inWords = computed(
  () =>
    `Lowest and highest temperature of ${page.days.length} days: ${page.days
      .filter((_, i) => i % 14 === 0)
      .map(d => `${dayInWords(d.day)} ${d.tmin} to ${d.tmax} °C`)
      .join('; ')}`,
)
</script>

<template>
  <div class="chart">
    <Line :data="chart as never" :options="options as never" role="img" :aria-label="inWords" />
  </div>
</template>

<style scoped>
.chart {
  height: 260px;
}
</style>
