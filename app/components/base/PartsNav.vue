<!-- The parts of an area, beside its heading. -->
<script setup lang="ts">
const { parts, label } = defineProps<{ parts: { to: string; word: string }[]; label: string }>()
</script>

<template>
  <nav class="parts" :aria-label="label">
    <NuxtLink v-for="part in parts" :key="part.to" :to="part.to" exact-active-class="here">{{
      part.word
    }}</NuxtLink>
  </nav>
</template>
