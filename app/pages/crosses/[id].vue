<!-- One cross as its stem, with its flowers, packets, trays and log. -->
<script setup lang="ts">
import { tagFlowers } from '~/components/flowers/tagFlowers'
import { mdiPrinterOutline } from '@mdi/js'
import { flowersToPlan } from '@virgulta/core/crosses/stem'
import { statusWords } from '@virgulta/core/flowers/words'
import { counted, plural } from '@virgulta/core/formats/counted'
import { loadInWords } from '@virgulta/core/plants/fruitLoad'
import { WORK } from '@virgulta/core/round/work'
import { dayInWords, daysBetween } from '@virgulta/core/time/days'
import type { CrossPage } from '#shared/crosses'
import type { Column } from '../../components/base/ReadTable.vue'

const route = useRoute()
const garden = useGardenStore()
const { lgAndUp } = useDisplay()
const { data: page, problem } = useLive<CrossPage>(() => `/api/crosses/${route.params.id}`)
const guide = computed(() => page.value && garden.cropOf(page.value.cross.crop)?.guide)
type FlowerRow = CrossPage['flowers'][number]

const shell = useShellStore()
watch(
  page,
  p =>
    (shell.markedDays = (p?.log ?? [])
      .filter(l => !l.isTakenBack)
      .map(l => ({ day: l.day, words: l.words }))),
  { immediate: true },
)
onBeforeUnmount(() => (shell.markedDays = []))

const chosen = computed(() => page.value?.flowers.find(f => f.flower.id === route.query.flower) ?? null)
/** The mark that stands for the pollen parent on the seed parent's flowers. */
const mark = computed(() => {
  const { marks, pollenParent } = page.value!
  const own = marks?.marks.find(m => m.pollenParentId === pollenParent?.id)
  return own ? { mark: own.mark, of: marks!.of } : null
})
const drawer = useTemplateRef('drawer')
// The focus goes along into what was opened.
watch(
  () => Boolean(chosen.value),
  isOpen => isOpen && nextTick(() => drawer.value?.focus({ preventScroll: true })),
  { flush: 'post' },
)
const { open: openFlower, close: closeFlower } = useStep('flower')
const choose = (id?: string) => (id ? openFlower(id) : closeFlower())

const of = computed(() => ({
  crossId: page.value!.cross.id,
  seedParentId: page.value!.cross.seedParentId,
  pollenParentId: page.value!.cross.pollenParentId,
}))
const flowerIds = useFormIds()
const { run: tagFlower, isBusy } = useOnce(async () => {
  const tied = await tagFlowers(of.value, 1, 1, undefined, 'right', flowerIds.id)
  if (!tied) return
  flowerIds.renew()
  await choose(tied[0]!.id)
})
const isPrinting = ref(false)
const toPrint = ref<string[]>([])
/** Prints the tags that hang on the plant, or one of them anew. */
function print(code?: string) {
  const hanging = page
    .value!.flowers.filter(({ flower }) => !flower.lost && !flower.failed && flower.status !== 'missed')
    .map(({ flower }) => flower.code)
  toPrint.value = code ? [code] : hanging
  isPrinting.value = true
}
const isChoosing = ref(false)
const isHarvesting = ref(false)
/** Only its seed is here: no flower is asked of it. */
const isMadeElsewhere = computed(() => page.value?.cross.flowersPlanned === 0)
const isPlanning = ref(false)
/** Plans as many more flowers as the outlook asks for; Today then says where to choose them. */
function planMore(more: number) {
  const { id, aim, flowersPlanned, keepersWanted } = page.value!.cross
  return useLogStore().note([
    {
      kind: 'planChanged',
      subjectId: id,
      payload: { aim, flowersPlanned: flowersPlanned + more, keepersWanted },
    },
  ])
}
const columns: Column<FlowerRow>[] = [
  { key: 'code', title: 'Tag', value: r => r.flower.code },
  { key: 'status', title: 'Stands', value: r => statusWords[r.flower.status] },
  {
    key: 'next',
    title: 'Next',
    value: r => (r.due ? `${r.due.from} ${WORK[r.due.step].words}` : ''),
    csv: {
      'next': r => (r.due ? WORK[r.due.step].words : ''),
      'next, from': r => r.due?.from ?? '',
      'next, to': r => r.due?.until ?? '',
    },
  },
  { key: 'note', title: 'Note', value: r => endOf(r) },
  { key: 'chosen', title: 'Chosen', value: r => r.flower.chosenOn },
]
function endOf({ flower, doubts }: FlowerRow) {
  if (flower.lost) return flower.lost.reason
  if (flower.failed) return flower.failed.reason
  if (flower.conflicts.length) return 'to settle: two notes do not go together'
  const [doubt] = doubts
  if (doubt) return `doubt: ${doubt}`
  if (flower.status === 'taken') return `fruit ${daysBetween(flower.pollinations.at(-1)!.on, garden.today)} d`
  return flower.harvest ? `harvested ${dayInWords(flower.harvest.on)}` : ''
}
const nextWords = ({ due }: FlowerRow) =>
  !due ? '' : `${WORK[due.step].words} ${due.from <= garden.today ? 'now' : `from ${dayInWords(due.from)}`}`

