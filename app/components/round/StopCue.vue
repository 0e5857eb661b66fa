<!-- The cue of a step: its drawing, which opens large, and the words for yes and for not. -->
<script setup lang="ts">
import type { CropGuide } from '@virgulta/core/crops/guide'
import { FLOWER_WORK } from '@virgulta/core/flowers/work'
import type { RoundStep } from '@virgulta/core/round/work'
import { cueOf, isFlowerStep, questionAt } from '@virgulta/core/round/work'

const { step, guide } = defineProps<{
  step: RoundStep
  guide: CropGuide
  /** the drawing alone */ wordless?: boolean
}>()
const cue = computed(() => cueOf(step, guide))
/** The step, where there is a flower to draw. */
const drawn = computed(() => (isFlowerStep(step) ? step : null))
const isLarge = ref(false)
</script>

<template>
  <div class="cue-block">
    <button
      v-if="drawn"
      type="button"
      class="picture"
      :aria-label="`Show large: ${questionAt(step, guide)}`"
      @click="isLarge = true"
    >
      <FlowerDrawing
        :form="guide.form"
        :picture="FLOWER_WORK[drawn].picture(guide, 'yes')"
        :words="cue.yes"
      />
    </button>
    <template v-if="!wordless">
      <p class="cue">{{ cue.yes }}</p>
      <p v-for="no in cue.no" :key="no" class="quiet small">Not: {{ no }}</p>
      <p v-if="cue.hint" class="quiet small">{{ cue.hint }}</p>
      <p v-if="cue.sign" class="quiet small">Sign afterwards: {{ cue.sign }}</p>
    </template>
    <StepLarge v-if="drawn" v-model="isLarge" :step="drawn" :guide="guide" />
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
