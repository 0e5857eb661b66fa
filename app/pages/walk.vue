<!-- The walk: one stop at a time, answers in reach of the thumb. -->
<script setup lang="ts">
import { tagFlowers } from '~/components/flowers/tagFlowers'
import { mdiClose, mdiPlus, mdiQrcodeScan } from '@mdi/js'
import { clockWords } from '@virgulta/core/bloom/hours'
import { clusterInWords } from '@virgulta/core/flowers/units'
import { counted, plural } from '@virgulta/core/formats/counted'
import { cutInWords } from '@virgulta/core/garden/fruits'
import { canBeDried } from '@virgulta/core/pollen/worth'
import { minutesToWait, walkOn } from '@virgulta/core/round/walk'
import { WORK, answersTo, questionAt } from '@virgulta/core/round/work'
import { isGrown } from '@virgulta/core/seed/course'
import { checkTagCode } from '@virgulta/core/tags/code'
import { clockOf, dayInWords, hourOf } from '@virgulta/core/time/days'
import type { Found } from '#shared/find'
import type { RoundStop } from '#shared/round'

definePageMeta({ layout: 'bare', hasOwnLine: true })
const garden = useGardenStore()
const log = useLogStore()
/** Stops that are fetched ahead of the walk. */
const ENOUGH = 100
/** Several things may be due at one: each is put off by itself. */
const keyOf = ({ subject, step }: RoundStop) => `${subject.id} ${step}`
const skipped = ref<string[]>([])
const { data: round } = useRound(
  () => `/api/round?on=${garden.today}&most=${ENOUGH * (1 + Math.ceil(skipped.value.length / (ENOUGH / 2)))}`,
)

/** what was just answered stays in view while its next step is due now */
const here = ref<string | null>(null)
/** the place where one stands: that of what was answered or scanned last */
const standsAt = ref<string | null>()
/** what waits for its hour is done all the same */
const isEarly = ref(false)
const stops = computed(() => (round.value?.stops ?? []).filter(s => !skipped.value.includes(keyOf(s))))
const hour = computed(() => hourOf(garden.now, garden.garden!.zone))
const moment = useTicking()
const ways = computed(() =>
  walkOn(stops.value, isEarly.value ? 24 : hour.value, standsAt.value, moment.value),
)
const stop = computed(
  () => stops.value.find(s => s.subject.id === here.value && !isWorking(s)) ?? ways.value.next,
)
const isWorking = (s: RoundStop) => minutesToWait(s, moment.value) > 0
const waiting = computed(() => ways.value.waiting.filter(s => s.subject.id !== stop.value?.subject.id))
const waitingWords = computed(() =>
  waiting.value.length
    ? `${counted(waiting.value.length, 'stop waits', 'stops wait')} for ${plural(waiting.value.length, 'its', 'their')} hour, the first from ${clockWords(waiting.value[0]!.hours!.from)}.`
    : '',
)
/** What was noted leads on from here. */
function stay() {
  if (stop.value!.step === 'pollinate') passed()
  here.value = stop.value!.subject.id
  standsAt.value = stop.value!.placeId
}
watch(
  () => stop.value?.placeId,
  place => (standsAt.value ??= place),
)

const guide = computed(() => stop.value && garden.cropOf(stop.value.crop)!.guide)
/** Stops that are left, of which the server hands out the first ones. */
const left = computed(() => (round.value?.total ?? 0) - (round.value?.stops.length ?? 0) + stops.value.length)
const atPlace = computed(
  () =>
    (round.value?.atPlaces[stop.value?.placeId ?? ''] ?? 0) -
    (round.value?.stops.filter(s => s.placeId === stop.value?.placeId && skipped.value.includes(keyOf(s)))
      .length ?? 0),
)
/** Seed, trays and seedlings are not beside the plant that bore them. */
const isAtSeed = computed(
  () =>
    ['sowing', 'seedLot'].includes(stop.value?.subject.type ?? '') ||
    ['judge', 'lift', 'firstFlowers'].includes(stop.value?.step ?? ''),
)
/** what was counted at the stop just now */
const up = ref(0)
watch(
  () => `${stop.value?.subject.id} ${stop.value?.sowing?.up}`,
  () => (up.value = 0),
)
/** What is counted at the stop; a flask is looked into without counting. */
const counts = computed(() =>
  stop.value?.sowing && !(stop.value.step === 'lookInto' && stop.value.sowing.container === 'flask')
    ? WORK[stop.value.step].counts
    : undefined,
)
/** what is told of the pass of pollen; the crop's usual way until something else is pressed */
const { pass, passed } = usePass(guide, () => stop.value?.flower)
const answers = computed(() =>
  stop.value && guide.value
    ? answersTo({ ...stop.value, count: up.value }, guide.value, garden.today, pass.value)
    : [],
)
/** Where the hour stands in those of a stop. */
function hoursWords({ from, to }: NonNullable<RoundStop['hours']>): string {
  if (hour.value < from) return `from about ${clockWords(from)}`
  return `${hour.value > to ? 'over since' : 'until'} about ${clockWords(to)}`
}
const laterWords: Partial<Record<RoundStop['step'], string>> = {
  choose: 'None at this stage, later',
}
const clock = computed(() => clockOf(garden.now, garden.garden!.zone))

