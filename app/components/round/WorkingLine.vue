<!-- What is gone on with in some minutes: a countdown for each, which leads there when its time has come. -->
<script setup lang="ts">
import { minutesToWait } from '@virgulta/core/round/walk'
import { WORK } from '@virgulta/core/round/work'
import type { Instant } from '@virgulta/core/time/days'
import type { RoundStop } from '#shared/round'

const { stops, now } = defineProps<{ stops: RoundStop[]; now: Instant }>()
const SHOWN = 3
const left = (stop: RoundStop) => {
  const seconds = Math.ceil(minutesToWait(stop, now) * 60)
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`
}
/** Told aloud by the minute, not by the second. */
const aloud = computed(() => {
  const [first] = stops
  return first
    ? `${WORK[first.step].words} again at ${first.code} in ${Math.ceil(minutesToWait(first, now))} minutes`
    : ''
})
</script>

<template>
  <div class="working">
    <span class="visually-hidden" role="status">{{ aloud }}</span>
    <ul aria-label="Goes on in some minutes">
      <li v-for="stop in stops.slice(0, SHOWN)" :key="stop.subject.id">
        <strong class="figures">{{ left(stop) }}</strong>
        <span
          >{{ WORK[stop.step].words }} again, <span class="code">{{ stop.code }}</span></span
        >
      </li>
    </ul>
    <span v-if="stops.length > SHOWN" class="quiet small">and {{ stops.length - SHOWN }} more</span>
  </div>
</template>

<style scoped>
.working {
  grid-row: 3;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
  padding: 8px 18px;
  background: var(--sheet);
  border-bottom: 1px solid var(--rule);
}
ul {
  display: contents;
  list-style: none;
}
li {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
strong {
  font-size: 20px;
  color: var(--sap);
}
</style>
