<!-- The bench: plants as rows, wishes as columns; two can be compared, or taken as a pair. -->
<script setup lang="ts">
import { summaryWords } from '@virgulta/core/offspring/summaryWords'
import { mdiDotsVertical, mdiDownload, mdiPinOutline, mdiPin } from '@mdi/js'
import { benchOf, wholeTraits } from '@virgulta/core/aims/bench'
import type { BenchRow } from '@virgulta/core/aims/bench'
import { wishInWords } from '@virgulta/core/aims/nearness'
import { classNames } from '@virgulta/core/offspring/trait'
import type { AimPage, CandidatePlant } from '#shared/aims'

const who = defineModel<'chosen' | 'all'>('who', { required: true })
const { page } = defineProps<{ page: AimPage }>()
const garden = useGardenStore()
const log = useLogStore()
const SIZE = 40
const at = useAddressNumber('page', 1, { least: 1 })
const fromTheFirst = () => (at.value = 1)
const [typed, sort, order, show] = [
  useAddress('q', '', fromTheFirst),
  useAddress('sort', 'merit', fromTheFirst),
  useAddress('order', 'desc', fromTheFirst),
  useAddress('show', 'able', fromTheFirst),
]
const [pins, picked] = [useAddressList('pins'), useAddressList('pick')]

const traitOf = computed(() => new Map(page.table.traits.map(t => [t.id, t])))
const wishes = computed(() =>
  page.table.wishes.map(wish => ({ wish, trait: traitOf.value.get(wish.trait)! })),
)
// A trait that is wished for has its column already.
const whole = computed(() =>
  wholeTraits(page.table.traits)
    .map((trait, i) => ({ trait, i }))
    .filter(({ trait }) => !page.table.wishes.some(w => w.trait === trait.id)),
)
interface Row {
  plant: CandidatePlant
  bench: BenchRow
}
const rows = computed<Row[]>(() => {
  const bench = new Map(
    benchOf(
      page.table.wishes,
      page.table.traits,
      new Map(page.table.candidates.map(c => [c.id, c.summaries])),
    ).map(row => [row.id, row]),
  )
  return page.plants.map(plant => ({ plant, bench: bench.get(plant.id)! }))
})
const value = (row: Row): number | string | null => {
  // Those that go by their code come behind those with a name, as in every list of plants.
  if (sort.value === 'name') return `${row.plant.name === row.plant.code ? '~' : ''}${row.plant.name}`
  if (sort.value === 'merit') return row.bench.merit
  if (sort.value === 'missing') return row.bench.missing
  const [kind, id] = [sort.value[0], sort.value.slice(1)]
  if (kind === 'w') return row.bench.cells[page.table.wishes.findIndex(w => w.trait === id)]?.near ?? null
  return row.bench.whole[wholeTraits(page.table.traits).findIndex(t => t.id === id)]?.good ?? null
}
const fitting = computed(() => {
  const words = typed.value.toLowerCase().split(/\s+/).filter(Boolean)
  const list = rows.value.filter(
    ({ plant, bench }) =>
      words.every(word =>
        `${plant.name} ${plant.code} ${plant.plantKind} ${garden.placeName(plant.placeId)}`
          .toLowerCase()
          .includes(word),
      ) &&
      (show.value === 'all' ||
        (show.value === 'struck'
          ? plant.struckOff
          : !plant.struckOff &&
            (show.value === 'able' || (show.value === 'musts' ? !bench.misses : bench.missing === 0)))),
  )
  const sign = order.value === 'desc' ? -1 : 1
  return list.sort((a, b) => {
    const [x, y] = [value(a), value(b)]
    // What is missing stays at the end, whichever way it is sorted.
    if (x === null || y === null) return x === y ? 0 : x === null ? 1 : -1
    return (
      sign * (typeof x === 'string' ? x.localeCompare(String(y)) : x - Number(y)) ||
      a.plant.name.localeCompare(b.plant.name)
    )
  })
})
const pinned = computed(() => rows.value.filter(r => pins.value.includes(r.plant.code)))
const shown = computed(() =>
  fitting.value.filter(r => !pins.value.includes(r.plant.code)).slice((at.value - 1) * SIZE, at.value * SIZE),
)
const pages = computed(() => Math.ceil(fitting.value.length / SIZE))
function sortBy(key: string) {
  const isSame = sort.value === key
  const isUpwards = isSame ? order.value === 'desc' : key === 'name'
  sort.value = key
  order.value = isUpwards ? 'asc' : 'desc'
}
const ariaSort = (key: string) =>
  sort.value === key ? (order.value === 'desc' ? ('descending' as const) : ('ascending' as const)) : undefined
