<!-- Chooses a plant by name or code; the server searches as you type. -->
<script setup lang="ts">
import type { Plant } from '@virgulta/core/plants/plant'
import type { PlantPage } from '#shared/plants'

const plant = defineModel<Pick<Plant, 'id' | 'name' | 'code' | 'crop'> | null>({ required: true })
const { label, crop, error } = defineProps<{ label: string, crop?: string, error?: string }>()
const typed = ref('')
const wanted = refDebounced(typed, 150)
const { data, isLoading } = useLive<PlantPage>(() => {
  const q = wanted.value === plant.value?.name ? '' : wanted.value
  return `/api/plants?${new URLSearchParams({ size: '30', q: q ?? '', ...crop ? { crop } : {} })}`
})
const choices = computed(() => (data.value?.plants ?? []).filter(p => !p.lost))
</script>

<template>
  <v-autocomplete
    v-model="plant as Plant | null" v-model:search="typed" :items="choices" :label="label" :loading="isLoading" item-title="name" return-object clearable no-filter
    :error-messages="error ? [error] : []" no-data-text="No plant is called that; add it under Plants."
  >
    <template #item="{ item, props }">
      <v-list-item v-bind="props" :subtitle="`${item.code} · ${item.crop} · ${item.plantKind}`" />
    </template>
  </v-autocomplete>
</template>
