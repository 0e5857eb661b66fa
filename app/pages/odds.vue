<!-- A pair: what each wish gets from it, the odds along several paths, and how many flowers it takes. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import { nameOf, oneIn, percentWords } from '@virgulta/core/odds/oddsWords'
import { canShow } from '@virgulta/core/odds/plantsNeeded'
import { errorWords, shortNumber, summaryWords, wholeSummary } from '@virgulta/core/offspring/summaryWords'
import { condensed } from '@virgulta/core/chance/rate'
import type { WantedShare } from '@virgulta/core/crops/knowledge'
import { pairsOf } from '@virgulta/core/aims/pairs'
import { wishedClasses } from '@virgulta/core/aims/nearness'
import { possibleLooks } from '@virgulta/core/crops/definition'
import { shownNames } from '@virgulta/core/odds/generations'
import { genomeOf } from '@virgulta/core/odds/genome'
import { ofOnePlant } from '@virgulta/core/odds/path'
import type { Step, Wanted } from '@virgulta/core/odds/path'
import { classNames } from '@virgulta/core/offspring/trait'
import type { AimPage, OddsPage } from '#shared/aims'
import type { OddsAnswer } from '#shared/works'
import { Paths, WantedLooks } from '#shared/works'
import * as v from 'valibot'
import { mdiPlus, mdiSwapHorizontal } from '@mdi/js'

const garden = useGardenStore()
const [seed, pollen, aimId] = [useAddress('seed'), useAddress('pollen'), useAddress('aim')]
const turnRound = () => ([seed.value, pollen.value] = [pollen.value, seed.value])
const ids = computed(() => ({ seed: seed.value, pollen: pollen.value }))
const { data: page, problem } = useLive<OddsPage>(() =>
  ids.value.seed && ids.value.pollen ? `/api/odds?${new URLSearchParams(ids.value)}` : null,
)
const { data: aim } = useLive<AimPage>(() =>
  aimId.value ? `/api/aims/${aimId.value}?also=${seed.value},${pollen.value}` : null,
)
const definition = computed(() => (page.value ? garden.cropOf(page.value.crop)!.definition : null))

const pair = computed(() => {
  const has = (id: string) => aim.value?.table.candidates.some(c => c.id === id)
  return aim.value?.aim.crop === page.value?.crop && has(ids.value.seed) && has(ids.value.pollen)
    ? pairsOf(aim.value!.table).pairOf(ids.value.seed, ids.value.pollen)
    : null
})
const wishes = computed(() =>
  (aim.value?.table.wishes ?? []).map(wish => ({
    wish,
    trait: aim.value!.table.traits.find(t => t.id === wish.trait)!,
  })),
)
const cell = (id: string, trait: string) =>
  aim.value?.table.candidates.find(c => c.id === id)?.summaries[trait]

/** Looks that are wished: from the aim, until they are chosen here; they stand in the address. */
const fromAim = computed<Wanted>(() =>
  Object.fromEntries(
    wishes.value.flatMap(({ wish, trait }) => {
      const rule = aim.value!.table.makes.find(m => m.trait === trait.id)?.rule
      const classes = wishedClasses(trait, wish)
      return rule && classes ? [[rule, classes.map(c => classNames(trait)![c]!)]] : []
    }),
  ),
)
const chosenLooks = useAddress('wished')
const wished = computed<Wanted>(() => parsed(WantedLooks, chosenLooks.value) ?? fromAim.value)
/** What stands in the address, if it is what it should be. */
function parsed<S extends v.GenericSchema>(schema: S, text: string): v.InferOutput<S> | null {
  const result = v.safeParse(v.pipe(v.string(), v.parseJson(), schema), text)
  return result.success ? (result.output as v.InferOutput<S>) : null
}
function toggle(id: string, look: string) {
  const looks = wished.value[id] ?? []
  const next = {
    ...wished.value,
    [id]: looks.includes(look) ? looks.filter(l => l !== look) : [...looks, look],
  }
  chosenLooks.value = JSON.stringify(
    Object.fromEntries(Object.entries(next).filter(([, list]) => list.length)),
  )
}
const shown = computed(() =>
  page.value
    ? [...new Set([...shownNames(genomeOf(page.value.genetics)), ...Object.keys(wished.value)])]
    : [],
)

/** How far traits are handed on that go by scores: "height 0.4 (assumed)". */
const handedOn = computed(() =>
  (pair.value?.wishes ?? []).flatMap(({ handedOn: own }, i) =>
    own
      ? [
          `${wishes.value[i]!.trait.name} ${own.share.toFixed(2)} (${own.families ? `from ${counted(own.families, 'family', 'families')}` : 'assumed'})`,
        ]
      : [],
  ),
)

