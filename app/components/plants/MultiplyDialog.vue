<!-- A plant is multiplied as it is: cuttings, divisions, grafts; each gets a tag of its own. -->
<script setup lang="ts">
import { keysOf } from '@virgulta/core/log/kind'
import type { Draft } from '@virgulta/core/log/entry'
import { MULTIPLIED_BY } from '@virgulta/core/plants/kinds'
import type { Plant } from '@virgulta/core/plants/plant'

const isOpen = defineModel<boolean>({ required: true })
const { plant } = defineProps<{ plant: Plant }>()
const garden = useGardenStore()
const log = useLogStore()
const ids = useFormIds()
const by = ref<keyof typeof MULTIPLIED_BY>('cutting')
const count = ref(1)
const placeId = ref<string | null>(null)
const day = ref(garden.today)
const ways = keysOf(MULTIPLIED_BY).map(value => ({ value, title: MULTIPLIED_BY[value].many }))
function begin() {
  ids.renew()
  count.value = 1
  placeId.value = plant.placeId
  day.value = garden.today
}
const added =
  ({ name, crop, seedParentId, pollenParentId, id }: Plant) =>
  (code: string, i: number): Draft => ({
    kind: 'plantAdded',
    subjectId: ids.id(i),
    payload: {
      name,
      code,
      crop,
      plantKind: 'clone',
      placeId: placeId.value,
      note: null,
      seedParentId,
      pollenParentId,
      size: 'small',
      clonedFrom: { plantId: id, by: by.value },
    },
  })
async function save() {
  if (await log.noteTagged(count.value, codes => codes.map(added(plant)), day.value)) isOpen.value = false
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    heading="Multiply it"
    :action="count === 1 ? 'Give it its tag' : `Give ${count} tags`"
    :of="plant.id"
    @open="begin"
    @submit="save"
  >
    <p>
      Each is the genotype of {{ plant.name }} again, under a tag of its own. Those that do not root or take
      are noted there as lost.
    </p>
    <v-select v-model="by" label="By" :items="ways" hide-details />
    <CountStepper v-model="count" label="How many" :least="1" :most="100" />
    <PlaceSelect v-model="placeId" />
    <DayField v-model="day" label="Taken on" />
  </FormDialog>
</template>
