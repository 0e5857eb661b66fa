<!-- Other families of the crop beside this one: each by itself, all together, and whether they differ. -->
<script setup lang="ts">
import { percentWords } from '@virgulta/core/odds/oddsWords'
import { pooledTest } from '@virgulta/core/offspring/pooled'
import { pooledSentences } from '@virgulta/core/offspring/ratioWords'
import { sum } from 'd3-array'
import type { FamilyCounts, FamilyPage } from '#shared/offspring'

const { family, found, classes, ratio } = defineProps<{
  family: FamilyPage
  /** the families of the crop that were scored in the trait */
  found: FamilyCounts[]
  /** the classes that the ratio is about, by their numbers */
  classes: number[]
  ratio: number[]
}>()
/** Families with plants in these classes and in no other. */
const able = computed(() =>
  found
    .map(one => ({ ...one, observed: classes.map(c => one.counts[c]!) }))
    .filter(({ counts, observed }) => sum(observed) > 0 && sum(observed) === sum(counts)),
)
const parentsOf = ({ seedParentId, pollenParentId }: FamilyCounts['cross']) =>
  [seedParentId, pollenParentId].sort().join()
const isAlike = (one: FamilyCounts) => parentsOf(one.cross) === parentsOf(family.cross)
/** Those of the same two parents, whichever way they were crossed, are pooled at first. */
const without = useAddressList('apart')
const added = useAddressList('pool')
const isPooled = (one: FamilyCounts) =>
  one.cross.id === family.cross.id ||
  added.value.includes(one.cross.id) ||
  (isAlike(one) && !without.value.includes(one.cross.id))
function toggle(one: FamilyCounts) {
  const list = isAlike(one) ? without : added
  const { id } = one.cross
  list.value = list.value.includes(id) ? list.value.filter(other => other !== id) : [...list.value, id]
}
const pooled = computed(() => able.value.filter(isPooled))
const test = computed(() =>
  pooled.value.length > 1
    ? pooledTest(
        pooled.value.map(one => one.observed),
        ratio,
      )
    : null,
)
const sentences = computed(() =>
  test.value
    ? pooledSentences(
        pooled.value.map(one => sum(one.observed)),
        ratio,
        test.value,
      )
    : [],
)
const alone = (one: FamilyCounts) =>
  test.value?.families[pooled.value.findIndex(p => p.cross.id === one.cross.id)]
</script>

<template>
  <details v-if="able.length > 1" :open="test !== null">
    <summary>Beside the {{ able.length - 1 }} other families in these classes</summary>
    <div class="stack">
      <p v-for="sentence in sentences" :key="sentence">{{ sentence }}</p>
      <p v-if="!test" class="quiet">Choose the families that should split the same way.</p>
      <ul class="families" aria-label="Families to pool">
        <li v-for="one in able" :key="one.cross.id">
          <v-checkbox
            :model-value="isPooled(one)"
            :disabled="one.cross.id === family.cross.id"
            :label="`${one.cross.code}: ${one.cross.aim}`"
            density="compact"
            hide-details
            @update:model-value="toggle(one)"
          />
          <span class="figures">{{ one.observed.join(' : ') }}</span>
          <span v-if="alone(one)" class="quiet small">{{ percentWords(alone(one)!.p) }} as far</span>
        </li>
      </ul>
    </div>
  </details>
</template>

<style scoped>
summary {
  min-height: 32px;
  cursor: pointer;
}
.families {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) max-content max-content;
  gap: 14px;
  align-items: center;
}
p {
  margin: 0;
}
</style>
