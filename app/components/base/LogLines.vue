<!-- Lines of the log, with the name where somebody else noted them; each can be taken back, and stays readable when it was. -->
<script setup lang="ts">
import { dayInWords } from '@virgulta/core/time/days'
import type { LogLine } from '#shared/entries'

const {
  lines,
  withDay = true,
  withCode = true,
} = defineProps<{ lines: LogLine[]; withDay?: boolean; withCode?: boolean }>()
const log = useLogStore()
const garden = useGardenStore()
</script>

<template>
  <ol class="lines">
    <li v-for="line in lines" :key="line.id" :class="{ back: line.isTakenBack }">
      <span v-if="withDay" class="quiet small day">{{
        dayInWords(line.day, line.day.slice(0, 4) !== garden.today.slice(0, 4))
      }}</span>
      <span v-if="withCode && line.code" class="code small">{{ line.code }}</span>
      <span class="what"
        ><span class="words">{{ line.words }}</span
        >{{ ' '
        }}<span v-if="line.byId !== garden.garden?.personId" class="quiet small">by {{ line.by }}</span></span
      >
      <span v-if="line.isTakenBack" class="quiet small">taken back</span>
      <button
        v-else-if="garden.mayUndo(line.byId)"
        type="button"
        class="undo"
        :aria-label="`Undo ${line.code ?? ''} ${line.words}`"
        @click="log.undo([line.id])"
      >
        undo
      </button>
    </li>
  </ol>
</template>

<style scoped>
.lines {
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 14px;
}
li {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 5px 0;
  border-bottom: 1px solid var(--rule);
}
.day {
  min-width: 96px;
  white-space: nowrap;
}
.what {
  flex: 1;
  min-width: 0;
  overflow-wrap: anywhere;
}
.back .words {
  text-decoration: line-through;
  color: var(--quiet);
}
.undo {
  border: 0;
  background: none;
  color: var(--sap);
  font: inherit;
  font-size: 13px;
  cursor: pointer;
  text-decoration: underline;
  text-underline-offset: 3px;
  padding: 2px 4px;
}
</style>
