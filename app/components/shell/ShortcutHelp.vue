<!-- The keys of the screen, listed at `?`. -->
<script setup lang="ts">
const shell = useShellStore()
const { isHelpOpen, shortcuts } = storeToRefs(shell)
const everywhere = [
  { keys: '/ or Ctrl K', does: 'find' },
  { keys: 'u', does: 'undo what was noted last' },
  { keys: 'Esc', does: 'go back one step' },
  { keys: '?', does: 'this list' },
  ...areas.map(({ key, word }) => ({ keys: `g ${key}`, does: word })),
]
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === '?' && !(event.target as HTMLElement | null)?.closest('input, textarea'))
    isHelpOpen.value = true
})
</script>

<template>
  <v-dialog v-model="isHelpOpen" max-width="420" aria-label="Shortcuts">
    <v-card class="help">
      <h2>Shortcuts</h2>
      <dl>
        <template v-for="s in [...shortcuts, ...everywhere]" :key="s.keys">
          <dt class="code">{{ s.keys }}</dt>
          <dd>{{ s.does }}</dd>
        </template>
      </dl>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.help {
  padding: 20px;
}
dl {
  display: grid;
  grid-template-columns: 110px 1fr;
  gap: 6px 12px;
  margin: 12px 0 0;
}
dd {
  margin: 0;
}
</style>
