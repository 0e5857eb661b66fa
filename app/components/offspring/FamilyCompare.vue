<!-- Plants side by side with their parents, trait by trait; what is wished comes first. -->
<script setup lang="ts">
import { wishInWords } from '@virgulta/core/aims/nearness'
import type { Wish } from '@virgulta/core/aims/kinds'
import { counted } from '@virgulta/core/formats/counted'
import { latestScore, scoreInWords } from '@virgulta/core/offspring/score'
import type { Trait } from '@virgulta/core/offspring/trait'
import type { Plant } from '@virgulta/core/plants/plant'
import { dayInWords } from '@virgulta/core/time/days'
import type { Beside } from './beside'

const { compared, traits, wishes } = defineProps<{
  compared: Beside[]
  traits: Trait[]
  wishes: { wish: Wish; trait: Trait }[]
}>()
const rows = computed(() => [
  ...wishes.map(w => ({ trait: w.trait, wish: wishInWords(w.trait, w.wish) })),
  ...traits
    .filter(
      t => !wishes.some(w => w.trait.id === t.id) && compared.some(c => latestScore(c.plant.scores, t.id)),
    )
    .map(trait => ({ trait, wish: '' })),
])
function seen(plant: Plant, trait: Trait): string {
  const found = latestScore(plant.scores, trait.id)
  if (!found) return '·'
  const looks = plant.scores.filter(s => s.trait === trait.id).length
  return `${scoreInWords(trait, found.value)}${looks > 1 ? ` (${counted(looks, 'look')})` : ''}`
}
const verdictWords = ({ verdict }: Plant) => (verdict ? `${verdict.verdict}: ${verdict.reason}` : '·')
/** The plants do not look alike in it; their parents are there to compare with. */
const differs = (trait: Trait) =>
  new Set(compared.flatMap(c => (c.as ? [] : [seen(c.plant, trait)]))).size > 1
</script>

<template>
  <div class="scroll" tabindex="0" role="region" aria-label="Side by side">
    <table>
      <thead>
        <tr>
          <th scope="col">Trait</th>
          <th v-for="{ plant, as } in compared" :key="plant.id" scope="col">
            <span v-if="as">{{ as }} {{ plant.name }}</span>
            <TagLabel v-else :code="plant.code" :to="`/plants/${plant.id}`" />
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ trait, wish } in rows" :key="trait.id" :class="{ differs: differs(trait) }">
          <th scope="row">
            {{ trait.name }}<span v-if="wish" class="quiet small"> {{ wish }}</span>
          </th>
          <td v-for="{ plant, as } in compared" :key="plant.id" :class="{ quiet: as }">
            {{ seen(plant, trait) }}
          </td>
        </tr>
        <tr>
          <th scope="row">Verdict</th>
          <td v-for="{ plant, as } in compared" :key="plant.id">
            {{ as ? '' : verdictWords(plant) }}
          </td>
        </tr>
        <tr v-if="compared.some(c => c.plant.photos.length)">
          <th scope="row">Photograph</th>
          <td v-for="{ plant } in compared" :key="plant.id">
            <template v-for="photo in plant.photos.slice(-1)" :key="photo.id">
              <img
                class="photo"
                :src="photoAddress(photo.id)"
                :alt="`${plant.name}, ${dayInWords(photo.on, true)}`"
                loading="lazy"
              />
              <span class="quiet small">{{ dayInWords(photo.on, true) }}</span>
            </template>
          </td>
        </tr>
        <tr v-if="compared.some(c => c.plant.remarks.length)">
          <th scope="row">Remarks</th>
          <td v-for="{ plant } in compared" :key="plant.id" class="remarks">
            {{ plant.remarks.map(one => one.words).join('; ') }}
          </td>
        </tr>
      </tbody>
    </table>
    <p class="quiet small">Bold: the plants differ.</p>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
  margin: 8px 0 16px;
  padding: 8px 12px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}
table {
  border-collapse: collapse;
  font-size: 14px;
}
th {
  text-align: left;
  font-weight: 500;
  white-space: nowrap;
}
th,
td {
  padding: 5px 18px 5px 0;
  border-bottom: 1px solid var(--rule);
  vertical-align: top;
}
.differs td:not(.quiet) {
  font-weight: 650;
}
.remarks {
  max-width: 220px;
}
.photo {
  display: block;
  width: 180px;
  aspect-ratio: 4 / 3;
  object-fit: cover;
  border-radius: var(--radius);
}
p {
  margin: 6px 0 0;
}
</style>