const toggled = (list: string[], code: string, most: number) =>
  list.includes(code) ? list.filter(c => c !== code) : [...list, code].slice(-most)
const pair = computed(() => picked.value.flatMap(code => rows.value.find(r => r.plant.code === code) ?? []))
const compare = useAddress('compare')
const isComparing = computed({
  get: () => compare.value === '1' && pair.value.length === 2,
  set: is => (compare.value = is ? '1' : ''),
})
/** The pair, or the self of the one that is chosen. */
const oddsAt = computed(() =>
  pair.value.length
    ? `/odds?${new URLSearchParams({ aim: page.aim.id, seed: pair.value[0]!.plant.id, pollen: pair.value.at(-1)!.plant.id })}`
    : '',
)

const striking = ref<CandidatePlant | null>(null)
async function strike(reason: string) {
  if (await log.note([{ kind: 'struckOff', subjectId: striking.value!.id, payload: { reason } }]))
    striking.value = null
}
const reinstate = (plant: CandidatePlant) =>
  log.note([{ kind: 'reinstated', subjectId: plant.id, payload: { reason: 'looked at again' } }])
const improveWords = ({ bench }: Row) =>
  bench.improve === null ? '' : wishes.value[bench.improve]!.trait.name
const exportCsv = () =>
  saveCsv(
    'candidates',
    [
      'tag',
      'name',
      'kind',
      'place',
      'struck off',
      'nearness %',
      'wishes not scored',
      'most to gain',
      ...[...whole.value.map(w => w.trait), ...wishes.value.map(w => w.trait)].flatMap(t => [
        t.scale === 'measure' ? `${t.name}, ${t.unit}` : t.name,
        `${t.name}, standard error`,
        `${t.name}, looks`,
      ]),
    ],
    fitting.value.map(row => [
      row.plant.code,
      row.plant.name,
      row.plant.plantKind,
      garden.placeName(row.plant.placeId),
      row.plant.struckOff?.reason ?? '',
      row.bench.merit === null ? '' : Math.round(row.bench.merit * 100),
      row.bench.missing,
      improveWords(row),
      ...[
        ...whole.value.map(w => ({ trait: w.trait, summary: row.bench.whole[w.i]?.summary })),
        ...wishes.value.map((w, i) => ({ trait: w.trait, summary: row.bench.cells[i]?.summary })),
      ].flatMap(({ trait, summary }) =>
        summary
          ? [
              'mean' in summary && summary.mean !== null && !classNames(trait)
                ? Number(summary.mean.toPrecision(4))
                : summaryWords(trait, summary),
              summary.standardError === null ? '' : Number(summary.standardError.toFixed(3)),
              summary.n,
            ]
          : ['', '', ''],
      ),
    ]),
  )
</script>

