<!-- Plants with the chance of each to be what the list says; of many the likeliest. -->
<script setup lang="ts">
import { percentWords } from '@virgulta/core/odds/oddsWords'

const { told, label } = defineProps<{
  told: { plant: { id: string; code: string }; chance: number }[]
  label: string
}>()
const MOST_SHOWN = 24
</script>

<template>
  <ul v-if="told.length" class="tags" :aria-label="label">
    <li v-for="{ plant, chance } in told.slice(0, MOST_SHOWN)" :key="plant.id">
      <TagLabel :code="plant.code" :to="`/plants/${plant.id}`" />
      <span class="figures small">{{ percentWords(chance) }}</span>
    </li>
    <li v-if="told.length > MOST_SHOWN" class="quiet small">and {{ told.length - MOST_SHOWN }} more</li>
  </ul>
</template>

<style scoped>
.tags {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
}
.tags li {
  display: flex;
  align-items: center;
  gap: 6px;
}
</style>
