<!-- The line at the edge of the screen, in a place kept free for it: what was noted last with its undo, what was refused, what waits to be sent. -->
<script setup lang="ts">
import { mdiClose, mdiUndo } from '@mdi/js'
import { counted } from '@virgulta/core/formats/counted'

const SECONDS = 10
const log = useLogStore()
const garden = useGardenStore()
const route = useRoute()
const { last, takenBack, refused, waiting, isLate } = storeToRefs(log)
const problem = useProblemLine()
function fade() {
  last.value = null
  takenBack.value = ''
}
const { start } = useTimeoutFn(fade, SECONDS * 1000, { immediate: false })
watch([last, takenBack], () => (last.value || takenBack.value) && start())
// What was refused on one screen is of no use on the next.
watch(
  () => route.path,
  () => log.clear(),
)
</script>

<template>
  <div class="line" :class="{ problem }" role="region" aria-label="What was noted">
    <div v-if="problem" class="words" role="alert">
      <span>{{ problem.sentence }}</span>
      <ProblemWays :problem="problem" />
      <button v-if="refused" type="button" @click="log.noteAnyway()">It was so, note it</button>
      <button type="button" class="icon" aria-label="Close the message" @click="log.clear()">
        <v-icon :icon="mdiClose" size="20" />
      </button>
    </div>
    <div v-else class="words" role="status">
      <template v-if="last">
        <span class="noted">Noted: {{ last.words }}</span>
        <button type="button" @click="log.undo(last.ids)"><v-icon :icon="mdiUndo" size="18" /> Undo</button>
      </template>
      <span v-else-if="takenBack" class="noted">Taken back: {{ takenBack }}</span>
      <span v-if="waiting.length && isLate" class="late"
        >{{ counted(waiting.length, 'note waits', 'notes wait') }} to be sent; no answer yet.</span
      >
      <span v-else-if="!last && !takenBack && garden.garden" class="quiet"
        ><slot>{{ waiting.length ? `${counted(waiting.length, 'note')} on the way` : '' }}</slot></span
      >
    </div>
  </div>
</template>

<style scoped>
.line {
  min-height: var(--line);
  background: var(--paper);
  border-top: 1px solid var(--rule);
  display: grid;
  align-items: center;
  padding: 2px 16px;
  overflow: hidden;
}
.words {
  display: flex;
  align-items: center;
  gap: 14px;
  min-width: 0;
  min-height: 40px;
}
.words > span {
  min-width: 0;
  overflow-wrap: anywhere;
}
.noted {
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  overflow: hidden;
}
.problem {
  background: var(--fail);
  color: var(--sheet);
}
.late {
  color: var(--doubt);
  font-weight: 650;
}
button {
  flex: none;
  min-height: 40px;
  padding: 2px 14px;
  border: 1.5px solid currentColor;
  border-radius: var(--radius);
  background: none;
  color: var(--sap);
  font: 650 15px var(--text);
  cursor: pointer;
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
.problem button {
  color: inherit;
}
.icon {
  padding: 2px 8px;
  border-color: transparent;
}
</style>
