<!-- A crop: what is learnt of it, what is scored on it, how it inherits. -->
<script setup lang="ts">
const route = useRoute()
const garden = useGardenStore()
const crop = computed(() => garden.cropOf(String(route.params.id)))
const parts = computed(() => [
  { to: `/crops/${route.params.id}`, word: 'What is known' }, { to: `/crops/${route.params.id}/traits`, word: 'Traits' }, { to: `/crops/${route.params.id}/genes`, word: 'Loci and rules' },
])
</script>

<template>
  <div v-if="crop" class="stack">
    <h1>What is known of {{ crop.guide.name.toLowerCase() }}</h1>
    <nav class="parts" aria-label="Parts of the crop">
      <NuxtLink v-for="part in parts" :key="part.to" :to="part.to" exact-active-class="here">{{ part.word }}</NuxtLink>
    </nav>
    <NuxtPage />
  </div>
  <p v-else class="fail" role="alert">There is no such crop in this garden. <NuxtLink to="/garden">To the garden</NuxtLink></p>
</template>
