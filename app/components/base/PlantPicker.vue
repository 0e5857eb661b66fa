<!-- Chooses a plant by name or code; the server searches as you type. -->
<script setup lang="ts">
import type { Plant } from '@virgulta/core/plants/plant'
import type { PlantPage } from '#shared/plants'

const plant = defineModel<Pick<Plant, 'id' | 'name' | 'code' | 'crop'> | null>({ required: true })
const {
  label,
  crop,
  error,
  widens = false,
} = defineProps<{
  label: string
  crop?: string
  error?: string
  /** plants of other crops can be asked for, too */ widens?: boolean
}>()
const garden = useGardenStore()
const typed = ref('')
const wanted = refDebounced(typed, 150)
/** The name of the chosen plant stands in the field, too. */
const isTyping = computed(() => wanted.value !== plant.value?.name)
const isWide = ref(false)
watch(
  () => crop,
  () => (isWide.value = false),
)
const { data, isLoading } = useLive<PlantPage>(() => {
  const q = isTyping.value ? (wanted.value ?? '') : ''
  return `/api/plants?${new URLSearchParams({ size: '30', q, ...(crop && !isWide.value ? { crop } : {}) })}`
})
/** What is typed has not been searched for yet: of the list before only what is called so stands. */
const isBehind = computed(() => isLoading.value || (typed.value ?? '') !== (wanted.value ?? ''))
const isCalled = ({ name, code }: Plant) =>
  `${name} ${code}`.toLowerCase().includes((typed.value ?? '').trim().toLowerCase())
const choices = computed(() =>
  (data.value?.plants ?? []).filter(p => !p.lost && (!isBehind.value || !isTyping.value || isCalled(p))),
)
const noneWords = computed(() => {
  if (isBehind.value) return 'Looking …'
  return crop && !isWide.value
    ? `No ${garden.cropName(crop).toLowerCase()} is called that; add it under Plants.`
    : 'No plant is called that; add it under Plants.'
})
const isOther = computed(() => plant.value !== null && crop !== undefined && plant.value.crop !== crop)
</script>

<template>
  <div>
    <v-autocomplete
      v-model="plant as Plant | null"
      v-model:search="typed"
      :items="choices"
      :label="label"
      :loading="isLoading"
      item-title="name"
      return-object
      clearable
      no-filter
      :error-messages="error ? [error] : []"
      :aria-invalid="Boolean(error)"
      :no-data-text="noneWords"
    >
      <template #item="{ item, props }">
        <v-list-item
          v-bind="props"
          :subtitle="`${item.code} · ${garden.cropName(item.crop)} · ${item.plantKind}`"
        />
      </template>
    </v-autocomplete>
    <p v-if="isOther" class="quiet small">
      Of another crop: {{ garden.cropName(plant!.crop).toLowerCase() }}.
    </p>
    <button
      v-else-if="widens && crop && !plant && !isWide"
      type="button"
      class="link small"
      @click="isWide = true"
    >
      A plant of another crop
    </button>
  </div>
</template>

<style scoped>
p {
  margin: 2px 0 0;
}
.link {
  margin: 6px 0 4px;
}
</style>
