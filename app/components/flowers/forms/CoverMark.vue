<!-- What keeps other pollen out: a mesh bag, a paper bag, a tie or a clip, over a flower of so many units. -->
<script setup lang="ts">
import type { FlowerPicture } from '@virgulta/core/flowers/picture'

const {
  kind,
  width,
  height,
  neck = 14,
} = defineProps<{
  kind: NonNullable<FlowerPicture['cover']>
  width: number
  height: number
  /** where it is drawn together, below the flower */ neck?: number
}>()
const outline = computed(
  () =>
    `M-7 ${neck}C${-width * 1.25} ${neck - 14} ${-width} ${-height} 0 ${-height} ${width} ${-height} ${width * 1.25} ${neck - 14} 7 ${neck}`,
)
</script>

<template>
  <g class="cover" :class="kind">
    <template v-if="kind === 'mesh'">
      <path class="bag" :d="outline" />
      <path class="threads" :d="outline" />
      <path
        class="tie"
        :d="`M-10 ${neck}Q0 ${neck + 6} 10 ${neck}M2 ${neck + 3}l12 10M-2 ${neck + 3}l-10 11`"
      />
    </template>
    <template v-else-if="kind === 'paper'">
      <path
        class="bag"
        :d="`M-12 ${neck}L${-width * 0.9} ${neck - 26}V${-height}H${width * 0.9}V${neck - 26}L12 ${neck}`"
      />
      <path
        class="fold"
        :d="`M${-width * 0.9} ${-height + 14}H${width * 0.9}M${-width * 0.4} ${-height}V${neck - 22}`"
      />
      <path class="tie" :d="`M-13 ${neck - 2}h26M2 ${neck}l12 9`" />
    </template>
    <template v-else-if="kind === 'tie'"
      ><path
        class="tape"
        :d="`M${-width * 0.42} ${-height * 0.8}Q0 ${-height * 0.72} ${width * 0.42} ${-height * 0.8}`" /><path
        class="tie"
        :d="`M${width * 0.36} ${-height * 0.79}l16-9M${width * 0.36} ${-height * 0.77}l15 9`"
    /></template>
    <template v-else
      ><path
        class="clip"
        :d="`M-15 ${-height * 0.86}h30M-15 ${-height * 0.78}h30M15 ${-height * 0.86}v${height * 0.08}M-15 ${-height * 0.86}l-9-6M-15 ${-height * 0.78}l-9 6`"
    /></template>
  </g>
</template>
