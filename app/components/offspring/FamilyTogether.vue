<!-- Two traits of a family at once: whether they go together, and how often two genes were parted. -->
<script setup lang="ts">
import { togetherSentences } from '@virgulta/core/offspring/ratioWords'
import { latestScore } from '@virgulta/core/offspring/score'
import { togetherIn } from '@virgulta/core/offspring/together'
import type { Trait } from '@virgulta/core/offspring/trait'
import { classNames } from '@virgulta/core/offspring/trait'
import type { Plant } from '@virgulta/core/plants/plant'
import { range } from 'd3-array'

const { plants, trait, others } = defineProps<{ plants: Plant[]; trait: Trait; others: Trait[] }>()
const secondId = useAddress('with', () => others[0]!.id)
const second = computed(() => others.find(t => t.id === secondId.value) ?? others[0]!)
const values = computed(() =>
  plants.flatMap(({ scores }): [number, number][] => {
    const [a, b] = [trait, second.value].map(t => latestScore(scores, t.id)?.value)
    return a === undefined || b === undefined ? [] : [[a, b]]
  }),
)
/** Classes that were seen at all, of either trait. */
const seen = computed(() =>
  [trait, second.value].map((t, which) => {
    const names = classNames(t)!
    return range(names.length)
      .filter(c => values.value.some(pair => pair[which as 0 | 1] === c))
      .map(c => ({ c, name: names[c]! }))
  }),
)
const table = computed(() =>
  seen.value[0]!.map(row =>
    seen.value[1]!.map(column => values.value.filter(([a, b]) => a === row.c && b === column.c).length),
  ),
)
const isTold = computed(() => seen.value.every(classes => classes.length > 1))
const sentences = computed(() =>
  isTold.value
    ? togetherSentences(
        togetherIn(table.value),
        [trait.name, second.value.name],
        [seen.value[0]!.map(one => one.name), seen.value[1]!.map(one => one.name)],
      )
    : [],
)
</script>

<template>
  <PaperSheet heading="Together with another trait">
    <div class="sides">
      <div class="stack">
        <v-select
          :model-value="second.id"
          label="And"
          :items="others.map(t => ({ value: t.id, title: t.name }))"
          class="narrow"
          @update:model-value="id => (secondId = id)"
        />
        <table v-if="isTold" class="counts">
          <thead>
            <tr>
              <td class="quiet small">{{ trait.name }} by {{ second.name }}</td>
              <th v-for="column in seen[1]" :key="column.c" scope="col">{{ column.name }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(row, i) in seen[0]" :key="row.c">
              <th scope="row">{{ row.name }}</th>
              <td v-for="(n, j) in table[i]" :key="j" class="figures">{{ n }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <div class="stack">
        <p v-for="sentence in sentences" :key="sentence">{{ sentence }}</p>
        <p v-if="!isTold" class="quiet">
          {{ values.length }} of {{ plants.length }} plants are scored for both, and in one of the two traits
          they are all alike: nothing to tell.
        </p>
      </div>
    </div>
  </PaperSheet>
</template>

<style scoped>
.narrow {
  max-width: 260px;
}
.counts {
  border-collapse: collapse;
}
th,
td {
  padding: 6px 14px 6px 0;
  text-align: left;
  font-weight: 500;
  border-bottom: 1px solid var(--rule);
}
td.figures {
  text-align: right;
}
p {
  margin: 0;
}
</style>
