<!-- Parts of one screen, told apart by `part` in the address; the first stands there without it. -->
<script setup lang="ts">
const { parts, here, label } = defineProps<{
  /** what each is called, by its name in the address */ parts: Record<string, string>
  here: string
  label: string
}>()
const route = useRoute()
const first = computed(() => Object.keys(parts)[0])
const at = (name: string) => ({ query: { ...route.query, part: name === first.value ? undefined : name } })
</script>

<template>
  <nav class="parts" :aria-label="label">
    <NuxtLink
      v-for="(word, name) in parts"
      :key="name"
      :to="at(name)"
      replace
      :class="{ here: here === name }"
      :aria-current="here === name ? 'page' : undefined"
      >{{ word }}</NuxtLink
    >
  </nav>
</template>
