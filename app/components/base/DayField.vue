<!-- The day something happened; today unless it is noted late. -->
<script setup lang="ts">
const day = defineModel<string>({ required: true })
const { label = 'Day' } = defineProps<{ label?: string }>()
const { problem } = storeToRefs(useLogStore())
</script>

<template>
  <v-text-field v-model="day" type="date" :label="label" :error-messages="problem?.field === 'happenedAt' ? [problem.sentence] : []" style="max-width: 190px" />
</template>
