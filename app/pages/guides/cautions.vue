<!-- All cautions, where each is shown, and which the garden has hidden. -->
<script setup lang="ts">
import { CAUTIONS, CAUTION_IDS } from '@virgulta/core/crops/cautions'
import type { RoundStep } from '@virgulta/core/round/work'
import { WORK } from '@virgulta/core/round/work'

const garden = useGardenStore()
const { guides, customs, keepTo } = useGuides()
const list = computed(() =>
  CAUTION_IDS.map(id => ({
    id,
    name: CAUTIONS[id].name,
    words: CAUTIONS[id].words,
    at: CAUTIONS[id].at.map(step => WORK[step as RoundStep].words).join(', '),
    crops:
      'isGeneral' in CAUTIONS[id]
        ? 'every crop'
        : (guides.value ?? [])
            .filter(g => g.cautions.includes(id))
            .map(g => g.name)
            .join(', ') || 'crops whose guide names it',
    isHidden: customs.value.hidden.includes(id),
  })),
)
</script>

<template>
  <div class="stack">
    <p>
      Short reminders, shown at the step. <strong>Follow the product label and your local rules</strong>; they
      come before anything said here. Before plants, seed or pollen are moved, swapped or sold, ask the
      competent authority.
    </p>
    <table class="list">
      <thead>
        <tr>
          <th scope="col">Caution</th>
          <th scope="col">Shown at</th>
          <th scope="col">For</th>
          <th scope="col">At the step</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="c in list" :key="c.id">
          <td>
            <strong>{{ c.name }}</strong><br />{{ c.words }}
          </td>
          <td class="quiet">{{ c.at }}</td>
          <td class="quiet">{{ c.crops }}</td>
          <td>
            <v-switch
              :model-value="!c.isHidden"
              :label="c.isHidden ? 'hidden' : 'shown'"
              :aria-label="`${c.name}: shown at the step`"
              color="primary"
              density="compact"
              hide-details
              :disabled="!garden.mayNote"
              @update:model-value="keepTo({ about: 'caution', caution: c.id, isHidden: !$event })"
            />
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.list {
  border-collapse: collapse;
  width: 100%;
}
.list th {
  text-align: left;
  font-size: 13px;
  color: var(--quiet);
  font-weight: 500;
}
/* The word beside the switch stays whole. */
.list :deep(.v-label) {
  white-space: nowrap;
  min-width: 56px;
}
.list td,
.list th {
  padding: 8px 12px 8px 0;
  border-bottom: 1px solid var(--rule);
  vertical-align: top;
}
.list td:last-child {
  min-width: 112px;
}
@media (max-width: 700px) {
  .list,
  .list tbody,
  .list tr,
  .list td {
    display: block;
  }
  .list thead {
    display: none;
  }
  .list td {
    border: 0;
    padding: 2px 0;
  }
  .list tr {
    border-bottom: 1px solid var(--rule);
    padding: 10px 0;
  }
}
</style>
