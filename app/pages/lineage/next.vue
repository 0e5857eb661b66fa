<!-- Which crosses to make next for an aim: the best set within the limits, and what kinship costs. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import type { Proposal } from '@virgulta/core/aims/nextCrosses'
import { seasonInWords } from '@virgulta/core/bloom/season'
import { percentWords } from '@virgulta/core/odds/oddsWords'
import { addDays } from '@virgulta/core/time/days'
import type { AimPage, AimRow } from '#shared/aims'
import type { BloomPage } from '#shared/bloom'
import type { PollenShelf } from '#shared/pollen'
import type { Column } from '~/components/base/ReadTable.vue'

const garden = useGardenStore()
const log = useLogStore()
const route = useRoute()
const { data: aims, problem } = useLive<AimRow[]>(() => '/api/aims')
/** Aims of the crop that the other parts look at come first. */
const sorted = computed(() =>
  [...(aims.value ?? [])].sort(
    (a, b) => Number(b.aim.crop === route.query.crop) - Number(a.aim.crop === route.query.crop),
  ),
)
const aimId = useAddress('aim', () => sorted.value[0]?.aim.id ?? '')
const { data: page } = useLive<AimPage>(() => (aimId.value ? `/api/aims/${aimId.value}` : null))
const { data: bloom } = useLive<BloomPage>(() =>
  page.value
    ? `/api/bloom?${new URLSearchParams({ from: garden.today, to: addDays(garden.today, 500), who: 'all', seasons: 'yes', crop: page.value.aim.crop })}`
    : null,
)
const guide = computed(() => page.value && garden.cropOf(page.value.aim.crop)!.guide)
const { data: shelf } = useLive<PollenShelf>(() => '/api/pollen')

const crosses = useAddressNumber('n', 6, { least: 1, most: 60 })
const uses = useAddressNumber('uses', 2, { least: 1, most: 20 })
const flowers = useAddressNumber('flowers', 6, { least: 1, most: 500 })
const fruits = useAddressNumber('fruits', 1, { least: 1, most: 100 })
const time = useAddressNumber('time', 60, { least: 1, most: 5000 })
const [kin, meets] = [useAddress('kin', 'any'), useAddress('meets')]
const KIN = [
  { value: 'any', title: 'any, but clones', most: null },
  { value: 'sibs', title: 'no full sibs or closer', most: 0.49 },
  { value: 'half', title: 'no half sibs or closer', most: 0.24 },
  { value: 'none', title: 'no kin at all', most: 0 },
]
/** What there is time for bounds how many crosses there can be. */
const wanted = computed(() => Math.min(crosses.value, Math.floor(time.value / flowers.value)))
const wish = computed(() => {
  if (!page.value?.table.wishes.length || !bloom.value || !shelf.value || wanted.value < 1) return null
  const { table, crosses: planned } = page.value
  return {
    table,
    bloom: guide.value!.bloom,
    blooms: Object.fromEntries(
      bloom.value.rows.map(row => [row.plant.id, row.windows.filter(window => !window.isOver)]),
    ),
    pollen: shelf.value.rows.flatMap(row => (row.isDead ? [] : row.donors.map(donor => donor.id))),
    planned: planned.flatMap(cross =>
      cross.pollenParent ? [[cross.seedParent.id, cross.pollenParent.id] as [string, string]] : [],
    ),
    limits: {
      crosses: wanted.value,
      uses: uses.value,
      kin: KIN.find(one => one.value === kin.value)?.most ?? null,
      fruits: fruits.value,
      isMeeting: meets.value === '1',
      musts: page.value.table.wishes.some(w => w.must) ? 1e-6 : 0,
    },
  }
})
const { answer, progress, refused, isStopped, stop, again } = useWork('next', () => wish.value)
const at = ref(0)
watch(answer, found => (at.value = Math.min(at.value, Math.max(0, (found?.sets.length ?? 1) - 1))))
const set = computed(() => answer.value?.sets[at.value] ?? null)
const names = computed(() => new Map((page.value?.plants ?? []).map(plant => [plant.id, plant])))
const nameOf = (id: string) => names.value.get(id)?.name ?? ''
const traitOf = computed(() => new Map((page.value?.table.traits ?? []).map(trait => [trait.id, trait.name])))

