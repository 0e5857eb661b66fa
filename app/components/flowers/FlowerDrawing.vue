<!-- The flower as it should look at a step: what to look for in carmine, what must be gone dashed. -->
<script setup lang="ts">
import type { FlowerForm } from '@virgulta/core/crops/flowerForms'
import type { RoundStep } from '@virgulta/core/round/round'

const { form, step } = defineProps<{ form: FlowerForm, step: RoundStep }>()
const isFruit = computed(() => step === 'takeLook' || step === 'harvest')
const hasAnthers = computed(() => step === 'emasculate' && form !== 'separateTied')
const isCovered = computed(() => step === 'isolate')
const petals = computed(() => form === 'openBowl' ? 5 : form === 'smallOpen' ? 5 : 6)
const words = computed(() => ({
  choose: 'on the eve of opening', emasculate: 'anthers out', lensCheck: 'stalks only', isolate: 'covered below the flower', look: 'sticky and bright?', pollinate: 'grains on the tip',
  takeLook: 'base swells, stays green?', harvest: 'ripe?',
} as Partial<Record<RoundStep, string>>)[step] ?? '')
const angles = computed(() => Array.from({ length: form === 'openBowl' ? 9 : 5 }, (_, i) => -60 + i * 120 / ((form === 'openBowl' ? 9 : 5) - 1)))
</script>

<template>
  <svg class="flower" viewBox="0 0 320 200" role="img" :aria-label="`Drawing: ${words}`">
    <g transform="translate(160 150)">
      <path v-if="form === 'separateTied' && !isFruit" class="fruit" d="M-20 8C-28 20-24 40 0 40S28 20 20 8Z" />
      <path class="stalk" :d="form === 'smallOpen' ? 'M0 8C0 30-6 44-18 48' : form === 'separateTied' && !isFruit ? 'M0 40V50' : 'M0 8V50'" />
      <template v-if="isFruit">
        <path v-if="form === 'smallOpen'" class="fruit" d="M-13 2C-16-40-9-82 0-96 9-82 16-40 13 2Z" />
        <g v-else-if="form === 'openBowl'" class="fruit"><path v-for="a in [-34, 0, 34]" :key="a" d="M-9 0C-15-36-9-62 0-80 9-62 15-36 9 0Z" :transform="`rotate(${a} 0 6)`" /></g>
        <path v-else class="fruit" d="M-40-8C-56-44-34-78 0-78S56-44 40-8C28 6-28 6-40-8ZM-14-76C-26-50-24-20-14 2M14-76C26-50 24-20 14 2" />
        <path class="calyx" d="M-24 2C-14 14 14 14 24 2 12-6-12-6-24 2Z" />
      </template>
      <template v-else>
        <g class="petals">
          <path v-for="side in [-1, 1]" :key="side" :transform="`scale(${side} 1)`" :d="form === 'separateTied' ? 'M6-4C26-24 40-58 92-96 96-70 84-20 24 4Z' : 'M14-2C30-50 56-82 88-88 96-52 72-12 26 4Z'" />
          <path v-if="petals === 5 && form === 'openBowl'" d="M30 2C64-18 100-22 122-8 104 12 64 18 30 10Z" /><path v-if="form === 'openBowl'" transform="scale(-1 1)" d="M30 2C64-18 100-22 122-8 104 12 64 18 30 10Z" />
        </g>
        <g v-if="form !== 'separateTied'" :class="hasAnthers ? 'anthers' : 'anthers gone'">
          <g v-for="a in angles.filter(a => Math.abs(a) > 12)" :key="a" :transform="`rotate(${a})`"><path d="M0-6V-62" /><ellipse cy="-70" rx="5" ry="9" /></g>
        </g>
        <g v-if="form === 'openBowl'" class="style"><path v-for="a in [-12, 0, 12]" :key="a" :transform="`rotate(${a})`" d="M0-4C2-40 0-66 8-84" /></g>
        <path v-else class="style" :d="form === 'separateTied' ? 'M0-4V-46' : 'M0-4V-84'" />
        <g class="stigma">
          <template v-if="form === 'separateTied'"><circle v-for="dx in [-15, 0, 15]" :key="dx" :cx="dx" cy="-56" r="11" /></template>
          <template v-else-if="form === 'openBowl'"><circle v-for="dx in [-11, 7, 26]" :key="dx" :cx="dx" cy="-87" r="5.5" /></template>
          <circle v-else cy="-91" r="9" />
        </g>
        <g v-if="step === 'pollinate'" class="grains"><circle v-for="(p, i) in [[-8, -102], [2, -106], [10, -101], [-2, -97], [7, -94]]" :key="i" :cx="p[0]" :cy="p[1]! + (form === 'separateTied' ? 36 : 0)" r="3" /></g>
        <path class="calyx" d="M-26 0C-18 22 18 22 26 0 14-10-14-10-26 0Z" />
        <path v-if="isCovered && form !== 'separateTied'" class="bag" d="M-14 24C-120 6-110-118 0-126 110-118 120 6 14 24ZM-16 20Q0 30 16 20" />
        <path v-if="isCovered && form === 'separateTied'" class="bag" d="M-50-78C-20-66 20-66 50-78M-48-72C-20-60 20-60 48-72M46-76l18-10M46-74l16 8" />
      </template>
    </g>
    <text v-if="words" class="words" x="308" y="26" text-anchor="end">{{ words }}</text>
  </svg>
</template>

<style scoped>
.flower { width: 100%; max-height: 190px; stroke-linecap: round; stroke-linejoin: round; }
.stalk { fill: none; stroke: var(--sap); stroke-width: 5; }
.petals path { fill: var(--sheet); stroke: var(--ink); stroke-width: 2; }
.calyx { fill: var(--wash); stroke: var(--ink); stroke-width: 2; }
.anthers path { fill: none; stroke: var(--pollen); stroke-width: 2; }
.anthers ellipse { fill: var(--pollen); stroke: var(--pollen); }
.gone path, .gone ellipse { fill: none; stroke-dasharray: 3 4; stroke-width: 1.5; opacity: 0.8; }
.style { fill: none; stroke: var(--seed); stroke-width: 4.5; }
.stigma circle { fill: var(--seed); stroke: var(--sheet); stroke-width: 1.5; }
.grains circle { fill: var(--pollen); stroke: var(--sheet); stroke-width: 1; }
.fruit, .fruit path { fill: var(--wash); stroke: var(--sap); stroke-width: 2.5; }
.bag { fill: var(--ink); fill-opacity: 0.05; stroke: var(--quiet); stroke-width: 2; stroke-dasharray: 2 5; }
.words { font: 650 15px var(--text); fill: var(--seed); }
</style>
