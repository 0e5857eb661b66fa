<!-- Which plants of a family to keep: by an aim, with the chance of each to be among the best; marked, compared, judged together. -->
<script setup lang="ts">
import { mdiDownload, mdiPrinterOutline } from '@mdi/js'
import { gardenYearOf } from '@virgulta/core/season/band'
import { wishInWords } from '@virgulta/core/aims/nearness'
import { counted } from '@virgulta/core/formats/counted'
import type { Draft } from '@virgulta/core/log/entry'
import { percentWords } from '@virgulta/core/odds/oddsWords'
import type { Choice } from '@virgulta/core/offspring/choosing'
import { latestScore, scoreInWords } from '@virgulta/core/offspring/score'
import type { Trait } from '@virgulta/core/offspring/trait'
import type { Plant } from '@virgulta/core/plants/plant'
import { sum } from 'd3-array'
import type { AimRow } from '#shared/aims'
import type { FamilyPage } from '#shared/offspring'
import type { Beside } from './beside'

const { family, plants, beside, traits } = defineProps<{
  family: FamilyPage
  plants: Plant[]
  beside: Beside[]
  traits: Trait[]
}>()
const emit = defineEmits<{ note: [drafts: Draft[]] }>()
const garden = useGardenStore()
const guide = computed(() => garden.cropOf(family.cross.crop)!.guide)
const { data: allAims } = useLive<AimRow[]>(() => '/api/aims')
const aims = computed(() =>
  (allAims.value ?? []).map(row => row.aim).filter(aim => aim.crop === family.cross.crop && !aim.ended),
)
const aimId = useAddress('aim', () => family.cross.aimId ?? aims.value[0]?.id ?? '')
const aim = computed(() => aims.value.find(a => a.id === aimId.value) ?? aims.value[0] ?? null)
const best = useAddressNumber('best', family.cross.keepersWanted, { least: 1, most: 1000 })
const [show, marks, comparing] = [useAddress('show', 'all'), useAddressList('marked'), useAddress('compare')]

const traitOf = computed(() => new Map(traits.map(t => [t.id, t])))
const wishes = computed(() =>
  (aim.value?.wishes ?? []).flatMap(wish => {
    const trait = traitOf.value.get(wish.trait)
    return trait ? [{ wish, trait }] : []
  }),
)
const { answer, progress, refused, isStopped, stop, again } = useWork('choose', () =>
  wishes.value.length
    ? {
        wishes: wishes.value.map(w => w.wish),
        traits: wishes.value.map(w => w.trait),
        plants: plants.map(({ id, scores }) => ({ id, scores })),
        best: best.value,
        half: garden.half,
      }
    : null,
)
interface Row {
  plant: Plant
  choice: Choice
}
const byId = computed(() => new Map(plants.map(p => [p.id, p])))
const ranked = computed<Row[]>(() =>
  (answer.value?.choices ?? []).flatMap(choice => {
    const plant = byId.value.get(choice.id)
    return plant ? [{ plant, choice }] : []
  }),
)
const shown = computed(() =>
  ranked.value.filter(({ plant }) =>
    show.value === 'all'
      ? true
      : show.value === 'open'
        ? !plant.verdict
        : plant.verdict?.verdict === show.value,
  ),
)
const SIZE = 60
const page = useAddressNumber('page', 1, { least: 1 })
const pages = computed(() => Math.max(1, Math.ceil(shown.value.length / SIZE)))
const onPage = computed(() => shown.value.slice((page.value - 1) * SIZE, page.value * SIZE))

const marked = computed(() => new Set(marks.value))
const markedRows = computed(() => ranked.value.filter(({ plant }) => marked.value.has(plant.id)))
const toggle = (id: string) =>
  (marks.value = marked.value.has(id) ? marks.value.filter(one => one !== id) : [...marks.value, id])
