<!-- One flower: the step that is due with its cue and answers, its doubts, and its part of the log. -->
<script setup lang="ts">
import { aliveInWords } from '~/components/pollen/pollenWords'
import { passDraft } from '@virgulta/core/flowers/answers'
import type { FlowerDue } from '@virgulta/core/flowers/due'
import type { Flower } from '@virgulta/core/flowers/flower'
import { stepsOf } from '@virgulta/core/flowers/method'
import type { SchoolStep } from '@virgulta/core/flowers/schools'
import { schoolWords } from '@virgulta/core/flowers/schools'
import { schoolsUsed } from '@virgulta/core/flowers/schoolsUsed'
import type { FlowerStep } from '@virgulta/core/flowers/steps'
import { clusterInWords } from '@virgulta/core/flowers/units'
import { statusWords } from '@virgulta/core/flowers/words'
import type { Ripening } from '@virgulta/core/garden/fruits'
import { cutInWords } from '@virgulta/core/garden/fruits'
import type { TubeForCross } from '@virgulta/core/garden/pollen'
import type { Plant } from '@virgulta/core/plants/plant'
import { WORK, answersAt, questionAt } from '@virgulta/core/round/work'
import { dayInWords } from '@virgulta/core/time/days'
import type { CrossPage } from '#shared/crosses'
import type { Parent } from '#shared/parent'
import type { LogLine } from '#shared/entries'

const {
  flower,
  due,
  doubts,
  crop,
  seedParent,
  pollenParent,
  pollen,
  tubes = [],
  lines = [],
  ripening = null,
} = defineProps<{
  flower: Flower
  due: FlowerDue | null
  /** what makes its seed doubtful, where it stood */
  doubts: string[]
  crop: string
  seedParent: Parent
  pollenParent: Parent | null
  /** what was alive in the tube its pollen came out of */
  pollen?: CrossPage['pollen'][string]
  /** tubes of the pollen parent that could be used now */
  tubes?: TubeForCross[]
  /** when its fruit is ripe, while it hangs */
  ripening?: Ripening | null
  /** what was noted on it */
  lines?: LogLine[]
}>()
const emit = defineEmits<{ harvest: []; print: [] }>()
const garden = useGardenStore()
const log = useLogStore()
const guide = computed(() => garden.cropOf(crop)!.guide)
const day = ref(garden.today)

/** Steps that can be noted out of turn, for those who did more than one thing before they wrote it down. */
const steps = computed(() => stepsOf(guide.value).filter(step => step !== 'choose'))
const { pass, passed } = usePass(guide, () => flower)
const chosenStep = ref<FlowerStep | null>(null)
const step = computed(() => chosenStep.value ?? due?.step ?? null)
watch(
  () => [flower.id, flower.status],
  () => (chosenStep.value = null),
)
const answers = computed(() =>
  step.value ? answersAt(step.value, flower, guide.value, pass.value, ripening?.advice) : [],
)
const counted = computed(() => clusterInWords(flower))
const isEarly = computed(() => due && due.from > garden.today && !chosenStep.value)

/** The schools it was worked by, as far as the log tells. */
const used = computed(() =>
  Object.entries(schoolsUsed(flower, garden.garden!.zone)).map(([step, school]) =>
    schoolWords(step as SchoolStep, school),
  ),
)
const otherFather = ref<Plant | null>(null)
const isChoosingFather = ref(false)
const selfAsked = computed(() => log.problem?.code === 'self-meant')
const { run: pollinateFrom } = useOnce(async (selfMeant: boolean) => {
  const father = otherFather.value
  if (father && (await log.note([passDraft(flower.id, father.id, selfMeant, pass.value)], day.value))) {
    passed(father.id)
    isChoosingFather.value = false
    otherFather.value = null
  }
})
</script>

