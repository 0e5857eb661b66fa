<!-- The shelf as it stands: a board for each store, on it the tubes, how full they are and how much of it is alive. -->
<script setup lang="ts">
import { stateInWords, aliveInWords, byDeath, donorsInWords, untilInWords } from './pollenWords'
import type { Store } from '@virgulta/core/stores/store'
import type { TubeRow } from '#shared/pollen'

const { rows, stores } = defineProps<{ rows: TubeRow[]; stores: Store[] }>()
/** Tubes that a board shows; the table has them all. */
const MOST = 24
const boards = computed(() =>
  [
    ...stores.map(({ id, name, celsius }) => ({
      id,
      name,
      note: `${celsius} °C`,
      rows: rows.filter(r => r.store?.id === id && !r.tube.ended).sort(byDeath),
    })),
    {
      id: '',
      name: 'Drying, or in the hand',
      note: 'about 20 °C',
      rows: rows.filter(r => !r.store && !r.tube.ended).sort(byDeath),
    },
  ].filter(board => board.rows.length),
)
/** Height of the filling in the drawing. */
const filling = ({ tube }: TubeRow) => (tube.doses ? 46 * Math.min(1, tube.left / tube.doses) : 0)
const inWords = (row: TubeRow) =>
  `${row.tube.code}, ${donorsInWords(row.donors)}: ${row.tube.tubed ? `${aliveInWords(row.alive)} alive, ${row.tube.left} of ${row.tube.doses} doses left, worth a flower until ${untilInWords(row)}` : stateInWords(row.tube)}${row.doubts.length ? `; ${row.doubts.join('; ')}` : ''}`
</script>

<template>
  <div class="boards">
    <section v-for="board in boards" :key="board.id" class="board" :aria-label="board.name">
      <div class="tubes">
        <NuxtLink
          v-for="row in board.rows.slice(0, MOST)"
          :key="row.tube.id"
          :to="`/pollen/${row.tube.id}`"
          class="tube"
          :class="{ dead: row.isDead }"
          :aria-label="inWords(row)"
        >
          <span class="share figures">{{
            row.tube.tubed ? `${Math.round(row.alive.median * 100)} %` : '…'
          }}</span>
          <svg width="34" height="76" viewBox="0 0 34 76" aria-hidden="true">
            <template v-if="row.tube.tubed">
              <rect
                v-if="filling(row) > 0"
                class="pollen"
                x="9"
                :y="68 - filling(row)"
                width="16"
                :height="filling(row)"
                :style="{ fillOpacity: 0.18 + 0.82 * row.alive.median }"
              />
              <path class="glass" d="M9 12v50a8 8 0 0 0 16 0V12" />
              <path class="cap" d="M6 4h22v8H6z" />
              <path v-for="i in Math.min(3, row.thaws)" :key="i" class="thaw" :d="`M${7 + i * 5} 74l3-4`" />
              <path v-if="row.doubts.length" class="mark" d="M10 20l14 12M10 30l14 12M10 40l14 12" />
            </template>
            <template v-else>
              <path class="glass" d="M3 62h28l-4 8H7z" />
              <circle v-for="x in [10, 15, 20, 25]" :key="x" class="grain" :cx="x" :cy="60 - (x % 3)" r="2" />
            </template>
          </svg>
          <span class="code">{{ row.tube.code }}</span>
          <span class="who">{{
            row.donors.length > 1 ? `bulk of ${row.donors.length}` : row.donors[0]?.name
          }}</span>
        </NuxtLink>
        <span v-if="board.rows.length > MOST" class="quiet small more"
          >and {{ board.rows.length - MOST }} more below</span
        >
      </div>
      <p class="label">
        <strong>{{ board.name }}</strong> <span class="quiet figures">{{ board.note }}</span>
      </p>
    </section>
  </div>
</template>

<style scoped>
.boards {
  display: flex;
  flex-wrap: wrap;
  gap: 18px 22px;
  align-items: end;
}
.tubes {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 2px;
  align-items: end;
  border-bottom: 5px solid var(--rule);
  padding: 0 6px;
}
.label {
  padding: 3px 6px 0;
}
.tube {
  display: grid;
  justify-items: center;
  width: 82px;
  padding: 6px 2px 0;
  text-decoration: none;
  color: var(--ink) !important;
  border-radius: var(--radius) var(--radius) 0 0;
}
.tube:hover {
  background: var(--wash);
}
.share {
  font-weight: 600;
  font-size: 13px;
}
.code {
  font-size: 12.5px;
  font-weight: 600;
}
.who {
  font-size: 12px;
  color: var(--quiet);
  max-width: 78px;
  text-align: center;
  line-height: 1.15;
  height: 2.3em;
  overflow: hidden;
  overflow-wrap: anywhere;
}
.glass {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
}
.cap {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.6;
}
.pollen,
.grain {
  fill: var(--pollen);
}
.thaw {
  stroke: var(--sap);
  stroke-width: 2;
  fill: none;
}
.mark {
  stroke: var(--doubt);
  stroke-width: 1.3;
  fill: none;
}
.dead .glass,
.dead .cap {
  stroke: var(--quiet);
  stroke-dasharray: 3 3;
}
.dead .share {
  color: var(--quiet);
  text-decoration: line-through;
}
.more {
  padding: 8px;
}
</style>
