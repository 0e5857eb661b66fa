<!-- Which plants of a family are selfs of their seed parent or of another father, as far as their looks tell. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import { percentWords } from '@virgulta/core/odds/oddsWords'
import { plantsNeeded } from '@virgulta/core/odds/plantsNeeded'
import type { FamilyPage, FamilySelfsPage } from '#shared/offspring'

const { family } = defineProps<{ family: FamilyPage }>()
const { data: found } = useLive<FamilySelfsPage>(() => `/api/offspring/${family.cross.id}/selfs`)
const selfs = computed(() => found.value?.selfs ?? null)
const byId = computed(() => new Map(family.plants.map(plant => [plant.id, plant])))
/** A plant is named from this chance of being a self on. */
const NAMED = 0.2
const likely = computed(() =>
  (selfs.value?.plants ?? [])
    .flatMap(({ id, self }) => {
      const plant = byId.value.get(id)
      return plant && self !== null && self >= NAMED ? [{ plant, self }] : []
    })
    .sort((a, b) => b.self - a.self || a.plant.code.localeCompare(b.plant.code)),
)
const strangers = computed(() =>
  (selfs.value?.plants ?? []).flatMap(({ id, self }) => {
    const plant = byId.value.get(id)
    return plant && self === null ? [plant] : []
  }),
)
/** By these looks a self and a hybrid are the same. */
const isBlind = computed(() => selfs.value && selfs.value.share.high - selfs.value.share.low > 0.75)
const wanted = ref(10)
const [SURE, MOST_SHOWN] = [0.9, 24]
/** Plants to raise for so many hybrids, were as many selfs as there may well be. */
const needed = computed(() => {
  const share = 1 - (selfs.value?.share.high ?? 0)
  return share > 0.01 ? plantsNeeded(share, wanted.value, SURE) : null
})
</script>

<template>
  <PaperSheet v-if="selfs" heading="Selfs and strangers">
    <p v-if="isBlind" class="quiet">
      By what was scored of {{ counted(selfs.plants.length, 'plant') }} selfs of
      {{ family.seedParent.name }} and hybrids cannot be told apart. A trait that
      {{ family.pollenParent?.name }} hands on and {{ family.seedParent.name }} does not have tells, best one
      that shows on the first leaves.
    </p>
    <div v-else class="stack">
      <p>
        Of {{ counted(selfs.plants.length, 'plant') }} that were scored
        <strong>{{ percentWords(selfs.share.estimate) }}</strong>{{ ' ' }}
        <span class="quiet">
          ({{ percentWords(selfs.share.low) }} to {{ percentWords(selfs.share.high) }})</span
        >
        are likely selfs of {{ family.seedParent.name }}.
      </p>
      <ul v-if="likely.length" class="tags" aria-label="Likely selfs">
        <li v-for="{ plant, self } in likely.slice(0, MOST_SHOWN)" :key="plant.id">
          <TagLabel :code="plant.code" :to="`/plants/${plant.id}`" />
          <span class="figures small">{{ percentWords(self) }}</span>
        </li>
      </ul>
      <p v-if="likely.length > MOST_SHOWN" class="quiet small">and {{ likely.length - MOST_SHOWN }} more</p>
      <template v-if="strangers.length">
        <p class="doubt">
          {{ counted(strangers.length, 'plant') }} can be neither: another father, or scored wrongly.
        </p>
        <ul class="tags" aria-label="Strangers">
          <li v-for="plant in strangers.slice(0, MOST_SHOWN)" :key="plant.id">
            <TagLabel :code="plant.code" :to="`/plants/${plant.id}`" />
          </li>
        </ul>
      </template>
      <div class="row">
        <CountStepper v-model="wanted" label="Hybrids wanted" :least="1" :most="5000" />
        <p v-if="needed !== null">
          <strong>{{ counted(needed, 'plant') }}</strong> of this cross hold them with
          {{ percentWords(SURE) }}.
        </p>
        <p v-else class="doubt">Nearly all of its plants may be selfs: no number would do.</p>
      </div>
    </div>
  </PaperSheet>
</template>

<style scoped>
.tags {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
}
.tags li {
  display: flex;
  align-items: center;
  gap: 6px;
}
p {
  margin: 0;
}
</style>
