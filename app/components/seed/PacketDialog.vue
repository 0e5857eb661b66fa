<!-- Work at a packet: put away, a sample tested, counted anew, split, or another one poured in. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import type { Draft } from '@virgulta/core/log/entry'
import type { LotStory } from '#shared/seed'
import type { PacketWork } from './packetWork'
import { PACKET_WORK } from './packetWork'

const isOpen = defineModel<boolean>({ required: true })
const { story, work } = defineProps<{ story: LotStory; work: PacketWork }>()
const log = useLogStore()
const ids = useFormIds()
const garden = useGardenStore()
const lot = computed(() => story.lot)
const seedsProblem = useProblemAt('seeds')
const upProblem = useProblemAt('up')
const day = ref(garden.today)
const storeId = ref<string | null>(null)
const [seeds, up] = [ref(1), ref(0)]
const parts = ref<number[]>([])
const fromId = ref<string | null>(null)
const other = computed(() => story.others.find(({ id }) => id === fromId.value))
/** A sample that tells something, and leaves most of the seed. */
const SAMPLE = 10
function begin() {
  ids.renew()
  day.value = garden.today
  storeId.value = lot.value.stored.at(-1)?.storeId ?? null
  seeds.value = work === 'recount' ? lot.value.left : Math.min(SAMPLE, lot.value.left)
  up.value = 0
  parts.value = [Math.max(1, Math.floor(lot.value.left / 2))]
  fromId.value = story.others[0]?.id ?? null
}
watch(other, packet => work === 'merge' && packet && (seeds.value = packet.left))
const given = computed(() => parts.value.reduce((sum, n) => sum + n, 0))
/** What is known of seed goes with it into another packet. */
const known = ({ flowerIds, harvestedOn }: { flowerIds: string[]; harvestedOn: string }) => ({
  crossId: lot.value.crossId,
  flowerIds,
  harvestedOn,
})
const subjectId = computed(() => lot.value.id)
function drafts(): Draft[] {
  const subject = { subjectId: subjectId.value }
  switch (work) {
    case 'store':
      return [{ kind: 'putAway', ...subject, payload: { storeId: storeId.value } }]
    case 'test':
      return [{ kind: 'seedTested', ...subject, payload: { seeds: seeds.value, up: up.value } }]
    case 'recount':
      return [{ kind: 'seedsRecounted', ...subject, payload: { left: seeds.value } }]
    case 'merge':
      return other.value
        ? [
            {
              kind: 'seedsMerged',
              ...subject,
              payload: { fromId: other.value.id, seeds: seeds.value, ...known(other.value) },
            },
          ]
        : []
    case 'split':
      return []
  }
}
async function note() {
  const isDone =
    work === 'split'
      ? await log.noteTagged(
          parts.value.length,
          codes => [
            {
              kind: 'seedsSplit',
              subjectId: subjectId.value,
              payload: {
                into: parts.value.map((n, i) => ({ id: ids.id(i), code: codes[i]!, seeds: n })),
                ...known(lot.value),
              },
            },
          ],
          day.value,
        )
      : await log.note(drafts(), day.value)
  if (isDone) isOpen.value = false
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :heading="PACKET_WORK[work].heading"
    :action="PACKET_WORK[work].action"
    :disabled="work === 'merge' && !other"
    :of="`${work} ${lot.id}`"
    @open="begin"
    @submit="note"
  >
    <template #beside><TagLabel :code="lot.code" /></template>
    <p class="quiet">{{ PACKET_WORK[work].words }}</p>
    <v-select
      v-if="work === 'store'"
      v-model="storeId"
      label="Where"
      :items="[
        { value: null, title: 'a cool dry drawer' },
        ...story.stores.map(s => ({ value: s.id, title: `${s.name}, ${s.celsius} °C` })),
      ]"
    />
    <template v-if="work === 'test'">
      <CountStepper
        v-model="seeds"
        label="Seeds of the sample"
        :least="1"
        :most="lot.left"
        :hint="`${lot.left} in the packet; they are used up`"
        :error="seedsProblem"
      />
      <CountStepper v-model="up" label="Of them came up" :most="seeds" :error="upProblem" />
    </template>
    <CountStepper v-if="work === 'recount'" v-model="seeds" label="Seeds in the packet" :most="10_000_000" />
    <template v-if="work === 'split'">
      <div v-for="(_, i) in parts" :key="i" class="row">
        <CountStepper
          v-model="parts[i]!"
          :label="`Seeds of new packet ${i + 1}`"
          :least="1"
          :most="Math.max(1, lot.left)"
          :error="i ? undefined : seedsProblem"
        />
        <v-btn v-if="parts.length > 1" variant="text" class="quietly" @click="parts.splice(i, 1)"
          >Leave it out</v-btn
        >
      </div>
      <div>
        <v-btn class="quietly" :disabled="given >= lot.left" @click="parts.push(lot.left - given)"
          >One more packet</v-btn
        >
      </div>
      <p class="quiet small">{{ counted(Math.max(0, lot.left - given), 'seed') }} stay in {{ lot.code }}.</p>
    </template>
    <template v-if="work === 'merge'">
      <p v-if="!story.others.length">No other packet of this cross holds seed.</p>
      <template v-else>
        <v-select
          v-model="fromId"
          label="From the packet"
          :items="story.others.map(o => ({ value: o.id, title: `${o.code}, ${o.left} left` }))"
        />
        <CountStepper
          v-model="seeds"
          label="Seeds poured in"
          :least="1"
          :most="other?.left ?? 1"
          :error="seedsProblem"
        />
      </template>
    </template>
    <DayField v-model="day" label="On" />
  </FormDialog>
</template>
