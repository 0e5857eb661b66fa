<!-- A crop: what is learnt of it, what is scored on it, how it inherits. -->
<script setup lang="ts">
const route = useRoute()
const garden = useGardenStore()
const crop = computed(() => garden.cropOf(String(route.params.id)))
const parts = computed(() => [
  { to: `/guides/${route.params.id}`, word: 'Guide' },
  { to: `/crops/${route.params.id}`, word: 'What is known' },
  { to: `/crops/${route.params.id}/traits`, word: 'Traits' },
  { to: `/crops/${route.params.id}/genes`, word: 'Loci and rules' },
  { to: `/crops/${route.params.id}/lines`, word: 'Lines compared' },
])
</script>

<template>
  <PartsPage
    v-if="crop"
    :heading="`What is known of ${crop.guide.name.toLowerCase()}`"
    :parts="parts"
    label="Parts of the crop"
  />
  <p v-else class="fail" role="alert">
    This garden has no plant of this crop yet. <NuxtLink to="/guides">To the guides</NuxtLink>
  </p>
</template>
