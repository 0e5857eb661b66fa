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
