<!-- All pairs that may be made of the candidates, the best first. -->
<script setup lang="ts">
import { oneIn, percentWords } from '@virgulta/core/odds/oddsWords'
import type { RankedPair } from '@virgulta/core/aims/pairs'
import type { AimPage } from '#shared/aims'
import type { Column } from '../base/ReadTable.vue'

const { page } = defineProps<{ page: AimPage }>()
const { answer, refused, progress, isStopped, stop, again } = useWork('pairs', () => ({
  table: page.table,
  most: 300,
}))
const names = computed(() => new Map(page.plants.map(p => [p.id, p])))
const traitOf = computed(() => new Map(page.table.traits.map(t => [t.id, t])))
const generation = computed(() => (page.table.mating === 'selfing' ? 'F2' : 'F1'))
const marks: Record<RankedPair['wishes'][number]['covers'], { mark: string; words: string }> = {
  'both': { mark: '⚭', words: 'both parents have it' },
  'seed parent': { mark: '♀', words: 'the seed parent has it' },
  'pollen parent': { mark: '♂', words: 'the pollen parent has it' },
  'neither': { mark: '–', words: 'neither parent has it' },
  'not scored': { mark: '?', words: 'a parent was not scored' },
}
/** Who of a pair has what is wished, and from what the chance of it is known. */
function metWords({ covers, from }: RankedPair['wishes'][number]): string {
  const { words } = marks[covers]
  return from ? `${words}; from the ${from}` : words
}
const covered = (pair: RankedPair) =>
  pair.wishes.filter(w => ['both', 'seed parent', 'pollen parent'].includes(w.covers)).length
const oddsAt = (pair: RankedPair) =>
  `/odds?${new URLSearchParams({ aim: page.aim.id, seed: pair.seedParentId, pollen: pair.pollenParentId })}`
const columns = computed<Column<RankedPair>[]>(() => [
  {
    key: 'pair',
    title: 'Pair, seed parent first',
    value: p => `${names.value.get(p.seedParentId)!.name} × ${names.value.get(p.pollenParentId)!.name}`,
    csv: parentCells(p => ({
      seedParent: names.value.get(p.seedParentId)!,
      pollenParent: names.value.get(p.pollenParentId)!,
    })),
  },
  {
    key: 'worth',
    title: 'Wishes met',
    value: p => p.worth,
    align: 'end',
    csv: percentCells('wishes met', p => p.worth),
  },
  {
    key: 'musts',
    title: 'All musts',
    value: p => p.musts,
    align: 'end',
    csv: percentCells('all musts', p => p.musts),
  },
  ...page.table.wishes.map((wish, i): Column<RankedPair> => ({
    key: `w${i}`,
    title: traitOf.value.get(wish.trait)!.name,
    value: p => p.wishes[i]!.chance,
    csv: {
      ...percentCells(traitOf.value.get(wish.trait)!.name, p => p.wishes[i]!.chance),
      [`${traitOf.value.get(wish.trait)!.name}, told by`]: p => p.wishes[i]!.from ?? '',
    },
  })),
  {
    key: 'covers',
    title: 'Covered',
    value: p => covered(p),
    align: 'end',
    csv: { 'wishes covered': p => covered(p), 'wishes': p => p.wishes.length },
  },
  {
    key: 'inbreeding',
    title: 'Inbred',
    value: p => p.inbreeding,
    align: 'end',
    csv: percentCells('inbred', p => p.inbreeding),
  },
  { key: 'warnings', title: 'Mind', value: p => p.warnings.map(w => w.words).join(' ') },
])
</script>

<template>
  <div class="stack">
    <p class="quiet">
      What a plant of the {{ generation }} of each pair fulfils, on average and by weight.
      {{
        generation === 'F2'
          ? 'This crop selfs: a first cross looks alike, and splits when it is selfed.'
          : 'This crop outcrosses: its first cross splits.'
      }}<template v-if="!page.table.genetics.loci.length">
        Of its inheritance nothing is described, so all of it goes by scores: around the mean of both parents.
        <NuxtLink :to="`/crops/${page.aim.crop}/genes`">Describe a locus</NuxtLink></template
      >
    </p>
    <WorkLine
      :progress="progress"
      :refused="refused"
      :is-stopped="isStopped"
      what="the pairs"
      @stop="stop"
      @again="again"
    />
    <template v-if="answer">
      <ReadTable
        v-if="answer.pairs.length"
        :rows="answer.pairs"
        :columns="columns"
        name="pairs"
        one="pair"
        sort="worth"
        descending
        @open="pair => navigateTo(oddsAt(pair))"
      >
        <template #tools
          ><span class="quiet small"
            >the best of {{ answer.considered.toLocaleString('en')
            }}<template v-if="answer.barred"
              >; {{ answer.barred.toLocaleString('en') }} cannot be</template
            ></span
          ></template
        >
        <template #pair="{ row }"
          ><NuxtLink :to="oddsAt(row)" class="plain"
            ><CrossName
              :seed-parent="names.get(row.seedParentId)!"
              :pollen-parent="names.get(row.pollenParentId)!" /></NuxtLink
        ></template>
        <template #worth="{ row }"
          ><strong class="figures">{{ row.worth === null ? '·' : percentWords(row.worth) }}</strong></template
        >
        <template #musts="{ row }"
          ><span class="figures nowrap" :class="{ fail: row.musts === 0 }">{{
            row.musts === null ? '·' : oneIn(row.musts)
          }}</span></template
        >
        <template v-for="(_, i) in page.table.wishes" #[`w${i}`]="{ row }" :key="i">
          <span
            class="figures nowrap"
            :class="{ quiet: row.wishes[i]!.chance === null || row.wishes[i]!.chance! < 0.05 }"
            :title="metWords(row.wishes[i]!)"
            ><span class="mark" aria-hidden="true">{{ marks[row.wishes[i]!.covers].mark }}</span
            >{{ row.wishes[i]!.chance === null ? '' : percentWords(row.wishes[i]!.chance!)
            }}<span class="visually-hidden">, {{ marks[row.wishes[i]!.covers].words }}</span></span
          >
        </template>
        <template #covers="{ row }"
          ><span class="figures">{{ covered(row) }} of {{ row.wishes.length }}</span></template
        >
        <template #inbreeding="{ row }"
          ><span
            class="figures"
            :class="row.warnings.some(({ kind }) => kind === 'relatives') ? 'doubt' : 'quiet'"
            >{{ Math.round(row.inbreeding * 100) }} %</span
          ></template
        >
        <template #warnings="{ row }"
          ><span
            v-if="row.warnings.length"
            class="doubt small nowrap"
            :title="row.warnings.map(w => w.words).join(' ')"
            >{{ row.warnings[0]!.words.split(/[:;,]/)[0]
            }}<template v-if="row.warnings.length > 1"> +{{ row.warnings.length - 1 }}</template></span
          ></template
        >
      </ReadTable>
      <p v-else class="quiet">
        No pair can be made of these candidates{{
          answer.barred
            ? `: ${answer.barred} are barred, because a plant was struck off, is the same clone, or has another number of chromosome sets`
            : ''
        }}.
      </p>
      <p class="quiet small">
        ⚭ both parents have it, ♀ the seed parent, ♂ the pollen parent, – neither, ? not scored. “All musts”
        takes the wishes as independent of each other; open a pair for its exact odds.
      </p>
    </template>
  </div>
</template>

<style scoped>
.mark {
  display: inline-block;
  width: 18px;
  color: var(--quiet);
}
</style>
