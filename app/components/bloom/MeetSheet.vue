<!-- Two plants that should meet: how likely it is and why, what would make it likelier, and putting that into the round. -->
<script setup lang="ts">
import { percentWords } from '@virgulta/core/odds/oddsWords'
import { mdiClose, mdiPlus, mdiSwapHorizontal } from '@mdi/js'
import type { Remedy } from '@virgulta/core/bloom/remedies'
import { daysOf, remedyWork } from '@virgulta/core/bloom/remedies'
import { seasonInWords } from '@virgulta/core/bloom/season'
import { counted, plural } from '@virgulta/core/formats/counted'
import type { Draft } from '@virgulta/core/log/entry'
import { dayInWords, dayNumber, dayOfNumber, isDay } from '@virgulta/core/time/days'
import { v7 } from 'uuid'
import type { MeetPage } from '#shared/bloom'

const { seed, pollen } = defineProps<{ seed: string; pollen: string }>()
const garden = useGardenStore()
const log = useLogStore()
const [seedAt, pollenAt, season] = [useAddress('seed'), useAddress('pollen'), useAddress('season')]
const { data: page, problem } = useLive<MeetPage>(
  () =>
    `/api/bloom/meet?${new URLSearchParams({ seed, pollen, ...(season.value ? { season: season.value } : {}) })}`,
)
const AT_LEAST_DAYS = 2
const [atLeastDays, holdDays, pollenKeepsDays] = [
  useAddressNumber('days', AT_LEAST_DAYS, { most: 30 }),
  useAddressNumber('hold', 0, { most: 60 }),
  useAddressNumber('keep', 0, { most: 400 }),
]
/** Dates of batches that are thought of: while one is dragged it runs ahead of the address. */
const sow = ref<string[]>([])
/** What the date fields show: they follow when the hand lets go, so that each step of a drag redraws the drawing only. */
const settled = ref<string[]>([])
const planned = useAddressList('sow')
watch(
  () => planned.value.join(),
  () => (settled.value = sow.value = planned.value.filter(isDay).slice(0, 6)),
  { immediate: true },
)
const keepSow = () => (planned.value = sow.value)
const { bloom, sowing, thought, shedding, best, together, expectedDays, probability } = useMeeting(
  () => page.value,
  () => ({
    atLeastDays: Math.max(1, atLeastDays.value),
    holdDays: holdDays.value,
    pollenKeepsDays: pollenKeepsDays.value,
    sow: sow.value,
  }),
)
const earliest = computed(() => dayOfNumber(sowing.value?.candidates[0] ?? dayNumber(garden.today)))
const latest = computed(() => dayOfNumber(sowing.value?.candidates.at(-1) ?? dayNumber(garden.today)))
const names = computed(() => ({
  seed: page.value?.seed.plant.name ?? '',
  pollen: page.value?.pollen.plant.name ?? '',
}))
const meeting = computed(() =>
  best.value && bloom.value
    ? {
        seed: best.value.window,
        pollen: shedding.value,
        atLeastDays: Math.max(1, atLeastDays.value),
        bloom: bloom.value,
        names: names.value,
        sowing: sowing.value,
      }
    : null,
)
const {
  answer: remedies,
  progress,
  refused,
  isStopped,
  stop,
  again,
} = useWork('remedies', () => meeting.value)
function addBatch() {
  const suggested = remedies.value?.find(r => r.does === 'sow')?.days[0]
  sow.value = [...sow.value, suggested === undefined ? earliest.value : dayOfNumber(suggested)]
  keepSow()
}
function drop(index: number) {
  sow.value = sow.value.filter((_, i) => i !== index)
  keepSow()
}
const put = (index: number, day: string) =>
  (sow.value = sow.value.map((known, i) => (i === index ? day : known)))
/** The drawing holds those that can be sown; the fields hold all that was typed. */
const drag = (index: number, day: string) => put(sow.value.indexOf(thought.value[index]!.day), day)
function setDay(index: number, day: string) {
  if (!isDay(day)) return
  put(index, day)
  settled.value = sow.value
}
const days = (remedy: Remedy) => remedy.days.map(dayOfNumber)
/** What a remedy adds to the chance, in hundredths. */
function gainWords({ does, gain }: Remedy): string {
  if (does === 'nothing') return ''
  return gain >= 0.005 ? `+${Math.round(gain * 100)}` : 'none'
}
/** Shows what a remedy does, in the drawing above. */
function show(remedy: Remedy) {
  const { held, kept } = daysOf(remedy, bloom.value!)
  planned.value = days(remedy)
  holdDays.value = held
  pollenKeepsDays.value = kept
}
const tasksOf = (remedy: Remedy): Draft[] =>
  remedyWork(remedy, meeting.value!, garden.today).map(({ at, ...work }) => ({
    kind: 'taskPlanned',
    subjectId: v7(),
    payload: {
      ...work,
      crop: page.value!.crop,
      ...(at === 'seed' ? { plantId: seed, forId: pollen } : { plantId: pollen, forId: seed }),
    },
  }))
