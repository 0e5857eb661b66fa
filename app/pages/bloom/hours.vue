<!-- The hours of the flowers, today and in the days ahead: by the sun, moved by the weather, with the reason. -->
<script setup lang="ts">
import { stationWords } from '~/components/weather/weatherWords'
import {
  HOUR_EVENTS,
  bestDay,
  bestDayInWords,
  clockWords,
  hoursInWords,
  readyTogether,
} from '@virgulta/core/bloom/hours'
import { flowerForms } from '@virgulta/core/crops/forms/forms'
import { isInBloom } from '@virgulta/core/season/band'
import { dayInWords, dayOf, hourOf } from '@virgulta/core/time/days'
import { scaleLinear } from 'd3-scale'
import type { HoursPage } from '#shared/bloom'

const garden = useGardenStore()
const { data: page, problem } = useLive<HoursPage>(
  () => `/api/bloom/hours?${new URLSearchParams({ at: garden.now.slice(0, 13) })}`,
)
const on = useAddress('on', () => garden.today)
const day = computed(() => page.value?.days.find(d => d.day === on.value) ?? page.value?.days[0])
const weekday = (iso: string) =>
  new Intl.DateTimeFormat('en-GB', { weekday: 'short' }).format(new Date(`${iso}T12:00`))
const box = ref<HTMLElement>()
const { width: boxWidth } = useElementSize(box)
const LABEL = 190
const [FROM, TO] = [3, 23]
const width = computed(() => Math.max(240, boxWidth.value - (boxWidth.value > 640 ? LABEL : 0) - 34))
const x = computed(() => scaleLinear([FROM, TO], [0, width.value]))
const clock = (at: string) => hourOf(at, page.value!.zone)
const now = computed(() => (page.value && day.value?.day === garden.today ? clock(garden.now) : null))
const hours = computed(() =>
  (page.value?.hours ?? [])
    .filter(h => day.value && dayOf(h.at, page.value!.zone) === day.value.day)
    .map(h => ({ ...h, clock: clock(h.at) }))
    .filter(h => h.clock >= FROM && h.clock < TO),
)
const celsius = computed(() => {
  const all = hours.value.map(h => h.celsius)
  return scaleLinear([Math.min(...all, 5) - 1, Math.max(...all, 15) + 1], [48, 16])
})
const line = computed(() =>
  hours.value.map((h, i) => `${i ? 'L' : 'M'}${x.value(h.clock + 0.5)} ${celsius.value(h.celsius)}`).join(''),
)
const blooms = (crop: string, on: string) => isInBloom(on, garden.cropOf(crop)!.guide.bloom)
const resting = computed(() => [
  ...new Set(day.value?.crops.filter(c => !blooms(c.crop, day.value!.day)).map(c => c.name) ?? []),
])
const events = computed(
  () =>
    day.value?.crops
      .filter(c => blooms(c.crop, day.value!.day))
      .map(c => ({
        ...c,
        best: bestOf(c),
        sentences: HOUR_EVENTS.map(event => ({
          event,
          words: hoursInWords(event, c.hours[event]),
          because: c.hours[event].because,
        })),
      })) ?? [],
)
/** The best day of those that are shown, for a crop where it stands. */
function bestOf({ crop, where }: HoursPage['days'][number]['crops'][number]) {
  const days = page.value!.days.flatMap(({ day: of, crops }) =>
    crops.filter(c => c.crop === crop && c.where === where).map(({ hours }) => ({ on: of, hours })),
  )
  const best = bestDay(days)
  return best && bestDayInWords({ on: best.on, ...readyTogether(best.hours)! }, garden.today)
}
const soonest = (d: HoursPage['days'][number]) => {
  const all = d.crops
    .filter(c => blooms(c.crop, d.day))
    .flatMap(c => (c.hours.receptive.at === null ? [] : [c.hours.receptive.at]))
  return all.length ? clockWords(Math.min(...all)) : ''
}
useShortcuts([
  { key: 'j', does: 'the day before', run: () => step(-1) },
  { key: 'k', does: 'the day after', run: () => step(1) },
])
function step(by: number) {
  const days = page.value?.days ?? []
  const next = days[days.findIndex(d => d.day === day.value?.day) + by]
  if (next) on.value = next.day
}
</script>

