<!-- A count without a keyboard: big minus and plus, and a field between for those who type. -->
<script setup lang="ts">
import { mdiMinus, mdiPlus } from '@mdi/js'

const count = defineModel<number>({ required: true })
const { label, least = 0, most = 1_000_000, hint, error } = defineProps<{ label: string, least?: number, most?: number, hint?: string, error?: string }>()
const id = useId()
const set = (n: number) => count.value = Math.max(least, Math.min(most, Number.isFinite(n) ? Math.round(n) : least))
</script>

<template>
  <div class="stepper">
    <label :for="id">{{ label }}</label>
    <div class="keys">
      <button type="button" :aria-label="`One less: ${label}`" :disabled="count <= least" @click="set(count - 1)"><v-icon :icon="mdiMinus" /></button>
      <input :id="id" :value="count" inputmode="numeric" class="figures" :aria-invalid="Boolean(error)" :aria-describedby="error || hint ? `${id}-note` : undefined" @change="set(Number(($event.target as HTMLInputElement).value))">
      <button type="button" :aria-label="`One more: ${label}`" :disabled="count >= most" @click="set(count + 1)"><v-icon :icon="mdiPlus" /></button>
    </div>
    <p v-if="error || hint" :id="`${id}-note`" class="small note" :class="error ? 'fail' : 'quiet'">{{ error ?? hint }}</p>
  </div>
</template>

<style scoped>
.stepper { display: grid; gap: 4px; }
label { font-size: 13px; color: var(--quiet); }
.keys { display: inline-flex; border: 1px solid var(--quiet); border-radius: var(--radius); background: var(--sheet); width: fit-content; overflow: hidden; }
button { width: 48px; height: 48px; border: 0; background: none; color: var(--sap); cursor: pointer; }
@media (max-width: 600px) { button { width: 64px; height: 56px; } }
button:disabled { color: var(--rule); cursor: default; }
button:not(:disabled):hover { background: var(--wash); }
input { width: 84px; text-align: center; border: 0; border-inline: 1px solid var(--rule); background: none; color: var(--ink); font-size: 20px; }
.note { margin: 0; }
</style>
