<!-- A family in the row: score one trait after the other with the keys alone, then keep, watch or discard. -->
<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import { counted } from '@virgulta/core/formats/counted'
import type { Draft } from '@virgulta/core/log/entry'
import { percentWords } from '@virgulta/core/odds/oddsWords'
import { askedAgain, repeatsOf } from '@virgulta/core/offspring/repeats'
import { checkScore, latestScore, scoreInWords } from '@virgulta/core/offspring/score'
import type { Trait } from '@virgulta/core/offspring/trait'
import { classNames } from '@virgulta/core/offspring/trait'
import type { Plant } from '@virgulta/core/plants/plant'
import type { ISODate } from '@virgulta/core/time/days'
import { isDay } from '@virgulta/core/time/days'
import { bySpot } from '@virgulta/core/trials/layout'
import { range } from 'd3-array'
import type { Beside } from './beside'

const {
  of,
  crop,
  cells = {},
  plants,
  beside,
  traits,
} = defineProps<{
  /** what they belong together by: its id, and its code or name, for files */
  of: { id: string; name: string }
  crop: string
  /** what a table says of each beside its scores */
  cells?: Record<string, (p: Plant) => string>
  /** those that live, with what was pressed here */
  plants: Plant[]
  beside: Beside[]
  traits: Trait[]
}>()
const emit = defineEmits<{ note: [drafts: Draft[], day: ISODate] }>()
const garden = useGardenStore()
const session = useSessionStore()
const guide = computed(() => garden.cropOf(crop)!.guide)
const traitId = defineModel<string>('traitId', { required: true })
const [show, second] = [useAddress('show', 'all'), useAddress('again')]
const sort = useAddress('sort', () => (isLaidOut.value ? 'spot' : 'code'))
const day = ref(garden.today)
const scorer = useSessionStorage('virgulta-scorer', session.session?.person?.name ?? '')
const by = computed(() => scorer.value.trim() || undefined)
const trait = computed(() => traits.find(t => t.id === traitId.value)!)
const classes = computed(() => classNames(trait.value))

/** Choices of the lists, made once: a list that is handed a new one is drawn anew at every key. */
const SHOWN = [
  { value: 'all', title: 'all' },
  { value: 'unscored', title: 'not scored' },
  { value: 'open', title: 'not judged' },
  ...VERDICT_WORDS.map(value => ({ value, title: value })),
]
const traitChoices = computed(() => traits.map(t => ({ value: t.id, title: t.name })))
/** Plants that were laid out are walked along their rows. */
const isLaidOut = computed(() => plants.some(p => p.spot))
const sorts = computed(() => [
  ...(isLaidOut.value ? [{ value: 'spot', title: 'row' }] : []),
  { value: 'code', title: 'code' },
  ...traitChoices.value,
])

/** Plants that are to be looked at again, without their first look in sight. */
const asked = computed(() => new Set(askedAgain(plants, traitId.value, { on: day.value, by: by.value })))
const isBlind = computed(() => second.value === '1')
const repeats = computed(() => repeatsOf(plants, trait.value))
const repeatWords = computed(() => {
  if (!repeats.value) return null
  const { pairs, agreed, error } = repeats.value
  const unit = trait.value.scale === 'measure' ? ` ${trait.value.unit}` : classes.value ? ' steps' : ''
  return `${counted(pairs, 'second look')}: ${percentWords(agreed.share)} the same (${percentWords(agreed.low)} to ${percentWords(agreed.high)})${error === null ? '' : `; one look is off by ±${error.toPrecision(2)}${unit}`}.`
})

const shown = computed(() => {
  if (isBlind.value) return plants.filter(p => asked.value.has(p.id))
  const fits = (p: Plant) =>
    show.value === 'all' ||
    (show.value === 'unscored'
      ? !latestScore(p.scores, traitId.value) && !p.missing.some(m => m.trait === traitId.value)
      : show.value === 'open'
        ? !p.verdict
        : p.verdict?.verdict === show.value)
  const list = plants.filter(p => fits(p) || p.id === current.value)
  if (sort.value === 'code') return list
  if (sort.value === 'spot') return [...list].sort((a, b) => bySpot(a.spot, b.spot))
  const value = (p: Plant) => latestScore(p.scores, sort.value)?.value ?? -1
  return [...list].sort((a, b) => value(b) - value(a) || a.code.localeCompare(b.code))
})

