<!-- Changes what a cross was planned to be: its aim, its flowers, the plants wanted from it. -->
<script setup lang="ts">
import type { Cross } from '@virgulta/core/crosses/cross'

const isOpen = defineModel<boolean>({ required: true })
const { cross } = defineProps<{ cross: Cross }>()
const log = useLogStore()
const [aim, flowers, keepers] = [ref(''), ref(1), ref(1)]
function fill() {
  aim.value = cross.aim
  flowers.value = cross.flowersPlanned
  keepers.value = cross.keepersWanted
}
async function save() {
  if (!aim.value.trim()) return
  if (
    await log.note([
      {
        kind: 'planChanged',
        subjectId: cross.id,
        payload: { aim: aim.value.trim(), flowersPlanned: flowers.value, keepersWanted: keepers.value },
      },
    ])
  )
    isOpen.value = false
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    heading="Change the plan"
    action="Change it"
    :of="cross.id"
    @open="fill"
    @submit="save"
  >
    <WordsField
      v-model="aim"
      :most="300"
      label="The aim in a sentence"
      :errors="aim.trim() ? [] : ['Write the aim in a sentence.']"
    />
    <div class="row counts">
      <CountStepper v-model="flowers" label="Flowers to pollinate" :least="1" :most="2000" />
      <CountStepper v-model="keepers" label="Plants worth keeping, wanted" :least="1" :most="1000" />
    </div>
    <p class="quiet small">
      The parents stay; for others, plan another cross. The stem is drawn against the new plan.
    </p>
  </FormDialog>
</template>

<style scoped>
.counts {
  gap: 24px;
  align-items: start;
}
</style>
