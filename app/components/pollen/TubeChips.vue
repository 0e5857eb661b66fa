<!-- Where the pollen of a pass comes from: fresh from the plant, or out of a tube; and what weak pollen asks for. -->
<script setup lang="ts">
import type { CropKnowledge } from '@virgulta/core/crops/knowledge'
import { counted } from '@virgulta/core/formats/counted'
import { isStronger, weakAdvice } from '@virgulta/core/pollen/weak'
import type { TubeAtHand } from '@virgulta/core/garden/pollen'

const tubeId = defineModel<string | null>({ required: true })
const { tubes, knowledge } = defineProps<{ tubes: TubeAtHand[]; knowledge: CropKnowledge }>()
const chosen = computed(() => tubes.find(t => t.id === tubeId.value) ?? null)
/** The mean: its median would bring a library of distributions to every telephone. */
const take = computed(() => knowledge.shares.take.a / (knowledge.shares.take.a + knowledge.shares.take.b))
const advice = computed(() => chosen.value && weakAdvice(chosen.value.alive.median, take.value))
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
        <span class="code">{{ t.code }}</span>
        <span class="figures">{{ Math.round(t.alive.median * 100) }} %</span>
      </button>
    </div>
    <p v-if="chosen" class="small quiet">
      {{ aliveInWords(chosen.alive) }} alive, about {{ counted(chosen.left, 'dose') }} left.
    </p>
    <p v-if="advice" class="doubt small">
      Weak pollen: a touch takes about {{ Math.round(advice.weak * 100) }} of 100 flowers instead of
      {{ Math.round(advice.fresh * 100) }}.
      <template v-if="advice.passes">{{ advice.passes }} touches come to a fresh one. </template
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
p {
  margin: 0;
}
</style>