async function plan(remedy: Remedy) {
  if (remedy.does !== 'sow') return log.note(tasksOf(remedy))
  return planBatches(days(remedy))
}
const planBatches = (on: string[]) =>
  log.noteTagged(on.length, codes =>
    codes.map((code, i): Draft => ({
      kind: 'batchPlanned',
      subjectId: v7(),
      payload: {
        code,
        crop: page.value!.crop,
        plantId: pollen,
        on: on[i]!,
        why: `To meet ${names.value.seed} in bloom.`,
      },
    })),
  )
async function planThought() {
  if (await planBatches(thought.value.map(t => t.day))) planned.value = []
}
const taskNames: Record<string, string> = {
  holdBack: 'hold back',
  bringBack: 'bring back',
  collectPollen: 'collect pollen',
}
const goTo = (year: number) => (season.value = String(year))
function turnRound() {
  seedAt.value = pollen
  pollenAt.value = seed
  planned.value = []
}
/** No pair, and nothing that was asked of one. */
function letGo() {
  seedAt.value = pollenAt.value = season.value = ''
  planned.value = []
  atLeastDays.value = AT_LEAST_DAYS
  holdDays.value = pollenKeepsDays.value = 0
}
</script>

<template>
  <p v-if="problem" class="fail" role="alert">
    {{ problem.sentence }} <button type="button" class="link" @click="letGo">Choose another pair</button>
  </p>
  <PaperSheet v-else-if="page && bloom && best" class="meet">
    <header class="row spread head">
      <div>
        <h2><CrossName :seed-parent="page.seed.plant" :pollen-parent="page.pollen.plant" links /></h2>
        <p class="quiet small">
          Season {{ seasonInWords(page.season, bloom) }},
          <button type="button" class="link small" @click="goTo(page.season - 1)">the one before</button>
          ·
          <button type="button" class="link small" @click="goTo(page.season + 1)">the one after</button>
        </p>
      </div>
      <div class="row">
        <v-btn
          :icon="mdiSwapHorizontal"
          class="quietly"
          size="36"
          aria-label="Turn the pair round"
          @click="turnRound"
        />
        <v-btn class="quietly" :to="`/odds?seed=${seed}&pollen=${pollen}`">Odds</v-btn>
        <v-btn v-if="garden.mayNote" class="quietly" :to="`/crosses/new?seed=${seed}&pollen=${pollen}`"
          >Plan the cross</v-btn
        >
        <v-btn :icon="mdiClose" variant="text" size="36" aria-label="Leave this pair" @click="letGo" />
      </div>
    </header>
    <div class="verdict">
      <p class="chance display" role="status">
        meets with <strong>{{ percentWords(probability) }}</strong>
      </p>
      <div>
        <p>
          on at least {{ Math.max(1, atLeastDays) }} {{ atLeastDays <= 1 ? 'day' : 'days' }}; about
          {{ expectedDays.toFixed(expectedDays < 10 ? 1 : 0) }} days together on average<template
            v-if="page.history"
            >. {{ page.history }}.</template
          >
        </p>
        <details class="small quiet">
          <summary>Where this comes from</summary>
          <p>{{ page.seed.plant.name }}: {{ best.view.why }}</p>
          <p v-for="(w, i) in page.pollen.windows" :key="i">{{ page.pollen.plant.name }}: {{ w.why }}</p>
          <p v-if="thought.length && page.pollen.sown">Batches thought of: {{ page.pollen.sown.why }}</p>
          <p>
            The chance is exact on the day grid within each of ten seasons that may come, an early one early
            for both plants; it is their average. How long each blooms is taken as independent of the season.
            With several batches, one of them must be there on the days that are asked for.
          </p>
        </details>
      </div>
    </div>
    <MeetPlot
      :page="page"
      :guide="bloom"
      :together="together"
      :thought="thought"
      :earliest="earliest"
      :latest="latest"
      @move="drag"
      @moved="keepSow"
    />
    <div class="tune">
      <CountStepper v-model="atLeastDays" label="Days together, at least" :least="1" :most="30" />
      <CountStepper
        v-if="bloom.hold"
        v-model="holdDays"
        :label="`Hold the seed parent back, up to ${counted(bloom.hold.days, 'day')}`"
        :most="bloom.hold.days"
      />
      <CountStepper
        v-if="bloom.keeps"
        v-model="pollenKeepsDays"
        :label="`Stored pollen, up to ${counted(bloom.keeps.days, 'day')}`"
        :most="bloom.keeps.days"
      />
      <div v-if="sowing" class="sowing">
        <span class="quiet small">Batches of {{ names.pollen }} thought of</span>
        <div class="row">
          <span v-for="(day, i) in settled" :key="i" class="row date"
            ><v-text-field
              :model-value="day"
              type="date"
              :label="`Batch ${i + 1}, sown on`"
              :min="earliest"
              :max="latest"
              hide-details
              @update:model-value="setDay(i, $event)"
              @blur="keepSow" /><v-btn
              :icon="mdiClose"
              variant="text"
              size="32"
              :aria-label="`Without batch ${i + 1}`"
              @click="drop(i)"
          /></span>
          <v-btn v-if="settled.length < 6" :prepend-icon="mdiPlus" class="quietly" @click="addBatch"
            >Add a batch</v-btn
          >
          <v-btn v-if="thought.length && garden.mayNote" variant="flat" @click="planThought"
            >Plan {{ plural(thought.length, 'this batch', 'these batches') }}</v-btn
          >
        </div>
      </div>
      <p v-else-if="page.pollen.sown" class="quiet small">
        What is sown now flowers after this season’s bloom of {{ names.seed }}.
      </p>
    </div>
    <p v-if="page.tasks.length" class="small">
      Planned already:
      {{ page.tasks.map(t => `${taskNames[t.does]} from ${dayInWords(t.from)}`).join(', ') }}.
    </p>
    <WorkLine
      :progress="progress"
      :refused="refused"
      :is-stopped="isStopped"
      what="what would help"
      @stop="stop"
      @again="again"
    />
    <div v-if="remedies" class="across" tabindex="0" role="group" aria-label="What would help">
      <table class="remedies">
        <thead>
          <tr>
            <th scope="col">What would help</th>
            <th scope="col">Meets with</th>
            <th scope="col" class="end">Gain</th>
            <th scope="col">It takes</th>
            <th scope="col">Against it</th>
            <th scope="col"><span class="visually-hidden">Do it</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="remedy in remedies" :key="remedy.what">
            <th scope="row">
              {{ remedy.what
              }}<span v-if="remedy.days.length" class="sub">{{
                days(remedy)
                  .map(d => dayInWords(d))
                  .join(', ')
              }}</span>
            </th>
            <td class="bar">
              <span class="figures">{{ percentWords(remedy.probability) }}</span><span class="track"
                ><span :style="{ width: `${100 * remedy.probability}%` }"
              /></span>
            </td>
            <td class="figures end">
              {{ gainWords(remedy) }}
            </td>
            <td class="small">{{ remedy.cost }}</td>
            <td class="small">{{ remedy.against }}</td>
            <td class="do">
              <template v-if="remedy.does !== 'nothing'"
                ><v-btn
                  size="small"
                  class="quietly"
                  :aria-label="`Show: ${remedy.what}`"
                  @click="show(remedy)"
                  >Show</v-btn
                ><v-btn
                  v-if="garden.mayNote"
                  size="small"
                  :aria-label="`Plan it: ${remedy.what}`"
                  @click="plan(remedy)"
                  >Plan it</v-btn
                ></template
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </PaperSheet>
</template>

