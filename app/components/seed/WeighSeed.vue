<!-- Counts seed on a balance: a sample of so many seeds, weighed once or several times, and then all of it. -->
<script setup lang="ts">
import { OutOfRange } from '@virgulta/core/chance/estimate'
import type { Weighed } from '@virgulta/core/seed/weighing'
import { seedsByWeight, weightsIn } from '@virgulta/core/seed/weighing'

/** what was weighed, and how many seeds that makes; null while something lacks */
const weighed = defineModel<Weighed | null>({ required: true })
const [sampleSeeds, samples, total] = [ref(20), ref(''), ref('')]
const known = computed<{ weighed: Weighed; words: string } | { why: string } | null>(() => {
  if (!samples.value.trim() || !total.value.trim()) return null
  const [each, [all] = []] = [weightsIn(samples.value), weightsIn(total.value) ?? []]
  if (!each || all === undefined) return { why: 'Weights are numbers of grams, such as 0.42.' }
  const of = { sampleSeeds: sampleSeeds.value, samples: each, total: all }
  try {
    const { seeds, low, high } = seedsByWeight(of)
    return { weighed: of, words: `About ${seeds} seeds, four times in five ${low} to ${high}.` }
  } catch (error) {
    if (!(error instanceof OutOfRange)) throw error
    return { why: error.message }
  }
})
watch(known, now => (weighed.value = now && 'weighed' in now ? now.weighed : null), { immediate: true })
</script>

<template>
  <div class="weigh">
    <CountStepper v-model="sampleSeeds" label="Seeds in a sample" :least="1" :most="100000" />
    <v-text-field
      v-model="samples"
      label="Weight of each sample, g"
      placeholder="0.42 0.40 0.41"
      inputmode="decimal"
      hide-details
    />
    <v-text-field v-model="total" label="All of the seed, g" inputmode="decimal" hide-details />
    <p v-if="known && 'why' in known" class="fail" role="alert">{{ known.why }}</p>
    <p v-else-if="known" role="status">
      <strong>{{ known.words }}</strong>
    </p>
    <p class="quiet small">Weigh several samples: how they differ says how sure the count is.</p>
  </div>
</template>

<style scoped>
.weigh {
  display: grid;
  gap: 10px;
}
.weigh p {
  margin: 0;
}
</style>
