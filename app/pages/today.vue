<!-- Today: the round of the day and the week ahead. Another day can be looked at by its address. -->
<script setup lang="ts">
import { mdiCalendarExportOutline, mdiChevronLeft, mdiChevronRight } from '@mdi/js'
import { clockWords } from '@virgulta/core/bloom/hours'
import { counted } from '@virgulta/core/formats/counted'
import type { SubjectType } from '@virgulta/core/log/kind'
import { merged } from '@virgulta/core/round/stop'
import type { RoundStep } from '@virgulta/core/round/work'
import { WORK } from '@virgulta/core/round/work'
import { addDays, clockOf, dayInWords } from '@virgulta/core/time/days'
import { group } from 'd3-array'
import type { RoundStop } from '#shared/round'
import { MOST_NOTED } from '#shared/round'

const garden = useGardenStore()
const route = useRoute()
const { xs } = useDisplay()
const day = computed(() => String(route.query.on ?? garden.today))
const isToday = computed(() => day.value === garden.today)
const nothingDue = computed(() => {
  if (isToday.value) return 'Nothing is due today'
  return day.value > garden.today ? 'Nothing is foreseen for this day' : 'The round of this day is over'
})
/** Stops that are shown; a long round is opened piece by piece. */
const PIECE = 100
const most = ref(PIECE)
watch(day, () => (most.value = PIECE))
const { data: round, problem } = useRound(() => `/api/round?on=${day.value}&most=${most.value}`)
const go = (to: string) => navigateTo(to === garden.today ? '/today' : `/today?on=${to}`)

const clock = computed(() => clockOf(garden.now, garden.garden!.zone))
const groups = computed(() => {
  const map = new Map<
    string,
    { key: string; hours: RoundStop['hours']; placeId: string | null; stops: RoundStop[] }
  >()
  for (const stop of round.value?.stops ?? []) {
    const key = `${stop.hours ? Math.ceil(stop.hours.to) : ''}|${stop.placeId}`
    const known = map.get(key)
    if (known) known.stops.push(stop)
    else map.set(key, { key, hours: stop.hours, placeId: stop.placeId, stops: [stop] })
  }
  return [...map.values()]
})
const rows = computed(() => groups.value.flatMap(spot => merged(spot.stops).map(stops => ({ spot, stops }))))
const unfolded = useUnfolding(() => rows.value)
const shown = computed(() => [...group(unfolded.value, row => row.spot)])
const places = computed(() => Object.keys(round.value?.atPlaces ?? {}).length)
/** One plant may have two things to be done at it. */
const keyOf = (stop: RoundStop) => `${stop.subject.id} ${stop.step}`
const open = ref<string | null>(null)
const toggle = (stop: RoundStop) => (open.value = open.value === keyOf(stop) ? null : keyOf(stop))
const isInCalendar = ref(false)
const weekday = (iso: string) =>
  new Intl.DateTimeFormat('en-GB', { weekday: 'long' }).format(new Date(`${iso}T12:00`))

const list = useTemplateRef('list')
let at = -1
/** Goes to the usual answer of the next stop, or the one before; Enter then gives it. */
function move(by: number) {
  const keys = [...(list.value?.querySelectorAll<HTMLElement>('.usual') ?? [])]
  const focused = keys.indexOf(document.activeElement as HTMLElement)
  // What was answered has gone from the list: its place is taken by the next.
  at = Math.max(0, Math.min(keys.length - 1, focused >= 0 ? focused + by : by > 0 ? Math.max(0, at) : at - 1))
  keys[at]?.focus()
  keys[at]?.scrollIntoView({ block: 'nearest' })
}

useShortcuts([
  { key: 'ArrowDown', does: 'the next stop; Enter gives its usual answer', run: () => move(1) },
  { key: 'ArrowUp', does: 'the stop before', run: () => move(-1) },
  { key: 'w', does: 'walk the round', run: () => navigateTo('/walk') },
  { key: 'j', does: 'the day before', run: () => go(addDays(day.value, -1)) },
  { key: 'k', does: 'the day after', run: () => go(addDays(day.value, 1)) },
])
const LEFT_OUT: Partial<Record<SubjectType, string>> = {
  cross: 'cross',
  flower: 'flower',
  seedLot: 'packet',
  sowing: 'tray',
  plant: 'plant',
  batch: 'batch',
  tube: 'tube',
  aim: 'an aim',
  task: 'a task for a bloom',
  way: 'a way over generations',
  store: 'a place where pollen is kept',
  storeReadings: 'temperatures of such a place',
  readings: 'weather that was read in',
}
</script>

