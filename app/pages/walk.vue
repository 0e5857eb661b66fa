<!-- The walk: one stop at a time, answers in reach of the thumb. -->
<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { dayInWords, hourOf } from '@virgulta/core/time/days'
import type { Round } from '#shared/round'

definePageMeta({ layout: 'bare' })
const garden = useGardenStore()
const log = useLogStore()
/** Stops that are fetched ahead of the walk. */
const ENOUGH = 100
const skipped = ref<string[]>([])
const { data: round } = useLive<Round>(() => `/api/round?on=${garden.today}&most=${ENOUGH * (1 + Math.ceil(skipped.value.length / (ENOUGH / 2)))}`)

/** what was just answered stays in view while its next step is due now */
const here = ref<string | null>(null)
const stops = computed(() => (round.value?.stops ?? []).filter(s => !skipped.value.includes(s.subject.id)))
const stop = computed(() => stops.value.find(s => s.subject.id === here.value) ?? stops.value[0] ?? null)

const guide = computed(() => stop.value && garden.cropOf(stop.value.crop)!.guide)
/** Stops that are left, of which the server hands out the first ones. */
const left = computed(() => (round.value?.total ?? 0) - (round.value?.stops.length ?? 0) + stops.value.length)
const atPlace = computed(() => (round.value?.atPlaces[stop.value?.placeId ?? ''] ?? 0) - (round.value?.stops.filter(s => s.placeId === stop.value?.placeId && skipped.value.includes(s.subject.id)).length ?? 0))
const answers = computed(() => stop.value?.flower && guide.value ? [...answersAt(stop.value.step, stop.value.flower, guide.value), lostAnswer(stop.value.flower, guide.value)] : stop.value ? bloomAnswers(stop.value, garden.today) : [])
const cue = computed(() => stop.value && guide.value && cueOf(stop.value.step, guide.value))
const caution = computed(() => stop.value && guide.value && cautionOf(stop.value.step, guide.value))
const clock = computed(() => {
  const hour = hourOf(garden.now, garden.garden!.zone)
  return `${String(Math.floor(hour)).padStart(2, '0')}:${String(Math.round(hour % 1 * 60)).padStart(2, '0')}`
})
const hourWords = (h: number) => `${Math.floor(h)}${h % 1 ? `:${String(Math.round(h % 1 * 60)).padStart(2, '0')}` : ''}`

const up = ref(0)
watch(stop, () => up.value = 0)
const isBusy = ref(false)
/** Chooses one flower; the walk stays with it. */
async function choose() {
  const { crossId, seedParent, pollenParent } = stop.value!
  isBusy.value = true
  const tied = await tagFlowers({ crossId: crossId!, seedParentId: seedParent!.id, pollenParentId: pollenParent?.id ?? null })
  isBusy.value = false
  here.value = tied?.[0]?.id ?? here.value
}
const countUp = () => log.note([{ kind: 'seedlingsUp', subjectId: stop.value!.subject.id, payload: { count: up.value } }])
function skip() {
  skipped.value.push(stop.value!.subject.id)
  here.value = null
}
/** What is opened comes into view above the answers. */
const show = ({ target }: Event) => (target as HTMLDetailsElement).open && (target as HTMLElement).scrollIntoView({ block: 'center' })
const isHarvesting = ref(false)
const isSowing = ref(false)

useShortcuts([
  { key: 'ArrowRight', does: 'skip this stop', run: () => stop.value && skip() },
  { key: 'Escape', does: 'back to Today', run: () => navigateTo('/today') },
])
</script>

