<!-- One stop of the round on the desk: what, why, the usual answer with one press, the others when opened. -->
<script setup lang="ts">
import { mdiChevronDown, mdiChevronUp } from '@mdi/js'
import type { RoundStop } from '#shared/round'

const { stop, isOpen, readonly } = defineProps<{ stop: RoundStop, isOpen: boolean, readonly: boolean }>()
const emit = defineEmits<{ toggle: [] }>()
const to = computed(() => ({ cross: `/crosses/${stop.crossId}`, flower: `/crosses/${stop.crossId}?flower=${stop.subject.id}`, seedLot: `/seed/packets/${stop.subject.id}`, sowing: `/seed/trays/${stop.subject.id}` } as Record<string, string>)[stop.subject.type] ?? `/plants/${stop.plantId}`)
const garden = useGardenStore()
const log = useLogStore()
const guide = computed(() => garden.cropOf(stop.crop)!.guide)
const answers = computed(() => stop.flower ? [...answersAt(stop.step, stop.flower, guide.value), lostAnswer(stop.flower, guide.value)] : bloomAnswers(stop, garden.today))
const usual = computed(() => answers.value.find(a => a.tone === 'main'))
const isBusy = ref(false)
async function give() {
  isBusy.value = true
  await log.note(usual.value!.drafts(''))
  isBusy.value = false
}
</script>

<template>
  <li class="stop" :class="{ open: isOpen }">
    <div class="line">
      <TagLabel :code="stop.code" :to="to" />
      <div class="what">
        <strong>{{ questions[stop.step] }}</strong>
        <span v-if="stop.plant" class="small">{{ stop.plant.name }}</span>
        <CrossName v-else-if="stop.seedParent" :seed-parent="stop.seedParent" :pollen-parent="stop.pollenParent" class="small" />
      </div>
      <p class="why small quiet">
        {{ stop.because }}
        <span v-if="stop.overdue" class="doubt late">{{ stop.overdue }} {{ stop.overdue === 1 ? 'day' : 'days' }} late</span>
      </p>
      <div class="acts">
        <template v-if="readonly" />
        <template v-else-if="usual && garden.mayNote">
          <v-btn size="small" :disabled="isBusy" :aria-label="`${usual.label}: ${stop.code}`" @click="give">{{ usual.label }}</v-btn>
          <v-btn size="small" class="quietly more" :icon="isOpen ? mdiChevronUp : mdiChevronDown" :aria-expanded="isOpen" :aria-label="`Other answers: ${stop.code}`" @click="emit('toggle')" />
        </template>
        <v-btn v-else size="small" :to="to">Open</v-btn>
      </div>
    </div>
    <div v-if="isOpen" class="answers">
      <p>{{ cueOf(stop.step, guide).yes }} <EstimateMark v-if="stop.estimate" :estimate="stop.estimate" v-bind="markOf(waitBefore[stop.step]!, stop.crop)" class="quiet" /></p>
      <AnswerKeys :answers="answers" />
    </div>
  </li>
</template>

<style scoped>
.stop { border-bottom: 1px solid var(--rule); padding: 7px 0; }
.stop:last-child { border: 0; }
.line { display: grid; grid-template-columns: 110px minmax(0, 1.3fr) minmax(0, 1fr) auto; gap: 12px; align-items: center; }
.what { display: grid; min-width: 0; }
.what :deep(.cross-name) { flex-wrap: wrap; column-gap: 6px; row-gap: 0; }
.why { margin: 0; }
.late { font-weight: 650; }
.acts { display: flex; gap: 6px; justify-content: end; min-width: 132px; }
.more { width: 30px; height: 30px; }
.answers { padding: 10px 0 8px 122px; max-width: 620px; }
@media (max-width: 700px) { .line { grid-template-columns: auto 1fr; } .why { grid-column: 1 / -1; } .acts { grid-column: 1 / -1; justify-content: start; } .answers { padding-left: 0; } }
</style>
