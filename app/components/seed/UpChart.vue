<!-- How many seedlings were up on which day after sowing, the curve they follow with its band, and how many stood after losses. -->
<script setup lang="ts">
import type { CurvePoint } from '@virgulta/core/seed/comingUp'
import type { Sowing } from '@virgulta/core/seed/sowing'
import { daysBetween } from '@virgulta/core/time/days'
import { cumsum } from 'd3-array'

const { sowing, curve, from, since } = defineProps<{
  sowing: Sowing
  curve: CurvePoint[]
  /** the day from which its days are counted, and what it is */
  from: string
  since: string
}>()
const { colours, axis } = useChartLook()

/** Running sums over the days after sowing. */
function sums(changes: { on: string; by: number }[]) {
  const ordered = [...changes].sort((a, b) => a.on.localeCompare(b.on))
  const days = ordered.map(c => daysBetween(from, c.on))
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
const line = (of: 'up' | 'low' | 'high') => curve.map(point => ({ x: point.day, y: point[of] }))
const chart = computed(() => ({
  datasets: [
    {
      label: 'seen up',
      data: points.value.slice(1),
      showLine: false,
      borderColor: colours.value.sap,
      backgroundColor: colours.value.sap,
      pointRadius: 4,
    },
    {
      label: 'likely, and the range of four in five',
      data: line('up'),
      borderColor: colours.value.seed,
      backgroundColor: colours.value.seed,
      borderWidth: 2,
      pointRadius: 0,
      cubicInterpolationMode: 'monotone' as const,
    },
    ...(['low', 'high'] as const).map((end, i) => ({
      label: '',
      data: line(end),
      borderColor: colours.value.seed,
      borderWidth: 0.5,
      pointRadius: 0,
      backgroundColor: `${colours.value.seed}22`,
      fill: i ? '-1' : false,
    })),
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
  axis(`days after ${since}`, {
    type: 'linear',
    min: 0,
    suggestedMax: Math.max(curve.at(-1)?.day ?? 0, points.value.at(-1)!.x),
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
  <ChartBox :data="chart" :x="x" :y="y" :legend="true" :height="240" :words="inWords" />
</template>
