<!-- Adds a plant to the garden, or describes one anew: its name, kind, place and parents. -->
<script setup lang="ts">
import { keysOf } from '@virgulta/core/log/kind'
import { PLANT_KINDS, PLANT_SIZES } from '@virgulta/core/plants/kinds'
import type { Plant } from '@virgulta/core/plants/plant'

type Parent = Pick<Plant, 'id' | 'name' | 'code' | 'crop'>
const isOpen = defineModel<boolean>({ required: true })
const {
  plant,
  parents,
  inAddress = false,
} = defineProps<{
  plant?: Plant
  /** of the plant that is described */ parents?: { seedParent: Parent | null; pollenParent: Parent | null }
  inAddress?: boolean
}>()
const emit = defineEmits<{ added: [id: string] }>()
const garden = useGardenStore()
const log = useLogStore()
const ids = useFormIds()
/** The crop that was added last, and the kind that its plants were then: the next one is likely alike. */
const last = useLocalStorage('virgulta-last-plant', {
  crop: '',
  kinds: {} as Record<string, Plant['plantKind']>,
  placeId: null as string | null,
})
const guideOf = (crop: string) => garden.garden?.guides.find(g => g.id === crop)
const kindOf = (crop: string): Plant['plantKind'] => last.value.kinds[crop] ?? guideOf(crop)?.kind ?? 'line'
const firstCrop = () => (guideOf(last.value.crop) ? last.value.crop : garden.garden?.crops[0]?.guide.id) ?? ''
const firstPlace = () =>
  garden.openPlaces.find(p => p.id === last.value.placeId)?.id ?? garden.openPlaces[0]?.id ?? null
const empty = () => ({
  name: '',
  crop: firstCrop(),
  plantKind: kindOf(firstCrop()),
  placeId: firstPlace(),
  note: '',
  plants: '',
  size: null as Plant['size'],
  sets: null as number | null,
  seedParent: null as Parent | null,
  pollenParent: null as Parent | null,
})
// What is typed survives a reload; describing a plant is another form than adding one.
const draft = useSessionStorage(plant ? `virgulta-plant-${plant.id}` : 'virgulta-plant', empty(), {
  mergeDefaults: true,
})
const tried = ref(false)
function begin() {
  ids.renew()
  tried.value = false
  if (plant)
    draft.value = {
      ...empty(),
      name: plant.name,
      crop: plant.crop,
      plantKind: plant.plantKind,
      placeId: plant.placeId,
      note: plant.note ?? '',
      plants: plant.plants === null ? '' : String(plant.plants),
      size: plant.size,
      seedParent: parents?.seedParent ?? null,
      pollenParent: parents?.pollenParent ?? null,
    }
  else if (!draft.value.name && !draft.value.note && !draft.value.seedParent && !draft.value.pollenParent)
    draft.value = empty()
}
function chooseCrop(crop: string | null) {
  draft.value.crop = crop ?? ''
  if (crop) draft.value.plantKind = kindOf(crop)
  draft.value.sets = null
}
const levels = computed(() => (plant ? [] : (guideOf(draft.value.crop)?.levels ?? [])))
/** What was searched for among the crops and is none. */
const sought = ref('')
const isStarting = ref(false)
function began(crop: string) {
  isStarting.value = false
  chooseCrop(crop)
}

const sizes = keysOf(PLANT_SIZES).map(value => ({ value, title: PLANT_SIZES[value] }))
/** A line or a population may be a row of plants under one tag. */
const isRow = computed(() => ['line', 'population'].includes(draft.value.plantKind))
const isCount = (typed: string) =>
  typed.trim() === '' || (/^\d{1,6}$/.test(typed.trim()) && Number(typed) >= 1 && Number(typed) <= 100_000)