const isSelfing = computed(() => page.value && definition.value?.inheritance.mating === 'selfing')
/** To begin with: all in one large generation, or choosing one wish on the way and finishing a generation later; and a backcross. */
const usual = computed<Step[][]>(() => {
  const [first] = Object.entries(wished.value)
  const early: Step[] = page.value?.isSelf || !isSelfing.value ? ['cross'] : ['cross', 'self']
  const next: Step = isSelfing.value || page.value?.isSelf ? 'self' : 'sib'
  const stepwise: Step[] =
    Object.keys(wished.value).length > 1
      ? [...early, { select: Object.fromEntries([first!]) }, next]
      : [...early, next]
  return page.value?.isSelf
    ? [early, stepwise]
    : [early, stepwise, ['cross', { backcross: 'seedParent' }, next]]
})
const chosenPaths = useAddress('paths')
const paths = computed<Step[][]>({
  get: () => {
    const list = parsed(Paths, chosenPaths.value) ?? usual.value
    return page.value?.isSelf ? list.map(ofOnePlant) : list
  },
  set: list => (chosenPaths.value = JSON.stringify(list)),
})
const setPath = (i: number, path: Step[]) => (paths.value = paths.value.map((p, k) => (k === i ? path : p)))
const [keepers, confidence] = [
  useAddressNumber('keepers', 2, { least: 1, most: 100 }),
  useAddressNumber('sure', 0.9, { least: 0.5, most: 0.999, isWhole: false }),
]
const answers = ref<(OddsAnswer | null)[]>([])
const chosen = useAddressNumber('path', 0)
const answer = computed(() => answers.value[Math.min(chosen.value, paths.value.length - 1)] ?? null)

/** What the flowers of this cross must bring: the wished plants themselves where they can show, else plants to go on with. */
const inCross = computed(() => answer.value?.steps[0]?.wished ?? null)
const showsNow = computed(() =>
  Boolean(answer.value?.steps[0]?.wished && canShow(answer.value.steps[0].wished)),
)
const hasWish = computed(() => Object.keys(wished.value).length > 0)
const whyNoWish = computed(() => {
  if (page.value?.genetics.loci.length) return 'Nothing is wished above, so any plant of the cross will do.'
  return aim.value
    ? 'Of the musts of this aim nothing is known by scores, so any plant of the cross will do.'
    : 'Open the pair from an aim to count what it wishes; until then any plant of the cross will do.'
})
const goOnWith = useAddressNumber('goon', 2)
/** Where no gene is known the scores of both parents say what share of their offspring fulfils every must. */
const byScores = computed(() =>
  page.value && !page.value.genetics.loci.length ? (pair.value?.musts ?? null) : null,
)
/** Shares that a cross is planned with at most, where its parents may be of very many kinds. */
const MOST_SHARES = 24
/** One share, or where the parents are in doubt the ones it may be. */
const budgetShare = computed<WantedShare>(() => {
  if (byScores.value !== null) return byScores.value
  const shares = !hasWish.value || showsNow.value ? inCross.value : null
  if (!shares) return 1
  const few = condensed(shares, MOST_SHARES)
  return few.length === 1 ? few[0]!.share : few
})
const budgetKeepers = computed(() =>
  showsNow.value || byScores.value !== null ? keepers.value : goOnWith.value,
)
function plan(flowers: number) {
  const { seedParent, pollenParent } = page.value!
  const draft = {
    aim: aim.value?.aim.words ?? '',
    aimId: aim.value?.aim.id ?? null,
    flowers,
    keepers: budgetKeepers.value,
    wantedShare: showsNow.value || hasWish.value || byScores.value !== null ? budgetShare.value : null,
    confidence: confidence.value,
    seedParent: { ...seedParent, crop: page.value!.crop },
    pollenParent: { ...pollenParent, crop: page.value!.crop },
  }
  sessionStorage.setItem('virgulta-plan', JSON.stringify(draft))
  navigateTo('/crosses/new')
}
</script>