const stage = ref<'right' | 'young' | 'open'>('right')
watch(
  () => stop.value?.subject.id,
  () => (stage.value = 'right'),
)
const flowerIds = useFormIds()
/** Chooses one flower; the walk stays with it. */
const { run: choose, isBusy } = useOnce(async () => {
  const { crossId, seedParent, pollenParent, placeId } = stop.value!
  const tied = await tagFlowers(
    { crossId: crossId!, seedParentId: seedParent!.id, pollenParentId: pollenParent?.id ?? null },
    1,
    1,
    undefined,
    stage.value,
    flowerIds.id,
  )
  if (!tied) return
  flowerIds.renew()
  standsAt.value = placeId
  here.value = tied[0]!.id
})
/** The fruit stays on its plant, and is looked at again some days later. */
const { run: leaveFruit } = useOnce(() => {
  const { subject, ripening } = stop.value!
  return log.note([
    { kind: 'fruitLeft', subjectId: subject.id, payload: ripening ? { advised: ripening.advice } : {} },
  ])
})
/** The mark on the flowers of a stop; null where they carry none. */
function markOfStop({ marks, pollenParent }: RoundStop) {
  const own = marks?.marks.find(m => m.pollenParentId === pollenParent?.id)
  return own ? { mark: own.mark, of: marks!.of } : null
}
function skip() {
  skipped.value.push(keyOf(stop.value!))
  here.value = null
}

const isScanning = ref(false)
const isAdding = ref(false)
const astray = ref('')
/** Tags that the simulated scanner can read: those of the stops at this place. */
const hanging = computed(() =>
  stops.value
    .filter(s => s.placeId === stop.value?.placeId)
    .slice(0, 8)
    .map(s => s.code),
)
/** A scanned tag leads to its stop, else to what it is tied to. */
async function jump(text: string) {
  const check = checkTagCode(text)
  astray.value = check.ok ? '' : check.why
  if (!check.ok) return
  const due = (round.value?.stops ?? []).find(s => s.code === check.code)
  if (due) {
    standsAt.value = due.placeId
    skipped.value = skipped.value.filter(key => key !== keyOf(due))
    return (here.value = due.subject.id)
  }
  const [found] = await $fetch<Found[]>(`/api/find?q=${check.code}`)
  if (found) navigateTo(found.to)
  else astray.value = `No tag ${check.code} is in this garden.`
}
useWedge(jump)
/** What is opened comes into view above the answers. */
const show = ({ target }: Event) =>
  (target as HTMLDetailsElement).open && (target as HTMLElement).scrollIntoView({ block: 'center' })
const middle = useTemplateRef('middle')
watch(
  () => `${stop.value?.subject.id} ${stop.value?.step}`,
  () => middle.value?.scrollTo(0, 0),
)
const isHarvesting = ref(false)
const isSowing = ref(false)
const isCollecting = ref(false)
const isCovering = ref(false)
const isCutting = ref(false)

useShortcuts([
  { key: 'ArrowRight', does: 'this stop later today', run: () => stop.value && skip() },
  { key: 's', does: 'scan a tag', run: () => (isScanning.value = true) },
  { key: 'Escape', does: 'back to Today', run: () => navigateTo('/today') },
])
</script>

