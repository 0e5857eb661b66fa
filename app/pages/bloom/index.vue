<!-- The season of the plants in play; two of them, and what makes them meet. -->
<script setup lang="ts">
import type { Chances } from '@virgulta/core/bloom/chances'
import { mdiChevronLeft, mdiChevronRight, mdiDownload, mdiUpload } from '@mdi/js'
import { quantileIn } from '@virgulta/core/bloom/chances'
import { addDays, dayNumber, dayOfNumber } from '@virgulta/core/time/days'
import type { BloomPage, BloomRow } from '#shared/bloom'

const garden = useGardenStore()
// Words of their own: the list of an aim's pairs above keeps its filter and order in the address, too.
const [typed, who, crop, sort] = [
  useAddress('find'),
  useAddress('who', 'play'),
  useAddress('crop'),
  useAddress('by', 'first'),
]
const [seed, pollen, aim] = [useAddress('seed'), useAddress('pollen'), useAddress('aim')]
/** What is asked of a pair in its sheet. */
const [season, sow] = [useAddress('season'), useAddress('sow')]
const pair = computed(() => ({ seed: seed.value || null, pollen: pollen.value || null }))

/** Ten months, from two months before today's on. */
const MONTHS = 10
const monthStart = (day: string, months: number) => {
  const at = new Date(`${day.slice(0, 8)}01T00:00:00Z`)
  at.setUTCMonth(at.getUTCMonth() + months)
  return at.toISOString().slice(0, 10)
}
const start = useAddress('from')
const from = computed(() =>
  /^\d{4}-\d{2}-01$/.test(start.value) ? start.value : monthStart(garden.today, -2),
)
const to = computed(() => addDays(monthStart(from.value, MONTHS), -1))
const move = (months: number) => (start.value = monthStart(from.value, months))

const { data: page, problem } = useLive<BloomPage>(
  () =>
    `/api/bloom?${new URLSearchParams({ from: from.value, to: to.value, who: who.value, also: [pair.value.seed, pair.value.pollen].filter(Boolean).join(), ...(crop.value ? { crop: crop.value } : {}) })}`,
)
/** Of the blooms that are not over the first counts. */
const firstOf = ({ windows }: BloomRow) =>
  Math.min(...windows.filter(w => !w.isOver && !isPast(w)).map(w => quantileIn(w.start, 0.5)))
const isPast = (w: BloomRow['windows'][number]) =>
  quantileIn(w.start, 0.9) + quantileIn(w.length, 0.9) < dayNumber(garden.today)
const rows = computed(() => {
  const words = typed.value.toLowerCase().split(/\s+/).filter(Boolean)
  const list = (page.value?.rows ?? []).filter(({ plant }) =>
    words.every(word =>
      `${plant.name} ${plant.code} ${plant.crop} ${garden.placeName(plant.placeId)}`
        .toLowerCase()
        .includes(word),
    ),
  )
  const by: Record<string, (a: BloomRow, b: BloomRow) => number> = {
    first: (a, b) => firstOf(a) - firstOf(b),
    name: (a, b) => a.plant.name.localeCompare(b.plant.name),
    place: (a, b) => garden.placeName(a.plant.placeId).localeCompare(garden.placeName(b.plant.placeId)),
    crop: (a, b) => a.plant.crop.localeCompare(b.plant.crop) || firstOf(a) - firstOf(b),
  }
  return list.sort((a, b) => (by[sort.value] ?? by.first!)(a, b) || a.plant.name.localeCompare(b.plant.name))
})
const cropItems = computed(() => [
  { value: '', title: 'all crops' },
  ...(garden.garden?.crops ?? []).map(c => ({ value: c.guide.id, title: c.guide.name })),
])
/** Chosen again, a plant is let go. A pair is of one crop: another crop's plant begins a new pair. */
function choose(role: 'seed' | 'pollen', id: string) {
  const other = role === 'seed' ? pair.value.pollen : pair.value.seed
  const cropOf = (plant: string | null) => page.value?.rows.find(r => r.plant.id === plant)?.plant.crop
  const isOther = other && cropOf(other) !== cropOf(id)
  if (isOther) seed.value = pollen.value = ''
  const own = role === 'seed' ? seed : pollen
  own.value = pair.value[role] === id ? '' : id
  season.value = sow.value = ''
}
function show(seedId: string, pollenId: string) {
  seed.value = seedId
  pollen.value = pollenId
}
const day = (number: number) => dayOfNumber(number)
const lastDay = ({ start, length }: { start: Chances; length: Chances }, q: number) =>
  day(quantileIn(start, q) + quantileIn(length, q) - 1)
