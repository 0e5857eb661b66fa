<!-- Scores one plant in one trait, today or on an earlier day. -->
<script setup lang="ts">
import type { CropTrait } from '@virgulta/core/crops/definition'
import { classNames } from '@virgulta/core/offspring/trait'
import type { Plant } from '@virgulta/core/plants/plant'

const isOpen = defineModel<boolean>({ required: true })
const { plant, traits } = defineProps<{ plant: Plant; traits: CropTrait[] }>()
const garden = useGardenStore()
const log = useLogStore()
const valueProblem = useProblemAt('value')
const traitId = ref(traits[0]?.id ?? '')
const trait = computed(() => traits.find(t => t.id === traitId.value))
const names = computed(() => trait.value && classNames(trait.value))
const value = ref<number | null>(null)
const typed = ref('')
const day = ref(garden.today)
function begin() {
  value.value = null
  typed.value = ''
  day.value = garden.today
}
watch(traitId, begin)
const number = computed(() =>
  typed.value.trim() && Number.isFinite(Number(typed.value.replace(',', '.')))
    ? Number(typed.value.replace(',', '.'))
    : null,
)
const scored = computed(() => (names.value ? value.value : number.value))
async function save() {
  if (scored.value === null || !trait.value) return
  if (
    await log.note(
      [{ kind: 'scored', subjectId: plant.id, payload: { trait: trait.value.id, value: scored.value } }],
      day.value,
    )
  )
    isOpen.value = false
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    heading="Score it"
    action="Note the score"
    :disabled="scored === null"
    :of="plant.id"
    @open="begin"
    @submit="save"
  >
    <v-select v-model="traitId" label="Trait" :items="traits.map(t => ({ value: t.id, title: t.name }))" />
    <p class="quiet small">{{ trait?.hint }}</p>
    <div v-if="names" class="row" role="group" :aria-label="trait!.name">
      <button
        v-for="(name, i) in names"
        :key="name"
        type="button"
        class="step"
        :class="{ on: value === i }"
        :aria-pressed="value === i"
        @click="value = i"
      >
        <span
          v-if="trait!.scale === 'colour'"
          class="swatch"
          :style="{ background: trait!.swatches[i]!.colour }"
          aria-hidden="true"
        />{{ name }}
      </button>
    </div>
    <v-text-field
      v-else-if="trait"
      v-model="typed"
      :label="'unit' in trait ? `${trait.name}, ${trait.unit}` : trait.name"
      inputmode="decimal"
      :error-messages="valueProblem ? [valueProblem] : []"
    />
    <DayField v-model="day" />
  </FormDialog>
</template>

<style scoped>
.step {
  display: inline-flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
  padding: 4px 16px;
  border: 1px solid var(--quiet);
  border-radius: var(--radius);
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  cursor: pointer;
}
.step.on {
  border: 2px solid var(--sap);
  font-weight: 650;
}
.swatch {
  width: 18px;
  height: 18px;
  border-radius: 50%;
  border: 1px solid var(--quiet);
}
</style>
