<!-- How plants of a crop are related: each with each, what crosses would be inbred by, what another generation costs. -->
<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import { counted } from '@virgulta/core/formats/counted'
import { effectiveSize, selfedFor, varietyLost } from '@virgulta/core/lineage/population'
import { DIPLOID } from '@virgulta/core/lineage/meiosis'
import { percentWords } from '@virgulta/core/odds/oddsWords'
import { range } from 'd3-array'
import type { RelatedPage } from '#shared/lineage'
import type { Column } from '~/components/base/ReadTable.vue'
import { useLineageCrop } from '~/components/lineage/lineageCrop'

const garden = useGardenStore()
const { crop, choices } = useLineageCrop()
const meiosis = computed(() => garden.cropOf(crop.value)?.definition.inheritance ?? DIPLOID)
const of = useAddressList('of')
const by = useAddress('by', 'name')
const { data: page, problem } = useLive<RelatedPage>(() =>
  crop.value
    ? `/api/lineage/related?${new URLSearchParams({ crop: crop.value, ...(of.value.length && { of: of.value.join() }) })}`
    : null,
)
watch(crop, () => (of.value = []))
const added = shallowRef<{ id: string; name: string; code: string; crop: string } | null>(null)
watch(added, plant => {
  if (!plant) return
  of.value = [...new Set([...(page.value?.plants ?? []).map(p => p.id), plant.id])]
  added.value = null
})
const without = (id: string) =>
  (of.value = (page.value?.plants ?? []).map(p => p.id).filter(other => other !== id))

const ORDERS = [
  { value: 'name', title: 'name' },
  { value: 'mean', title: 'kinship with the others, least first' },
  { value: 'inbreeding', title: 'inbreeding, least first' },
]
const order = computed(() => {
  const plants = page.value?.plants ?? []
  const numbers = range(plants.length)
  if (by.value === 'mean') return numbers.sort((a, b) => plants[a]!.mean - plants[b]!.mean)
  if (by.value === 'inbreeding') return numbers.sort((a, b) => plants[a]!.inbreeding - plants[b]!.inbreeding)
  return numbers
})
const at = (row: number, column: number) => page.value!.kinship[row * page.value!.plants.length + column]!
const figure = (share: number) => (share < 0.0005 ? '·' : (100 * share).toFixed(share < 0.0995 ? 1 : 0))
/** The closer the darker, as far as the figure in it can be read in every look. */
const shade = (share: number) =>
  `background: color-mix(in srgb, var(--sap) ${Math.round(Math.min(1, share) * 32)}%, var(--sheet))`
function saveMatrix() {
  const plants = order.value.map(i => page.value!.plants[i]!)
  saveCsv(
    `kinship-${crop.value}`,
    ['name', 'tag', 'inbreeding', ...plants.map(plant => plant.name)],
    order.value.map((row, i) => [
      plants[i]!.name,
      plants[i]!.code,
      Number(plants[i]!.inbreeding.toPrecision(4)),
      ...order.value.map(column => Number(at(row, column).toPrecision(4))),
    ]),
  )
}

type CrossRow = RelatedPage['crosses'][number]
const columns: Column<CrossRow>[] = [
  { key: 'code', title: 'Cross', value: row => row.code },
  {
    key: 'parents',
    title: 'Parents',
    value: row => `${row.seedParent.name} × ${row.pollenParent.name}`,
    csv: parentCells(row => row),
  },
  { key: 'aim', title: 'Aim', value: row => row.aim, cutAt: '38%' },
  {
    key: 'inbreeding',
    title: 'Offspring inbred by',
    value: row => row.inbreeding,
    align: 'end',
    csv: percentCells('offspring inbred by', row => row.inbreeding),
  },
]

