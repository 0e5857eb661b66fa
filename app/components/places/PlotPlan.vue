<!-- The rows of a place, drawn: who stands where; repeats of a trial are told apart by a line and their number. -->
<script setup lang="ts">
import type { Spot } from '@virgulta/core/trials/layout'
import { max } from 'd3-array'

/** What stands on a spot. */
interface Plot {
  key: string
  spot: Spot
  name: string
  code: string
  /** stands between the others to compare with */
  isCheck?: boolean
}
const { plots, chosen = null } = defineProps<{ plots: Plot[]; chosen?: string | null; isFixed?: boolean }>()
const emit = defineEmits<{ choose: [key: string] }>()
const across = computed(() => max(plots, plot => plot.spot.at) ?? 0)
const rows = computed(() => {
  const byRow = new Map<number, Plot[]>()
  for (const plot of plots) byRow.set(plot.spot.row, [...(byRow.get(plot.spot.row) ?? []), plot])
  return [...byRow].sort(([a], [b]) => a - b)
})
/** All that stand on one spot: more than one where places were merged. */
const at = (own: Plot[], spot: number) => own.filter(plot => plot.spot.at === spot)
const blockOf = (own: Plot[]) => own[0]!.spot.block
const beginsBlock = (i: number) =>
  blockOf(rows.value[i]![1]) !== null &&
  (i === 0 || blockOf(rows.value[i - 1]![1]) !== blockOf(rows.value[i]![1]))
</script>

<template>
  <div class="scroll" tabindex="0" role="region" aria-label="Plan of the rows">
    <table class="plan">
      <thead>
        <tr>
          <th scope="col">Row</th>
          <th v-for="spot in across" :key="spot" scope="col">{{ spot }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="([row, own], i) in rows" :key="row" :class="{ begins: beginsBlock(i) }">
          <th scope="row">
            {{ row }}<span v-if="beginsBlock(i)" class="small"> repeat {{ blockOf(own) }}</span>
          </th>
          <td v-for="spot in across" :key="spot">
            <component
              :is="isFixed ? 'span' : 'button'"
              v-for="plot in at(own, spot)"
              :key="plot.key"
              class="plot"
              :class="{ check: plot.isCheck, chosen: chosen === plot.key }"
              :type="isFixed ? undefined : 'button'"
              :aria-pressed="isFixed ? undefined : chosen === plot.key"
              @click="isFixed || emit('choose', plot.key)"
            >
              <span class="name">{{ plot.name }}</span>
              <span class="code small">{{ plot.code }}</span>
            </component>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
.plan {
  border-collapse: separate;
  border-spacing: 4px;
}
th {
  font-weight: 500;
  color: var(--quiet);
  text-align: left;
  white-space: nowrap;
  padding-right: 8px;
}
thead th {
  text-align: center;
}
.begins > * {
  border-top: 2px solid var(--ink);
  padding-top: 6px;
}
.plot {
  display: grid;
  width: 104px;
  min-height: 46px;
  padding: 4px 6px;
  text-align: left;
  font: inherit;
  font-size: 13px;
  line-height: 1.3;
  color: var(--ink);
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}
button.plot {
  cursor: pointer;
}
.plot.check {
  background: var(--wash);
  border-style: dashed;
  border-color: var(--quiet);
}
.plot.chosen {
  outline: 3px solid var(--sap);
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.code {
  color: var(--quiet);
}
</style>
