<!-- Reads weather from a file: what is certain, with what was left out and why; it counts only when that is agreed to. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import type { Draft } from '@virgulta/core/log/entry'
import { dayInWords } from '@virgulta/core/time/days'
import { MOST_ROWS } from '@virgulta/core/weather/kinds'
import type { WeatherFile } from '@virgulta/core/weather/readCsv'
import { v7 } from 'uuid'

const garden = useGardenStore()
const log = useLogStore()
/** The largest file that is read at once: about ten years of hours. */
const MOST_BYTES = 6_000_000
const { file, text, tooLarge } = useTextFile(MOST_BYTES)
const { answer, progress, refused, isStopped, stop, again } = useWork('weatherFile', () =>
  text.value ? { text: text.value, zone: garden.garden!.zone } : null,
)
const read = computed(() => (answer.value && !('why' in answer.value) ? (answer.value as WeatherFile) : null))
const why = computed(() => (answer.value && 'why' in answer.value ? answer.value.why : null))
const count = computed(() => (read.value ? read.value.days.length || read.value.hours.length : 0))
const gapWords = computed(() =>
  (read.value?.gaps ?? []).map(({ from, to }) =>
    read.value!.unit === 'day'
      ? from === to
        ? dayInWords(from, true)
        : `${dayInWords(from, true)} to ${dayInWords(to, true)}`
      : `${from.slice(0, 16).replace('T', ' ')} to ${to.slice(0, 16).replace('T', ' ')} UTC`,
  ),
)
async function take() {
  const source = file.value!.name.slice(0, 120)
  const { unit, days, hours } = read.value!
  const drafts: Draft[] =
    unit === 'day'
      ? inParts(days, MOST_ROWS).map(rows => ({
          kind: 'weatherRead',
          subjectId: v7(),
          payload: { unit, source, rows },
        }))
      : inParts(hours, MOST_ROWS).map(rows => ({
          kind: 'weatherRead',
          subjectId: v7(),
          payload: { unit, source, rows },
        }))
  if (await log.note(drafts)) file.value = null
}
</script>

<template>
  <PaperSheet heading="Read your own weather">
    <div class="stack">
      <p class="quiet">
        A CSV file of days (date, tmin, tmax, perhaps rain) or of hours (time, temperature, perhaps rain,
        humidity, wind, light). It counts before the station. Nothing changes before you agree.
      </p>
      <v-file-input
        v-model="file"
        label="Weather file"
        accept=".csv,.txt,text/csv,text/plain"
        prepend-icon=""
        hide-details
      />
      <p v-if="tooLarge" class="fail" role="alert">
        The file is too large; at most six megabytes are read at once. Split it, for instance by year.
      </p>
      <WorkLine
        :progress="progress"
        :refused="refused"
        :is-stopped="isStopped"
        what="the file"
        @stop="stop"
        @again="again"
      />
      <p v-if="why" class="fail" role="alert">{{ why }}</p>
      <template v-if="read && file">
        <p role="status">
          <strong
            >{{ count.toLocaleString('en') }} {{ read.unit === 'day' ? 'days' : 'hours' }} can be read</strong
          ><template v-if="read.leftOut.length"
            >; {{ counted(read.leftOut.length, 'line is', 'lines are') }} left out</template
          ><template v-if="read.gaps.length">; {{ counted(read.gaps.length, 'gap') }} between them</template>.
        </p>
        <ul class="list small">
          <li v-for="note in read.notes" :key="note">{{ note }}</li>
          <li v-for="gap in gapWords.slice(0, 40)" :key="gap" class="doubt">Nothing for {{ gap }}</li>
          <li v-if="gapWords.length > 40">and {{ gapWords.length - 40 }} more gaps</li>
        </ul>
        <ul v-if="read.leftOut.length" class="list small" aria-label="Left out">
          <li v-for="(l, i) in read.leftOut.slice(0, 200)" :key="i" class="doubt">
            Line {{ l.line }}: {{ l.why }} <span class="code quiet">{{ l.text }}</span>
          </li>
          <li v-if="read.leftOut.length > 200">and {{ read.leftOut.length - 200 }} more lines</li>
        </ul>
        <div class="row">
          <v-btn variant="flat" height="40" @click="take"
            >Take these {{ read.unit === 'day' ? 'days' : 'hours' }}</v-btn
          ><v-btn variant="text" class="quietly" @click="file = null">Leave it</v-btn>
        </div>
      </template>
    </div>
  </PaperSheet>
</template>

<style scoped>
.list {
  margin: 0;
  padding: 6px 10px 6px 26px;
  max-height: 190px;
  overflow: auto;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}
</style>