<template>
  <div class="walk">
    <header class="top">
      <div>
        <h1>{{ stop ? garden.placeName(stop.placeId) : 'The round' }}</h1>
        <p class="quiet small">
          {{ counted(left, 'stop') }} left<template v-if="stop"> · {{ atPlace }} here</template
          ><template v-if="stop && waiting.length">
            · {{ waiting.length }} from {{ clockWords(waiting[0]!.hours!.from) }}</template
          >
        </p>
      </div>
      <div class="hour">
        <strong class="figures">{{ clock }}</strong>
        <span v-if="stop?.hours" class="quiet small">{{ hoursWords(stop.hours) }}</span>
      </div>
      <v-btn :icon="mdiQrcodeScan" variant="text" aria-label="Scan a tag" @click="isScanning = true" />
      <v-btn :icon="mdiClose" variant="text" aria-label="Leave the walk" to="/today" />
    </header>

    <NoteLine class="noteline"
      ><span v-if="astray" class="fail" role="alert">{{ astray }}</span
      ><template v-else>{{
        !stop && waitingWords ? waitingWords : 'What you note shows here, with its undo.'
      }}</template></NoteLine
    >
    <WorkingLine v-if="ways.working.length" :stops="ways.working" :now="moment" />
    <ScanSheet v-model="isScanning" :hanging="hanging" @scan="jump" />
    <template v-if="stop && guide">
      <section ref="middle" class="middle" tabindex="0" :aria-label="`Stop ${stop.code}`">
        <TagLabel :code="stop.code" large />
        <strong v-if="stop.plant" class="plant">{{ stop.plant.name }}</strong>
        <CrossName v-if="stop.seedParent" :seed-parent="stop.seedParent" :pollen-parent="stop.pollenParent" />
        <StopMark
          v-if="stop.marks"
          :key="stop.subject.id"
          :marks="stop.marks"
          :pollen-parent="stop.pollenParent"
        />
        <h2>
          {{ questionAt(stop.step, guide, stop.sowing)
          }}<template v-if="stop.step === 'pollinate' && stop.pollenParent">
            from {{ stop.pollenParent.name }}</template
          >
        </h2>
        <p class="quiet">
          {{ stop.because }}
          <EstimateMark
            v-if="stop.estimate"
            :estimate="stop.estimate"
            v-bind="markOf(WORK[stop.step].wait!, stop.crop)"
          />
        </p>
        <TornNotes v-if="stop.flower" :flower="stop.flower" />
        <p v-if="stop.flower && clusterInWords(stop.flower)" class="small">
          {{ clusterInWords(stop.flower) }}
        </p>
        <StopCue :step="stop.step" :guide="guide" />
        <p v-if="stop.hours?.weather" class="quiet small">{{ stop.hours.weather }}.</p>
        <p v-if="stop.tools.length" class="take">
          Take: {{ stop.tools.join(', ')
          }}<template v-if="stop.step === 'pollinate' && stop.pollenParent"
            >, <ParentName role="pollen" :name="`${stop.pollenParent.name} pollen`"
          /></template>
        </p>
        <StageChips v-if="stop.step === 'choose' && garden.mayNote" v-model="stage" />
        <PassChips
          v-if="stop.step === 'pollinate' && garden.mayNote"
          v-model="pass"
          :guide="guide"
          :is-self="stop.seedParent?.id === stop.pollenParent?.id"
          :blooms="stop.flower?.blooms"
          :tubes="stop.tubes"
        />
        <CautionLines :step="stop.step" :guide="guide" />
        <v-btn
          v-if="garden.mayNote && stop.flower && stop.crossId && stop.seedParent"
          class="quietly"
          :prepend-icon="mdiPlus"
          @click="isAdding = true"
          >Another flower of this cross</v-btn
        >
        <details
          v-if="garden.mayNote && stop.seedParent && stop.blooms && !stop.plant && !isAtSeed"
          :key="stop.subject.id"
          class="bloom"
          @toggle="show"
        >
          <summary>Bloom of {{ stop.seedParent.name }}</summary>
          <BloomKeys
            :id="stop.blooms.id"
            :type="stop.blooms.type"
            :blooming="stop.blooms.blooming"
            @noted="stay"
          />
        </details>
        <p v-if="stop.ripening" class="advice">{{ cutInWords(stop.ripening, garden.today) }}</p>
        <v-btn v-if="stop.sowing?.row && stop.step === 'countUp'" class="quietly" :to="rowsOf(stop.sowing)"
          >Count all rows of {{ stop.sowing.row.of }}</v-btn
        >
        <CountStepper
          v-if="counts && stop.sowing"
          v-model="up"
          :label="counts"
          :hint="`${stop.sowing.up} of ${stop.sowing.seeds} ${isGrown(stop.sowing.container) ? 'up' : 'sprouted'} so far, sown ${dayInWords(stop.sowing.sownOn)}`"
        />
      </section>
      <footer class="answers">
        <AnswerKeys
          v-if="answers.length && !['harvest', 'collectPollen'].includes(stop.step)"
          :answers="answers"
          @noted="stay"
          ><button type="button" class="key skip" @click="skip">Later today</button></AnswerKeys
        >
        <div v-else class="keys">
          <p v-if="!garden.mayNote" class="quiet">You read along here as a guest.</p>
          <button
            v-else-if="stop.step === 'choose'"
            type="button"
            class="big"
            :aria-busy="isBusy"
            @click="choose"
          >
            Choose one, give me its tag
          </button>
          <button v-else-if="stop.step === 'harvest'" type="button" class="big" @click="isHarvesting = true">
            Harvest
          </button>
          <button v-else-if="stop.step === 'coverDonor'" type="button" class="big" @click="isCovering = true">
            Cover one, give me its tag
          </button>
          <button
            v-else-if="stop.step === 'collectPollen'"
            type="button"
            class="big"
            @click="isCollecting = true"
          >
            Collect it
          </button>
          <NuxtLink
            v-else-if="stop.step === 'tubePollen'"
            class="big"
            :to="`/pollen/${stop.subject.id}?do=tube`"
            >{{
              canBeDried(guide.pollination.pollen) ? 'It is dry: into its tube' : 'Knocked out: into its tube'
            }}</NuxtLink
          >
          <NuxtLink
            v-else-if="stop.step === 'testPollen'"
            class="big"
            :to="`/pollen/${stop.subject.id}/count`"
            >Count it</NuxtLink
          >
          <NuxtLink v-else-if="stop.step === 'judge'" class="big" :to="screenOfStop(stop)"
            >Score the family</NuxtLink
          >
          <button v-else-if="stop.step === 'sow'" type="button" class="big" @click="isSowing = true">
            Sow
          </button>
          <button
            v-if="stop.step === 'choose' && stop.seedParent && garden.mayNote"
            type="button"
            class="skip"
            @click="isCutting = true"
          >
            No seed wanted: cut the stalk
          </button>
          <button
            v-if="stop.step === 'harvest' && garden.mayNote"
            type="button"
            class="skip"
            @click="leaveFruit"
          >
            Not ripe yet
          </button>
          <button type="button" class="skip" @click="skip">
            {{ laterWords[stop.step] ?? 'Later today' }}
          </button>
        </div>
      </footer>
      <StalkDialog
        v-if="stop.step === 'choose' && stop.seedParent"
        v-model="isCutting"
        :plant="stop.seedParent"
      />
      <HarvestDialog
        v-if="stop.flower && stop.crossId"
        v-model="isHarvesting"
        :cross-id="stop.crossId"
        :crop="stop.crop"
        :flowers="[stop.flower]"
        :first="stop.flower.id"
        :ripening="stop.ripening"
        :mark="markOfStop(stop)"
      />
      <ChooseDialog
        v-if="stop.crossId && stop.seedParent"
        v-model="isAdding"
        :of="{
          crossId: stop.crossId,
          seedParentId: stop.seedParent.id,
          pollenParentId: stop.pollenParent?.id ?? null,
        }"
        :guide="guide"
      />
      <DonorDialog v-if="stop.step === 'coverDonor'" v-model="isCovering" :plant-id="stop.plantId" />
      <CollectDialog
        v-if="stop.step === 'collectPollen'"
        v-model="isCollecting"
        :plant-id="stop.plantId"
        :task-id="stop.subject.type === 'task' ? stop.subject.id : null"
      />
      <SowLotDialog
        v-if="stop.step === 'sow'"
        v-model="isSowing"
        :lot-id="stop.subject.id"
        :crop="stop.crop"
      />
    </template>
    <EmptyPage v-else-if="ways.working.length" heading="What was done last works now">
      The walk goes on by itself when its minutes are over.
      <template #step><v-btn variant="flat" height="56" to="/today">To Today</v-btn></template>
    </EmptyPage>
    <EmptyPage
      v-else-if="waiting.length"
      :heading="`Nothing more before ${clockWords(waiting[0]!.hours!.from)}`"
    >
      {{ waitingWords }} Until then nothing is ready.
      <ul class="waits">
        <li v-for="s in waiting.slice(0, 6)" :key="s.subject.id">
          <strong class="figures">{{ clockWords(s.hours!.from) }}</strong> {{ garden.placeName(s.placeId) }}:
          {{ WORK[s.step].words }}, <span class="code">{{ s.code }}</span>
        </li>
      </ul>
      <template #step>
        <v-btn height="56" @click="isEarly = true">Go there now</v-btn>
        <v-btn variant="flat" height="56" to="/today">To Today</v-btn>
      </template>
    </EmptyPage>
    <EmptyPage v-else-if="round" heading="The round is done">
      <template v-if="skipped.length"
        >{{ counted(skipped.length, 'stop was', 'stops were') }} put off.</template
      >
      <template v-else>Nothing more is due today.</template>
      <template #step>
        <v-btn v-if="skipped.length" height="56" @click="skipped = []">Back to what was put off</v-btn>
        <v-btn variant="flat" height="56" to="/today">To Today</v-btn>
      </template>
    </EmptyPage>
  </div>
