<!-- What is done with a tube: filled, moved, split, topped up, doubted, thrown away. -->
<script setup lang="ts">
import { pollenChoices } from './pollenWords'
import { splitDraft } from './tubeDrafts'
import { plural } from '@virgulta/core/formats/counted'
import type { Draft } from '@virgulta/core/log/entry'
import type { DRYING, TUBE_DOUBTS } from '@virgulta/core/pollen/kinds'
import type { TubePage } from '#shared/pollen'

export type TubeWork = 'tube' | 'move' | 'split' | 'topUp' | 'doubt' | 'end'
const does = defineModel<TubeWork | null>({ required: true })
const { page } = defineProps<{ page: TubePage }>()
const log = useLogStore()
const ids = useFormIds()
const problems = { fromId: useProblemAt('fromId'), doses: useProblemAt('doses'), toId: useProblemAt('toId') }
const garden = useGardenStore()
const isOpen = computed({ get: () => does.value !== null, set: is => (does.value = is ? does.value : null) })
/** the one on screen while the dialog closes */
const work = ref<TubeWork>('tube')
watch(does, is => (work.value = is ?? work.value), { immediate: true })
const words: Record<TubeWork, [heading: string, action: string]> = {
  tube: ['Into its tube', 'It is in its tube'],
  move: ['Where it goes', 'It stands there'],
  split: ['Split off', 'Give them codes'],
  topUp: ['Top up from another tube', 'Poured over'],
  doubt: ['What happened to it', 'Note the doubt'],
  end: ['Throw it away', 'Thrown away'],
}
const drying = ref<keyof typeof DRYING>('shade')
const doses = ref(10)
const parts = ref(1)
const hasDesiccant = ref(true)
const storeId = ref<string | null>(null)
const fromId = ref<string | null>(null)
const doubt = ref<keyof typeof TUBE_DOUBTS>('damp')
const reason = ref('')
const day = ref(garden.today)
const made = ref<string[] | null>(null)
const isPrinting = ref(false)
const OUT = 'out'
const places = computed(() => [
  ...page.stores
    .filter(s => s.id !== page.store?.id)
    .map(s => ({ value: s.id, title: `${s.name}, ${s.celsius} °C` })),
  ...(page.store && work.value === 'move' ? [{ value: OUT, title: 'taken out, in the hand' }] : []),
])
const guide = computed(() => garden.cropOf(page.tube.crop)?.guide)
const isFreezer = (id: string | null | undefined) => page.stores.find(s => s.id === id)?.keeps === 'freezer'
/** As it goes into its tube, or went. */
const isMoist = computed(() =>
  work.value === 'tube' ? drying.value === 'none' && !hasDesiccant.value : page.isMoist,
)
const reasons = ['used up', 'dead by its test', 'damp', 'mixed up', 'old']
function begin() {
  ids.renew()
  made.value = null
  day.value = garden.today
  drying.value = 'shade'
  hasDesiccant.value = true
  parts.value = 1
  doses.value =
    work.value === 'tube' ? Math.max(1, page.tube.flowers ?? 10) : Math.max(1, Math.min(5, page.tube.left))
  const cool = page.stores.find(s => s.keeps === 'refrigerator')?.id
  storeId.value =
    work.value === 'tube' ? (cool ?? page.stores[0]?.id ?? null) : (places.value[0]?.value ?? null)
  fromId.value = page.others[0]?.id ?? null
  reason.value = ''
}
const other = computed(() => page.others.find(o => o.id === fromId.value))
const isStranger = computed(() => other.value?.donorIds.some(id => !page.tube.donors.includes(id)) ?? false)

