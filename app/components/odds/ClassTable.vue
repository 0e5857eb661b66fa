<!-- The classes of one generation of a path, the wished ones marked. -->
<script setup lang="ts">
import { nameOf, oneIn, percentWords, stepName } from '@virgulta/core/odds/oddsWords'
import type { CropDefinition } from '@virgulta/core/crops/definition'
import { isAmong, isGeneration } from '@virgulta/core/odds/path'
import type { Wanted } from '@virgulta/core/odds/path'
import type { OddsAnswer } from '#shared/works'
import type { Column } from '../base/ReadTable.vue'

const { answer, definition, wished } = defineProps<{
  answer: OddsAnswer
  definition: CropDefinition
  wished: Wanted
}>()
const at = ref(answer.steps.length - 1)
watch(
  () => answer.steps.length,
  n => (at.value = n - 1),
)
const step = computed(() => answer.steps[Math.min(at.value, answer.steps.length - 1)]!)
type Row = (typeof step.value.classes)[number]
const isWished = (row: Row) => Object.keys(wished).length > 0 && isAmong(row.phenotype, wished)
const names = computed(() => Object.keys(step.value.classes[0]?.phenotype ?? {}))
const columns = computed<Column<Row>[]>(() => [
  ...names.value.map((id): Column<Row> => ({
    key: id,
    title: nameOf(id, definition),
    value: r => r.phenotype[id]!,
  })),
  {
    key: 'odds',
    title: 'Odds',
    value: r => 1 / r.probability,
    align: 'end',
    csv: { 'one in': r => Number((1 / r.probability).toPrecision(4)) },
  },
  {
    key: 'share',
    title: 'Share',
    value: r => r.probability,
    align: 'end',
    csv: percentCells('share', r => r.probability),
  },
  ...(step.value.classes[0]?.standardError === undefined
    ? []
    : [
        {
          key: 'error',
          title: '±',
          value: (r: Row) => r.standardError!,
          align: 'end' as const,
          csv: percentCells<Row>('standard error of the share', r => r.standardError ?? null),
        },
      ]),
  { key: 'wished', title: 'Wished', value: r => (isWished(r) ? 'yes' : '') },
])
</script>

<template>
  <div>
    <div class="row" role="group" aria-label="Generation">
      <button
        v-for="(s, i) in answer.steps"
        :key="i"
        type="button"
        class="gen"
        :class="{ on: i === at }"
        :aria-pressed="i === at"
        @click="at = i"
      >
        {{ i + 1 }}. {{ isGeneration(s.step) ? stepName(s.step, definition) : 'after the choice' }}
      </button>
    </div>
    <ReadTable :rows="step.classes" :columns="columns" name="classes" one="class" sort="share" descending>
      <template v-for="id in names" #[id]="{ row }" :key="id"
        ><strong v-if="isWished(row)">{{ row.phenotype[id] }}</strong
        ><template v-else>{{ row.phenotype[id] }}</template></template
      >
      <template #odds="{ row }"
        ><span class="figures nowrap">{{ oneIn(row.probability) }}</span></template
      >
      <template #share="{ row }"
        ><span class="figures nowrap">{{ percentWords(row.probability) }}</span></template
      >
      <template #error="{ row }"
        ><span class="figures quiet nowrap">{{ percentWords(row.standardError!) }}</span></template
      >
      <template #wished="{ row }"><strong v-if="isWished(row)" class="sap">wished</strong></template>
    </ReadTable>
    <p v-if="step.more" class="quiet small">
      {{ step.more.toLocaleString('en') }} rarer classes are not listed.
    </p>
  </div>
</template>

<style scoped>
.gen {
  min-height: 32px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  font-size: 14px;
  padding: 2px 10px;
  cursor: pointer;
}
.gen.on {
  border-color: var(--sap);
  box-shadow: inset 0 -2px var(--sap);
  font-weight: 650;
}
</style>
