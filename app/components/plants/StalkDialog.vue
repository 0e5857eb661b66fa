<!-- No seed is wanted of a plant: its flower stalk is cut, and may be rooted. Its flowers under a tag are lost with it. -->
<script setup lang="ts">
import type { Parent } from '#shared/parent'
import type { PlantStory } from '#shared/plants'

const isOpen = defineModel<boolean>({ required: true })
const { plant } = defineProps<{ plant: Pick<Parent, 'id' | 'name'> }>()
const log = useLogStore()
const garden = useGardenStore()
const reason = ref('no seed wanted')
const asCutting = ref(false)
const day = ref(garden.today)
const tagged = ref<PlantStory['tagged']>([])
async function begin() {
  reason.value = 'no seed wanted'
  asCutting.value = false
  day.value = garden.today
  tagged.value = (await $fetch<PlantStory>(`/api/plants/${plant.id}`)).tagged
}
async function cut() {
  const isNoted = await log.note(
    [
      {
        kind: 'stalkCut',
        subjectId: plant.id,
        payload: { reason: reason.value.trim(), ...(asCutting.value ? { asCutting: true } : {}) },
      },
      ...tagged.value.map(({ id }) => ({
        kind: 'flowerLost' as const,
        subjectId: id,
        payload: { reason: 'its stalk was cut' },
      })),
    ],
    day.value,
  )
  if (isNoted) isOpen.value = false
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    heading="Cut the flower stalk"
    action="The stalk is off"
    :disabled="!reason.trim()"
    :of="plant.id"
    @open="begin"
    @submit="cut"
  >
    <p>
      {{ plant.name }} is asked for no more flowers in this bloom.<template v-if="tagged.length">
        With the stalk go its flowers {{ tagged.map(f => f.code).join(', ') }}.</template
      >
    </p>
    <v-combobox
      v-model="reason"
      label="Why"
      :items="['no seed wanted', 'to spare a weak plant', 'to root it', 'past its best']"
      hide-details
    />
    <v-switch v-model="asCutting" label="The stalk is rooted as a cutting" color="primary" hide-details />
    <p v-if="asCutting" class="quiet small">
      When it has rooted, add it as a plant of the same name: a clone.
    </p>
    <DayField v-model="day" label="Cut on" />
  </FormDialog>
</template>
