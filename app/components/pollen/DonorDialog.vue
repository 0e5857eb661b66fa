<!-- Covers a flower of the father before it sheds, under a tag of its own: the round asks then whether it sheds. -->
<script setup lang="ts">
import type { Plant } from '@virgulta/core/plants/plant'
import { usualSchool } from '@virgulta/core/crops/guide'
import type { School } from '@virgulta/core/flowers/schools'
import { schoolWords } from '@virgulta/core/flowers/schools'
import type { PlantStory } from '#shared/plants'

type Donor = Pick<Plant, 'id' | 'code' | 'name' | 'crop'>
const isOpen = defineModel<boolean>({ required: true })
const { plantId = null, inAddress = false } = defineProps<{
  /** the father at first */ plantId?: string | null
  inAddress?: boolean
}>()
const log = useLogStore()
const ids = useFormIds()
const garden = useGardenStore()
const donor = ref<Donor | null>(null)
const way = ref<School<'cover'>>('mesh')
const day = ref(garden.today)
const made = ref<string | null>(null)
const guide = computed(() => (donor.value ? garden.cropOf(donor.value.crop)?.guide : undefined))
const ways = computed(() =>
  (guide.value?.isolation.ways ?? [])
    .filter(w => w !== 'none')
    .map(value => ({ value, title: schoolWords('cover', value) })),
)
watch(guide, known => {
  const usual = known && usualSchool(known, 'cover')
  if (known) way.value = usual && usual !== 'none' ? usual : (ways.value[0]?.value ?? 'mesh')
})
async function begin() {
  ids.renew()
  made.value = null
  day.value = garden.today
  donor.value = plantId ? (await $fetch<PlantStory>(`/api/plants/${plantId}`)).plant : null
}
async function cover() {
  const { id, crop } = donor.value!
  const codes = await log.noteTagged(
    1,
    ([code]) => [
      {
        kind: 'donorCovered',
        subjectId: ids.id(),
        payload: { code: code!, crop, donors: [id], way: way.value },
      },
    ],
    day.value,
  )
  if (codes) made.value = codes[0]!
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    heading="Cover what will give pollen"
    action="It is covered"
    :disabled="!donor"
    :is-done="made !== null"
    :of="plantId ?? ''"
    :in-address="inAddress"
    @open="begin"
    @submit="cover"
  >
    <PlantPicker v-model="donor" label="The father" />
    <template v-if="guide">
      <p>{{ guide.donor.how }}</p>
      <p v-if="guide.donor.order" class="quiet">{{ guide.donor.order }}</p>
      <CautionLines step="coverDonor" :guide="guide" />
      <v-select v-model="way" :items="ways" label="How it is covered" hide-details />
    </template>
    <DayField v-model="day" label="Covered on" />
    <template #done>
      <template v-if="made">
        <h2>It waits</h2>
        <p>Tie this tag to it: <TagLabel :code="made" large /></p>
        <p class="quiet">From tomorrow the round asks whether it sheds.</p>
        <div class="row"><v-btn variant="flat" @click="isOpen = false">Done</v-btn></div>
      </template>
    </template>
  </FormDialog>
</template>