<template>
  <div class="panel stack">
    <div class="row spread">
      <TagLabel :code="flower.code" large :ended="!due" />
      <v-btn size="small" class="quietly" @click="emit('print')">Print its tag</v-btn>
      <span class="status" :class="flower.status">{{ statusWords[flower.status] }}</span>
    </div>
    <CrossName :seed-parent="seedParent" :pollen-parent="pollenParent" />
    <TornNotes :flower="flower" />
    <p v-if="counted" class="small">{{ counted }}</p>
    <p v-if="pollen" class="small">
      Pollen out of tube <NuxtLink :to="`/pollen/${pollen.tubeId}`" class="code">{{ pollen.code }}</NuxtLink>:
      {{ aliveInWords(pollen.alive) }} were alive then<template
        v-if="flower.failed && pollen.alive.median < 0.35"
        >; weak pollen may be why it failed</template
      >.
    </p>
    <p v-for="doubt in [...doubts, ...(pollen?.doubts ?? [])]" :key="doubt" class="doubt hatch">
      Doubt: {{ doubt }}.
    </p>

    <template v-if="step">
      <div>
        <h2 class="ask">
          {{ questionAt(step, guide)
          }}<template v-if="step === 'pollinate' && pollenParent"> from {{ pollenParent.name }}</template>
        </h2>
        <p v-if="due && !chosenStep" class="quiet">
          {{ due.because }}
          <EstimateMark
            v-if="due.estimate"
            :estimate="due.estimate"
            v-bind="markOf(WORK[due.step].wait!, crop)"
          />
          <template v-if="isEarly"> Due from {{ dayInWords(due.from) }}.</template>
        </p>
        <p v-if="ripening && step === 'harvest'">{{ cutInWords(ripening, garden.today) }}</p>
        <StopCue :step="step" :guide="guide" class="drawing" />
        <CautionLines :step="step" :guide="guide" />
        <PassChips
          v-if="step === 'pollinate' && garden.mayNote"
          v-model="pass"
          :guide="guide"
          :is-self="seedParent.id === pollenParent?.id"
          :blooms="flower.blooms"
          :tubes="tubes"
        />
      </div>
      <v-btn v-if="step === 'harvest' && garden.mayNote" variant="flat" height="56" @click="emit('harvest')"
        >Harvest</v-btn
      >
      <AnswerKeys :answers="answers" :day="day" @noted="step === 'pollinate' && passed()" />
      <div v-if="step === 'pollinate' && garden.mayNote">
        <v-btn v-if="!isChoosingFather" variant="text" @click="isChoosingFather = true"
          >From another pollen parent</v-btn
        >
        <form v-else class="stack" @submit.prevent="pollinateFrom(false)">
          <PlantPicker v-model="otherFather" label="Pollen parent" :crop="crop" />
          <p v-if="selfAsked" class="doubt">{{ log.problem!.sentence }}</p>
          <div class="row">
            <v-btn type="submit" :disabled="!otherFather">Pollinated from it</v-btn
            ><v-btn v-if="selfAsked" @click="pollinateFrom(true)">Yes, a self is meant</v-btn>
          </div>
        </form>
      </div>
      <details v-if="garden.mayNote">
        <summary>Another step, or an earlier day</summary>
        <div class="stack late">
          <DayField v-model="day" label="Done on" />
          <div class="row">
            <v-btn
              v-for="s in steps"
              :key="s"
              size="small"
              class="quietly"
              :variant="s === step ? 'tonal' : 'outlined'"
              @click="chosenStep = s"
              >{{ WORK[s].words }}</v-btn
            >
          </div>
        </div>
      </details>
    </template>
    <p v-else class="quiet">Nothing more is due at this flower. What was noted can be taken back below.</p>
    <p v-if="used.length" class="quiet small">Done this way: {{ used.join(' · ') }}.</p>
    <section v-if="lines.length">
      <h3>Noted here</h3>
      <LogLines :lines="lines" :with-code="false" />
    </section>
  </div>
</template>

<style scoped>
.ask {
  font-size: 22px;
}
.drawing :deep(svg) {
  max-height: 132px;
}
.status {
  font-weight: 650;
}
.status.failed,
.status.lost,
.status.missed {
  color: var(--fail);
}
.status.taken,
.status.harvested {
  color: var(--sap);
}
summary {
  cursor: pointer;
  color: var(--sap);
}
.late {
  padding-top: 12px;
}
</style>
