<!-- One plant: where it comes from, how it was scored, what it was crossed with. -->
<script setup lang="ts">
import { mdiPrinterOutline } from '@mdi/js'
import { errorWords, summaryWords, wholeSummary } from '@virgulta/core/offspring/summaryWords'
import { counted } from '@virgulta/core/formats/counted'
import { dayInWords } from '@virgulta/core/time/days'
import { MULTIPLIED_BY } from '@virgulta/core/plants/kinds'
import { carryingInWords } from '@virgulta/core/plants/carrying'
import { loadInWords } from '@virgulta/core/plants/fruitLoad'
import { scoreInWords } from '@virgulta/core/offspring/score'
import { gardenYearOf, yearInWords } from '@virgulta/core/season/band'
import type { PlantGenes, PlantStory } from '#shared/plants'

const route = useRoute()
const garden = useGardenStore()
const log = useLogStore()
const { data: story, problem } = useLive<PlantStory>(() => `/api/plants/${route.params.id}`)
const { data: worked } = useLive<PlantGenes>(() => `/api/plants/${route.params.id}/genes`)
const crop = computed(() => story.value && garden.cropOf(story.value.plant.crop))
const guide = computed(() => crop.value?.guide)
const traits = computed(() => crop.value?.definition.traits ?? [])
const isScoring = ref(false)
const asking = ref<'lost' | 'strike' | null>(null)
async function strike(reason: string) {
  if (await log.note([{ kind: 'struckOff', subjectId: story.value!.plant.id, payload: { reason } }]))
    asking.value = null
}
const reinstate = () =>
  log.note([{ kind: 'reinstated', subjectId: story.value!.plant.id, payload: { reason: 'looked at again' } }])
const setsChosen = (sets: number | null) =>
  log.note([{ kind: 'setsCounted', subjectId: story.value!.plant.id, payload: { sets } }])
const seasonOfScore = ({ on }: { on: string }) => gardenYearOf(on, garden.half)
const seasons = computed(() => [...new Set(story.value?.plant.scores.map(seasonOfScore))].sort())
const scoreIn = (trait: string, year: number) =>
  story
    .value!.plant.scores.filter(s => s.trait === trait && seasonOfScore(s) === year)
    .sort((a, b) => b.on.localeCompare(a.on))[0]
/** What it was multiplied from, where that is in the garden. */
const origin = computed(() => story.value?.clones.find(c => c.id === story.value!.plant.clonedFrom?.plantId))
/** Pollen parents of the crosses this plant carries, each once. */
const fathers = computed(() => [
  ...new Map(
    (story.value?.crosses ?? [])
      .filter(c => c.cross.seedParentId === story.value!.plant.id)
      .flatMap(c => (c.pollenParent ? [[c.pollenParent.id, c.pollenParent]] : [])),
  ).values(),
])
const isDescribing = ref(false)
const isCutting = ref(false)
const isMultiplying = ref(false)
const isSelecting = ref(false)
async function lose(reason: string) {
  if (await log.note([{ kind: 'plantLost', subjectId: story.value!.plant.id, payload: { reason } }]))
    asking.value = null
}
</script>

