<!-- The season as bands: a row for each plant in play, today's line through all of them, the weather beneath on the same days. -->
<script setup lang="ts">
import { stationWords } from '../weather/weatherWords'
import { quantileIn } from '@virgulta/core/bloom/chances'
import { windowWords } from '@virgulta/core/garden/bloomWords'
import { dayInWords, dayNumber } from '@virgulta/core/time/days'
import type { BloomPage, BloomRow } from '#shared/bloom'

const { page, rows, from, to, pair } = defineProps<{
  page: BloomPage
  rows: BloomRow[]
  from: string
  to: string
  pair: { seed: string | null; pollen: string | null }
}>()
const emit = defineEmits<{ choose: [role: 'seed' | 'pollen', plantId: string] }>()
const garden = useGardenStore()
const box = ref<HTMLElement>()
const { width: boxWidth } = useElementSize(box)
const label = computed(() => (boxWidth.value < 640 ? 150 : 246))
const ROW = 32
const width = computed(() => Math.max(260, boxWidth.value - label.value - 4))
const { x, months } = useSeasonScale(
  () => ({ from, to }),
  () => width.value,
)
const today = computed(() => x(dayNumber(garden.today) + 0.5))
const isTodayShown = computed(() => garden.today >= from && garden.today <= to)
const guideOf = (row: BloomRow) => garden.cropOf(row.plant.crop)!.guide.bloom
const batchesOf = (row: BloomRow) => row.windows.flatMap(w => (w.batch && !w.isOver ? [w.batch] : []))
/** Windows that do not meet share a line. */
const placed = computed(
  () =>
    new Map(
      rows.map(row => {
        const ends: number[] = []
        const lines = row.windows.map(w => {
          const line = ends.findIndex(end => end < quantileIn(w.start, 0.02))
          const at = line < 0 ? ends.length : line
          ends[at] = quantileIn(w.start, 0.98) + quantileIn(w.length, 0.98)
          return at
        })
        return [
          row.plant.id,
          { lines, height: Math.max(Math.max(1, ends.length) * ROW, 34 + 15 * batchesOf(row).length) },
        ]
      }),
    ),
)
const heightOf = (row: BloomRow) => placed.value.get(row.plant.id)!.height
const words = (row: BloomRow) =>
  row.windows.length ? row.windows.map(windowWords).join('; ') : 'no bloom in this part of the year'
</script>

<template>
  <div ref="box" class="bands" :style="{ '--label': `${label}px` }">
    <div class="scroll" tabindex="0" role="region" aria-label="Who flowers when">
      <table>
        <thead>
          <tr>
            <th scope="col" class="label">Plant</th>
            <th scope="col" class="plot">
              <span class="visually-hidden">In bloom</span>
              <svg :width="width" height="22" aria-hidden="true">
                <g v-for="m in months" :key="m.day">
                  <line :x1="m.at" :x2="m.at" y1="4" y2="22" class="grid" />
                  <text :x="m.at + 4" y="16">{{ m.name }}</text>
                </g>
                <path v-if="isTodayShown" class="caret" :d="`M${today - 5} 12h10l-5 9Z`" />
              </svg>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="row in rows"
            :key="row.plant.id"
            :class="{ chosen: pair.seed === row.plant.id || pair.pollen === row.plant.id }"
          >
            <th scope="row" class="label">
              <span class="who"
                ><NuxtLink :to="`/plants/${row.plant.id}`" class="plain name">{{ row.plant.name }}</NuxtLink
                ><span class="roles">
                  <button
                    type="button"
                    class="role seed"
                    :aria-pressed="pair.seed === row.plant.id"
                    :aria-label="`${row.plant.name} as seed parent`"
                    :title="`${row.plant.name} as seed parent`"
                    @click="emit('choose', 'seed', row.plant.id)"
                  >
                    <svg width="14" height="14" viewBox="0 0 14 14" aria-hidden="true">
                      <path d="M2 2.5c0 4 2 6 5 6s5-2 5-6M7 8.5V13M4.5 13h5" />
                    </svg>
                  </button>
                  <button
                    type="button"
                    class="role pollen"
                    :aria-pressed="pair.pollen === row.plant.id"
                    :aria-label="`${row.plant.name} as pollen parent`"
                    :title="`${row.plant.name} as pollen parent`"
                    @click="emit('choose', 'pollen', row.plant.id)"
                  >
                    <svg width="14" height="14" viewBox="0 0 14 14" aria-hidden="true">
                      <circle cx="4.4" cy="5" r="2.5" />
                      <circle cx="10" cy="4.4" r="1.9" />
                      <circle cx="8.4" cy="10" r="2.8" />
                    </svg>
                  </button> </span
              ></span>
              <span v-for="batch in batchesOf(row)" :key="batch.id" class="sub"
                >{{ batch.sownOn ? 'sown' : 'to sow' }}
                {{ dayInWords(batch.sownOn ?? batch.plannedFor) }}</span
              >
            </th>
            <td class="plot">
              <svg
                :width="width"
                :height="heightOf(row)"
                role="img"
                :aria-label="`${row.plant.name}: ${words(row)}`"
              >
                <line
                  v-for="m in months"
                  :key="m.day"
                  :x1="m.at"
                  :x2="m.at"
                  y1="0"
                  :y2="heightOf(row)"
                  class="grid"
                />
                <BandLanes
                  v-for="(w, i) in row.windows"
                  :key="`${w.season} ${w.batch?.id}`"
                  :window="w"
                  :guide="guideOf(row)"
                  :x="x"
                  :y="placed.get(row.plant.id)!.lines[i]! * ROW"
                />
                <line v-if="isTodayShown" class="today" :x1="today" :x2="today" y1="0" :y2="heightOf(row)" />
                <title>{{ words(row) }}</title>
              </svg>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="!rows.length" class="quiet none">No plant fits this filter.</p>
    </div>
    <div class="weather">
      <span class="label quiet small"
        >{{ stationWords(page.weather.station, 'Weather: what was read in') }}<br /><NuxtLink
          to="/bloom/weather"
          >where from</NuxtLink
        ></span
      >
      <WeatherStrip :weather="page.weather" :x="x" :width="width" :today="garden.today" />
    </div>
    <p class="key small quiet">
      <span
        ><svg width="34" height="12" aria-hidden="true">
          <rect width="34" height="9" y="1" rx="2" class="solid" />
        </svg>
        stigmas ready</span
      >
      <span
        ><svg width="34" height="12" aria-hidden="true">
          <line x1="0" x2="34" y1="6" y2="6" class="dotted" />
        </svg>
        pollen shed</span
      >
      <span>the surer, the darker</span>
      <span
        ><svg width="12" height="14" aria-hidden="true"><path d="M3 1v13M3 0h6L3 7Z" class="flag" /></svg>
        first and last flower, noted</span
      >
      <span
        ><svg width="12" height="12" aria-hidden="true"><circle cx="6" cy="6" r="3.5" class="open" /></svg>
        looked at, none open yet</span
      >
    </p>
  </div>
