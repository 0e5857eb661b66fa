<!-- The best pairs of an aim, and those planned for it: do they flower together? -->
<script setup lang="ts">
import { percentWords } from '@virgulta/core/odds/oddsWords'
import { nextMeeting } from '@virgulta/core/bloom/meets'
import { seasonInWords } from '@virgulta/core/bloom/season'
import { addDays } from '@virgulta/core/time/days'
import type { AimPage } from '#shared/aims'
import type { BloomPage } from '#shared/bloom'
import type { Column } from '../base/ReadTable.vue'

const { aim } = defineProps<{ aim: string }>()
const emit = defineEmits<{ choose: [seed: string, pollen: string] }>()
const garden = useGardenStore()
const { data: page, problem } = useLive<AimPage>(() => `/api/aims/${aim}`)
const { data: bloom } = useLive<BloomPage>(() =>
  page.value
    ? `/api/bloom?${new URLSearchParams({ from: garden.today, to: addDays(garden.today, 500), who: 'all', seasons: 'yes', crop: page.value.aim.crop })}`
    : null,
)
/** Pairs that are looked at, the best first. */
const MOST = 25
const { answer, progress, refused, isStopped, stop, again } = useWork('pairs', () =>
  page.value?.table.wishes.length ? { table: page.value.table, most: MOST } : null,
)
const [DAYS, LIKELY] = [2, 0.8]

interface Meets {
  seedId: string
  pollenId: string
  seed: string
  pollen: string
  worth: number | null
  isPlanned: boolean
  season: string | null
  chance: number | null
}
const rows = computed<Meets[]>(() => {
  if (!page.value || !bloom.value) return []
  const windows = new Map(bloom.value.rows.map(row => [row.plant.id, row.windows]))
  const names = new Map(page.value.plants.map(p => [p.id, p.name]))
  const guide = garden.cropOf(page.value.aim.crop)!.guide.bloom
  const planned = page.value.crosses.flatMap(c =>
    c.pollenParent
      ? [
          {
            seedParentId: c.seedParent.id,
            pollenParentId: c.pollenParent.id,
            seed: c.seedParent.name,
            pollen: c.pollenParent.name,
          },
        ]
      : [],
  )
  const pairs = [
    ...planned.map(p => ({ ...p, worth: null as number | null, isPlanned: true })),
    ...(answer.value?.pairs ?? []).map(p => ({
      ...p,
      seed: names.get(p.seedParentId) ?? '',
      pollen: names.get(p.pollenParentId) ?? '',
      isPlanned: false,
    })),
  ]
  const distinct = new Map<string, (typeof pairs)[number]>()
  for (const pair of pairs) {
    const key = `${pair.seedParentId} ${pair.pollenParentId}`
    const known = distinct.get(key)
    distinct.set(key, known ? { ...known, worth: known.worth ?? pair.worth } : pair)
  }
  return [...distinct.values()].map(({ seedParentId, pollenParentId, seed, pollen, worth, isPlanned }) => {
    const [seeds, pollens] = [seedParentId, pollenParentId].map(id =>
      (windows.get(id) ?? []).filter(w => !w.isOver),
    ) as [BloomPage['rows'][number]['windows'], BloomPage['rows'][number]['windows']]
    const { season, chance } = nextMeeting(seeds, pollens, guide, DAYS)
    return {
      seedId: seedParentId,
      pollenId: pollenParentId,
      seed,
      pollen,
      worth,
      isPlanned,
      season: season === null ? null : seasonInWords(season, guide),
      chance,
    }
  })
})
const columns: Column<Meets>[] = [
  { key: 'pair', title: 'Pair, seed parent first', value: r => `${r.seed} × ${r.pollen}` },
  { key: 'worth', title: 'Wishes met', value: r => r.worth, align: 'end' },
  { key: 'planned', title: 'Planned', value: r => (r.isPlanned ? 'planned' : '') },
  { key: 'season', title: 'Season', value: r => r.season, align: 'end' },
  { key: 'chance', title: `Together ${DAYS} days`, value: r => r.chance, align: 'end' },
]
</script>

<template>
  <PaperSheet :heading="page ? `Do the pairs of this aim meet? ${page.aim.words}` : undefined">
    <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
    <WorkLine
      :progress="progress"
      :refused="refused"
      :is-stopped="isStopped"
      what="the pairs"
      @stop="stop"
      @again="again"
    />
    <ReadTable
      v-if="rows.length"
      :rows="rows"
      :columns="columns"
      name="meetings"
      one="meeting"
      sort="worth"
      descending
      @open="r => emit('choose', r.seedId, r.pollenId)"
    >
      <template #pair="{ row }"
        ><button type="button" class="pair" @click.stop="emit('choose', row.seedId, row.pollenId)">
          <CrossName
            :seed-parent="{ id: row.seedId, name: row.seed }"
            :pollen-parent="{ id: row.pollenId, name: row.pollen }"
          /></button
      ></template>
      <template #worth="{ row }"
        ><span class="figures">{{ row.worth === null ? '·' : percentWords(row.worth) }}</span></template
      >
      <template #chance="{ row }"
        ><strong class="figures" :class="{ doubt: row.chance !== null && row.chance < LIKELY }">{{
          row.chance === null ? 'not known' : percentWords(row.chance)
        }}</strong></template
      >
    </ReadTable>
    <p v-else-if="page && bloom && progress === null" class="quiet">
      No pair can be made of the candidates yet. <NuxtLink :to="`/aims/${aim}`">To the aim</NuxtLink>
    </p>
  </PaperSheet>
</template>

<style scoped>
.pair {
  border: 0;
  background: none;
  padding: 0;
  font: inherit;
  cursor: pointer;
}
</style>
