<!-- Packets and trays. -->
<script setup lang="ts">
import { cutInWords } from '@virgulta/core/garden/fruits'
import { stayInWords } from '@virgulta/core/seed/course'
import { dayInWords } from '@virgulta/core/time/days'
import type { FruitRow, SeedShelf, SowingRow } from '#shared/seed'
import type { Column } from '../../components/base/ReadTable.vue'

const garden = useGardenStore()
const log = useLogStore()
const { data: shelf, problem } = useLive<SeedShelf>(() => '/api/seed')
const show = useAddress('show', 'packets')
const shown = computed({
  get: () => (['trays', 'fruits', 'growing', 'compare'].includes(show.value) ? show.value : 'packets'),
  // The lists filter and sort each by columns of its own: what was asked of one is not asked of the other.
  set: value => void navigateTo({ query: { show: value } }, { replace: true }),
})
const { data: fruits } = useLive<FruitRow[]>(() => (shown.value === 'fruits' ? '/api/seed/fruits' : null))
const isReceiving = ref(false)
const isSowingRows = ref(false)
const percent = (share: number) => Math.round(share * 100)
const leave = ({ id, advice }: FruitRow) =>
  log.note([{ kind: 'fruitLeft', subjectId: id, payload: { advised: advice } }])
const parents = (r: SowingRow | FruitRow) => `${r.seedParent.name} × ${r.pollenParent?.name ?? 'open'}`
const fruitColumns: Column<FruitRow>[] = [
  { key: 'code', title: 'Fruit', value: r => r.code },
  { key: 'parents', title: 'Parents', value: parents, csv: parentCells(r => r) },
  { key: 'crop', title: 'Crop', value: r => garden.cropName(r.crop) },
  { key: 'place', title: 'Place', value: r => garden.placeName(r.placeId) },
  { key: 'age', title: 'Days', value: r => r.age, align: 'end' },
  {
    key: 'ripe',
    title: 'Ripe about',
    value: r => r.ripe.median,
    csv: { 'ripe from': r => r.ripe.low, 'ripe about': r => r.ripe.median, 'ripe until': r => r.ripe.high },
  },
  {
    key: 'now',
    title: 'Ripe now, in a week',
    value: r => percent(r.now),
    align: 'end',
    csv: { 'ripe now, %': r => percent(r.now), 'ripe in a week, %': r => percent(r.inAWeek) },
  },
  { key: 'advice', title: 'Cut or wait', value: r => cutInWords(r, garden.today) },
]
const trayColumns: Column<SowingRow>[] = [
  { key: 'code', title: 'Tray', value: r => r.sowing.code },
  { key: 'parents', title: 'Parents', value: parents, csv: parentCells(r => r) },
  { key: 'crop', title: 'Crop', value: r => garden.cropName(r.crop) },
  {
    key: 'in',
    title: 'In',
    value: r =>
      r.sowing.row
        ? `${r.sowing.row.of}, row ${r.sowing.row.at}`
        : stayInWords(r.sowing.stays.at(-1)!).replace('in a ', ''),
  },
  { key: 'place', title: 'Place', value: r => garden.placeName(r.sowing.placeId) },
  { key: 'sownOn', title: 'Sown', value: r => r.sowing.sownOn },
  { key: 'seeds', title: 'Seeds', value: r => r.sowing.seeds, align: 'end' },
  { key: 'up', title: 'Up', value: r => r.sowing.up, align: 'end' },
  { key: 'lost', title: 'Lost', value: r => r.sowing.lost, align: 'end' },
  { key: 'standing', title: 'Standing', value: r => r.sowing.standing, align: 'end' },
  { key: 'raised', title: 'Raised', value: r => r.sowing.raised, align: 'end' },
]
</script>

