<!-- A photograph of a plant: taken with the telephone, or chosen from its pictures. -->
<script setup lang="ts">
import { mdiCameraOutline } from '@mdi/js'
import type { Plant } from '@virgulta/core/plants/plant'

const isOpen = defineModel<boolean>({ required: true })
const { plant } = defineProps<{ plant: Pick<Plant, 'id' | 'code'> }>()
const garden = useGardenStore()
const log = useLogStore()
const ids = useFormIds()
const file = ref<File | null>(null)
const about = ref('')
const day = ref(garden.today)
const problem = ref('')
function begin() {
  ids.renew()
  file.value = null
  about.value = ''
  problem.value = ''
  day.value = garden.today
}
/** The picture first: its entry never names one that is not here. */
async function save() {
  problem.value = file.value ? '' : 'Choose a picture, or take one.'
  if (!file.value) return
  const picture = await sendablePhoto(file.value)
  if ('why' in picture) return void (problem.value = picture.why)
  const photoId = ids.id()
  try {
    await $fetch(photoAddress(photoId), { method: 'PUT', body: picture.blob })
  } catch (error) {
    problem.value = problemOf(error).sentence
    return
  }
  const payload = { photoId, words: about.value.trim() || null }
  if (await log.note([{ kind: 'photographed', subjectId: plant.id, payload }], day.value))
    isOpen.value = false
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :heading="`Photograph ${plant.code}`"
    action="Keep it"
    :of="plant.id"
    @open="begin"
    @submit="save"
  >
    <v-file-input
      v-model="file"
      label="Picture"
      accept="image/jpeg,image/png,image/webp"
      :prepend-icon="''"
      :prepend-inner-icon="mdiCameraOutline"
      :error-messages="problem ? [problem] : []"
      @update:model-value="problem = ''"
    />
    <p class="quiet small">
      It is made smaller before it is sent; what the camera wrote into it, such as the place, stays behind.
    </p>
    <WordsField v-model="about" :most="300" label="What it shows, if it matters" />
    <DayField v-model="day" label="Taken on" />
  </FormDialog>
</template>

<style scoped>
p {
  margin: 0;
}
</style>
