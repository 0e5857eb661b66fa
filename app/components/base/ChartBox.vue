<!-- A chart in the look that is on, and in words for who does not see it. -->
<script setup lang="ts">
import type { ChartData, LegendOptions, TooltipOptions } from 'chart.js'
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  Filler,
  Legend,
  LineController,
  LineElement,
  LinearScale,
  PointElement,
  Tooltip,
} from 'chart.js'
import { Chart as Drawing } from 'vue-chartjs'

Chart.register(
  BarController,
  BarElement,
  CategoryScale,
  Filler,
  Legend,
  LineController,
  LineElement,
  LinearScale,
  PointElement,
  Tooltip,
)

/** What is said of the items under the pointer, and of which. */
type Told = Partial<Pick<TooltipOptions<'line' | 'bar'>, 'filter'>> & {
  callbacks?: Partial<TooltipOptions<'line' | 'bar'>['callbacks']>
}

const {
  kind = 'line',
  data,
  x,
  y,
  legend = false,
  tooltip = {},
  height,
} = defineProps<{
  kind?: 'line' | 'bar'
  data: ChartData<'line' | 'bar', unknown[]>
  /** axes, of {@link useChartLook} */
  x: object
  y: object
  /** names of the lines above the drawing; a line with an empty name is left out */
  legend?: boolean | Partial<LegendOptions<'line'>['labels']>
  tooltip?: Told
  /** in pixels */
  height: number
  words: string
}>()
const { colours, font } = useChartLook()
const options = computed(() => ({
  responsive: true,
  maintainAspectRatio: false,
  animation: false as const,
  interaction: { mode: 'nearest' as const, axis: 'x' as const, intersect: false },
  plugins: {
    legend: {
      display: legend !== false,
      align: 'end' as const,
      labels: {
        color: colours.value.quiet,
        font,
        boxHeight: 2,
        boxWidth: 26,
        filter: (item: { text: string }) => item.text !== '',
        ...(typeof legend === 'object' ? legend : {}),
      },
    },
    tooltip,
  },
  scales: { x, y },
}))
</script>

<template>
  <div :style="{ height: `${height}px` }">
    <Drawing :type="kind" :data="data as never" :options="options as never" role="img" :aria-label="words" />
  </div>
</template>
