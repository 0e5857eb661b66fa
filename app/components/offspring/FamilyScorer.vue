<!-- What is noted of the plant that is looked at: a step with one press, a number with its digits, a remark, a verdict. -->
<script setup lang="ts">
import { mdiChevronLeft, mdiChevronRight } from '@mdi/js'
import { latestScore, scoreInWords } from '@virgulta/core/offspring/score'
import type { Trait } from '@virgulta/core/offspring/trait'
import { classNames } from '@virgulta/core/offspring/trait'
import type { Plant } from '@virgulta/core/plants/plant'
import { dayInWords } from '@virgulta/core/time/days'

const traitId = defineModel<string>('traitId', { required: true })
const typed = defineModel<string>('typed', { required: true })
const day = defineModel<string>('day', { required: true })
const scorer = defineModel<string>('scorer', { required: true })
const verdict = defineModel<VerdictWord | null>('verdict', { required: true })
const { plant, trait, tally, problem, judged, reasons, isBlind } = defineProps<{
  plant: Plant
  /** "3 of 12" */
  where: string
  trait: Trait
  traitChoices: { value: string; title: string }[]
  /** plants of the family in each class */
  tally: number[]
  /** what is wrong with what was typed */
  problem: string
  /** which a verdict is about: the one just scored, or the one that is shown; null: neither can be judged */
  judged: Plant | null
  reasons: string[]
  isBlind: boolean
  /** goes through all traits of a plant, not down the row in one */ isByPlant: boolean
}>()
const emit = defineEmits<{
  score: [value: number]
  typed: [by: 1 | -1]
  missing: []
  remark: [words: string]
  judge: [reason: string]
  move: [by: 1 | -1]
  way: []
}>()
const garden = useGardenStore()
const classes = computed(() => classNames(trait))
const value = computed(() => (isBlind ? undefined : latestScore(plant.scores, trait.id)?.value))
/** Every look at the plant in this trait, with who looked: out of sight while it is looked at anew. */
const looks = computed(() =>
  isBlind
    ? []
    : plant.scores
        .filter(score => score.trait === trait.id)
        .sort((a, b) => a.on.localeCompare(b.on))
        .map(
          ({ value: seen, on, by }) =>
            `${scoreInWords(trait, seen)} ${dayInWords(on, true)}${by ? ` (${by})` : ''}`,
        ),
)
const numberLabel = computed(() => {
  if (classes.value) return 'Number of the swatch'
  return trait.scale === 'measure' ? `${trait.name}, ${trait.unit}` : trait.name
})
const KEYS: Record<VerdictWord, string> = { keep: 'k', watch: 'w', discard: 'd' }

const remark = ref('')
const isRemarking = ref(false)
const remarkForm = useTemplateRef('remarkForm')
function noteRemark() {
  if (remark.value.trim() && remark.value.trim().length <= 300) emit('remark', remark.value.trim())
  remark.value = ''
  // The keys are the grid's again, and Enter presses nothing.
  if (document.activeElement instanceof HTMLElement) document.activeElement.blur()
  isRemarking.value = false
}
watch(
  () => plant.id,
  () => (isRemarking.value = false),
)
/** Opens the field for a remark, with the cursor in it. */
async function beginRemark() {
  isRemarking.value = true
  await nextTick()
  remarkForm.value?.querySelector('input')?.focus()
}
const isPhotographing = ref(false)
defineExpose({ beginRemark, photograph: () => (isPhotographing.value = true) })
</script>

