<!-- Bloom: who flowers when, at which hour, under which weather. -->
<script setup lang="ts">
const parts = [
  { to: '/bloom', word: 'Season' },
  { to: '/bloom/hours', word: 'Hours' },
  { to: '/bloom/weather', word: 'Weather' },
]
</script>

<template>
  <PartsPage heading="Bloom" :parts="parts" label="Parts of the bloom" />
</template>
