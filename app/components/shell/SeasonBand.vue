<!-- The garden's year above every desk screen: who blooms, what was done, what is due, and the present day. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import type { SeasonWeek } from '@virgulta/core/season/band'
import { gardenYear, gardenYearOf, yearInWords } from '@virgulta/core/season/band'
import { namesBeside } from '@virgulta/core/season/names'
import { addDays, dayInWords, daysBetween, monthAfter } from '@virgulta/core/time/days'
import { scaleLinear, scaleSqrt } from 'd3-scale'
import type { Season } from '#shared/round'

const garden = useGardenStore()
const shell = useShellStore()
const half = computed(() => garden.half)
const present = computed(() => gardenYearOf(garden.today, half.value))
const year = computed(() => shell.seasonYear ?? present.value)
const days = computed(() => gardenYear(year.value, half.value))
const isWithin = (day: string) => days.value.from <= day && day <= days.value.to
const { data: season } = useLive<Season>(() => `/api/season?year=${year.value}`)
const marked = computed(() => [
  ...new Map(shell.markedDays.filter(m => isWithin(m.day)).map(m => [m.day, m])).values(),
])
const isThisYear = computed(() => year.value === present.value)
const box = ref<HTMLElement>()
const { width } = useElementSize(box)

const EDGE = 16
const BASE = 47
/** Thickness of a bloom's bar, a letter of its name, and what the year's buttons take. */
const [BAR, LETTER, YEARS] = [3, 5.5, 100]
const IN_BLOOM = ' in bloom'
const x = computed(() => scaleLinear([0, 365], [EDGE, Math.max(width.value - EDGE, 100)]))
const at = (day: string) => x.value(daysBetween(days.value.from, day))
const most = computed(() => Math.max(4, ...(season.value?.weeks ?? []).map(w => Math.max(w.done, w.due))))
const tall = computed(() => scaleSqrt([0, most.value], [0, 24]))
const months = computed(() =>
  Array.from({ length: 12 }, (_, i) => {
    const day = monthAfter(days.value.from, i)
    return { day, name: dayInWords(day).slice(2, 5) }
  }),
)
const crops = computed(() => [...new Set((season.value?.blooms ?? []).map(b => b.name))])
/** Lanes of many crops are closer together, so that the last one stays above the ground. */
const lane = (name: string) => 8 + crops.value.indexOf(name) * Math.min(7, 36 / crops.value.length)
const labels = computed(() =>
  namesBeside(
    (season.value?.blooms ?? []).map(({ name, from, to }) => ({
      name,
      from: at(from) - BAR / 2,
      to: at(to) + BAR / 2,
      y: lane(name),
    })),
    { width: width.value - YEARS, widthOf: name => (name.length + IN_BLOOM.length) * LETTER, height: 11 },
  ),
)

const pointed = ref<number | null>(null)
function wordsOf(index: number | null) {
  const week = index === null ? null : season.value?.weeks[index]
  if (!week) return ''
  const blooming = [
    ...new Set(season.value!.blooms.filter(b => b.from <= week.to && week.from <= b.to).map(b => b.name)),
  ]
  const ofCross = marked.value.filter(m => m.day >= week.from && m.day <= week.to).length
  return [
    `${dayInWords(week.from)} – ${dayInWords(week.to)}: ${week.done} noted, ${week.due} due`,
    ...(marked.value.length ? [`${counted(ofCross, 'day')} of this cross`] : []),
    ...(blooming.length ? [`in bloom: ${blooming.join(', ')}`] : []),
  ].join('; ')
}
const words = computed(() => wordsOf(pointed.value))
const weeks = computed(() => season.value?.weeks ?? [])
const weekOfToday = computed(() =>
  isThisYear.value ? weeks.value.findIndex(w => w.from <= garden.today && garden.today <= w.to) : 0,
)
/** The band from the keyboard: arrows point at a week, Enter goes there. */
function onKey(event: KeyboardEvent) {
  const at = pointed.value ?? weekOfToday.value
  const to = { ArrowLeft: at - 1, ArrowRight: at + 1, Home: 0, End: weeks.value.length - 1 }[event.key]
  if (to !== undefined) pointed.value = Math.max(0, Math.min(weeks.value.length - 1, to))
  else if (event.key === 'Enter' && weeks.value[at]) show(weeks.value[at])
  else return
  event.preventDefault()
}
function show({ from, to, opens }: SeasonWeek) {
  const today = garden.today
  const day = today >= from && today <= to ? today : opens
  pointed.value = null
  navigateTo(day === today ? '/today' : `/today?on=${day}`)
}
</script>

