<!-- A plant is chosen out of its family, and gets a name. -->
<script setup lang="ts">
import type { Plant } from '@virgulta/core/plants/plant'
import { PLANT_KINDS } from '@virgulta/core/plants/kinds'

const isOpen = defineModel<boolean>({ required: true })
const { plant } = defineProps<{ plant: Plant }>()
const garden = useGardenStore()
const session = useSessionStore()
const log = useLogStore()
const draft = ref({ name: '', plantKind: plant.plantKind, breeder: '', note: '' })
const day = ref(garden.today)
const tried = ref(false)
function begin() {
  const usual = garden.garden?.guides.find(guide => guide.id === plant.crop)?.kind
  draft.value = {
    name: plant.name === plant.code ? '' : plant.name,
    // What is multiplied as it is stays what it is; a seedling of a crop that is sown true still splits.
    plantKind: plant.plantKind === 'seedling' && usual === 'clone' ? 'clone' : plant.plantKind,
    breeder: plant.selected?.breeder ?? session.session?.person?.name ?? '',
    note: plant.selected?.note ?? '',
  }
  day.value = garden.today
  tried.value = false
}
const wrong = computed(() => (draft.value.name.trim() ? [] : ['Give the plant a name.']))
async function save() {
  tried.value = true
  if (wrong.value.length) return
  const { name, plantKind, breeder, note } = draft.value
  const payload = {
    name: name.trim(),
    plantKind,
    breeder: breeder.trim() || null,
    note: note.trim() || null,
  }
  if (await log.note([{ kind: 'selected', subjectId: plant.id, payload }], day.value)) isOpen.value = false
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    heading="Name the selection"
    action="Name it"
    :of="plant.id"
    @open="begin"
    @submit="save"
  >
    <WordsField v-model="draft.name" :most="80" label="Name" autofocus :errors="tried ? wrong : []" />
    <NameTwin :name="draft.name" :own="[plant.id]" />
    <v-select
      v-model="draft.plantKind"
      label="Kept as"
      :items="[...PLANT_KINDS]"
      hint="clone: multiplied as it is; line: it comes nearly true from its own seed; seedling: it still splits"
      persistent-hint
    />
    <WordsField v-model="draft.breeder" :most="80" label="Bred by" />
    <WordsField v-model="draft.note" :most="2000" :rows="2" label="What it is, for its sheet" />
    <DayField v-model="day" label="Selected on" />
  </FormDialog>
</template>
