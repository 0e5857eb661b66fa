<!-- Seed is moved: out of its bag, into the cold, to another place; or it stays for longer. -->
<script setup lang="ts">
import type { Stay } from '@virgulta/core/seed/course'
import { nextStay } from '@virgulta/core/seed/course'
import type { Sowing } from '@virgulta/core/seed/sowing'

const isOpen = defineModel<boolean>({ required: true })
const { sowing, crop } = defineProps<{ sowing: Sowing; crop: string }>()
const log = useLogStore()
const garden = useGardenStore()
const problem = useProblemAt('container')
const day = ref(garden.today)
const stay = ref<Omit<Stay, 'on'>>({ container: 'tray', air: 'warm', weeks: null, placeId: null })
function begin() {
  stay.value = nextStay(sowing.stays.at(-1)!, garden.cropOf(crop)!.guide)
  day.value = garden.today
}
async function move() {
  const { container, air, weeks, placeId } = stay.value
  const payload = { container, air, weeks, placeId }
  if (await log.note([{ kind: 'seedsMoved', subjectId: sowing.id, payload }], day.value)) isOpen.value = false
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    heading="Move it"
    action="Move it"
    :of="sowing.id"
    @open="begin"
    @submit="move"
  >
    <template #beside><TagLabel :code="sowing.code" /></template>
    <StayFields v-model="stay" />
    <DayField v-model="day" label="Moved on" />
    <p v-if="problem" class="fail" role="alert">{{ problem }}</p>
  </FormDialog>
</template>
