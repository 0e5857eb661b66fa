<!-- How many seedlings were up on which day after sowing, and how many of them stood after the losses. -->
<script setup lang="ts">
import type { Sowing } from '@virgulta/core/seed/sowing'
import { daysBetween } from '@virgulta/core/time/days'
import { cumsum } from 'd3-array'

const { sowing } = defineProps<{ sowing: Sowing }>()
const { colours, axis } = useChartLook()
const garden = useGardenStore()

/** Running sums over the days after sowing. */
function sums(changes: { on: string; by: number }[]) {
  const ordered = [...changes].sort((a, b) => a.on.localeCompare(b.on))
  const days = ordered.map(c => daysBetween(sowing.sownOn, c.on))
  return [
    { x: 0, y: 0 },
    ...Array.from(
      cumsum(ordered, c => c.by),
      (y, i) => ({ x: days[i]!, y }),
    ),
  ]
}
const points = computed(() => sums(sowing.looks.map(l => ({ on: l.on, by: l.up }))))
const alive = computed(() =>
  sums([
    ...sowing.looks.map(l => ({ on: l.on, by: l.up })),
    ...sowing.losses.map(l => ({ on: l.on, by: -l.count })),
  ]),
)
const chart = computed(() => ({
  datasets: [
    {
      label: 'up',
      data: points.value,
      stepped: 'before' as const,
      borderColor: colours.value.sap,
      backgroundColor: colours.value.sap,
      borderWidth: 2,
      pointRadius: 4,
    },
    ...(sowing.losses.length
      ? [
          {
            label: 'less those lost',
            data: alive.value,
            stepped: 'before' as const,
            borderColor: colours.value.fail,
            backgroundColor: colours.value.fail,
            borderWidth: 1.5,
            borderDash: [5, 4],
            pointRadius: 0,
          },
        ]
      : []),
  ],
}))
const x = computed(() =>
  axis('days after sowing', {
    type: 'linear',
    min: 0,
    suggestedMax: Math.min(daysBetween(sowing.sownOn, garden.today), points.value.at(-1)!.x + 14),
    ticks: { precision: 0 },
  }),
)
const y = computed(() =>
  axis(`of ${sowing.seeds} seeds`, {
    lines: true,
    min: 0,
    suggestedMax: sowing.seeds,
    ticks: { precision: 0 },
  }),
)
const inWords = computed(
  () =>
    `${
      points.value
        .slice(1)
        .map(p => `${p.y} up after ${p.x} days`)
        .join(', ') || 'No seedling is up yet'
    }${sowing.lost ? `; ${sowing.lost} of them lost` : ''}`,
)
</script>

<template>
  <ChartBox :data="chart" :x="x" :y="y" :legend="sowing.losses.length > 0" :height="240" :words="inWords" />
</template>