const mothers = useAddressNumber('mothers', 20, { least: 1, most: 100_000 })
const fathers = useAddressNumber('fathers', 20, { least: 1, most: 100_000 })
const years = useAddressNumber('generations', 10, { least: 1, most: 100 })
const size = computed(() => effectiveSize(mothers.value, fathers.value))
const lost = (generations: number) => percentWords(varietyLost(size.value, generations, meiosis.value.ploidy))
/** A population whose every plant bears and gives pollen: each is half a mother and half a father. */
function takeFrom(plants: number) {
  mothers.value = Math.ceil(plants / 2)
  fathers.value = Math.max(1, Math.floor(plants / 2))
}
const selfings = computed(() =>
  range(1, 9).map(n => ({ name: `F${n + 1}`, share: selfedFor(n, 0, meiosis.value) })),
)
</script>

<template>
  <div class="stack">
    <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
    <EmptyPage v-if="!choices.length" heading="No plants yet">
      How plants are related follows from their parents. Add the plants you have, with their parents where you
      know them.
      <template #step><v-btn variant="flat" to="/plants?add=1">Add a plant</v-btn></template>
    </EmptyPage>
    <template v-else-if="page">
      <PaperSheet heading="Each with each">
        <template #actions>
          <v-btn
            v-if="page.plants.length"
            variant="text"
            class="quietly"
            :prepend-icon="mdiDownload"
            @click="saveMatrix"
            >CSV</v-btn
          >
        </template>
        <div class="row tools">
          <v-select v-model="crop" label="Crop" :items="choices" class="narrow" />
          <v-select v-model="by" label="Sort by" :items="ORDERS" class="order" />
          <PlantPicker v-model="added" label="Add a plant" :crop="crop" class="picker" />
          <v-btn v-if="of.length" class="quietly" @click="of = []">All with a name or kept</v-btn>
        </div>
        <p v-if="page.statusNumber !== null">
          {{ counted(page.plants.length, 'plant holds', 'plants hold') }} as much variety as
          <strong class="figures">{{ page.statusNumber.toFixed(1) }}</strong> that are unrelated and not
          inbred.
          <span v-if="!of.length && page.known > page.plants.length" class="quiet"
            >The first {{ page.plants.length }} of {{ page.known }} by name; ask for others above.</span
          >
        </p>
        <p class="quiet small">
          Kinship in per cent: how likely an allele of one and an allele of the other are copies of one
          ancestor’s, as far as parents are known;
          <template v-if="meiosis.ploidy === 2">the offspring of two would be inbred by as much.</template>
          <template v-else
            >with {{ meiosis.ploidy }} sets of chromosomes the offspring of two that are not inbred are inbred
            by less.</template
          >
          A dot is none.
        </p>
        <div
          v-if="page.plants.length"
          class="across"
          tabindex="0"
          role="region"
          aria-label="Kinship of each with each"
        >
          <table class="matrix">
            <thead>
              <tr>
                <th scope="col" class="no">No.</th>
                <th scope="col">Plant</th>
                <th scope="col" class="end">Inbred by</th>
                <th v-for="(_, n) in order" :key="n" scope="col" class="end">{{ n + 1 }}</th>
                <th scope="col"><span class="visually-hidden">Leave out</span></th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(row, n) in order" :key="page.plants[row]!.id">
                <td class="no figures quiet">{{ n + 1 }}</td>
                <th scope="row">
                  <NuxtLink
                    :to="`/lineage?crop=${crop}&of=${page.plants[row]!.id}&plant=${page.plants[row]!.id}`"
                    >{{ page.plants[row]!.name }}</NuxtLink>{{ ' '
                  }}<span v-if="page.plants[row]!.generation" class="quiet small">{{
                    page.plants[row]!.generation
                  }}</span>
                </th>
                <td class="figures end">{{ percentWords(page.plants[row]!.inbreeding) }}</td>
                <td
                  v-for="column in order"
                  :key="column"
                  class="figures end cell"
                  :style="shade(at(row, column))"
                  :title="`${page.plants[row]!.name} and ${page.plants[column]!.name}`"
                >
                  {{ figure(at(row, column)) }}
                </td>
                <td>
                  <button
                    type="button"
                    class="link small"
                    :aria-label="`Leave ${page.plants[row]!.name} out`"
                    @click="without(page.plants[row]!.id)"
                  >
                    ×
                  </button>
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <p v-else class="quiet">No plant of this crop has a name or was kept yet.</p>
      </PaperSheet>
      <PaperSheet v-if="page.crosses.length" heading="Crosses">
        <ReadTable
          :rows="page.crosses"
          :columns="columns"
          name="crosses"
          one="cross"
          :file="`inbreeding-of-crosses-${crop}`"
          sort="inbreeding"
          descending
          @open="row => navigateTo(`/crosses/${row.id}`)"
        >
          <template #code="{ row }"><TagLabel :code="row.code" :to="`/crosses/${row.id}`" /></template>
          <template #parents="{ row }"
            ><CrossName :seed-parent="row.seedParent" :pollen-parent="row.pollenParent"
          /></template>
          <template #inbreeding="{ row }"
            ><span class="figures">{{ percentWords(row.inbreeding) }}</span></template
          >
        </ReadTable>
      </PaperSheet>
      <div class="halves">
        <PaperSheet heading="A population kept by bulk">
          <div class="row tools">
            <CountStepper v-model="mothers" label="Mothers" :least="1" :most="100_000" />
            <CountStepper v-model="fathers" label="Fathers" :least="1" :most="100_000" />
            <CountStepper v-model="years" label="Generations" :least="1" :most="100" />
          </div>
          <p>
            {{ counted(mothers, 'mother') }} and {{ counted(fathers, 'father') }} that leave alike count as
            <strong class="figures">{{ size.toFixed(1) }}</strong> plants. One generation costs
            <span class="figures">{{ lost(1) }}</span> of the variety, {{ years }} cost
            <strong class="figures">{{ lost(years) }}</strong>.
          </p>
          <ul v-if="page.populations.length" class="plain">
            <li v-for="one in page.populations" :key="one.id" class="row">
              <TagLabel :code="one.code" :to="`/plants/${one.id}`" /> {{ one.name }}
              <span class="quiet small">{{ one.generation ?? 'not grown on in bulk yet' }}</span>{{ ' ' }}
              <button v-if="one.plants" type="button" class="link small" @click="takeFrom(one.plants)">
                reckon with its {{ counted(one.plants, 'plant') }}
              </button>
            </li>
          </ul>
        </PaperSheet>
        <PaperSheet heading="Selfing to a line">
          <p class="quiet small">
            How likely two alleles of a plant are copies of one of its first plant’s; each selfing leaves
            {{ percentWords(1 - selfings[0]!.share) }} of what was mixed before.
          </p>
          <table class="selfing">
            <tbody>
              <tr v-for="{ name, share } in selfings" :key="name">
                <th scope="row">{{ name }}</th>
                <td class="bars"><span :style="{ width: `${share * 100}%` }" /></td>
                <td class="figures end">{{ percentWords(share) }}</td>
              </tr>
            </tbody>
          </table>
        </PaperSheet>
      </div>
    </template>
  </div>
</template>

<style scoped>
.tools {
  align-items: end;
  margin-bottom: 10px;
}
p {
  margin-bottom: 8px;
}
.narrow {
  max-width: 200px;
  min-width: 140px;
}
.order {
  max-width: 330px;
  min-width: 240px;
}
.picker {
  width: 240px;
}
.matrix {
  border-collapse: collapse;
  font-size: 13px;
}
.matrix th,
.matrix td {
  height: 30px;
  padding: 0 6px;
  border-bottom: 1px solid var(--rule);
  white-space: nowrap;
}
th {
  text-align: left;
  font-weight: 500;
}
thead th {
  color: var(--quiet);
}
.matrix th[scope='row'] {
  position: sticky;
  left: 0;
  background: var(--sheet);
}
.matrix .cell {
  min-width: 38px;
  padding: 0 5px;
  border-left: 1px solid var(--sheet);
}
.matrix .no,
.end {
  text-align: right;
}
.halves {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(340px, 100%), 1fr));
  gap: 16px;
}
.plain {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.selfing {
  width: 100%;
}
.selfing th {
  width: 40px;
}
.selfing td.end {
  width: 64px;
}
.bars span {
  display: block;
  height: 10px;
  background: var(--sap);
}
</style>
