<!-- The weather that the forecasts go by: the station, what was read in, what is usual. -->
<script setup lang="ts">
import { dayInWords } from '@virgulta/core/time/days'
import { mdiDownload } from '@mdi/js'
import type { WeatherPage } from '#shared/bloom'
import type { Column } from '../../components/base/ReadTable.vue'

const garden = useGardenStore()
const { data: page, problem } = useLive<WeatherPage>(
  () => `/api/weather?${new URLSearchParams({ at: garden.now.slice(0, 13) })}`,
)
type Read = WeatherPage['read'][number]
const columns: Column<Read>[] = [
  { key: 'source', title: 'File', value: r => r.source, cutAt: '40%' },
  { key: 'from', title: 'From', value: r => r.from },
  { key: 'to', title: 'To', value: r => r.to },
  { key: 'rows', title: 'Readings', value: r => r.rows, align: 'end' },
  { key: 'unit', title: 'Of', value: r => `${r.unit}s` },
  { key: 'readOn', title: 'Read on', value: r => r.readOn },
]
const { run: turn, isBusy } = useOnce(async (isOn: boolean) => {
  await $fetch('/api/garden/station', { method: 'PUT', body: { isOn } })
  await garden.refresh()
  useLogStore().revision++
})
const exportCsv = () =>
  saveCsv(
    'weather',
    ['day', 'lowest, °C', 'highest, °C', 'rain, mm', 'told by'],
    page.value!.days.map(d => [d.day, d.tmin, d.tmax, d.rainMm, d.from]),
  )
</script>

<template>
  <div class="stack">
    <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
    <template v-if="page">
      <PaperSheet :heading="page.station?.name ?? 'No weather station'">
        <template #actions
          ><v-btn
            v-if="garden.isKeeper && !garden.garden?.isDemo"
            class="quietly"
            size="small"
            :aria-busy="isBusy"
            @click="turn(page.station === null)"
            >{{ page.station ? 'Switch the simulated station off' : 'Try the simulated station' }}</v-btn
          ><v-btn
            v-if="page.days.length"
            variant="text"
            class="quietly"
            :prepend-icon="mdiDownload"
            @click="exportCsv"
            >CSV</v-btn
          ></template
        >
        <p v-if="!page.station">
          Nothing measures here, so nothing is made up: hours and forecasts go by the sun, the guides and what
          you noted. Read your own readings in below, and warmth counts too. A simulated station ships with
          Virgulta, to try what one would bring.
        </p>
        <p v-else-if="page.station.isSimulated" class="quiet">
          Made up by latitude and season; nobody measured it. Read your own readings in, and they count
          instead, day by day.
        </p>
        <WeatherChart v-if="page.days.length" :page="page" :today="garden.today" />
        <p v-if="page.years.length" class="quiet small">
          Usual, and the days to come: {{ page.years.length }} years
          {{ page.yearsFrom === 'read' ? 'of your own readings' : 'of the station' }}, {{ page.years[0] }}–{{
            page.years.at(-1)
          }}, each as likely as the others.
        </p>
      </PaperSheet>
      <div class="sides">
        <ReadWeatherSheet v-if="garden.mayNote" />
        <SiteSheet :site="page.site" :is-sited="page.isSited" />
      </div>
      <PaperSheet heading="Read in so far">
        <ReadTable
          v-if="page.read.length"
          :rows="page.read"
          :columns="columns"
          name="files"
          one="file"
          file="weather-read"
          sort="from"
          descending
        >
          <template #from="{ row }">{{ dayInWords(row.from, true) }}</template><template #to="{ row }">{{
            dayInWords(row.to, true)
          }}</template
          ><template #readOn="{ row }">{{ dayInWords(row.readOn, true) }}</template>
        </ReadTable>
        <p v-else class="quiet">
          Nothing yet. What was read in can be taken back in <NuxtLink to="/garden">the log</NuxtLink>.
        </p>
      </PaperSheet>
    </template>
  </div>
</template>
