<!-- The demo garden's own clock, with steps onward. -->
<script setup lang="ts">
import { mdiClockOutline } from '@mdi/js'

const garden = useGardenStore()
const isBusy = ref(false)
async function step(by: 'hour' | 'day') {
  isBusy.value = true
  await garden.step(by).finally(() => (isBusy.value = false))
}
</script>

<template>
  <div class="row clock" role="group" aria-label="Clock of the demo garden">
    <v-icon :icon="mdiClockOutline" size="18" />
    <span class="small">The demo garden keeps its own clock.</span>
    <v-btn data-many size="small" class="quietly" :disabled="isBusy" @click="step('hour')">Next hour</v-btn>
    <v-btn data-many size="small" class="quietly" :disabled="isBusy" @click="step('day')">Next day</v-btn>
  </div>
</template>

<style scoped>
.clock {
  color: var(--quiet);
  margin-bottom: 12px;
}
</style>
