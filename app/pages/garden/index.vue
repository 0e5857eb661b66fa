<!-- The whole log; how the screens look; crops and places. -->
<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import { counted } from '@virgulta/core/formats/counted'
import type { LogLine } from '#shared/entries'
import type { Look } from '../../theme/looks'

const garden = useGardenStore()
const { look } = storeToRefs(useLookStore())
const SIZE = 50
const page = useAddressNumber('page', 1, { least: 1 })
const asked = useAddress('code', '', () => (page.value = 1))
const code = ref(asked.value)
watchDebounced(code, typed => (asked.value = typed), { debounce: 200 })
interface LogPage {
  lines: LogLine[]
  total: number
}
const pathOf = (at: number, size: number) =>
  `/api/entries?${new URLSearchParams({ page: String(at), size: String(size), code: asked.value })}`
const { data: log, problem } = useLive<LogPage>(() => pathOf(page.value, SIZE))

/** The whole log that fits the filter, fetched in pieces. */
async function exportCsv() {
  const lines: LogLine[] = []
  for (let at = 1, total = 1; lines.length < total; at++) {
    const piece = await $fetch<LogPage>(pathOf(at, 5000))
    total = piece.lines.length ? piece.total : 0
    lines.push(...piece.lines)
  }
  saveCsv(
    'log',
    ['day', 'time (UTC)', 'tag', 'noted', 'by', 'taken back'],
    lines.map(l => [l.day, l.dayOnly ? '' : l.happenedAt, l.code, l.words, l.by, l.isTakenBack ? 'yes' : '']),
  )
}
const allLooks: { value: Look; title: string }[] = [
  { value: 'paper', title: 'Paper' },
  { value: 'dark', title: 'Dark' },
  { value: 'sun', title: 'Sun' },
]
</script>

<template>
  <div v-if="garden.garden" class="columns">
    <PaperSheet heading="The log">
      <p class="quiet">
        Everything that was noted, the latest first. Taking an entry back leaves it readable.
      </p>
      <div class="row tools">
        <v-text-field
          v-model="code"
          label="Filter by tag"
          clearable
          class="filter"
          @click:clear="code = ''"
        />
        <span v-if="log" class="quiet small">{{ counted(log.total, 'entry', 'entries') }}</span>
        <v-btn variant="text" class="quietly" :prepend-icon="mdiDownload" @click="exportCsv">CSV</v-btn>
      </div>
      <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
      <template v-if="log?.total">
        <LogLines :lines="log.lines" />
        <v-pagination
          v-if="log.total > SIZE"
          v-model="page"
          :length="Math.ceil(log.total / SIZE)"
          :total-visible="5"
          density="compact"
        />
      </template>
      <p v-else-if="log" class="quiet">
        {{ asked ? 'Nothing was noted under such a tag.' : 'Nothing is noted yet.' }}
      </p>
    </PaperSheet>
    <div class="stack">
      <PaperSheet heading="Look">
        <v-btn-toggle
          v-model="look"
          mandatory
          density="compact"
          variant="outlined"
          color="primary"
          aria-label="Look"
        >
          <v-btn v-for="l in allLooks" :key="l.value" :value="l.value">{{ l.title }}</v-btn>
        </v-btn-toggle>
        <p class="quiet small note">
          Sun is black on white and heavier, for outdoors. The choice is kept on this device.
        </p>
      </PaperSheet>
      <PaperSheet heading="Crops">
        <ul v-if="garden.garden.crops.length" class="places">
          <li v-for="{ guide } in garden.garden.crops" :key="guide.id">
            <NuxtLink :to="`/guides/${guide.id}`">{{ guide.name }}</NuxtLink>
          </li>
        </ul>
        <p v-else class="quiet">
          None yet: a crop is here once a plant of it is. <NuxtLink to="/guides">All guides</NuxtLink>
        </p>
        <p class="quiet small note">What the guide says and what you have learnt of it.</p>
      </PaperSheet>
      <PlacesSheet />
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 320px;
  gap: 16px;
  align-items: start;
}
@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
.places {
  margin: 0;
  padding-left: 20px;
}
.places a {
  display: inline-block;
  padding: 3px 0;
}
.note {
  margin: 8px 0 0;
}
.tools {
  margin: 8px 0;
}
.filter {
  max-width: 200px;
}
</style>
