<!-- A sheet of paper on the desk: white, hairline, with or without a heading. -->
<script setup lang="ts">
const { heading } = defineProps<{ heading?: string }>()
const id = useId()
</script>

<template>
  <section class="sheet" :aria-labelledby="heading ? id : undefined">
    <header v-if="heading || $slots.actions" class="row spread head">
      <h2 v-if="heading" :id="id">{{ heading }}</h2>
      <div class="row"><slot name="actions" /></div>
    </header>
    <slot />
  </section>
</template>

<style scoped>
.sheet {
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  padding: 14px 16px;
}
.head {
  margin-bottom: 8px;
  min-height: 28px;
}
</style>