const verdict = ref<VerdictWord | null>(null)
const markBest = () => (marks.value = ranked.value.slice(0, best.value).map(({ plant }) => plant.id))
const markRest = () =>
  (marks.value = ranked.value
    .slice(best.value)
    .filter(({ plant }) => plant.verdict?.verdict !== 'discard')
    .map(({ plant }) => plant.id))
function judge(drafts: Draft[]) {
  emit('note', drafts)
  verdict.value = null
  marks.value = []
}

/** A plant that lives on shows its last form later; of most there is one season to go by. */
const isFirstBloom = computed(() => {
  const isLasting = garden.garden?.guides.find(g => g.id === family.cross.crop)?.kind === 'clone'
  const scored = plants.filter(p => p.scores.length)
  const once = scored.filter(p => new Set(p.scores.map(s => gardenYearOf(s.on, garden.half))).size === 1)
  return isLasting && once.length > 0.9 * scored.length
})
/** What goes with plants that are given up. */
const lostWith = (rows: Row[]) => ({
  best: sum(rows, r => r.choice.among),
  first: sum(rows, r => r.choice.first),
})
const givenUp = computed(() => {
  const discarded = ranked.value.filter(({ plant }) => plant.verdict?.verdict === 'discard')
  return discarded.length ? { plants: discarded.length, ...lostWith(discarded) } : null
})
const markedLoss = computed(() => (markedRows.value.length ? lostWith(markedRows.value) : null))
const pair = computed(() => (markedRows.value.length === 2 ? markedRows.value.map(r => r.plant) : null))
const single = computed(() => (markedRows.value.length === 1 ? markedRows.value[0]!.plant : null))
const isSelecting = ref(false)
const isTrying = ref(false)
const compared = computed<Beside[]>(() =>
  comparing.value
    ? [...beside, ...markedRows.value.slice(0, 6).map(({ plant }) => ({ plant, as: null }))]
    : [],
)
const seenWords = (plant: Plant, trait: Trait) => {
  const found = latestScore(plant.scores, trait.id)
  return found ? scoreInWords(trait, found.value) : '·'
}
function exportCsv() {
  saveCsv(
    `choice-${family.cross.code}`,
    [
      'rank',
      'plant',
      'name',
      `chance among the best ${best.value}`,
      'chance to be the best',
      'worth',
      'worth from',
      'worth to',
      'has what it must',
      'wishes scored',
      ...wishes.value.map(w => w.trait.name),
      'verdict',
      'reason',
    ],
    ranked.value.map(({ plant, choice }, i) => [
      i + 1,
      plant.code,
      plant.name === plant.code ? '' : plant.name,
      choice.among,
      choice.first,
      choice.worth.mean,
      choice.worth.low,
      choice.worth.high,
      choice.musts,
      choice.seen,
      ...wishes.value.map(w => seenWords(plant, w.trait)),
      plant.verdict?.verdict ?? '',
      plant.verdict?.reason ?? '',
    ]),
  )
}
const rangeWords = ({ low, high }: Choice['worth']) => `${Math.round(100 * low)}–${percentWords(high)}`
const percent = (share: number) => `${(100 * share).toFixed(1)}%`
</script>

