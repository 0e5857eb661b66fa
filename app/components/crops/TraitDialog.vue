<!-- Adds a trait to a crop, or describes one of the garden's own anew. -->
<script setup lang="ts">
import { mdiClose, mdiPlus } from '@mdi/js'
import type { CropTrait } from '@virgulta/core/crops/definition'
import type { TraitDescription } from '@virgulta/core/offspring/trait'
import { SCALES } from '@virgulta/core/offspring/trait'

const isOpen = defineModel<boolean>({ required: true })
const { crop, trait } = defineProps<{ crop: string; trait?: CropTrait }>()
const log = useLogStore()
const ids = useFormIds()
const scaleWords: Record<(typeof SCALES)[number], string> = {
  yesNo: 'yes or no',
  steps: 'steps with names',
  count: 'a count',
  measure: 'a measure with its unit',
  colour: 'swatches of your own',
}
const goodWords = [
  { value: null, title: 'no: of the flower, fruit or leaf' },
  { value: 'high', title: 'yes, and more is better' },
  { value: 'low', title: 'yes, and less is better' },
]
const empty = () => ({
  name: '',
  hint: '',
  scale: 'steps' as (typeof SCALES)[number],
  good: null as 'high' | 'low' | null,
  steps: ['', ''],
  unit: 'cm',
  most: '',
  swatches: [
    { name: '', colour: '#8a3b5c' },
    { name: '', colour: '#d9c7a3' },
  ],
})
const draft = ref(empty())
const tried = ref(false)
function begin() {
  ids.renew()
  tried.value = false
  draft.value = empty()
  if (!trait) return
  const { name, hint, scale, good = null } = trait
  draft.value = {
    ...empty(),
    name,
    hint,
    scale,
    good,
    ...(trait.scale === 'steps' ? { steps: [...trait.steps] } : {}),
    ...(trait.scale === 'colour' ? { swatches: trait.swatches.map(s => ({ ...s })) } : {}),
    ...(trait.scale === 'measure' ? { unit: trait.unit } : {}),
    ...('most' in trait ? { most: String(trait.most) } : {}),
  }
}
const described = computed<TraitDescription>(() => {
  const { name, hint, scale, good, steps, unit, most, swatches } = draft.value
  const common = { name: name.trim(), hint: hint.trim(), ...(good ? { good } : {}) }
  const largest = Number(most.replace(',', '.'))
  if (scale === 'steps') return { ...common, scale, steps: steps.map(s => s.trim()).filter(Boolean) }
  if (scale === 'count') return { ...common, scale, most: largest }
  if (scale === 'measure') return { ...common, scale, unit: unit.trim(), most: largest }
  if (scale === 'colour')
    return {
      ...common,
      scale,
      swatches: swatches.filter(s => s.name.trim()).map(s => ({ name: s.name.trim(), colour: s.colour })),
    }
  return { ...common, scale }
})
const wrong = computed(() => {
  const { name, hint, scale, most, steps, swatches } = draft.value
  return {
    name: name.trim() ? [] : ['Give the trait a name.'],
    hint: hint.trim() ? [] : ['Say in a few words where and when to look.'],
    most:
      (scale === 'count' || scale === 'measure') && !(Number(most.replace(',', '.')) > 0)
        ? ['Give the largest value that can be, above 0.']
        : [],
    list:
      scale === 'steps' && steps.filter(s => s.trim()).length < 2
        ? 'Give at least two steps.'
        : scale === 'colour' && swatches.filter(s => s.name.trim()).length < 2
          ? 'Give at least two swatches.'
          : null,
  }
})
async function save() {
  tried.value = true
  const { name, hint, most, list } = wrong.value
  if (name.length || hint.length || most.length || list) return
  const isNoted = await log.note([
    trait
      ? { kind: 'traitChanged', subjectId: trait.id, payload: { trait: described.value } }
      : { kind: 'traitAdded', subjectId: ids.id(), payload: { crop, trait: described.value } },
  ])
  if (isNoted) isOpen.value = false
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :heading="trait ? 'Describe the trait' : 'Add a trait'"
    :action="trait ? 'Save' : 'Add it'"
    :of="trait?.id"
    @open="begin"
    @submit="save"
  >
    <WordsField v-model="draft.name" :most="60" label="Name" autofocus :errors="tried ? wrong.name : []" />
    <WordsField
      v-model="draft.hint"
      :most="300"
      label="Where and when to look"
      placeholder="youngest full leaf, from above, in daylight"
      :errors="tried ? wrong.hint : []"
    />
    <v-select
      v-model="draft.scale"
      label="Scale"
      :items="SCALES.map(value => ({ value, title: scaleWords[value] }))"
      :disabled="Boolean(trait)"
    />
    <div
      v-if="draft.scale === 'steps'"
      class="list"
      role="group"
      aria-label="Steps, from the least to the most"
    >
      <p class="quiet small">From the least to the most.</p>
      <div v-for="(_, i) in draft.steps" :key="i" class="row line">
        <span class="figures quiet">{{ i + 1 }}</span><WordsField
          v-model="draft.steps[i]!"
          :most="40"
          :label="`Step ${i + 1}`"
        /><v-btn
          v-if="draft.steps.length > 2 && !trait"
          :icon="mdiClose"
          size="small"
          variant="text"
          :aria-label="`Take step ${i + 1} out`"
          @click="draft.steps.splice(i, 1)"
        />
      </div>
      <v-btn
        v-if="draft.steps.length < 9"
        data-many
        size="small"
        :prepend-icon="mdiPlus"
        @click="draft.steps.push('')"
        >One more step</v-btn
      >
    </div>
    <div v-else-if="draft.scale === 'colour'" class="list" role="group" aria-label="Swatches">
      <p class="quiet small">Name each as you call it, and match its colour on your screen.</p>
      <div v-for="(swatch, i) in draft.swatches" :key="i" class="row line">
        <input
          v-model="swatch.colour"
          type="color"
          :aria-label="`Colour of swatch ${i + 1}`"
          class="well"
        /><WordsField v-model="swatch.name" :most="40" :label="`Swatch ${i + 1}`" /><v-btn
          v-if="draft.swatches.length > 2 && !trait"
          :icon="mdiClose"
          size="small"
          variant="text"
          :aria-label="`Take swatch ${i + 1} out`"
          @click="draft.swatches.splice(i, 1)"
        />
      </div>
      <v-btn
        v-if="draft.swatches.length < 24"
        data-many
        size="small"
        :prepend-icon="mdiPlus"
        @click="draft.swatches.push({ name: '', colour: '#888888' })"
        >One more swatch</v-btn
      >
    </div>
    <div v-else-if="draft.scale !== 'yesNo'" class="row line">
      <WordsField
        v-if="draft.scale === 'measure'"
        v-model="draft.unit"
        :most="12"
        label="Unit"
        :disabled="Boolean(trait)"
      />
      <v-text-field
        v-model="draft.most"
        label="Largest that can be"
        inputmode="decimal"
        :error-messages="tried ? wrong.most : []"
      />
    </div>
    <p v-if="tried && wrong.list" class="fail" role="alert">{{ wrong.list }}</p>
    <v-select
      v-model="draft.good"
      label="Does it tell of the whole plant’s health or strength?"
      :items="goodWords"
      hint="Such traits stay in view wherever candidates are compared."
      persistent-hint
    />
  </FormDialog>
</template>

<style scoped>
.list {
  display: grid;
  gap: 8px;
  justify-items: start;
}
.line {
  flex-wrap: nowrap;
  width: 100%;
}
.well {
  width: 44px;
  height: 36px;
  border: 1px solid var(--quiet);
  border-radius: var(--radius);
  background: none;
  padding: 2px;
  flex: none;
}
</style>
