<!-- One anther at the tip of its stalk: closed, shedding, gone with the cut stalk left, or the one that was forgotten. -->
<script setup lang="ts">
const { length, state } = defineProps<{ length: number; state: 'closed' | 'shedding' | 'removed' | 'left' }>()
const dust = [
  [-9, -4],
  [8, -7],
  [-5, -13],
  [10, 3],
  [2, -17],
  [-11, 5],
] as const
</script>

<template>
  <g class="anther" :class="state">
    <path
      class="filament"
      :d="`M0 0C2 ${-length * 0.4}-2 ${-length * 0.7} 0 ${state === 'removed' ? -length * 0.72 : -length}`"
    />
    <ellipse class="head" :cy="-length - 6" rx="5.5" ry="10" />
    <circle v-if="state === 'left'" class="ring" :cy="-length - 6" r="17" />
    <circle
      v-for="([x, y], i) in state === 'shedding' || state === 'left' ? dust : []"
      :key="i"
      class="grain"
      :cx="x"
      :cy="y - length - 6"
      r="1.8"
    />
  </g>
</template>
