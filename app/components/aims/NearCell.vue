<!-- A candidate's score in one trait, with its uncertainty, over a bar that says how near it is to what is wished. -->
<script setup lang="ts">
import { errorWords, summaryWords, wholeSummary } from '@virgulta/core/offspring/summaryWords'
import type { TraitSummary } from '@virgulta/core/offspring/summary'
import type { TraitDescription } from '@virgulta/core/offspring/trait'

const { trait, summary, near, meets } = defineProps<{
  trait: TraitDescription
  summary: TraitSummary
  /** 1: there; 0: a whole scale away */
  near: number
  /** chance that the wish is fulfilled; absent for traits of the whole plant */
  meets?: number
}>()
const state = computed(() =>
  meets === undefined ? (near > 0.34 ? 'is' : 'fault') : meets > 0.8 ? 'is' : meets < 0.2 ? 'not' : 'maybe',
)
const said = computed(
  () =>
    ({
      is: meets === undefined ? '' : 'fulfils it',
      not: 'does not fulfil it',
      maybe: `fulfils it with ${Math.round((meets ?? 0) * 100)} %`,
      fault: 'a fault',
    })[state.value],
)
</script>

<template>
  <span class="cell" :class="state" :title="`${wholeSummary(trait, summary)}${said ? `; ${said}` : ''}`">
    <span class="value"
      >{{ summaryWords(trait, summary) }}
      <span class="quiet error figures">{{ errorWords(trait, summary) }}</span></span
    >
    <span class="track" aria-hidden="true"
      ><span class="bar" :style="{ width: `${Math.max(3, near * 100)}%` }"
    /></span>
    <span class="visually-hidden">{{ said }}</span>
  </span>
</template>

<style scoped>
.cell {
  display: grid;
  gap: 3px;
  min-width: 62px;
}
.value {
  white-space: nowrap;
  line-height: 1.15;
}
.error {
  font-size: 11.5px;
}
.track {
  height: 4px;
  background: var(--rule);
  border-radius: 2px;
  overflow: hidden;
}
.bar {
  display: block;
  height: 4px;
  background: var(--quiet);
}
.is .bar {
  background: var(--sap);
}
.is .value {
  font-weight: 650;
}
.maybe .bar {
  background: repeating-linear-gradient(135deg, var(--doubt) 0 3px, transparent 3px 5px);
}
.fault .bar {
  background: var(--fail);
}
.fault .value {
  color: var(--fail);
  font-weight: 650;
}
</style>
