<!-- Bloom: who flowers when, at which hour, under which weather. -->
<script setup lang="ts">
const parts = [{ to: '/bloom', word: 'Season' }, { to: '/bloom/hours', word: 'Hours' }, { to: '/bloom/weather', word: 'Weather' }]
</script>

<template>
  <div class="stack">
    <header class="row spread">
      <h1>Bloom</h1>
      <nav class="parts" aria-label="Parts of the bloom">
        <NuxtLink v-for="part in parts" :key="part.to" :to="part.to" exact-active-class="here">{{ part.word }}</NuxtLink>
      </nav>
    </header>
    <NuxtPage />
  </div>
</template>
