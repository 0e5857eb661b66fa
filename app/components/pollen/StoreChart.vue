<!-- Lowest and highest of a store day by day, with the range that is good for pollen. -->
<script setup lang="ts">
import { dayInWords, daysBetween } from '@virgulta/core/time/days'
import { STORE_KINDS } from '@virgulta/core/stores/kinds'
import { Chart, Filler, Legend, LineElement, LinearScale, PointElement, Tooltip } from 'chart.js'
import { Line } from 'vue-chartjs'
import type { StoreView } from '#shared/pollen'

Chart.register(LinearScale, PointElement, LineElement, Filler, Legend, Tooltip)
const { view } = defineProps<{ view: StoreView }>()
const { colours, axis } = useChartLook()
const garden = useGardenStore()
const x = (day: string) => daysBetween(garden.today, day)
const good = computed(() => STORE_KINDS[view.store.keeps].good)
const chart = computed(() => {
  const line = (pick: 'low' | 'high', color: string, more: object = {}) => ({
    label: pick === 'low' ? 'lowest' : 'highest',
    data: view.days.map(d => ({ x: x(d.day), y: d[pick] })),
    borderColor: color,
    backgroundColor: `${color}22`,
    borderWidth: 1.8,
    pointRadius: 0,
    ...more,
  })
  const limit = (y: number) => ({
    label: 'limit',
    data: [
      { x: x(view.days[0]!.day), y },
      { x: 0, y },
    ],
    borderColor: colours.value.quiet,
    borderDash: [2, 4],
    borderWidth: 1,
    pointRadius: 0,
  })
  return {
    datasets: [
      line('low', colours.value.sap),
      line('high', colours.value.seed, { fill: '-1' }),
      limit(good.value.high),
      ...(good.value.low > -30 ? [limit(good.value.low)] : []),
    ],
  }
})
const options = computed(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false as const,
  interaction: { mode: 'nearest' as const, axis: 'x' as const, intersect: false },
  plugins: {
    legend: { display: false },
    tooltip: {
      filter: (item: { datasetIndex: number }) => item.datasetIndex < 2,
      callbacks: {
        title: ([item]: { dataIndex: number }[]) =>
          item ? dayInWords(view.days[item.dataIndex]?.day ?? garden.today) : '',
        label: (item: { dataset: { label: string }; parsed: { y: number } }) =>
          `${item.dataset.label} ${item.parsed.y} °C`,
      },
    },
  },
  scales: {
    x: axis('days from today', { type: 'linear', max: 0, ticks: { precision: 0 } }),
    y: axis('°C', { lines: true }),
  },
}))
const inWords = computed(
  () =>
    `Lowest and highest temperature of ${view.days.length} days, from ${Math.min(...view.days.map(d => d.low))} to ${Math.max(...view.days.map(d => d.high))} °C; good are ${good.value.low} to ${good.value.high} °C.`,
)
</script>

<template>
  <div class="chart">
    <Line :data="chart as never" :options="options as never" role="img" :aria-label="inWords" />
  </div>
</template>

<style scoped>
.chart {
  height: 170px;
}
</style>
