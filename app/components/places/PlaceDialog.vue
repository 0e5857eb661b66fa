<!-- What it is like at a place, from a day on: what shelters it, who can come in, its shade and its warmth. -->
<script setup lang="ts">
import type { Conditions, Shelter } from '@virgulta/core/places/kinds'
import { SHADES, SHELTERS } from '@virgulta/core/places/kinds'
import { OPEN_BED } from '@virgulta/core/places/place'
import type { Store } from '@virgulta/core/stores/store'
import type { DescribedPlace } from '#shared/garden'

const isOpen = defineModel<boolean>({ required: true })
const { place } = defineProps<{ place: DescribedPlace }>()
const garden = useGardenStore()
const log = useLogStore()
const day = ref(garden.today)
const draft = ref<Conditions>({ ...OPEN_BED })
const low = ref('')
const high = ref('')
const tried = ref(false)
const { data: kept } = useLive<{ stores: { store: Store }[] }>(() =>
  isOpen.value ? '/api/pollen/stores' : null,
)
function begin() {
  tried.value = false
  day.value = garden.today
  draft.value = { ...(place.spells.at(-1)?.conditions ?? OPEN_BED) }
  const { warmth } = draft.value
  low.value = warmth.by === 'range' ? String(warmth.low) : ''
  high.value = warmth.by === 'range' ? String(warmth.high) : ''
}
const choicesOf = (words: Record<string, string | { words: string }>) =>
  Object.entries(words).map(([value, of]) => ({ value, title: typeof of === 'string' ? of : of.words }))
/** Another shelter lets in, or keeps out, whoever it usually does. */
const choose = (shelter: Shelter) =>
  (draft.value = { ...draft.value, shelter, visitors: SHELTERS[shelter].visitors })

const WEATHER = 'weather'
const RANGE = 'range'
const warmths = computed(() => [
  { value: WEATHER, title: 'as warm as the weather' },
  { value: RANGE, title: 'a range of its own' },
  ...(kept.value?.stores ?? []).map(({ store }) => ({
    value: store.id,
    title: `as warm as ${store.name}`,
  })),
])
const warmthChosen = computed(() =>
  draft.value.warmth.by === 'store' ? draft.value.warmth.storeId : draft.value.warmth.by,
)
function chooseWarmth(value: string) {
  const warmth: Conditions['warmth'] =
    value === WEATHER
      ? { by: WEATHER }
      : value === RANGE
        ? { by: RANGE, low: NaN, high: NaN }
        : { by: 'store', storeId: value }
  draft.value = { ...draft.value, warmth }
}
const degrees = (text: string) =>
  text.trim() === '' ? NaN : Number(text.trim().replace(',', '.').replace('−', '-'))
const isRange = computed(() => draft.value.warmth.by === RANGE)
const fault = computed(() => {
  const [from, to] = [degrees(low.value), degrees(high.value)]
  if (!isRange.value) return ''
  if (Number.isNaN(from) || Number.isNaN(to)) return 'Give both temperatures in °C, such as 14 and 26.'
  if (from < -40 || to > 65) return 'A place where plants grow lies between −40 and 65 °C.'
  return from > to ? 'The colder temperature comes first.' : ''
})
async function keep() {
  tried.value = true
  if (fault.value) return
  const warmth = isRange.value
    ? { by: RANGE as typeof RANGE, low: degrees(low.value), high: degrees(high.value) }
    : draft.value.warmth
  const entry = { kind: 'placeSet' as const, subjectId: place.id, payload: { ...draft.value, warmth } }
  if (await log.note([entry], day.value)) isOpen.value = false
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :heading="`What it is like: ${place.name}`"
    action="Keep"
    :of="place.id"
    @open="begin"
    @submit="keep"
  >
    <v-select
      :model-value="draft.shelter"
      :items="choicesOf(SHELTERS)"
      label="Shelter"
      hide-details
      @update:model-value="choose"
    />
    <v-switch
      v-model="draft.visitors"
      label="Bees and other visitors can come to its flowers"
      color="primary"
      hide-details
    />
    <p class="quiet small">
      Where none can come, a flower needs no cover and its seed is in no doubt for want of one. Pollen that
      the wind carries still asks for one.
    </p>
    <v-select v-model="draft.shade" :items="choicesOf(SHADES)" label="Sun" hide-details />
    <v-select
      :model-value="warmthChosen"
      :items="warmths"
      label="Warmth"
      hide-details
      @update:model-value="chooseWarmth"
    />
    <div v-if="isRange" class="row nowrap">
      <v-text-field v-model="low" label="Coldest, °C" :aria-invalid="tried && Boolean(fault)" hide-details />
      <v-text-field v-model="high" label="Warmest, °C" :aria-invalid="tried && Boolean(fault)" hide-details />
    </div>
    <p v-if="tried && fault" class="fail" role="alert">{{ fault }}</p>
    <DayField v-model="day" label="It is so since" />
  </FormDialog>
</template>

<style scoped>
.nowrap {
  flex-wrap: nowrap;
}
p {
  margin: 0;
}
</style>
