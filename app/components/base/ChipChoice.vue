<!-- One of a few words, chosen with one press; pressed once more it is told no more. -->
<script setup lang="ts" generic="T extends string | boolean">
const chosen = defineModel<T | null>({ required: true })
const { label, options } = defineProps<{
  label: string
  options: readonly (readonly [value: T, words: string])[]
  /** one of them is always chosen */ isFixed?: boolean
}>()
</script>

<template>
  <div role="group" :aria-label="label" class="chips">
    <slot />
    <button
      v-for="[value, words] in options"
      :key="words"
      type="button"
      class="chip"
      :aria-pressed="chosen === value"
      @click="chosen = chosen === value && !isFixed ? null : value"
    >
      {{ words }}
    </button>
  </div>
</template>

<style scoped>
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 4px 0;
}
</style>
