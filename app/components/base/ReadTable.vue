<!-- A list: sorts, filters, exports, and keeps its state in the address. -->
<script setup lang="ts" generic="T extends object">
import { mdiDownload } from '@mdi/js'
import { counted } from '@virgulta/core/formats/counted'
import type { CsvCells } from '../../utils/saveCsv'

/** A column: its value for sorting, filtering and export; a slot named after its key may draw it. */
export interface Column<T> {
  key: string
  title: string
  value: (row: T) => string | number | null
  align?: 'end'
  /** long text: cut to one line at this share of the width */ cutAt?: string
  /** what it becomes in a file; absent: its title and value */ csv?: CsvCells<T>
}

const {
  rows,
  columns,
  name,
  one,
  file,
  sort = '',
  descending = false,
} = defineProps<{
  rows: T[]
  columns: Column<T>[]
  /** what the rows are, and the name of the exported file */
  name: string
  /** what one of them is */
  one: string
  /** name of the exported file, where it is another one */
  file?: string
  /** key of the column it is sorted by at first */
  sort?: string
  descending?: boolean
}>()
const emit = defineEmits<{ open: [row: T] }>()

const typed = useAddress('q')
const sortBy = useAddressSort(() => ({ key: sort, order: descending ? 'desc' : 'asc' }))
const headers = computed(() =>
  columns.map(c => ({
    key: c.key,
    title: c.title,
    align: c.align,
    ...(c.cutAt ? { width: c.cutAt, cellProps: { class: 'cut' } } : {}),
    value: (row: T) => c.value(row) as string,
  })),
)
const fitting = computed(() => {
  const words = typed.value.toLowerCase().split(/\s+/).filter(Boolean)
  return rows.filter(row =>
    words.every(word =>
      columns.some(c =>
        String(c.value(row) ?? '')
          .toLowerCase()
          .includes(word),
      ),
    ),
  )
})

function exportCsv() {
  const cells = columns.flatMap(c => Object.entries(c.csv ?? { [c.title.toLowerCase()]: c.value }))
  saveCsv(
    file ?? name,
    cells.map(([head]) => head),
    fitting.value.map(row => cells.map(([, value]) => value(row))),
  )
}
/** From row to row with the arrow keys, in the same column. */
function onKey(event: KeyboardEvent) {
  const by = { ArrowDown: 1, ArrowUp: -1 }[event.key]
  const cell = (event.target as HTMLElement).closest('td')
  const row = cell?.parentElement
  if (!by || !row) return
  const next = (by > 0 ? row.nextElementSibling : row.previousElementSibling)?.children[
    [...row.children].indexOf(cell)
  ]
  const focusable = next?.querySelector<HTMLElement>('a, button')
  if (!focusable) return
  event.preventDefault()
  event.stopPropagation()
  focusable.focus()
}
</script>

<template>
  <div>
    <div class="row tools">
      <v-text-field v-model="typed" label="Filter" clearable class="filter" />
      <slot name="tools" />
      <span class="quiet small"
        >{{ fitting.length === rows.length ? '' : `${fitting.length} of `
        }}{{ counted(rows.length, one, name) }}</span
      >
      <v-btn class="quietly" variant="text" :prepend-icon="mdiDownload" @click="exportCsv">CSV</v-btn>
    </div>
    <v-data-table
      v-model:sort-by="sortBy"
      :headers="headers as never"
      :items="fitting"
      :items-per-page="25"
      :items-per-page-options="[25, 100, -1]"
      @keydown="onKey"
      @click:row="(_: Event, { item }: { item: unknown }) => emit('open', item as T)"
    >
      <template
        v-for="column in columns.filter(c => $slots[c.key])"
        #[`item.${column.key}`]="{ item }"
        :key="column.key"
      >
        <slot :name="column.key" :row="item as T" />
      </template>
      <template #no-data><span class="quiet">Nothing fits this filter.</span></template>
      <template v-if="fitting.length <= 25" #bottom />
    </v-data-table>
  </div>
</template>

<style scoped>
.tools {
  margin-bottom: 4px;
}
:deep(td.cut) {
  max-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.filter {
  max-width: 260px;
  min-width: min(160px, 100%);
}
:deep(tbody tr) {
  cursor: pointer;
}
</style>
