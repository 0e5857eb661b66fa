<!-- Lineage: the family tree of a crop, how its plants are related, what they are worth as parents. -->
<script setup lang="ts">
const crop = useAddress('crop')
const parts = computed(() =>
  [
    { to: '/lineage', word: 'Tree' },
    { to: '/lineage/related', word: 'Relatedness' },
    { to: '/lineage/merit', word: 'Merit' },
    { to: '/lineage/next', word: 'Next crosses' },
    { to: '/lineage/ahead', word: 'Ahead' },
  ].map(part => ({ ...part, to: crop.value ? `${part.to}?crop=${crop.value}` : part.to })),
)
</script>

<template>
  <PartsPage heading="Lineage" :parts="parts" label="Parts of the lineage" />
</template>