const current = ref<string | null>(null)
/** What the cursor goes through: the plants, and above them those they are compared with. */
const rows = computed(() => [...beside.map(one => one.plant), ...shown.value])
const index = computed(() => rows.value.findIndex(p => p.id === current.value))
const plant = computed(() => rows.value[index.value] ?? null)
const isOwn = computed(() => index.value >= beside.length)
const where = computed(() =>
  isOwn.value
    ? `${index.value - beside.length + 1} of ${shown.value.length}`
    : (beside[index.value]?.as ?? ''),
)
watch(
  () => of.id,
  () =>
    (current.value = plants.find(p => !latestScore(p.scores, traitId.value))?.id ?? plants[0]?.id ?? null),
  { immediate: true },
)
watch(rows, list => list.length && !list.some(p => p.id === current.value) && (current.value = firstOf(list)))
const firstOf = (list: Plant[]) => (list[beside.length] ?? list[0])!.id

const marked = shallowRef<ReadonlySet<string>>(new Set())
const markedPlants = computed(() => plants.filter(p => marked.value.has(p.id)))
/** Where a range of marks begins. */
let anchor: string | null = null
function mark(id: string, isRange: boolean) {
  const after = new Set(marked.value)
  const [from, to] = [anchor, id].map(one => shown.value.findIndex(p => p.id === one)) as [number, number]
  if (isRange && from >= 0)
    for (const i of range(Math.min(from, to), Math.max(from, to) + 1)) after.add(shown.value[i]!.id)
  else if (!after.delete(id)) after.add(id)
  marked.value = after
  anchor = id
}
function markAll() {
  const isAll = shown.value.every(p => marked.value.has(p.id))
  marked.value = new Set(isAll ? [] : shown.value.map(p => p.id))
}
const markNone = () => (marked.value = new Set())

/** The plant that was scored last, which a verdict then is about; moving on by hand ends that. */
const justScored = ref<string | null>(null)
const judging = ref<{ verdict: VerdictWord; plantId: string } | null>(null)
const judged = computed(
  () =>
    plants.find(p => p.id === (judging.value?.plantId ?? justScored.value)) ??
    (isOwn.value ? plant.value : null),
)
/** The verdict on all that are marked, which waits for its reason. */
const markedVerdict = ref<VerdictWord | null>(null)
const typed = ref('')
const problem = ref('')
watch([current, traitId], () => ((typed.value = ''), (problem.value = '')))

function step(by: number) {
  const next = rows.value[Math.max(0, Math.min(rows.value.length - 1, index.value + by))]
  if (next) current.value = next.id
}
/** What was typed is noted on the way; what cannot be stays, and so does the cursor. */
function move(by: number, event?: KeyboardEvent) {
  if (typed.value.trim()) return scoreTyped(by)
  justScored.value = null
  const from = plant.value?.id
  step(by)
  if (!event?.shiftKey || !from || !isOwn.value) return
  if (!marked.value.has(from)) mark(from, false)
  anchor = from
  mark(current.value!, true)
  anchor = current.value
}
function choose(id: string, trait: string) {
  justScored.value = null
  current.value = id
  traitId.value = trait
}
function nextTrait(by: number) {
  if (typed.value.trim() && !scoreTyped(0)) return
  const at = traits.findIndex(t => t.id === traitId.value)
  traitId.value = traits[(at + by + traits.length) % traits.length]!.id
}

