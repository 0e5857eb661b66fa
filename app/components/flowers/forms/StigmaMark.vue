<!-- The tip of a style: dull, shining, dark, or with grains on it. -->
<script setup lang="ts">
import type { FlowerPicture } from '@virgulta/core/flowers/picture'

const { state, kind = 'dot' } = defineProps<{
  state: FlowerPicture['stigma']
  /** hairy rather than shining */ isFuzzy?: boolean
  kind?: 'dot' | 'lobes' | 'broad' | 'fork' | 'plume'
}>()
const isOpen = computed(() => state === 'receptive' || state === 'pollinated')
/** Short hairs all round the tip. */
const hairs = Array.from({ length: 12 }, (_, i) => {
  const [x, y] = [Math.cos((i * Math.PI) / 6), Math.sin((i * Math.PI) / 6)]
  return `M${(7 * x).toFixed(1)} ${(7 * y).toFixed(1)}L${(14 * x).toFixed(1)} ${(14 * y).toFixed(1)}`
}).join('')
const grains = [
  [-7, -6],
  [0, -10],
  [7, -5],
  [-3, -2],
  [4, 0],
] as const
</script>

<template>
  <g class="stigma" :class="state">
    <circle v-if="kind === 'dot'" class="tip" :r="isOpen ? 8 : 5.5" />
    <template v-else-if="kind === 'lobes'"
      ><path
        v-for="a in isOpen ? [-52, 0, 52] : [-8, 0, 8]"
        :key="a"
        class="tip"
        :transform="`rotate(${a})`"
        d="M-4 3C-8-8-5-18 0-19 5-18 8-8 4 3Z"
    /></template>
    <template v-else-if="kind === 'broad'"
      ><ellipse
        v-for="x in [-17, 0, 17]"
        :key="x"
        class="tip"
        :cx="x"
        cy="-2"
        :rx="isOpen ? 11 : 9"
        :ry="isOpen ? 13 : 10"
    /></template>
    <template v-else-if="kind === 'fork'"
      ><path
        v-for="side in [-1, 1]"
        :key="side"
        class="stroke"
        :transform="`scale(${side} 1)`"
        :d="isOpen ? 'M0 4C2-6 12-12 14-4 14 0 11 2 9 0' : 'M1 4V-12'"
    /></template>
    <template v-else
      ><path
        v-for="a in isOpen ? [-70, -46, -22, 22, 46, 70] : [-14, 14]"
        :key="a"
        class="stroke thin"
        :transform="`rotate(${a})`"
        d="M0 2C3-8 2-16 0-24"
    /></template>
    <path v-if="isFuzzy" class="stroke thin" :d="hairs" />
    <circle v-else-if="state === 'receptive'" class="shine" cx="-2.5" cy="-3" r="2.4" />
    <template v-if="state === 'pollinated'"
      ><circle v-for="([x, y], i) in grains" :key="i" class="grain" :cx="x" :cy="y" r="2.6"
    /></template>
  </g>
</template>
