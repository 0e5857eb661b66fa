<!-- A number with its interval and its origin; pressing the mark says where it comes from. -->
<script setup lang="ts">
import type { Estimate } from '@virgulta/core/chance/estimate'

const { estimate, unit, what } = defineProps<{
  estimate: Estimate
  unit: 'days' | '%' | 'each'
  /** what is estimated, for the explanation: "share of flowers that take" */
  what: string
}>()
const show = (n: number) => unit === '%' ? String(Math.round(n * 100)) : unit === 'days' ? (estimate.high < 3 ? n.toFixed(1) : String(Math.round(n))) : n.toFixed(n < 20 ? 1 : 0)
const suffix = computed(() => unit === 'each' ? '' : ` ${unit}`)
const range = computed(() => {
  const [low, high] = [show(estimate.low), show(estimate.high)]
  return low === high ? low : `${low}–${high}`
})
const origin = computed(() => estimate.origin === 'guide' ? 'guide' : `${estimate.records} of yours`)
</script>

<template>
  <span class="estimate">
    <slot><span class="figures">{{ range }}{{ suffix }}</span></slot>
    <v-menu :close-on-content-click="false" location="bottom">
      <template #activator="{ props }">
        <button v-bind="props" type="button" class="origin" :aria-label="`${origin}: where ${what} comes from`">{{ origin }}</button>
      </template>
      <v-card class="why">
        <p><strong>{{ what }}</strong></p>
        <p>Half of the cases lie below {{ show(estimate.median) }}{{ suffix }}; four in five between {{ show(estimate.low) }} and {{ show(estimate.high) }}{{ suffix }}.</p>
        <p class="quiet small">{{ estimate.origin === 'guide' ? 'From the crop guide; your own records replace it as they come in.' : `From ${estimate.records} records of this garden, with the crop guide as the starting point.` }}</p>
      </v-card>
    </v-menu>
  </span>
</template>

<style scoped>
.estimate { display: inline-flex; align-items: baseline; gap: 5px; white-space: nowrap; }
.origin { font: 500 12px var(--text); color: var(--quiet); background: none; border: 0; border-bottom: 1px dotted var(--quiet); padding: 0; cursor: pointer; line-height: 1.25; }
.origin:hover { color: var(--ink); }
.why { padding: 12px 16px 8px; max-width: 320px; border: 1px solid var(--rule); white-space: normal; }
</style>
