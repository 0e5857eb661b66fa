<!-- The drawer as it stands: each store a row, each packet an envelope, with what comes up of it today as a bar. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import { group } from 'd3-array'
import type { LotRow } from '#shared/seed'

const { rows } = defineProps<{ rows: LotRow[] }>()
const garden = useGardenStore()
const NOWHERE = 'not put away yet'
const stores = computed(() =>
  [...group(rows, row => row.store ?? NOWHERE)]
    .map(([name, packets]) => ({ name, packets }))
    .sort((a, b) => Number(b.name === NOWHERE) - Number(a.name === NOWHERE) || a.name.localeCompare(b.name)),
)
const percent = (share: number) => Math.round(share * 100)
const isUrgent = ({ crop, lot }: LotRow) =>
  lot.left > 0 && garden.cropOf(crop)!.guide.seedHandling.kind === 'sowAtOnce'
const words = (row: LotRow) =>
  [
    `${row.lot.code}: ${row.seedParent.name} × ${row.pollenParent?.name ?? 'open'}`,
    row.lot.left ? counted(row.lot.left, 'seed') : 'empty',
    row.lot.left ? `${percent(row.today.median)} % come up` : '',
    isUrgent(row) ? 'sow at once' : '',
    row.lot.reserveSince ? 'a reserve' : '',
  ]
    .filter(Boolean)
    .join(', ')
</script>

<template>
  <div class="stack">
    <section v-for="store in stores" :key="store.name" :aria-label="`Kept in: ${store.name}`">
      <h2>
        {{ store.name }} <span class="quiet small">{{ counted(store.packets.length, 'packet') }}</span>
      </h2>
      <ul class="drawer">
        <li v-for="row in store.packets" :key="row.lot.id">
          <NuxtLink
            :to="`/seed/packets/${row.lot.id}`"
            class="packet"
            :class="{ empty: !row.lot.left, urgent: isUrgent(row), reserve: row.lot.reserveSince }"
            :aria-label="words(row)"
            :title="words(row)"
          >
            <span class="code">{{ row.lot.code }}</span>
            <span v-if="row.lot.left" class="gauge" aria-hidden="true"
              ><span :style="{ height: `${percent(row.today.median)}%` }"
            /></span>
            <span class="left figures">{{ row.lot.left || '–' }}</span>
            <span v-if="isUrgent(row)" class="say">sow now</span>
            <span v-else-if="row.lot.left" class="say figures">{{ percent(row.today.median) }} %</span>
          </NuxtLink>
        </li>
      </ul>
    </section>
    <p v-if="!rows.length" class="quiet">No packet fits this filter.</p>
    <p v-else class="quiet small">
      The bar at the left is as high as the share of its seed that is expected to come up today; the large
      figure is how many seeds an envelope holds. Dashed: a reserve. Thick: seed that must be sown at once.
    </p>
  </div>
</template>

<style scoped>
h2 {
  font-size: 16px;
  margin: 0 0 6px;
}
.drawer {
  list-style: none;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(78px, 1fr));
  gap: 8px;
  margin: 0;
  padding: 10px;
  border: 1px solid var(--rule);
  border-top: 4px solid var(--rule);
  border-radius: var(--radius);
  background: var(--wash);
}
.packet {
  position: relative;
  display: grid;
  grid-template-rows: 26px 1fr 22px;
  justify-items: center;
  height: 104px;
  border: 1px solid var(--quiet);
  background: var(--sheet);
  color: var(--ink);
  text-decoration: none;
  overflow: hidden;
}
.packet:hover {
  border-color: var(--sap);
}
.code {
  z-index: 1;
  width: 100%;
  padding-top: 4px;
  text-align: center;
  font-size: 12px;
  border-bottom: 1px solid var(--rule);
  background: var(--sheet);
}
.gauge {
  position: absolute;
  inset: 27px auto 0 0;
  width: 9px;
  border-right: 1px solid var(--rule);
}
.gauge span {
  position: absolute;
  inset: auto 0 0;
  background: var(--sap);
}
.left {
  z-index: 1;
  align-self: center;
  font-size: 19px;
  font-weight: 650;
}
.say {
  z-index: 1;
  font-size: 12px;
}
.empty {
  color: var(--quiet);
  border-style: dotted;
}
.reserve {
  border-style: dashed;
}
.urgent {
  border: 3px solid var(--doubt);
}
.urgent .say {
  font-weight: 650;
}
</style>
