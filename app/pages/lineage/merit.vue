<!-- What plants are worth as parents in a trait: by all scores of them and of their relatives. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import { ASSUMED_HERITABILITY } from '@virgulta/core/merit/heritability'
import { expectedRange, expectedWords } from '@virgulta/core/merit/meritWords'
import { percentWords } from '@virgulta/core/odds/oddsWords'
import type { MeritPage, MeritRow } from '#shared/lineage'
import type { Column } from '~/components/base/ReadTable.vue'
import { useLineageCrop } from '~/components/lineage/lineageCrop'

const garden = useGardenStore()
const { crop, choices } = useLineageCrop()
const [traitId, h2] = [useAddress('trait'), useAddress('h2')]
const pairIds = useAddressList('pair')
const all = useAddress('who', 'chosen')
watch(crop, () => {
  traitId.value = ''
  pairIds.value = []
})
const traits = computed(() =>
  (garden.cropOf(crop.value)?.definition.traits ?? []).filter(trait => trait.scale !== 'colour'),
)
const typed = ref(h2.value)
const given = computed(() => Number(typed.value.replace(',', '.')))
const wrong = computed(() =>
  typed.value.trim() && !(given.value > 0 && given.value < 1)
    ? 'A heritability lies between 0 and 1, as 0.4.'
    : '',
)
watchDebounced(
  typed,
  () => {
    if (!wrong.value) h2.value = typed.value.trim() ? String(given.value) : ''
  },
  { debounce: 400 },
)
const {
  data: page,
  problem,
  isLoading,
} = useLive<MeritPage>(() =>
  crop.value
    ? `/api/lineage/merit?${new URLSearchParams({
        crop: crop.value,
        ...(traitId.value && { trait: traitId.value }),
        ...(h2.value && { h2: h2.value }),
      })}`
    : null,
)
const trait = computed(() => traits.value.find(one => one.id === page.value?.trait) ?? null)
const shownTrait = computed({ get: () => page.value?.trait ?? '', set: id => (traitId.value = id) })
const merit = computed(() => page.value?.merit ?? null)
const rows = computed(() =>
  (page.value?.plants ?? []).filter(row => all.value === 'all' || row.name !== row.code || row.scores > 0),
)
const pair = computed(() => pairIds.value.flatMap(id => page.value?.plants.find(row => row.id === id) ?? []))
function take(id: string) {
  pairIds.value = pairIds.value.includes(id)
    ? pairIds.value.filter(other => other !== id)
    : [...pairIds.value.slice(-1), id]
}
const seenWords = (row: MeritRow) => (row.seen === null ? '' : expectedWords(trait.value!, row.seen))
const columns = computed((): Column<MeritRow>[] => [
  { key: 'pair', title: 'Pair', value: row => Number(pairIds.value.includes(row.id)), csv: {} },
  {
    key: 'name',
    title: 'Plant',
    value: row => row.name,
    csv: { name: row => row.name, tag: row => row.code, kind: row => row.plantKind },
  },
  {
    key: 'expected',
    title: 'Worth as a parent',
    value: row => row.expected.mean,
    align: 'end',
    csv: {
      'worth as a parent': row => Number(row.expected.mean.toPrecision(5)),
      ...rangeCells('worth as a parent', row => row.expected),
    },
  },
  {
    key: 'reliability',
    title: 'Reliability',
    value: row => row.reliability,
    align: 'end',
    csv: percentCells('reliability', row => row.reliability),
  },
  { key: 'seen', title: 'Seen', value: row => row.seen ?? -Infinity, align: 'end' },
  { key: 'scores', title: 'Scores', value: row => row.scores, align: 'end' },
  {
    key: 'inbreeding',
    title: 'Inbred by',
    value: row => row.inbreeding,
    align: 'end',
    csv: percentCells('inbred by', row => row.inbreeding),
  },
])
const told = computed(() => {
  if (!merit.value || !page.value) return []
  const { heritability, scores } = merit.value
  const { parents, sibs } = page.value.families
  const few = (told: { isTooFew: boolean } | null) => (told ? told.isTooFew : true)
  return [
    {
      by: heritability.isGiven ? 'as you give it' : 'all scores and the whole pedigree',
      of: heritability.isGiven ? null : heritability,
      words: heritability.isGiven ? percentWords(heritability.estimate) : null,
      rests: counted(scores, 'score'),
      isTooFew: heritability.isTooFew,
    },
    {
      by: 'families beside the mean of their parents',
      of: parents,
      words: null,
      rests: parents ? counted(parents.families, 'family', 'families') : '',
      isTooFew: few(parents),
    },
    {
      by: 'sibs beside other families',
      of: sibs,
      words: null,
      rests: sibs ? counted(sibs.families, 'family', 'families') : '',
      isTooFew: few(sibs),
    },
  ]
})
const EFFECT = { season: 'Season', place: 'Place', scorer: 'Scorer' }
const MANY = { season: 'seasons', place: 'places', scorer: 'people' }
const levelWords = (effect: keyof typeof MANY, names: (string | null)[]) => {
  const [only] = names
  if (names.length > 1) return `${names.length} ${MANY[effect]} of few plants`
  return effect === 'place' ? garden.placeName(only!) : (only ?? 'nobody said')
}
/** With as many places as tell: of what lies behind steps two, of counts and measures one. */
const signed = (adds: number) => {
  const figure = Math.abs(adds).toFixed(merit.value!.scale.liability ? 2 : 1)
  return Number(figure) ? `${adds < 0 ? '−' : '+'}${figure}` : '0'
}
const WHO = [
  { value: 'chosen', title: 'named or scored' },
  { value: 'all', title: 'all that live' },
]
</script>

