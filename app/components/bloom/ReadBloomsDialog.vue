<!-- Reads blooms of earlier seasons from a file: what it holds is shown first, and noted only when that is agreed to. -->
<script setup lang="ts">
import { signWords } from '@virgulta/core/bloom/note'
import type { BloomFile } from '@virgulta/core/bloom/readCsv'
import { counted } from '@virgulta/core/formats/counted'
import { bloomDraft } from '@virgulta/core/round/work'
import { dayInWords } from '@virgulta/core/time/days'

const isOpen = defineModel<boolean>({ required: true })
const log = useLogStore()
const file = ref<File | null>(null)
const found = ref<BloomFile | null>(null)
const read = useForm(async () => {
  found.value = await $fetch<BloomFile>('/api/bloom/read', {
    method: 'POST',
    body: { text: await file.value!.text() },
  })
})
watch(file, chosen => {
  found.value = null
  if (chosen) void read.submit()
})
function begin() {
  file.value = null
  found.value = null
  read.problem.value = null
}
async function agree() {
  if (
    await log.note(
      found.value!.notes.map(({ plantId, note }) => bloomDraft('plant', plantId, note.sign, note.on)),
    )
  )
    isOpen.value = false
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    heading="Read earlier seasons"
    :action="found?.notes.length ? `Note ${counted(found.seasons, 'season')}` : 'Note them'"
    :disabled="!found?.notes.length"
    @open="begin"
    @submit="agree"
  >
    <p class="quiet">
      A CSV file whose first line names the columns: plant (name or tag), first, full, last; a place may stand
      beside them. Nothing is noted before you agree.
    </p>
    <v-file-input v-model="file" label="File" accept=".csv,text/csv,text/plain" prepend-icon="" />
    <p v-if="read.problem.value" class="fail" role="alert">{{ read.problem.value.sentence }}</p>
    <template v-if="found">
      <p role="status">
        <strong>{{ counted(found.seasons, 'season') }} can be noted</strong>, {{ found.notes.length }} days in
        all<template v-if="found.leftOut.length"
          >; {{ counted(found.leftOut.length, 'line is', 'lines are') }} left out</template
        >.
      </p>
      <ul v-if="found.notes.length" class="list small">
        <li v-for="(n, i) in found.notes.slice(0, 60)" :key="i">
          {{ n.name }}: {{ signWords[n.note.sign] }} {{ dayInWords(n.note.on, true) }}
        </li>
        <li v-if="found.notes.length > 60">and {{ found.notes.length - 60 }} more</li>
      </ul>
      <ul v-if="found.leftOut.length" class="list small" aria-label="Left out">
        <li v-for="l in found.leftOut" :key="l.line" class="doubt">
          Line {{ l.line }}: {{ l.why }} <span class="code quiet">{{ l.text }}</span>
        </li>
      </ul>
    </template>
  </FormDialog>
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
