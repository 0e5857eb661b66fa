<!-- Seed from elsewhere: received, bought, or saved before there were notes. It gets a packet, and its parents as far as they are known. -->
<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import type { Draft } from '@virgulta/core/log/entry'
import { counted } from '@virgulta/core/formats/counted'
import type { Plant } from '@virgulta/core/plants/plant'
import type { PlantPage } from '#shared/plants'

const isOpen = defineModel<boolean>({ required: true })
const log = useLogStore()
const garden = useGardenStore()
const ids = useFormIds()
const [mother, father, from] = [ref(''), ref(''), ref('')]
const crop = ref<string | null>(null)
const seeds = ref(20)
const isAbout = ref(false)
const day = ref(garden.today)
const made = ref<string | null>(null)
const tried = ref(false)
/** saved of several plants of one's own, together */
const isBulk = ref(false)
const bulk = ref<Pick<Plant, 'id' | 'name' | 'code' | 'crop'>[]>([])
const added = ref<Pick<Plant, 'id' | 'name' | 'code' | 'crop'> | null>(null)
watch(added, plant => {
  if (!plant) return
  if (!bulk.value.some(one => one.id === plant.id)) bulk.value.push(plant)
  // The field is emptied once it took what was chosen.
  void nextTick(() => (added.value = null))
})
function begin() {
  isBulk.value = false
  bulk.value = []
  ids.renew()
  mother.value = father.value = from.value = ''
  crop.value = garden.garden?.crops[0]?.guide.id ?? null
  seeds.value = 20
  isAbout.value = false
  day.value = garden.today
  made.value = null
  tried.value = false
}
const wrong = computed(() => ({
  mother:
    isBulk.value || mother.value.trim() ? [] : ['Say what it is: its mother, or the name on the packet.'],
  bulk:
    !isBulk.value || bulk.value.length > 1
      ? []
      : ['Choose two plants at least; of a single one harvest an open cross.'],
  crop: isBulk.value || crop.value ? [] : ['Choose its crop from the list.'],
  from: isBulk.value || from.value.trim() ? [] : ['Say from whom it comes.'],
}))

/** A plant of the garden with such a name, which the seed is then of. */
async function standing(name: string): Promise<string | null> {
  const wanted = name.trim().toLowerCase()
  const asked = new URLSearchParams({ q: name.trim(), crop: crop.value!, size: '50' })
  const { plants } = await $fetch<PlantPage>(`/api/plants?${asked}`)
  return plants.find(plant => !plant.lost && plant.name.trim().toLowerCase() === wanted)?.id ?? null
}

/** A parent that never stood here is known by its seed alone: it is in the book, and in no list of plants to cross. */
const parentDrafts = (id: string, name: string, code: string): Draft[] => [
  {
    kind: 'plantAdded',
    subjectId: id,
    payload: {
      name: name.trim(),
      code,
      crop: crop.value!,
      plantKind: 'population',
      placeId: null,
      note: `Known by its seed, from ${from.value.trim()}.`,
      seedParentId: null,
      pollenParentId: null,
    },
  },
]
const gone = (id: string): Draft => ({
  kind: 'plantLost',
  subjectId: id,
  payload: { reason: 'never stood here' },
})

/** A cross of which no flower is wanted, and the packet of its seed. */
const packetDrafts = (
  lotCode: string,
  crossCode: string,
  of: { seedParentId: string; pollenParentId: string | null; crop: string; aim: string; from: string },
): Draft[] => [
  {
    kind: 'crossPlanned',
    subjectId: ids.id(2),
    payload: {
      code: crossCode,
      crop: of.crop,
      seedParentId: of.seedParentId,
      pollenParentId: of.pollenParentId,
      selfMeant: of.seedParentId === of.pollenParentId,
      aim: of.aim,
      flowersPlanned: 0,
      keepersWanted: 1,
    },
  },
  {
    kind: 'seedReceived',
    subjectId: ids.id(3),
    payload: {
      code: lotCode,
      crossId: ids.id(2),
      seeds: seeds.value,
      from: of.from,
      ...(isAbout.value ? { isAbout: true as const } : {}),
    },
  },
]

