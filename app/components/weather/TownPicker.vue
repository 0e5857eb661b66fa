<!-- Where a garden lies: the nearest town of the shipped list, degrees, or to be said later. -->
<script setup lang="ts">
import type { Town } from '#shared/towns'

export interface SiteDraft {
  by: 'town' | 'degrees' | 'later'
  town: Town | null
  latitude: string
  longitude: string
}
const draft = defineModel<SiteDraft>({ required: true })
const { withLater = false, tried = false } = defineProps<{
  /** it may be said later */ withLater?: boolean
  /** what is missing is said */ tried?: boolean
}>()
const ways = computed<{ value: SiteDraft['by']; word: string }[]>(() => [
  { value: 'town', word: 'Nearest town' },
  { value: 'degrees', word: 'Degrees' },
  ...(withLater ? [{ value: 'later' as const, word: 'Later' }] : []),
])
const typed = ref('')
const wanted = refDebounced(typed, 200)
const towns = ref<Town[]>([])
const isLoading = ref(false)
watch(wanted, async q => {
  if (!q || q.trim().length < 2 || q === draft.value.town?.name) return
  isLoading.value = true
  towns.value = await $fetch<Town[]>(`/api/towns?${new URLSearchParams({ q: q.trim() })}`).catch(() => [])
  isLoading.value = false
})
const set = (change: Partial<SiteDraft>) => (draft.value = { ...draft.value, ...change })
const place = (town: Town) => [town.region, town.country].filter(Boolean).join(', ')
const errors = computed(() => {
  const site = siteOf(draft.value)
  return {
    town:
      tried && draft.value.by === 'town' && !draft.value.town
        ? ['Choose the nearest town of the list, or say it by degrees.']
        : [],
    latitude:
      tried && draft.value.by === 'degrees' && !(site && Math.abs(site.latitude) <= 90)
        ? ['Give a latitude from −90 to 90 degrees; north is positive.']
        : [],
    longitude:
      tried && draft.value.by === 'degrees' && !(site && Math.abs(site.longitude) <= 180)
        ? ['Give a longitude from −180 to 180 degrees; east is positive.']
        : [],
  }
})
</script>

<template>
  <fieldset class="where">
    <legend>Where it lies</legend>
    <div class="row" role="group" aria-label="How you say it">
      <button
        v-for="way in ways"
        :key="way.value"
        type="button"
        class="chip"
        :aria-pressed="draft.by === way.value"
        @click="set({ by: way.value })"
      >
        {{ way.word }}
      </button>
    </div>
    <v-autocomplete
      v-if="draft.by === 'town'"
      v-model:search="typed"
      :model-value="draft.town"
      :items="towns"
      :loading="isLoading"
      label="Nearest town"
      item-title="name"
      return-object
      no-filter
      clearable
      :no-data-text="
        typed.trim().length < 2
          ? 'Type the beginning of a town.'
          : 'No town of the list begins so; take a larger one near by, or degrees.'
      "
      :error-messages="errors.town"
      :aria-invalid="errors.town.length > 0"
      @update:model-value="town => set({ town: town as Town | null })"
    >
      <template #item="{ item, props }"
        ><v-list-item v-bind="props" :subtitle="place(item as unknown as Town)"
      /></template>
    </v-autocomplete>
    <div v-else-if="draft.by === 'degrees'" class="row fields">
      <v-text-field
        :model-value="draft.latitude"
        label="Latitude, north is positive"
        suffix="°"
        inputmode="decimal"
        :error-messages="errors.latitude"
        :aria-invalid="errors.latitude.length > 0"
        @update:model-value="latitude => set({ latitude })"
      />
      <v-text-field
        :model-value="draft.longitude"
        label="Longitude, east is positive"
        suffix="°"
        inputmode="decimal"
        :error-messages="errors.longitude"
        :aria-invalid="errors.longitude.length > 0"
        @update:model-value="longitude => set({ longitude })"
      />
    </div>
    <p v-if="draft.by === 'town' && draft.town" class="quiet small">
      {{ place(draft.town) }}: {{ degreesInWords(draft.town) }}
    </p>
    <p v-if="draft.by === 'later'" class="quiet small">
      Until then hours and months are the guides’ usual ones, and the round says so.
    </p>
  </fieldset>
</template>

<style scoped>
.where {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 10px;
}
legend {
  font-size: 13px;
  color: var(--quiet);
  margin-bottom: 6px;
}
.fields {
  align-items: start;
}
.fields > * {
  min-width: 150px;
  flex: 1;
}
p {
  margin: 0;
}
</style>