<template>
  <PaperSheet class="scorer">
    <v-select v-model="traitId" label="Trait" :items="traitChoices" />
    <p class="quiet small hint">{{ trait.hint }}</p>
    <div class="row spread go">
      <v-btn
        class="quietly"
        :icon="mdiChevronLeft"
        variant="text"
        density="comfortable"
        aria-label="Plant before"
        @click="emit('move', -1)"
      />
      <span class="at">
        <TagLabel :code="plant.code" large :to="`/plants/${plant.id}`" />
        <span v-if="plant.name !== plant.code" class="small">{{ plant.name }}</span>
        <span class="quiet small"
          >{{ where
          }}<template v-if="plant.spot">, row {{ plant.spot.row }}, spot {{ plant.spot.at }}</template></span
        >
      </span>
      <v-btn
        class="quietly"
        :icon="mdiChevronRight"
        variant="text"
        density="comfortable"
        aria-label="Next plant"
        @click="emit('move', 1)"
      />
    </div>
    <p v-if="looks.length > 1" class="quiet small remark">Looks: {{ looks.join('; ') }}.</p>
    <p v-for="one in plant.remarks.slice(-2)" :key="one.words" class="quiet small remark">
      “{{ one.words }}”
    </p>
    <p v-if="plant.lost" class="doubt small">Lost: {{ plant.lost.reason }}.</p>
    <div v-if="classes" class="steps" role="group" data-many :aria-label="trait.name">
      <button
        v-for="(name, i) in classes"
        :key="name"
        type="button"
        class="step"
        :disabled="!garden.mayNote"
        :class="{ on: value === i }"
        :aria-pressed="value === i"
        @click="emit('score', i)"
      >
        <kbd v-if="classes.length < 10">{{ i + 1 }}</kbd><kbd v-else>{{ i + 1 }} ↵</kbd
        ><span
          ><span
            v-if="trait.scale === 'colour'"
            class="swatch"
            :style="{ background: trait.swatches[i]!.colour }"
            aria-hidden="true"
          />{{ name }}</span
        ><span class="figures quiet small">{{ isBlind ? '' : tally[i] || '' }}</span>
      </button>
    </div>
    <form
      v-if="garden.mayNote && (!classes || classes.length > 9)"
      class="row typed"
      novalidate
      @submit.prevent="emit('typed', 1)"
      @keydown.down.prevent="emit('typed', 1)"
      @keydown.up.prevent="emit('typed', -1)"
    >
      <v-text-field
        v-model="typed"
        :label="numberLabel"
        inputmode="decimal"
        :error-messages="problem ? [problem] : []"
      />
      <v-btn type="submit" variant="flat" height="40">Note</v-btn>
    </form>
    <template v-if="garden.mayNote">
      <div class="row">
        <v-btn class="quietly" @click="emit('missing')"><kbd class="beside">-</kbd>Nothing to score</v-btn>
        <v-btn v-if="!isRemarking" class="quietly" @click="beginRemark"
          ><kbd class="beside">n</kbd>Remark</v-btn
        >
        <v-btn class="quietly" @click="isPhotographing = true"><kbd class="beside">p</kbd>Photograph</v-btn>
      </div>
      <PhotoDialog v-model="isPhotographing" :plant="plant" />
      <form v-if="isRemarking" ref="remarkForm" class="row typed" novalidate @submit.prevent="noteRemark">
        <WordsField
          v-model="remark"
          :most="300"
          :label="`Remark on ${plant.code}`"
          @keydown.esc.stop="isRemarking = false"
        />
        <v-btn type="submit" variant="flat" height="40">Note it</v-btn>
      </form>
    </template>
    <div v-if="verdict && judged">
      <ReasonChips
        :reasons="reasons"
        :question="`Why ${verdict} ${judged.code}?`"
        numbered
        @choose="reason => emit('judge', reason)"
      />
      <v-btn variant="text" class="quietly" @click="verdict = null">Back</v-btn>
    </div>
    <div v-else-if="garden.mayNote && judged" class="judge">
      <p v-if="judged.id !== plant.id" class="quiet small">
        Of the one just scored, <span class="code">{{ judged.code }}</span>:
      </p>
      <div class="verdicts" data-many>
        <button
          v-for="word in VERDICT_WORDS"
          :key="word"
          type="button"
          class="step"
          :class="{ on: judged.verdict?.verdict === word }"
          :aria-pressed="judged.verdict?.verdict === word"
          @click="verdict = word"
        >
          <kbd>{{ KEYS[word] }}</kbd><span>{{ word }}</span>
        </button>
      </div>
    </div>
    <details v-if="garden.mayNote" class="small">
      <summary>
        Looked on {{ day === garden.today ? 'this day' : day }} by {{ scorer || 'nobody named' }}
      </summary>
      <div class="stack who">
        <v-switch
          :model-value="isByPlant"
          label="Plant by plant, through all traits"
          density="compact"
          hide-details
          @update:model-value="emit('way')"
        />
        <DayField v-model="day" label="Day of the look" />
        <WordsField v-model="scorer" :most="80" label="Who looks" />
      </div>
    </details>
  </PaperSheet>
</template>

<style scoped>
.scorer {
  position: sticky;
  top: 88px;
}
@media (max-width: 1000px) {
  .scorer {
    position: static;
    order: -1;
  }
}
.go {
  flex-wrap: nowrap;
}
.at {
  display: grid;
  justify-items: center;
  gap: 2px;
}
.hint {
  margin: 6px 0 10px;
}
.remark {
  margin: 6px 0 0;
}
.steps {
  display: grid;
  gap: 6px;
  margin: 12px 0;
}
.swatch {
  display: inline-block;
  width: 14px;
  height: 14px;
  border-radius: 50%;
  border: 1px solid var(--quiet);
  margin-right: 6px;
  vertical-align: -2px;
}
.typed {
  margin: 12px 0;
  flex-wrap: nowrap;
}
.judge {
  border-top: 1px solid var(--rule);
  padding-top: 12px;
  margin-top: 12px;
}
.judge p {
  margin: 0 0 6px;
}
.verdicts {
  display: grid;
  grid-template-columns: 5fr 6fr 7fr;
  gap: 6px;
}
.step {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 44px;
  padding: 4px 12px;
  border: 1px solid var(--quiet);
  border-radius: var(--radius);
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  cursor: pointer;
  text-align: left;
}
.step span:nth-of-type(1) {
  flex: 1;
}
.step:hover {
  background: var(--wash);
}
.step.on {
  border: 2px solid var(--sap);
  font-weight: 650;
}
.verdicts .step {
  padding: 4px 8px;
  gap: 6px;
}
details {
  margin-top: 12px;
}
summary {
  min-height: 24px;
  cursor: pointer;
  color: var(--quiet);
}
.who {
  padding-top: 12px;
}
kbd.beside {
  margin-right: 8px;
}
kbd {
  font: 600 12px var(--code);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0 5px;
  color: var(--quiet);
}
</style>