<template>
  <div v-if="problem" class="fail" role="alert">
    {{ problem.sentence }} <NuxtLink to="/aims">To the aims</NuxtLink>
  </div>
  <div v-else-if="!ids.seed || !ids.pollen">
    <h1>The odds of a pair</h1>
    <EmptyPage heading="Choose a pair">
      Take two candidates on the bench of an aim, and their odds are worked out here.
      <template #step><v-btn variant="flat" to="/aims">To the aims</v-btn></template>
    </EmptyPage>
  </div>
  <div v-else-if="page && definition" class="stack">
    <PageHead>
      <template v-if="aim" #tag>
        <p class="quiet">
          <NuxtLink :to="`/aims/${aim.aim.id}?part=pairs`">{{ aim.aim.words }}</NuxtLink>
        </p>
      </template>
      <template #heading
        ><CrossName :seed-parent="page.seedParent" :pollen-parent="page.pollenParent" links
      /></template>
      <p v-if="pair" class="quiet">{{ pair.direction }}</p>
      <template v-if="!page.isSelf" #actions>
        <v-btn class="quietly" :to="`/bloom?seed=${ids.seed}&pollen=${ids.pollen}`">Do they meet?</v-btn>
        <v-btn :prepend-icon="mdiSwapHorizontal" @click="turnRound">Turn round</v-btn>
      </template>
    </PageHead>
    <ul v-if="pair?.warnings.length" class="warnings">
      <li v-for="w in pair.warnings" :key="w.words" :class="w.isBar ? 'fail' : 'doubt'">{{ w.words }}</li>
    </ul>

    <PaperSheet v-if="pair && wishes.length" heading="What each wish gets">
      <p v-if="!page.genetics.loci.length" class="quiet small">
        Of the inheritance of this crop nothing is described: all of this goes by scores.
      </p>
      <div class="across" tabindex="0" role="group" aria-label="Wish by wish">
        <table class="gets">
          <thead>
            <tr>
              <th scope="col">Wish</th>
              <th scope="col">{{ page.seedParent.name }}</th>
              <th scope="col">{{ page.pollenParent.name }}</th>
              <th scope="col">Covered by</th>
              <th scope="col">Their {{ isSelfing ? 'F2' : 'F1' }}</th>
              <th scope="col" class="end">Fulfil it</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="({ trait }, i) in wishes" :key="trait.id">
              <th scope="row">{{ trait.name }}</th>
              <td v-for="id in [ids.seed, ids.pollen]" :key="id">
                <template v-if="cell(id, trait.id)"
                  ><span :title="wholeSummary(trait, cell(id, trait.id)!)"
                    >{{ summaryWords(trait, cell(id, trait.id)!) }}
                    <span class="quiet small figures">{{
                      errorWords(trait, cell(id, trait.id)!)
                    }}</span></span
                  ></template
                ><span v-else class="quiet">not scored</span>
              </td>
              <td
                :class="{
                  fail: pair.wishes[i]!.covers === 'neither',
                  quiet: pair.wishes[i]!.covers === 'not scored',
                }"
              >
                {{ pair.wishes[i]!.covers }}
              </td>
              <td>
                <span v-if="pair.wishes[i]!.range" class="figures"
                  >{{ shortNumber(pair.wishes[i]!.range!.low) }}–{{ shortNumber(pair.wishes[i]!.range!.high)
                  }}{{ 'unit' in trait ? ` ${trait.unit}` : '' }}</span
                >
                <span v-else-if="pair.wishes[i]!.classes" class="classes"
                  ><span v-for="c in pair.wishes[i]!.classes" :key="c.name" class="nowrap"
                    >{{ c.name }} <span class="figures quiet">{{ percentWords(c.share) }}</span></span
                  ></span
                >
                <span v-else class="quiet">not known</span>
              </td>
              <td class="figures end nowrap">
                {{ pair.wishes[i]!.chance === null ? '·' : oneIn(pair.wishes[i]!.chance!) }}
                <span class="quiet small">{{ pair.wishes[i]!.from ?? '' }}</span>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="handedOn.length" class="quiet small">
        By scores a parent counts only as far as the trait is handed on, since the best by their scores are in
        part the luckiest: {{ handedOn.join(', ') }}, of 1.
      </p>
    </PaperSheet>

    <PaperSheet heading="The odds">
      <template v-if="page.genetics.loci.length">
        <p v-if="page.approximate.length" class="quiet small">
          The family tree has loops, so what was worked out of
          {{ page.approximate.map(id => nameOf(id, definition!)).join(', ') }} is approximate.
        </p>
        <div class="wanted">
          <div v-for="id in shown" :key="id" class="row">
            <span class="what">{{ nameOf(id, definition) }}</span><button
              v-for="look in possibleLooks(id, definition!)"
              :key="look"
              type="button"
              class="chip"
              :class="{ on: wished[id]?.includes(look) }"
              :aria-pressed="wished[id]?.includes(look) ?? false"
              @click="toggle(id, look)"
            >
              {{ look }}
            </button>
          </div>
        </div>
        <p class="quiet small">
          Press the looks that are wished; several of one kind: any of them.
          <NuxtLink :to="`/crops/${page.crop}/genes`">How it inherits</NuxtLink>
        </p>
        <div class="row settings">
          <CountStepper v-model="keepers" label="Wished plants" :least="1" :most="100" />
          <v-select
            v-model="confidence"
            label="How sure"
            :items="[0.8, 0.9, 0.95, 0.99].map(value => ({ value, title: `${Math.round(value * 100)} %` }))"
            class="sure"
          />
        </div>
        <div class="paths">
          <PathCard
            v-for="(path, i) in paths"
            :key="i"
            :path="path"
            :page="page"
            :definition="definition"
            :wished="wished"
            :shown="shown"
            :keepers="keepers"
            :confidence="confidence"
            :name="`Path ${i + 1}`"
            :is-only="paths.length === 1"
            :is-chosen="i === Math.min(chosen, paths.length - 1)"
            @update:path="next => setPath(i, next)"
            @remove="paths = paths.filter((_, k) => k !== i)"
            @choose="chosen = i"
            @answer="a => (answers[i] = a)"
          />
          <button v-if="paths.length < 4" type="button" class="add" @click="paths = [...paths, ['cross']]">
            <v-icon :icon="mdiPlus" /> Compare another path
          </button>
        </div>
        <ClassTable
          v-if="answer"
          :answer="answer"
          :definition="definition"
          :wished="wished"
          class="classtable"
        />
      </template>
      <EmptyPage v-else heading="No locus is known of this crop yet">
        What the offspring may be like stands above by the scores of both parents: around their mean, as wide
        as families of this crop are. Once a locus is described, classes, odds and the plants they take are
        worked out here.
        <template #step
          ><v-btn variant="flat" :to="`/crops/${page.crop}/genes`">Describe a locus</v-btn></template
        >
      </EmptyPage>
    </PaperSheet>

    <PaperSheet heading="The flowers of this cross">
      <div v-if="hasWish && !showsNow && answer" class="row going">
        <p>The wished plants cannot show in this cross: it brings plants to go on with.</p>
        <CountStepper v-model="goOnWith" label="Plants to go on with" :least="1" :most="50" />
      </div>
      <div v-else-if="byScores !== null" class="row going">
        <p>
          By the scores of both parents {{ oneIn(byScores) }} of the offspring fulfils every must: a guess
          around their mean, not odds.
        </p>
        <CountStepper v-model="keepers" label="Wished plants" :least="1" :most="100" />
      </div>
      <p v-else-if="!hasWish" class="quiet">
        {{ whyNoWish }}
      </p>
      <FlowerBudget
        :yields="page.yields"
        :share="budgetShare"
        :crop="page.crop"
        :keepers="budgetKeepers"
        :confidence="confidence"
        @plan="plan"
      />
    </PaperSheet>
  </div>
