<!-- What was sown: its way through bag, cold and tray, seedlings counted on several days, losses, and those that become plants. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import { WORK, answersTo, questionAt } from '@virgulta/core/round/work'
import { CHILLS } from '@virgulta/core/seed/chill'
import { dampingIn, dampingInWords } from '@virgulta/core/seed/damping'
import { containerWords, isGrown, isReadied, stayInWords } from '@virgulta/core/seed/course'
import { coverWords } from '@virgulta/core/seed/kinds'
import { giveUpInWords, stillInWords } from '@virgulta/core/seed/comingWords'
import { dayInWords, daysBetween } from '@virgulta/core/time/days'
import { wilsonInterval } from '@virgulta/core/chance/wilson'
import type { SowingStory } from '#shared/seed'

const route = useRoute()
const garden = useGardenStore()
const log = useLogStore()
const ids = useFormIds()
const countProblem = useProblemAt('count')
const { data: story, problem } = useLive<SowingStory>(() => `/api/seed/sowings/${route.params.id}`)
const guide = computed(() => story.value && garden.cropOf(story.value.crop)?.guide)
const sowing = computed(() => story.value?.sowing)
const share = computed(() =>
  sowing.value
    ? { ...wilsonInterval(sowing.value.up, sowing.value.seeds), now: sowing.value.up / sowing.value.seeds }
    : null,
)

/** From the day on which one in twenty of those that come are up to the one on which nineteen are. */
const spreadDays = computed(() => {
  const { t50, slope } = story.value!.coming
  return t50.estimate * (19 ** (1 / slope.estimate) - 19 ** (-1 / slope.estimate))
})

const day = ref(garden.today)
const up = ref(1)
const lost = ref(1)
const raised = ref(1)
const thinned = ref(1)
const placeId = ref<string | null>(null)
watch(
  sowing,
  s => {
    if (!s) return
    up.value = isGrown(s.container) ? 1 : 0
    lost.value = 1
    thinned.value = 1
    raised.value = s.standing
    placeId.value ??= s.placeId
  },
  { immediate: true },
)
const isLosing = ref(false)
const damping = computed(() => sowing.value && dampingIn(sowing.value, garden.today))
const isMoving = ref(false)
const stay = computed(() => sowing.value?.stays.at(-1))
const isSeedYet = computed(() => Boolean(stay.value && !isGrown(stay.value.container)))
/** What the look asks that is due, or comes next; nothing where seedlings are counted. */
const readying = computed(() => {
  const due = story.value?.due
  return due && isReadied(stay.value!) ? due : null
})
const answers = computed(() =>
  readying.value && story.value && guide.value
    ? answersTo(
        {
          subject: { type: 'sowing', id: subjectId.value },
          plantId: null,
          placeId: null,
          fruits: null,
          flower: null,
          sowing: story.value.sowing,
          count: up.value,
          step: readying.value.step,
        },
        guide.value,
        day.value,
      )
    : [],
)
const counts = computed(() =>
  readying.value && !(readying.value.step === 'lookInto' && stay.value?.container === 'flask')
    ? WORK[readying.value.step].counts
    : undefined,
)
/** How it was sown, in a sentence. */
const howInWords = computed(() => {
  const how = sowing.value?.how ?? {}
  const parts = [
    how.scarified && 'coat scratched',
    how.soaked && 'soaked over night',
    how.medium,
    how.topLayer && `on top ${how.topLayer}`,
    how.depthMm !== undefined && `${how.depthMm} mm deep`,
    how.cover && coverWords[how.cover],
    how.bottomWarmth && 'warm from below',
    how.drench && `watered with ${how.drench}`,
  ].filter(Boolean)
  return parts.length ? `Sown: ${parts.join(', ')}.` : ''
})
const isEnding = ref(false)
const subjectId = computed(() => String(route.params.id))

const noteUp = (count: number) =>
  log.note([{ kind: 'seedlingsUp', subjectId: subjectId.value, payload: { count } }], day.value)
async function noteLost(reason: string) {
  if (
    await log.note(
      [{ kind: 'seedlingsLost', subjectId: subjectId.value, payload: { count: lost.value, reason } }],
      day.value,
    )
  )
    isLosing.value = false
}
const noteThinned = () =>
  log.note(
    [{ kind: 'seedlingsThinned', subjectId: subjectId.value, payload: { count: thinned.value } }],
    day.value,
  )
async function giveUp(reason: string) {
  if (await log.note([{ kind: 'sowingEnded', subjectId: subjectId.value, payload: { reason } }], day.value))
    isEnding.value = false
}
const { run: raise, isBusy: isRaising } = useOnce(async () => {
  const { sowing, crop, seedParent, pollenParent } = story.value!
  await log.noteTagged(
    raised.value,
    codes => [
      {
        kind: 'seedlingsRaised',
        subjectId: sowing.id,
        payload: {
          plants: codes.map((code, i) => ({ id: ids.id(i), code })),
          crop,
          crossId: sowing.crossId,
          seedParentId: seedParent.id,
          pollenParentId: pollenParent?.id ?? null,
          placeId: placeId.value,
        },
      },
    ],
    day.value,
  )
})
</script>