/** On the walk one trait down the row, or one plant at a time through all its traits. */
const way = useAddress('way', 'row')
const isByPlant = computed(() => way.value === 'plant')
/** Where the cursor goes from what was just noted. */
function onward() {
  const last = traits.at(-1)!.id
  if (!isByPlant.value || traitId.value === last) step(1)
  if (isByPlant.value)
    traitId.value = traits[(traits.findIndex(t => t.id === traitId.value) + 1) % traits.length]!.id
}

const lastValue = new Map<string, number>()
const scoredAs = (id: string, value: number): Draft => ({
  kind: 'scored',
  subjectId: id,
  payload: {
    trait: trait.value.id,
    value,
    ...(by.value && { by: by.value }),
    ...(isBlind.value && { again: true as const }),
  },
})
const note = (drafts: Draft[]) => emit('note', drafts, day.value)
/** The day of the look was emptied: nothing moves on, and its field says what is missing. */
function isUndated(): boolean {
  if (isDay(day.value)) return false
  note([])
  return true
}
/** Counts at once, for the plant that is shown, and goes on to the next: nothing waits for an answer. */
function score(value: number, by = 1) {
  if (!plant.value || plant.value.lost || isUndated()) return
  const { id } = plant.value
  lastValue.set(trait.value.id, value)
  const scored = scoredAs(id, value)
  // Before it is noted: looked at again, the plant leaves the list.
  if (by === 1 && !isBlind.value) onward()
  else if (by) step(by)
  note([scored])
  justScored.value = id
}
/** Notes what was typed. @returns false where it cannot be */
function scoreTyped(by: number): boolean {
  const number = Number(typed.value.trim().replace(',', '.'))
  problem.value = ''
  try {
    if (!typed.value.trim() || !Number.isFinite(number)) throw new Error('Give a number.')
    if (number < 0) throw new Error('Give 0 or more.')
    const value = classes.value ? number - 1 : number
    if (value < 0) throw new Error(`The swatches go from 1 to ${classes.value!.length}.`)
    checkScore(trait.value, value)
    typed.value = ''
    score(value, by)
    return true
  } catch (error) {
    problem.value = (error as Error).message
    return false
  }
}
function noteMissing() {
  if (!plant.value || plant.value.lost || isUndated()) return
  const missing: Draft = {
    kind: 'scoreMissing',
    subjectId: plant.value.id,
    payload: { trait: trait.value.id, ...(by.value && { by: by.value }) },
  }
  onward()
  note([missing])
}
function repeatLast() {
  const value = lastValue.get(trait.value.id)
  if (value !== undefined) score(value)
}
/** Plants that are filled with what the current one has: those that are marked, else all below that were not scored. */
const toFill = computed(() => {
  const open = (p: Plant) => !latestScore(p.scores, traitId.value) && p.id !== current.value
  return markedPlants.value.length
    ? markedPlants.value.filter(p => p.id !== current.value)
    : shown.value.slice(Math.max(0, index.value - beside.length + 1)).filter(open)
})
const fillWith = computed(() => plant.value && latestScore(plant.value.scores, traitId.value))
function fillDown() {
  const value = fillWith.value?.value
  if (value !== undefined && toFill.value.length) note(toFill.value.map(p => scoredAs(p.id, value)))
}

