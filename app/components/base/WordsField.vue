<!-- A field for words of a bearable length: nothing that is pasted is cut off in silence; what is too long is said, and stays. -->
<script setup lang="ts">
defineOptions({ inheritAttrs: false })
const words = defineModel<string | null>({ required: true })
const {
  most,
  rows,
  errors = [],
} = defineProps<{ most: number; /** several lines */ rows?: number; errors?: string[] }>()
const length = computed(() => words.value?.trim().length ?? 0)
const told = computed(() =>
  length.value > most ? [`Use at most ${most} characters; these are ${length.value}.`] : errors,
)
/** Said once it comes near. */
const hint = computed(() => (length.value > most * 0.8 ? `${length.value} of ${most} characters` : ''))
</script>

<template>
  <v-textarea
    v-if="rows"
    v-model="words"
    v-bind="$attrs"
    :rows="rows"
    auto-grow
    :error-messages="told"
    :aria-invalid="told.length > 0"
    :hint="hint"
    persistent-hint
  />
  <v-text-field
    v-else
    v-model="words"
    v-bind="$attrs"
    :error-messages="told"
    :aria-invalid="told.length > 0"
    :hint="hint"
    persistent-hint
  />
</template>
