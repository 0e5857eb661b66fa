<!-- Sows part of a packet, or puts it into a bag, dish or flask first; either gets a code. -->
<script setup lang="ts">
import type { Stay } from '@virgulta/core/seed/course'
import { firstStay, isGrown } from '@virgulta/core/seed/course'
import type { SownHow } from '@virgulta/core/seed/kinds'
import type { SeedLot } from '@virgulta/core/seed/lot'

const isOpen = defineModel<boolean>({ required: true })
const { lot, crop } = defineProps<{ lot: SeedLot; crop: string }>()
const emit = defineEmits<{ sown: [sowingId: string] }>()
const log = useLogStore()
const ids = useFormIds()
const seedsProblem = useProblemAt('seeds')
const garden = useGardenStore()
const seeds = ref(1)
const stay = ref<Omit<Stay, 'on'>>({ container: 'tray', air: 'warm', weeks: null, placeId: null })
const how = ref<SownHow>({})
const day = ref(garden.today)
function begin() {
  ids.renew()
  seeds.value = lot.left
  stay.value = { ...firstStay(guide.value!), placeId: garden.openPlaces[0]?.id ?? null }
  how.value = {}
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
            ...stay.value,
            ...(Object.keys(how.value).length ? { how: how.value } : {}),
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
    <p v-if="guide" class="quiet">
      <template v-if="isGrown(stay.container)"
        >{{ guide.sowing.how }} {{ guide.sowing.depthMm }} mm deep.</template
      ><template v-else>{{ guide.seedHandling.how }}</template>
    </p>
    <CountStepper
      v-model="seeds"
      label="Seeds"
      :least="1"
      :hint="`${lot.left} in the packet`"
      :error="seedsProblem"
    />
    <StayFields v-model="stay" />
    <DayField v-model="day" label="On" />
    <details>
      <summary>How it is sown</summary>
      <div class="stack how"><HowFields v-model="how" /></div>
    </details>
    <p class="caution small">
      If you dress seed or treat against damping-off, follow the product label and your local rules.
    </p>
  </FormDialog>
</template>

<style scoped>
.how {
  padding-top: 10px;
}
</style>
