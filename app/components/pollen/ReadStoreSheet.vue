<!-- Reads a logger's file for a store: what is certain, with what was left out and why; it counts only when that is agreed to. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import type { StoreFile } from '@virgulta/core/stores/readStore'
import type { Store } from '@virgulta/core/stores/store'
import { v7 } from 'uuid'

const { store } = defineProps<{ store: Store }>()
const garden = useGardenStore()
const log = useLogStore()
/** Rows of one entry, and the largest file that is read at once. */
const [MOST_ROWS, MOST_BYTES] = [800, 4_000_000]
const { file, text, tooLarge } = useTextFile(MOST_BYTES)
const { answer, progress, refused, isStopped, stop, again } = useWork('storeFile', () =>
  text.value
    ? { text: text.value, zone: garden.garden!.zone, name: store.name, celsius: store.celsius }
    : null,
)
const read = computed(() => (answer.value && !('why' in answer.value) ? (answer.value as StoreFile) : null))
const why = computed(() => (answer.value && 'why' in answer.value ? answer.value.why : null))
const short = (at: string) => at.slice(0, 16).replace('T', ' ')
async function take() {
  const source = file.value!.name.slice(0, 120)
  if (
    await log.note(
      inParts(read.value!.rows, MOST_ROWS).map(part => ({
        kind: 'storeRead' as const,
        subjectId: v7(),
        payload: { storeId: store.id, source, rows: part },
      })),
    )
  )
    file.value = null
}
</script>

<template>
  <div class="stack">
    <v-file-input
      v-model="file"
      :label="`File of a logger for ${store.name}`"
      accept=".csv,.txt,text/csv,text/plain"
      prepend-icon=""
      hide-details
    />
    <p v-if="tooLarge" class="fail" role="alert">
      The file is too large; at most four megabytes are read at once. Split it, for instance by month.
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
        <strong>{{ read.rows.length.toLocaleString('en') }} readings can be read</strong>,
        {{ short(read.rows[0]![0]) }} to {{ short(read.rows.at(-1)![0]) }} UTC<template
          v-if="read.leftOut.length"
          >; {{ counted(read.leftOut.length, 'line is', 'lines are') }} left out</template
        >.
      </p>
      <ul class="list small">
        <li v-for="note in read.notes" :key="note">{{ note }}</li>
        <li v-for="gap in read.gaps.slice(0, 40)" :key="gap.from" class="doubt">
          Nothing from {{ short(gap.from) }} to {{ short(gap.to) }} UTC: it counts as it was before.
        </li>
        <li v-for="(l, i) in read.leftOut.slice(0, 100)" :key="i" class="doubt">
          Line {{ l.line }}: {{ l.why }}
        </li>
      </ul>
      <div class="row">
        <v-btn variant="flat" height="40" @click="take">Take these readings</v-btn
        ><v-btn variant="text" class="quietly" @click="file = null">Leave it</v-btn>
      </div>
    </template>
  </div>
</template>

<style scoped>
.list {
  margin: 0;
  padding: 6px 10px 6px 26px;
  max-height: 170px;
  overflow: auto;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}
</style>