</template>

<style scoped>
:deep(h1 .cross-name) {
  white-space: normal;
  flex-wrap: wrap;
  gap: 8px 10px;
}
.warnings {
  margin: 0;
  padding-left: 18px;
}
.gets {
  border-collapse: collapse;
  width: 100%;
  font-size: 14px;
}
.gets th,
.gets td {
  text-align: left;
  padding: 6px 14px 6px 0;
  border-bottom: 1px solid var(--rule);
  font-weight: 400;
}
.gets thead th {
  color: var(--quiet);
  border-bottom-color: var(--ink);
}
.gets tbody th {
  font-weight: 650;
}
.gets .end {
  text-align: right;
}
.classes {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 2px 12px;
}
.wanted {
  display: grid;
  gap: 6px;
  margin: 10px 0 6px;
}
.what {
  min-width: 110px;
  color: var(--quiet);
}
.chip {
  min-height: 32px;
  padding: 2px 12px;
  border: 1px solid var(--quiet);
  border-radius: 16px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  font-size: 14px;
  cursor: pointer;
}
.chip.on {
  border: 2px solid var(--sap);
  font-weight: 650;
  padding: 1px 11px;
  background: var(--wash);
}
.settings {
  gap: 24px;
  align-items: end;
  margin: 14px 0;
}
.sure {
  max-width: 110px;
}
.paths {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(250px, 1fr));
  gap: 14px;
  align-items: start;
}
.add {
  min-height: 64px;
  border: 1px dashed var(--quiet);
  border-radius: var(--radius);
  background: none;
  color: var(--sap);
  font: inherit;
  cursor: pointer;
}
.classtable {
  margin-top: 16px;
}
.going {
  gap: 18px;
}
</style>
