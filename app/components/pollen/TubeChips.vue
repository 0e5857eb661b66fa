<!-- Where the pollen of a pass comes from: fresh from the plant, or out of a tube; and what weak pollen asks for. -->
<script setup lang="ts">
import { numberInWords } from '@virgulta/core/crops/quantityWords'
import { aliveInWords } from './pollenWords'
import { counted } from '@virgulta/core/formats/counted'
import { isStronger } from '@virgulta/core/pollen/weak'
import type { TubeForCross } from '@virgulta/core/garden/pollen'

const tubeId = defineModel<string | null>({ required: true })
const { tubes } = defineProps<{ tubes: TubeForCross[] }>()
const chosen = computed(() => tubes.find(t => t.id === tubeId.value) ?? null)
const stronger = computed(
  () => chosen.value && tubes.filter(t => isStronger(t.alive.median, chosen.value!.alive.median)).at(-1),
)
</script>

<template>
  <div class="tubes">
    <div role="group" aria-label="Where the pollen comes from">
      <button type="button" class="chip" :aria-pressed="tubeId === null" @click="tubeId = null">
        fresh from the plant
      </button>
      <button
        v-for="t in tubes"
        :key="t.id"
        type="button"
        class="chip"
        :aria-pressed="tubeId === t.id"
        @click="tubeId = t.id"
      >
        <template v-if="t.isFresh">fresh flower </template><span class="code">{{ t.code }}</span
        ><template v-if="t.donors > 1">, bulk of {{ t.donors }}</template
        ><span v-if="!t.isFresh" class="figures alive">{{ numberInWords(t.alive.median, '%') }} %</span>
      </button>
    </div>
    <p v-if="chosen" class="small quiet">
      <template v-if="!chosen.isFresh">{{ aliveInWords(chosen.alive) }} alive, </template>about
      {{ counted(chosen.left, 'dose') }} left.
    </p>
    <p v-if="chosen?.weak" class="doubt small">
      Weak pollen: a touch takes about {{ Math.round(chosen.weak.weak * 100) }} of 100 flowers instead of
      {{ Math.round(chosen.weak.fresh * 100) }}.
      <template v-if="chosen.weak.passes">{{ chosen.weak.passes }} touches come to a fresh one. </template
      ><template v-if="stronger">Tube {{ stronger.code }} is stronger.</template>
    </p>
  </div>
</template>

<style scoped>
.tubes {
  display: grid;
  gap: 4px;
  width: 100%;
}
.tubes > div {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 4px 0;
}
.alive {
  margin-inline-start: 8px;
}
p {
  margin: 0;
}
</style>
