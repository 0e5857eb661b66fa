<!-- A short form on a sheet: fields, the one action, what was refused. -->
<script setup lang="ts">
const {
  heading,
  action,
  disabled = false,
  busy = false,
  problem = null,
} = defineProps<{
  heading: string
  action: string
  disabled?: boolean
  busy?: boolean
  problem?: string | null
}>()
const emit = defineEmits<{ submit: [] }>()
</script>

<template>
  <PaperSheet :heading="heading">
    <form class="stack" @submit.prevent="emit('submit')">
      <slot />
      <p v-if="problem" class="fail" role="alert">{{ problem }}</p>
      <div class="row spread">
        <v-btn type="submit" variant="flat" height="48" :disabled="disabled || busy" :loading="busy">{{
          action
        }}</v-btn><slot name="beside" />
      </div>
    </form>
  </PaperSheet>
</template>
