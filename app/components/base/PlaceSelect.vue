<!-- A place of the garden; a new one can be named on the spot. -->
<script setup lang="ts">
import { resolvedPlace } from '#shared/garden'

const place = defineModel<string | null>({ required: true })
const garden = useGardenStore()
const NEW = 'new'
const isNaming = ref(false)
const name = ref('')
/** the chosen place, where it is none of the open ones: closed, or part of another by now */
const here = computed(() => {
  const id = resolvedPlace(garden.garden?.places ?? [], place.value)
  return garden.openPlaces.some(p => p.id === id)
    ? null
    : (garden.garden?.places.find(p => p.id === id) ?? null)
})
const choices = computed(() => [
  ...garden.openPlaces.map(p => ({ value: p.id, title: p.name })),
  ...(here.value
    ? [{ value: here.value.id, title: `${here.value.name}${here.value.isClosed ? ' (closed)' : ''}` }]
    : []),
  { value: NEW, title: 'A new place …' },
])
function choose(id: string | null) {
  if (id === NEW) isNaming.value = true
  else place.value = id
}
const problem = ref('')
const { run: add } = useOnce(async () => {
  problem.value = ''
  if (!name.value.trim() || name.value.trim().length > 60) return
  try {
    place.value = (await garden.addPlace(name.value.trim())).id
    isNaming.value = false
    name.value = ''
  } catch (error) {
    problem.value = problemOf(error).sentence
  }
})
</script>

<template>
  <div v-if="isNaming" class="row naming">
    <WordsField
      v-model="name"
      :most="60"
      label="Name of the place"
      autofocus
      :errors="problem ? [problem] : []"
      @keydown.enter.prevent="add()"
    />
    <v-btn :disabled="!name.trim()" @click="add()">Add</v-btn>
  </div>
  <v-select
    v-else
    :model-value="resolvedPlace(garden.garden?.places ?? [], place)"
    :items="choices"
    label="Place"
    class="select"
    @update:model-value="choose"
  />
</template>

<style scoped>
.select {
  min-width: 180px;
  max-width: 260px;
}
.naming {
  flex-wrap: nowrap;
  min-width: 240px;
}
</style>