/** What speaks for a pair: the wishes it covers, how it meets. */
function reasons(pair: Proposal): string[] {
  const covered = page.value!.table.wishes.flatMap((wish, w) => {
    const { covers, chance } = pair.wishes[w]!
    const name = traitOf.value.get(wish.trait) ?? ''
    if (covers === 'neither' || covers === 'not scored') return []
    return [
      `${name} of ${covers === 'both' ? 'both' : `the ${covers}`}${chance === null ? '' : `, in ${percentWords(chance)}`}`,
    ]
  })
  const meeting = pair.isPollenAtHand
    ? 'pollen is at hand'
    : pair.meeting.chance === null
      ? ''
      : `open together with ${percentWords(pair.meeting.chance)} in ${seasonInWords(pair.meeting.season!, guide.value!.bloom)}`
  return [...covered, meeting, pair.direction].filter(Boolean)
}
const columns = computed<Column<Proposal>[]>(() => [
  {
    key: 'pair',
    title: 'Pair, seed parent first',
    value: row => `${nameOf(row.seedParentId)} × ${nameOf(row.pollenParentId)}`,
    csv: parentCells(row => ({
      seedParent: names.value.get(row.seedParentId)!,
      pollenParent: names.value.get(row.pollenParentId)!,
    })),
  },
  {
    key: 'worth',
    title: 'Wishes met',
    value: row => row.worth,
    align: 'end',
    csv: percentCells('wishes met', row => row.worth),
  },
  {
    key: 'inbreeding',
    title: 'Inbred by',
    value: row => row.inbreeding,
    align: 'end',
    csv: percentCells('offspring inbred by', row => row.inbreeding),
  },
  { key: 'why', title: 'Why', value: row => reasons(row).join('; ') },
  ...(set.value?.proposals.some(row => row.warnings.length)
    ? [{ key: 'mind', title: 'Mind', value: (row: Proposal) => row.warnings.map(w => w.words).join(' ') }]
    : []),
])
const fell = computed(() => {
  if (!answer.value) return ''
  const { weighed, fell: counts } = answer.value
  const parts = [
    [counts.planned, 'planned already'],
    [counts.kin, 'closer kin than you want'],
    [counts.load, 'on a seed parent that is full'],
    [counts.meeting, 'not open together and without pollen at hand'],
    [counts.musts, 'short of what must be'],
  ] as const
  const told = parts.flatMap(([count, words]) => (count ? [`${count} ${words}`] : []))
  return `${counted(weighed, 'pair')} weighed${told.length ? `; left out: ${told.join(', ')}` : ''}.`
})

const left = ref<ReadonlySet<string>>(new Set())
const keyOf = (row: Proposal) => `${row.seedParentId} ${row.pollenParentId}`
watch(set, () => (left.value = new Set()))
function toggle(row: Proposal) {
  const after = new Set(left.value)
  if (!after.delete(keyOf(row))) after.add(keyOf(row))
  left.value = after
}
const accepted = computed(() => (set.value?.proposals ?? []).filter(row => !left.value.has(keyOf(row))))
const ids = useFormIds()
const { run: plan, isBusy } = useOnce(async () => {
  const { aim } = page.value!
  const rows = accepted.value
  const isPlanned = await log.noteTagged(rows.length, codes =>
    rows.map((row, i) => ({
      kind: 'crossPlanned' as const,
      subjectId: ids.id(i),
      payload: {
        code: codes[i]!,
        crop: aim.crop,
        seedParentId: row.seedParentId,
        pollenParentId: row.pollenParentId,
        selfMeant: false,
        aim: aim.words,
        flowersPlanned: flowers.value,
        keepersWanted: 2,
        wantedShare: null,
        confidence: 0.9,
        aimId: aim.id,
      },
    })),
  )
  if (isPlanned) ids.renew()
})
</script>

