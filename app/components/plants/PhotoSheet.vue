<!-- Photographs of a plant, the latest first: taken or chosen here, looked at large, taken away. -->
<script setup lang="ts">
import { mdiCameraOutline } from '@mdi/js'
import type { Plant } from '@virgulta/core/plants/plant'
import { dayInWords } from '@virgulta/core/time/days'

const { plant } = defineProps<{ plant: Pick<Plant, 'id' | 'name' | 'code' | 'photos' | 'lost'> }>()
const garden = useGardenStore()
const log = useLogStore()
const isAdding = ref(false)
const latest = computed(() => [...plant.photos].reverse())

const shownId = ref<string | null>(null)
const shown = computed(() => plant.photos.find(photo => photo.id === shownId.value) ?? null)
const isShown = computed({
  get: () => shown.value !== null,
  set: open => open || (shownId.value = null),
})
const wordsOf = (photo: Plant['photos'][number]) =>
  [dayInWords(photo.on, true), photo.words].filter(Boolean).join(': ')
async function drop() {
  const photoId = shownId.value!
  if (await log.note([{ kind: 'photoDropped', subjectId: plant.id, payload: { photoId } }]))
    shownId.value = null
}
</script>

<template>
  <PaperSheet v-if="latest.length || (garden.mayNote && !plant.lost)" heading="Photographs">
    <template v-if="garden.mayNote && !plant.lost" #actions>
      <v-btn class="quietly" :prepend-icon="mdiCameraOutline" @click="isAdding = true">Add one</v-btn>
    </template>
    <ul v-if="latest.length" class="photos">
      <li v-for="photo in latest" :key="photo.id">
        <button type="button" :aria-label="`Photograph of ${wordsOf(photo)}`" @click="shownId = photo.id">
          <img :src="photoAddress(photo.id)" alt="" loading="lazy" />
        </button>
        <span class="quiet small">{{ wordsOf(photo) }}</span>
      </li>
    </ul>
    <p v-else class="quiet">None yet.</p>
    <PhotoDialog v-model="isAdding" :plant="plant" />
    <v-dialog v-model="isShown" max-width="1000" :aria-label="shown ? wordsOf(shown) : ''">
      <div v-if="shown" class="large">
        <img :src="photoAddress(shown.id)" :alt="`${plant.name}, ${wordsOf(shown)}`" />
        <div class="row spread">
          <span>{{ wordsOf(shown) }}</span>
          <span class="row">
            <v-btn v-if="garden.mayNote && !plant.lost" class="quietly" @click="drop">Take it away</v-btn>
            <v-btn variant="flat" @click="isShown = false">Close</v-btn>
          </span>
        </div>
      </div>
    </v-dialog>
  </PaperSheet>
</template>

<style scoped>
.photos {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(120px, 1fr));
  gap: 12px;
}
.photos li {
  display: grid;
  gap: 4px;
}
.photos button {
  padding: 0;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: var(--wash);
  cursor: zoom-in;
  overflow: hidden;
}
.photos img {
  display: block;
  width: 100%;
  aspect-ratio: 4 / 3;
  object-fit: cover;
}
.large {
  display: grid;
  gap: 12px;
  padding: 12px;
  background: var(--sheet);
  border-radius: var(--radius);
}
.large img {
  display: block;
  max-width: 100%;
  max-height: 75vh;
  margin: 0 auto;
}
p {
  margin: 0;
}
</style>
