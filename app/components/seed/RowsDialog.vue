<!-- A tray of several packets: one row for each, in their order, each with its own code; the labels are printed in that order. -->
<script setup lang="ts">
import { mdiArrowDown, mdiArrowUp, mdiClose } from '@mdi/js'
import { counted } from '@virgulta/core/formats/counted'
import type { Stay } from '@virgulta/core/seed/course'
import type { SownHow } from '@virgulta/core/seed/kinds'
import { dayInWords } from '@virgulta/core/time/days'
import type { LotRow, PacketPage } from '#shared/seed'

const isOpen = defineModel<boolean>({ required: true })
const log = useLogStore()
const ids = useFormIds()
const garden = useGardenStore()
/** Rows that begin with so many seeds, or all that the packet holds. */
const USUAL_SEEDS = 20
/** Packets that hold seed; the latest of so many can be chosen. */
const MOST_PACKETS = 2000
const { data: drawer } = useLive<PacketPage>(() =>
  isOpen.value ? `/api/seed/lots?holds=seed&sort=harvestedOn&order=desc&size=${MOST_PACKETS}` : null,
)
const lots = computed(() => drawer.value?.packets ?? [])
const tray = ref('')
const rows = ref<{ row: LotRow; seeds: number }[]>([])
const stay = ref<Omit<Stay, 'on'>>({ container: 'tray', air: 'warm', weeks: null, placeId: null })
const how = ref<SownHow>({})
const day = ref(garden.today)
const made = ref<string[] | null>(null)
const why = ref('')
function begin() {
  ids.renew()
  tray.value = `Tray of ${dayInWords(garden.today)}`
  rows.value = []
  stay.value = { ...stay.value, placeId: garden.openPlaces[0]?.id ?? null }
  how.value = {}
  day.value = garden.today
  made.value = null
  why.value = ''
}
const parentsIn = (r: LotRow) => `${r.seedParent.name} × ${r.pollenParent?.name ?? 'open'}`
/** Seeds of a packet that no row has yet. */
const leftIn = (lot: LotRow['lot'], but = -1) =>
  lot.left - rows.value.reduce((sum, r, i) => sum + (r.row.lot.id === lot.id && i !== but ? r.seeds : 0), 0)
const choices = computed(() =>
  lots.value
    .filter(({ lot }) => leftIn(lot) > 0)
    .map(r => ({ value: r.lot.id, title: `${r.lot.code} ${parentsIn(r)}, ${leftIn(r.lot)} left` })),
)
const chosen = ref<string | null>(null)
const sought = ref('')
watch(chosen, id => {
  const row = lots.value.find(({ lot }) => lot.id === id)
  if (row) rows.value.push({ row, seeds: Math.min(USUAL_SEEDS, leftIn(row.lot)) })
  why.value = ''
  // The field is emptied once it took what was chosen.
  void nextTick(() => {
    chosen.value = null
    sought.value = ''
  })
})
const move = (at: number, by: number) => rows.value.splice(at + by, 0, ...rows.value.splice(at, 1))
async function sow() {
  if (!rows.value.length) return (why.value = 'Choose the packet of the first row.')
  if (!tray.value.trim()) return (why.value = 'Give the tray a name, so that its rows are told apart.')
  made.value = await log.noteTagged(
    rows.value.length,
    codes =>
      rows.value.map(({ row: { lot }, seeds }, i) => ({
        kind: 'sown',
        subjectId: ids.id(i),
        payload: {
          code: codes[i]!,
          lotId: lot.id,
          crossId: lot.crossId,
          seeds,
          ...stay.value,
          row: { of: tray.value.trim(), at: i + 1 },
          ...(Object.keys(how.value).length ? { how: how.value } : {}),
        },
      })),
    day.value,
  )
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    heading="Sow a tray in rows"
    :action="`Sow ${counted(rows.length, 'row')}`"
    :is-done="made !== null"
    of="rows"
    @open="begin"
    @submit="sow"
  >
    <WordsField v-model="tray" :most="40" label="Name of the tray" />
    <StayFields v-model="stay" />
    <ol v-if="rows.length" class="rows">
      <li v-for="({ row }, i) in rows" :key="i" class="row line">
        <strong class="figures at">{{ i + 1 }}</strong>
        <span class="what"
          ><TagLabel :code="row.lot.code" /><br /><span class="small">{{ parentsIn(row) }}</span></span
        >
        <CountStepper
          v-model="rows[i]!.seeds"
          :label="`Seeds in row ${i + 1}`"
          :least="1"
          :most="Math.max(1, leftIn(row.lot, i))"
          :hint="`${leftIn(row.lot, i)} in the packet`"
        />
        <span>
          <v-btn
            :icon="mdiArrowUp"
            size="small"
            variant="text"
            :disabled="i === 0"
            :aria-label="`Row ${i + 1} earlier`"
            @click="move(i, -1)"
          /><v-btn
            :icon="mdiArrowDown"
            size="small"
            variant="text"
            :disabled="i === rows.length - 1"
            :aria-label="`Row ${i + 1} later`"
            @click="move(i, 1)"
          /><v-btn
            :icon="mdiClose"
            size="small"
            variant="text"
            :aria-label="`Leave row ${i + 1} out`"
            @click="rows.splice(i, 1)"
          />
        </span>
      </li>
    </ol>
    <v-autocomplete
      v-model="chosen"
      v-model:search="sought"
      :items="choices"
      :label="`Packet of row ${rows.length + 1}`"
      no-data-text="No packet holds more seed."
      hide-details
    />
    <DayField v-model="day" label="Sown on" />
    <details>
      <summary>How it is sown</summary>
      <div class="stack how"><HowFields v-model="how" /></div>
    </details>
    <p v-if="why" class="fail" role="alert">{{ why }}</p>
    <template #done>
      <p>
        <strong>{{ tray }} is sown: {{ counted(made?.length ?? 0, 'row') }}.</strong> Its labels lie in the
        order of the rows.
      </p>
      <ol class="made">
        <li v-for="(code, i) in made" :key="code"><TagLabel :code="code" /> {{ parentsIn(rows[i]!.row) }}</li>
      </ol>
      <div class="row">
        <PrintLabels :codes="made ?? []" />
        <v-btn variant="text" @click="isOpen = false">Done</v-btn>
      </div>
    </template>
  </FormDialog>
</template>

<style scoped>
.rows,
.made {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.line {
  align-items: center;
  gap: 10px;
  border-bottom: 1px solid var(--rule);
  padding-bottom: 6px;
}
.at {
  width: 26px;
  text-align: end;
  font-size: 18px;
}
.what {
  flex: 1 1 150px;
}
.how {
  padding-top: 10px;
}
</style>
