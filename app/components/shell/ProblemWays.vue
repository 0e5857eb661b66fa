<!-- The ways on from what went wrong: to sign in again after the end of a session, to load the screen anew after a fault. -->
<script setup lang="ts">
import type { Problem } from '#shared/entries'

const { problem } = defineProps<{ problem: Problem }>()
const route = useRoute()
const isSignedOut = computed(() => ['not-signed-in', 'no-garden'].includes(problem.code))
const isBroken = computed(() => ['own-fault', 'fault'].includes(problem.code))
const anew = () => location.reload()
</script>

<template>
  <NuxtLink v-if="isSignedOut" class="way" :to="{ path: '/', query: { to: route.fullPath } }"
    >Sign in</NuxtLink
  >
  <button v-else-if="isBroken" class="way" type="button" @click="anew">Load it anew</button>
</template>

<style scoped>
.way {
  flex: none;
  min-height: 40px;
  padding: 2px 14px;
  border: 1.5px solid currentColor;
  border-radius: var(--radius);
  background: none;
  color: inherit;
  font: 650 15px var(--text);
  cursor: pointer;
  display: inline-flex;
  align-items: center;
  text-decoration: none;
}
</style>
