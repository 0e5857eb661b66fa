<!-- One tube: what is alive in it, what it went through, its tests and uses, and what is done with it. -->
<script setup lang="ts">
import { rangeInWords } from '@virgulta/core/crops/quantityWords'
import { aliveInWords, untilInWords, whereInWords } from '~/components/pollen/pollenWords'
import { counted } from '@virgulta/core/formats/counted'
import { canBeDried } from '@virgulta/core/pollen/worth'
import { dayInWords, daysBetween } from '@virgulta/core/time/days'
import { SCHOOLS } from '@virgulta/core/flowers/schools'
import { answersTo } from '@virgulta/core/round/work'
import { COLLECTED_AT, COLLECTING, DRYING, TEST_PHASES, TESTING } from '@virgulta/core/pollen/kinds'
import type { TubePage } from '#shared/pollen'
import type { TubeWork } from '../../../components/pollen/TubeDialog.vue'

const garden = useGardenStore()
const log = useLogStore()
const route = useRoute()
const id = computed(() => String(route.params.id))
const { data: page, problem } = useLive<TubePage>(() => `/api/pollen/${id.value}`)
const works: TubeWork[] = ['tube', 'move', 'split', 'topUp', 'doubt', 'end']
const { value: doing, open: openWork, close: closeWork } = useStep('do')
const does = computed({
  get: () => works.find(work => work === doing.value) ?? null,
  set: work => void (work ? openWork(work) : closeWork()),
})
const tube = computed(() => page.value!.tube)
const isLive = computed(() => page.value && !page.value.tube.ended && garden.mayNote)
const guide = computed(() => garden.cropOf(tube.value.crop)?.guide)
/** Its flower on the plant, which is looked at. */
const atDonor = computed(() => ({
  subject: { type: 'tube' as const, id: id.value },
  plantId: tube.value.donors[0]!,
  placeId: null,
  fruits: null,
}))
const saysWords = {
  enough: 'alive enough for a flower',
  tooFew: 'too dead for a flower',
  unclear: 'not to be told yet',
}
const takeOut = () =>
  log.note([
    {
      kind: 'tubeMoved',
      subjectId: id.value,
      payload: { toId: null, fromId: page.value!.store?.id ?? null },
    },
  ])
const isPrinting = ref(false)
const thaw = () => log.note([{ kind: 'tubeThawed', subjectId: id.value, payload: {} }])
</script>

