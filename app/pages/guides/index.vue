<!-- The guides of all crops: built in, changed, or added by the garden. -->
<script setup lang="ts">
import { flowerForms } from '@virgulta/core/crops/forms/forms'
import type { CropGuide } from '@virgulta/core/crops/guide'
import type { Column } from '../../components/base/ReadTable.vue'

const garden = useGardenStore()
const { guides, ownOf, problem } = useGuides()
const grown = computed(() => new Set(garden.garden?.crops.map(c => c.guide.id)))
const matings = { selfing: 'selfs', outcrossing: 'outcrosses', selfIncompatible: 'self-incompatible' }
const days = ({ low, high }: { low: number; high: number }) => `${low}–${high}`
const columns: Column<CropGuide>[] = [
  { key: 'name', title: 'Crop', value: g => g.name },
  { key: 'group', title: 'Kind', value: g => g.group },
  { key: 'form', title: 'Flower form', value: g => flowerForms[g.form].name },
  { key: 'mating', title: 'Mating', value: g => matings[g.mating] },
  {
    key: 'take',
    title: 'Sign, days',
    value: g => g.take.daysAfterPollination.low,
    align: 'end',
    csv: rangeCells('days until a take shows', g => g.take.daysAfterPollination),
  },
  {
    key: 'ripe',
    title: 'Ripe, days',
    value: g => g.ripening.daysAfterPollination.low,
    align: 'end',
    csv: rangeCells('days until ripe', g => g.ripening.daysAfterPollination),
  },
  { key: 'seasons', title: 'Seasons', value: g => g.seasons, align: 'end' },
  { key: 'pollen', title: 'Pollen lives', value: g => g.pollination.pollen },
  {
    key: 'here',
    title: 'Here',
    value: g =>
      [grown.value.has(g.id) ? 'grown' : '', ownOf(g.id)?.guide ? 'own guide' : '']
        .filter(Boolean)
        .join(', '),
  },
]
</script>

<template>
  <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
  <ReadTable
    v-else-if="guides"
    :rows="guides"
    :columns="columns"
    name="guides"
    one="guide"
    sort="name"
    @open="row => navigateTo(`/guides/${row.id}`)"
  >
    <template #name="{ row }"
      ><NuxtLink :to="`/guides/${row.id}`" class="plain"
        ><strong>{{ row.name }}</strong></NuxtLink
      >{{ ' ' }}<em class="quiet small">{{ row.botanical }}</em></template
    >
    <template #take="{ row }"
      ><span class="figures">{{ days(row.take.daysAfterPollination) }}</span></template
    >
    <template #ripe="{ row }"
      ><span class="figures">{{ days(row.ripening.daysAfterPollination) }}</span></template
    >
  </ReadTable>
</template>
