<!-- The packet drawer, as a list or as it stands; paged, sorted and filtered by the server. -->
<script setup lang="ts">
import { handlingWords } from '~/components/guides/guideParts'
import { mdiDownload } from '@mdi/js'
import { counted } from '@virgulta/core/formats/counted'
import { seedEndWords } from '@virgulta/core/seed/kinds'
import { dayInWords } from '@virgulta/core/time/days'
import type { LotRow, PacketPage } from '#shared/seed'
import { LOT_ORDERS } from '#shared/seed'

const garden = useGardenStore()
const page = useAddressNumber('page', 1, { least: 1 })
const filter = (name: string, usual: MaybeRefOrGetter<string> = '') =>
  useAddress(name, usual, () => (page.value = 1))
const [sought, crop, view] = [filter('q'), filter('crop'), filter('as', 'list')]
const typed = ref(sought.value)
watchDebounced(typed, q => (sought.value = q), { debounce: 200 })
const isDrawn = computed(() => view.value === 'drawing')
// An empty packet lies in no drawer.
const holds = filter('holds', () => (isDrawn.value ? 'seed' : 'all'))
const sortBy = useAddressSort(() => ({ key: 'harvestedOn', order: 'desc' }), LOT_ORDERS)
/** Rows of a page; of envelopes more can be taken in at a glance. */
const size = computed(() => (isDrawn.value ? 120 : 25))
const query = (most: number, at: number) =>
  new URLSearchParams({
    q: sought.value,
    holds: holds.value,
    sort: sortBy.value[0]?.key ?? 'harvestedOn',
    order: sortBy.value[0]?.order ?? 'desc',
    page: String(at),
    size: String(most),
    ...(crop.value && { crop: crop.value }),
  })
const { data, problem } = useLive<PacketPage>(() => `/api/seed/lots?${query(size.value, page.value)}`)
const pages = computed(() => Math.max(1, Math.ceil((data.value?.total ?? 0) / size.value)))
const headers = [
  { key: 'code', title: 'Packet' },
  { key: 'parents', title: 'Parents' },
  { key: 'crop', title: 'Crop' },
  { key: 'harvestedOn', title: 'Harvested' },
  { key: 'seeds', title: 'Seeds', align: 'end' },
  { key: 'left', title: 'Left', align: 'end' },
  { key: 'kind', title: 'Kind', sortable: false },
  { key: 'store', title: 'Kept in' },
  { key: 'today', title: 'Comes up today', align: 'end' },
  { key: 'aim', title: 'For', width: '20%' },
] as const
const percent = (share: number) => Math.round(share * 100)
const seedKind = ({ crop: id }: LotRow) => garden.cropOf(id)!.guide.seedHandling.kind
/** What became of a packet beside sowing. */
const restWords = ({ gone, reserveSince, left }: LotRow['lot']) =>
  [
    ...gone.map(g => `${g.seeds} ${seedEndWords[g.how]}`),
    ...(reserveSince && left ? ['a reserve'] : []),
  ].join(', ')

async function exportCsv() {
  const all = await $fetch<PacketPage>(`/api/seed/lots?${query(10_000, 1)}`)
  const parents = parentCells<LotRow>(r => r)
  saveCsv(
    'packets',
    [
      'packet',
      ...Object.keys(parents),
      'crop',
      'harvested',
      'fruits',
      'seeds',
      'sound',
      'left',
      'kind',
      'kept in',
      'comes up today, %',
      'from, %',
      'to, %',
      'in a year, %',
      'for',
      'what became of it',
    ],
    all.packets.map(r => [
      r.lot.code,
      ...Object.values(parents).map(cell => cell(r)),
      garden.cropName(r.crop),
      r.lot.harvestedOn,
      r.lot.fruits,
      r.lot.seeds,
      r.lot.sound,
      r.lot.left,
      handlingWords[seedKind(r)],
      r.store ?? '',
      percent(r.today.median),
      percent(r.today.low),
      percent(r.today.high),
      percent(r.inAYear.median),
      r.aim,
      restWords(r.lot),
    ]),
  )
}
</script>

