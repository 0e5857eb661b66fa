<!-- A screen of several parts, each with an address of its own. -->
<script setup lang="ts">
const { heading, parts, label } = defineProps<{
  heading: string
  parts: { to: string; word: string }[]
  /** names the parts for who cannot see them beside the heading */
  label: string
}>()
</script>

<template>
  <div class="stack">
    <PageHead :heading="heading">
      <template #actions><PartsNav :parts="parts" :label="label" /></template>
    </PageHead>
    <NuxtPage />
  </div>
</template>
