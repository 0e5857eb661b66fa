<!-- What a plant may be at each locus: noted, or worked out from looks, parents and offspring. -->
<script setup lang="ts">
import { percentWords } from '@virgulta/core/odds/oddsWords'
import type { Plant } from '@virgulta/core/plants/plant'
import type { PlantGenes } from '#shared/plants'

const { plant, genes } = defineProps<{ plant: Plant; genes: PlantGenes['genes'] }>()
const garden = useGardenStore()
const log = useLogStore()
const crop = computed(() => garden.cropOf(plant.crop)!)
const definition = computed(() => crop.value.definition)
/** The genotypes at one locus, whatever else was worked out with it. */
const rows = computed(() =>
  genes.flatMap(({ loci, isExact, possible }) =>
    loci.map(id => {
      const locus = definition.value.loci.find(l => l.id === id)!
      const chances = new Map<string, number>()
      const order = (alleles: string[]) =>
        [...alleles].sort((a, b) => locus.alleles.indexOf(a) - locus.alleles.indexOf(b)).join(' ')
      for (const { genotype, probability } of possible)
        chances.set(order(genotype[id]!), (chances.get(order(genotype[id]!)) ?? 0) + probability)
      const noted = plant.genotype[id]
      const list = [...chances]
        .map(([alleles, p]) => ({ alleles, p }))
        .sort((a, b) => b.p - a.p)
        .filter(c => c.p > 0.005)
      return {
        id,
        name: locus.name,
        locus,
        isExact,
        noted: noted ? order(noted.alleles) : null,
        list,
        isStrange: noted && (chances.get(order(noted.alleles)) ?? 0) < 0.5,
      }
    }),
  ),
)
const editing = ref<string | null>(null)
const alleles = ref<string[]>([])
function edit(id: string) {
  const row = rows.value.find(r => r.id === id)!
  alleles.value = (row.noted ?? row.list[0]?.alleles ?? '').split(' ')
  editing.value = id
  log.problem = null
}
async function note(chosen: string[] | null) {
  if (
    await log.note([
      { kind: 'genotypeNoted', subjectId: plant.id, payload: { locus: editing.value!, alleles: chosen } },
    ])
  )
    editing.value = null
}
</script>

<template>
  <PaperSheet heading="Genes">
    <template #actions
      ><NuxtLink :to="`/crops/${plant.crop}/genes`" class="small">How it inherits</NuxtLink></template
    >
    <table v-if="rows.length" class="genes">
      <thead>
        <tr>
          <th scope="col">Locus</th>
          <th scope="col">Genotype</th>
          <th scope="col">From</th>
          <th scope="col"><span class="visually-hidden">Note it</span></th>
        </tr>
      </thead>
      <tbody>
        <template v-for="row in rows" :key="row.id">
          <tr>
            <th scope="row">{{ row.name }}</th>
            <td>
              <span v-if="row.list.length > 3" class="quiet">not known</span
              ><span v-else class="list"
                ><span v-for="c in row.list" :key="c.alleles" class="nowrap"
                  ><span class="code">{{ c.alleles }}</span
                  >{{ ' '
                  }}<span class="figures quiet">{{ c.p > 0.995 ? '' : percentWords(c.p) }}</span></span
                ></span
              >
            </td>
            <td class="quiet small">
              <span v-if="row.noted" :class="{ doubt: row.isStrange }"
                >noted {{ row.noted }}{{ row.isStrange ? ', but its family says otherwise' : '' }}</span
              ><template v-else>worked out{{ row.isExact ? '' : ', about' }}</template>
            </td>
            <td>
              <button
                v-if="garden.mayNote && !plant.lost"
                type="button"
                class="link small"
                :aria-label="`Note the genotype at ${row.name}`"
                @click="edit(row.id)"
              >
                note
              </button>
            </td>
          </tr>
          <tr v-if="editing === row.id">
            <td colspan="4">
              <div class="row">
                <v-select
                  v-for="(_, i) in alleles"
                  :key="i"
                  v-model="alleles[i]"
                  :items="row.locus.alleles"
                  :label="`Allele ${i + 1}`"
                  class="allele"
                />
                <v-btn variant="flat" @click="note(alleles)">Note it</v-btn>
                <v-btn v-if="row.noted" @click="note(null)">No longer known</v-btn>
                <v-btn variant="text" class="quietly" @click="editing = null">Cancel</v-btn>
              </div>
            </td>
          </tr>
        </template>
      </tbody>
    </table>
    <p v-else class="quiet">
      No locus is described for this crop yet, so nothing is worked out of its genes; scores count by
      themselves.
      <NuxtLink v-if="garden.mayNote" :to="`/crops/${plant.crop}/genes`">Describe a locus</NuxtLink>
    </p>
  </PaperSheet>
</template>

<style scoped>
.genes {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
}
th,
td {
  text-align: left;
  padding: 6px 12px 6px 0;
  border-bottom: 1px solid var(--rule);
  font-weight: 400;
}
thead th {
  color: var(--quiet);
}
.list {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}
.allele {
  max-width: 100px;
}
</style>
