<!-- All families. -->
<script setup lang="ts">
import type { FamilyRow } from '#shared/offspring'
import type { Column } from '../../components/base/ReadTable.vue'

const garden = useGardenStore()
const { data: rows, problem } = useLive<FamilyRow[]>(() => '/api/offspring')
const columns: Column<FamilyRow>[] = [
  { key: 'code', title: 'Cross', value: r => r.cross.code },
  {
    key: 'parents',
    title: 'Parents',
    value: r => `${r.seedParent.name} × ${r.pollenParent?.name ?? 'open'}`,
    csv: parentCells(r => r),
  },
  { key: 'aim', title: 'Aim', value: r => r.cross.aim, cutAt: '22%' },
  { key: 'crop', title: 'Crop', value: r => garden.cropName(r.cross.crop) },
  { key: 'planned', title: 'Crossed', value: r => r.cross.plannedOn.slice(0, 4) },
  { key: 'plants', title: 'Plants', value: r => r.plants, align: 'end' },
  { key: 'scored', title: 'Scored', value: r => r.scored, align: 'end' },
  { key: 'keep', title: 'Keep', value: r => r.keep, align: 'end' },
  { key: 'watch', title: 'Watch', value: r => r.watch, align: 'end' },
  { key: 'discard', title: 'Discard', value: r => r.discard, align: 'end' },
]
</script>

<template>
  <ListPage heading="Offspring" :problem="problem" :count="rows?.length" empty="No family yet">
    <template #words>
      <p class="quiet">Each <TermMark term="family" /> is scored in the row, one trait after the other.</p>
    </template>
    <ReadTable
      :rows="rows!"
      :columns="columns"
      name="families"
      one="family"
      sort="planned"
      descending
      @open="row => navigateTo(`/offspring/${row.cross.id}`)"
    >
      <template #code="{ row }"
        ><TagLabel :code="row.cross.code" :to="`/offspring/${row.cross.id}`"
      /></template>
      <template #parents="{ row }"
        ><CrossName :seed-parent="row.seedParent" :pollen-parent="row.pollenParent"
      /></template>
      <template #aim="{ row }"
        ><span :title="row.cross.aim">{{ row.cross.aim }}</span></template
      >
      <template #scored="{ row }"
        ><span class="figures">{{ row.scored }}</span
        >{{ ' '
        }}<span v-if="row.scored < row.plants" class="sap small"
          >{{ row.plants - row.scored }} to score</span
        ></template
      >
    </ReadTable>
    <template #empty>
      When the seedlings of a tray are potted up they get codes and stand here, ready to be scored in the row.
    </template>
    <template #step><v-btn variant="flat" to="/seed?show=trays">To the trays</v-btn></template>
  </ListPage>
</template>