<template>
  <ListPage
    heading="Seed"
    :problem="problem"
    :count="shelf ? shelf.packets + shelf.hanging : undefined"
    empty="No seed is harvested yet"
  >
    <template v-if="garden.mayNote" #actions>
      <v-btn class="quietly" @click="isReceiving = true">Seed from elsewhere</v-btn>
      <v-btn v-if="shelf?.filled" variant="flat" height="40" @click="isSowingRows = true"
        >Sow a tray in rows</v-btn
      >
    </template>
    <template #forms>
      <ReceiveDialog v-model="isReceiving" />
      <RowsDialog v-model="isSowingRows" />
    </template>
    <template #words>
      <p class="quiet">
        What was harvested lies in a <TermMark term="packet" />; what was sown from it stands in trays, pots
        or beds.
      </p>
    </template>
    <template v-if="shelf" #default>
      <v-btn-toggle
        v-model="shown"
        mandatory
        density="compact"
        variant="outlined"
        color="primary"
        class="toggle"
        aria-label="Show"
      >
        <v-btn value="fruits">On the plant</v-btn><v-btn value="packets">Packets</v-btn
        ><v-btn value="trays">Trays</v-btn><v-btn value="growing">Growing on</v-btn
        ><v-btn value="compare">Compare</v-btn>
      </v-btn-toggle>
      <template v-if="shown === 'fruits'">
        <ReadTable
          v-if="fruits?.length"
          :rows="fruits"
          :columns="fruitColumns"
          name="fruits"
          one="fruit"
          sort="ripe"
          @open="row => navigateTo(`/crosses/${row.crossId}?flower=${row.id}`)"
        >
          <template #code="{ row }"
            ><TagLabel :code="row.code" :to="`/crosses/${row.crossId}?flower=${row.id}`"
          /></template>
          <template #parents="{ row }"
            ><CrossName :seed-parent="row.seedParent" :pollen-parent="row.pollenParent"
          /></template>
          <template #ripe="{ row }"
            ><span class="figures">{{ dayInWords(row.ripe.median) }}</span
            ><br /><span class="quiet small"
              >{{ dayInWords(row.ripe.low) }} – {{ dayInWords(row.ripe.high) }}</span
            ></template
          >
          <template #now="{ row }"
            ><span class="figures">{{ percent(row.now) }} %, {{ percent(row.inAWeek) }} %</span></template
          >
          <template #advice="{ row }">
            <div class="small advice" :class="{ cut: row.advice === 'cut' }">
              {{ cutInWords(row, garden.today) }}
            </div>
            <v-btn
              v-if="garden.mayNote"
              size="small"
              variant="text"
              class="quietly left"
              :aria-label="`Not ripe yet: ${row.code}`"
              @click.stop="leave(row)"
              >Not ripe yet</v-btn
            >
          </template>
        </ReadTable>
        <p v-else-if="fruits" class="quiet">
          No fruit hangs on a plant. When a flower has taken, its fruit stands here until it is harvested.
        </p>
        <p class="quiet small">
          When a fruit is ripe comes from this garden’s harvests, with the guide as a start. What waiting
          costs is a rule of thumb of the guide, which your own guide may say otherwise: usually 30 % of a
          ripe splitting fruit drops in a day, 3 % is eaten, 6 % rots on a wet day, and a frost takes half of
          what is unripe; seed is fit from three quarters of its way on, and ever more of it.
        </p>
      </template>
      <CompareTrays v-else-if="shown === 'compare'" />
      <GrowingTable v-else-if="shown === 'growing'" />
      <PacketsTable v-else-if="shown === 'packets'" />
      <ReadTable
        v-else
        :rows="shelf.sowings"
        :columns="trayColumns"
        name="trays"
        one="tray"
        sort="sownOn"
        descending
        @open="row => navigateTo(`/seed/trays/${row.sowing.id}`)"
      >
        <template #code="{ row }"
          ><TagLabel
            :code="row.sowing.code"
            :to="`/seed/trays/${row.sowing.id}`"
            :ended="Boolean(row.sowing.ended)"
        /></template>
        <template #parents="{ row }"
          ><CrossName :seed-parent="row.seedParent" :pollen-parent="row.pollenParent"
        /></template>
        <template #in="{ row }"
          ><NuxtLink v-if="row.sowing.row" :to="rowsOf(row.sowing)" @click.stop
            >{{ row.sowing.row.of }}, row {{ row.sowing.row.at }}</NuxtLink
          ><template v-else>{{
            stayInWords(row.sowing.stays.at(-1)!).replace('in a ', '')
          }}</template></template
        >
        <template #sownOn="{ row }">{{ dayInWords(row.sowing.sownOn, true) }}</template>
      </ReadTable>
    </template>
    <template #empty>
      When a fruit is ripe, harvest it from its flower: the seeds go into a packet with a code, and from the
      packet into trays.
    </template>
    <template #step><v-btn variant="flat" to="/crosses">To the crosses</v-btn></template>
  </ListPage>
</template>

<style scoped>
.toggle {
  margin: 8px 0 12px;
}
.cut {
  font-weight: 650;
}
/* On a telephone the table is moved sideways rather than made high. */
.advice {
  min-width: 250px;
}
.left {
  margin-left: -12px;
}
</style>
