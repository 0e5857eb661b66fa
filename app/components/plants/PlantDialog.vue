<!-- Adds a plant to the garden, or describes one anew. -->
<script setup lang="ts">
import { PLANT_KINDS } from '@virgulta/core/plants/kinds'
import type { Plant } from '@virgulta/core/plants/plant'
import { v7 } from 'uuid'

const isOpen = defineModel<boolean>({ required: true })
const { plant } = defineProps<{ plant?: Plant }>()
const emit = defineEmits<{ added: [id: string] }>()
const garden = useGardenStore()
const log = useLogStore()
const empty = () => ({
  name: '', crop: garden.garden?.crops[0]?.guide.id ?? 'chilli', plantKind: 'line' as Plant['plantKind'], placeId: garden.garden?.places[0]?.id ?? null, note: '',
  seedParent: null as Plant | null, pollenParent: null as Plant | null,
})
// What is typed survives a reload.
const draft = useSessionStorage('virgulta-plant', empty())
function begin() {
  if (plant) draft.value = { ...empty(), name: plant.name, crop: plant.crop, plantKind: plant.plantKind, placeId: plant.placeId, note: plant.note ?? '' }
}
const tried = ref(false)

async function save() {
  tried.value = true
  const { name, crop, plantKind, placeId, note, seedParent, pollenParent } = draft.value
  if (!name.trim()) return
  const described = { name: name.trim(), plantKind, placeId, note: note.trim() || null }
  const id = plant?.id ?? v7()
  const isNoted = plant
    ? await log.note([{ kind: 'plantDescribed', subjectId: id, payload: described }])
    : await log.noteTagged(1, ([code]) => [{ kind: 'plantAdded', subjectId: id, payload: { ...described, crop, code: code!, seedParentId: seedParent?.id ?? null, pollenParentId: pollenParent?.id ?? null } }])
  if (!isNoted) return
  draft.value = empty()
  tried.value = false
  isOpen.value = false
  if (!plant) emit('added', id)
}
</script>

<template>
  <FormDialog v-model="isOpen" :heading="plant ? 'Describe the plant' : 'Add a plant'" :action="plant ? 'Save' : 'Add it'" @open="begin" @submit="save">
    <v-text-field v-model="draft.name" label="Name" autofocus maxlength="80" :error-messages="tried && !draft.name.trim() ? ['Give the plant a name.'] : []" />
    <div class="two">
      <v-autocomplete v-if="!plant" v-model="draft.crop" label="Crop" :items="garden.garden?.guides.map(g => ({ value: g.id, title: g.name }))" auto-select-first />
      <v-select v-model="draft.plantKind" label="Kind" :items="[...PLANT_KINDS]" hint="clone: one genotype multiplied; line: a nearly uniform selfed stock; population: a mixed stock" persistent-hint />
    </div>
    <PlaceSelect v-model="draft.placeId" />
    <div v-if="!plant" class="two">
      <PlantPicker v-model="draft.seedParent" label="Seed parent, if known" :crop="draft.crop" />
      <PlantPicker v-model="draft.pollenParent" label="Pollen parent, if known" :crop="draft.crop" />
    </div>
    <v-textarea v-model="draft.note" label="Note" maxlength="2000" />
  </FormDialog>
</template>

<style scoped>
.two { display: grid; grid-template-columns: repeat(auto-fit, minmax(200px, 1fr)); gap: 12px; }
</style>
