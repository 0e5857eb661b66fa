<!-- A place of the garden; a new one can be named on the spot. -->
<script setup lang="ts">
const place = defineModel<string | null>({ required: true })
const garden = useGardenStore()
const NEW = 'new'
const isNaming = ref(false)
const name = ref('')
const choices = computed(() => [...(garden.garden?.places ?? []).map(p => ({ value: p.id, title: p.name })), { value: NEW, title: 'A new place …' }])
function choose(id: string | null) {
  if (id === NEW) isNaming.value = true
  else place.value = id
}
async function add() {
  place.value = (await garden.addPlace(name.value.trim())).id
  isNaming.value = false
  name.value = ''
}
</script>

<template>
  <div v-if="isNaming" class="row naming">
    <v-text-field v-model="name" label="Name of the place" autofocus maxlength="60" @keydown.enter.prevent="name.trim() && add()" />
    <v-btn :disabled="!name.trim()" @click="add">Add</v-btn>
  </div>
  <v-select v-else :model-value="place" :items="choices" label="Place" class="select" @update:model-value="choose" />
</template>

<style scoped>
.select { min-width: 180px; max-width: 260px; }
.naming { flex-wrap: nowrap; min-width: 240px; }
</style>
