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
  <PartsPage heading="Guides" :parts="parts" label="Parts of the guides" />
</template>