<template>
  <div class="stack">
    <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
    <template v-if="page">
      <header class="head">
        <div>
          <div class="row">
            <TagLabel :code="tube.code" large :ended="Boolean(tube.ended)" />
            <h2 class="name">
              <template v-if="page.donors.length > 1">Bulk of {{ page.donors.length }} plants</template
              ><NuxtLink v-else :to="`/plants/${page.donors[0]!.id}`" class="plain"
                ><ParentName role="pollen" :name="page.donors[0]!.name"
              /></NuxtLink>
            </h2>
          </div>
          <p class="quiet">
            <template v-if="tube.way"
              >{{ COLLECTING[tube.way] }}, {{ COLLECTED_AT[tube.stage!]
              }}<template v-if="tube.flowers">, of {{ counted(tube.flowers, 'flower') }}</template> on
              {{ dayInWords(tube.collectedOn, true) }}</template
            >
            <template v-else-if="tube.waits"
              >{{ SCHOOLS.cover[tube.waits.way] }} on {{ dayInWords(tube.waits.on, true) }}, to give
              pollen</template
            >
            <template v-else-if="tube.stage"
              >taken {{ COLLECTED_AT[tube.stage] }} on {{ dayInWords(tube.collectedOn, true) }}</template
            >
            <template v-else-if="page.splitFrom"
              >split off
              <NuxtLink :to="`/pollen/${page.splitFrom.id}`" class="code">{{ page.splitFrom.code }}</NuxtLink>
              on {{ dayInWords(tube.collectedOn, true) }}</template
            >
            <template v-if="tube.tubed?.drying">
              · {{ DRYING[tube.tubed.drying]
              }}{{ tube.tubed.hasDesiccant ? ', with a drying agent' : '' }}</template
            >
            · {{ whereInWords(page) }}
          </p>
          <p v-if="page.donors.length > 1" class="quiet small">
            {{ page.donors.map(d => d.name).join(', ') }}
          </p>
        </div>
        <div v-if="isLive && tube.waits && guide" class="donor">
          <AnswerKeys
            :answers="answersTo({ ...atDonor, step: 'donorLook', flower: null }, guide, garden.today)"
          />
        </div>
        <div v-else-if="isLive" class="row">
          <template v-if="tube.tubed">
            <v-btn variant="flat" :to="`/pollen/${id}/count`">Test it</v-btn>
            <v-btn @click="does = 'move'">Move</v-btn>
            <v-btn v-if="page.store" @click="takeOut">Take out</v-btn>
            <v-menu :transition="false">
              <template #activator="{ props }"><v-btn v-bind="props" class="quietly">More</v-btn></template>
              <v-list>
                <v-list-item title="Print its label" @click="isPrinting = true" />
                <v-list-item title="Split off" @click="does = 'split'" />
                <v-list-item
                  v-if="page.others.length"
                  title="Top up from another tube"
                  @click="does = 'topUp'"
                />
                <v-list-item title="It thawed, and no logger saw it" @click="thaw" />
                <v-list-item title="Something happened to it" @click="does = 'doubt'" />
                <v-list-item title="Throw it away" @click="does = 'end'" />
              </v-list>
            </v-menu>
          </template>
          <template v-else>
            <v-btn variant="flat" @click="does = 'tube'">{{
              guide && !canBeDried(guide.pollination.pollen)
                ? 'Knock it out, into its tube'
                : 'It is dry: into its tube'
            }}</v-btn>
            <v-btn class="quietly" @click="does = 'end'">Throw it away</v-btn>
          </template>
        </div>
      </header>
      <p v-if="tube.ended" class="hatch doubt">
        Thrown away on {{ dayInWords(tube.ended.on, true) }}: {{ tube.ended.reason }}.
      </p>
      <p v-for="doubt in page.doubts" :key="doubt" class="doubt hatch">Doubt: {{ doubt }}.</p>
      <dl v-if="tube.tubed" class="facts">
        <div>
          <dt>Alive now</dt>
          <dd class="display">
            <EstimateMark :estimate="page.alive" unit="%" what="grains that are alive"
              ><span>{{ Math.round(page.alive.median * 100) }} %</span>
              <span class="figures range">{{ rangeInWords(page.alive, '%') }}</span></EstimateMark
            >
          </dd>
        </div>
        <div>
          <dt>Worth a flower until</dt>
          <dd>{{ untilInWords(page) }}</dd>
        </div>
        <div>
          <dt>Doses left, by eye</dt>
          <dd class="figures">{{ tube.left }} of {{ tube.doses }}</dd>
        </div>
        <div>
          <dt>Days old</dt>
          <dd class="figures">{{ daysBetween(tube.collectedOn, garden.today) }}</dd>
        </div>
        <div>
          <dt>Thaws</dt>
          <dd class="figures">{{ page.thaws }}</dd>
        </div>
        <div v-for="w in page.wanted" :key="w.crossId">
          <dt>
            For <NuxtLink :to="`/crosses/${w.crossId}`" class="code">{{ w.code }}</NuxtLink> from
            {{ dayInWords(w.on) }}
          </dt>
          <dd class="figures">{{ aliveInWords(w.alive) }}</dd>
        </div>
      </dl>
      <WeakLines v-if="page.weak.length" :weak="page.weak" />
      <div class="sides">
        <PaperSheet v-if="tube.tubed" heading="Alive over time" class="wide"
          ><ViabilityChart :page="page"
        /></PaperSheet>
        <div class="stack">
          <PaperSheet heading="Tests">
            <ul v-if="page.tests.length" class="list">
              <li v-for="test in page.tests" :key="test.at">
                <strong class="figures">{{ test.alive }} of {{ test.seen }}</strong> {{ TESTING[test.method]
                }}{{ test.phase ? `, ${TEST_PHASES[test.phase]}` : '' }} on {{ dayInWords(test.on, true) }}:
                <span class="nowrap">{{
                  aliveInWords({ median: test.verdict.share, low: test.verdict.low, high: test.verdict.high })
                }}</span>, {{ saysWords[test.verdict.says]
                }}<template v-if="test.verdict.more"
                  >; about {{ test.verdict.more }} more grains would tell</template
                >.
              </li>
            </ul>
            <p v-else class="quiet">
              Never tested: what is said of it comes from its class and from tests of tubes of the same plant.
              Count a hundred grains on a medium or in a stain.
            </p>
            <p v-if="page.freezing">
              Freezing left <span class="nowrap">{{ aliveInWords(page.freezing.kept) }}</span> of what was
              alive before it.
            </p>
          </PaperSheet>
          <PaperSheet v-if="page.uses.length" heading="Used at">
            <ul class="list">
              <li v-for="use in page.uses" :key="`${use.flowerId} ${use.on}`">
                <TagLabel
                  v-if="use.code"
                  :code="use.code"
                  :to="`/crosses/${use.crossId}?flower=${use.flowerId}`"
                />
                {{ dayInWords(use.on) }}, <span class="nowrap">{{ aliveInWords(use.alive) }}</span> alive:
                {{ use.outcome }}
              </li>
            </ul>
          </PaperSheet>
          <PaperSheet v-if="page.excursions.length" heading="What its store did to it"
            ><ExcursionLines :excursions="page.excursions" with-store
          /></PaperSheet>
          <PaperSheet heading="Log"><LogLines :lines="page.log" /></PaperSheet>
        </div>
      </div>
      <TubeDialog v-model="does" :page="page" />
      <TagSheetDialog v-model="isPrinting" :cross-id="null" :codes="[tube.code]" />
    </template>
  </div>
</template>

<style scoped>
.name {
  font-size: 24px;
}
header p {
  margin: 4px 0 0;
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 20px;
  align-items: start;
  justify-content: space-between;
}
.head > div:first-child {
  flex: 1 1 420px;
  min-width: 0;
}
.donor {
  min-width: min(100%, 380px);
}
.facts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 36px;
  margin: 0;
  padding: 12px 0;
  border-block: 1px solid var(--rule);
}
.facts dt {
  font-size: 13px;
  color: var(--quiet);
}
.facts dd {
  margin: 0;
  font-size: 17px;
}
.facts .display {
  font-size: 26px;
}
.range {
  font-size: 14px;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
</style>