<template>
  <div class="stack">
    <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
    <EmptyPage v-if="aims && !aims.length" heading="No aim is set yet">
      Crosses are chosen by what is wanted of them. An aim says it once: which traits to bring in, to keep, to
      lose, and how much each counts.
      <template #step><v-btn variant="flat" to="/aims/new">Set an aim</v-btn></template>
    </EmptyPage>
    <template v-else-if="aims">
      <div class="row tools">
        <v-select
          v-model="aimId"
          label="Aim"
          :items="sorted.map(({ aim }) => ({ value: aim.id, title: aim.words }))"
          class="aim"
        />
        <CountStepper v-model="crosses" label="Crosses" :least="1" :most="60" />
        <CountStepper v-model="uses" label="Each plant in at most" :least="1" :most="20" />
        <v-select v-model="kin" label="Kin" :items="KIN" class="kin" />
      </div>
      <div class="row tools">
        <CountStepper v-model="flowers" label="Flowers for a cross" :least="1" :most="500" />
        <CountStepper v-model="fruits" label="Fruits kept of a cross" :least="1" :most="100" />
        <CountStepper v-model="time" label="Flowers there is time for" :least="1" :most="5000" />
        <v-checkbox
          :model-value="meets === '1'"
          label="Only plants that flower together, or with pollen at hand"
          hide-details
          @update:model-value="on => (meets = on ? '1' : '')"
        />
      </div>
      <p v-if="wanted < crosses" class="doubt">
        There is time for {{ counted(wanted, 'cross', 'crosses') }} of {{ flowers }} flowers.
      </p>
      <WorkLine
        :progress="progress"
        :refused="refused"
        :is-stopped="isStopped"
        what="the next crosses"
        @stop="stop"
        @again="again"
      />
      <p v-if="page && !page.table.wishes.length" class="quiet">
        This aim has no wishes yet: say what it is to bring.
        <NuxtLink :to="`/aims/${aimId}`">To the aim</NuxtLink>
      </p>
      <p v-else-if="answer && !answer.sets.length" class="quiet" role="status">
        No cross fits these limits. {{ fell }}
      </p>
      <div v-else-if="answer && set" class="sides">
        <PaperSheet heading="Proposed">
          <template #actions>
            <v-btn v-if="garden.mayNote" variant="flat" :disabled="!accepted.length || isBusy" @click="plan()"
              >Plan {{ counted(accepted.length, 'cross', 'crosses') }}</v-btn
            >
          </template>
          <p class="quiet small">{{ fell }}</p>
          <ReadTable
            :rows="set.proposals"
            :columns="columns"
            name="proposals"
            one="proposal"
            file="next-crosses"
            sort="worth"
            descending
            @open="toggle"
          >
            <template #pair="{ row }"
              ><label class="row pair" @click.stop
                ><input
                  type="checkbox"
                  class="mark"
                  :checked="!left.has(keyOf(row))"
                  :aria-label="`Plan ${nameOf(row.seedParentId)} × ${nameOf(row.pollenParentId)}`"
                  @change="toggle(row)" /><CrossName
                  :seed-parent="{ id: row.seedParentId, name: nameOf(row.seedParentId) }"
                  :pollen-parent="{ id: row.pollenParentId, name: nameOf(row.pollenParentId) }" /></label
            ></template>
            <template #worth="{ row }"
              ><strong class="figures">{{
                row.worth === null ? '·' : percentWords(row.worth)
              }}</strong></template
            >
            <template #inbreeding="{ row }"
              ><span class="figures">{{ percentWords(row.inbreeding) }}</span></template
            >
            <template #why="{ row }"
              ><ul class="why small">
                <li v-for="one in reasons(row)" :key="one">{{ one }}</li>
              </ul></template
            >
            <template #mind="{ row }"
              ><span v-if="row.warnings.length" class="mind doubt small">{{
                row.warnings.map(w => w.words).join(' ')
              }}</span></template
            >
          </ReadTable>
        </PaperSheet>
        <PaperSheet heading="Gain against kin">
          <TradeCurve v-model="at" :sets="answer.sets" />
          <dl class="facts">
            <dt>Wishes met, in the mean</dt>
            <dd class="figures">{{ percentWords(set.worth) }}</dd>
            <dt>Coancestry of what comes of it</dt>
            <dd class="figures">{{ percentWords(set.coancestry) }}</dd>
          </dl>
          <p class="quiet small">
            Coancestry: how likely two alleles of all that comes of these crosses are copies of one
            ancestor’s. Go along the curve: what is given up on the left buys variety.
          </p>
        </PaperSheet>
      </div>
    </template>
  </div>
</template>

<style scoped>
.tools {
  align-items: end;
}
.aim {
  flex: 1 1 280px;
  max-width: 460px;
}
.kin {
  width: 220px;
}
.sides {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 360px;
  gap: 16px;
  align-items: start;
}
.pair {
  flex-wrap: nowrap;
  cursor: pointer;
}
.mark {
  flex: none;
  width: 24px;
  height: 24px;
  margin: 0;
  accent-color: var(--sap);
}
/* The table goes aside on a telephone; reasons are not squeezed to a word a line. */
.why {
  margin: 4px 0;
  padding-left: 16px;
  min-width: 17em;
}
.mind {
  display: block;
  min-width: 12em;
}
.facts {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 4px 12px;
  margin: 8px 0;
}
dd {
  margin: 0;
  font-weight: 650;
}
@media (max-width: 1000px) {
  .sides {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
