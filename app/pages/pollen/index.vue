<!-- The shelf: all tubes as they stand, and as a table. -->
<script setup lang="ts">
import { rangeInWords } from '@virgulta/core/crops/quantityWords'
import { donorsInWords, stateInWords, untilInWords, whereInWords } from '~/components/pollen/pollenWords'
import { counted } from '@virgulta/core/formats/counted'
import { dayInWords, dayOf, daysBetween } from '@virgulta/core/time/days'
import type { PollenShelf, TubeRow } from '#shared/pollen'
import type { Column } from '../../components/base/ReadTable.vue'

const garden = useGardenStore()
const { data: shelf, problem } = useLive<PollenShelf>(() => '/api/pollen')
const [cross, aim, task] = [useAddress('cross'), useAddress('aim'), useAddress('task')]
const wanted = computed(() => (shelf.value?.rows ?? []).flatMap(r => r.wanted))
const crosses = computed(() =>
  [...new Map(wanted.value.map(w => [w.crossId, { value: w.crossId, title: w.code }])).values()].sort(
    (a, b) => a.title.localeCompare(b.title),
  ),
)
const aims = computed(() => [...new Set(wanted.value.map(w => w.aim))].sort())
const rows = computed(() =>
  (shelf.value?.rows ?? []).filter(
    r =>
      (!cross.value || r.wanted.some(w => w.crossId === cross.value)) &&
      (!aim.value || r.wanted.some(w => w.aim === aim.value)),
  ),
)
const next = (row: TubeRow) => row.wanted[0] ?? null
const columns: Column<TubeRow>[] = [
  { key: 'code', title: 'Tube', value: r => r.tube.code },
  { key: 'donor', title: 'Pollen of', value: r => donorsInWords(r.donors) },
  { key: 'where', title: 'Where', value: whereInWords },
  { key: 'age', title: 'Days old', value: r => daysBetween(r.tube.collectedOn, garden.today), align: 'end' },
  { key: 'left', title: 'Doses', value: r => r.tube.left, align: 'end' },
  {
    key: 'alive',
    title: 'Alive now',
    value: r => (r.tube.tubed ? Math.round(r.alive.median * 100) : null),
    align: 'end',
    csv: {
      ...percentCells('alive now', r => (r.tube.tubed ? r.alive.median : null)),
      ...percentCells('alive now, from', r => (r.tube.tubed ? r.alive.low : null)),
      ...percentCells('alive now, to', r => (r.tube.tubed ? r.alive.high : null)),
    },
  },
  {
    key: 'until',
    title: 'Worth a flower until',
    value: r => (r.tube.ended || r.isDead ? '9999' : (r.goodUntil ?? '9998')),
    csv: {
      'worth a flower until': r => (r.tube.ended ? 'thrown away' : r.isDead ? 'dead' : (r.goodUntil ?? '')),
    },
  },
  { key: 'wanted', title: 'Wanted', value: r => next(r)?.on ?? null },
  { key: 'thaws', title: 'Thaws', value: r => r.thaws, align: 'end' },
  { key: 'doubts', title: 'Doubts', value: r => r.doubts.join('; '), cutAt: '15%' },
]
/** A plant that is collected from, as the address says. */
const { value: collecting, open: openCollecting, close: closeCollecting } = useStep('collect')
const isCollecting = computed({
  get: () => collecting.value !== null,
  set: is => void (is ? openCollecting('new') : closeCollecting()),
})
/** A plant of which a flower is covered to give pollen, as the address says. */
const { value: covering, open: openCovering, close: closeCovering } = useStep('cover')
const isCovering = computed({
  get: () => covering.value !== null,
  set: is => void (is ? openCovering('new') : closeCovering()),
})
useShortcuts([{ key: 'c', does: 'collect pollen', run: () => (isCollecting.value = true), notes: true }])
</script>

