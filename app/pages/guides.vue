<!-- Guides: how each crop and each flower form is worked, what the garden does its own way, and the cautions. -->
<script setup lang="ts">
const parts = [
  { to: '/guides', word: 'Crops' },
  { to: '/guides/forms', word: 'Flower forms' },
  { to: '/guides/schools', word: 'Our ways' },
  { to: '/guides/cautions', word: 'Cautions' },
]
</script>

<template>
  <div class="stack">
    <header class="row spread">
      <h1>Guides</h1>
      <PartsNav :parts="parts" label="Parts of the guides" />
    </header>
    <NuxtPage />
  </div>
</template>