<template>
  <EmptyPage v-if="allAims && !aim" heading="No aim is set for this crop">
    <p>
      Plants are chosen by what is wanted of them. An aim says it once: which traits to bring in, to keep, to
      lose, and how much each counts.
    </p>
    <v-btn variant="flat" to="/aims/new">Set an aim</v-btn>
  </EmptyPage>
  <PaperSheet v-else-if="aim" heading="Which to keep">
    <div class="row tools">
      <v-select
        :model-value="aim.id"
        label="By the aim"
        :items="aims.map(a => ({ value: a.id, title: a.words }))"
        class="aim"
        @update:model-value="id => (aimId = id)"
      />
      <CountStepper v-model="best" label="How many to keep" :least="1" :most="1000" />
      <v-select
        v-model="show"
        label="Show"
        :items="[
          { value: 'all', title: 'all' },
          { value: 'open', title: 'not judged' },
          ...VERDICT_WORDS.map(value => ({ value, title: value })),
        ]"
        class="narrow"
      />
      <v-btn variant="text" class="quietly" :prepend-icon="mdiDownload" @click="exportCsv">CSV</v-btn>
      <v-btn
        variant="text"
        class="quietly"
        :prepend-icon="mdiPrinterOutline"
        :href="`/api/offspring/${family.cross.id}/sheet.pdf`"
        target="_blank"
        >Family sheet</v-btn
      >
    </div>
    <p v-if="!wishes.length" class="doubt">
      This aim wishes for no trait of the crop.
      <NuxtLink :to="`/aims/${aim.id}`">Say which traits count</NuxtLink>
    </p>
    <p v-else class="quiet small">
      Wished for:
      {{ wishes.map(w => `${wishInWords(w.trait, w.wish)}${w.wish.must ? ' (must)' : ''}`).join('; ') }}. Each
      plant is taken as it was seen, drawn towards its family by as much as a look may be wrong<template
        v-if="answer?.assumed.length"
        >; how true looks at {{ answer.assumed.map(id => traitOf.get(id)?.name).join(', ') }} are is assumed
        until some are looked at again</template
      >.
    </p>
    <p v-if="isFirstBloom" class="quiet small">
      Nearly all were seen in one season only, and a first bloom often misleads: the first cut is for clear
      faults; what may yet become something is watched.
    </p>
    <p v-if="givenUp" class="small">
      With the {{ counted(givenUp.plants, 'plant') }} that {{ givenUp.plants === 1 ? 'is' : 'are' }} discarded
      go {{ givenUp.best.toFixed(1) }} of the best {{ best }}, and with {{ percentWords(givenUp.first) }} the
      best of all.
    </p>
    <WorkLine
      :progress="progress"
      :refused="refused"
      :is-stopped="isStopped"
      what="whom to keep"
      @stop="stop"
      @again="again"
    />
    <div v-if="garden.mayNote && ranked.length" class="row tools">
      <v-btn class="quietly" @click="markBest">Mark the best {{ best }}</v-btn>
      <v-btn class="quietly" @click="markRest">Mark all others</v-btn>
    </div>
    <MarkedBar
      v-if="markedRows.length"
      v-model:verdict="verdict"
      :plants="markedRows.map(r => r.plant)"
      :verdict-reasons="guide.judging.reasons"
      @note="judge"
      @none="marks = []"
    >
      <v-btn v-if="markedRows.length > 1" class="quietly" @click="comparing = comparing ? '' : '1'">{{
        comparing ? 'Compare no more' : 'Compare'
      }}</v-btn>
      <v-btn
        v-if="pair && garden.mayNote"
        variant="flat"
        :to="`/crosses/new?seed=${pair[0]!.id}&pollen=${pair[1]!.id}&aim=${aim.id}`"
        >Cross the two</v-btn
      >
      <v-btn v-if="single && garden.mayNote" class="quietly" @click="isSelecting = true">Name it</v-btn>
      <v-btn v-if="markedRows.length > 1 && garden.mayNote" class="quietly" @click="isTrying = true"
        >Lay out a trial</v-btn
      >
      <span v-if="markedLoss" class="small"
        >they hold {{ markedLoss.best.toFixed(1) }} of the best {{ best }}; with
        {{ percentWords(markedLoss.first) }} the best of all is among them</span
      >
    </MarkedBar>
    <TrialDialog
      v-if="markedRows.length > 1"
      v-model="isTrying"
      :crop="family.cross.crop"
      :lines="markedRows.map(r => r.plant)"
    />
    <SelectDialog v-if="single" v-model="isSelecting" :plant="single" />
    <FamilyCompare v-if="compared.length" :compared="compared" :traits="traits" :wishes="wishes" />
    <div class="scroll" tabindex="0" role="region" aria-label="Plants in the order of their chances">
      <table class="ranks">
        <thead>
          <tr>
            <th scope="col">Mark</th>
            <th scope="col">Plant</th>
            <th scope="col">Among the best {{ best }}</th>
            <th scope="col">The best</th>
            <th scope="col">Near the aim (80 %)</th>
            <th v-for="w in wishes" :key="w.trait.id" scope="col">{{ w.trait.name }}</th>
            <th scope="col">Verdict</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ plant, choice } in onPage" :key="plant.id" :class="{ marked: marked.has(plant.id) }">
            <td>
              <input
                type="checkbox"
                class="mark"
                :checked="marked.has(plant.id)"
                :aria-label="`Mark ${plant.code}`"
                @change="toggle(plant.id)"
              />
            </td>
            <td>
              <TagLabel :code="plant.code" :to="`/plants/${plant.id}`" />
              <span v-if="plant.name !== plant.code" class="small">{{ ' ' }}{{ plant.name }}</span>
            </td>
            <td class="figures">
              <span class="chance" aria-hidden="true"
                ><span :style="{ width: percent(choice.among) }"
              /></span>
              {{ percentWords(choice.among) }}
            </td>
            <td class="figures">{{ percentWords(choice.first) }}</td>
            <td>
              <span class="range" aria-hidden="true"
                ><span
                  class="span"
                  :style="{
                    left: percent(choice.worth.low),
                    width: percent(choice.worth.high - choice.worth.low),
                  }" /><span class="middle" :style="{ left: percent(choice.worth.mean) }" /></span
              >{{ ' ' }}
              <span class="figures small"
                >{{ percentWords(choice.worth.mean) }}{{ ' ' }}
                <span class="quiet">{{ rangeWords(choice.worth) }}</span></span
              >
            </td>
            <td v-for="w in wishes" :key="w.trait.id">{{ seenWords(plant, w.trait) }}</td>
            <td>
              <template v-if="plant.verdict">
                <span :class="plant.verdict.verdict">{{ plant.verdict.verdict }}</span>{{ ' ' }}
                <span class="quiet small">{{ plant.verdict.reason }}</span>
              </template>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="answer && !shown.length" class="quiet">No plant fits; show all.</p>
    </div>
    <v-pagination v-if="pages > 1" v-model="page" :length="pages" density="compact" :total-visible="7" />
  </PaperSheet>
