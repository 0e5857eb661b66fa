<!-- The plants of a family as rows, traits as columns; of thousands only those in sight are drawn. -->
<script setup lang="ts">
import type { Trait } from '@virgulta/core/offspring/trait'
import { latestScore, scoreInWords } from '@virgulta/core/offspring/score'
import type { Plant } from '@virgulta/core/plants/plant'
import { useVirtualizer } from '@tanstack/vue-virtual'

const traitId = defineModel<string>('traitId', { required: true })
const { plants, traits, current } = defineProps<{
  plants: Plant[]
  traits: Trait[]
  /** the plant that is scored now */
  current: string | null
}>()
const emit = defineEmits<{ choose: [plantId: string] }>()

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
    scrollPaddingStart: HEAD_PIXELS,
  })),
)
const drawn = computed(() => grid.value.getVirtualItems())
const above = computed(() => drawn.value[0]?.start ?? 0)
const below = computed(() => grid.value.getTotalSize() - (drawn.value.at(-1)?.end ?? 0))
const at = computed(() => plants.findIndex(plant => plant.id === current))
watch(
  at,
  async i => {
    if (i < 0) return
    grid.value.scrollToIndex(i)
    await nextTick()
    // The box may reach below the screen itself; below the scorer it must not draw the page down.
    if (isBeside.value) box.value?.querySelector('[aria-selected=true]')?.scrollIntoView({ block: 'nearest' })
  },
  { flush: 'post' },
)

const value = (plant: Plant, trait: Trait) => {
  const found = latestScore(plant.scores, trait.id)
  return found ? scoreInWords(trait, found.value) : '·'
}
</script>

<template>
  <div ref="box" class="scroll" tabindex="0" role="region" aria-label="Plants of the family">
    <table class="grid" role="grid" :aria-rowcount="plants.length + 1">
      <thead>
        <tr aria-rowindex="1">
          <th scope="col">Plant</th>
          <th v-for="t in traits" :key="t.id" scope="col" :class="{ now: t.id === traitId }">
            <button type="button" class="head" @click="traitId = t.id">{{ t.name }}</button>
          </th>
          <th scope="col">Verdict</th>
          <th scope="col">Reason</th>
        </tr>
      </thead>
      <tbody>
        <tr v-if="above" aria-hidden="true" class="gap" :style="{ height: `${above}px` }" />
        <tr
          v-for="{ index, plant } in drawn.map(({ index }) => ({ index, plant: plants[index]! }))"
          :key="plant.id"
          :aria-rowindex="index + 2"
          :aria-selected="plant.id === current"
          @click="emit('choose', plant.id)"
        >
          <td><TagLabel :code="plant.code" /></td>
          <td v-for="t in traits" :key="t.id" :class="{ now: t.id === traitId }">{{ value(plant, t) }}</td>
          <td>
            <span v-if="plant.verdict" class="verdict" :class="plant.verdict.verdict">{{
              plant.verdict.verdict
            }}</span>
          </td>
          <td class="quiet">{{ plant.verdict?.reason }}</td>
        </tr>
        <tr v-if="below" aria-hidden="true" class="gap" :style="{ height: `${below}px` }" />
      </tbody>
    </table>
    <p v-if="!plants.length" class="quiet none">No plant fits; show all.</p>
  </div>
</template>

<style scoped>
.scroll {
  max-height: calc(100vh - 330px);
  min-height: 240px;
  overflow: auto;
}
.grid {
  width: 100%;
  border-collapse: collapse;
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
  padding: 0 10px 0 0;
  z-index: 1;
}
td {
  height: 37px;
  border-bottom: 1px solid var(--rule);
  padding: 0 10px 0 0;
  white-space: nowrap;
}
tr[aria-selected='true'] td {
  background: var(--wash);
  box-shadow:
    inset 0 -1px var(--sap),
    inset 0 1px var(--sap);
}
tr[aria-selected] {
  cursor: pointer;
  /* The head of the grid and the line at the foot of the page lie over what is scrolled. */
  scroll-margin: 48px 0 calc(var(--line) + 8px);
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
