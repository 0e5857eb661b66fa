<!-- Where the pollen of the season's crosses comes from, what is missing, and what could be done. -->
<script setup lang="ts">
import { aliveInWords } from '~/components/pollen/pollenWords'
import { counted } from '@virgulta/core/formats/counted'
import { dayInWords } from '@virgulta/core/time/days'
import type { PollenSeason } from '#shared/pollen'
import type { Column } from '../../components/base/ReadTable.vue'

type Row = PollenSeason['answers'][number]
const garden = useGardenStore()
const { data: season, problem } = useLive<PollenSeason>(() => '/api/pollen/season')
const hows = [
  { value: 'missing', title: 'missing' },
  { value: 'collect', title: 'to collect' },
  { value: 'shelf', title: 'on the shelf' },
  { value: 'fresh', title: 'fresh' },
] as const
const howWords = Object.fromEntries(hows.map(h => [h.value, h.title])) as Record<Row['how'], string>
const how = useAddress('from')
const chosen = computed(() => hows.find(h => h.value === how.value)?.value ?? null)
const count = (how: string) => season.value?.answers.filter(a => a.how === how).length ?? 0
const rows = computed(() =>
  (season.value?.answers ?? []).filter(a => !chosen.value || a.how === chosen.value),
)
const columns: Column<Row>[] = [
  { key: 'code', title: 'Cross', value: a => a.need.code },
  {
    key: 'parents',
    title: 'Parents',
    value: a => `${a.seedParent.name} × ${a.donor.name}`,
    csv: parentCells(a => ({ seedParent: a.seedParent, pollenParent: a.donor })),
  },
  {
    key: 'when',
    title: 'Flowers open',
    value: a => a.need.from,
    csv: { 'flowers open, from': a => a.need.from, 'flowers open, to': a => a.need.to },
  },
  { key: 'doses', title: 'Touches', value: a => a.need.doses, align: 'end' },
  {
    key: 'how',
    title: 'Its pollen',
    value: a => hows.findIndex(h => h.value === a.how),
    csv: { 'its pollen': a => howWords[a.how] },
  },
  { key: 'why', title: 'Why, and what to do', value: a => [a.because, ...a.proposals].join(' ') },
]
</script>

<template>
  <div class="stack">
    <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
    <template v-if="season?.answers.length">
      <p class="quiet">
        For the flowers that still lack pollen: fresh where the donor sheds while they are open, else from the
        shelf, from what dies first; what no tube has is collected in time, or missing.
      </p>
      <div class="row" role="group" aria-label="Show">
        <button type="button" class="chip" :aria-pressed="!chosen" @click="how = ''">
          all {{ season.answers.length }}
        </button>
        <button
          v-for="h in hows"
          :key="h.value"
          type="button"
          class="chip"
          :aria-pressed="chosen === h.value"
          @click="how = h.value"
        >
          {{ h.title }} {{ count(h.value) }}
        </button>
      </div>
      <ReadTable
        :rows="rows"
        :columns="columns"
        name="crosses"
        one="cross"
        file="pollen-plan"
        sort="how"
        class="plan"
        @open="row => navigateTo(`/crosses/${row.need.crossId}`)"
      >
        <template #code="{ row }"
          ><TagLabel :code="row.need.code" :to="`/crosses/${row.need.crossId}`"
        /></template>
        <template #parents="{ row }"
          ><CrossName :seed-parent="row.seedParent" :pollen-parent="row.donor"
        /></template>
        <template #when="{ row }"
          ><span class="nowrap">{{ dayInWords(row.need.from) }}</span
          ><br /><span class="quiet small nowrap">to {{ dayInWords(row.need.to) }}</span></template
        >
        <template #doses="{ row }"
          ><span class="figures">{{ row.need.doses }}</span
          ><br /><span class="quiet small nowrap">{{ counted(row.need.flowers, 'flower') }}</span></template
        >
        <template #how="{ row }"
          ><strong
            :class="{
              fail: row.how === 'missing',
              doubt: row.how === 'collect',
              sap: row.how === 'fresh' || row.how === 'shelf',
            }"
            class="nowrap"
            >{{ howWords[row.how] }}</strong
          ></template
        >
        <template #why="{ row }">
          <div class="why">
            <p>{{ row.because }}</p>
            <p v-for="t in row.tubes" :key="t.id" class="row small">
              <TagLabel :code="t.code" :to="`/pollen/${t.id}`" /> {{ t.doses }} touches,
              <span class="figures">{{ aliveInWords(t.alive) }}</span> alive
            </p>
            <ul v-if="row.proposals.length">
              <li v-for="p in row.proposals" :key="p">{{ p }}</li>
            </ul>
            <v-btn
              v-if="row.collect && garden.mayNote && row.collect.from <= garden.today"
              size="small"
              :to="`/pollen?collect=${row.donor.id}`"
              @click.stop
              >Collect it</v-btn
            >
          </div>
        </template>
      </ReadTable>
    </template>
    <EmptyPage v-else-if="season" heading="No flower lacks pollen">
      When a cross is planned and its flowers are near, this says where their pollen comes from: fresh, from
      the shelf, or to be collected.
      <template #step><v-btn variant="flat" to="/crosses">To the crosses</v-btn></template>
    </EmptyPage>
  </div>
</template>

<style scoped>
.plan :deep(th:nth-child(5)) {
  padding-right: 30px !important;
}
.plan :deep(td) {
  padding-block: 8px !important;
  vertical-align: top;
  height: auto;
}
.why {
  min-width: 320px;
  max-width: 560px;
  white-space: normal;
}
.why ul {
  margin: 4px 0;
  padding-left: 18px;
}
.why p {
  margin: 0 0 4px;
}
.plan :deep(.cross-name) {
  flex-wrap: wrap;
}
</style>
