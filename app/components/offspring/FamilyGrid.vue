<!-- The plants of a family as rows, its parents above them, traits as columns; of thousands only those in sight are drawn. -->
<script setup lang="ts">
import type { Trait } from '@virgulta/core/offspring/trait'
import { classNames } from '@virgulta/core/offspring/trait'
import type { Plant } from '@virgulta/core/plants/plant'
import { max, sum } from 'd3-array'
import { useVirtualizer } from '@tanstack/vue-virtual'
import type { Beside } from './beside'

const { plants, traits, beside, current, traitId, marked, typed, isBlind } = defineProps<{
  plants: Plant[]
  /** parents and check plants, which stay in view to compare with */
  beside: Beside[]
  traits: Trait[]
  /** the plant and the trait that are scored now */
  current: string | null
  traitId: string
  marked: ReadonlySet<string>
  /** digits that were typed for the current cell and are not noted yet */
  typed: string
  /** what was scored of the trait is out of sight */
  isBlind: boolean
}>()
const emit = defineEmits<{
  choose: [plantId: string, traitId: string]
  sort: [traitId: string]
  mark: [plantId: string, isRange: boolean]
}>()

/** A row is one line, so that none needs to be measured. */
const ROW_PIXELS = 37
const HEAD_PIXELS = 34
/** Where a bar to scroll sideways may lie. */
const FOOT_PIXELS = 16
const REST_MS = 150
const box = ref<HTMLElement | null>(null)
/** It stands beside what is pressed, not below it. */
const isBeside = useMediaQuery('(min-width: 1001px)')
const grid = useVirtualizer(
  computed(() => ({
    count: plants.length,
    getScrollElement: () => box.value,
    estimateSize: () => ROW_PIXELS,
    getItemKey: (i: number) => plants[i]!.id,
    overscan: 6,
    scrollPaddingStart: HEAD_PIXELS + beside.length * ROW_PIXELS,
  })),
)
const drawn = computed(() => grid.value.getVirtualItems())
const above = computed(() => drawn.value[0]?.start ?? 0)
const below = computed(() => grid.value.getTotalSize() - (drawn.value.at(-1)?.end ?? 0))
const at = computed(() => plants.findIndex(plant => plant.id === current))
/** As high as its rows, as far as the screen has room: a height of its own, so that a key lays out nothing around it. */
const height = computed(
  () => HEAD_PIXELS + (beside.length + Math.max(3, plants.length)) * ROW_PIXELS + FOOT_PIXELS,
)
const pinned = computed(() => HEAD_PIXELS + beside.length * ROW_PIXELS)
/** Brings the row into sight within the box; where it is in sight already nothing is measured. */
function bringIn(i: number) {
  const { scrollOffset, scrollRect } = grid.value
  const [top, from] = [i * ROW_PIXELS, scrollOffset ?? 0]
  const room = (scrollRect?.height ?? 0) - pinned.value - FOOT_PIXELS
  if (top < from || top + ROW_PIXELS > from + room) grid.value.scrollToIndex(i)
}
/** What the keys left outside the screen is brought in once they rest: below the scorer it must not draw the page down. */
const bringCell = useDebounceFn(() => {
  if (isBeside.value)
    box.value?.querySelector('.cursor')?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
}, REST_MS)
watch(
  [at, () => traitId],
  ([i]) => {
    if (i >= 0) bringIn(i)
    void bringCell()
  },
  { flush: 'post' },
)

const besideRows = computed(() =>
  beside.map((one, i) => ({ ...one, top: HEAD_PIXELS + i * ROW_PIXELS, index: i })),
)
const rows = computed(() =>
  drawn.value.map(({ index }) => ({ plant: plants[index]!, as: null, top: 0, index: beside.length + index })),
)
/** Columns have a width of their own: the browser need not measure every cell at every key. */
const widths = computed(() =>
  traits.map(t => {
    const longest = max([t.name, ...(classNames(t) ?? [])], words => words.length)!
    return Math.min(180, Math.max(64, 28 + 7.4 * longest))
  }),
)
const [VERDICT_PIXELS, REASON_PIXELS] = [84, 200]
/** With room for names and spots where there are some. */
const first = computed(() => {
  const isNamed = plants.some(p => p.name !== p.code)
  return 172 + (isNamed ? 120 : 0) + (plants.some(p => p.spot) ? 44 : 0)
})
const wide = computed(() => first.value + VERDICT_PIXELS + REASON_PIXELS + sum(widths.value))
</script>

<template>
  <div
    ref="box"
    class="scroll"
    tabindex="0"
    role="region"
    aria-label="Plants of the family"
    :style="{ height: `${height}px` }"
  >
    <table
      class="grid"
      role="grid"
      aria-multiselectable="true"
      :aria-rowcount="plants.length + beside.length + 1"
      :style="{ minWidth: `${wide}px` }"
    >
      <colgroup>
        <col :style="{ width: `${first}px` }" />
        <col v-for="(width, i) in widths" :key="i" :style="{ width: `${width}px` }" />
        <col :style="{ width: `${VERDICT_PIXELS}px` }" />
        <col />
      </colgroup>
      <thead>
        <tr aria-rowindex="1">
          <th scope="col" class="first">Plant</th>
          <th v-for="t in traits" :key="t.id" scope="col" :class="{ now: t.id === traitId }">
            <button type="button" class="head" :aria-pressed="t.id === traitId" @click="emit('sort', t.id)">
              {{ t.name }}
            </button>
          </th>
          <th scope="col">Verdict</th>
          <th scope="col">Reason</th>
        </tr>
      </thead>
      <tbody v-for="(part, p) in [besideRows, rows]" :key="p">
        <tr v-if="p && above" aria-hidden="true" :style="{ height: `${above}px` }" />
        <FamilyRow
          v-for="{ plant, as, top, index } in part"
          :key="plant.id"
          :aria-rowindex="index + 2"
          :plant="plant"
          :as="as"
          :top="top"
          :traits="traits"
          :trait-id="traitId"
          :is-current="plant.id === current"
          :is-marked="marked.has(plant.id)"
          :is-blind="isBlind"
          :typed="plant.id === current ? typed : ''"
          @choose="(trait: string) => emit('choose', plant.id, trait)"
          @mark="(isRange: boolean) => emit('mark', plant.id, isRange)"
        />
        <tr v-if="p && below" aria-hidden="true" :style="{ height: `${below}px` }" />
      </tbody>
    </table>
    <p v-if="!plants.length" class="quiet none">No plant fits; show all.</p>
  </div>
</template>

<style scoped>
.scroll {
  max-height: max(240px, calc(100vh - 340px));
  overflow: auto;
  contain: strict;
}
.grid {
  width: 100%;
  table-layout: fixed;
  border-collapse: separate;
  border-spacing: 0;
  font-size: 14px;
}
th {
  text-align: left;
  font-weight: 500;
  white-space: nowrap;
  color: var(--quiet);
  position: sticky;
  top: 0;
  background: var(--sheet);
  border-bottom: 1px solid var(--ink);
  height: 34px;
  padding: 0 10px 0 6px;
  z-index: 2;
}
th.first {
  left: 0;
  z-index: 3;
}
.now {
  font-weight: 650;
  color: var(--ink);
}
.head {
  border: 0;
  background: none;
  font: inherit;
  color: inherit;
  cursor: pointer;
  padding: 0;
  min-height: 24px;
  text-align: left;
}
.none {
  padding: 12px 0;
}
</style>