<template>
  <div class="stack">
    <div class="row tools">
      <v-text-field v-model="typed" label="Filter" clearable class="filter" @click:clear="typed = ''" />
      <v-select
        v-model="show"
        label="Show"
        :items="[
          { value: 'able', title: 'not struck off' },
          { value: 'musts', title: 'fulfils every must' },
          { value: 'scored', title: 'scored for every wish' },
          { value: 'struck', title: 'struck off' },
          { value: 'all', title: 'all' },
        ]"
        class="narrow"
      />
      <v-select
        v-model="who"
        label="Plants"
        :items="[
          { value: 'chosen', title: 'named and kept' },
          { value: 'all', title: `all ${page.living}` },
        ]"
        class="narrow"
      />
      <span class="quiet small"
        >{{
          fitting.length === rows.length ? rows.length : `${fitting.length} of ${rows.length}`
        }}
        candidates</span
      >
      <v-btn variant="text" class="quietly" :prepend-icon="mdiDownload" @click="exportCsv">CSV</v-btn>
    </div>
    <div class="scroll" tabindex="0" role="region" aria-label="Candidates against wishes">
      <table class="bench">
        <thead>
          <tr>
            <th scope="col" class="who" :aria-sort="ariaSort('name')">
              <button type="button" class="head" @click="sortBy('name')">Candidate</button>
            </th>
            <th scope="col" :aria-sort="ariaSort('merit')">
              <button type="button" class="head" @click="sortBy('merit')">How near</button>
            </th>
            <th
              v-for="{ wish, trait } in wishes"
              :key="trait.id"
              scope="col"
              :aria-sort="ariaSort(`w${trait.id}`)"
            >
              <button type="button" class="head" @click="sortBy(`w${trait.id}`)">
                {{ trait.name
                }}<span class="sub"
                  >{{ wishInWords(trait, wish) }}<strong v-if="wish.must">, must</strong>{{ ' '
                  }}<WeightMark :weight="wish.weight"
                /></span>
              </button>
            </th>
            <th scope="col" class="improve">Most to gain</th>
            <th
              v-for="{ trait } in whole"
              :key="trait.id"
              scope="col"
              class="whole"
              :aria-sort="ariaSort(`h${trait.id}`)"
            >
              <button type="button" class="head" @click="sortBy(`h${trait.id}`)">
                {{ trait.name }}<span class="sub">whole plant</span>
              </button>
            </th>
            <th scope="col"><span class="visually-hidden">What to do</span></th>
          </tr>
        </thead>
        <tbody v-for="(group, g) in [pinned, shown]" :key="g" :class="{ pinned: g === 0 }">
          <tr
            v-for="row in group"
            :key="row.plant.id"
            :class="{ struck: row.plant.struckOff, picked: picked.includes(row.plant.code) }"
          >
            <th scope="row" class="who">
              <span class="name">
                <input
                  type="checkbox"
                  :checked="picked.includes(row.plant.code)"
                  :aria-label="`Take ${row.plant.name} for a pair`"
                  @change="picked = toggled(picked, row.plant.code, 2)"
                />
                <span
                  ><NuxtLink :to="`/plants/${row.plant.id}`" class="plain">{{ row.plant.name }}</NuxtLink
                  ><span class="sub code"
                    >{{ row.plant.name === row.plant.code ? row.plant.plantKind : row.plant.code
                    }}<template v-if="row.plant.struckOff">
                      · struck off: {{ row.plant.struckOff.reason }}</template
                    ></span
                  ></span
                >
              </span>
            </th>
            <td class="figures merit">
              {{ row.bench.merit === null ? '·' : `${Math.round(row.bench.merit * 100)} %`
              }}<span v-if="row.bench.misses" class="sub fail">{{ row.bench.misses }} must missed</span
              ><span v-else-if="row.bench.missing" class="sub">{{ row.bench.missing }} not scored</span>
            </td>
            <td v-for="({ trait }, i) in wishes" :key="trait.id">
              <NearCell v-if="row.bench.cells[i]" :trait="trait" v-bind="row.bench.cells[i]" /><span
                v-else
                class="quiet"
                title="not scored"
                >·</span
              >
            </td>
            <td class="improve">{{ improveWords(row) }}</td>
            <td v-for="{ trait, i } in whole" :key="trait.id" class="whole">
              <NearCell
                v-if="row.bench.whole[i]"
                :trait="trait"
                :summary="row.bench.whole[i].summary"
                :near="row.bench.whole[i].good"
              /><span v-else class="quiet" title="not scored">·</span>
            </td>
            <td class="do">
              <button
                type="button"
                class="tool"
                :aria-pressed="pins.includes(row.plant.code)"
                :aria-label="`Pin ${row.plant.name} to the top`"
                @click="pins = toggled(pins, row.plant.code, 20)"
              >
                <v-icon :icon="pins.includes(row.plant.code) ? mdiPin : mdiPinOutline" size="18" />
              </button>
              <v-menu v-if="garden.mayNote" :transition="false">
                <template #activator="{ props }"
                  ><button
                    type="button"
                    class="tool"
                    v-bind="props"
                    :aria-label="`More for ${row.plant.name}`"
                  >
                    <v-icon :icon="mdiDotsVertical" size="18" /></button
                ></template>
                <v-list density="compact">
                  <v-list-item
                    v-if="row.plant.struckOff"
                    title="A candidate again"
                    @click="reinstate(row.plant)"
                  />
                  <v-list-item v-else title="Strike off …" @click="striking = row.plant" />
                </v-list>
              </v-menu>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="!shown.length && !pinned.length" class="quiet">No candidate fits this filter.</p>
    </div>
    <v-pagination v-if="pages > 1" v-model="at" :length="pages" :total-visible="6" density="compact" />
    <p class="quiet small">
      The bar says how near a score is to its wish. Sap: fulfilled; hatched: in doubt; grey: not. “How near”
      weighs what was scored; what was not stays out of it.
    </p>

    <div v-if="pair.length" class="pair" role="region" aria-label="Chosen pair">
      <span v-if="pair.length === 1"
        >Choose a second plant beside <strong>{{ pair[0]!.plant.name }}</strong>.</span
      >
      <CrossName v-else :seed-parent="pair[0]!.plant" :pollen-parent="pair[1]!.plant" />
      <span class="row">
        <v-btn v-if="pair.length === 2" variant="flat" :to="oddsAt">This pair’s odds</v-btn>
        <v-btn v-if="pair.length === 2" @click="isComparing = true">Compare</v-btn>
        <v-btn v-if="pair.length === 2" class="quietly" @click="picked = [...picked].reverse()"
          >Turn round</v-btn
        >
        <v-btn v-if="pair.length === 1" :to="oddsAt" class="quietly">Or self it</v-btn>
        <v-btn variant="text" class="quietly" @click="picked = []">Clear</v-btn>
      </span>
    </div>
    <v-dialog v-model="isComparing" max-width="760" aria-label="Compare two candidates">
      <v-card v-if="pair.length === 2" class="compare">
        <div class="row spread">
          <h2>Side by side</h2>
          <v-btn variant="text" class="quietly" @click="isComparing = false">Close</v-btn>
        </div>
        <table class="bench">
          <thead>
            <tr>
              <th scope="col">Trait</th>
              <th v-for="row in pair" :key="row.plant.id" scope="col">{{ row.plant.name }}</th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row">How near</th>
              <td v-for="row in pair" :key="row.plant.id" class="figures">
                {{ row.bench.merit === null ? '·' : `${Math.round(row.bench.merit * 100)} %` }}
              </td>
            </tr>
            <tr v-for="({ wish, trait }, i) in wishes" :key="trait.id">
              <th scope="row">
                {{ trait.name }} <span class="sub">{{ wishInWords(trait, wish) }}</span>
              </th>
              <td v-for="row in pair" :key="row.plant.id">
                <NearCell v-if="row.bench.cells[i]" :trait="trait" v-bind="row.bench.cells[i]" /><span
                  v-else
                  class="quiet"
                  >not scored</span
                >
              </td>
            </tr>
            <tr v-for="{ trait, i } in whole" :key="trait.id">
              <th scope="row">{{ trait.name }} <span class="sub">whole plant</span></th>
              <td v-for="row in pair" :key="row.plant.id">
                <NearCell
                  v-if="row.bench.whole[i]"
                  :trait="trait"
                  :summary="row.bench.whole[i].summary"
                  :near="row.bench.whole[i].good"
                /><span v-else class="quiet">not scored</span>
              </td>
            </tr>
            <tr>
              <th scope="row">Most to gain</th>
              <td v-for="row in pair" :key="row.plant.id">{{ improveWords(row) || 'nothing' }}</td>
            </tr>
          </tbody>
        </table>
      </v-card>
    </v-dialog>
    <v-dialog
      :model-value="striking !== null"
      aria-label="Strike off"
      @update:model-value="open => !open && (striking = null)"
    >
      <v-card class="compare"
        ><ReasonChips
          v-if="striking"
          :reasons="[
            'sickly',
            'weak stem',
            'sets no seed',
            'did not stand the weather',
            'not what it was taken for',
          ]"
          :question="`Why is ${striking.name} struck off?`"
          @choose="strike"
        />
        <p v-if="log.problem" class="fail" role="alert">{{ log.problem.sentence }}</p></v-card
      >
    </v-dialog>
  </div>
