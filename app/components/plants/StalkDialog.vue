<!-- No seed is wanted of a plant: its flower stalk is cut, and may be rooted. Its flowers under a tag are lost with it. -->
<script setup lang="ts">
import { WITH_STALK } from '@virgulta/core/flowers/units'
import type { Draft } from '@virgulta/core/log/entry'
import type { Parent } from '#shared/parent'
import { dayInWords } from '@virgulta/core/time/days'
import type { PlantStory } from '#shared/plants'

const isOpen = defineModel<boolean>({ required: true })
const { plant } = defineProps<{ plant: Pick<Parent, 'id' | 'name'> }>()
const emit = defineEmits<{ rooted: [cuttingId: string] }>()
const log = useLogStore()
const garden = useGardenStore()
const reason = ref('no seed wanted')
const asCutting = ref(false)
const day = ref(garden.today)
/** Fetched anew when the log changes: what was tagged a moment ago may be noted only now. */
const { data: story } = useLive<PlantStory>(() => (isOpen.value ? `/api/plants/${plant.id}` : null))
const tagged = computed(() => story.value?.tagged ?? [])
const ids = useFormIds()
function begin() {
  ids.renew()
  reason.value = 'no seed wanted'
  asCutting.value = false
  day.value = garden.today
}
const off = (): Draft[] => [
  {
    kind: 'stalkCut',
    subjectId: plant.id,
    payload: { reason: reason.value.trim(), ...(asCutting.value ? { asCutting: true } : {}) },
  },
  ...tagged.value.map(({ id }) => ({
    kind: 'flowerLost' as const,
    subjectId: id,
    payload: { reason: WITH_STALK },
  })),
]
/** The cutting is a plant of its own from today on, of the same kind and the same parents. */
function cutting(code: string): Draft {
  const { name, code: from, crop, placeId, seedParentId, pollenParentId } = story.value!.plant
  const note = `A stalk of ${from}, cut on ${dayInWords(day.value, true)} and rooted.`
  return {
    kind: 'plantAdded',
    subjectId: ids.id(),
    payload: {
      name,
      code,
      crop,
      plantKind: 'clone',
      placeId,
      note,
      seedParentId,
      pollenParentId,
      size: 'small',
      clonedFrom: { plantId: plant.id, by: 'cutting' },
    },
  }
}
async function cut() {
  const isNoted = asCutting.value
    ? await log.noteTagged(1, ([code]) => [...off(), cutting(code!)], day.value)
    : await log.note(off(), day.value)
  if (!isNoted) return
  isOpen.value = false
  if (asCutting.value) emit('rooted', ids.id())
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    heading="Cut the flower stalk"
    action="The stalk is off"
    :disabled="!reason.trim() || !story"
    :of="plant.id"
    @open="begin"
    @submit="cut"
  >
    <p>
      {{ plant.name }} is asked for no more flowers in this bloom.<template v-if="tagged.length">
        With the stalk go its flowers {{ tagged.map(f => f.code).join(', ') }}.</template
      >
    </p>
    <v-combobox
      v-model="reason"
      label="Why"
      :items="['no seed wanted', 'to spare a weak plant', 'to root it', 'past its best']"
      hide-details
    />
    <v-switch v-model="asCutting" label="The stalk is rooted as a cutting" color="primary" hide-details />
    <p v-if="asCutting" class="quiet small">
      It stands in the garden from now on under a tag of its own, as a clone of the same name. If it does not
      root, note it there as lost.
    </p>
    <DayField v-model="day" label="Cut on" />
  </FormDialog>
</template>
