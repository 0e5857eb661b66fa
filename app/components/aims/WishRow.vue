<!-- One wish of an aim: which trait, what of it, how much it weighs. -->
<script setup lang="ts">
import type { Wish } from '@virgulta/core/aims/kinds'
import { mdiClose } from '@mdi/js'
import type { CropTrait } from '@virgulta/core/crops/definition'
import { classNames } from '@virgulta/core/offspring/trait'

const wish = defineModel<Wish>({ required: true })
const { traits, taken } = defineProps<{
  traits: CropTrait[]
  /** traits that other wishes are for */ taken: string[]
}>()
const emit = defineEmits<{ remove: [] }>()
const trait = computed(() => traits.find(t => t.id === wish.value.trait))
const names = computed(() => trait.value && classNames(trait.value))
const ways = [
  { value: 'bring', title: 'bring in' },
  { value: 'keep', title: 'keep' },
  { value: 'lose', title: 'lose' },
]
const weights = [1, 2, 3, 4, 5].map(value => ({
  value,
  title: ['1, a little', '2', '3, much', '4', '5, most'][value - 1]!,
}))

function choose(id: string) {
  const chosen = traits.find(t => t.id === id)!
  const classes = classNames(chosen)
  wish.value = {
    ...wish.value,
    trait: id,
    target: classes
      ? { classes: [classes.length - 1] }
      : { from: null, to: 'most' in chosen ? chosen.most : null },
  }
}
const classes = computed(() => ('classes' in wish.value.target ? wish.value.target.classes : []))
function toggle(at: number) {
  const next = classes.value.includes(at)
    ? classes.value.filter(c => c !== at)
    : [...classes.value, at].sort((a, b) => a - b)
  wish.value = { ...wish.value, target: { classes: next } }
}
const end = (which: 'from' | 'to') =>
  computed({
    get: () => ('from' in wish.value.target ? (wish.value.target[which]?.toString() ?? '') : ''),
    set: typed => {
      const number = Number(typed.replace(',', '.'))
      const value = typed.trim() && Number.isFinite(number) ? number : null
      if ('from' in wish.value.target)
        wish.value = { ...wish.value, target: { ...wish.value.target, [which]: value } }
    },
  })
const [from, to] = [end('from'), end('to')]
</script>

<template>
  <div class="wish" role="group" :aria-label="trait ? `Wish: ${trait.name}` : 'Wish'">
    <v-select
      :model-value="wish.way"
      :items="ways"
      label="Wish"
      class="way"
      @update:model-value="way => (wish = { ...wish, way })"
    />
    <v-select
      :model-value="wish.trait || null"
      :items="
        traits
          .filter(t => t.id === wish.trait || !taken.includes(t.id))
          .map(t => ({ value: t.id, title: t.name }))
      "
      label="Trait"
      class="trait"
      @update:model-value="choose"
    />
    <div v-if="names" class="row target" role="group" :aria-label="`Which ${trait!.name}`">
      <button
        v-for="(name, i) in names"
        :key="name"
        type="button"
        class="chip"
        :class="{ on: classes.includes(i) }"
        :aria-pressed="classes.includes(i)"
        @click="toggle(i)"
      >
        <span
          v-if="trait!.scale === 'colour'"
          class="swatch"
          :style="{ background: trait!.swatches[i]!.colour }"
          aria-hidden="true"
        />{{ name }}
      </button>
    </div>
    <div v-else-if="trait" class="row target ends">
      <v-text-field
        v-model="from"
        :label="`At least${'unit' in trait ? `, ${trait.unit}` : ''}`"
        inputmode="decimal"
      />
      <v-text-field
        v-model="to"
        :label="`At most${'unit' in trait ? `, ${trait.unit}` : ''}`"
        inputmode="decimal"
      />
    </div>
    <span v-else class="target" />
    <v-select
      :model-value="wish.weight"
      :items="weights"
      label="Weight"
      class="weight"
      @update:model-value="weight => (wish = { ...wish, weight })"
    />
    <v-checkbox
      :model-value="wish.must"
      label="must"
      density="compact"
      hide-details
      @update:model-value="must => (wish = { ...wish, must: Boolean(must) })"
    />
    <v-btn
      :icon="mdiClose"
      variant="text"
      size="small"
      class="quietly"
      :aria-label="`Take out the wish for ${trait?.name ?? 'nothing yet'}`"
      @click="emit('remove')"
    />
  </div>
</template>

<style scoped>
.wish {
  display: grid;
  grid-template-columns: 124px 190px minmax(200px, 1fr) 124px 88px 36px;
  gap: 10px;
  align-items: center;
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
@media (max-width: 1000px) {
  .wish {
    grid-template-columns: 1fr 1fr;
  }
  .target {
    grid-column: 1 / -1;
  }
}
.chip {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  min-height: 32px;
  padding: 2px 12px;
  border: 1px solid var(--quiet);
  border-radius: 16px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  font-size: 14px;
  cursor: pointer;
}
.chip.on {
  border: 2px solid var(--sap);
  font-weight: 650;
  padding: 1px 11px;
  background: var(--wash);
}
.swatch {
  width: 14px;
  height: 14px;
  border-radius: 50%;
  border: 1px solid var(--quiet);
}
.ends {
  flex-wrap: nowrap;
}
</style>
