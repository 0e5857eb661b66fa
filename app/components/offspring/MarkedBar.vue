<!-- What can be done with plants that are marked, all at once and taken back as one. -->
<script setup lang="ts">
import type { Draft } from '@virgulta/core/log/entry'
import { counted } from '@virgulta/core/formats/counted'
import type { Plant } from '@virgulta/core/plants/plant'

const { plants, verdictReasons } = defineProps<{
  /** those that are marked */
  plants: Plant[]
  verdictReasons: Record<VerdictWord, string[]>
}>()
const emit = defineEmits<{ note: [drafts: Draft[]]; none: [] }>()
/** The verdict that waits for its reason. */
const verdict = defineModel<VerdictWord | null>('verdict', { required: true })
const asking = ref<'move' | 'strike' | 'lost' | null>(null)
const garden = useGardenStore()
const place = ref<string | null>(null)
const lostReasons = computed(() => garden.cropOf(plants[0]?.crop ?? '')?.guide.lostReasons ?? [])
const STRIKE_REASONS = ['sickly', 'weak stem', 'sets no seed', 'did not stand the weather']

const each = (draft: (plant: Plant) => Draft) => emit('note', plants.map(draft))
function judge(reason: string) {
  const word = verdict.value!
  each(({ id }) => ({ kind: 'judged', subjectId: id, payload: { verdict: word, reason } }))
  verdict.value = null
}
function move() {
  each(({ id, name, plantKind, note }) => ({
    kind: 'plantDescribed',
    subjectId: id,
    payload: { name, plantKind, note, placeId: place.value },
  }))
  asking.value = null
}
function strike(reason: string) {
  each(({ id }) => ({ kind: 'struckOff', subjectId: id, payload: { reason } }))
  asking.value = null
}
function lose(reason: string) {
  each(({ id }) => ({ kind: 'plantLost', subjectId: id, payload: { reason } }))
  asking.value = null
  emit('none')
}
function choose(word: VerdictWord) {
  asking.value = null
  verdict.value = word
}
function ask(what: 'move' | 'strike' | 'lost') {
  verdict.value = null
  asking.value = what
}
</script>

<template>
  <div class="bar" role="region" aria-label="Marked plants">
    <div class="row">
      <strong>{{ counted(plants.length, 'plant') }} marked</strong>
      <template v-if="garden.mayNote">
        <v-btn v-for="word in VERDICT_WORDS" :key="word" class="quietly" @click="choose(word)">{{
          word
        }}</v-btn>
        <v-btn class="quietly" @click="ask('move')">Move</v-btn>
        <v-btn class="quietly" @click="ask('strike')">Strike off</v-btn>
        <v-btn class="quietly" @click="ask('lost')">Lost</v-btn>
      </template>
      <slot />
      <v-btn variant="text" class="quietly" @click="emit('none')">Mark none</v-btn>
    </div>
    <ReasonChips
      v-if="verdict"
      :reasons="verdictReasons[verdict]"
      :question="`Why ${verdict} ${plants.length === 1 ? plants[0]!.code : `these ${plants.length}`}?`"
      numbered
      @choose="judge"
    />
    <ReasonChips
      v-else-if="asking === 'strike'"
      :reasons="STRIKE_REASONS"
      question="Why are they not to be parents any more?"
      @choose="strike"
    />
    <ReasonChips
      v-else-if="asking === 'lost'"
      :reasons="lostReasons"
      question="What happened to them?"
      @choose="lose"
    />
    <form v-else-if="asking === 'move'" class="row" novalidate @submit.prevent="move">
      <PlaceSelect v-model="place" class="place" />
      <v-btn type="submit" variant="flat" height="40">Move them</v-btn>
      <v-btn variant="text" class="quietly" @click="asking = null">Back</v-btn>
    </form>
  </div>
</template>

<style scoped>
.bar {
  display: grid;
  gap: 10px;
  padding: 8px 10px;
  margin-bottom: 8px;
  background: var(--wash);
  border-radius: var(--radius);
}
.place {
  min-width: 220px;
}
</style>
