<!-- A family in the row: score one trait after the other with the number keys, then keep, watch or discard. -->
<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import { counted } from '@virgulta/core/formats/counted'
import type { LoggedDeed, Draft } from '@virgulta/core/log/entry'
import type { Names } from '@virgulta/core/log/kind'
import { checkScore, latestScore, scoreInWords } from '@virgulta/core/offspring/score'
import { classNames } from '@virgulta/core/offspring/trait'
import type { Plant } from '@virgulta/core/plants/plant'
import { plantAfter } from '@virgulta/core/plants/plant'
import { group } from 'd3-array'
import type { FamilyPage } from '#shared/offspring'

const route = useRoute()
const garden = useGardenStore()
const log = useLogStore()
const { data: family, problem } = useLive<FamilyPage>(() => `/api/offspring/${route.params.id}`)
const guide = computed(() => family.value && garden.cropOf(family.value.cross.crop)?.guide)
const traits = computed(
  () => (family.value && garden.cropOf(family.value.cross.crop)?.definition.traits) ?? [],
)
const traitId = useAddress('trait', () => traits.value[0]?.id ?? '')
const trait = computed(() => traits.value.find(t => t.id === traitId.value))
/** The classes that the number keys score; null where a number is typed. */
const classes = computed(() => (trait.value ? classNames(trait.value) : null))
const [show, sort] = [useAddress('show', 'all'), useAddress('sort', 'code')]

/** What was pressed here and is not in the last answer yet counts already. */
const mine = ref<LoggedDeed[]>([])
watch(family, () => (mine.value = mine.value.filter(deed => log.waiting.some(w => w.deed.id === deed.id))))
function noteLater(drafts: Draft[]) {
  mine.value.push(
    ...log.later(drafts, names.value).map(deed => ({ ...deed, day: garden.today }) as LoggedDeed),
  )
}
const names = computed<Names>(() => ({
  trait: id => traits.value.find(t => t.id === id),
  locus: () => undefined,
}))
const plants = computed<Plant[]>(() => {
  const mineOf = group(mine.value, deed => deed.subjectId)
  return (family.value?.plants ?? []).map(p =>
    (mineOf.get(p.id) ?? []).reduce<Plant>((plant, deed) => plantAfter(plant, deed, p.id), p),
  )
})

const living = computed(() => plants.value.filter(p => !p.lost))
const shown = computed(() => {
  const fits = (p: Plant) =>
    show.value === 'all' || (show.value === 'open' ? !p.verdict : p.verdict?.verdict === show.value)
  const list = living.value.filter(fits)
  if (sort.value === 'code') return list
  const value = (p: Plant) => latestScore(p.scores, sort.value)?.value ?? -1
  return [...list].sort((a, b) => value(b) - value(a) || a.code.localeCompare(b.code))
})
/** Whether anything was seen of its plants that could tell of their father. */
const scoredAtAll = computed(() => plants.value.some(p => p.scores.length))
const scored = computed(() => living.value.filter(p => latestScore(p.scores, traitId.value)).length)

const current = ref<string | null>(null)
const index = computed(() => shown.value.findIndex(p => p.id === current.value))
const plant = computed(() => shown.value[index.value] ?? null)
watch(
  family,
  f =>
    f &&
    current.value === null &&
    (current.value =
      living.value.find(p => !latestScore(p.scores, traitId.value))?.id ?? living.value[0]?.id ?? null),
)
watch(shown, list => list.length && !list.some(p => p.id === current.value) && (current.value = list[0]!.id))
/** The plant that was scored last, which a verdict then is about; moving on by hand ends that. */
const justScored = ref<string | null>(null)
const judged = computed(
  () => living.value.find(p => p.id === (judging.value?.plantId ?? justScored.value)) ?? plant.value,
)
function move(by: number) {
  justScored.value = null
  step(by)
}
function step(by: number) {
  const next = shown.value[Math.max(0, Math.min(shown.value.length - 1, index.value + by))]
  if (next) current.value = next.id
}
function choose(id: string) {
  justScored.value = null
  current.value = id
}

