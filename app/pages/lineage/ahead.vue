<!-- Ways over the coming generations, simulated beside each other: seasons, plants, gain, variety, and what may be lost. -->
<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import { PLAN_KINDS } from '@virgulta/core/ahead/planWords'
import { usualGround } from '@virgulta/core/ahead/ground'
import type { AheadTold } from '@virgulta/core/ahead/plans'
import type { PlanAhead } from '@virgulta/core/ahead/plan'
import { seasonsOf } from '@virgulta/core/ahead/steps'
import { DIPLOID } from '@virgulta/core/lineage/meiosis'
import * as v from 'valibot'
import type { WaysPage } from '#shared/lineage'
import { PlansAhead } from '#shared/works'
import { useLineageCrop } from '~/components/lineage/lineageCrop'

const garden = useGardenStore()
const { crop, choices } = useLineageCrop()
const open = computed(() => garden.cropOf(crop.value))
const inheritance = computed(() => open.value?.definition.inheritance ?? { ...DIPLOID, mating: null })
const isSelfing = computed(() => inheritance.value.mating === 'selfing')
const seasons = computed(() => Math.max(1, open.value?.guide.seasons ?? 1))

const KINDS = Object.keys(PLAN_KINDS) as PlanAhead['kind'][]
/** What people of such a crop compare first. */
const usual = computed((): PlanAhead[] =>
  (isSelfing.value ? (['single seed', 'pedigree'] as const) : (['clone', 'recurrent'] as const)).map(
    kind => PLAN_KINDS[kind].usual,
  ),
)
/** A way that a stop of the round leads to: its crop is found by it. */
const shownWay = useAddress('way')
const route = useRoute()
const isByWay = computed(() => shownWay.value !== '' && !route.query.crop)
const { data: ways } = useLive<WaysPage>(
  () =>
    `/api/lineage/ways?${new URLSearchParams(isByWay.value ? { way: shownWay.value } : { crop: crop.value })}`,
)
/** The way that is to be shown once it is there. */
const leadTo = ref(shownWay.value)
watch([ways, leadTo], async ([now]) => {
  const found = now?.ways.find(one => one.id === leadTo.value)
  if (!found) return
  leadTo.value = ''
  if (crop.value !== found.crop) crop.value = found.crop
  await nextTick()
  const sheet = document.getElementById(`way-${found.id}`)
  // With the focus: a dialog that was closed would else hand it to what stands elsewhere, and the page would go there.
  sheet?.focus({ preventScroll: true })
  sheet?.scrollIntoView({ block: 'start' })
})
const text = useAddress('plans')
const plans = computed<PlanAhead[]>({
  get: () => {
    try {
      const read = v.safeParse(PlansAhead, JSON.parse(text.value))
      return read.success ? (read.output as PlanAhead[]) : usual.value
    } catch {
      return usual.value
    }
  },
  set: list => (text.value = JSON.stringify(list)),
})
const setPlan = (i: number, plan: PlanAhead) =>
  (plans.value = plans.value.map((p, k) => (k === i ? plan : p)))
const drop = (i: number) => {
  told.value = told.value.filter((_, k) => k !== i)
  plans.value = plans.value.filter((_, k) => k !== i)
}
const add = (kind: PlanAhead['kind']) => (plans.value = [...plans.value, PLAN_KINDS[kind].usual])

const h2 = useAddressNumber('h2', Math.round(100 * usualGround.heritability), { least: 1, most: 99 })
const share = useAddressNumber('share', 10, { least: 1, most: 99 })
const terms = computed(() => ({
  ground: {
    ...usualGround,
    heritability: h2.value / 100,
    ploidy: inheritance.value.ploidy,
    doubleReduction: inheritance.value.doubleReduction,
  },
  isSelfing: isSelfing.value,
  wishedShare: share.value / 100,
}))
const told = shallowRef<(AheadTold | null)[]>([])
function hear(i: number, now: AheadTold | null) {
  const after = [...told.value]
  after[i] = now
  told.value = after
}
const places = (n: number) => Number(n.toFixed(2))
function save() {
  saveCsv(
    `plans-ahead-${crop.value}`,
    [
      'plan',
      'seasons',
      'plants raised',
      'worked by hand',
      'gain',
      'gain, from',
      'gain, to',
      'inbreeding',
      'lost',
    ],
    plans.value.flatMap((plan, i) => {
      const of = told.value[i]
      return of
        ? [
            [
              PLAN_KINDS[plan.kind].name,
              seasonsOf(plan, seasons.value),
              of.plants,
              of.worked,
              places(of.gain.mean),
              places(of.gain.low),
              places(of.gain.high),
              places(of.inbreeding),
              places(of.lost),
            ],
          ]
        : []
    }),
  )
}
</script>

<template>
  <div class="stack">
    <div class="row tools">
      <v-select v-if="choices.length" v-model="crop" label="Crop" :items="choices" class="narrow" />
      <CountStepper v-model="h2" label="Handed on, in %" :least="1" :most="99" />
      <CountStepper v-model="share" label="Wished allele in a population, in %" :least="1" :most="99" />
      <v-menu v-if="plans.length < 6" :transition="false">
        <template #activator="{ props }"><v-btn v-bind="props">Compare another way</v-btn></template>
        <v-list density="compact"
          ><v-list-item v-for="kind in KINDS" :key="kind" :title="PLAN_KINDS[kind].name" @click="add(kind)"
        /></v-list>
      </v-menu>
      <v-btn variant="text" class="quietly" :prepend-icon="mdiDownload" @click="save">CSV</v-btn>
    </div>
    <WaySheet v-for="way in ways?.ways ?? []" :id="`way-${way.id}`" :key="way.id" :way="way" tabindex="-1" />
    <p class="quiet small">
      Each way is run 200 times with a trait of sixty loci on ten chromosomes in each of its
      {{ inheritance.ploidy }} sets, by the same draws as the odds. Gain is counted in standard deviations of
      what is handed on among plants that mate at random; four runs of five lie in the range. Of two lines the
      wished allele is in one of them.
    </p>
    <PlanCard
      v-for="(plan, i) in plans"
      :key="`${i} ${plan.kind}`"
      :model-value="plan"
      :terms="terms"
      :crop="crop"
      :beginnings="ways?.beginnings ?? []"
      :seasons="seasons"
      :is-only="plans.length === 1"
      @update:model-value="now => setPlan(i, now)"
      @told="now => hear(i, now)"
      @drop="drop(i)"
      @chosen="id => (leadTo = id)"
    />
  </div>
</template>

<style scoped>
.tools {
  align-items: end;
}
.narrow {
  max-width: 220px;
  min-width: 150px;
}
</style>
