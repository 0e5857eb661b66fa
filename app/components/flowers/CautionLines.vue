<!-- The cautions of a step, short; each can be hidden for the garden, and comes back on the page that lists them all. -->
<script setup lang="ts">
import type { CautionId } from '@virgulta/core/crops/cautions'
import { CAUTIONS, cautionsAt } from '@virgulta/core/crops/cautions'
import type { CropGuide } from '@virgulta/core/crops/guide'
import type { RoundStep } from '@virgulta/core/round/work'
import { WORK } from '@virgulta/core/round/work'
import { v7 } from 'uuid'

const {
  step,
  guide,
  only = null,
} = defineProps<{
  step: RoundStep
  guide: CropGuide
  /** on a page of many steps: those that are told here; absent: all of the step */
  only?: CautionId[] | null
}>()
const garden = useGardenStore()
const log = useLogStore()
/** The latest note about a caution counts, whichever it changes. */
const hide = (caution: CautionId) =>
  log.note([
    {
      kind: 'customSet',
      subjectId: v7(),
      payload: { custom: { about: 'caution', caution, isHidden: true } },
    },
  ])
const found = computed(() =>
  (
    only ??
    cautionsAt(
      { step, tools: WORK[step].tools?.(guide) ?? [] },
      guide.cautions,
      garden.garden?.hiddenCautions,
    )
  ).map(id => ({ id, words: CAUTIONS[id].words })),
)
</script>

<template>
  <div v-if="found.length" class="caution small">
    <p v-for="caution in found" :key="caution.id">
      {{ caution.words }}
      <button
        v-if="garden.mayNote"
        type="button"
        class="link known"
        :aria-label="`Known, hide it: ${caution.words}`"
        @click="hide(caution.id)"
      >
        Known
      </button>
    </p>
    <p class="quiet">
      Follow the product label and your local rules. <NuxtLink to="/guides/cautions">All cautions</NuxtLink>
    </p>
  </div>
</template>

<style scoped>
.caution p {
  margin: 0;
}
.known {
  min-height: 24px;
  padding: 2px 6px;
}
</style>
