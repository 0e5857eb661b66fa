<!-- A screen with a list: its head, the list, or what will be here and the first step. -->
<script setup lang="ts">
const {
  heading,
  problem = null,
  count,
  empty,
} = defineProps<{
  heading: string
  problem?: { sentence: string } | null
  /** of all there is; undefined while it is not known */
  count: number | undefined
  /** what is said where there is nothing */
  empty: string
}>()
</script>

<template>
  <div class="stack list">
    <PageHead :heading="heading" :problem="problem">
      <slot name="words" />
      <template v-if="$slots.actions" #actions><slot name="actions" /></template>
    </PageHead>
    <slot v-if="count" />
    <EmptyPage v-else-if="count === 0" :heading="empty">
      <slot name="empty" />
      <template #step><slot name="step" /></template>
    </EmptyPage>
    <!-- Dialogs, which are there whether or not the list is. -->
    <slot name="forms" />
  </div>
</template>

<style scoped>
.list {
  gap: 8px;
}
</style>