<template>
  <section ref="box" class="band" aria-label="The season">
    <svg
      v-if="season && width"
      :width="width"
      height="76"
      tabindex="0"
      role="slider"
      aria-label="Week of the season"
      aria-orientation="horizontal"
      :aria-valuemin="1"
      :aria-valuemax="weeks.length"
      :aria-valuenow="(pointed ?? weekOfToday) + 1"
      :aria-valuetext="words || wordsOf(weekOfToday)"
      @keydown="onKey"
      @focus="pointed = weekOfToday"
      @blur="pointed = null"
    >
      <g v-for="bloom in season.blooms" :key="bloom.name + bloom.from" class="bloom">
        <line :x1="at(bloom.from)" :x2="at(bloom.to)" :y1="lane(bloom.name)" :y2="lane(bloom.name)" />
      </g>
      <text v-for="l in labels" :key="l.name" :x="l.x" :y="l.y + 4" class="bloom-name">
        {{ l.name + IN_BLOOM }}
      </text>
      <g v-for="(week, i) in season.weeks" :key="week.from">
        <rect
          v-if="week.done"
          class="done"
          :x="at(week.from) + 1"
          :width="Math.max(2, at(addDays(week.from, 6)) - at(week.from))"
          :y="BASE - tall(week.done)"
          :height="tall(week.done)"
        />
        <rect
          v-if="week.due"
          class="due"
          :x="at(week.from) + 1.5"
          :width="Math.max(2, at(addDays(week.from, 6)) - at(week.from) - 1)"
          :y="BASE - tall(week.due)"
          :height="tall(week.due)"
        />
        <rect
          class="reach"
          :class="{ pointed: pointed === i }"
          :x="at(week.from)"
          :width="Math.max(4, at(addDays(week.from, 6)) - at(week.from) + 2)"
          y="0"
          height="76"
          @mouseenter="pointed = i"
          @mouseleave="pointed = null"
          @click="show(week)"
        />
      </g>
      <line class="ground" :x1="EDGE" :x2="width - EDGE" :y1="BASE + 0.5" :y2="BASE + 0.5" />
      <g v-for="month in months" :key="month.day">
        <line class="ground" :x1="at(month.day)" :x2="at(month.day)" :y1="BASE" :y2="76" />
        <text class="month" :x="at(month.day) + 4" y="71">{{ month.name }}</text>
      </g>
      <path
        v-for="mark in marked"
        :key="mark.day"
        class="mark"
        :d="`M${at(mark.day)} ${BASE + 2}l3.5 4.5-3.5 4.5-3.5-4.5Z`"
      >
        <title>{{ dayInWords(mark.day) }}: {{ mark.words }}</title>
      </path>
      <g v-if="isThisYear" :transform="`translate(${at(garden.today)},0)`" class="caret">
        <path d="M-5 0H5L0 8Z" />
        <line y1="6" :y2="BASE" />
      </g>
    </svg>
    <div class="years row">
      <button
        type="button"
        data-many
        :aria-label="`Season ${yearInWords(year - 1, half)}`"
        @click="shell.seasonYear = year - 1"
      >
        ‹
      </button>
      <span class="figures">{{ yearInWords(year, half) }}</span>
      <button
        type="button"
        data-many
        :aria-label="`Season ${yearInWords(year + 1, half)}`"
        @click="shell.seasonYear = year + 1"
      >
        ›
      </button>
    </div>
    <p v-if="words" class="words figures">{{ words }}</p>
    <p class="visually-hidden">Today is {{ dayInWords(garden.today) }}.</p>
  </section>
</template>

<style scoped>
.band {
  height: var(--band);
  border-bottom: 1px solid var(--rule);
  position: sticky;
  top: 0;
  background: var(--paper);
  z-index: 5;
  overflow: hidden;
}
svg {
  display: block;
}
.bloom line {
  stroke: var(--seed);
  stroke-width: 3;
  stroke-linecap: round;
  opacity: 0.75;
}
.bloom-name {
  fill: var(--quiet);
  font-size: 11px;
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
}
.done {
  fill: var(--sap);
}
.due {
  fill: var(--paper);
  stroke: var(--sap);
  stroke-width: 1;
  fill-opacity: 0.85;
}
.reach {
  fill: transparent;
  cursor: pointer;
}
.reach.pointed {
  fill: var(--ink);
  fill-opacity: 0.08;
}
.ground {
  stroke: var(--rule);
}
.month {
  fill: var(--quiet);
  font-size: 12px;
}
.caret path {
  fill: var(--ink);
}
.caret line {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.mark {
  fill: var(--seed);
  stroke: var(--paper);
  stroke-width: 0.8;
}
.years {
  position: absolute;
  right: 10px;
  top: 2px;
  gap: 2px;
  color: var(--quiet);
  background: var(--paper);
  padding-left: 4px;
  flex-wrap: nowrap;
}
.years span {
  font-size: 12px;
}
.years button {
  border: 0;
  background: none;
  font-size: 16px;
  line-height: 1;
  width: 24px;
  height: 24px;
  color: var(--sap);
  cursor: pointer;
}
.words {
  position: absolute;
  right: 16px;
  bottom: 2px;
  margin: 0;
  background: var(--ink);
  color: var(--paper);
  padding: 1px 8px;
  border-radius: 3px;
  font-size: 12px;
  pointer-events: none;
}
</style>