</template>

<style scoped>
.walk {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  grid-template-rows: auto auto auto minmax(0, 1fr) auto;
  height: 100dvh;
  max-width: 560px;
  margin: 0 auto;
}
.top {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto auto;
  align-items: center;
  gap: 8px;
  padding: 12px 8px 8px 18px;
  border-bottom: 1px solid var(--rule);
}
.top h1 {
  font-size: 21px;
}
.top p {
  margin: 2px 0 0;
}
.hour {
  display: grid;
  justify-items: end;
}
.middle {
  grid-row: 4;
  overflow-y: auto;
  padding: 14px 18px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  align-content: start;
  justify-items: start;
}
.middle > :deep(*) {
  max-width: 100%;
}
.middle :deep(.cross-name) {
  flex-wrap: wrap;
}
.middle :deep(.v-btn) {
  height: auto;
  min-height: 44px;
  white-space: normal;
}
.middle :deep(.v-btn__content) {
  white-space: normal;
}
.middle h2 {
  font-size: 28px;
  margin-top: 4px;
}
.middle p {
  margin: 0;
}
.noteline {
  border-top: 0;
  border-bottom: 1px solid var(--rule);
}
summary {
  cursor: pointer;
  min-height: 44px;
  padding: 10px 0;
  color: var(--sap);
  font-weight: 650;
}
.bloom {
  width: 100%;
}
.plant {
  font-size: 17px;
}
.waits {
  text-align: left;
  margin: 12px 0 0;
  padding-left: 18px;
}
.take {
  border: 1px solid var(--rule);
  background: var(--sheet);
  border-radius: var(--radius);
  padding: 10px 12px;
  width: 100%;
}
.take :deep(.parent) {
  white-space: normal;
}
.answers {
  grid-row: 5;
  background: var(--paper);
  border-top: 1px solid var(--rule);
  padding: 12px 18px 16px;
}
.keys {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}
a.big {
  display: grid;
  place-items: center;
  text-decoration: none;
  color: var(--onSap);
}
.big,
.skip {
  min-height: 60px;
  border-radius: var(--radius);
  border: 1.5px solid var(--sap);
  background: var(--sap);
  color: var(--onSap);
  font: 650 17px var(--text);
  cursor: pointer;
}
/* With very large text there is no room for a foot that stays. */
@media (max-height: 560px) {
  .walk {
    height: auto;
    min-height: 100dvh;
  }
  .middle {
    overflow: visible;
  }
}
@media (max-width: 260px) {
  .top {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .hour {
    justify-items: start;
    overflow-wrap: anywhere;
  }
  .middle h2 {
    font-size: 22px;
    overflow-wrap: anywhere;
  }
}
.skip {
  background: var(--sheet);
  color: var(--ink);
  border-color: var(--quiet);
}
</style>
