<!-- Sows part of a packet; the tray gets a code. -->
<script setup lang="ts">
import type { SeedLot } from '@virgulta/core/seed/lot'

const isOpen = defineModel<boolean>({ required: true })
const { lot, crop } = defineProps<{ lot: SeedLot; crop: string }>()
const emit = defineEmits<{ sown: [sowingId: string] }>()
const log = useLogStore()
const ids = useFormIds()
const seedsProblem = useProblemAt('seeds')
const garden = useGardenStore()
const seeds = ref(1)
const container = ref<'tray' | 'pots' | 'bed'>('tray')
const placeId = ref<string | null>(null)
const day = ref(garden.today)
function begin() {
  ids.renew()
  seeds.value = lot.left
  placeId.value = garden.openPlaces[0]?.id ?? null
  day.value = garden.today
}
const guide = computed(() => garden.cropOf(crop)?.guide)

async function sow() {
  const sowingId = ids.id()
  if (
    await log.noteTagged(
      1,
      ([code]) => [
        {
          kind: 'sown',
          subjectId: sowingId,
          payload: {
            code: code!,
            lotId: lot.id,
            crossId: lot.crossId,
            seeds: seeds.value,
            container: container.value,
            placeId: placeId.value,
          },
        },
      ],
      day.value,
    )
  ) {
    isOpen.value = false
    emit('sown', sowingId)
  }
}
</script>

<template>
  <FormDialog v-model="isOpen" heading="Sow" action="Sow" :of="lot.id" @open="begin" @submit="sow">
    <template #beside><span class="quiet">from</span><TagLabel :code="lot.code" /></template>
    <p v-if="guide" class="quiet">{{ guide.sowing.how }} {{ guide.sowing.depthMm }} mm deep.</p>
    <CountStepper
      v-model="seeds"
      label="Seeds"
      :least="1"
      :hint="`${lot.left} in the packet`"
      :error="seedsProblem"
    />
    <div class="row">
      <v-select v-model="container" label="In" :items="['tray', 'pots', 'bed']" style="max-width: 140px" />
      <PlaceSelect v-model="placeId" />
      <DayField v-model="day" label="Sown on" />
    </div>
    <p class="caution small">
      If you dress seed or treat against damping-off, follow the product label and your local rules.
    </p>
  </FormDialog>
</template>