const reasons = computed(() => (judging.value ? guide.value.judging.reasons[judging.value.verdict] : []))
function judge(reason: string) {
  if (!judging.value) return
  const { verdict, plantId } = judging.value
  note([{ kind: 'judged', subjectId: plantId, payload: { verdict, reason } }])
  judging.value = null
  // Judged on its own, the plant is done with; judged after its score, the next one is shown already.
  if (plantId === current.value) step(1)
  justScored.value = null
}
function ask(verdict: VerdictWord | null) {
  if (verdict && marked.value.size) markedVerdict.value = verdict
  else if (verdict === null) judging.value = null
  else if (judged.value) judging.value = { verdict, plantId: judged.value.id }
}
function judgeMarked(drafts: Draft[]) {
  note(drafts)
  markedVerdict.value = null
}
/** A number key: a reason while one is asked for, else a step of the scale, else a digit. */
function pressDigit(key: string) {
  const i = Number(key) - 1
  if (markedVerdict.value) {
    const verdict = markedVerdict.value
    const reason = guide.value.judging.reasons[verdict][i]
    if (reason)
      judgeMarked(
        markedPlants.value.map(p => ({ kind: 'judged', subjectId: p.id, payload: { verdict, reason } })),
      )
  } else if (judging.value) {
    const reason = reasons.value[i]
    if (reason) judge(reason)
  } else if (!classes.value || classes.value.length > 9) typed.value += key
  else if (i >= 0 && i < classes.value.length) score(i)
}
function back() {
  if (typed.value) typed.value = ''
  else if (judging.value || markedVerdict.value) judging.value = markedVerdict.value = null
  else markNone()
  problem.value = ''
}
const scorerCard = useTemplateRef('scorerCard')
useShortcuts([
  { key: 'ArrowDown', does: 'next plant (with Shift: and mark it)', run: event => void move(1, event) },
  { key: 'ArrowUp', does: 'plant before', run: event => void move(-1, event) },
  { key: 'ArrowRight', does: 'next trait', run: () => nextTrait(1) },
  { key: 'ArrowLeft', does: 'trait before', run: () => nextTrait(-1) },
  { key: 't', does: 'next trait', run: () => nextTrait(1) },
  { key: 'T', does: 'trait before', run: () => nextTrait(-1) },
  ...range(10).map(i => ({
    key: String(i),
    does:
      i === 1
        ? 'score the first step, give the first reason (2 the second …), or type a number'
        : `step, reason or digit ${i}`,
    notes: true,
    run: () => pressDigit(String(i)),
  })),
  ...['.', ','].map(key => ({
    key,
    does: 'decimal point',
    notes: true,
    run: () => void (typed.value += key),
  })),
  { key: 'Backspace', does: 'delete a digit', run: () => void (typed.value = typed.value.slice(0, -1)) },
  {
    key: 'Enter',
    does: 'note the number, next plant',
    when: () => typed.value !== '',
    run: () => void move(1),
  },
  { key: 'r', does: 'the same as scored last', notes: true, run: repeatLast },
  { key: '-', does: 'nothing to score', notes: true, run: noteMissing },
  { key: 'f', does: 'fill down, or fill the marked ones', notes: true, run: fillDown },
  { key: 'n', does: 'remark', notes: true, run: () => void scorerCard.value?.beginRemark() },
  { key: 'p', does: 'photograph', notes: true, run: () => void scorerCard.value?.photograph() },
  {
    key: 'x',
    does: 'mark the plant',
    run: () => void (isOwn.value && plant.value && mark(plant.value.id, false)),
  },
  { key: 'A', does: 'mark all that are shown, or none', run: markAll },
  {
    key: 'k',
    does: 'keep: the marked, the one just scored, or the one shown',
    notes: true,
    run: () => ask('keep'),
  },
  { key: 'w', does: 'watch', notes: true, run: () => ask('watch') },
  { key: 'd', does: 'discard', notes: true, run: () => ask('discard') },
  { key: 'Escape', does: 'no number, no verdict, no mark', run: back },
])
const tally = computed(() => {
  const counts = (classes.value ?? []).map(() => 0)
  if (counts.length)
    for (const p of plants) {
      const found = latestScore(p.scores, traitId.value)
      if (found) counts[found.value]!++
    }
  return counts
})

/** Scores with their unit in the head and the day of the look beside them. */
const traitCells = computed(() =>
  traits.flatMap((t): [string, (p: Plant) => string | number | null][] => {
    const look = (p: Plant) => latestScore(p.scores, t.id)
    const value = (p: Plant) => {
      const found = look(p)
      return found === null ? null : classNames(t) ? scoreInWords(t, found.value) : found.value
    }
    return [
      [t.scale === 'measure' ? `${t.name}, ${t.unit}` : t.name, value],
      [`${t.name}, seen on`, p => look(p)?.on ?? null],
    ]
  }),
)
function exportCsv() {
  saveCsv(
    `scores-${of.name}`,
    [
      'plant',
      'name',
      ...Object.keys(cells),
      ...traitCells.value.map(([head]) => head),
      'verdict',
      'reason',
      'judged on',
      'remarks',
    ],
    shown.value.map(p => [
      p.code,
      p.name === p.code ? '' : p.name,
      ...Object.values(cells).map(cell => cell(p)),
      ...traitCells.value.map(([, cell]) => cell(p)),
      p.verdict?.verdict ?? '',
      p.verdict?.reason ?? '',
      p.verdict?.on ?? '',
      p.remarks.map(one => one.words).join('; '),
    ]),
  )
}
</script>

