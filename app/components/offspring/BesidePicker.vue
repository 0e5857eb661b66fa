<!-- Check plants that stand above a family, to compare with: chosen by name, let go again. -->
<script setup lang="ts">
import type { Plant } from '@virgulta/core/plants/plant'

type Check = Pick<Plant, 'id' | 'name' | 'code'>
const ids = defineModel<string[]>({ required: true })
const { standing } = defineProps<{ crop: string; standing: Check[] }>()
const isChoosing = ref(false)
const chosen = ref<Pick<Plant, 'id' | 'name' | 'code' | 'crop'> | null>(null)
watch(chosen, plant => {
  if (!plant) return
  if (!ids.value.includes(plant.id)) ids.value = [...ids.value, plant.id]
  chosen.value = null
  isChoosing.value = false
})
const letGo = (id: string) => (ids.value = ids.value.filter(one => one !== id))
</script>

<template>
  <div class="row checks" role="group" aria-label="Check plants">
    <span v-if="standing.length" class="quiet small">Checks above:</span>
    <button
      v-for="plant in standing"
      :key="plant.id"
      type="button"
      class="chip"
      :aria-label="`Let ${plant.name} go`"
      @click="letGo(plant.id)"
    >
      {{ plant.name }} ×
    </button>
    <PlantPicker v-if="isChoosing" v-model="chosen" label="Check plant" :crop="crop" class="picker" />
    <v-btn v-else variant="text" class="quietly" @click="isChoosing = true">Compare with a check plant</v-btn>
  </div>
</template>

<style scoped>
.checks {
  margin-top: 6px;
}
.picker {
  min-width: 260px;
}
</style>
