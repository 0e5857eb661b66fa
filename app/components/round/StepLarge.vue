<!-- A step on the whole screen: what it should look like beside what it should not, and what comes after it. -->
<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import type { CropGuide } from '@virgulta/core/crops/guide'
import { stepsOf } from '@virgulta/core/flowers/method'
import type { CueSide } from '@virgulta/core/flowers/picture'
import type { FlowerStep } from '@virgulta/core/flowers/steps'
import { FLOWER_WORK } from '@virgulta/core/flowers/work'
import { cueOf, questionAt } from '@virgulta/core/round/work'

const isOpen = defineModel<boolean>({ required: true })
const { step, guide } = defineProps<{ step: FlowerStep; guide: CropGuide }>()
const cue = computed(() => cueOf(step, guide))
const sides = computed<{ side: CueSide; heading: string; words: string }[]>(() => {
  const [first, second] = cue.value.no
  const not =
    second === undefined
      ? [{ side: 'old' as const, words: first }]
      : [
          { side: 'young' as const, words: first },
          { side: 'old' as const, words: second },
        ]
  const { sign } = cue.value
  return [
    { side: 'yes', heading: 'Yes', words: cue.value.yes },
    ...(sign ? [{ side: 'sign' as const, heading: 'Sign afterwards', words: sign }] : []),
    ...not.flatMap(({ side, words }) =>
      words ? [{ side, heading: side === 'young' ? 'Not yet' : 'Not', words }] : [],
    ),
  ]
})
const next = computed(() => {
  const steps = stepsOf(guide)
  const after = steps[steps.indexOf(step) + 1]
  return (
    after && { question: questionAt(after, guide).replace(/[^?]$/, '$&.'), words: cueOf(after, guide).yes }
  )
})
</script>

<template>
  <v-dialog v-model="isOpen" fullscreen :aria-label="questionAt(step, guide)">
    <div class="large">
      <header class="row spread">
        <h2>{{ questionAt(step, guide) }}</h2>
        <v-btn :icon="mdiClose" variant="text" aria-label="Close" @click="isOpen = false" />
      </header>
      <div class="sides">
        <figure v-for="s in sides" :key="s.side" :class="s.side">
          <FlowerDrawing
            :form="guide.form"
            :picture="FLOWER_WORK[step].picture(guide, s.side)"
            :words="s.words"
          />
          <figcaption>
            <strong v-if="sides.length > 1">{{ s.heading }}.</strong> {{ s.words }}
          </figcaption>
        </figure>
      </div>
      <p v-if="next" class="next">
        <span class="quiet">Then:</span> <strong>{{ next.question }}</strong> {{ next.words }}
      </p>
    </div>
  </v-dialog>
</template>

<style scoped>
.large {
  background: var(--paper);
  color: var(--ink);
  min-height: 100%;
  padding: 12px 20px 28px;
  display: grid;
  gap: 12px;
  align-content: start;
  overflow: auto;
}
.sides {
  display: grid;
  gap: 16px;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
}
figure {
  margin: 0;
  border-top: 3px solid var(--rule);
  padding-top: 6px;
}
figure.yes {
  border-color: var(--sap);
}
figure :deep(svg) {
  max-height: 34vh;
}
figcaption {
  font-size: 18px;
}
.next {
  border-top: 1px solid var(--rule);
  padding-top: 12px;
  font-size: 17px;
  margin: 0;
}
</style>