/** Counts at once, for the plant that is shown, and goes on to the next: nothing waits for an answer. */
function score(value: number) {
  if (!plant.value || !trait.value) return
  const { id } = plant.value
  noteLater([{ kind: 'scored', subjectId: id, payload: { trait: trait.value.id, value } }])
  step(1)
  justScored.value = id
}
const typed = ref('')
const typedProblem = ref('')
function scoreTyped() {
  const value = Number(typed.value.trim().replace(',', '.'))
  typedProblem.value = ''
  try {
    if (!typed.value.trim() || !Number.isFinite(value)) throw new Error('Give a number.')
    checkScore(trait.value, value)
  } catch (error) {
    return (typedProblem.value = (error as Error).message)
  }
  typed.value = ''
  score(value)
}
const verdicts = [
  { verdict: 'keep', key: 'k' },
  { verdict: 'watch', key: 'w' },
  { verdict: 'discard', key: 'd' },
] as const
type VerdictWord = (typeof verdicts)[number]['verdict']
const judging = ref<{ verdict: VerdictWord; plantId: string } | null>(null)
const reasons = computed(() =>
  judging.value && guide.value ? guide.value.judging.reasons[judging.value.verdict] : [],
)
function judge(reason: string) {
  if (!judging.value) return
  const { verdict, plantId } = judging.value
  noteLater([{ kind: 'judged', subjectId: plantId, payload: { verdict, reason } }])
  judging.value = null
  // Judged on its own, the plant is done with; judged after its score, the next one is shown already.
  if (plantId === current.value) step(1)
  justScored.value = null
}
function ask(verdict: VerdictWord) {
  if (judged.value) judging.value = { verdict, plantId: judged.value.id }
}
function nextTrait(by: number) {
  const at = traits.value.findIndex(t => t.id === traitId.value)
  traitId.value = traits.value[(at + by + traits.value.length) % traits.value.length]!.id
}
/** A number key: a reason while one is asked for, else a step of the scale. */
function pressNumber(i: number) {
  if (judging.value) {
    const reason = reasons.value[i]
    if (reason) judge(reason)
  } else if (classes.value && i < classes.value.length) score(i)
}
useShortcuts([
  { key: 'ArrowDown', does: 'next plant', run: () => move(1) },
  { key: 'ArrowUp', does: 'plant before', run: () => move(-1) },
  ...Array.from({ length: 9 }, (_, i) => ({
    key: String(i + 1),
    does:
      i === 0 ? 'score the first step, or give the first reason (2 the second …)' : `step or reason ${i + 1}`,
    notes: true,
    run: () => pressNumber(i),
  })),
  { key: 't', does: 'next trait', run: () => nextTrait(1) },
  { key: 'T', does: 'trait before', run: () => nextTrait(-1) },
  { key: 'k', does: 'keep: the plant just scored, else the one shown', notes: true, run: () => ask('keep') },
  { key: 'w', does: 'watch', notes: true, run: () => ask('watch') },
  { key: 'd', does: 'discard', notes: true, run: () => ask('discard') },
  { key: 'Escape', does: 'no verdict yet', run: () => (judging.value = null) },
])
const tally = computed(() =>
  (classes.value ?? []).map((step, i) => ({
    step,
    count: living.value.filter(p => latestScore(p.scores, traitId.value)?.value === i).length,
  })),
)