<template>
  <div>
    <PageHead class="top" :heading="`${weekday(day)} ${dayInWords(day)}`">
      <p class="quiet">
        <template v-if="isToday">{{ clock }}</template>
        <template v-if="round"
          ><template v-if="isToday"> · </template>{{ counted(round.total, 'stop')
          }}<template v-if="round.total"> at {{ counted(places, 'place') }}</template></template
        >
      </p>
      <template #actions>
        <v-btn
          :icon="mdiChevronLeft"
          class="quietly"
          size="36"
          aria-label="The day before"
          data-many
          @click="go(addDays(day, -1))"
        />
        <v-btn v-if="!isToday" class="quietly" @click="go(garden.today)">Today</v-btn>
        <v-btn
          :icon="mdiChevronRight"
          class="quietly"
          size="36"
          aria-label="The day after"
          data-many
          @click="go(addDays(day, 1))"
        />
        <v-btn
          :icon="mdiCalendarExportOutline"
          class="quietly"
          size="36"
          aria-label="The round in a calendar"
          @click="isInCalendar = true"
        />
        <v-btn v-if="isToday && round?.stops.length" variant="flat" :height="xs ? 56 : 36" to="/walk"
          >Walk the round</v-btn
        >
      </template>
    </PageHead>
    <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
    <CalendarDialog v-model="isInCalendar" />
    <ClockSteps v-if="garden.garden?.isDemo" />
    <p v-for="guess in isToday ? (round?.guesses ?? []) : []" :key="guess" class="guess quiet small">
      {{ guess }}
      <NuxtLink to="/bloom/weather">{{
        garden.garden?.isSited ? 'The weather here' : 'Say where it lies'
      }}</NuxtLink>
    </p>

    <div v-if="round" class="columns">
      <div ref="list" class="stack">
        <PaperSheet v-for="[spot, here] in shown" :key="spot.key" class="group">
          <header class="row spread">
            <h2>{{ garden.placeName(spot.placeId) }}</h2>
            <span class="quiet small"
              >{{
                spot.hours
                  ? `between ${clockWords(spot.hours.from)} and ${clockWords(spot.hours.to)}`
                  : 'any hour'
              }}<template v-if="round.stops.length === round.total">
                · {{ spot.stops.length }}</template
              ></span
            >
          </header>
          <ul>
            <template v-for="{ stops: row } in here" :key="keyOf(row[0]!)">
              <RoundTogether v-if="row.length > 1" :stops="row" :readonly="!isToday">
                <RoundRow
                  v-for="stop in row"
                  :key="keyOf(stop)"
                  :stop="stop"
                  :is-open="open === keyOf(stop)"
                  :readonly="!isToday"
                  @toggle="toggle(stop)"
                />
              </RoundTogether>
              <RoundRow
                v-else
                :stop="row[0]!"
                :is-open="open === keyOf(row[0]!)"
                :readonly="!isToday"
                @toggle="toggle(row[0]!)"
              />
            </template>
          </ul>
        </PaperSheet>
        <v-btn v-if="round.stops.length < round.total" height="48" @click="most += PIECE"
          >Show {{ Math.min(PIECE, round.total - round.stops.length) }} more of
          {{ round.total - round.stops.length }}</v-btn
        >
        <EmptyPage v-if="!round.stops.length" :heading="nothingDue">
          <template v-if="isToday"
            >Work appears here by itself once a cross is planned and its crop flowers.</template
          >
          <template v-else>What was noted on it stands beside.</template>
          <template #step
            ><v-btn v-if="isToday && garden.mayNote" variant="flat" to="/crosses/new"
              >Plan a cross</v-btn
            ></template
          >
        </EmptyPage>
      </div>

      <aside class="stack">
        <PaperSheet v-if="round.leftOut.length" heading="Left out">
          <p class="small">
            What is kept of these cannot be worked with, so no screen counts them. Nothing is lost:
            <NuxtLink to="/garden/data">comparing with the log</NuxtLink> mends them; where it does not, take
            back the last note of the tag.
          </p>
          <ul class="carry leftOut">
            <li v-for="one in round.leftOut" :key="one.id">
              <NuxtLink v-if="one.code" class="code" :to="`/garden?code=${one.code}`">{{
                one.code
              }}</NuxtLink>
              {{ LEFT_OUT[one.type] }}
            </li>
          </ul>
        </PaperSheet>
        <PaperSheet v-if="round.torn.length" heading="To settle">
          <div v-for="{ flower, seedParent } in round.torn" :key="flower.id" class="stack">
            <div class="row">
              <TagLabel :code="flower.code" :to="`/crosses/${flower.crossId}?flower=${flower.id}`" /><span>{{
                seedParent.name
              }}</span>
            </div>
            <TornNotes :flower="flower" />
          </div>
        </PaperSheet>
        <PaperSheet v-if="isToday && round.weather.length" heading="What the weather changes">
          <p v-for="w in round.weather" :key="w.crop" class="small">
            <strong>{{ garden.cropOf(w.crop)?.guide.name }}.</strong> {{ w.words }}.
          </p>
        </PaperSheet>
        <PaperSheet v-if="isToday && round.carry.length" heading="Take along">
          <ul class="carry">
            <li v-for="{ what, count } in round.carry" :key="what">
              {{ what }}<span v-if="count" class="figures quiet"> × {{ count }}</span>
            </li>
            <li v-for="plant in round.pollen" :key="plant.id">
              pollen of <ParentName role="pollen" :name="plant.name" /><template v-if="plant.tubes.length"
                >,
                <span class="small"
                  >fresh, or
                  <template v-for="(tube, i) in plant.tubes" :key="tube.id"
                    >{{ i ? ', ' : ''
                    }}<NuxtLink :to="`/pollen/${tube.id}`" class="code">{{ tube.code }}</NuxtLink></template
                  ></span
                ></template
              >
            </li>
          </ul>
        </PaperSheet>
        <LetGoSheet v-if="isToday && round.letGo.length" :stops="round.letGo" />
        <HoursToday v-if="isToday && garden.garden?.isSited" />
        <PaperSheet v-if="isToday" heading="The week ahead">
          <ol class="ahead">
            <li v-for="coming in round.ahead" :key="coming.day">
              <NuxtLink :to="`/today?on=${coming.day}`"
                >{{ weekday(coming.day).slice(0, 3) }} {{ dayInWords(coming.day) }}</NuxtLink
              >
              <span v-if="Object.keys(coming.steps).length">{{
                Object.entries(coming.steps)
                  .map(([step, n]) => `${n} ${WORK[step as RoundStep].words}`)
                  .join(', ')
              }}</span>
              <span v-else class="quiet">nothing foreseen</span>
            </li>
          </ol>
        </PaperSheet>
        <PaperSheet :heading="isToday ? 'Noted today' : 'Noted on this day'">
          <LogLines v-if="round.done.length" :lines="round.done" :with-day="false" />
          <p v-else class="quiet">Nothing yet.</p>
          <p v-if="round.done.length === MOST_NOTED" class="quiet small last">
            The last {{ MOST_NOTED }}; <NuxtLink to="/garden">the log</NuxtLink> has them all.
          </p>
        </PaperSheet>
      </aside>
    </div>
  </div>
</template>

<style scoped>
.guess {
  margin: 0 0 10px;
}
.last {
  margin: 8px 0 0;
}
.top {
  margin-bottom: 12px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 336px;
  gap: 16px;
  align-items: start;
}
@media (max-width: 1000px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
.group ul {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
}
.leftOut {
  margin-top: 8px;
}
.carry {
  margin: 0;
  padding-left: 18px;
}
.ahead {
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 14px;
}
.ahead li {
  display: grid;
  grid-template-columns: 124px 1fr;
  gap: 8px;
  padding: 4px 0;
  border-bottom: 1px solid var(--rule);
}
.ahead li:last-child {
  border: 0;
}
</style>
