<!-- One flower: the step that is due with its cue and answers, its doubts, and its part of the log. -->
<script setup lang="ts">
import type { Plant } from '@virgulta/core/plants/plant'
import type { FlowerDue, FlowerStep } from '@virgulta/core/flowers/due'
import type { Flower } from '@virgulta/core/flowers/flower'
import { dayInWords } from '@virgulta/core/time/days'
import type { Parent } from '#shared/crosses'
import type { LogLine } from '#shared/entries'

const { flower, due, crop, seedParent, pollenParent, lines = [] } = defineProps<{
  flower: Flower
  due: FlowerDue | null
  crop: string
  seedParent: Parent
  pollenParent: Parent | null
  /** what was noted on it */
  lines?: LogLine[]
}>()
const emit = defineEmits<{ harvest: [] }>()
const garden = useGardenStore()
const log = useLogStore()
const guide = computed(() => garden.cropOf(crop)!.guide)
const day = ref(garden.today)

/** Steps that can be noted out of turn, for those who did more than one thing before they wrote it down. */
const steps = computed<FlowerStep[]>(() => [...guide.value.emasculation.needed ? ['emasculate', 'lensCheck'] as const : [], 'isolate', 'look', 'pollinate', 'takeLook', 'harvest'])
const chosenStep = ref<FlowerStep | null>(null)
const step = computed(() => chosenStep.value ?? due?.step ?? null)
watch(() => [flower.id, flower.status], () => chosenStep.value = null)
const answers = computed(() => step.value ? [...answersAt(step.value, flower, guide.value), lostAnswer(flower, guide.value)] : [])
const cue = computed(() => step.value && cueOf(step.value, guide.value))
const isEarly = computed(() => due && due.from > garden.today && !chosenStep.value)

const otherFather = ref<Plant | null>(null)
const isChoosingFather = ref(false)
const selfAsked = computed(() => log.problem?.code === 'self-meant')
async function pollinateFrom(selfMeant = false) {
  const father = otherFather.value
  if (father && await log.note([{ kind: 'pollinated', subjectId: flower.id, payload: { pollenParentId: father.id, selfMeant } }], day.value)) {
    isChoosingFather.value = false
    otherFather.value = null
  }
}
</script>

<template>
  <div class="panel stack">
    <div class="row spread">
      <TagLabel :code="flower.code" large :ended="!due" />
      <span class="status" :class="flower.status">{{ statusWords[flower.status] }}</span>
    </div>
    <CrossName :seed-parent="seedParent" :pollen-parent="pollenParent" />
    <p v-for="doubt in flower.doubts" :key="doubt" class="doubt hatch">Doubt: {{ doubt }}.</p>

    <template v-if="step && cue">
      <div>
        <h2 class="ask">{{ questions[step] }}<template v-if="step === 'pollinate' && pollenParent"> from {{ pollenParent.name }}</template></h2>
        <p v-if="due && !chosenStep" class="quiet">
          {{ due.because }} <EstimateMark v-if="due.estimate" :estimate="due.estimate" v-bind="markOf(waitBefore[due.step]!, crop)" />
          <template v-if="isEarly"> Due from {{ dayInWords(due.from) }}.</template>
        </p>
        <FlowerDrawing :form="guide.form" :step="step" class="drawing" />
        <p class="cue">{{ cue.yes }}</p>
        <p v-for="no in cue.no" :key="no" class="quiet small">Not: {{ no }}</p>
        <p v-if="cautionOf(step, guide)" class="caution small">{{ cautionOf(step, guide) }}</p>
      </div>
      <v-btn v-if="step === 'harvest' && garden.mayNote" variant="flat" height="56" @click="emit('harvest')">Harvest</v-btn>
      <AnswerKeys :answers="answers" :day="day" />
      <div v-if="step === 'pollinate' && garden.mayNote">
        <v-btn v-if="!isChoosingFather" variant="text" @click="isChoosingFather = true">From another pollen parent</v-btn>
        <form v-else class="stack" @submit.prevent="pollinateFrom(false)">
          <PlantPicker v-model="otherFather" label="Pollen parent" :crop="crop" />
          <p v-if="selfAsked" class="doubt">{{ log.problem!.sentence }}</p>
          <div class="row"><v-btn type="submit" :disabled="!otherFather">Pollinated from it</v-btn><v-btn v-if="selfAsked" @click="pollinateFrom(true)">Yes, a self is meant</v-btn></div>
        </form>
      </div>
      <details v-if="garden.mayNote">
        <summary>Another step, or an earlier day</summary>
        <div class="stack late">
          <DayField v-model="day" label="Done on" />
          <div class="row"><v-btn v-for="s in steps" :key="s" size="small" class="quietly" :variant="s === step ? 'tonal' : 'outlined'" @click="chosenStep = s">{{ stepWords[s] }}</v-btn></div>
        </div>
      </details>
    </template>
    <p v-else class="quiet">Nothing more is due at this flower. What was noted can be taken back below.</p>
    <section v-if="lines.length"><h3>Noted here</h3><LogLines :lines="lines" :with-code="false" /></section>
  </div>
</template>

<style scoped>
.ask { font-size: 22px; }
.cue { font-size: 16px; margin-top: 6px; }
.drawing { max-height: 132px; }
.status { font-weight: 650; }
.status.failed, .status.lost, .status.missed { color: var(--fail); }
.status.taken, .status.harvested { color: var(--sap); }
summary { cursor: pointer; color: var(--sap); }
.late { padding-top: 12px; }
</style>
