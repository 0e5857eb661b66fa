<!-- A page without a garden around it: the name, a heading, narrow sheets. -->
<script setup lang="ts">
const { heading } = defineProps<{ heading: string }>()
</script>

<template>
  <div class="bare stack">
    <p class="display name"><NuxtLink to="/">Virgulta</NuxtLink></p>
    <h1>{{ heading }}</h1>
    <slot />
  </div>
</template>

<style scoped>
.bare {
  max-width: 560px;
  margin: 0 auto;
  padding: 48px 20px;
}
.name {
  font-size: 22px;
}
.name a {
  color: var(--sap);
  text-decoration: none;
}
</style>
