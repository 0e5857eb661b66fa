<!-- What the garden has learnt of a crop: each quantity as the guide gives it and as it is by now, with the records behind it. -->
<script setup lang="ts">
import { rangeInWords } from '@virgulta/core/crops/quantityWords'
import type { Quantity } from '@virgulta/core/crops/quantities'
import { weightsOf } from '@virgulta/core/chance/duration'
import { expectedOf } from '@virgulta/core/crops/expected'
import { quantities } from '@virgulta/core/crops/quantities'
import { counted } from '@virgulta/core/formats/counted'
import { dayInWords } from '@virgulta/core/time/days'
import { pageOfSubject } from '#shared/addresses'
import type { CropPage } from '#shared/crops'
import type { Column } from '../../../components/base/ReadTable.vue'

type Row = CropPage['records'][number]
const route = useRoute()
const [cross, quantity] = [useAddress('cross'), useAddress('of')]
const { data: page, problem } = useLive<CropPage>(
  () =>
    `/api/crops/${route.params.id}?${new URLSearchParams({
      ...(quantity.value && { of: quantity.value }),
      ...(cross.value && { cross: cross.value }),
    })}`,
)
const all = Object.entries(quantities).map(([of, view]) => ({ of: of as Quantity, ...view }))

const result = (row: Row) => ('tries' in row ? row.successes / row.tries : (row.to ?? Infinity))
/** A record in words: "5 days", "more than 3, at most 5 days", "not yet after 9 days", "yes", "17 of 24". */
function words(row: Row): string {
  if ('tries' in row)
    return row.tries === 1 && page.value?.of !== 'seedsPerFruit'
      ? row.successes
        ? 'yes'
        : 'no'
      : page.value?.of === 'seedsPerFruit'
        ? `${row.successes} in ${counted(row.tries, 'fruit')}`
        : `${row.successes} of ${row.tries}`
  if (row.to === null) return `not yet after ${counted(row.from, 'day')}`
  return row.from === row.to
    ? `${counted(row.to, 'day')}`
    : row.from === 0
      ? `within ${Math.ceil(row.to)} ${row.to > 1 ? 'days' : 'day'}`
      : `more than ${row.from}, at most ${row.to} days`
}
/** How much each wait weighs: what cannot be weighs little. */
const weights = computed(() => {
  const waits = (page.value?.records ?? []).filter((r): r is Extract<Row, { from: number }> => 'from' in r)
  if (!page.value || !waits.length) return new Map<string, number>()
  const found = weightsOf(quantities[page.value.of].guide(page.value.guide), waits)
  return new Map(waits.map((r, i) => [r.id, found[i]!]))
})
const weightOf = (row: Row) => Number((weights.value.get(row.id) ?? 1).toFixed(2))
const columns: Column<Row>[] = [
  { key: 'code', title: 'Tag', value: r => r.code },
  { key: 'on', title: 'Known on', value: r => r.on },
  {
    key: 'result',
    title: 'Result',
    value: result,
    csv: {
      'days, from': r => ('tries' in r ? null : r.from),
      'days, to': r => ('tries' in r ? null : r.to),
      'of these': r => ('tries' in r ? r.successes : null),
      'out of': r => ('tries' in r ? r.tries : null),
      'weight': r => weightOf(r),
    },
  },
]
</script>

<template>
  <div v-if="problem" class="fail" role="alert">
    {{ problem.sentence }} <NuxtLink to="/garden">To the garden</NuxtLink>
  </div>
  <div v-else-if="page" class="stack">
    <p class="quiet">
      The guide gives the range in which four cases in five lie; each record of yours moves it.
    </p>
    <div class="columns">
      <PaperSheet>
        <table class="learnt">
          <thead>
            <tr>
              <th scope="col">Quantity</th>
              <th scope="col">Guide</th>
              <th scope="col">By now</th>
              <th scope="col" class="end">Records</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="q in all" :key="q.of" :class="{ chosen: q.of === page.of }">
              <th scope="row">
                <button type="button" class="bare" :aria-pressed="q.of === page.of" @click="quantity = q.of">
                  {{ q.words }}
                </button>
              </th>
              <td class="figures quiet">{{ rangeInWords(q.guide(page.guide), q.unit) }}</td>
              <td class="figures">{{ rangeInWords(expectedOf[q.of](page.knowledge), q.unit) }}</td>
              <td class="figures end">{{ expectedOf[q.of](page.knowledge).records }}</td>
            </tr>
          </tbody>
        </table>
      </PaperSheet>
      <PaperSheet :heading="quantities[page.of].words">
        <template #actions
          ><v-btn v-if="cross" size="small" @click="cross = ''">Of one cross; show all</v-btn></template
        >
        <ReadTable
          v-if="page.records.length"
          :rows="page.records"
          :columns="columns"
          :file="`records-${page.guide.id}-${page.of}`"
          name="records"
          one="record"
          sort="on"
          descending
          @open="row => navigateTo(pageOfSubject(row))"
        >
          <template #code="{ row }"><TagLabel :code="row.code" :to="pageOfSubject(row)" /></template>
          <template #on="{ row }"
            ><span class="quiet">{{ dayInWords(row.on, true) }}</span></template
          >
          <template #result="{ row }"
            >{{ words(row)
            }}<span v-if="weightOf(row) < 0.5" class="doubt small">
              far from all others: weighs little. Is the day right?</span
            ></template
          >
        </ReadTable>
        <p v-else class="quiet">
          Nothing is recorded yet{{ cross ? ' on this cross' : '' }}; the guide stands alone. Records come by
          themselves from what is noted at flowers, packets and trays.
        </p>
      </PaperSheet>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 6fr) minmax(0, 5fr);
  gap: 16px;
  align-items: start;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
.learnt {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
}
th {
  text-align: left;
  font-weight: 500;
}
thead th {
  color: var(--quiet);
  border-bottom: 1px solid var(--ink);
  height: 34px;
}
tbody th,
td {
  height: 38px;
  border-bottom: 1px solid var(--rule);
  padding-right: 12px;
}
.end {
  text-align: right;
  padding-right: 4px;
}
.chosen th,
.chosen td {
  background: var(--wash);
  font-weight: 650;
}
.bare {
  border: 0;
  background: none;
  padding: 4px 6px;
  font: inherit;
  color: var(--sap);
  text-align: left;
  cursor: pointer;
  text-decoration: underline;
  text-underline-offset: 3px;
}
</style>
