<!-- A parent: seed parent with a cup, pollen parent with grains; the word for those who hear the screen. -->
<script setup lang="ts">
const { role, name, to } = defineProps<{ role: 'seed' | 'pollen'; name: string; to?: string }>()
</script>

<template>
  <span class="parent" :class="role">
    <svg v-if="role === 'seed'" width="14" height="14" viewBox="0 0 14 14" aria-hidden="true">
      <path d="M2 2.5c0 4 2 6 5 6s5-2 5-6M7 8.5V13M4.5 13h5" />
    </svg>
    <svg v-else width="14" height="14" viewBox="0 0 14 14" aria-hidden="true">
      <circle cx="4.4" cy="5" r="2.5" />
      <circle cx="10" cy="4.4" r="1.9" />
      <circle cx="8.4" cy="10" r="2.8" />
    </svg>
    <span class="visually-hidden">{{ role === 'seed' ? 'seed parent' : 'pollen parent' }}</span>
    <NuxtLink v-if="to" :to="to" class="plain">{{ name }}</NuxtLink>
    <template v-else>{{ name }}</template>
  </span>
</template>

<style scoped>
.parent {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  font-weight: 650;
  min-width: 0;
  overflow-wrap: anywhere;
}
.seed {
  color: var(--seed);
}
.seed svg {
  fill: none;
  stroke: currentColor;
  stroke-width: 1.7;
  stroke-linecap: round;
}
.pollen {
  color: var(--pollen);
}
.pollen svg {
  fill: currentColor;
}
</style>
