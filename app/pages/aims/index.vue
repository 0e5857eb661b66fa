<!-- All aims of the garden. -->
<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { dayInWords } from '@virgulta/core/time/days'
import type { AimRow } from '#shared/aims'
import type { Column } from '../../components/base/ReadTable.vue'

const garden = useGardenStore()
const { data: rows, problem } = useLive<AimRow[]>(() => '/api/aims')
const columns: Column<AimRow>[] = [
  { key: 'words', title: 'Aim', value: r => r.aim.words },
  { key: 'crop', title: 'Crop', value: r => garden.cropOf(r.aim.crop)?.guide.name ?? r.aim.crop },
  { key: 'wishes', title: 'Wishes', value: r => r.aim.wishes.length, align: 'end' },
  { key: 'candidates', title: 'Candidates', value: r => r.candidates, align: 'end' },
  { key: 'crosses', title: 'Crosses', value: r => r.crosses, align: 'end' },
  { key: 'kept', title: 'Kept', value: r => r.kept, align: 'end' },
  { key: 'setOn', title: 'Set', value: r => r.aim.setOn },
  { key: 'ended', title: 'Ended', value: r => r.aim.ended?.reason ?? '' },
]
useShortcuts([{ key: 'n', does: 'set an aim', notes: true, run: () => navigateTo('/aims/new') }])
</script>

<template>
  <ListPage heading="Aims" :problem="problem" :count="rows?.length" empty="No aim is set yet">
    <template v-if="garden.mayNote" #actions>
      <v-btn variant="flat" :prepend-icon="mdiPlus" to="/aims/new">Set an aim</v-btn>
    </template>
    <ReadTable
      :rows="rows!"
      :columns="columns"
      name="aims"
      one="aim"
      sort="setOn"
      descending
      @open="row => navigateTo(`/aims/${row.aim.id}`)"
    >
      <template #words="{ row }"
        ><NuxtLink :to="`/aims/${row.aim.id}`" class="plain"
          ><strong>{{ row.aim.words }}</strong></NuxtLink
        ></template
      >
      <template
        v-for="key in ['wishes', 'candidates', 'crosses', 'kept'] as const"
        #[key]="{ row }"
        :key="key"
        ><span class="figures" :class="{ quiet: !columns.find(c => c.key === key)!.value(row) }">{{
          columns.find(c => c.key === key)!.value(row) || '–'
        }}</span></template
      >
      <template #setOn="{ row }"
        ><span class="quiet nowrap">{{ dayInWords(row.aim.setOn, true) }}</span></template
      >
      <template #ended="{ row }"
        ><span class="quiet">{{ row.aim.ended?.reason }}</span></template
      >
    </ReadTable>
    <template #empty>
      A cross takes a fruit of its plant and a bench of your seedlings. Say first what it should bring, in a
      sentence and in traits: the bench then shows which of your plants comes near, and which two of them
      would bring it.
    </template>
    <template v-if="garden.mayNote" #step>
      <v-btn variant="flat" to="/aims/new">Set the first aim</v-btn>
    </template>
  </ListPage>
</template>