async function note() {
  const subjectId = page.tube.id
  const { donors, crop } = page.tube
  if (work.value === 'split') {
    made.value = await log.noteTagged(
      parts.value,
      codes => [
        splitDraft(
          subjectId,
          { crop, donors },
          codes.map((code, i) => ({ id: ids.id(i), code })),
          doses.value,
        ),
      ],
      day.value,
    )
    return
  }
  const draft = (
    {
      tube: () => ({
        kind: 'pollenTubed',
        subjectId,
        payload: {
          drying: drying.value,
          doses: doses.value,
          hasDesiccant: hasDesiccant.value,
          storeId: storeId.value,
        },
      }),
      move: () => ({
        kind: 'tubeMoved',
        subjectId,
        payload: { toId: storeId.value === OUT ? null : storeId.value, fromId: page.store?.id ?? null },
      }),
      topUp: () => ({
        kind: 'tubeToppedUp',
        subjectId,
        payload: { fromId: fromId.value!, donors: other.value!.donorIds, doses: doses.value },
      }),
      doubt: () => ({ kind: 'tubeDoubted', subjectId, payload: { doubt: doubt.value } }),
      end: () => ({ kind: 'tubeEnded', subjectId, payload: { reason: reason.value.trim() } }),
    } satisfies Record<Exclude<TubeWork, 'split'>, () => Draft>
  )[work.value]()
  if (await log.note([draft], day.value)) does.value = null
}
const isReady = computed(
  () =>
    ({
      tube: true,
      move: storeId.value !== null,
      split: true,
      topUp: fromId.value !== null,
      doubt: true,
      end: Boolean(reason.value.trim()),
    })[work.value],
)
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :heading="words[work][0]"
    :action="words[work][1]"
    :disabled="!isReady"
    :is-done="made !== null"
    in-address
    :of="`${page.tube.id} ${work}`"
    @open="begin"
    @submit="note"
  >
    <template #beside><TagLabel :code="page.tube.code" /></template>
    <template v-if="work === 'tube'">
      <CautionLines v-if="guide" step="tubePollen" :guide="guide" />
      <v-select v-model="drying" :items="pollenChoices.drying" label="How it dried" hide-details />
      <p v-if="drying === 'none'" class="doubt small">
        Undried pollen dies about three times as fast, and clumps.
      </p>
    </template>
    <CountStepper
      v-if="work === 'tube'"
      v-model="doses"
      label="Flowers it will serve, by eye"
      :least="1"
      :most="10000"
      hint="One dose is one touch of one flower"
    />
    <CountStepper v-if="work === 'split'" v-model="parts" label="New tubes" :least="1" :most="20" />
    <v-select
      v-if="work === 'topUp'"
      v-model="fromId"
      :items="page.others.map(o => ({ value: o.id, title: `${o.code}, ${o.left} doses` }))"
      label="From"
      :error-messages="problems.fromId.value ?? []"
    />
    <p v-if="work === 'topUp' && isStranger" class="doubt">
      {{ other?.code }} holds pollen of another plant: the tube becomes a mixture, and the father of its seed
      will not be known.
    </p>
    <CountStepper
      v-if="work === 'split' || work === 'topUp'"
      v-model="doses"
      :label="work === 'split' ? 'Doses in each' : 'Doses poured over'"
      :least="1"
      :most="10000"
      :error="problems.doses.value"
      :hint="work === 'split' ? `${page.tube.left} in this tube` : undefined"
    />
    <v-switch
      v-if="work === 'tube'"
      v-model="hasDesiccant"
      label="With a drying agent"
      color="primary"
      hide-details
    />
    <template v-if="work === 'tube' || work === 'move'">
      <v-select
        v-model="storeId"
        :items="places"
        :label="work === 'tube' ? 'Kept in' : 'To'"
        clearable
        :error-messages="problems.toId.value ?? []"
      />
      <p v-if="!page.stores.length" class="quiet small">
        No store is set up yet: <NuxtLink to="/pollen/stores">set up a refrigerator or a freezer</NuxtLink>,
        so that what it was like counts.
      </p>
      <p v-if="isMoist && isFreezer(storeId)" class="doubt small" role="status">
        Moist pollen does not outlive the freezer: its water becomes ice and kills most of it. Dry it first,
        or keep it in the refrigerator and use it within days.
      </p>
      <p v-if="work === 'move' && isFreezer(page.store?.id)" class="quiet small">
        What leaves a freezer thaws; refreezing costs some of it each time.
      </p>
    </template>
    <v-select
      v-if="work === 'doubt'"
      v-model="doubt"
      :items="pollenChoices.doubts"
      label="What happened"
      hide-details
    />
    <v-combobox v-if="work === 'end'" v-model="reason" :items="reasons" label="Why" hide-details />
    <DayField v-model="day" label="Done on" />
    <template #done>
      <h2>{{ plural(made?.length ?? 0, 'The new tube', 'The new tubes') }}</h2>
      <div class="row"><TagLabel v-for="code in made" :key="code" :code="code" large /></div>
      <p class="quiet">Write the code on each; they are out, so put them where they are kept.</p>
      <div class="row">
        <v-btn variant="flat" @click="isOpen = false">Done</v-btn
        ><v-btn @click="isPrinting = true"
          >Print {{ plural(made?.length ?? 0, 'its label', 'their labels') }}</v-btn
        >
      </div>
      <TagSheetDialog v-model="isPrinting" :cross-id="null" :codes="made ?? []" />
    </template>
  </FormDialog>
</template>
