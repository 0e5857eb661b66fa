<!-- A number with its interval and its origin; pressing the mark says where it comes from and leads to the records. -->
<script setup lang="ts">
import { numberInWords, rangeInWords } from '@virgulta/core/crops/quantityWords'
import type { Estimate } from '@virgulta/core/chance/estimate'

const { estimate, unit, what, records } = defineProps<{
  estimate: Estimate
  unit: 'days' | '%' | 'each'
  /** what is estimated, for the explanation: "pollinated flowers that take" */
  what: string
  /** address of the records it comes from */
  records?: string
}>()
const show = (n: number) => numberInWords(n, unit, estimate.high)
const suffix = computed(() => (unit === 'each' ? '' : ` ${unit}`))
const origin = computed(() =>
  estimate.origin === 'records' ? `${estimate.records} of yours` : estimate.origin,
)
const whence = computed(
  () =>
    ({
      guide: 'From the crop guide; your own records replace it as they come in.',
      records: `From ${estimate.records} records of this garden, with the crop guide as the starting point.`,
      odds: 'From the odds of the cross, by the genes of its parents.',
    })[estimate.origin],
)
</script>

<template>
  <span class="estimate">
    <slot
      ><span class="figures">{{ rangeInWords(estimate, unit) }}</span></slot
    >
    <v-menu :transition="false" :close-on-content-click="false" location="bottom">
      <template #activator="{ props }">
        <button
          v-bind="props"
          type="button"
          class="origin"
          :aria-label="`${origin}: where ${what} comes from`"
        >
          {{ origin }}
        </button>
      </template>
      <v-card class="why">
        <p>
          <strong>{{ what }}</strong>
        </p>
        <p v-if="estimate.origin !== 'odds'">
          Half of the cases lie below {{ show(estimate.median) }}{{ suffix }}; four in five between
          {{ show(estimate.low) }} and {{ show(estimate.high) }}{{ suffix }}.
        </p>
        <p class="quiet small">{{ whence }}</p>
        <p v-if="records && estimate.origin !== 'odds'">
          <NuxtLink :to="records">{{
            estimate.origin === 'guide' ? 'What is learnt of this crop' : 'Open the records'
          }}</NuxtLink>
        </p>
      </v-card>
    </v-menu>
  </span>
</template>

<style scoped>
.estimate {
  display: inline-flex;
  align-items: baseline;
  gap: 5px;
  white-space: nowrap;
}
.origin {
  font: 500 12px var(--text);
  color: var(--quiet);
  background: none;
  border: 0;
  border-bottom: 1px dotted var(--quiet);
  padding: 0;
  cursor: pointer;
  line-height: 1.25;
}
.origin:hover {
  color: var(--ink);
}
.why {
  padding: 12px 16px;
  max-width: 320px;
  border: 1px solid var(--rule);
  white-space: normal;
}
</style>
