<!-- One stop of the round on the desk: what, why, and its answers when opened. -->
<script setup lang="ts">
import type { RoundStop } from '#shared/round'

const { stop, isOpen, readonly } = defineProps<{ stop: RoundStop, isOpen: boolean, readonly: boolean }>()
const emit = defineEmits<{ toggle: [] }>()
const to = computed(() => ({ flower: `/crosses/${stop.crossId}?flower=${stop.subject.id}`, seedLot: `/seed/packets/${stop.subject.id}`, sowing: `/seed/trays/${stop.subject.id}` } as Record<string, string>)[stop.subject.type]!)
const garden = useGardenStore()
const guide = computed(() => garden.cropOf(stop.crop)!.guide)
const answers = computed(() => stop.flower ? [...answersAt(stop.step, stop.flower, guide.value), lostAnswer(stop.flower, guide.value)] : [])
</script>

<template>
  <li class="stop" :class="{ open: isOpen }">
    <div class="line">
      <TagLabel :code="stop.code" :to="to" />
      <div class="what">
        <strong>{{ questions[stop.step] }}</strong>
        <CrossName :seed-parent="stop.seedParent" :pollen-parent="stop.pollenParent" class="small" />
      </div>
      <div class="why small quiet">
        <span>{{ stop.because }}</span>
        <EstimateMark v-if="stop.estimate" :estimate="stop.estimate" unit="days" what="days this step usually takes" />
        <span v-if="stop.overdue" class="doubt late">{{ stop.overdue }} {{ stop.overdue === 1 ? 'day' : 'days' }} late</span>
      </div>
      <v-btn v-if="!readonly && answers.length > 1" size="small" :aria-expanded="isOpen" @click="emit('toggle')">{{ isOpen ? 'Close' : 'Note' }}</v-btn>
      <v-btn v-else-if="!readonly" size="small" :to="to">Open</v-btn>
    </div>
    <div v-if="isOpen" class="answers">
      <p>{{ cueOf(stop.step, guide).yes }}</p>
      <AnswerKeys :answers="answers" />
    </div>
  </li>
</template>

<style scoped>
.stop { border-bottom: 1px solid var(--rule); padding: 7px 0; }
.stop:last-child { border: 0; }
.line { display: grid; grid-template-columns: 118px minmax(0, 1fr) minmax(0, 1fr) auto; gap: 12px; align-items: center; }
.what { display: grid; }
.why { display: flex; flex-wrap: wrap; gap: 2px 8px; }
.late { font-weight: 650; }
.answers { padding: 10px 0 8px 130px; max-width: 620px; }
@media (max-width: 700px) { .line { grid-template-columns: auto 1fr; } .why { grid-column: 1 / -1; } .answers { padding-left: 0; } }
</style>
