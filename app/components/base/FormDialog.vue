<!-- A form in a dialog: heading, fields, what the log refused, the one action and the way out. When it is done, the slot of that name stands in its place. -->
<script setup lang="ts">
const isOpen = defineModel<boolean>({ required: true })
const { heading, action, disabled = false, isDone = false } = defineProps<{ heading: string, action: string, disabled?: boolean, isDone?: boolean }>()
const emit = defineEmits<{ open: [], submit: [] }>()
const log = useLogStore()
const { xs } = useDisplay()
watch(isOpen, (open) => {
  if (!open) return
  log.problem = null
  emit('open')
}, { immediate: true })
</script>

<template>
  <v-dialog v-model="isOpen" :aria-label="heading">
    <v-card class="card">
      <div v-if="isDone" class="stack"><slot name="done" /></div>
      <form v-else class="stack" @submit.prevent="emit('submit')">
        <div class="row"><h2>{{ heading }}</h2><slot name="beside" /></div>
        <slot />
        <p v-if="log.problem && !log.problem.field" class="fail" role="alert">{{ log.problem.sentence }}</p>
        <div class="row"><v-btn type="submit" variant="flat" :height="xs ? 56 : 40" :disabled="disabled">{{ action }}</v-btn><v-btn variant="text" class="quietly" :height="xs ? 56 : 40" @click="isOpen = false">Cancel</v-btn></div>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.card { padding: 20px; }
</style>
