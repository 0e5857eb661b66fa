<!-- The cue of a step: its drawing, which opens large, and the words for yes and for not. -->
<script setup lang="ts">
import type { CropGuide } from '@virgulta/core/crops/guide'
import { FLOWER_STEPS } from '@virgulta/core/flowers/steps'
import type { RoundStep } from '@virgulta/core/round/round'

const { step, guide } = defineProps<{
  step: RoundStep
  guide: CropGuide
  /** the drawing alone */ wordless?: boolean
}>()
const cue = computed(() => cueOf(step, guide))
const isDrawn = computed(() => (FLOWER_STEPS as readonly string[]).includes(step))
const isLarge = ref(false)
</script>

<template>
  <div class="cue-block">
    <button
      v-if="isDrawn"
      type="button"
      class="picture"
      :aria-label="`Show large: ${questions[step]}`"
      @click="isLarge = true"
    >
      <FlowerDrawing :form="guide.form" :picture="pictureAt(step, guide)" :words="cue.yes" />
    </button>
    <template v-if="!wordless">
      <p class="cue">{{ cue.yes }}</p>
      <p v-for="no in cue.no" :key="no" class="quiet small">Not: {{ no }}</p>
    </template>
    <StepLarge v-if="isDrawn" v-model="isLarge" :step="step" :guide="guide" />
  </div>
</template>

<style scoped>
.cue-block {
  display: grid;
  gap: 6px;
  margin-top: 8px;
  justify-items: start;
  width: 100%;
}
.picture {
  border: 0;
  padding: 0;
  background: none;
  width: 100%;
  cursor: zoom-in;
}
.picture :deep(svg) {
  max-height: 190px;
  display: block;
}
.cue-block p {
  margin: 0;
}
.cue {
  font-size: 17px;
}
</style>
