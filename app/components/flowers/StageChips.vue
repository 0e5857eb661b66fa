<!-- How far the flower is that is chosen: one press; the right stage unless something else is said. -->
<script setup lang="ts">
import { stageNames } from '@virgulta/core/flowers/kinds'
import type { STAGES } from '@virgulta/core/flowers/kinds'

const stage = defineModel<(typeof STAGES)[number]>({ required: true })
</script>

<template>
  <div class="stages" role="group" aria-label="How far it is">
    <button
      v-for="s in ['right', 'young', 'open'] as const"
      :key="s"
      type="button"
      class="chip"
      :aria-pressed="stage === s"
      @click="stage = s"
    >
      {{ stageNames[s] }}
    </button>
    <p v-if="stage === 'open'" class="doubt small">
      Its seed will be doubtful: other pollen may have come first.
    </p>
  </div>
</template>

<style scoped>
.stages {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.stages p {
  margin: 0;
  width: 100%;
}
</style>
