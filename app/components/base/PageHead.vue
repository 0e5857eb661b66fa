<!-- The head of a screen: its tag and heading, words below it, what can be done with it beside it, and what went wrong. -->
<script setup lang="ts">
const { heading = '', problem = null } = defineProps<{
  /** absent: the heading comes as a slot */
  heading?: string
  problem?: { sentence: string } | null
}>()
</script>

<template>
  <div>
    <header class="row spread">
      <div class="words">
        <slot name="tag" />
        <h1 :class="{ tagged: $slots.tag }">
          <slot name="heading">{{ heading }}</slot>
        </h1>
        <slot />
      </div>
      <div v-if="$slots.actions" class="row"><slot name="actions" /></div>
    </header>
    <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
  </div>
</template>

<style scoped>
header {
  align-items: start;
}
/* Beside what can be done, where there is room for a few words; else above it. */
.words {
  flex: 1 1 340px;
  min-width: 0;
}
h1 {
  text-wrap: balance;
}
h1.tagged {
  margin: 8px 0 4px;
}
</style>
