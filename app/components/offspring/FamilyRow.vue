<!-- One plant in the grid of a family: drawn anew only where something of it changed. -->
<script setup lang="ts">
import { latestScore, scoreInWords } from '@virgulta/core/offspring/score'
import type { Trait } from '@virgulta/core/offspring/trait'
import type { Plant } from '@virgulta/core/plants/plant'
import type { Beside } from './beside'

const { plant, as, traitId, isCurrent, isBlind, typed } = defineProps<{
  plant: Plant
  as: Beside['as']
  /** how far below the top of the grid it stays, for one that is compared with */
  top: number
  traits: Trait[]
  /** the trait that is scored now */
  traitId: string
  isCurrent: boolean
  isMarked: boolean
  /** what was scored of that trait is out of sight */
  isBlind: boolean
  /** digits that were typed for the current cell and are not noted yet */
  typed: string
}>()
const emit = defineEmits<{ choose: [traitId: string]; mark: [isRange: boolean] }>()

function value(trait: Trait): string {
  if (trait.id === traitId) {
    if (isCurrent && typed) return `${typed}▏`
    if (isBlind) return '?'
  }
  const found = latestScore(plant.scores, trait.id)
  if (found) return scoreInWords(trait, found.value)
  return plant.missing.some(m => m.trait === trait.id) ? '–' : '·'
}
</script>

<template>
  <tr
    :aria-selected="isMarked"
    :aria-current="isCurrent ? 'true' : undefined"
    :class="{ beside: as }"
    :style="as ? { '--top': `${top}px` } : undefined"
    @click.exact="emit('choose', traitId)"
    @click.shift.exact="!as && emit('mark', true)"
    @click.ctrl.exact="!as && emit('mark', false)"
    @click.meta.exact="!as && emit('mark', false)"
  >
    <td class="first">
      <span class="plant">
        <template v-if="as">
          <span class="as small">{{ as }}</span><span class="name">{{ plant.name }}</span>
        </template>
        <template v-else>
          <input
            type="checkbox"
            class="mark"
            :checked="isMarked"
            :aria-label="`Mark ${plant.code}`"
            tabindex="-1"
            @mousedown.prevent
            @click.stop="event => emit('mark', event.shiftKey)"
          />
          <span v-if="plant.spot" class="figures quiet small spot"
            >{{ plant.spot.row }}.{{ plant.spot.at }}</span
          >
          <TagLabel :code="plant.code" />
          <span v-if="plant.apart" class="doubt small" :title="plant.apart.why">apart</span>
          <span v-if="plant.name !== plant.code" class="name small">{{ plant.name }}</span>
        </template>
      </span>
    </td>
    <td
      v-for="t in traits"
      :key="t.id"
      :class="{ now: t.id === traitId, cursor: t.id === traitId && isCurrent }"
      @click.exact.stop="emit('choose', t.id)"
    >
      {{ value(t) }}
    </td>
    <td>
      <span v-if="plant.verdict && !as" class="verdict" :class="plant.verdict.verdict">{{
        plant.verdict.verdict
      }}</span>
    </td>
    <td class="quiet">{{ as ? '' : plant.verdict?.reason }}</td>
  </tr>
</template>

<style scoped>
td {
  height: 37px;
  border-bottom: 1px solid var(--rule);
  padding: 0 10px 0 6px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  background: var(--sheet);
}
.first {
  position: sticky;
  left: 0;
  z-index: 1;
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
  overflow: hidden;
  text-overflow: ellipsis;
  color: var(--ink);
}
.mark {
  flex: none;
  width: 24px;
  height: 24px;
  margin: 0;
  accent-color: var(--sap);
  cursor: pointer;
}
tr {
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
  scroll-margin: 46px 0 calc(var(--line) + 8px) 180px;
}
.now {
  font-weight: 650;
  color: var(--ink);
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
</style>
