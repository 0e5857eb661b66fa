<!-- All crosses of the garden. -->
<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import type { CrossRow } from '#shared/crosses'
import type { Column } from '../../components/base/ReadTable.vue'

const garden = useGardenStore()
const { data: rows, problem } = useLive<CrossRow[]>(() => '/api/crosses')
const columns: Column<CrossRow>[] = [
  { key: 'code', title: 'Cross', value: r => r.cross.code },
  {
    key: 'seedParent',
    title: 'Parents',
    value: r => `${r.seedParent.name} × ${r.pollenParent?.name ?? 'open'}`,
    csv: parentCells(r => r),
  },
  { key: 'aim', title: 'Aim', value: r => r.cross.aim, cutAt: '26%' },
  { key: 'crop', title: 'Crop', value: r => garden.cropName(r.cross.crop) },
  { key: 'plannedOn', title: 'Planned', value: r => r.cross.plannedOn },
  { key: 'due', title: 'Due now', value: r => r.due, align: 'end' },
  {
    key: 'pollinated',
    title: 'Pollinated',
    value: r => r.counts.pollinated,
    align: 'end',
    csv: { 'flowers planned': r => r.progress.target, 'flowers pollinated': r => r.progress.done },
  },
  { key: 'taken', title: 'Taken', value: r => r.counts.taken, align: 'end' },
  { key: 'seeds', title: 'Seeds', value: r => r.counts.seeds, align: 'end' },
  { key: 'up', title: 'Up', value: r => r.counts.up, align: 'end' },
  { key: 'kept', title: 'Kept', value: r => r.counts.kept, align: 'end' },
]
useShortcuts([{ key: 'n', does: 'plan a cross', notes: true, run: () => navigateTo('/crosses/new') }])
</script>

<template>
  <ListPage heading="Crosses" :problem="problem" :count="rows?.length" empty="No cross is planned yet">
    <template v-if="garden.mayNote" #actions>
      <v-btn variant="flat" :prepend-icon="mdiPlus" to="/crosses/new">Plan a cross</v-btn>
    </template>
    <ReadTable
      :rows="rows!"
      :columns="columns"
      name="crosses"
      one="cross"
      sort="plannedOn"
      descending
      @open="row => navigateTo(`/crosses/${row.cross.id}`)"
    >
      <template #code="{ row }"
        ><TagLabel :code="row.cross.code" :to="`/crosses/${row.cross.id}`"
      /></template>
      <template #seedParent="{ row }"
        ><CrossName :seed-parent="row.seedParent" :pollen-parent="row.pollenParent"
      /></template>
      <template #aim="{ row }"
        ><span :title="row.cross.aim">{{ row.cross.aim }}</span></template
      >
      <template #plannedOn="{ row }"
        ><span class="quiet nowrap">{{ row.cross.plannedOn }}</span></template
      >
      <template #pollinated="{ row }"
        ><span class="figures nowrap" :class="{ quiet: !row.progress.done }"
          >{{ row.progress.done }}<span class="quiet"> of {{ row.progress.target }}</span></span
        ></template
      >
      <template #due="{ row }"
        ><strong v-if="row.due" class="sap figures">{{ row.due }}</strong
        ><span v-else class="quiet">–</span></template
      >
      <template v-for="key in ['taken', 'seeds', 'up', 'kept'] as const" #[key]="{ row }" :key="key"
        ><span class="figures" :class="{ quiet: !row.counts[key] }">{{
          row.counts[key] || '–'
        }}</span></template
      >
    </ReadTable>
    <template #empty>
      A cross has a seed parent, a pollen parent and an aim in a sentence. From these follow the tags, the
      round and the stem.
    </template>
    <template v-if="garden.mayNote" #step>
      <v-btn variant="flat" to="/crosses/new">Plan the first cross</v-btn>
    </template>
  </ListPage>
</template>