<template>
  <div class="columns">
    <PaperSheet>
      <div class="row tools">
        <v-select v-model="show" label="Show" :disabled="isBlind" :items="SHOWN" class="narrow" />
        <v-select v-model="sort" label="Sort by" :items="sorts" class="narrow" />
        <span class="quiet small">{{ shown.length }} of {{ plants.length }}</span>
        <v-btn
          v-if="garden.mayNote && fillWith && toFill.length"
          variant="text"
          class="quietly"
          @click="fillDown"
          ><kbd>f</kbd> “{{ scoreInWords(trait, fillWith.value) }}” for {{ toFill.length }} more</v-btn
        >
        <v-btn
          v-if="garden.mayNote && asked.size && !isBlind"
          variant="text"
          class="quietly"
          @click="second = '1'"
          >Look again at {{ asked.size }}</v-btn
        >
        <v-btn variant="text" class="quietly" :prepend-icon="mdiDownload" @click="exportCsv">CSV</v-btn>
      </div>
      <div v-if="isBlind" class="row blind" role="status">
        <p v-if="asked.size">
          A second look at {{ counted(asked.size, 'plant') }} for {{ trait.name }}, with the first out of
          sight: it tells how true a look is.
        </p>
        <p v-else>Every one of them was looked at again.</p>
        <v-btn class="quietly" @click="second = ''">Back to all</v-btn>
      </div>
      <MarkedBar
        v-if="markedPlants.length"
        v-model:verdict="markedVerdict"
        :plants="markedPlants"
        :verdict-reasons="guide.judging.reasons"
        @note="judgeMarked"
        @none="markNone"
      >
        <PrintLabels :codes="markedPlants.map(p => p.code)" />
      </MarkedBar>
      <FamilyGrid
        :plants="shown"
        :beside="beside"
        :traits="traits"
        :current="current"
        :trait-id="traitId"
        :marked="marked"
        :typed="typed"
        :is-blind="isBlind"
        @choose="choose"
        @sort="id => (traitId = id)"
        @mark="mark"
      />
      <slot name="beside" />
      <p v-if="repeatWords" class="quiet small">{{ repeatWords }}</p>
    </PaperSheet>
    <FamilyScorer
      v-if="plant"
      ref="scorerCard"
      v-model:trait-id="traitId"
      v-model:typed="typed"
      v-model:day="day"
      v-model:scorer="scorer"
      :verdict="judging?.verdict ?? null"
      :plant="plant"
      :where="where"
      :trait="trait"
      :trait-choices="traitChoices"
      :tally="tally"
      :problem="problem"
      :judged="judged"
      :reasons="reasons"
      :is-blind="isBlind"
      :is-by-plant="isByPlant"
      @move="move"
      @way="way = isByPlant ? 'row' : 'plant'"
      @update:verdict="ask"
      @score="value => score(value)"
      @typed="scoreTyped"
      @missing="noteMissing"
      @remark="words => note([{ kind: 'remarked', subjectId: plant!.id, payload: { words } }])"
      @judge="judge"
    />
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 320px;
  gap: 16px;
  align-items: start;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
.narrow {
  max-width: 150px;
}
.tools,
.blind {
  margin-bottom: 8px;
}
.blind p {
  margin: 0;
}
kbd {
  font: 600 12px var(--code);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0 5px;
  margin-right: 4px;
  color: var(--quiet);
}
</style>