const wrong = computed(() => ({
  name: draft.value.name.trim() ? [] : ['Give the plant a name.'],
  crop: guideOf(draft.value.crop) ? [] : ['Choose its crop from the list, or begin a new one.'],
  plants:
    !isRow.value || isCount(draft.value.plants)
      ? []
      : ['Count the plants in whole numbers, from 1 to 100 000, or leave it empty.'],
}))
async function save() {
  tried.value = true
  const { name, crop, plantKind, placeId, note, seedParent, pollenParent, sets } = draft.value
  if (wrong.value.name.length || wrong.value.plants.length || (!plant && wrong.value.crop.length)) return
  const described = {
    name: name.trim(),
    plantKind,
    placeId,
    note: note.trim() || null,
    size: draft.value.size,
    plants: isRow.value ? Number(draft.value.plants) || null : null,
  }
  const from = { seedParentId: seedParent?.id ?? null, pollenParentId: pollenParent?.id ?? null }
  const id = plant?.id ?? ids.id()
  const isNoted = plant
    ? await log.note([
        { kind: 'plantDescribed', subjectId: id, payload: { ...described, ...(plant.crossId ? {} : from) } },
      ])
    : await log.noteTagged(1, ([code]) => [
        { kind: 'plantAdded', subjectId: id, payload: { ...described, crop, code: code!, ...from } },
        ...(sets && levels.value.includes(sets)
          ? [{ kind: 'setsCounted' as const, subjectId: id, payload: { sets } }]
          : []),
      ])
  if (!isNoted) return
  if (!plant) last.value = { crop, kinds: { ...last.value.kinds, [crop]: plantKind }, placeId }
  draft.value = empty()
  isOpen.value = false
  if (!plant) emit('added', id)
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :heading="plant ? 'Describe the plant' : 'Add a plant'"
    :action="plant ? 'Save' : 'Add it'"
    :of="plant?.id"
    :in-address="inAddress"
    @open="begin"
    @cancel="draft = empty()"
    @submit="save"
  >
    <WordsField v-model="draft.name" :most="80" label="Name" autofocus :errors="tried ? wrong.name : []" />
    <NameTwin :name="draft.name" :own="plant ? [plant.id] : []" />
    <div class="two">
      <v-autocomplete
        v-if="!plant"
        v-model:search="sought"
        :model-value="draft.crop || null"
        label="Crop"
        :items="garden.garden?.guides.map(g => ({ value: g.id, title: g.name }))"
        auto-select-first
        :error-messages="tried ? wrong.crop : []"
        :aria-invalid="tried && wrong.crop.length > 0"
        @focus="($event.target as HTMLInputElement).select()"
        @update:model-value="chooseCrop"
      >
        <template #no-data
          ><v-list-item
            :title="`Begin a guide for “${sought}”`"
            subtitle="No guide knows this crop."
            @mousedown.prevent="isStarting = true"
            @click="isStarting = true"
        /></template>
      </v-autocomplete>
      <v-select
        v-model="draft.plantKind"
        label="Kind"
        :items="[...PLANT_KINDS]"
        hint="clone: one genotype multiplied; line: a nearly uniform selfed stock; population: a mixed stock"
        persistent-hint
      />
    </div>
    <v-text-field
      v-if="isRow"
      v-model="draft.plants"
      label="Plants under this tag, if counted"
      inputmode="numeric"
      hint="What it may carry is shared among them."
      persistent-hint
      :error-messages="tried ? wrong.plants : []"
      :aria-invalid="tried && wrong.plants.length > 0"
    />
    <v-select
      v-if="!isRow"
      v-model="draft.size"
      :items="sizes"
      label="Its size, if it matters"
      clearable
      hide-details
    />
    <div v-if="levels.length" role="group" aria-label="Sets of chromosomes" class="row">
      <span class="quiet small"
        >Sets of chromosomes: plants of this crop differ, and levels do not cross.</span
      >
      <button
        v-for="level in levels"
        :key="level"
        type="button"
        class="chip"
        :aria-pressed="draft.sets === level"
        @click="draft.sets = draft.sets === level ? null : level"
      >
        {{ level }}
      </button>
    </div>
    <PlaceSelect v-model="draft.placeId" />
    <div v-if="!plant?.crossId" class="two">
      <PlantPicker
        v-model="draft.seedParent"
        label="Seed parent, if known"
        :crop="draft.crop || undefined"
        widens
      />
      <PlantPicker
        v-model="draft.pollenParent"
        label="Pollen parent, if known"
        :crop="draft.crop || undefined"
        widens
      />
    </div>
    <p v-else class="quiet small">It came of a cross of this garden; its parents are those of the cross.</p>
    <WordsField v-model="draft.note" :most="2000" :rows="2" label="Note" />
    <CropDialog v-model="isStarting" :name="sought" @begun="began" />
  </FormDialog>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  align-items: start;
  gap: 12px;
}
p {
  margin: 0;
}
</style>
