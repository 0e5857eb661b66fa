<!-- What was noted last, for ten seconds with its undo; and what the log refused, until it is read. -->
<script setup lang="ts">
import { mdiClose, mdiUndo } from '@mdi/js'

const SECONDS = 10
const log = useLogStore()
const { last, problem, refused } = storeToRefs(log)
const { start } = useTimeoutFn(() => last.value = null, SECONDS * 1000, { immediate: false })
watch(last, () => last.value && start())
</script>

<template>
  <div class="undo" aria-live="polite">
    <div v-if="problem" class="line problem" role="alert">
      <span>{{ problem.sentence }}</span>
      <v-btn v-if="refused" variant="outlined" color="inherit" class="anyway" @click="log.noteAnyway()">It was so, note it</v-btn>
      <v-btn :icon="mdiClose" size="small" variant="text" color="inherit" aria-label="Close the message" @click="problem = null" />
    </div>
    <div v-else-if="last" class="line">
      <span>Noted: {{ last.words }}</span>
      <v-btn variant="text" color="inherit" :prepend-icon="mdiUndo" @click="log.undo(last.ids)">Undo</v-btn>
    </div>
  </div>
</template>

<style scoped>
.undo { position: fixed; bottom: 12px; left: 0; right: 0; display: grid; justify-items: center; z-index: 3000; pointer-events: none; padding: 0 12px; }
.line { pointer-events: auto; background: var(--ink); color: var(--paper); border-radius: var(--radius); padding: 6px 8px 6px 16px; display: flex; align-items: center; gap: 12px; max-width: 720px; min-height: 48px; }
.problem { background: var(--fail); color: var(--sheet); }
@media (max-width: 600px) { .undo { bottom: auto; top: 8px; } }
</style>