<style scoped>
.meet {
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 1fr);
}
.head {
  align-items: start;
}
.verdict {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 4px 22px;
  align-items: baseline;
}
.chance {
  font-size: 22px;
  white-space: nowrap;
}
.chance strong {
  font-size: 34px;
  color: var(--sap);
}
details p {
  margin: 4px 0 0;
}
summary {
  cursor: pointer;
}
.tune {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 24px;
  align-items: end;
}
.sowing {
  display: grid;
  gap: 4px;
}
.date {
  flex-wrap: nowrap;
  gap: 0;
}
.date .v-text-field {
  width: 168px;
}
.remedies {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
  min-width: 760px;
}
.remedies th,
.remedies td {
  text-align: left;
  font-weight: 400;
  padding: 6px 12px 6px 0;
  border-bottom: 1px solid var(--rule);
  vertical-align: top;
}
.remedies thead th {
  color: var(--quiet);
  border-bottom-color: var(--ink);
  font-size: 13px;
}
.remedies tbody th {
  font-weight: 650;
  min-width: 190px;
}
.sub {
  display: block;
  font-weight: 400;
  font-size: 12px;
  color: var(--quiet);
}
.end {
  text-align: right !important;
}
.bar {
  min-width: 130px;
}
.track {
  display: block;
  height: 6px;
  background: var(--wash);
  border-radius: 3px;
  overflow: hidden;
  margin-top: 4px;
}
.track span {
  display: block;
  height: 100%;
  background: var(--sap);
}
.do {
  white-space: nowrap;
}
.do .v-btn + .v-btn {
  margin-left: 6px;
}
@media (max-width: 700px) {
  .verdict {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