/** Seed of several plants poured together is of none of them: it is of a population of its own, which names them. */
async function saveBulk() {
  const names = bulk.value.map(({ name }) => name)
  const label = `Bulk of ${names.join(', ')}`
  const codes = await log.noteTagged(
    3,
    ([lot, cross, population]) => [
      {
        kind: 'plantAdded',
        subjectId: ids.id(0),
        payload: {
          name: label.length > 80 ? `Bulk of ${names[0]} and ${names.length - 1} more` : label,
          code: population!,
          crop: bulk.value[0]!.crop,
          plantKind: 'population',
          placeId: null,
          note: `Seed saved together of ${bulk.value.map(({ name, code }) => `${name} (${code})`).join(', ')}.`,
          plants: bulk.value.length,
          seedParentId: null,
          pollenParentId: null,
        },
      },
      ...packetDrafts(lot!, cross!, {
        seedParentId: ids.id(0),
        pollenParentId: null,
        crop: bulk.value[0]!.crop,
        aim: 'Seed saved of a bulk',
        from: 'one’s own plants',
      }),
    ],
    day.value,
  )
  made.value = codes?.[0] ?? null
}

async function receive() {
  tried.value = true
  if (Object.values(wrong.value).some(list => list.length)) return
  if (isBulk.value) return saveBulk()
  const isSelf = mother.value.trim().toLowerCase() === father.value.trim().toLowerCase()
  const named = [mother.value, isSelf ? '' : father.value].filter(name => name.trim())
  const known = await Promise.all(named.map(standing))
  const unknown = named.flatMap((name, i) => (known[i] ? [] : [{ name, id: ids.id(i) }]))
  const [seedParentId, otherId = null] = named.map((_, i) => known[i] ?? ids.id(i))
  const pollenParentId = isSelf ? seedParentId! : otherId
  const codes = await log.noteTagged(
    2 + unknown.length,
    ([lot, cross, ...others]) => [
      ...unknown.flatMap(({ id, name }, i) => parentDrafts(id, name, others[i]!)),
      ...packetDrafts(lot!, cross!, {
        seedParentId: seedParentId!,
        pollenParentId,
        crop: crop.value!,
        aim: `Seed from ${from.value.trim()}`,
        from: from.value.trim(),
      }),
      ...unknown.map(({ id }) => gone(id)),
    ],
    day.value,
  )
  made.value = codes?.[0] ?? null
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    heading="Seed from elsewhere"
    action="Fill a packet"
    :is-done="made !== null"
    @open="begin"
    @submit="receive"
  >
    <v-switch
      v-model="isBulk"
      label="Saved of several of my plants, poured together"
      color="primary"
      hide-details
    />
    <template v-if="isBulk">
      <ul v-if="bulk.length" class="bulk">
        <li v-for="(plant, i) in bulk" :key="plant.id" class="row">
          <TagLabel :code="plant.code" /> {{ plant.name }}
          <v-btn
            :icon="mdiClose"
            size="small"
            variant="text"
            class="quietly"
            :aria-label="`Leave ${plant.name} out`"
            @click="bulk.splice(i, 1)"
          />
        </li>
      </ul>
      <PlantPicker
        v-model="added"
        label="A plant that seed is of"
        v-bind="bulk[0] ? { crop: bulk[0].crop } : {}"
        :error="tried ? wrong.bulk[0] : undefined"
      />
    </template>
    <WordsField
      v-if="!isBulk"
      v-model="mother"
      :most="80"
      label="What it is: its mother, or the name on the packet"
      autofocus
      :errors="tried ? wrong.mother : []"
    />
    <WordsField v-if="!isBulk" v-model="father" :most="80" label="Pollen parent, if it is known" />
    <v-autocomplete
      v-if="!isBulk"
      v-model="crop"
      label="Crop"
      :items="garden.garden?.guides.map(g => ({ value: g.id, title: g.name }))"
      auto-select-first
      :error-messages="tried ? wrong.crop : []"
      hide-details="auto"
    />
    <WordsField
      v-if="!isBulk"
      v-model="from"
      :most="200"
      label="From whom"
      :errors="tried ? wrong.from : []"
    />
    <CountStepper v-model="seeds" label="Seeds" :least="1" :most="1000000" />
    <v-switch v-model="isAbout" label="About so many; nobody counted" color="primary" hide-details />
    <DayField v-model="day" :label="isBulk ? 'Saved on' : 'Received on'" />
    <p class="quiet small">
      Before seed crosses a border, or is passed on, ask the authority for plant health; some kinds and
      varieties are protected.
    </p>
    <template #done>
      <template v-if="made">
        <h2>Packet filled</h2>
        <p>
          Write this code on the packet of {{ counted(seeds, 'seed') }}:
          <TagLabel :code="made" :to="`/seed/packets/${ids.id(3)}`" large />
        </p>
        <div class="row"><v-btn variant="flat" @click="isOpen = false">Done</v-btn></div>
      </template>
    </template>
  </FormDialog>
</template>

<style scoped>
.bulk {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>