</template>

<style scoped>
.tools {
  margin-bottom: 8px;
}
.aim {
  flex: 1 1 260px;
  max-width: 480px;
}
.narrow {
  max-width: 150px;
}
.scroll {
  overflow-x: auto;
}
.ranks {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
}
th {
  text-align: left;
  font-weight: 500;
  color: var(--quiet);
  white-space: nowrap;
  border-bottom: 1px solid var(--ink);
  padding: 4px 12px 4px 0;
}
td {
  height: 37px;
  white-space: nowrap;
  border-bottom: 1px solid var(--rule);
  padding: 0 12px 0 0;
}
tr.marked td {
  background: var(--wash);
}
.mark {
  display: block;
  width: 24px;
  height: 24px;
  margin: 0;
  accent-color: var(--sap);
  cursor: pointer;
}
.chance,
.range {
  display: inline-block;
  position: relative;
  height: 14px;
  vertical-align: -2px;
  margin-right: 8px;
  background: var(--wash);
}
.chance {
  width: 70px;
}
.range {
  width: 110px;
}
.chance span {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--sap);
}
.span {
  position: absolute;
  top: 5px;
  height: 4px;
  background: var(--quiet);
}
.middle {
  position: absolute;
  top: 0;
  bottom: 0;
  width: 3px;
  margin-left: -1px;
  background: var(--ink);
}
.keep {
  color: var(--sap);
  font-weight: 650;
}
.watch {
  color: var(--doubt);
  font-weight: 650;
}
</style>
