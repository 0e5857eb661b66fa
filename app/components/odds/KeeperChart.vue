<!-- How likely each number of keepers is from so many flowers. -->
<script setup lang="ts">
import { percentWords } from '@virgulta/core/odds/oddsWords'
import { counted } from '@virgulta/core/formats/counted'

const { distribution, wanted, flowers } = defineProps<{
  /** chance of 0, 1, 2 … keepers */ distribution: number[]
  wanted: number
  flowers: number
}>()
const { colours, axis } = useChartLook()
const MOST_BARS = 60
/** Many keepers are shown in groups of equal width. */
const bars = computed(() => {
  const width = Math.max(1, Math.ceil(distribution.length / MOST_BARS))
  return Array.from({ length: Math.ceil(distribution.length / width) }, (_, i) => ({
    label: width === 1 ? String(i) : `${i * width}–${(i + 1) * width - 1}`,
    from: i * width,
    p: distribution.slice(i * width, (i + 1) * width).reduce((sum, p) => sum + p, 0),
  }))
})
const chart = computed(() => ({
  labels: bars.value.map(b => b.label),
  datasets: [
    {
      data: bars.value.map(b => b.p * 100),
      backgroundColor: bars.value.map(b => (b.from >= wanted ? colours.value.sap : colours.value.rule)),
      borderColor: colours.value.sap,
      borderWidth: bars.value.map(b => (b.from >= wanted ? 0 : 1)),
    },
  ],
}))
const told = {
  callbacks: {
    title: ([item]: { label: string }[]) => `${item!.label} keepers`,
    label: ({ raw }: { raw: unknown }) => `${(raw as number).toFixed(1)} %`,
  },
}
const inWords = computed(
  () =>
    `${counted(flowers, 'flower')}: ${distribution
      .slice(0, 12)
      .map((p, k) => `${k} keepers ${percentWords(p)}`)
      .join(', ')}${distribution.length > 12 ? ' and more' : ''}`,
)
</script>

<template>
  <ChartBox
    kind="bar"
    :data="chart"
    :x="axis(`keepers from ${counted(flowers, 'flower')}`)"
    :y="axis('%', { lines: true, beginAtZero: true })"
    :tooltip="told"
    :height="210"
    :words="inWords"
  />
</template>
