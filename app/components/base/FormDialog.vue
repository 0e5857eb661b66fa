<!-- A form in a dialog: heading, fields, what the log refused, the one action and the way out. When it is done, the slot of that name stands in its place. Back, Escape and a press beside it close it and keep what was typed; Cancel lets it go. -->
<script setup lang="ts">
const isOpen = defineModel<boolean>({ required: true })
const {
  heading,
  action,
  disabled = false,
  isDone = false,
  of = '',
  inAddress = false,
  onSubmit,
} = defineProps<{
  heading: string
  action: string
  disabled?: boolean
  isDone?: boolean
  /** what the form is about: for another one it begins anew */
  of?: string
  /** the screen gives it a place in the address itself */
  inAddress?: boolean
  onSubmit?: () => unknown
}>()
const emit = defineEmits<{ open: []; /** what was typed is let go */ cancel: [] }>()
const log = useLogStore()
const { xs } = useDisplay()
const form = useTemplateRef('form')
const told = useProblemHost(() => isOpen.value)
/** what it was begun for; null: it was finished or let go, and begins anew */
let begunFor: string | null = null
watch(
  isOpen,
  open => {
    if (!open) return
    log.clear()
    if (begunFor !== of) emit('open')
    begunFor = of
  },
  { immediate: true },
)
if (!inAddress) useDialogStep(isOpen, () => heading.toLowerCase().replace(/[^a-z]+/g, '-'))

const { run, isBusy } = useOnce(async () => {
  // What the log refused before is for the log to judge anew.
  log.clear()
  await nextTick()
  if (faultyField(form.value)) return
  await onSubmit?.()
  if (!isOpen.value || isDone) begunFor = null
})
function cancel() {
  begunFor = null
  emit('cancel')
  isOpen.value = false
}
/** Sent again as it stands, and meant so. */
function again() {
  log.meanIt()
  void run()
}
</script>

<template>
  <!-- Back is the address's alone: the dialog is a step of it, and would take the step back once more. -->
  <v-dialog v-model="isOpen" :aria-label="heading" :close-on-back="false">
    <v-card class="card">
      <div v-if="isDone" class="stack"><slot name="done" /></div>
      <form
        v-else
        ref="form"
        class="stack"
        novalidate
        @submit.prevent="run"
        @input="log.refused && log.clear()"
      >
        <div class="row">
          <h2>{{ heading }}</h2>
          <slot name="beside" />
        </div>
        <slot />
        <div v-if="told" class="row told" role="alert">
          <p class="fail">{{ told }}</p>
          <ProblemWays v-if="log.problem" :problem="log.problem" />
          <v-btn v-if="log.refused" size="small" @click="again">It was so, note it</v-btn>
        </div>
        <div class="row">
          <v-btn
            type="submit"
            variant="flat"
            :height="xs ? 56 : 40"
            :disabled="disabled"
            :aria-busy="isBusy"
            >{{ action }}</v-btn
          >
          <v-btn variant="text" class="quietly" :height="xs ? 56 : 40" @click="cancel">Cancel</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.card {
  padding: 20px;
}
.told p {
  flex: 1 1 260px;
  margin: 0;
}
</style>
