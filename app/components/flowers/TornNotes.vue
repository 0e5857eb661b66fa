<!-- Notes on a flower that do not go together, as two people or a late telephone left them: take one back, or leave it so. -->
<script setup lang="ts">
import type { Flower } from '@virgulta/core/flowers/flower'
import { dayInWords } from '@virgulta/core/time/days'

const { flower } = defineProps<{ flower: Flower }>()
const garden = useGardenStore()
const log = useLogStore()
const settle = (entryId: string) =>
  log.note([{ kind: 'conflictSettled', subjectId: flower.id, payload: { entryId } }])
</script>

<template>
  <div
    v-for="conflict in flower.conflicts"
    :key="conflict.entryId"
    class="torn hatch"
    role="group"
    :aria-label="`To settle: ${flower.code}`"
  >
    <p>
      <strong>Two notes do not go together.</strong> On {{ dayInWords(conflict.on) }}: {{ conflict.sentence }}
      <span class="quiet">It counts as if the later note were not there.</span>
    </p>
    <div v-if="garden.mayNote" class="row">
      <v-btn size="small" @click="log.undo([conflict.entryId])">Take the later note back</v-btn>
      <v-btn size="small" class="quietly" @click="settle(conflict.entryId)">Leave it so</v-btn>
      <span class="quiet small">Or undo the earlier one in the log.</span>
    </div>
  </div>
</template>

<style scoped>
.torn {
  display: grid;
  gap: 8px;
}
.torn p {
  margin: 0;
}
</style>
