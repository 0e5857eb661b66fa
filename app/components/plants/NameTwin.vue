<!-- Says that another plant of the garden has a name already. -->
<script setup lang="ts">
import type { PlantPage } from '#shared/plants'

const { name, own } = defineProps<{
  name: string
  /** plants that may have it: it itself, and its clone */ own: string[]
}>()
const wanted = refDebounced(
  computed(() => name.trim()),
  300,
)
const { data: alike } = useLive<PlantPage>(() =>
  wanted.value.length > 1 ? `/api/plants?${new URLSearchParams({ q: wanted.value, size: '20' })}` : null,
)
const twin = computed(() =>
  alike.value?.plants.find(
    p => !own.includes(p.id) && !p.lost && p.name.trim().toLowerCase() === name.trim().toLowerCase(),
  ),
)
</script>

<template>
  <p v-if="twin" class="doubt small">
    A plant called {{ twin.name }} is here already: <TagLabel :code="twin.code" :to="`/plants/${twin.id}`" />.
    Two may have one name; their tags differ.
  </p>
</template>