</template>

<style scoped>
.bands {
  display: grid;
  gap: 6px;
  grid-template-columns: minmax(0, 1fr);
}
.scroll {
  position: relative;
  overflow: auto;
  max-height: max(300px, calc(100vh - 372px));
  border: 1px solid var(--rule);
  background: var(--sheet);
  border-radius: var(--radius) var(--radius) 0 0;
}
table {
  border-collapse: separate;
  border-spacing: 0;
}
th,
td {
  padding: 0;
  font-weight: 400;
  text-align: left;
  border-bottom: 1px solid var(--rule);
  vertical-align: top;
}
thead th {
  position: sticky;
  top: 0;
  background: var(--sheet);
  z-index: 2;
  border-bottom-color: var(--ink);
  color: var(--quiet);
  font-size: 13px;
}
.label {
  width: var(--label);
  min-width: var(--label);
  padding: 4px 8px 4px 10px;
  position: sticky;
  left: 0;
  background: var(--sheet);
  z-index: 1;
}
thead .label {
  z-index: 3;
}
.who {
  display: flex;
  justify-content: space-between;
  gap: 6px;
  align-items: center;
}
.name {
  font-weight: 650;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.roles {
  display: inline-flex;
  flex: none;
}
.role {
  width: 26px;
  height: 26px;
  border: 1px solid transparent;
  background: none;
  border-radius: var(--radius);
  cursor: pointer;
  padding: 0;
  display: grid;
  place-items: center;
}
.role.seed svg {
  fill: none;
  stroke: var(--seed);
  stroke-width: 1.7;
  stroke-linecap: round;
}
.role.pollen svg {
  fill: var(--pollen);
}
.role:hover,
.role[aria-pressed='true'] {
  background: var(--wash);
  border-color: currentColor;
}
.role.seed {
  color: var(--seed);
}
.role.pollen {
  color: var(--pollen);
}
.sub {
  display: block;
  font-size: 12px;
  color: var(--quiet);
  line-height: 1.2;
}
.chosen .label {
  background: var(--wash);
}
svg {
  display: block;
}
.grid {
  stroke: var(--rule);
  stroke-width: 0.7;
}
text {
  fill: var(--quiet);
  font-size: 12px;
}
.caret {
  fill: var(--ink);
}
.today {
  stroke: var(--ink);
  stroke-width: 1.2;
}
.weather {
  display: flex;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-top: 0;
  border-radius: 0 0 var(--radius) var(--radius);
  margin-top: -6px;
  overflow: hidden;
}
.weather .label {
  padding-top: 8px;
}
.none {
  padding: 14px;
  margin: 0;
}
.key {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
  margin: 0;
}
.key span {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
.solid {
  fill: var(--seed);
}
.dotted {
  stroke: var(--pollen);
  stroke-width: 8;
  stroke-dasharray: 3 2.4;
}
.flag {
  fill: var(--ink);
  stroke: var(--ink);
}
.open {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
}
@media (max-width: 700px) {
  .who {
    flex-wrap: wrap;
  }
  .scroll {
    max-height: none;
  }
}
</style>
