<!-- Reads a table of plants, pasted or from a file: what it holds is shown line by line, and noted in one go when that is agreed to. -->
<script setup lang="ts">
import { counted, plural } from '@virgulta/core/formats/counted'
import type { Draft } from '@virgulta/core/log/entry'
import type { ParentOf, PlantTable, TableRow } from '@virgulta/core/plants/readTable'

const isOpen = defineModel<boolean>({ required: true })
const garden = useGardenStore()
const log = useLogStore()
const ids = useFormIds()
const MOST_BYTES = 2_000_000
const { file, text: fromFile, tooLarge } = useTextFile(MOST_BYTES)
const pasted = ref('')
const crop = ref<string | null>(null)
const text = computed(() => fromFile.value || pasted.value)
const found = ref<PlantTable | null>(null)
const read = useForm(async () => {
  found.value = await $fetch<PlantTable>('/api/plants/read', {
    method: 'POST',
    body: { text: text.value, crop: crop.value },
  })
})
watchDebounced(
  [text, crop],
  () => {
    found.value = null
    ids.renew()
    if (text.value.trim()) void read.submit()
    else read.problem.value = null
  },
  { debounce: 300 },
)
function begin() {
  file.value = null
  pasted.value = ''
  found.value = null
  read.problem.value = null
}

const parentWords = (parent: ParentOf) =>
  parent && 'row' in parent ? found.value!.rows[parent.row]!.name : parent ? 'in the garden' : ''
const placeWords = ({ place }: TableRow) =>
  !place ? '' : 'name' in place ? `${place.name} (new)` : garden.placeName(place.id)
const needed = computed(() => found.value?.rows.filter(r => !r.code).length ?? 0)

/** The plants are noted with the places that are new, all or none. */
async function agree() {
  const { rows, newPlaces } = found.value!
  const places = newPlaces.map((name, i) => ({ id: ids.id(rows.length + i), name }))
  const placeIds = new Map(places.map(({ id, name }) => [name, id]))
  const parentId = (parent: ParentOf) =>
    !parent ? null : 'row' in parent ? ids.id(parent.row) : parent.plantId
  const placeId = ({ place }: TableRow) =>
    !place ? null : 'name' in place ? placeIds.get(place.name)! : place.id
  const drafts = (codes: string[]): Draft[] => {
    let next = 0
    return rows.map((row, i) => ({
      kind: 'plantAdded',
      subjectId: ids.id(i),
      payload: {
        code: row.code ?? codes[next++]!,
        name: row.name,
        crop: row.crop,
        plantKind: row.kind,
        placeId: placeId(row),
        note: row.note,
        seedParentId: parentId(row.seedParent),
        pollenParentId: parentId(row.pollenParent),
      },
    }))
  }
  if (
    needed.value
      ? await log.noteTagged(needed.value, drafts, undefined, places)
      : await log.note(drafts([]), undefined, places)
  )
    isOpen.value = false
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    heading="Read a table of plants"
    :action="found?.rows.length ? `Add ${counted(found.rows.length, 'plant')}` : 'Add them'"
    :disabled="!found?.rows.length"
    @open="begin"
    @submit="agree"
  >
    <p class="quiet">
      Copy the rows of a spreadsheet with their head and paste them here, or choose a CSV file. Columns in any
      order: name, code, crop, kind, place, seed parent, pollen parent, note. Nothing is noted before you
      agree.
    </p>
    <v-textarea v-model="pasted" label="Pasted table" rows="4" :disabled="Boolean(fromFile)" hide-details />
    <div class="row two">
      <v-file-input
        v-model="file"
        label="Or a file"
        accept=".csv,.tsv,.txt,text/csv,text/plain"
        prepend-icon=""
        hide-details
      />
      <v-autocomplete
        v-model="crop"
        label="Crop of rows that name none"
        :items="garden.garden?.guides.map(g => ({ value: g.id, title: g.name }))"
        clearable
        hide-details
      />
    </div>
    <p v-if="tooLarge" class="fail" role="alert">
      The file is too large; at most two megabytes are read at once.
    </p>
    <p v-if="read.problem.value" class="fail" role="alert">{{ read.problem.value.sentence }}</p>
    <template v-if="found">
      <p role="status">
        <strong>{{ counted(found.rows.length, 'plant') }} can be added</strong
        ><template v-if="found.newPlaces.length"
          >, with {{ plural(found.newPlaces.length, 'the place', 'the places') }}
          {{ found.newPlaces.join(', ') }}</template
        ><template v-if="found.leftOut.length"
          >; {{ counted(found.leftOut.length, 'line is', 'lines are') }} left out</template
        >.
      </p>
      <ul v-if="found.leftOut.length" class="list small" aria-label="Left out">
        <li v-for="l in found.leftOut" :key="l.line" class="doubt">
          Line {{ l.line }}: {{ l.why }} <span class="code quiet">{{ l.text }}</span>
        </li>
      </ul>
      <div v-if="found.rows.length" class="across list" tabindex="0" role="region" aria-label="What is read">
        <table class="small">
          <thead>
            <tr>
              <th scope="col">Line</th>
              <th scope="col">Name</th>
              <th scope="col">Crop</th>
              <th scope="col">Kind</th>
              <th scope="col">Place</th>
              <th scope="col">Seed parent</th>
              <th scope="col">Pollen parent</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in found.rows.slice(0, 200)" :key="row.line">
              <td class="figures">{{ row.line }}</td>
              <td>
                <strong>{{ row.name }}</strong><span
                  v-for="remark in row.remarks"
                  :key="remark"
                  class="doubt"
                >
                  {{ remark }}</span
                >
              </td>
              <td>{{ garden.cropName(row.crop) }}</td>
              <td>{{ row.kind }}</td>
              <td>{{ placeWords(row) }}</td>
              <td>{{ parentWords(row.seedParent) }}</td>
              <td>{{ parentWords(row.pollenParent) }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="found.rows.length > 200">and {{ found.rows.length - 200 }} more</p>
      </div>
    </template>
  </FormDialog>
</template>

<style scoped>
.list {
  margin: 0;
  max-height: 220px;
  overflow: auto;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}
ul.list {
  padding: 6px 10px 6px 26px;
}
.two > * {
  flex: 1;
  min-width: 200px;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th,
td {
  text-align: left;
  padding: 4px 12px 4px 8px;
  border-bottom: 1px solid var(--rule);
  font-weight: 400;
}
th {
  color: var(--quiet);
  position: sticky;
  top: 0;
  background: var(--sheet);
}
</style>