const chanceWords = (chance: number) =>
  chance < 0.01 ? 'less than 1 %' : chance > 0.99 ? 'over 99 %' : `${Math.round(chance * 100)} %`
const toPlan = computed(() => flowersToPlan(page.value!.stem, page.value!.cross))
/** The two numbers that decide how many flowers it takes. */
const deciding = computed(() =>
  page
    .value!.stem.stages.filter(s => s.stage === 'taken' || s.stage === 'kept')
    .flatMap(s =>
      s.rate
        ? [
            {
              of: s.stage,
              words: s.stage === 'kept' ? 'kept of those judged' : 'takes',
              value: s.rate.value,
              mark: markOf(
                s.stage === 'kept' ? 'keep' : 'take',
                page.value!.cross.crop,
                s.rate.isCounted ? page.value!.cross.id : undefined,
              ),
            },
          ]
        : [],
    ),
)
const worstWords = computed(() => {
  const worst = page.value?.stem.stages.find(s => s.stage === page.value?.stem.worst)
  if (!worst) return null
  const reason = worst.loss.reasons[0]
  return `Most was lost on the way to “${worst.stage}”${reason ? `: ${worst.loss.count} ${worst.lossWords}, ${reason.count} of them ${reason.reason}` : ''}.`
})
useShortcuts([
  { key: 'f', does: 'choose a flower', notes: true, run: () => page.value && tagFlower() },
  { key: 'p', does: 'print the tags', run: () => print() },
  { key: 'Escape', does: 'close the flower', run: () => choose() },
])
const logOfFlower = computed(() =>
  (page.value?.log ?? []).filter(
    l =>
      l.subject?.id === chosen.value?.flower.id ||
      (l.kind === 'harvested' && chosen.value?.flower.harvest?.lotId === l.subject?.id),
  ),
)
</script>

