<!-- Bloom: who flowers when, at which hour, under which weather. -->
<script setup lang="ts">
const parts = [
  { to: '/bloom', word: 'Season' },
  { to: '/bloom/hours', word: 'Hours' },
  { to: '/bloom/weather', word: 'Weather' },
]
</script>

<template>
  <div class="stack">
    <header class="row spread">
      <h1>Bloom</h1>
      <PartsNav :parts="parts" label="Parts of the bloom" />
    </header>
    <NuxtPage />
  </div>
</template>