/** Scores with their unit in the head and the day of the look beside them. */
const traitCells = computed(() =>
  traits.value.flatMap((t): [string, (p: Plant) => string | number | null][] => {
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
  const { cross, seedParent, pollenParent } = family.value!
  const parents = parentCells<Plant>(() => ({ seedParent, pollenParent }))
  saveCsv(
    `family-${cross.code}`,
    [
      'plant',
      'name',
      'cross',
      ...Object.keys(parents),
      ...traitCells.value.map(([head]) => head),
      'verdict',
      'reason',
      'judged on',
    ],
    shown.value.map(p => [
      p.code,
      p.name === p.code ? '' : p.name,
      cross.code,
      ...Object.values(parents).map(cell => cell(p)),
      ...traitCells.value.map(([, cell]) => cell(p)),
      p.verdict?.verdict ?? '',
      p.verdict?.reason ?? '',
      p.verdict?.on ?? '',
    ]),
  )
}
</script>

<template>
  <div v-if="problem" class="fail" role="alert">
    {{ problem.sentence }} <NuxtLink to="/offspring">To the families</NuxtLink>
  </div>
  <div v-else-if="family && guide" class="stack">
    <PageHead :heading="family.cross.aim">
      <template #tag>
        <TagLabel :code="family.cross.code" :to="`/crosses/${family.cross.id}`"
          ><CrossName :seed-parent="family.seedParent" :pollen-parent="family.pollenParent"
        /></TagLabel>
      </template>
      <p v-if="living.length" class="quiet">
        {{ counted(living.length, 'plant') }}; {{ scored }} scored for {{ trait?.name }}.
      </p>
      <p v-else class="quiet">None of its seedlings has a tag yet.</p>
      <p v-for="doubt in family.doubts" :key="doubt.words" class="doubt small">
        {{ doubt.flowers }} of the {{ counted(family.flowers, 'flower') }} behind it: {{ doubt.words }}.
      </p>
      <template v-if="shown.length" #actions><PrintLabels :codes="shown.map(p => p.code)" /></template>
    </PageHead>
    <div v-if="living.length" class="columns">
      <PaperSheet>
        <div class="row tools">
          <v-select
            v-model="show"
            label="Show"
            :items="[
              { value: 'all', title: 'all' },
              { value: 'open', title: 'not judged' },
              { value: 'keep', title: 'keep' },
              { value: 'watch', title: 'watch' },
              { value: 'discard', title: 'discard' },
            ]"
            class="narrow"
          />
          <v-select
            v-model="sort"
            label="Sort by"
            :items="[{ value: 'code', title: 'code' }, ...traits.map(t => ({ value: t.id, title: t.name }))]"
            class="narrow"
          />
          <span class="quiet small">{{ shown.length }} of {{ living.length }}</span>
          <v-btn variant="text" class="quietly" :prepend-icon="mdiDownload" @click="exportCsv">CSV</v-btn>
        </div>
        <FamilyGrid
          v-model:trait-id="traitId"
          :plants="shown"
          :traits="traits"
          :current="current"
          @choose="choose"
        />
      </PaperSheet>

      <PaperSheet v-if="trait" class="scorer">
        <v-select
          v-model="traitId"
          label="Trait"
          :items="traits.map(t => ({ value: t.id, title: t.name }))"
        />
        <p class="quiet small hint">{{ trait.hint }}</p>
        <template v-if="plant">
          <div class="row spread">
            <TagLabel :code="plant.code" large :to="`/plants/${plant.id}`" /><span class="quiet small"
              >{{ index + 1 }} of {{ shown.length }}</span
            >
          </div>
          <div v-if="classes" class="steps" role="group" data-many :aria-label="trait.name">
            <button
              v-for="(name, i) in classes"
              :key="name"
              type="button"
              class="step"
              :disabled="!garden.mayNote"
              :class="{ on: latestScore(plant.scores, trait.id)?.value === i }"
              :aria-pressed="latestScore(plant.scores, trait.id)?.value === i"
              @click="score(i)"
            >
              <kbd v-if="i < 9">{{ i + 1 }}</kbd><span
                ><span
                  v-if="trait.scale === 'colour'"
                  class="swatch"
                  :style="{ background: trait.swatches[i]!.colour }"
                  aria-hidden="true"
                />{{ name }}</span
              ><span class="figures quiet small">{{ tally[i]?.count || '' }}</span>
            </button>
          </div>
          <form v-else-if="garden.mayNote" class="row typed" novalidate @submit.prevent="scoreTyped">
            <v-text-field
              v-model="typed"
              :label="trait.scale === 'measure' ? `${trait.name}, ${trait.unit}` : trait.name"
              inputmode="decimal"
              :error-messages="typedProblem ? [typedProblem] : []"
            />
            <v-btn type="submit" variant="flat" height="40">Note</v-btn>
          </form>
          <div v-if="!judging && garden.mayNote && judged" class="judge">
            <p v-if="judged.id !== plant.id" class="quiet small">
              Of the one just scored, <span class="code">{{ judged.code }}</span>:
            </p>
            <div class="verdicts" data-many>
              <button
                v-for="v in verdicts"
                :key="v.verdict"
                type="button"
                class="step"
                :class="{ on: judged.verdict?.verdict === v.verdict }"
                :aria-pressed="judged.verdict?.verdict === v.verdict"
                @click="ask(v.verdict)"
              >
                <kbd>{{ v.key }}</kbd><span>{{ v.verdict }}</span>
              </button>
            </div>
          </div>
          <div v-else-if="judging">
            <ReasonChips
              :reasons="reasons"
              :question="`Why ${judging.verdict} ${judged?.code}?`"
              numbered
              @choose="judge"
            />
            <v-btn variant="text" class="quietly" @click="judging = null">Back</v-btn>
          </div>
        </template>
      </PaperSheet>
    </div>
    <FamilyRatios v-if="living.length && trait" :plants="plants" :trait="trait" />
    <FamilySelfs v-if="family.pollenParent && scoredAtAll" :family="family" />
    <FamilyGrowing :family="family" />
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
  .scorer {
    order: -1;
  }
}
.narrow {
  max-width: 170px;
}
.tools {
  margin-bottom: 8px;
}
.scorer {
  position: sticky;
  top: 88px;
}
.hint {
  margin: 6px 0 10px;
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
.step span:nth-child(2) {
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
kbd {
  font: 600 12px var(--code);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0 5px;
  color: var(--quiet);
}
</style>