<template>
  <div ref="box" class="stack">
    <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
    <template v-if="page && day">
      <p v-if="!page.isSited" class="doubt">
        Where the garden lies is not said yet, so that the sun is a guess.
        <NuxtLink to="/bloom/weather">Say where it lies</NuxtLink>
      </p>
      <nav class="days" aria-label="Day">
        <button
          v-for="d in page.days"
          :key="d.day"
          type="button"
          class="day"
          :class="{ here: d.day === day.day }"
          :aria-pressed="d.day === day.day"
          @click="on = d.day"
        >
          <strong>{{
            d.day === garden.today ? 'Today' : `${weekday(d.day)} ${dayInWords(d.day).split(' ')[0]}`
          }}</strong><span v-if="soonest(d)" class="quiet small">ready from {{ soonest(d) }}</span>
        </button>
      </nav>
      <PaperSheet>
        <div class="line">
          <div class="label">
            <strong>{{ dayInWords(day.day) }}</strong>
            <p class="quiet small">
              <template v-if="day.sun.sunrise && day.sun.sunset"
                >sun {{ clockWords(clock(day.sun.sunrise)) }}–{{ clockWords(clock(day.sun.sunset)) }}, highest
                {{ clockWords(clock(day.sun.noon)) }}</template
              ><template v-else>{{
                day.sun.kind === 'polarDay' ? 'the sun stays up' : 'the sun stays down'
              }}</template
              ><br />{{ stationWords(page.station, 'No weather known')
              }}{{ hours.some(h => h.isForecast) ? ', in part foretold' : '' }}
            </p>
          </div>
          <svg
            :width="width"
            height="84"
            role="img"
            :aria-label="`Cloud, warmth and rain of ${dayInWords(day.day)}: ${hours
              .filter((_, i) => i % 3 === 0)
              .map(
                h =>
                  `${clockWords(h.clock)} ${Math.round(h.celsius)} °C, ${Math.round(h.cloud * 100)} % cloud${h.rainMm ? ', rain' : ''}`,
              )
              .join('; ')}`"
          >
            <g v-for="h in hours" :key="h.at">
              <rect
                class="cloud"
                :x="x(h.clock)"
                :width="x(1) - x(0) - 1"
                y="52"
                height="13"
                :opacity="0.08 + 0.62 * h.cloud"
              />
              <rect
                v-if="h.rainMm"
                class="rain"
                :x="x(h.clock) + 2"
                :width="x(1) - x(0) - 5"
                y="46"
                height="4"
              />
            </g>
            <template v-if="day.sun.sunrise && day.sun.sunset">
              <rect class="night" x="0" y="0" :width="Math.max(0, x(clock(day.sun.sunrise)))" height="66" />
              <rect
                class="night"
                :x="x(clock(day.sun.sunset))"
                y="0"
                :width="Math.max(0, width - x(clock(day.sun.sunset)))"
                height="66"
              />
            </template>
            <path :d="line" class="warmth" />
            <text
              v-for="h in hours.filter((_, i) => i % 3 === 1)"
              :key="h.at"
              class="degree"
              :x="x(h.clock + 0.5)"
              :y="celsius(h.celsius) - 5"
            >
              {{ Math.round(h.celsius) }}°
            </text>
            <text v-for="h in [4, 6, 8, 10, 12, 14, 16, 18, 20, 22]" :key="h" :x="x(h)" y="80" class="hour">
              {{ h }}
            </text>
            <line v-if="now !== null" class="now" :x1="x(now)" :x2="x(now)" y1="0" y2="66" />
          </svg>
        </div>
        <div v-for="c in events" :key="c.crop + c.where" class="line crop">
          <div class="label">
            <strong>{{ c.name }}</strong>
            <p class="quiet small">{{ flowerForms[c.form].name }}, {{ c.where }}</p>
          </div>
          <div>
            <HoursTimeline :hours="c.hours" :width="width" :from="FROM" :to="TO" :now="now" />
            <ul class="why small">
              <li v-for="s in c.sentences" :key="s.event" :class="{ quiet: !s.because.length }">
                {{ s.words }}
              </li>
            </ul>
            <p v-if="c.best" class="small best">{{ c.best }}</p>
          </div>
        </div>
        <p v-if="resting.length" class="quiet line crop">
          <span>Not in bloom now</span><span>{{ resting.join(', ') }}</span>
        </p>
        <p class="quiet small key">
          Dashed: the usual hour on a clear, mild, dry day, from the guide. Grey: four days in five fall
          inside; wider the further ahead the weather is foretold.
        </p>
      </PaperSheet>
    </template>
  </div>
</template>

<style scoped>
.days {
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  gap: 8px;
}
.day {
  display: grid;
  text-align: left;
  border: 1px solid var(--rule);
  background: var(--sheet);
  border-radius: var(--radius);
  padding: 8px 10px;
  font: inherit;
  color: inherit;
  cursor: pointer;
  min-height: 56px;
}
.day.here {
  border-color: var(--sap);
  box-shadow: inset 0 -3px var(--sap);
}
.line {
  display: grid;
  grid-template-columns: 190px minmax(0, 1fr);
  align-items: start;
}
.label p {
  margin: 2px 12px 0 0;
}
.crop {
  border-top: 1px solid var(--rule);
  padding: 10px 0 8px;
}
.best {
  margin: 4px 0 0;
  font-weight: 650;
}
.why {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 20px;
}
.why li::first-letter {
  text-transform: uppercase;
}
svg {
  display: block;
}
.cloud {
  fill: var(--quiet);
}
.rain {
  fill: var(--sap);
}
.night {
  fill: var(--ink);
  opacity: 0.07;
}
.warmth {
  fill: none;
  stroke: var(--sap);
  stroke-width: 2;
}
.degree {
  fill: var(--sap);
  font-size: 11px;
  text-anchor: middle;
}
.hour {
  fill: var(--quiet);
  font-size: 12px;
  text-anchor: middle;
}
.now {
  stroke: var(--ink);
  stroke-width: 1.2;
}
.key {
  margin: 8px 0 0;
}
@media (max-width: 700px) {
  .days {
    grid-template-columns: repeat(4, minmax(0, 1fr));
  }
  .line {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
