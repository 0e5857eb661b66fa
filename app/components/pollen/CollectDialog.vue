<!-- Notes a collection of pollen: from whom, how, from flowers how far; it dries under its code until it goes into its tube. -->
<script setup lang="ts">
import { pollenChoices } from './pollenWords'
import type { Plant } from '@virgulta/core/plants/plant'
import { canBeDried } from '@virgulta/core/pollen/worth'
import { usualCollecting } from '@virgulta/core/pollen/collecting'
import type { COLLECTED_AT, COLLECTING } from '@virgulta/core/pollen/kinds'
import type { PlantStory } from '#shared/plants'

type Donor = Pick<Plant, 'id' | 'name' | 'code' | 'crop'> & Partial<Pick<Plant, 'struckOff'>>
const isOpen = defineModel<boolean>({ required: true })
const {
  plantId = null,
  taskId = null,
  inAddress = false,
} = defineProps<{
  /** collected from at first */ plantId?: string | null
  /** planned work that is done with it */ taskId?: string | null
  inAddress?: boolean
}>()
const log = useLogStore()
const ids = useFormIds()
const donorsProblem = useProblemAt('donors')
const garden = useGardenStore()
const donors = ref<Donor[]>([])
const another = ref<Donor | null>(null)
const asked = ref(0)
const way = ref<keyof typeof COLLECTING>('buds')
const stage = ref<keyof typeof COLLECTED_AT>('eve')
const flowers = ref(1)
const isFresh = ref(false)
const isCovered = ref(true)
const doses = ref(1)
const day = ref(garden.today)
const made = ref<{ id: string; code: string } | null>(null)
const crop = computed(() => donors.value[0]?.crop)
const guide = computed(() => (crop.value ? garden.cropOf(crop.value)?.guide : undefined))
watch(guide, known => {
  if (!known) return
  ;({ way: way.value, stage: stage.value } = usualCollecting(known.form))
  doses.value = known.donor.touches
  isFresh.value = !canBeDried(known.pollination.pollen)
})
watch(another, plant => {
  if (!plant) return
  if (!donors.value.some(d => d.id === plant.id)) donors.value.push(plant)
  another.value = null
  // The field keeps what was typed into it; a new one begins empty.
  asked.value++
})
async function begin() {
  ids.renew()
  donors.value = []
  made.value = null
  flowers.value = 1
  day.value = garden.today
  if (plantId) {
    const { plant } = await $fetch<PlantStory>(`/api/plants/${plantId}`)
    donors.value = [plant]
  }
}
async function collect() {
  const id = ids.id()
  const codes = await log.noteTagged(
    1,
    ([code]) => [
      {
        kind: 'pollenCollected',
        subjectId: id,
        payload: {
          code: code!,
          crop: crop.value!,
          donors: donors.value.map(d => d.id),
          way: way.value,
          stage: stage.value,
          flowers: flowers.value,
          ...(isFresh.value ? { fresh: doses.value, covered: isCovered.value } : {}),
        },
      },
      ...(taskId ? [{ kind: 'taskDone' as const, subjectId: taskId, payload: {} }] : []),
    ],
    day.value,
  )
  if (codes) made.value = { id, code: codes[0]! }
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    heading="Collect pollen"
    :action="isFresh ? 'It is in hand' : 'It dries now'"
    :disabled="!donors.length"
    :is-done="made !== null"
    :of="plantId ?? ''"
    :in-address="inAddress"
    @open="begin"
    @submit="collect"
  >
    <div>
      <div v-if="donors.length" class="row">
        <span v-for="donor in donors" :key="donor.id" class="donor"
          ><ParentName role="pollen" :name="donor.name" /><v-btn
            size="small"
            variant="text"
            class="quietly"
            :aria-label="`Not from ${donor.name}`"
            @click="donors = donors.filter(d => d.id !== donor.id)"
            >Remove</v-btn
          ></span
        >
      </div>
      <PlantPicker
        :key="asked"
        v-model="another"
        :label="donors.length ? 'And from' : 'From which plant'"
        :crop="crop"
        :error="donorsProblem"
      />
      <p v-for="donor in donors.filter(d => d.struckOff)" :key="donor.id" class="doubt small">
        {{ donor.name }} is struck off: {{ donor.struckOff!.reason }}. Collect from it only if you mean to.
      </p>
      <p v-if="donors.length > 1" class="doubt small">
        A bulk of {{ donors.length }} plants, mixed on purpose: the father of its seed will not be known. For
        a known father collect from each plant by itself.
      </p>
    </div>
    <p v-if="guide" class="quiet">{{ guide.bloom.keeps?.how }}</p>
    <CautionLines v-if="guide" step="collectPollen" :guide="guide" />
    <div class="row fields">
      <v-select v-model="way" :items="pollenChoices.ways" label="How" hide-details />
      <v-select v-model="stage" :items="pollenChoices.stages" label="Flowers were" hide-details />
    </div>
    <CountStepper v-model="flowers" label="Flowers, tassels or catkins" :least="1" :most="10000" />
    <v-switch v-model="isFresh" label="Used fresh, as it is" color="primary" hide-details />
    <template v-if="isFresh">
      <CountStepper v-model="doses" label="Flowers it will serve" :least="1" :most="10000" />
      <v-switch v-model="isCovered" label="It stood covered until now" color="primary" hide-details />
    </template>
    <DayField v-model="day" label="Collected on" />
    <template #done>
      <template v-if="made">
        <h2>{{ isFresh ? 'It is in hand' : 'It dries' }}</h2>
        <p>
          {{ isFresh ? 'Its code:' : 'Write this code on the dish:' }} <TagLabel :code="made.code" large />
        </p>
        <p v-if="isFresh" class="quiet">
          At the flowers of its crosses it is offered with what is left of it. Use it today: it is not kept.
        </p>
        <p v-else class="quiet">
          Still, shaded and not warm, overnight to two days, until it sheds. The round asks then to put it
          into its tube. Wash hands and tools before the next father.
        </p>
        <div class="row">
          <v-btn variant="flat" @click="isOpen = false">Done</v-btn
          ><v-btn v-if="!isFresh" :to="`/pollen/${made.id}?do=tube`">It is dry: into its tube</v-btn>
        </div>
      </template>
    </template>
  </FormDialog>
</template>

<style scoped>
.donor {
  display: inline-flex;
  align-items: center;
  gap: 2px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  padding: 2px 4px 2px 10px;
  margin-bottom: 8px;
}
.fields > * {
  min-width: 200px;
  flex: 1;
}
</style>
