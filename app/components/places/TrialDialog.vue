<!-- A trial is laid out: lines in whole repeats, each in an order drawn anew, a check between them; every plot gets a tag. -->
<script setup lang="ts">
import { randomStream } from '@virgulta/core/chance/stream'
import { counted } from '@virgulta/core/formats/counted'
import { keysOf } from '@virgulta/core/log/kind'
import type { Draft } from '@virgulta/core/log/entry'
import { MULTIPLIED_BY } from '@virgulta/core/plants/kinds'
import type { Plant } from '@virgulta/core/plants/plant'
import { layoutOf } from '@virgulta/core/trials/layout'
import { max } from 'd3-array'
import type { PlacePage } from '#shared/places'
import type { PlantPage } from '#shared/plants'

const isOpen = defineModel<boolean>({ required: true })
const {
  crop,
  lines = [],
  at = null,
} = defineProps<{
  crop: string
  /** chosen before it is opened */ lines?: Plant[]
  /** the place, where that is known */ at?: string | null
}>()
const garden = useGardenStore()
const log = useLogStore()
const ids = useFormIds()
const MOST_PLOTS = 500
const chosen = ref<Plant[]>([])
const typed = ref('')
const wanted = refDebounced(typed, 150)
const { data: found } = useLive<PlantPage>(() =>
  isOpen.value ? `/api/plants?${new URLSearchParams({ crop, size: '50', q: wanted.value ?? '' })}` : null,
)
/** Plants of one name are one line: the first of them stands for it. */
const choices = computed(() => {
  const byName = new Map<string, Plant>()
  for (const plant of [...chosen.value, ...(found.value?.plants ?? [])])
    if (!plant.lost && !byName.has(plant.name.toLowerCase())) byName.set(plant.name.toLowerCase(), plant)
  return [...byName.values()]
})
const [repeats, every, across] = [ref(3), ref(5), ref(8)]
const checkId = ref<string | null>(null)
const placeId = ref<string | null>(null)
/** What is planted of a single plant: its own seed, or parts of it. */
const by = ref<'seed' | keyof typeof MULTIPLIED_BY>('seed')
const ways = [
  { value: 'seed', title: 'their own seed' },
  ...keysOf(MULTIPLIED_BY).map(value => ({ value, title: MULTIPLIED_BY[value].many })),
]
const seed = ref(1)
const day = ref(garden.today)
const drawAnew = () => (seed.value = 1 + Math.floor(Math.random() * 2 ** 31))
function begin() {
  ids.renew()
  chosen.value = [...lines]
  checkId.value = null
  placeId.value = at
  by.value = garden.garden?.guides.find(guide => guide.id === crop)?.kind === 'clone' ? 'division' : 'seed'
  day.value = garden.today
  drawAnew()
}
const { data: there } = useLive<PlacePage>(() =>
  isOpen.value && placeId.value ? `/api/garden/places/${placeId.value}` : null,
)
/** Which rows are free is not known yet: laid out now, plots could come to stand on others. */
const isLooking = computed(() => placeId.value !== null && there.value?.place.id !== placeId.value)
const firstFree = computed(() => 1 + (max(there.value?.plants ?? [], p => p.spot?.row) ?? 0))
const check = computed(() => chosen.value.find(plant => plant.id === checkId.value) ?? null)
const laid = computed(() =>
  chosen.value.length > 1
    ? layoutOf(
        {
          lines: chosen.value,
          repeats: repeats.value,
          check: check.value,
          every: every.value,
          across: across.value,
          from: firstFree.value,
        },
        randomStream(seed.value),
      )
    : [],
)
const plots = computed(() =>
  laid.value.map(({ line, spot }, i) => ({
    key: String(i),
    spot,
    name: line.name,
    code: '',
    isCheck: line === check.value,
  })),
)
const isSingle = ({ plantKind }: Plant) => plantKind === 'clone' || plantKind === 'seedling'
const problem = computed(() => {
  if (chosen.value.length < 2) return 'Choose at least two lines.'
  if (!placeId.value) return 'Choose the place.'
  return laid.value.length > MOST_PLOTS ? `At most ${MOST_PLOTS} plots are laid out at a time.` : ''
})
const tried = ref(false)

/** What stands on a plot of a line: the line again; of a single plant its offspring by its own pollen, or a part of it. */
function plantedOf(line: Plant) {
  const { id, plantKind, seedParentId, pollenParentId } = line
  if (!isSingle(line)) return { plantKind, seedParentId, pollenParentId }
  return by.value === 'seed'
    ? { plantKind: 'population' as const, seedParentId: id, pollenParentId: id }
    : {
        plantKind: 'clone' as const,
        seedParentId,
        pollenParentId,
        clonedFrom: { plantId: id, by: by.value },
      }
}
function draftsFor(codes: string[]): Draft[] {
  const added = laid.value.map(({ line }, i): Draft => ({
    kind: 'plantAdded',
    subjectId: ids.id(i),
    payload: {
      name: line.name,
      code: codes[i]!,
      crop,
      placeId: placeId.value,
      note: null,
      ...plantedOf(line),
    },
  }))
  const spots = laid.value.map(({ spot }, i) => ({ plantId: ids.id(i), ...spot }))
  return [...added, { kind: 'spotsGiven', subjectId: placeId.value!, payload: { spots } }]
}
async function save() {
  tried.value = true
  if (problem.value) return
  if (!(await log.noteTagged(laid.value.length, draftsFor, day.value))) return
  isOpen.value = false
  await navigateTo(`/places/${placeId.value}`)
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    heading="Lay out a trial"
    :action="laid.length ? `Give ${counted(laid.length, 'plot')} their tags` : 'Lay it out'"
    :of="[crop, at, ...lines.map(line => line.id)].join()"
    :disabled="isLooking"
    @open="begin"
    @submit="save"
  >
    <v-autocomplete
      v-model="chosen"
      v-model:search="typed"
      label="Lines"
      :items="choices"
      item-title="name"
      return-object
      multiple
      chips
      closable-chips
      no-filter
      clear-on-select
      no-data-text="No plant of the crop is called that."
    />
    <PlaceSelect v-model="placeId" />
    <div class="three">
      <CountStepper v-model="repeats" label="Repeats" :least="1" :most="20" />
      <CountStepper v-model="across" label="Plots in a row" :least="1" :most="100" />
      <CountStepper v-if="check" v-model="every" label="A check every" :least="1" :most="50" />
    </div>
    <v-select
      v-model="checkId"
      label="Check between them, if any"
      :items="chosen.map(plant => ({ value: plant.id, title: plant.name }))"
      clearable
      hide-details
    />
    <v-select
      v-if="chosen.some(isSingle)"
      v-model="by"
      label="Of single plants are planted"
      :items="ways"
      hide-details
    />
    <DayField v-model="day" label="Laid out on" />
    <template v-if="plots.length && plots.length <= MOST_PLOTS">
      <p class="quiet small">
        Each repeat holds every line once, in an order of its own, so that no line is favoured by where it
        stands.
        <button type="button" class="link" @click="drawAnew">Draw anew</button>
      </p>
      <PlotPlan :plots="plots" is-fixed />
    </template>
    <p v-if="tried && problem" class="fail" role="alert">{{ problem }}</p>
  </FormDialog>
</template>

<style scoped>
.three {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: 12px;
}
p {
  margin: 0;
}
</style>
