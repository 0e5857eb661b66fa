<!-- What a family says of one trait, by itself, beside other families, and together with another trait. -->
<script setup lang="ts">
import type { Trait } from '@virgulta/core/offspring/trait'
import { classNames } from '@virgulta/core/offspring/trait'
import type { Plant } from '@virgulta/core/plants/plant'
import type { FamilyBeside, FamilyPage } from '#shared/offspring'

const traitId = defineModel<string>('traitId', { required: true })
const { family, trait, traits } = defineProps<{
  family: FamilyPage
  plants: Plant[]
  traits: Trait[]
  trait: Trait
}>()
const garden = useGardenStore()
const definition = computed(() => garden.cropOf(family.cross.crop)!.definition)
const { data: others } = useLive<FamilyBeside>(
  () => `/api/offspring/${family.cross.id}/beside?${new URLSearchParams({ trait: trait.id })}`,
)
const withClasses = computed(() => traits.filter(t => t.id !== trait.id && classNames(t)))
</script>

<template>
  <v-select
    :model-value="trait.id"
    label="Trait"
    :items="traits.map(t => ({ value: t.id, title: t.name }))"
    class="narrow"
    @update:model-value="id => (traitId = id)"
  />
  <template v-if="classNames(trait)">
    <FamilyRatios
      :family="family"
      :plants="plants"
      :trait="trait"
      :definition="definition"
      :families="others?.families ?? []"
    />
    <FamilyTogether v-if="withClasses.length" :plants="plants" :trait="trait" :others="withClasses" />
  </template>
  <FamilySpread v-else :family="family" :plants="plants" :trait="trait" />
  <FamilyLater v-if="others?.later" :later="others.later" :plants="plants" :trait="trait" />
</template>

<style scoped>
.narrow {
  max-width: 260px;
}
</style>
