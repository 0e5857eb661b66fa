<!-- A mark as it is tied or inked: beads or strokes in groups with a gap between, the flower at the left. -->
<script setup lang="ts">
import type { MarkKind } from '@virgulta/core/tags/marks'
import { markInWords } from '@virgulta/core/tags/marks'

const { mark, of } = defineProps<{ mark: string; of: MarkKind }>()
const pieces = computed(() => {
  const at: number[] = []
  let x = 22
  for (const group of mark.split('-').map(Number)) {
    for (let i = 0; i < group; i++, x += 12) at.push(x)
    x += 14
  }
  return at
})
const width = computed(() => (pieces.value.at(-1) ?? 0) + 22)
</script>

<template>
  <svg
    class="mark"
    :viewBox="`0 0 ${width} 24`"
    :style="{ width: `${width}px` }"
    role="img"
    :aria-label="markInWords(mark, of)"
  >
    <path class="stalk" :d="`M10 12H${width - 4}`" />
    <circle class="flower" cx="8" cy="12" r="6" />
    <template v-for="x in pieces" :key="x">
      <circle v-if="of === 'beads'" class="bead" :cx="x" cy="12" r="5" />
      <path v-else class="stroke" :d="`M${x} 5V19`" />
    </template>
  </svg>
</template>

<style scoped>
.mark {
  height: 24px;
  vertical-align: middle;
}
.stalk {
  stroke: var(--sap);
  stroke-width: 2.5;
}
.flower {
  fill: color-mix(in srgb, var(--seed) 20%, var(--sheet));
  stroke: var(--ink);
  stroke-width: 1.2;
}
.bead {
  fill: var(--ink);
  stroke: var(--sheet);
  stroke-width: 1;
}
.stroke {
  stroke: var(--ink);
  stroke-width: 3;
}
</style>
