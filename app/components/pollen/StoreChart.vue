<!-- Lowest and highest of a store day by day, with the range that is good for pollen. -->
<script setup lang="ts">
import type { TooltipItem } from 'chart.js'
import { dayInWords, daysBetween } from '@virgulta/core/time/days'
import { STORE_KINDS } from '@virgulta/core/stores/kinds'
import type { StoreView } from '#shared/pollen'

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
const told = computed(() => ({
  filter: ({ datasetIndex }: TooltipItem<'line' | 'bar'>) => datasetIndex < 2,
  callbacks: {
    title: ([item]: TooltipItem<'line' | 'bar'>[]) =>
      item ? dayInWords(view.days[item.dataIndex]?.day ?? garden.today) : '',
    label: ({ dataset, parsed }: TooltipItem<'line' | 'bar'>) => `${dataset.label} ${parsed.y} °C`,
  },
}))
const inWords = computed(
  () =>
    `Lowest and highest temperature of ${view.days.length} days, from ${Math.min(...view.days.map(d => d.low))} to ${Math.max(...view.days.map(d => d.high))} °C; good are ${good.value.low} to ${good.value.high} °C.`,
)
</script>

<template>
  <ChartBox
    :data="chart"
    :x="axis('days from today', { type: 'linear', max: 0, ticks: { precision: 0 } })"
    :y="axis('°C', { lines: true })"
    :tooltip="told"
    :height="170"
    :words="inWords"
  />
</template>
