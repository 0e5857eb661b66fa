<!-- What the garden does its own way, wherever a crop allows it. -->
<script setup lang="ts">
import type { SchoolStep } from '@virgulta/core/flowers/schools'
import { SCHOOLS, SCHOOL_STEPS, SCHOOL_STEP_NAMES } from '@virgulta/core/flowers/schools'

const garden = useGardenStore()
const { guides, customs, keepTo } = useGuides()
const rows = computed(() =>
  SCHOOL_STEPS.map(step => ({
    step,
    name: SCHOOL_STEP_NAMES[step],
    kept: customs.value.schools[step] ?? '',
    choices: [
      { value: '', title: 'as each guide says' },
      ...Object.entries(SCHOOLS[step]).map(([value, title]) => ({ value, title: title as string })),
    ],
    crops: (school: string) =>
      (guides.value ?? []).filter(
        g => g.schools[step] && [g.schools[step]!.usual, ...g.schools[step]!.others].includes(school),
      ).length,
  })),
)
const choose = (step: SchoolStep, school: string) => keepTo({ about: 'school', step, school: school || null })
</script>

<template>
  <div class="stack">
    <p>
      Competent people differ. Each guide names the school that is usual for its crop, and why; here the
      garden says which one it keeps to wherever a crop knows it. What was done at each flower is noted as
      such, so that schools can be compared later.
    </p>
    <PaperSheet>
      <div v-for="row in rows" :key="row.step" class="way">
        <strong>{{ row.name }}</strong>
        <v-select
          :model-value="row.kept"
          :items="row.choices"
          :label="row.name"
          hide-details
          :disabled="!garden.mayNote"
          @update:model-value="choose(row.step, $event)"
        />
        <span class="quiet small">{{
          row.kept ? `the usual way for ${row.crops(row.kept)} crops` : ''
        }}</span>
      </div>
    </PaperSheet>
  </div>
</template>

<style scoped>
.way {
  display: grid;
  grid-template-columns: 220px minmax(0, 320px) 1fr;
  gap: 16px;
  align-items: center;
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
}
.way:last-child {
  border: 0;
}
@media (max-width: 700px) {
  .way {
    grid-template-columns: 1fr;
    gap: 4px;
  }
}
</style>
