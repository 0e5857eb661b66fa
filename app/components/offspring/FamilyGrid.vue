<!-- The plants of a family as rows, its parents above them, traits as columns; of thousands only those in sight are drawn. -->
<script setup lang="ts">
import type { Trait } from '@virgulta/core/offspring/trait'
import { latestScore, scoreInWords } from '@virgulta/core/offspring/score'
import type { Plant } from '@virgulta/core/plants/plant'
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
const box = ref<HTMLElement | null>(null)
/** It stands beside what is pressed, not below it. */
const isBeside = useMediaQuery('(min-width: 1001px)')
const grid = useVirtualizer(
  computed(() => ({
    count: plants.length,
    getScrollElement: () => box.value,
    estimateSize: () => ROW_PIXELS,
    getItemKey: (i: number) => plants[i]!.id,
    overscan: 12,
    scrollPaddingStart: HEAD_PIXELS + beside.length * ROW_PIXELS,
  })),
)
const drawn = computed(() => grid.value.getVirtualItems())
const above = computed(() => drawn.value[0]?.start ?? 0)
const below = computed(() => grid.value.getTotalSize() - (drawn.value.at(-1)?.end ?? 0))
const at = computed(() => plants.findIndex(plant => plant.id === current))
watch(
  [at, () => traitId],
  async ([i]) => {
    if (i >= 0) grid.value.scrollToIndex(i)
    await nextTick()
    // The box may reach below the screen itself; below the scorer it must not draw the page down.
    if (isBeside.value)
      box.value?.querySelector('.cursor')?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
  },
  { flush: 'post' },
)

const rows = computed(() => [
  ...beside.map((one, i) => ({ ...one, top: HEAD_PIXELS + i * ROW_PIXELS, index: i })),
  ...drawn.value.map(({ index }) => ({
    plant: plants[index]!,
    as: null,
    top: null,
    index: beside.length + index,
  })),
])

function value(plant: Plant, trait: Trait): string {
  const isCurrent = trait.id === traitId
  if (isCurrent && plant.id === current && typed) return `${typed}▏`
  if (isCurrent && isBlind) return '?'
  const found = latestScore(plant.scores, trait.id)
  if (found) return scoreInWords(trait, found.value)
  return plant.missing.some(m => m.trait === trait.id) ? '–' : '·'
}
</script>

<template>
  <div ref="box" class="scroll" tabindex="0" role="region" aria-label="Plants of the family">
    <table
      class="grid"
      role="grid"
      aria-multiselectable="true"
      :aria-rowcount="plants.length + beside.length + 1"
    >
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
      <tbody>
        <template v-for="({ plant, as, top, index }, i) in rows" :key="plant.id">
          <tr
            v-if="above && i === beside.length"
            aria-hidden="true"
            class="gap"
            :style="{ height: `${above}px` }"
          />
          <tr
            :aria-rowindex="index + 2"
            :aria-selected="marked.has(plant.id)"
            :aria-current="plant.id === current ? 'true' : undefined"
            :class="{ beside: as }"
            :style="as ? { '--top': `${top}px` } : undefined"
            @click.exact="emit('choose', plant.id, traitId)"
            @click.shift.exact="!as && emit('mark', plant.id, true)"
            @click.ctrl.exact="!as && emit('mark', plant.id, false)"
            @click.meta.exact="!as && emit('mark', plant.id, false)"
          >
            <td class="first">
              <span class="plant">
                <span v-if="as" class="as small">{{ as }}</span>
                <input
                  v-else
                  type="checkbox"
                  class="mark"
                  :checked="marked.has(plant.id)"
                  :aria-label="`Mark ${plant.code}`"
                  tabindex="-1"
                  @mousedown.prevent
                  @click.stop="event => emit('mark', plant.id, event.shiftKey)"
                />
                <span v-if="as" class="name">{{ plant.name }}</span>
                <TagLabel v-else :code="plant.code" />
              </span>
            </td>
            <td
              v-for="t in traits"
              :key="t.id"
              :class="{ now: t.id === traitId, cursor: t.id === traitId && plant.id === current }"
              @click.exact.stop="emit('choose', plant.id, t.id)"
            >
              {{ value(plant, t) }}
            </td>
            <td>
              <span v-if="plant.verdict && !as" class="verdict" :class="plant.verdict.verdict">{{
                plant.verdict.verdict
              }}</span>
            </td>
            <td class="quiet">{{ as ? '' : plant.verdict?.reason }}</td>
          </tr>
        </template>
        <tr v-if="below" aria-hidden="true" class="gap" :style="{ height: `${below}px` }" />
      </tbody>
    </table>
    <p v-if="!plants.length" class="quiet none">No plant fits; show all.</p>
  </div>
</template>

<style scoped>
.scroll {
  max-height: calc(100vh - 300px);
  min-height: 240px;
  overflow: auto;
}
.grid {
  width: 100%;
  border-collapse: separate;
  border-spacing: 0;
  font-size: 14px;
}
th {
  text-align: left;
  font-weight: 500;
  /* Columns stay as wide, whichever rows are in sight. */
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
td {
  height: 37px;
  border-bottom: 1px solid var(--rule);
  padding: 0 10px 0 6px;
  white-space: nowrap;
  background: var(--sheet);
}
.first {
  position: sticky;
  left: 0;
  z-index: 1;
}
th.first {
  z-index: 3;
}
.beside td {
  position: sticky;
  top: var(--top);
  z-index: 1;
  color: var(--quiet);
  background: var(--paper);
}
.beside td.first {
  z-index: 2;
}
.plant {
  display: flex;
  align-items: center;
  gap: 6px;
}
.as {
  flex: none;
}
.name {
  max-width: 150px;
  overflow: hidden;
  text-overflow: ellipsis;
  color: var(--ink);
}
.mark {
  width: 24px;
  height: 24px;
  margin: 0;
  accent-color: var(--sap);
  cursor: pointer;
}
tr[aria-selected='true'] td {
  background: var(--wash);
}
tr[aria-current] td {
  box-shadow:
    inset 0 -1px var(--sap),
    inset 0 1px var(--sap);
}
tr td.cursor {
  box-shadow: inset 0 0 0 2px var(--sap);
  /* The head of the grid, its first column and the line at the foot of the page lie over what is scrolled. */
  scroll-margin: 130px 0 calc(var(--line) + 8px) 150px;
}
tr[aria-selected] {
  cursor: pointer;
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
.verdict {
  font-weight: 650;
}
.verdict.keep {
  color: var(--sap);
}
.verdict.watch {
  color: var(--doubt);
}
.verdict.discard {
  color: var(--quiet);
}
.none {
  padding: 12px 0;
}
</style>