<template>
  <div v-if="problem" class="fail" role="alert">
    {{ problem.sentence }} <NuxtLink to="/seed?show=trays">To the trays</NuxtLink>
  </div>
  <div v-else-if="story && sowing && guide && share" class="stack">
    <PageHead>
      <template #tag>
        <TagLabel :code="sowing.code" large :ended="Boolean(sowing.ended)"
          ><CrossName :seed-parent="story.seedParent" :pollen-parent="story.pollenParent" links
        /></TagLabel>
      </template>
      <template #heading>
        {{ sowing.up }} of {{ sowing.seeds }} {{ isSeedYet ? 'sprouted' : 'up' }}
        <span class="share quiet figures"
          >{{ Math.round(share.now * 100) }} %
          <span class="small"
            >{{ Math.round(share.low * 100) }}–{{ Math.round(share.high * 100) }}</span
          ></span
        >
      </template>
      <p class="quiet">
        {{ isSeedYet ? 'Taken' : 'Sown' }} {{ dayInWords(sowing.sownOn, true) }} from
        <TagLabel :code="story.lot.code" :to="`/seed/packets/${story.lot.id}`" />,
        {{
          sowing.sownOn < garden.today
            ? `${counted(daysBetween(sowing.sownOn, garden.today), 'day')} ago`
            : 'today'
        }}, in {{ garden.placeName(sowing.placeId) }}. The first come up after
        <EstimateMark
          :estimate="garden.cropOf(story.crop)!.knowledge.days.toUp"
          v-bind="markOf('toUp', story.crop)"
        />.
      </p>
    </PageHead>
    <div class="sides">
      <div class="stack">
        <PaperSheet
          v-if="!sowing.ended && garden.mayNote"
          :heading="`Note in this ${isSeedYet ? containerWords[sowing.container] : 'tray'}`"
        >
          <div class="stack">
            <DayField v-model="day" label="Seen on" />
            <template v-if="readying">
              <strong>{{ questionAt(readying.step, guide, sowing) }}</strong>
              <p class="quiet">{{ readying.because }}</p>
              <CountStepper v-if="counts" v-model="up" :label="counts" :error="countProblem" />
              <AnswerKeys :answers="answers" :day="day" />
            </template>
            <div v-else class="row step">
              <CountStepper v-model="up" label="New seedlings up" :least="0" :error="countProblem" />
              <v-btn height="48" variant="flat" @click="noteUp(up)">Note</v-btn>
              <v-btn height="48" @click="noteUp(0)">None new</v-btn>
            </div>
            <div v-if="damping" class="row">
              <p class="damping" :class="{ doubt: damping.level === 'high' }">
                {{ dampingInWords(damping) }}
              </p>
              <v-btn
                class="quietly"
                @click="log.note([{ kind: 'trayWatched', subjectId, payload: { leftToDry: true } }], day)"
                >Surface left to dry</v-btn
              >
            </div>
            <div v-if="sowing.standing" class="row step">
              <CountStepper v-model="lost" label="Seedlings lost" :least="1" :most="sowing.standing" />
              <v-btn v-if="!isLosing" height="48" @click="isLosing = true">Note the loss</v-btn>
            </div>
            <ReasonChips
              v-if="isLosing"
              :reasons="guide.sowing.lossReasons"
              question="What took them?"
              @choose="noteLost"
            />
            <template v-if="sowing.standing">
              <hr />
              <p>
                <strong>{{ sowing.standing }} stand in the tray.</strong> When they are potted up each gets a
                code and becomes a plant of the family.
              </p>
              <div class="row step">
                <CountStepper v-model="raised" label="Pot up" :least="1" :most="sowing.standing" />
                <PlaceSelect v-model="placeId" />
                <v-btn height="48" variant="flat" :aria-busy="isRaising" @click="raise"
                  >Give them codes</v-btn
                >
              </div>
            </template>
            <template v-if="sowing.standing">
              <hr />
              <GrowingNotes
                :id="sowing.id"
                of="tray"
                :grown="sowing.grown"
                :stages="guide.growingOn.stages"
                :day="day"
              />
              <div class="row step">
                <CountStepper v-model="thinned" label="Thinned out" :least="1" :most="sowing.standing" />
                <v-btn height="48" @click="noteThinned">Note them thinned</v-btn>
              </div>
            </template>
            <div v-if="!isSeedYet" class="stack">
              <span class="quiet small">Flowers in the tray</span
              ><BloomKeys
                :id="sowing.id"
                type="sowing"
                :blooming="day === garden.today ? sowing.blooming : undefined"
                :on="day"
              />
            </div>
            <div>
              <v-btn v-if="!isEnding" variant="text" class="quietly" @click="isEnding = true"
                >Give it up</v-btn
              >
              <ReasonChips
                v-else
                :reasons="['all that will come are up', 'damped off', 'dried out', 'nothing came']"
                question="Why is it given up?"
                @choose="giveUp"
              />
            </div>
          </div>
        </PaperSheet>
        <PaperSheet v-else-if="sowing.ended" heading="Given up"
          ><p>On {{ dayInWords(sowing.ended.on, true) }}: {{ sowing.ended.reason }}.</p></PaperSheet
        >
        <PaperSheet heading="Where it lies">
          <ol class="stays">
            <li v-for="(s, i) in sowing.stays" :key="i">
              <span class="figures quiet">{{ dayInWords(s.on, true) }}</span> {{ stayInWords(s)
              }}<template v-if="s.placeId">, {{ garden.placeName(s.placeId) }}</template>
            </li>
          </ol>
          <p v-if="story.chill" class="figures">
            {{ story.chill.days }} of {{ story.chill.wants }} chill days so far{{
              story.chill.enoughOn ? `, all by about ${dayInWords(story.chill.enoughOn, true)}` : ''
            }}
            <span class="quiet small"
              >(days whose mean lies above {{ CHILLS.above }} and up to {{ CHILLS.upTo }} °C)</span
            >
          </p>
          <p v-if="sowing.row" class="quiet">
            Row {{ sowing.row.at }} of {{ sowing.row.of }}.
            <NuxtLink :to="rowsOf(sowing)">All its rows</NuxtLink>
          </p>
          <p v-if="howInWords" class="quiet">{{ howInWords }}</p>
          <p v-for="(r, i) in sowing.flask.replated" :key="i" class="quiet">
            {{ dayInWords(r.on, true) }}: onto fresh medium, {{ r.medium }}.
          </p>
          <div v-if="!sowing.ended && garden.mayNote" class="row">
            <v-btn class="quietly" @click="isMoving = true">Move it</v-btn>
            <PrintLabels :codes="[sowing.code]" />
          </div>
        </PaperSheet>
        <PaperSheet v-if="sowing.raised" heading="Plants of the family"
          ><p>
            {{ sowing.raised }} seedlings of this tray have codes.
            <NuxtLink :to="`/offspring/${sowing.crossId}`">Score the family</NuxtLink>
          </p></PaperSheet
        >
      </div>
      <div class="stack">
        <PaperSheet heading="Seedlings over the days">
          <UpChart
            :sowing="sowing"
            :curve="story.coming.curve"
            :from="story.coming.from"
            :since="story.coming.from === sowing.sownOn ? 'sowing' : 'it is warm'"
          />
          <p v-if="stillInWords(story.coming)" class="still">{{ stillInWords(story.coming) }}</p>
          <p v-if="giveUpInWords(story.coming, story.lot.left > 0)" class="quiet">
            {{ giveUpInWords(story.coming, story.lot.left > 0, story.instead) }}
          </p>
          <dl class="fit">
            <dt>Come up in the end</dt>
            <dd><FitRange :of="story.coming.final" unit="%" /></dd>
            <dt>Half of them by day</dt>
            <dd><FitRange :of="story.coming.t50" unit="days" /></dd>
            <dt>Together or over long</dt>
            <dd>
              nine in ten within
              <strong class="figures">{{ counted(Math.round(spreadDays), 'day') }}</strong>
            </dd>
          </dl>
          <p class="quiet small">
            {{
              story.coming.trays
                ? `With ${counted(story.coming.trays, 'tray')} of this crop in this garden`
                : 'With the crop guide'
            }}
            as a start, worth as much as eight seeds; four in five lie in the range.
          </p>
        </PaperSheet>
        <PaperSheet heading="Noted"><LogLines :lines="story.log" :with-code="false" /></PaperSheet>
      </div>
    </div>
    <MoveSeedDialog v-model="isMoving" :sowing="sowing" :crop="story.crop" />
  </div>
</template>

<style scoped>
.share {
  font-size: 19px;
  font-weight: 500;
}
.step {
  align-items: end;
  gap: 12px;
}
.damping {
  flex: 1 1 240px;
  margin: 0;
}
.stays {
  list-style: none;
  margin: 0 0 8px;
  padding: 0;
}
.still {
  font-weight: 650;
  margin-top: 10px;
}
.fit {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 4px 14px;
  margin: 10px 0;
}
.fit dt {
  color: var(--quiet);
}
.fit dd {
  margin: 0;
}
hr {
  border: 0;
  border-top: 1px solid var(--rule);
  margin: 0;
}
</style>
