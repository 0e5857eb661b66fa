<!-- One step of a guide: what it looks like, what to do, the schools in use, the cautions. -->
<script setup lang="ts">
import type { CautionId } from '@virgulta/core/crops/cautions'
import type { CropGuide } from '@virgulta/core/crops/guide'
import { omissionOf } from '@virgulta/core/flowers/method'
import { SCHOOL_STEP_NAMES, schoolWords } from '@virgulta/core/flowers/schools'
import type { FlowerStep } from '@virgulta/core/flowers/steps'
import { FLOWER_WORK } from '@virgulta/core/flowers/work'
import { cueOf, questionAt } from '@virgulta/core/round/work'

const { step, guide } = defineProps<{
  step: FlowerStep
  number: number
  guide: CropGuide
  /** those that are told at this step of the page */
  cautions: CautionId[]
}>()
const schools = computed(() =>
  (FLOWER_WORK[step].schools ?? []).flatMap(of => {
    const choice = guide.schools[of]
    return choice
      ? [
          {
            of,
            usual: schoolWords(of, choice.usual),
            others: choice.others.map(s => schoolWords(of, s)),
            why: choice.why,
          },
        ]
      : []
  }),
)
const cue = computed(() => cueOf(step, guide))
const ways = computed(() =>
  step === 'emasculate' && guide.emasculation.needed
    ? Object.entries(guide.emasculation.ways).map(([way, how]) => ({
        way: schoolWords('emasculation', way),
        how,
      }))
    : [],
)
</script>

<template>
  <li class="step">
    <StopCue :step="step" :guide="guide" wordless />
    <div class="words">
      <h3>
        <span class="figures quiet">{{ number }}</span> {{ questionAt(step, guide) }}
      </h3>
      <p>{{ cue.yes }}</p>
      <p v-for="no in cue.no" :key="no" class="quiet small">Not: {{ no }}</p>
      <p v-if="cue.sign" class="quiet small">Sign afterwards: {{ cue.sign }}</p>
      <p v-for="w in ways.slice(1)" :key="w.way" class="small">
        <strong>{{ w.way }}:</strong> {{ w.how }}
      </p>
      <p v-for="s in schools" :key="s.of" class="small">
        <span class="quiet">{{ SCHOOL_STEP_NAMES[s.of] }}:</span> <strong>{{ s.usual }}</strong><template
          v-if="s.others.length"
        >
          · {{ s.others.join(' · ') }}</template
        ><br /><span class="quiet">{{ s.why }}</span>
      </p>
      <p v-if="omissionOf(guide, step)" class="small doubt">
        Left out, the seed is doubtful: {{ omissionOf(guide, step) }}.
      </p>
      <CautionLines :step="step" :guide="guide" :only="cautions" />
    </div>
  </li>
</template>

<style scoped>
.step {
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  padding: 12px 14px;
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr);
  gap: 14px;
  align-items: start;
  /* In columns each card is as high as its own words. */
  break-inside: avoid;
  margin-bottom: 12px;
}
.words {
  display: grid;
  gap: 6px;
  align-content: start;
}
.words p {
  margin: 0;
}
h3 {
  font-size: 18px;
}
@media (max-width: 600px) {
  .step {
    grid-template-columns: 1fr;
  }
}
</style>
