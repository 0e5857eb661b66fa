<!-- The stock: clones, lines, populations, seedlings. Paged, sorted and filtered by the server. -->
<script setup lang="ts">
import { mdiDownload, mdiPlus } from '@mdi/js'
import { counted } from '@virgulta/core/formats/counted'
import { PLANT_KINDS } from '@virgulta/core/plants/kinds'
import { dayInWords } from '@virgulta/core/time/days'
import type { PlantPage } from '#shared/plants'
import { PLANT_ORDERS } from '#shared/plants'

const garden = useGardenStore()
const page = useAddressNumber('page', 1, { least: 1 })
const filter = (name: string) => useAddress(name, '', () => (page.value = 1))
const asked = { q: filter('q'), crop: filter('crop'), kind: filter('kind'), verdict: filter('verdict') }
const typed = ref(asked.q.value)
watchDebounced(typed, q => (asked.q.value = q), { debounce: 200 })
const orNull = (text: Ref<string>) =>
  computed({ get: () => text.value || null, set: value => (text.value = value ?? '') })
const [crop, kind, verdict] = [orNull(asked.crop), orNull(asked.kind), orNull(asked.verdict)]
const sortBy = useAddressSort(() => ({ key: 'name', order: 'asc' }), PLANT_ORDERS)
const SIZE = 25
const query = (size: number, at: number) =>
  new URLSearchParams({
    q: asked.q.value,
    sort: sortBy.value[0]?.key ?? 'name',
    order: sortBy.value[0]?.order ?? 'asc',
    page: String(at),
    size: String(size),
    ...(crop.value && { crop: crop.value }),
    ...(kind.value && { kind: kind.value }),
    ...(verdict.value && { verdict: verdict.value }),
  })
const { data, problem } = useLive<PlantPage>(() => `/api/plants?${query(SIZE, page.value)}`)
const isFiltered = computed(() => Object.values(asked).some(text => text.value))
const headers = [
  { key: 'code', title: 'Tag' },
  { key: 'name', title: 'Name' },
  { key: 'crop', title: 'Crop' },
  { key: 'plantKind', title: 'Kind', sortable: false },
  { key: 'place', title: 'Place', sortable: false },
  { key: 'since', title: 'Since' },
  { key: 'verdict', title: 'Verdict', sortable: false },
  { key: 'note', title: 'Note', sortable: false },
]
const isReading = ref(false)
const { value: adding, open: openAdding, close: closeAdding } = useStep('add')
const isAdding = computed({
  get: () => adding.value === '1',
  set: is => void (is ? openAdding('1') : closeAdding()),
})

async function exportCsv() {
  const all = await $fetch<PlantPage>(`/api/plants?${query(10_000, 1)}`)
  const named = (id: string | null) => all.parents.find(parent => parent.id === id) ?? null
  const parents = parentCells<PlantPage['plants'][number]>(p => ({
    seedParent: named(p.seedParentId),
    pollenParent: named(p.pollenParentId),
  }))
  saveCsv(
    'plants',
    [
      'name',
      'tag',
      'crop',
      'kind',
      'place',
      ...Object.keys(parents),
      'since',
      'verdict',
      'reason',
      'note',
      'lost on',
    ],
    all.plants.map(p => [
      p.name,
      p.code,
      garden.cropName(p.crop),
      p.plantKind,
      garden.placeName(p.placeId),
      ...Object.values(parents).map(cell => cell(p)),
      p.since,
      p.verdict?.verdict ?? '',
      p.verdict?.reason ?? '',
      p.note ?? '',
      p.lost?.on ?? '',
    ]),
  )
}
useShortcuts([{ key: 'n', does: 'add a plant', notes: true, run: () => (isAdding.value = true) }])
</script>

<template>
  <ListPage
    heading="Plants"
    :problem="problem"
    :count="isFiltered && data ? 1 : data?.total"
    empty="No plant is in the garden yet"
  >
    <template v-if="garden.mayNote" #actions>
      <v-btn class="quietly" @click="isReading = true">Read a table</v-btn>
      <v-btn variant="flat" :prepend-icon="mdiPlus" @click="isAdding = true">Add a plant</v-btn>
    </template>
    <template #empty>
      Add the plants you cross with: clones, lines, populations. Each gets a tag code, and everything that
      happens to it is noted under that code.
    </template>
    <template v-if="garden.mayNote" #step>
      <v-btn variant="flat" @click="isAdding = true">Add the first plant</v-btn>
      <v-btn class="quietly" @click="isReading = true">Or read a table of them</v-btn>
    </template>
    <template v-if="data" #default>
      <div class="row tools">
        <v-text-field
          v-model="typed"
          label="Filter by name or tag"
          clearable
          class="filter"
          @click:clear="typed = ''"
        />
        <v-select
          v-model="crop"
          label="Crop"
          clearable
          :items="garden.garden?.crops.map(c => ({ value: c.guide.id, title: c.guide.name }))"
          class="narrow"
        />
        <v-select
          v-model="kind"
          label="Kind"
          clearable
          :items="PLANT_KINDS as readonly string[] as string[]"
          class="narrow"
        />
        <v-select
          v-model="verdict"
          label="Verdict"
          clearable
          :items="['keep', 'watch', 'discard', { value: 'none', title: 'not judged' }]"
          class="narrow"
        />
        <span class="quiet small">{{ counted(data.total, 'plant') }}</span>
        <v-btn variant="text" class="quietly" :prepend-icon="mdiDownload" @click="exportCsv">CSV</v-btn>
      </div>
      <v-data-table-server
        v-model:page="page"
        v-model:sort-by="sortBy"
        :headers="headers"
        :items="data.plants"
        :items-length="data.total"
        :items-per-page="SIZE"
        :items-per-page-options="[SIZE]"
        class="rows"
        @click:row="(_: Event, { item }: { item: { id: string } }) => navigateTo(`/plants/${item.id}`)"
      >
        <template #item.code="{ item }"
          ><TagLabel :code="item.code" :to="`/plants/${item.id}`" :ended="Boolean(item.lost)"
        /></template>
        <template #item.name="{ item }"
          ><strong>{{ item.name === item.code ? '' : item.name }}</strong></template
        >
        <template #item.crop="{ item }">{{ garden.cropName(item.crop) }}</template>
        <template #item.place="{ item }">{{ garden.placeName(item.placeId) }}</template>
        <template #item.since="{ item }"
          ><span class="quiet">{{ dayInWords(item.since, true) }}</span></template
        >
        <template #item.verdict="{ item }">{{ item.verdict?.verdict ?? '' }}</template>
        <template #item.note="{ item }"
          ><span class="quiet note">{{ item.verdict?.reason ?? item.note }}</span></template
        >
        <template #no-data><span class="quiet">No plant fits this filter.</span></template>
      </v-data-table-server>
    </template>
    <template #forms>
      <ReadPlantsDialog v-model="isReading" />
      <PlantDialog v-model="isAdding" in-address @added="id => navigateTo(`/plants/${id}`)" />
    </template>
  </ListPage>
</template>

<style scoped>
.tools {
  margin: 8px 0 4px;
}
.filter {
  flex: 1 1 200px;
  max-width: 240px;
}
.narrow {
  flex: 1 1 130px;
  max-width: 150px;
}
.rows :deep(tbody tr) {
  cursor: pointer;
}
.note {
  display: inline-block;
  max-width: 320px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  vertical-align: middle;
}
</style>
