<!-- What is alive in a tube over time, with its tests and thaws, over the temperature where it stood. -->
<script setup lang="ts">
import type { TooltipItem } from 'chart.js'
import { aliveInWords } from './pollenWords'
import { dayInWords, dayOf } from '@virgulta/core/time/days'
import { WORTH_USING } from '@virgulta/core/pollen/worth'
import type { TubePage } from '#shared/pollen'

const { page } = defineProps<{ page: TubePage }>()
const { colours, axis } = useChartLook()
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
const days = computed(() => ({ type: 'linear', min: 0, max: Math.ceil(x(page.course.at(-1)!.at)) }))
const title = ([item]: TooltipItem<'line' | 'bar'>[]) => (item ? dayAt(item.parsed.x!) : '')
/** Of what lies under the pointer the limits of the interval and the line of what is worth a flower say nothing. */
const told = {
  filter: ({ datasetIndex }: TooltipItem<'line' | 'bar'>) => datasetIndex > 1 && datasetIndex !== 3,
  callbacks: {
    title,
    label: ({ dataset: { label }, parsed }: TooltipItem<'line' | 'bar'>) =>
      label === 'thawed' ? label : `${label} ${parsed.y} %`,
  },
}
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
    <ChartBox
      :data="chart"
      :x="axis('days since it was collected', { ...days, ticks: { precision: 0 } })"
      :y="axis('alive, %', { lines: true, min: 0, max: 100 })"
      :legend="{ usePointStyle: true, boxHeight: 7 }"
      :tooltip="told"
      :height="270"
      :words="inWords"
    />
    <ChartBox
      v-if="page.days.length"
      :data="heat"
      :x="axis('', { ...days, ticks: { display: false } })"
      :y="axis('°C', { lines: true })"
      legend
      :tooltip="{ callbacks: { title } }"
      :height="130"
      :words="`Temperature where it stood, from ${Math.min(...page.days.map(d => d.low))} to ${Math.max(...page.days.map(d => d.high))} °C`"
    />
  </div>
</template>