<template>
  <div class="stack">
    <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
    <template v-if="shelf?.rows.length">
      <div class="row spread">
        <p class="quiet lead">
          How high it is filled is what is left; the paler, the less of it lives; strokes under a tube are
          thaws, hatching is doubt.
        </p>
        <div v-if="garden.mayNote" class="row">
          <v-btn class="quietly" @click="isCovering = true">Cover a flower that will give</v-btn>
          <v-btn variant="flat" @click="isCollecting = true">Collect pollen</v-btn>
        </div>
      </div>
      <ShelfDrawing :rows="rows" :stores="shelf.stores" />
      <details v-for="e in shelf.excursions" :key="`${e.store.id} ${e.from}`" class="news caution">
        <summary>
          <strong>{{ e.store.name }}, {{ dayInWords(dayOf(e.from, garden.garden!.zone)) }}:</strong>
          {{ e.side === 'warm' ? 'up' : 'down' }} to {{ e.peak }} °C{{
            e.isThaw ? ', what was frozen thawed' : ''
          }}; it cost {{ counted(e.costs.length, 'tube') }} up to
          {{ Math.round(Math.max(0, ...e.costs.map(c => c.without.median - c.alive.median)) * 100) }} of 100
          grains
        </summary>
        <ExcursionLines :excursions="[e]" with-store />
      </details>
      <ReadTable
        :rows="rows"
        :columns="columns"
        name="tubes"
        one="tube"
        sort="until"
        @open="row => navigateTo(`/pollen/${row.tube.id}`)"
      >
        <template #tools>
          <v-select v-model="cross" :items="crosses" label="For the cross" clearable class="pick" />
          <v-select v-model="aim" :items="aims" label="For the aim" clearable class="pick wide" />
        </template>
        <template #code="{ row }"
          ><TagLabel :code="row.tube.code" :to="`/pollen/${row.tube.id}`" :ended="Boolean(row.tube.ended)"
        /></template>
        <template #donor="{ row }"
          ><ParentName
            role="pollen"
            :name="row.donors.length > 1 ? `bulk of ${row.donors.length}` : (row.donors[0]?.name ?? '')"
        /></template>
        <template #where="{ row }"
          ><span class="nowrap">{{ whereInWords(row) }}</span></template
        >
        <template #left="{ row }"
          ><span class="figures nowrap">{{
            row.tube.tubed ? `${row.tube.left} of ${row.tube.doses}` : ''
          }}</span></template
        >
        <template #alive="{ row }"
          ><EstimateMark
            v-if="row.tube.tubed && !row.tube.ended"
            :estimate="row.alive"
            unit="%"
            what="grains that are alive"
          /><span v-else class="quiet">{{ row.tube.ended ? '' : stateInWords(row.tube) }}</span></template
        >
        <template #until="{ row }"
          ><span :class="{ quiet: row.isDead || row.tube.ended }">{{ untilInWords(row) }}</span></template
        >
        <template #wanted="{ row }"
          ><span v-if="next(row)" class="nowrap"
            >{{ dayInWords(next(row)!.on) }}:
            <span class="figures">{{ rangeInWords(next(row)!.alive, '%') }}</span></span
          ></template
        >
        <template #thaws="{ row }"
          ><span class="figures">{{ row.thaws || '' }}</span></template
        >
        <template #doubts="{ row }"
          ><span class="doubt">{{ row.doubts.join('; ') }}</span></template
        >
      </ReadTable>
    </template>
    <EmptyPage v-else-if="shelf" heading="No pollen is kept yet">
      Take it before others have: from buds on the eve of opening, or as it sheds. It dries for a day, goes
      into a tube with a code, and stands here with what is alive in it.
      <template #step
        ><v-btn v-if="garden.mayNote" variant="flat" @click="isCollecting = true">Collect pollen</v-btn
        ><v-btn v-if="garden.mayNote" @click="isCovering = true">Cover a flower that will give</v-btn
        ><v-btn to="/pollen/stores">Set up where it is kept</v-btn></template
      >
    </EmptyPage>
    <DonorDialog v-model="isCovering" in-address :plant-id="covering === 'new' ? null : covering" />
    <CollectDialog
      v-model="isCollecting"
      in-address
      :plant-id="collecting === 'new' ? null : collecting"
      :task-id="task || null"
    />
  </div>
</template>

<style scoped>
.lead {
  flex: 1;
  margin: 0;
}
.news summary {
  cursor: pointer;
  min-height: 28px;
  padding: 2px 0;
}
.stack :deep(th:nth-child(7)) {
  padding-right: 28px !important;
}
.pick {
  max-width: 180px;
  min-width: 150px;
}
.pick.wide {
  max-width: 260px;
}
</style>