<template>
  <div v-if="problem" class="fail" role="alert">
    {{ problem.sentence }} <NuxtLink to="/crosses">To the crosses</NuxtLink>
  </div>
  <div v-else-if="page && guide" class="stack">
    <PageHead :heading="page.cross.aim">
      <template #tag>
        <TagLabel :code="page.cross.code"
          ><CrossName :seed-parent="page.seedParent" :pollen-parent="page.pollenParent" links
        /></TagLabel>
      </template>
      <p class="quiet">
        {{ guide.name }}, planned {{ dayInWords(page.cross.plannedOn, true) }}:
        {{ isMadeElsewhere ? 'made elsewhere, its seed' : counted(page.cross.flowersPlanned, 'flower') }} for
        {{ page.cross.keepersWanted }} worth keeping.
        <button v-if="garden.mayNote" type="button" class="link" @click="isPlanning = true">
          Change the plan
        </button>
      </p>
      <template v-if="!isMadeElsewhere" #actions>
        <v-btn
          v-if="page.pollenParent && page.pollenParent.id !== page.seedParent.id"
          class="quietly"
          :to="`/bloom?seed=${page.seedParent.id}&pollen=${page.pollenParent.id}`"
          >Do they meet?</v-btn
        >
        <v-btn :prepend-icon="mdiPrinterOutline" @click="print()">Print tags</v-btn>
        <v-btn v-if="garden.mayNote" variant="flat" :aria-busy="isBusy" @click="tagFlower()"
          >Choose a flower</v-btn
        >
      </template>
    </PageHead>

    <PaperSheet class="stem-sheet"
      ><StemDrawing :stem="page.stem" :crop="page.cross.crop" :cross-id="page.cross.id"
    /></PaperSheet>

    <div class="columns">
      <div class="stack">
        <PaperSheet heading="What the stem says">
          <p>
            The <TermMark term="stem" /> goes from flowers to keepers. From what is there now,
            <strong>{{ page.stem.outlook.wanted }} worth keeping</strong> come with a chance of
            <strong class="figures">{{ chanceWords(page.stem.outlook.chance) }}</strong>.
            <template v-if="isMadeElsewhere" />
            <template v-else-if="page.stem.outlook.moreFlowers === 0"
              >That is {{ chanceWords(page.stem.outlook.confidence) }} or better: no more flowers are
              needed.</template
            >
            <template v-else-if="page.stem.outlook.moreFlowers"
              ><strong
                >{{ page.stem.outlook.moreFlowers }} more
                {{ plural(page.stem.outlook.moreFlowers, 'flower') }}</strong
              >
              pollinated would make it {{ chanceWords(page.stem.outlook.confidence) }}.</template
            >
            <template v-else
              >Five hundred more flowers would not make it {{ chanceWords(page.stem.outlook.confidence) }};
              the share kept is too small.</template
            >
          </p>
          <p v-if="worstWords" class="doubt">{{ worstWords }}</p>
          <p v-if="!isMadeElsewhere" class="quiet progress">
            <strong class="figures">{{ page.progress.done }} of {{ page.progress.target }}</strong>
            {{ plural(page.progress.target, 'flower') }} pollinated<template v-if="page.progress.done"
              >: {{ page.progress.taken }} taken, {{ page.progress.failed }} failed,
              {{ page.progress.pending }} not known yet</template
            >.
            <template v-if="page.progress.daysLeft"
              >Still possible: {{ counted(page.progress.buds, 'bud') }} under tags, about
              {{ counted(page.progress.daysLeft, 'day') }} of bloom.</template
            ><template v-else>The bloom it was planned for is over.</template>
          </p>
          <p v-if="page.load.carries || page.load.pending" class="quiet" :class="{ doubt: page.load.isFull }">
            {{ page.seedParent.name }} {{ loadInWords(page.load) }}.<template v-if="page.load.isFull">
              More flowers on it would cost the fruits it has.</template
            >
          </p>
          <template v-if="page.stem.outlook.moreFlowers !== 0">
            <p class="quiet">
              What decides it:
              <template v-for="(fact, i) in deciding" :key="fact.of"
                >{{ i ? '; ' : '' }}{{ fact.words }}
                <EstimateMark :estimate="fact.value" v-bind="fact.mark" /></template
              >.
            </p>
            <div v-if="toPlan && garden.mayNote && !isMadeElsewhere" class="row advice">
              <v-btn @click="planMore(toPlan)">Plan {{ toPlan }} more</v-btn
              ><span class="quiet small"
                >Today then asks for them while {{ guide.name.toLowerCase() }} flowers.</span
              >
            </div>
          </template>
        </PaperSheet>
        <PaperSheet v-if="page.lots.length || page.sowings.length" heading="Packets and trays">
          <div class="row">
            <TagLabel v-for="lot in page.lots" :key="lot.id" :code="lot.code" :to="`/seed/packets/${lot.id}`"
              ><span class="quiet small">{{ counted(lot.left, 'seed') }} left</span></TagLabel
            >
            <TagLabel
              v-for="sowing in page.sowings"
              :key="sowing.id"
              :code="sowing.code"
              :to="`/seed/trays/${sowing.id}`"
              ><span class="quiet small">{{ sowing.up }} of {{ sowing.seeds }} up</span></TagLabel
            >
          </div>
          <p v-if="page.offspring" class="family">
            <NuxtLink :to="`/offspring/${page.cross.id}`"
              >The family: {{ counted(page.offspring, 'plant') }}</NuxtLink
            >
          </p>
        </PaperSheet>
        <PaperSheet heading="Noted on this cross">
          <LogLines v-if="page.log.length" :lines="page.log.slice(0, 40)" />
        </PaperSheet>
      </div>
      <PaperSheet
        v-if="!isMadeElsewhere || page.flowers.length"
        :heading="`Flowers on ${page.seedParent.name}`"
      >
        <template v-if="garden.mayNote" #actions
          ><v-btn size="small" class="quietly" @click="isChoosing = true">Several, or an earlier day</v-btn
          ><v-btn
            v-if="!page.pollenParent || page.flowers.some(f => f.flower.status === 'taken')"
            size="small"
            @click="isHarvesting = true"
            >Harvest</v-btn
          ></template
        >
        <ReadTable
          v-if="page.flowers.length"
          :rows="page.flowers"
          :columns="columns"
          :file="`flowers-${page.cross.code}`"
          name="flowers"
          one="flower"
          sort="chosen"
          descending
          @open="row => choose(row.flower.id)"
        >
          <template #code="{ row }"
            ><button
              type="button"
              class="bare"
              :aria-label="`Open flower ${row.flower.code}`"
              @click.stop="choose(row.flower.id)"
            >
              <TagLabel
                :code="row.flower.code"
                :ended="!row.due && row.flower.status !== 'harvested'"
              /></button
          ></template>
          <template #status="{ row }"
            ><span class="status" :class="row.flower.status">{{
              statusWords[row.flower.status]
            }}</span></template
          >
          <template #next="{ row }"
            ><span :class="{ sap: row.due && row.due.from <= garden.today }">{{
              nextWords(row)
            }}</span></template
          >
          <template #note="{ row }"
            ><span class="quiet">{{ endOf(row) }}</span></template
          >
          <template #chosen="{ row }"
            ><span class="quiet">{{ dayInWords(row.flower.chosenOn) }}</span></template
          >
        </ReadTable>
        <EmptyPage v-else heading="No flower is tagged yet">
          {{ guide.stage.cue }}
          <template #step
            ><v-btn v-if="garden.mayNote" variant="flat" @click="tagFlower()"
              >Choose a flower</v-btn
            ></template
          >
        </EmptyPage>
      </PaperSheet>
    </div>

    <v-navigation-drawer
      :model-value="chosen !== null"
      location="right"
      temporary
      disable-route-watcher
      :width="lgAndUp ? 440 : 390"
      aria-label="Flower"
      :aria-hidden="chosen === null"
      @update:model-value="open => !open && choose()"
    >
      <div v-if="chosen" ref="drawer" class="drawer" tabindex="-1">
        <div class="row spread">
          <strong class="quiet">Flower</strong
          ><v-btn variant="text" size="small" class="quietly" @click="choose()">Close</v-btn>
        </div>
        <FlowerPanel
          :flower="chosen.flower"
          :due="chosen.due"
          :doubts="chosen.doubts"
          :crop="page.cross.crop"
          :seed-parent="page.seedParent"
          :pollen-parent="page.pollenParent"
          :pollen="page.pollen[chosen.flower.id]"
          :tubes="page.tubes"
          :ripening="chosen.ripening"
          :lines="logOfFlower"
          @harvest="isHarvesting = true"
          @print="print(chosen.flower.code)"
        />
      </div>
    </v-navigation-drawer>
    <TagSheetDialog v-model="isPrinting" :cross-id="page.cross.id" :codes="toPrint" />
    <ChooseDialog v-model="isChoosing" :of="of" :guide="guide" />
    <PlanDialog v-model="isPlanning" :cross="page.cross" />
    <HarvestDialog
      v-model="isHarvesting"
      :cross-id="page.cross.id"
      :crop="page.cross.crop"
      :flowers="page.flowers.map(f => f.flower)"
      :first="chosen?.flower.id"
      :is-open-pollinated="!page.pollenParent"
      :ripening="chosen?.ripening ?? null"
      :mark="mark"
    />
  </div>
</template>

<style scoped>
.stem-sheet {
  padding: 8px 0;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 6fr);
  gap: 16px;
  align-items: start;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
.drawer {
  outline: none;
  padding: 14px 18px 80px;
}
.status {
  font-weight: 650;
}
.status.failed,
.status.lost,
.status.missed {
  color: var(--fail);
}
.status.taken,
.status.harvested {
  color: var(--sap);
}
.advice {
  margin-top: 12px;
}
.family {
  margin: 10px 0 0;
}
.bare {
  border: 0;
  background: none;
  padding: 0;
  cursor: pointer;
}
</style>
