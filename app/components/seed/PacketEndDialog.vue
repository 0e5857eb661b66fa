<!-- What else became of seed: used up, given away, thrown away, lost; all of it or a part. -->
<script setup lang="ts">
import type { SeedLot } from '@virgulta/core/seed/lot'
import { SEED_ENDS, seedEndWords } from '@virgulta/core/seed/kinds'

const isOpen = defineModel<boolean>({ required: true })
const { lot } = defineProps<{ lot: SeedLot }>()
const garden = useGardenStore()
const log = useLogStore()
const seedsProblem = useProblemAt('seeds')
const how = ref<(typeof SEED_ENDS)[number]>('givenAway')
const seeds = ref(1)
const to = ref('')
const day = ref(garden.today)
function begin() {
  how.value = 'givenAway'
  seeds.value = lot.left
  to.value = ''
  day.value = garden.today
}
async function note() {
  if (
    await log.note(
      [
        {
          kind: 'seedsGone',
          subjectId: lot.id,
          payload: { how: how.value, seeds: seeds.value, note: to.value.trim() || null },
        },
      ],
      day.value,
    )
  )
    isOpen.value = false
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    heading="What became of the seed"
    action="Note it"
    :of="lot.id"
    @open="begin"
    @submit="note"
  >
    <template #beside><TagLabel :code="lot.code" /></template>
    <div class="row" role="group" aria-label="What became of it">
      <button
        v-for="end in SEED_ENDS"
        :key="end"
        type="button"
        class="chip"
        :aria-pressed="how === end"
        @click="how = end"
      >
        {{ seedEndWords[end] }}
      </button>
    </div>
    <CountStepper
      v-model="seeds"
      label="Seeds"
      :least="1"
      :most="lot.left"
      :hint="`${lot.left} in the packet`"
      :error="seedsProblem"
    />
    <WordsField v-model="to" :most="200" :label="how === 'givenAway' ? 'To whom' : 'Why'" />
    <DayField v-model="day" label="On" />
  </FormDialog>
</template>
