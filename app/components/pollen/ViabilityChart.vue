<!-- What is alive in a tube over time, with its tests and thaws, over the temperature where it stood. -->
<script setup lang="ts">
import { dayInWords, dayOf } from '@virgulta/core/time/days'
import { WORTH_USING } from '@virgulta/core/pollen/shelf'
import {
  Chart,
  Filler,
  Legend,
  LineElement,
  LinearScale,
  PointElement,
  ScatterController,
  LineController,
  Tooltip,
} from 'chart.js'
import { Line } from 'vue-chartjs'
import type { TubePage } from '#shared/pollen'

Chart.register(
  LinearScale,
  PointElement,
  LineElement,
  LineController,
  ScatterController,
  Filler,
  Legend,
  Tooltip,
)
const { page } = defineProps<{ page: TubePage }>()
const { colours, font, axis } = useChartLook()
const garden = useGardenStore()
const DAY = 86_400_000
const start = computed(() => Date.parse(page.tube.collectedAt))
const x = (at: string) => (Date.parse(at) - start.value) / DAY
const now = computed(() => (Date.parse(garden.now) - start.value) / DAY)
const percent = (share: number) => Math.round(share * 1000) / 10
const dayAt = (days: number) =>
  dayInWords(dayOf(new Date(start.value + days * DAY).toISOString(), garden.garden!.zone))
const chart = computed(() => {
  const { pollen, sap, quiet, fail } = colours.value
  const line = (pick: 'median' | 'low' | 'high', more: object) => ({
    data: page.course.map(c => ({ x: x(c.at), y: percent(c.alive[pick]) })),
    pointRadius: 0,
    tension: 0.2,
    borderColor: 'transparent',
    ...more,
  })
  return {
    datasets: [
      line('low', { label: '' }),
      line('high', { label: 'four cases in five', backgroundColor: `${pollen}2E`, fill: '-1' }),
      line('median', {
        label: 'alive',
        borderColor: pollen,
        backgroundColor: pollen,
        borderWidth: 2.5,
        segment: {
          borderDash: (c: { p1: { parsed: { x: number } } }) =>
            c.p1.parsed.x > now.value ? [5, 5] : undefined,
        },
      }),
      {
        label: 'worth a flower',
        data: [
          { x: 0, y: WORTH_USING * 100 },
          { x: x(page.course.at(-1)!.at), y: WORTH_USING * 100 },
        ],
        borderColor: quiet,
        backgroundColor: quiet,
        borderDash: [2, 4],
        borderWidth: 1.2,
        pointRadius: 0,
      },
      {
        label: 'tested',
        data: page.tests.map(t => ({ x: x(t.at), y: percent(t.alive / t.seen) })),
        showLine: false,
        pointRadius: 6,
        pointStyle: 'rectRot',
        borderColor: colours.value.sheet,
        backgroundColor: sap,
      },
      ...(page.thawed.length
        ? [
            {
              label: 'thawed',
              data: page.thawed.map(at => ({ x: x(at), y: 2 })),
              showLine: false,
              pointRadius: 6,
              pointStyle: 'triangle',
              borderColor: fail,
              backgroundColor: fail,
            },
          ]
        : []),
    ],
  }
})
const options = computed(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false as const,
  interaction: { mode: 'nearest' as const, axis: 'x' as const, intersect: false },
  plugins: {
    legend: {
      align: 'end' as const,
      labels: {
        color: colours.value.quiet,
        font,
        usePointStyle: true,
        boxHeight: 7,
        filter: (item: { text: string }) => item.text !== '',
      },
    },
    tooltip: {
      filter: (item: { datasetIndex: number }) => item.datasetIndex > 1 && item.datasetIndex !== 3,
      callbacks: {
        title: ([item]: { parsed: { x: number } }[]) => (item ? dayAt(item.parsed.x) : ''),
        label: (item: { dataset: { label: string }; parsed: { y: number } }) =>
          `${item.dataset.label} ${item.dataset.label === 'thawed' ? '' : `${item.parsed.y} %`}`,
      },
    },
  },
  scales: {
    x: axis('days since it was collected', {
      type: 'linear',
      min: 0,
      max: Math.ceil(x(page.course.at(-1)!.at)),
      ticks: { precision: 0 },
    }),
    y: axis('alive, %', { lines: true, min: 0, max: 100 }),
  },
}))
const heat = computed(() => {
  const line = (label: string, pick: 'low' | 'high', color: string, more: object = {}) => ({
    label,
    data: page.days.map(d => ({ x: x(`${d.day}T12:00:00Z`), y: d[pick] })),
    borderColor: color,
    backgroundColor: `${color}2E`,
    borderWidth: 1.6,
    pointRadius: 0,
    ...more,
  })
  return {
    datasets: [
      line('lowest', 'low', colours.value.sap),
      line('highest of the day', 'high', colours.value.seed, { fill: '-1' }),
    ],
  }
})
const heatOptions = computed(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false as const,
  interaction: { mode: 'nearest' as const, axis: 'x' as const, intersect: false },
  plugins: {
    legend: {
      align: 'end' as const,
      labels: { color: colours.value.quiet, font, boxHeight: 2, boxWidth: 22 },
    },
    tooltip: {
      callbacks: { title: ([item]: { parsed: { x: number } }[]) => (item ? dayAt(item.parsed.x) : '') },
    },
  },
  scales: {
    x: axis('', {
      type: 'linear',
      min: 0,
      max: Math.ceil(x(page.course.at(-1)!.at)),
      ticks: { display: false },
    }),
    y: axis('°C', { lines: true }),
  },
}))
const inWords = computed(
  () =>
    `Alive: ${page.course
      .filter((_, i) => i % 20 === 0)
      .map(c => `${dayAt(x(c.at))} ${aliveInWords(c.alive)}`)
      .join(
        '; ',
      )}. Tests: ${page.tests.map(t => `${dayInWords(t.on)} ${t.alive} of ${t.seen}`).join('; ') || 'none'}.`,
)
</script>

<template>
  <div>
    <div class="chart">
      <Line :data="chart as never" :options="options as never" role="img" :aria-label="inWords" />
    </div>
    <div v-if="page.days.length" class="heat">
      <Line
        :data="heat as never"
        :options="heatOptions as never"
        role="img"
        :aria-label="`Temperature where it stood, from ${Math.min(...page.days.map(d => d.low))} to ${Math.max(...page.days.map(d => d.high))} °C`"
      />
    </div>
  </div>
</template>

<style scoped>
.chart {
  height: 270px;
}
.heat {
  height: 130px;
}
</style>