<template>
  <div class="walk">
    <header class="top">
      <div>
        <h1>{{ stop ? garden.placeName(stop.placeId) : 'The round' }}</h1>
        <p class="quiet small">{{ left }} {{ left === 1 ? 'stop' : 'stops' }} left<template v-if="stop"> · {{ atPlace }} here</template></p>
      </div>
      <div class="hour">
        <strong class="figures">{{ clock }}</strong>
        <span v-if="stop?.hours" class="quiet small">until about {{ hourWords(stop.hours.to) }}</span>
      </div>
      <v-btn :icon="mdiClose" variant="text" aria-label="Leave the walk" to="/today" />
    </header>

    <template v-if="stop && guide && cue">
      <section class="middle" :aria-label="`Stop ${stop.code}`">
        <TagLabel :code="stop.code" large />
        <strong v-if="stop.plant" class="plant">{{ stop.plant.name }}</strong>
        <CrossName v-if="stop.seedParent" :seed-parent="stop.seedParent" :pollen-parent="stop.pollenParent" />
        <h2>{{ questions[stop.step] }}<template v-if="stop.step === 'pollinate' && stop.pollenParent"> from {{ stop.pollenParent.name }}</template></h2>
        <p class="quiet">{{ stop.because }} <EstimateMark v-if="stop.estimate" :estimate="stop.estimate" v-bind="markOf(waitBefore[stop.step]!, stop.crop)" /></p>
        <FlowerDrawing v-if="stop.flower || stop.step === 'choose'" :form="guide.form" :step="stop.step" />
        <p class="cue">{{ cue.yes }}</p>
        <p v-for="no in cue.no" :key="no" class="quiet small">Not: {{ no }}</p>
        <p v-if="stop.tools.length" class="take">Take: {{ stop.tools.join(', ') }}<template v-if="stop.step === 'pollinate' && stop.pollenParent">, <ParentName role="pollen" :name="`${stop.pollenParent.name} pollen`" /></template></p>
        <p v-if="caution" class="caution small">{{ caution }}</p>
        <details v-if="garden.mayNote && stop.seedParent && stop.blooms && !stop.plant" :key="stop.subject.id" class="bloom" @toggle="show"><summary>Bloom of {{ stop.seedParent.name }}</summary><BloomKeys :id="stop.blooms.id" :type="stop.blooms.type" :blooming="stop.blooms.blooming" @noted="here = stop.subject.id" /></details>
        <CountStepper v-if="stop.step === 'countUp' && stop.sowing" v-model="up" label="New seedlings since the last count" :hint="`${stop.sowing.up} of ${stop.sowing.seeds} up so far, sown ${dayInWords(stop.sowing.sownOn)}`" />
      </section>
      <footer class="answers">
        <AnswerKeys v-if="answers.length && stop.step !== 'harvest'" :answers="answers" @noted="here = stop.subject.id"><button type="button" class="key skip" @click="skip">Skip</button></AnswerKeys>
        <div v-else class="keys">
          <p v-if="!garden.mayNote" class="quiet">You read along here as a guest.</p>
          <button v-else-if="stop.step === 'choose'" type="button" class="big" :disabled="isBusy" @click="choose">Choose one, give me its tag</button>
          <button v-else-if="stop.step === 'harvest'" type="button" class="big" @click="isHarvesting = true">Harvest</button>
          <button v-else-if="stop.step === 'sow'" type="button" class="big" @click="isSowing = true">Sow</button>
          <button v-else type="button" class="big" @click="countUp">Note {{ up }} up</button>
          <button type="button" class="skip" @click="skip">{{ stop.step === 'harvest' ? 'Not ripe, skip' : stop.step === 'choose' ? 'None at this stage, skip' : 'Skip' }}</button>
        </div>
      </footer>
      <HarvestDialog v-if="stop.flower && stop.crossId" v-model="isHarvesting" :cross-id="stop.crossId" :crop="stop.crop" :flowers="[stop.flower]" :first="stop.flower.id" />
      <SowLotDialog v-if="stop.step === 'sow'" v-model="isSowing" :lot-id="stop.subject.id" :crop="stop.crop" />
    </template>
    <EmptyPage v-else-if="round" heading="The round is done">
      <template v-if="skipped.length">{{ skipped.length }} {{ skipped.length === 1 ? 'stop was' : 'stops were' }} skipped.</template>
      <template v-else>Nothing more is due today.</template>
      <template #step>
        <v-btn v-if="skipped.length" height="56" @click="skipped = []">Back to the skipped</v-btn>
        <v-btn variant="flat" height="56" to="/today">To Today</v-btn>
      </template>
    </EmptyPage>
  </div>
</template>

<style scoped>
.walk { display: grid; grid-template-rows: auto 1fr auto; min-height: 100dvh; max-width: 560px; margin: 0 auto; }
.top { display: grid; grid-template-columns: 1fr auto auto; align-items: center; gap: 8px; padding: 12px 8px 8px 18px; border-bottom: 1px solid var(--rule); }
.top h1 { font-size: 21px; }
.top p { margin: 2px 0 0; }
.hour { display: grid; justify-items: end; }
.middle { padding: 14px 18px; display: grid; gap: 8px; align-content: start; justify-items: start; }
.middle h2 { font-size: 28px; margin-top: 4px; }
.middle p { margin: 0; }
.cue { font-size: 17px; }
summary { cursor: pointer; min-height: 44px; padding: 10px 0; color: var(--sap); font-weight: 650; }
.bloom { width: 100%; }
.plant { font-size: 17px; }
.take { border: 1px solid var(--rule); background: var(--sheet); border-radius: var(--radius); padding: 10px 12px; width: 100%; }
.answers { position: sticky; bottom: 0; background: var(--paper); border-top: 1px solid var(--rule); padding: 12px 18px 16px; }
.keys { display: grid; gap: 10px; }
.big, .skip { min-height: 60px; border-radius: var(--radius); border: 1.5px solid var(--sap); background: var(--sap); color: var(--onSap); font: 650 17px var(--text); cursor: pointer; }
.skip { background: var(--sheet); color: var(--ink); border-color: var(--quiet); }
</style>