</template>

<style scoped>
.filter {
  max-width: 220px;
}
.narrow {
  max-width: 190px;
}
.scroll {
  position: relative;
  overflow: auto;
  max-height: calc(100vh - 240px);
  border: 1px solid var(--rule);
  background: var(--sheet);
  border-radius: var(--radius);
}
.bench {
  border-collapse: separate;
  border-spacing: 0;
  font-size: 14px;
  width: 100%;
}
.bench th,
.bench td {
  text-align: left;
  padding: 4px 14px 4px 0;
  border-bottom: 1px solid var(--rule);
  vertical-align: top;
  height: 40px;
  font-weight: 400;
}
.bench thead th {
  position: sticky;
  top: 0;
  background: var(--sheet);
  z-index: 2;
  border-bottom: 1px solid var(--ink);
  vertical-align: bottom;
  color: var(--quiet);
}
.who {
  position: sticky;
  left: 0;
  background: var(--sheet);
  z-index: 1;
  min-width: 168px;
  padding-left: 10px !important;
}
thead .who {
  z-index: 3 !important;
}
.name {
  display: flex;
  gap: 8px;
  align-items: start;
  font-weight: 650;
}
.name input {
  width: 20px;
  height: 20px;
  margin: 1px 0 0;
  accent-color: var(--sap);
  flex: none;
}
.sub {
  display: block;
  font-size: 12px;
  font-weight: 400;
  color: var(--quiet);
  line-height: 1.2;
  max-width: 170px;
}
.sub.fail {
  color: var(--fail);
}
.head {
  border: 0;
  background: none;
  font: inherit;
  color: inherit;
  cursor: pointer;
  padding: 0;
  text-align: left;
  white-space: nowrap;
}
[aria-sort] .head {
  color: var(--ink);
  font-weight: 650;
}
[aria-sort='descending'] .head::after {
  content: ' ↓';
}
[aria-sort='ascending'] .head::after {
  content: ' ↑';
}
.head .sub {
  white-space: normal;
}
.merit {
  min-width: 84px;
}
.merit .sub {
  font-family: var(--text);
  white-space: nowrap;
}
.improve {
  color: var(--sap);
}
.whole {
  border-left: 1px dotted var(--rule);
  padding-left: 10px !important;
}
.struck {
  opacity: 0.99;
}
.struck .name,
.struck .value {
  text-decoration: line-through;
  text-decoration-thickness: 1px;
}
.picked td,
.picked .who {
  background: var(--wash);
}
.pinned tr:last-child > * {
  border-bottom: 2px solid var(--quiet);
}
.do {
  white-space: nowrap;
}
.tool {
  width: 32px;
  height: 32px;
  border: 0;
  background: none;
  color: var(--quiet);
  cursor: pointer;
  border-radius: var(--radius);
}
.tool[aria-pressed='true'] {
  color: var(--sap);
}
.tool:hover {
  background: var(--wash);
}
.pair {
  position: sticky;
  bottom: calc(var(--line) + 8px);
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
  justify-content: space-between;
  align-items: center;
  background: var(--sheet);
  border: 1px solid var(--ink);
  border-radius: var(--radius);
  padding: 10px 14px;
  z-index: 4;
}
.compare {
  padding: 20px;
}
</style>
