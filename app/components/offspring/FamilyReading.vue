<!-- What a family says of one trait, by itself, beside other families, and together with another trait. -->
<script setup lang="ts">
import type { Trait } from '@virgulta/core/offspring/trait'
import { classNames } from '@virgulta/core/offspring/trait'
import type { Plant } from '@virgulta/core/plants/plant'
import type { FamilyPage } from '#shared/offspring'

const traitId = defineModel<string>('traitId', { required: true })
const { trait, traits } = defineProps<{
  family: FamilyPage
  plants: Plant[]
  traits: Trait[]
  trait: Trait
}>()
const others = computed(() => traits.filter(t => t.id !== trait.id && classNames(t)))
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
    <FamilyRatios :family="family" :plants="plants" :trait="trait" />
    <FamilyTogether v-if="others.length" :plants="plants" :trait="trait" :others="others" />
  </template>
  <FamilySpread v-else :family="family" :plants="plants" :trait="trait" />
</template>

<style scoped>
.narrow {
  max-width: 260px;
}
</style>
