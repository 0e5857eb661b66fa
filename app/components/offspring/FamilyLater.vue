<!-- What the first bloom foretells: how plants of the crop changed from their first season to a later one. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import { percentWords } from '@virgulta/core/odds/oddsWords'
import { foretoldBy } from '@virgulta/core/offspring/laterBloom'
import type { LaterBloom } from '@virgulta/core/offspring/laterBloom'
import { shortNumber } from '@virgulta/core/offspring/summaryWords'
import type { Trait } from '@virgulta/core/offspring/trait'
import { classNames } from '@virgulta/core/offspring/trait'
import { gardenYearOf } from '@virgulta/core/season/band'
import type { Plant } from '@virgulta/core/plants/plant'
import { extent, mean, range } from 'd3-array'

const { later, plants, trait } = defineProps<{ later: LaterBloom; plants: Plant[]; trait: Trait }>()
const garden = useGardenStore()
const names = computed(() => classNames(trait))
const unit = computed(() => (trait.scale === 'measure' ? ` ${trait.unit}` : ''))
/** Plants of the family that were seen in one season only, with what was seen. */
const once = computed(() =>
  plants.flatMap(({ scores }) => {
    const own = scores.filter(s => s.trait === trait.id)
    return own.length && new Set(own.map(s => gardenYearOf(s.on, garden.half))).size === 1
      ? [mean(own, s => s.value)!]
      : []
  }),
)
/** First looks that are worth telling of: each class, or the least, the middle and the most of the family. */
const told = computed(() => {
  if (later.of === 'classes')
    return range(names.value!.length).filter(c => later.seen[c]! > 0 || once.value.includes(c))
  const [least, most] = extent(once.value.length ? once.value : [later.middle]) as [number, number]
  return names.value
    ? range(names.value.length).filter(c => c >= Math.floor(least) && c <= Math.ceil(most))
    : [...new Set([least, (least + most) / 2, most])]
})
const words = (value: number) => {
  const steps = names.value
  if (!steps) return `${shortNumber(value)}${unit.value}`
  return steps[Math.max(0, Math.min(steps.length - 1, Math.round(value)))]!
}
function rangeWords({ mean: middle, low, high }: { mean: number; low: number; high: number }) {
  const [least, most] = [words(low), words(high)]
  return least === most ? words(middle) : `${words(middle)} (${least} to ${most})`
}
const rows = computed(() =>
  told.value.map(first => {
    const foretold = foretoldBy(later, first)
    return {
      first: words(first),
      later:
        'classes' in foretold
          ? foretold.classes
              .map((share, c) => ({ share, c }))
              .filter(one => one.share >= 0.05)
              .sort((a, b) => b.share - a.share)
              .map(one => `${names.value![one.c]} ${percentWords(one.share)}`)
              .join(', ')
          : rangeWords(foretold),
    }
  }),
)
</script>

<template>
  <PaperSheet heading="What the first bloom foretells">
    <p>
      {{ counted(later.plants, 'plant') }} of the crop {{ later.plants === 1 ? 'was' : 'were' }} scored for
      {{ trait.name }} in a first season and in a later one. Four in five of those to come should lie within
      the range.
    </p>
    <table>
      <thead>
        <tr>
          <th scope="col">Seen first</th>
          <th scope="col">To be expected later</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.first">
          <td>{{ row.first }}</td>
          <td>{{ row.later }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="once.length" class="quiet small">
      {{ counted(once.length, 'plant') }} of this family {{ once.length === 1 ? 'was' : 'were' }} seen in one
      season only: first cuts on clear faults, the rest looked at again.
    </p>
  </PaperSheet>
</template>

<style scoped>
table {
  border-collapse: collapse;
  margin: 8px 0;
}
th,
td {
  text-align: left;
  font-weight: 500;
  padding: 6px 24px 6px 0;
  border-bottom: 1px solid var(--rule);
}
th {
  color: var(--quiet);
}
p {
  margin: 0 0 8px;
}
</style>
