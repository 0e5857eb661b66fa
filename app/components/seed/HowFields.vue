<!-- How seed is sown: what one may want to compare later. -->
<script setup lang="ts">
import type { SownHow } from '@virgulta/core/seed/kinds'
import { coverWords } from '@virgulta/core/seed/kinds'

const how = defineModel<SownHow>({ required: true })
/** What is emptied is not told. */
function tell(part: { [K in keyof SownHow]?: SownHow[K] | null | '' }) {
  how.value = Object.fromEntries(
    Object.entries({ ...how.value, ...part }).filter(([, value]) =>
      typeof value === 'string' ? value.trim() : value || value === 0,
    ),
  ) as SownHow
}
const chips = [
  ['scarified', 'coat scratched'],
  ['soaked', 'soaked over night'],
  ['bottomWarmth', 'warm from below'],
] as const
const texts = [
  ['medium', 'Medium'],
  ['topLayer', 'On top'],
  ['drench', 'Watered with'],
] as const
const depth = ref(how.value.depthMm === undefined ? '' : String(how.value.depthMm))
const depthProblem = computed(() => {
  const mm = Number(depth.value.replace(',', '.'))
  return depth.value.trim() && !(mm >= 0 && mm <= 300) ? 'Give 0 to 300 millimetres.' : ''
})
watch(depth, text =>
  tell({ depthMm: !text.trim() || depthProblem.value ? null : Number(text.replace(',', '.')) }),
)
// Begun anew, nothing of it is told.
watch(
  () => how.value.depthMm,
  mm => mm === undefined && !depthProblem.value && (depth.value = ''),
)
</script>

<template>
  <div class="row" role="group" aria-label="How it was made ready">
    <button
      v-for="[key, words] in chips"
      :key="key"
      type="button"
      class="chip"
      :aria-pressed="how[key] === true"
      @click="tell({ [key]: how[key] ? null : true })"
    >
      {{ words }}
    </button>
  </div>
  <div class="row fields">
    <WordsField
      v-for="[key, words] in texts"
      :key="key"
      :model-value="how[key] ?? ''"
      :most="60"
      :label="words"
      @update:model-value="text => tell({ [key]: text })"
    />
    <v-text-field
      v-model="depth"
      label="Depth, mm"
      inputmode="decimal"
      :error-messages="depthProblem ? [depthProblem] : []"
      :aria-invalid="Boolean(depthProblem)"
    />
    <v-select
      :model-value="how.cover ?? null"
      :items="[
        { value: null, title: 'not said' },
        ...Object.entries(coverWords).map(([value, title]) => ({ value, title })),
      ]"
      label="Cover"
      @update:model-value="cover => tell({ cover })"
    />
  </div>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(160px, 1fr));
  align-items: start;
}
</style>