<template>
  <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
  <div class="row tools">
    <v-text-field
      v-model="typed"
      label="Filter by code, parent, place or aim"
      clearable
      class="filter"
      @click:clear="typed = ''"
    />
    <v-select
      :model-value="crop || null"
      label="Crop"
      clearable
      :items="garden.garden?.crops.map(c => ({ value: c.guide.id, title: c.guide.name }))"
      class="narrow"
      @update:model-value="id => (crop = id ?? '')"
    />
    <v-select
      v-model="holds"
      label="Show"
      :items="[
        { value: 'all', title: 'all' },
        { value: 'seed', title: 'with seed' },
        { value: 'nothing', title: 'empty' },
      ]"
      class="narrow"
    />
    <v-btn class="quietly" :aria-pressed="isDrawn" @click="view = isDrawn ? 'list' : 'drawing'">{{
      isDrawn ? 'As a list' : 'As a drawing'
    }}</v-btn>
    <template v-if="data">
      <span class="quiet small">{{ counted(data.total, 'packet') }}, {{ counted(data.seeds, 'seed') }}</span>
      <v-btn variant="text" class="quietly" :prepend-icon="mdiDownload" @click="exportCsv">CSV</v-btn>
    </template>
  </div>
  <template v-if="data && isDrawn">
    <DrawerDrawing :rows="data.packets" />
    <v-pagination v-if="pages > 1" v-model="page" :length="pages" :total-visible="5" />
  </template>
  <v-data-table-server
    v-else-if="data"
    v-model:page="page"
    v-model:sort-by="sortBy"
    :headers="headers"
    :items="data.packets"
    :items-length="data.total"
    :items-per-page="size"
    :items-per-page-options="[size]"
    class="rows"
    @click:row="(_: Event, { item }: { item: LotRow }) => navigateTo(`/seed/packets/${item.lot.id}`)"
  >
    <template #item.code="{ item }"
      ><TagLabel :code="item.lot.code" :to="`/seed/packets/${item.lot.id}`"
    /></template>
    <template #item.parents="{ item }"
      ><CrossName :seed-parent="item.seedParent" :pollen-parent="item.pollenParent"
    /></template>
    <template #item.crop="{ item }">{{ garden.cropName(item.crop) }}</template>
    <template #item.harvestedOn="{ item }">{{ dayInWords(item.lot.harvestedOn, true) }}</template>
    <template #item.seeds="{ item }"
      ><span class="figures">{{ item.lot.seeds }}</span></template
    >
    <template #item.left="{ item }"
      ><strong v-if="item.lot.left" class="figures">{{ item.lot.left }}</strong
      ><span v-else class="quiet">empty</span></template
    >
    <template #item.kind="{ item }"
      ><span class="small kind" :class="{ now: item.lot.left && seedKind(item) === 'sowAtOnce' }">{{
        handlingWords[seedKind(item)]
      }}</span></template
    >
    <template #item.store="{ item }">{{ item.store ?? '' }}</template>
    <template #item.today="{ item }"
      ><template v-if="item.lot.left"
        ><span class="figures">{{ percent(item.today.median) }} %</span><br /><span
          class="quiet small figures"
          >{{ percent(item.today.low) }}–{{ percent(item.today.high) }}</span
        ></template
      ></template
    >
    <template #item.aim="{ item }"
      ><span class="quiet small">{{
        [item.aim, restWords(item.lot)].filter(Boolean).join(' · ')
      }}</span></template
    >
    <template #no-data><span class="quiet">No packet fits this filter.</span></template>
  </v-data-table-server>
</template>

<style scoped>
.tools {
  margin: 8px 0 4px;
}
.filter {
  flex: 1 1 220px;
  max-width: 300px;
}
.narrow {
  flex: 1 1 130px;
  max-width: 150px;
}
.rows :deep(tbody tr) {
  cursor: pointer;
}
.kind {
  white-space: nowrap;
}
.now {
  font-weight: 650;
}
</style>
