<!-- How a crop inherits as a whole: how it gets its seed, how many sets pair, how distances are read. -->
<script setup lang="ts">
import { matingWords } from '@virgulta/core/odds/oddsWords'
import type { CropDefinition } from '@virgulta/core/crops/definition'
import { MATINGS, PLOIDIES } from '@virgulta/core/odds/genome'

const isOpen = defineModel<boolean>({ required: true })
const { crop, inheritance } = defineProps<{ crop: string; inheritance: CropDefinition['inheritance'] }>()
const log = useLogStore()
const ids = useFormIds()
const draft = ref({ ...inheritance, typed: '0' })
function begin() {
  ids.renew()
  draft.value = { ...inheritance, typed: String(inheritance.doubleReduction) }
}
const ploidyWords = { 2: '2: diploid, or allopolyploid', 4: '4: autotetraploid', 6: '6: autohexaploid' }
const maps = [
  { value: 'haldane', title: 'Haldane: crossovers do not hinder each other' },
  { value: 'kosambi', title: 'Kosambi: a crossover hinders others nearby' },
]
const doubleReduction = computed(() =>
  draft.value.ploidy === 2 ? 0 : Number(draft.value.typed.replace(',', '.')),
)
const wrong = computed(() =>
  doubleReduction.value >= 0 && doubleReduction.value <= 1
    ? []
    : ['Double reduction is a probability from 0 to 1; 1/6 is the most that is usual with four sets.'],
)
async function save() {
  if (wrong.value.length) return
  const { mating, ploidy, map, id } = draft.value
  if (
    await log.note([
      {
        kind: 'inheritanceSet',
        subjectId: id ?? ids.id(),
        payload: { crop, mating, ploidy, map, doubleReduction: doubleReduction.value },
      },
    ])
  )
    isOpen.value = false
}
</script>

<template>
  <FormDialog v-model="isOpen" heading="How the crop inherits" action="Save" @open="begin" @submit="save">
    <v-select
      v-model="draft.mating"
      label="How it gets its seed"
      :items="MATINGS.map(value => ({ value, title: matingWords[value] }))"
    />
    <v-select
      v-model="draft.ploidy"
      label="Sets of chromosomes that pair"
      :items="PLOIDIES.map(value => ({ value, title: ploidyWords[value] }))"
    />
    <v-text-field
      v-if="draft.ploidy > 2"
      v-model="draft.typed"
      label="Double reduction"
      inputmode="decimal"
      :error-messages="wrong"
      hint="Chance that a gamete carries one chromosome twice; 0 where it is not known."
      persistent-hint
    />
    <v-select v-model="draft.map" label="Map function" :items="maps" />
  </FormDialog>
</template>