<template>
  <div v-if="problem" class="fail" role="alert">
    {{ problem.sentence }} <NuxtLink to="/plants">To the plants</NuxtLink>
  </div>
  <div v-else-if="story && guide" class="stack">
    <PageHead :heading="story.plant.name">
      <template #tag><TagLabel :code="story.plant.code" large :ended="Boolean(story.plant.lost)" /></template>
      <p class="quiet">
        {{ guide.name }}, {{ story.plant.plantKind }}, in {{ garden.placeName(story.plant.placeId) }} since
        {{ dayInWords(story.plant.since, true) }}.
      </p>
      <p v-if="story.seedParent">
        From <CrossName :seed-parent="story.seedParent" :pollen-parent="story.pollenParent" links />{{ ' ' }}
        <NuxtLink v-if="story.plant.crossId" :to="`/offspring/${story.plant.crossId}`">its family</NuxtLink>
      </p>
      <p v-if="story.plant.selected" class="selected">
        Selected on {{ dayInWords(story.plant.selected.on, true)
        }}<template v-if="story.plant.selected.breeder">, bred by {{ story.plant.selected.breeder }}</template
        >.<template v-if="story.plant.selected.note"> {{ story.plant.selected.note }}</template>
      </p>
      <p v-if="story.plant.clonedFrom">
        A {{ MULTIPLIED_BY[story.plant.clonedFrom.by].one
        }}<template v-if="origin"> of <TagLabel :code="origin.code" :to="`/plants/${origin.id}`" /></template
        >.
      </p>
      <p v-if="story.plant.apart" class="doubt">
        Set apart from its family on {{ dayInWords(story.plant.apart.on, true) }}:
        {{ story.plant.apart.why }}.
      </p>
      <p v-if="story.plant.lost" class="fail">
        Lost on {{ dayInWords(story.plant.lost.on, true) }}: {{ story.plant.lost.reason }}.
      </p>
      <p v-if="story.plant.struckOff" class="doubt">
        Struck off on {{ dayInWords(story.plant.struckOff.on, true) }}: {{ story.plant.struckOff.reason }}.
      </p>
      <template v-for="{ plant, doubts, flowers } in story.doubts" :key="plant.id">
        <p v-for="doubt in doubts" :key="doubt.words" class="doubt small">
          <template v-if="plant.id === story.plant.id">Its seed</template
          ><template v-else
            >The seed of <NuxtLink :to="`/plants/${plant.id}`">{{ plant.name }}</NuxtLink></template
          >: {{ doubt.flowers }} of the {{ counted(flowers, 'flower') }} behind it: {{ doubt.words }}.
        </p>
      </template>
      <p v-if="story.plant.note">{{ story.plant.note }}</p>
      <p v-if="story.load.carries || story.load.pending" :class="{ doubt: story.load.tooMany }">
        It {{ loadInWords(story.load) }}.<template v-if="story.load.tooMany">
          Take {{ story.load.tooMany }} off.</template
        >
      </p>
      <p v-if="story.carrying.reasons.length && !story.plant.lost" class="doubt">
        {{ carryingInWords(story.carrying) }}
      </p>
      <p v-if="story.plant.stalksCut.length" class="quiet">
        Its flower stalk was cut on {{ dayInWords(story.plant.stalksCut.at(-1)!, true) }}.
      </p>
      <p v-if="story.plant.verdict">
        <strong>{{ story.plant.verdict.verdict }}</strong>: {{ story.plant.verdict.reason }}
        <span class="quiet">({{ dayInWords(story.plant.verdict.on, true) }})</span>
      </p>
      <template #actions>
        <v-btn
          variant="text"
          class="quietly"
          :prepend-icon="mdiPrinterOutline"
          :href="`/api/plants/${story.plant.id}/sheet.pdf`"
          target="_blank"
          >Its sheet</v-btn
        >
        <template v-if="!story.plant.lost && garden.mayNote">
          <v-btn class="quietly" @click="asking = asking === 'lost' ? null : 'lost'">Lost</v-btn>
          <v-btn v-if="story.plant.struckOff" class="quietly" @click="reinstate">A candidate again</v-btn>
          <v-btn v-else class="quietly" @click="asking = asking === 'strike' ? null : 'strike'"
            >Strike off</v-btn
          >
          <v-btn class="quietly" @click="isCutting = true">Cut its stalk</v-btn>
          <v-btn class="quietly" @click="isMultiplying = true">Multiply</v-btn>
          <v-btn class="quietly" @click="isSelecting = true">Name the selection</v-btn>
          <v-btn @click="isDescribing = true">Describe</v-btn>
          <v-btn @click="isScoring = true">Score</v-btn>
          <v-btn variant="flat" :to="`/crosses/new?seed=${story.plant.id}`">Plan a cross with it</v-btn>
        </template>
      </template>
    </PageHead>
    <PaperSheet v-if="asking === 'lost'"
      ><ReasonChips :reasons="guide.lostReasons" question="What happened to the plant?" @choose="lose"
    /></PaperSheet>
    <PaperSheet v-if="asking === 'strike'"
      ><ReasonChips
        :reasons="[
          'sickly',
          'weak stem',
          'sets no seed',
          'did not stand the weather',
          'not what it was taken for',
        ]"
        question="Why is it not to be a parent any more?"
        @choose="strike"
    /></PaperSheet>
    <div class="sides">
      <div class="stack">
        <MarksSheet :plant="story.plant" :fathers="fathers" />
        <PaperSheet heading="Scores over the seasons">
          <div
            v-if="seasons.length"
            class="across"
            tabindex="0"
            role="group"
            aria-label="Scores over the seasons"
          >
            <table class="scores">
              <thead>
                <tr>
                  <th scope="col">Trait</th>
                  <th v-for="year in seasons" :key="year" scope="col">
                    {{ yearInWords(year, garden.half) }}
                  </th>
                  <th scope="col">Mean</th>
                  <th scope="col" class="end">Looks</th>
                  <th scope="col">Last</th>
                </tr>
              </thead>
              <tbody>
                <tr
                  v-for="t in traits.filter(t => story!.plant.scores.some(s => s.trait === t.id))"
                  :key="t.id"
                >
                  <th scope="row">{{ t.name }}</th>
                  <td v-for="year in seasons" :key="year">
                    {{ scoreIn(t.id, year) ? scoreInWords(t, scoreIn(t.id, year)!.value) : '·' }}
                  </td>
                  <td>
                    <span v-if="worked?.summaries[t.id]" :title="wholeSummary(t, worked.summaries[t.id]!)"
                      >{{ summaryWords(t, worked.summaries[t.id]!) }}
                      <span class="figures quiet small">{{
                        errorWords(t, worked.summaries[t.id]!)
                      }}</span></span
                    >
                  </td>
                  <td class="figures end">{{ worked?.summaries[t.id]?.n }}</td>
                  <td class="quiet small nowrap">
                    {{ worked?.summaries[t.id] ? dayInWords(worked.summaries[t.id]!.lastOn, true) : '' }}
                  </td>
                </tr>
              </tbody>
            </table>
          </div>
          <p v-else class="quiet">
            Not scored yet.<template v-if="story.plant.crossId">
              <NuxtLink :to="`/offspring/${story.plant.crossId}`">Score it in its family</NuxtLink>.</template
            >
          </p>
        </PaperSheet>
        <PhotoSheet :plant="story.plant" />
        <BloomSheet :plant="story.plant" :batches="story.batches" />
        <GenesSheet v-if="worked" :plant="story.plant" :genes="worked.genes" />
        <p class="row sets quiet small">
          Sets of chromosomes:
          <strong class="figures">{{ story.plant.sets ?? crop!.definition.inheritance.ploidy }}</strong>
          {{ story.plant.sets ? 'counted' : 'as usual in the crop' }}
          <v-menu v-if="garden.mayNote && !story.plant.lost" :transition="false">
            <template #activator="{ props }"
              ><button type="button" class="link" v-bind="props">change</button></template
            >
            <v-list density="compact"
              ><v-list-item
                v-for="n in [2, 3, 4, 5, 6, 8]"
                :key="n"
                :title="String(n)"
                @click="setsChosen(n)" /><v-list-item title="as usual in the crop" @click="setsChosen(null)"
            /></v-list>
          </v-menu>
        </p>
        <PaperSheet heading="Crosses">
          <ul v-if="story.crosses.length" class="crosses">
            <li v-for="row in story.crosses" :key="row.cross.id">
              <TagLabel :code="row.cross.code" :to="`/crosses/${row.cross.id}`" /><CrossName
                :seed-parent="row.seedParent"
                :pollen-parent="row.pollenParent"
              /><span class="quiet small"
                >{{ row.counts.pollinated }} pollinated, {{ row.counts.taken }} taken</span
              >
            </li>
          </ul>
          <p v-else class="quiet">It has not been crossed yet.</p>
        </PaperSheet>
      </div>
      <div class="stack">
        <YearSheet v-if="!story.plant.lost" :plant="story.plant" :reminders="story.reminders" />
        <PaperSheet v-if="story.plant.sowingId || story.plant.grown.length" heading="Growing on">
          <GrowingNotes
            :id="story.plant.id"
            of="plant"
            :grown="story.plant.grown"
            :stages="guide.growingOn.stages"
            :readonly="Boolean(story.plant.lost)"
          />
        </PaperSheet>
        <PaperSheet v-if="story.clones.length" heading="The same genotype">
          <ul class="clones">
            <li v-for="one in story.clones" :key="one.id">
              <TagLabel :code="one.code" :to="`/plants/${one.id}`" :ended="Boolean(one.lost)" />{{ ' ' }}
              <span class="quiet small"
                >{{ one.clonedFrom ? MULTIPLIED_BY[one.clonedFrom.by].one : 'it began with this plant' }},
                {{ one.lost ? `lost: ${one.lost.reason}` : garden.placeName(one.placeId) }}</span
              >
            </li>
          </ul>
        </PaperSheet>
        <PaperSheet heading="Noted"><LogLines :lines="story.log" :with-code="false" /></PaperSheet>
      </div>
    </div>
    <StalkDialog
      v-model="isCutting"
      :plant="story.plant"
      @rooted="cutting => navigateTo(`/plants/${cutting}`)"
    />
    <PlantDialog
      :key="story.plant.id"
      v-model="isDescribing"
      :plant="story.plant"
      :parents="{ seedParent: story.seedParent, pollenParent: story.pollenParent }"
    />
    <MultiplyDialog v-model="isMultiplying" :plant="story.plant" />
    <SelectDialog v-model="isSelecting" :plant="story.plant" />
    <ScoreDialog v-model="isScoring" :plant="story.plant" :traits="traits" />
  </div>
</template>

<style scoped>
.scores {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
}
th {
  text-align: left;
  font-weight: 500;
  color: var(--quiet);
}
th,
td {
  height: 34px;
  border-bottom: 1px solid var(--rule);
  padding-right: 12px;
}
.end {
  text-align: right;
}
.sets {
  margin: 0;
}
.crosses,
.clones {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
.crosses li {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
</style>