const exportCsv = () =>
  saveCsv(
    'bloom',
    [
      'plant',
      'tag',
      'crop',
      'place',
      'season',
      'batch',
      'sown',
      'first flower',
      'first flower, from',
      'first flower, to',
      'last flower',
      'last flower, from',
      'last flower, to',
      'stands',
      'told by',
    ],
    rows.value.flatMap(({ plant, windows }) =>
      windows.map(w => [
        plant.name,
        plant.code,
        garden.cropName(plant.crop),
        garden.placeName(plant.placeId),
        w.season,
        w.batch?.code ?? '',
        w.batch?.sownOn ?? '',
        day(quantileIn(w.start, 0.5)),
        day(quantileIn(w.start, 0.1)),
        day(quantileIn(w.start, 0.9)),
        lastDay(w, 0.5),
        lastDay(w, 0.1),
        lastDay(w, 0.9),
        w.isOver ? 'over' : w.isBegun ? 'begun' : '',
        w.why,
      ]),
    ),
  )
const isReading = ref(false)
useShortcuts([
  { key: 'j', does: 'a month earlier', run: () => void move(-1) },
  { key: 'k', does: 'a month later', run: () => void move(1) },
])
</script>

<template>
  <div class="stack">
    <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
    <MeetSheet
      v-if="pair.seed && pair.pollen"
      :key="`${pair.seed} ${pair.pollen}`"
      :seed="pair.seed"
      :pollen="pair.pollen"
    />
    <AimMeetings v-else-if="aim" :aim="aim" @choose="show" />
    <template v-if="page">
      <div class="row tools">
        <v-text-field v-model="typed" label="Filter" clearable class="filter" @click:clear="typed = ''" />
        <v-select v-model="crop" label="Crop" :items="cropItems" class="narrow" />
        <v-select
          v-model="who"
          label="Plants"
          :items="[
            { value: 'play', title: `in play (${page.inPlay})` },
            { value: 'all', title: `all (${page.total})` },
          ]"
          class="narrow"
        />
        <v-select
          v-model="sort"
          label="Sort by"
          :items="[
            { value: 'first', title: 'first flower' },
            { value: 'name', title: 'name' },
            { value: 'crop', title: 'crop' },
            { value: 'place', title: 'place' },
          ]"
          class="narrow"
        />
        <span class="row months">
          <v-btn
            :icon="mdiChevronLeft"
            class="quietly"
            size="36"
            data-many
            aria-label="A month earlier"
            @click="move(-1)"
          />
          <v-btn v-if="start" class="quietly" @click="start = ''">Now</v-btn>
          <v-btn
            :icon="mdiChevronRight"
            class="quietly"
            size="36"
            data-many
            aria-label="A month later"
            @click="move(1)"
          />
        </span>
        <v-btn variant="text" class="quietly" :prepend-icon="mdiDownload" @click="exportCsv">CSV</v-btn>
        <v-btn
          v-if="garden.mayNote"
          variant="text"
          class="quietly"
          :prepend-icon="mdiUpload"
          @click="isReading = true"
          >Read earlier seasons</v-btn
        >
      </div>
      <EmptyPage v-if="!page.total" heading="There is no plant yet whose bloom could be foretold">
        Plants with a name, kept seedlings and parents of crosses stand here with their bloom.
        <template #step
          ><v-btn v-if="garden.mayNote" variant="flat" to="/plants?add=1">Add a plant</v-btn></template
        >
      </EmptyPage>
      <EmptyPage v-else-if="!page.rows.length" heading="No plant is in play">
        In play are the parents of this year’s crosses, and what was sown for them.
        <template #step
          ><v-btn variant="flat" @click="who = 'all'">Show all {{ page.total }} plants</v-btn></template
        >
      </EmptyPage>
      <template v-else>
        <p v-if="!(pair.seed && pair.pollen) && !aim" class="quiet small hint">
          Choose a seed parent by its cup and a pollen parent by its grains, and see whether they meet.
        </p>
        <BloomBands :page="page" :rows="rows" :from="from" :to="to" :pair="pair" @choose="choose" />
      </template>
    </template>
    <ReadBloomsDialog v-model="isReading" />
  </div>
</template>

<style scoped>
.filter {
  max-width: 180px;
}
.narrow {
  max-width: 160px;
}
.months {
  flex-wrap: nowrap;
}
.hint {
  margin: 0;
}
</style>
