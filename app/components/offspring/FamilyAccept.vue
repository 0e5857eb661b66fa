<!-- A reading taken for true: the genotypes of both parents that make it are noted, with the gene where none is described. -->
<script setup lang="ts">
import type { CropDefinition } from '@virgulta/core/crops/definition'
import type { Draft } from '@virgulta/core/log/entry'
import type { Acceptable } from '@virgulta/core/offspring/accepting'
import { FRESH, acceptableAs } from '@virgulta/core/offspring/accepting'
import { ratioInWords } from '@virgulta/core/offspring/ratioWords'
import type { Trait } from '@virgulta/core/offspring/trait'
import type { Plant } from '@virgulta/core/plants/plant'
import { v7 } from 'uuid'
import type { FamilyPage } from '#shared/offspring'

const { family, definition, trait, ratio, seen } = defineProps<{
  family: FamilyPage & { pollenParent: Plant }
  definition: CropDefinition
  trait: Trait
  ratio: number[]
  /** numbers of the classes that the ratio is about */
  seen: number[]
}>()
const log = useLogStore()
const garden = useGardenStore()
const ways = computed(() =>
  acceptableAs(
    definition,
    trait,
    { ratio, seen },
    { seedParent: family.seedParent, pollenParent: family.pollenParent },
  ),
)
const chosen = ref(0)
watch(ways, () => (chosen.value = 0))
const isSelf = computed(() => family.seedParent.id === family.pollenParent.id)
const genesWords = (genotype: Acceptable['seedParent']) =>
  Object.values(genotype)
    .map(alleles => alleles.join(' '))
    .join(', ')
const wayWords = (way: Acceptable) =>
  isSelf.value
    ? `${family.seedParent.name} ${genesWords(way.seedParent)}`
    : `${family.seedParent.name} ${genesWords(way.seedParent)}, ${family.pollenParent.name} ${genesWords(way.pollenParent)}`
/** What of it is not noted yet. */
const draftsFor = (way: Acceptable): Draft[] => {
  const locusId = v7()
  const { fresh } = way
  const gene: Draft[] = fresh
    ? [
        {
          kind: 'locusAdded',
          subjectId: locusId,
          payload: {
            crop: family.cross.crop,
            name: fresh.name,
            alleles: fresh.alleles,
            dominance: fresh.dominance,
            group: null,
            cM: null,
            note: null,
          },
        },
        {
          kind: 'ruleAdded',
          subjectId: v7(),
          payload: {
            crop: family.cross.crop,
            name: trait.name,
            trait: trait.id,
            cases: fresh.cases.map(one => ({ when: { [locusId]: one.look }, is: one.is })),
            otherwise: fresh.otherwise,
          },
        },
      ]
    : []
  const parents = [
    { plant: family.seedParent, genotype: way.seedParent },
    ...(isSelf.value ? [] : [{ plant: family.pollenParent, genotype: way.pollenParent }]),
  ]
  return [
    ...gene,
    ...parents.flatMap(({ plant, genotype }) =>
      Object.entries(genotype)
        .filter(([locus]) => !plant.genotype[locus])
        .map(([locus, alleles]): Draft => ({
          kind: 'genotypeNoted',
          subjectId: plant.id,
          payload: { locus: locus === FRESH ? locusId : locus, alleles },
        })),
    ),
  ]
}
const isNoted = computed(() => ways.value.length === 1 && !draftsFor(ways.value[0]!).length)
const { run: accept, isBusy } = useOnce(() => log.note(draftsFor(ways.value[chosen.value]!)))
</script>

<template>
  <p v-if="isNoted" class="quiet small">{{ ratioInWords(ratio) }} is noted: {{ wayWords(ways[0]!) }}.</p>
  <div v-else-if="ways.length && garden.mayNote" class="stack">
    <v-radio-group
      v-if="ways.length > 1"
      v-model="chosen"
      label="What the parents may be, if it is true"
      density="compact"
      hide-details
    >
      <v-radio v-for="(way, i) in ways" :key="wayWords(way)" :value="i" :label="wayWords(way)" />
    </v-radio-group>
    <p v-else>
      If {{ ratioInWords(ratio) }} is true:
      <template v-if="ways[0]!.fresh">one gene, {{ ways[0]!.fresh.alleles.join(' and ') }}; </template
      >{{ wayWords(ways[0]!) }}.
    </p>
    <div>
      <v-btn :aria-busy="isBusy" @click="accept">Take {{ ratioInWords(ratio) }} for true</v-btn>
    </div>
  </div>
  <p v-else-if="!ways.length" class="quiet small">
    No genotypes of the parents that go with what is known of them would give {{ ratioInWords(ratio) }}.
    <NuxtLink :to="`/crops/${family.cross.crop}/genes`">How the crop inherits</NuxtLink>
  </p>
</template>

<style scoped>
p {
  margin: 0;
}
</style>
