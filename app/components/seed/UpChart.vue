<!-- How many seedlings were up on which day after sowing. -->
<script setup lang="ts">
import type { Sowing } from '@virgulta/core/seed/sowing'
import { daysBetween } from '@virgulta/core/time/days'
import { CategoryScale, Chart, LineElement, LinearScale, PointElement, Tooltip } from 'chart.js'
import { Line } from 'vue-chartjs'
import { looks } from '../../theme/looks'

Chart.register(LinearScale, CategoryScale, PointElement, LineElement, Tooltip)
const { sowing } = defineProps<{ sowing: Sowing }>()
const { look } = storeToRefs(useLookStore())
const garden = useGardenStore()

const points = computed(() => {
  let up = 0
  return [{ x: 0, y: 0 }, ...[...sowing.looks].sort((a, b) => a.on.localeCompare(b.on)).map(l => ({ x: daysBetween(sowing.sownOn, l.on), y: up += l.up }))]
})
const colours = computed(() => looks[look.value])
const font = { family: 'Atkinson Hyperlegible Next Variable', size: 13 }
const chart = computed(() => ({
  datasets: [{ label: 'up', data: points.value, stepped: 'before' as const, borderColor: colours.value.sap, backgroundColor: colours.value.sap, borderWidth: 2, pointRadius: 4 }],
}))
const options = computed(() => ({
  responsive: true, maintainAspectRatio: false, animation: false as const,
  scales: {
    x: { type: 'linear' as const, min: 0, suggestedMax: Math.min(daysBetween(sowing.sownOn, garden.today), points.value.at(-1)!.x + 14), title: { display: true, text: 'days after sowing', color: colours.value.quiet, font }, ticks: { color: colours.value.quiet, font, precision: 0 }, grid: { display: false } },
    y: { min: 0, suggestedMax: sowing.seeds, title: { display: true, text: `of ${sowing.seeds} seeds`, color: colours.value.quiet, font }, ticks: { color: colours.value.quiet, font, precision: 0 }, grid: { color: colours.value.rule } },
  },
}))
const inWords = computed(() => points.value.slice(1).map(p => `${p.y} up after ${p.x} days`).join(', ') || 'No seedling is up yet')
</script>

<template>
  <div class="chart"><Line :data="chart" :options="options" role="img" :aria-label="inWords" /></div>
</template>

<style scoped>
.chart { height: 240px; }
</style>
