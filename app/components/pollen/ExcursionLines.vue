<!-- What happened to a store, and what it cost the tubes in it. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import { dayOf, dayInWords } from '@virgulta/core/time/days'
import type { ExcursionView } from '#shared/pollen'

const { excursions, withStore = false } = defineProps<{ excursions: ExcursionView[]; withStore?: boolean }>()
const garden = useGardenStore()
const hours = ({ from, to }: ExcursionView) =>
  Math.max(1, Math.round((Date.parse(to) - Date.parse(from)) / 3_600_000))
const when = (e: ExcursionView) => dayInWords(dayOf(e.from, garden.garden!.zone))
const points = (share: number) => Math.round(share * 100)
/** The tubes that lost most, first. */
const costs = (e: ExcursionView) =>
  [...e.costs].sort((a, b) => b.without.median - b.alive.median - (a.without.median - a.alive.median))
</script>

<template>
  <ul class="list">
    <li v-for="e in excursions" :key="`${e.store.id} ${e.from}`">
      <p>
        <strong
          >{{ when(e) }}<template v-if="withStore">, {{ e.store.name }}</template
          >:</strong
        >
        {{ e.side === 'warm' ? 'up' : 'down' }} to {{ e.peak }} °C for {{ counted(hours(e), 'hour') }},
        {{ e.cause === 'door' ? 'as when a door stays open' : 'as when the power is gone'
        }}<template v-if="e.isThaw">; <span class="doubt">what was frozen thawed</span></template
        >.
      </p>
      <p v-if="e.costs.length" class="costs">
        <span v-for="c in costs(e)" :key="c.tubeId" class="cost"
          ><TagLabel :code="c.code" :to="`/pollen/${c.tubeId}`" />
          <span class="figures">{{ points(c.without.median) }} → {{ points(c.alive.median) }} %</span></span
        >
      </p>
      <p v-else class="quiet small">No tube stood in it.</p>
    </li>
  </ul>
</template>

<style scoped>
.list {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 12px;
}
.costs {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
}
.cost {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  white-space: nowrap;
}
</style>
