<!-- A count without a keyboard: big minus and plus, and a field between for those who type. What cannot be is refused in words, and stays as it was typed. -->
<script setup lang="ts">
import { mdiMinus, mdiPlus } from '@mdi/js'

const count = defineModel<number>({ required: true })
const {
  label,
  least = 0,
  most = 1_000_000,
  hint,
  error,
} = defineProps<{ label: string; least?: number; most?: number; hint?: string; error?: string }>()
const id = useId()
/** what stands in the field while it is no number that can be; null: the count */
const typed = ref<string | null>(null)
const why = ref('')
watch(
  () => [count.value, least, most],
  () => (typed.value = null),
)
const set = (n: number) => (count.value = Math.max(least, Math.min(most, n)))
function read(text: string) {
  const number = Number(text.trim().replace(',', '.'))
  const isOne = text.trim() !== '' && Number.isFinite(number)
  why.value = !isOne
    ? 'Give a number.'
    : !Number.isInteger(number)
      ? 'Give a whole number.'
      : number < least
        ? `Give ${least} or more.`
        : number > most
          ? `Give ${most.toLocaleString('en')} or less.`
          : ''
  typed.value = why.value ? text : null
  if (!why.value) count.value = number
}
const told = computed(() => (typed.value === null ? error : why.value))
</script>

<template>
  <div class="stepper">
    <label :for="id">{{ label }}</label>
    <div class="keys" data-many>
      <button
        type="button"
        :aria-label="`One less: ${label}`"
        :disabled="count <= least"
        @click="set(count - 1)"
      >
        <v-icon :icon="mdiMinus" />
      </button>
      <input
        :id="id"
        :value="typed ?? count"
        inputmode="numeric"
        class="figures"
        :aria-invalid="Boolean(told)"
        :aria-describedby="told || hint ? `${id}-note` : undefined"
        @change="read(($event.target as HTMLInputElement).value)"
        @keydown.enter="read(($event.target as HTMLInputElement).value)"
      />
      <button
        type="button"
        :aria-label="`One more: ${label}`"
        :disabled="count >= most"
        @click="set(count + 1)"
      >
        <v-icon :icon="mdiPlus" />
      </button>
    </div>
    <p
      v-if="told || hint"
      :id="`${id}-note`"
      class="small note"
      :class="told ? 'fail' : 'quiet'"
      :role="told ? 'alert' : undefined"
    >
      {{ told ?? hint }}
    </p>
  </div>
</template>

<style scoped>
.stepper {
  display: grid;
  gap: 4px;
}
label {
  font-size: 13px;
  color: var(--quiet);
}
.keys {
  display: inline-flex;
  border: 1px solid var(--quiet);
  border-radius: var(--radius);
  background: var(--sheet);
  width: fit-content;
  overflow: hidden;
}
.keys:has([aria-invalid='true']) {
  border-color: var(--fail);
}
button {
  width: 48px;
  height: 48px;
  border: 0;
  background: none;
  color: var(--sap);
  cursor: pointer;
}
@media (max-width: 600px) {
  button {
    width: 64px;
    height: 56px;
  }
}
button:disabled {
  color: var(--rule);
  cursor: default;
}
button:not(:disabled):hover {
  background: var(--wash);
}
input {
  width: 84px;
  text-align: center;
  border: 0;
  border-inline: 1px solid var(--rule);
  background: none;
  color: var(--ink);
  font-size: 20px;
}
.note {
  margin: 0;
  max-width: 220px;
}
</style>