<template>
  <div class="stack">
    <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
    <EmptyPage v-if="!choices.length" heading="No plants yet">
      What a plant is worth as a parent is told by scores: its own, and those of its parents, sibs and
      offspring.
      <template #step><v-btn variant="flat" to="/plants?add=1">Add a plant</v-btn></template>
    </EmptyPage>
    <template v-else>
      <div class="row tools">
        <v-select v-model="crop" label="Crop" :items="choices" class="narrow" />
        <v-select
          v-model="shownTrait"
          label="Trait"
          :items="traits.map(t => ({ value: t.id, title: t.name }))"
          class="narrow"
          :loading="isLoading"
        />
        <v-select v-model="all" label="Show" :items="WHO" class="narrow" />
        <v-text-field
          v-model="typed"
          label="Heritability, if it is known"
          inputmode="decimal"
          clearable
          class="h2"
          :error-messages="wrong ? [wrong] : []"
          @click:clear="typed = ''"
        />
      </div>
      <template v-if="page">
        <EmptyPage v-if="!merit || !trait" heading="Nothing can be told yet">
          {{ page.why }}
          <template #step><v-btn variant="flat" to="/offspring">Score plants</v-btn></template>
        </EmptyPage>
        <div v-else class="sides">
          <div class="stack">
            <PaperSheet :heading="`Worth as a parent: ${trait.name}`">
              <p class="quiet small lead">
                What plants like it are expected to show on a usual occasion, drawn from all scores of it and
                its relatives; four times of five it lies in the range. Reliability says how much of the
                differences between plants is known.
                <template v-if="merit.scale.liability">
                  The steps are taken as cuts through what lies behind them; the figure counts them from
                  1.</template
                >
                <template v-if="page.left"> {{ page.left }} more plants are not listed.</template>
              </p>
              <ReadTable
                :rows="rows"
                :columns="columns"
                name="plants"
                one="plant"
                :file="`merit-${crop}`"
                sort="expected"
                descending
                @open="row => navigateTo(`/lineage?crop=${crop}&of=${row.id}&plant=${row.id}`)"
              >
                <template #pair="{ row }">
                  <input
                    type="checkbox"
                    class="mark"
                    :checked="pairIds.includes(row.id)"
                    :aria-label="`Take ${row.name} for a pair`"
                    @click.stop
                    @change="take(row.id)"
                  />
                </template>
                <template #name="{ row }"
                  ><NuxtLink :to="`/plants/${row.id}`" @click.stop>{{ row.name }}</NuxtLink
                  >{{ ' '
                  }}<span class="quiet small">{{
                    [row.plantKind, row.generation, row.struckOff && 'struck off'].filter(Boolean).join(', ')
                  }}</span></template
                >
                <template #expected="{ row }"
                  ><strong class="nowrap">{{ expectedWords(trait!, row.expected.mean) }}</strong
                  >{{ ' '
                  }}<span v-if="merit!.scale.liability" class="figures quiet small">{{
                    (row.expected.mean + 1).toFixed(2)
                  }}</span
                  ><br /><span class="quiet small nowrap">{{
                    expectedRange(trait!, row.expected)
                  }}</span></template
                >
                <template #reliability="{ row }"
                  ><span class="figures">{{ percentWords(row.reliability) }}</span
                  ><span class="gauge" aria-hidden="true"
                    ><span :style="{ width: `${row.reliability * 100}%` }" /></span
                ></template>
                <template #seen="{ row }"
                  ><span class="nowrap">{{ seenWords(row) }}</span></template
                >
                <template #scores="{ row }"
                  ><span class="figures">{{ row.scores || '·' }}</span></template
                >
                <template #inbreeding="{ row }"
                  ><span class="figures">{{ percentWords(row.inbreeding) }}</span></template
                >
              </ReadTable>
            </PaperSheet>
          </div>
          <div class="stack">
            <ExpectedCross :trait="trait" :scale="merit.scale" :pair="pair" @clear="pairIds = []" />
            <PaperSheet heading="How far it is handed on">
              <table class="told">
                <tbody>
                  <tr v-for="row in told" :key="row.by">
                    <th scope="row">
                      {{ row.by }} <span class="quiet small">{{ row.rests }}</span>
                    </th>
                    <td class="end">
                      <template v-if="row.words"
                        ><strong class="figures">{{ row.words }}</strong></template
                      >
                      <template v-else-if="row.of"
                        ><strong class="figures">{{ percentWords(row.of.estimate) }}</strong
                        ><br /><span class="quiet small nowrap"
                          >{{ percentWords(row.of.low) }} to {{ percentWords(row.of.high) }}</span
                        ></template
                      >
                      <p v-if="row.isTooFew" class="doubt small">
                        too few to tell{{
                          row.of === merit.heritability
                            ? `: drawn towards ${percentWords(ASSUMED_HERITABILITY)}, as is usual`
                            : ''
                        }}
                      </p>
                    </td>
                  </tr>
                </tbody>
              </table>
            </PaperSheet>
            <PaperSheet v-if="merit.effects.length" heading="What was put aside">
              <p class="quiet small lead">
                So much
                {{
                  merit.scale.liability
                    ? 'higher or lower, in deviations of what lies behind the steps,'
                    : 'more or less'
                }}
                was scored there and then, by whomever.
              </p>
              <table class="told">
                <tbody v-for="{ effect, levels } in merit.effects" :key="effect">
                  <tr v-for="{ names, scores, adds } in levels" :key="names.join()">
                    <th scope="row">
                      <span class="quiet small">{{ EFFECT[effect] }}</span> {{ levelWords(effect, names) }}
                      <span class="quiet small">{{ counted(scores, 'score') }}</span>
                    </th>
                    <td class="figures end">{{ signed(adds) }}</td>
                  </tr>
                </tbody>
              </table>
            </PaperSheet>
          </div>
        </div>
      </template>
    </template>
  </div>
</template>

<style scoped>
.tools {
  align-items: start;
}
.narrow {
  max-width: 210px;
  min-width: 140px;
}
.h2 {
  max-width: 240px;
  min-width: 220px;
}
.sides {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  gap: 16px;
  align-items: start;
}
.lead {
  margin-bottom: 8px;
}
.mark {
  width: 24px;
  height: 24px;
  margin: 0;
  accent-color: var(--sap);
}
.gauge {
  display: block;
  width: 56px;
  height: 4px;
  margin-left: auto;
  background: var(--wash);
}
.gauge span {
  display: block;
  height: 100%;
  background: var(--sap);
}
.told {
  width: 100%;
  border-collapse: collapse;
}
.told th {
  text-align: left;
  font-weight: 500;
  padding: 5px 8px 5px 0;
}
.told tr {
  border-bottom: 1px solid var(--rule);
  vertical-align: top;
}
.end {
  text-align: right;
}
@media (max-width: 1000px) {
  .sides {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
