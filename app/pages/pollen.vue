<!-- Pollen: the shelf, where the season's pollen comes from, and the stores it stands in. -->
<script setup lang="ts">
const parts = [
  { to: '/pollen', word: 'Shelf' },
  { to: '/pollen/season', word: 'This season' },
  { to: '/pollen/stores', word: 'Stores' },
]
const route = useRoute()
/** Counting fills the screen of a telephone. */
const isCounting = computed(() => route.path.endsWith('/count'))
</script>

<template>
  <NuxtPage v-if="isCounting" />
  <PartsPage v-else heading="Pollen" :parts="parts" label="Parts of the pollen" />
</template>
