<!-- How much a wish weighs, from one to five dots. -->
<script setup lang="ts">
const { weight } = defineProps<{ weight: number }>()
</script>

<template>
  <span class="weight" :title="`weight ${weight} of 5`"
    ><span aria-hidden="true">{{ '●'.repeat(weight) }}</span
    ><span class="visually-hidden">weight {{ weight }} of 5</span></span
  >
</template>

<style scoped>
.weight {
  font-size: 8px;
  letter-spacing: 1px;
  color: var(--quiet);
  vertical-align: 1px;
  white-space: nowrap;
}
</style>
