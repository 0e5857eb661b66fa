<!-- Families of which something grows: what stands, its stage, its flowers by now, and what is due. -->
<script setup lang="ts">
import type { Days } from '@virgulta/core/season/band'
import { dayInWords } from '@virgulta/core/time/days'
import type { GrowingRow } from '#shared/growing'
import type { Column } from '../base/ReadTable.vue'

const garden = useGardenStore()
const { data: rows, problem } = useLive<GrowingRow[]>(() => '/api/seed/growing')
const flowered = (r: GrowingRow) => r.shares.at(-1)
const percent = (share: number) => Math.round(share * 100)
/** A span with its year said once, where it is of one. */
const spanWords = ({ from, to }: Days) =>
  `${dayInWords(from, from.slice(0, 4) !== to.slice(0, 4))} – ${dayInWords(to, true)}`
const columns: Column<GrowingRow>[] = [
  { key: 'code', title: 'Family', value: r => r.cross.code },
  {
    key: 'parents',
    title: 'Parents',
    value: r => `${r.seedParent.name} × ${r.pollenParent?.name ?? 'open'}`,
    csv: parentCells(r => r),
  },
  { key: 'crop', title: 'Crop', value: r => garden.cropName(r.cross.crop) },
  { key: 'place', title: 'Place', value: r => garden.placeName(r.placeId) },
  { key: 'standing', title: 'In trays', value: r => r.standing, align: 'end' },
  { key: 'plants', title: 'With tags', value: r => r.plants, align: 'end' },
  { key: 'stage', title: 'Stage', value: r => r.stage ?? '' },
  {
    key: 'first',
    title: 'First flower',
    value: r => r.seen ?? r.expected?.from ?? '',
    csv: {
      'first flower seen': r => r.seen,
      'expected from': r => (r.seen ? null : (r.expected?.from ?? null)),
      'expected until': r => (r.seen ? null : (r.expected?.to ?? null)),
    },
  },
  {
    key: 'flowered',
    title: 'Flowered',
    value: r => flowered(r)?.flowered ?? null,
    align: 'end',
    csv: {
      flowered: r => flowered(r)?.flowered ?? null,
      of: r => flowered(r)?.of ?? null,
    },
  },
  { key: 'due', title: 'Due', value: r => r.dues.map(({ words }) => words).join(', ') },
]
</script>

<template>
  <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
  <ReadTable
    v-else-if="rows?.length"
    :rows="rows"
    :columns="columns"
    name="families"
    file="growing"
    one="family"
    sort="due"
    descending
    @open="row => navigateTo(`/offspring/${row.cross.id}`)"
  >
    <template #code="{ row }"
      ><TagLabel :code="row.cross.code" :to="`/offspring/${row.cross.id}`"
    /></template>
    <template #parents="{ row }"
      ><CrossName :seed-parent="row.seedParent" :pollen-parent="row.pollenParent"
    /></template>
    <template #first="{ row }">
      <template v-if="row.seen">{{ dayInWords(row.seen, true) }}</template>
      <span v-else-if="row.expected" class="quiet small nowrap"
        >expected<br />{{ spanWords(row.expected) }}</span
      >
    </template>
    <template #flowered="{ row }"
      ><template v-if="flowered(row)"
        ><span class="figures nowrap">{{ flowered(row)!.flowered }} of {{ flowered(row)!.of }}</span
        ><br /><span class="quiet small figures"
          >{{ percent(flowered(row)!.low) }}–{{ percent(flowered(row)!.high) }} %</span
        ></template
      ></template
    >
    <template #due="{ row }"
      ><span class="small">{{ row.dues.map(({ words }) => words).join(', ') }}</span></template
    >
  </ReadTable>
  <p v-else-if="rows" class="quiet">
    No seedling grows on yet. When the first are up in a tray, their family stands here until all are judged
    or gone.
  </p>
</template>
