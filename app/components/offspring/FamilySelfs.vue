<!-- Which plants of a family are selfs of their seed parent or of another father, as far as their looks tell. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import { percentWords } from '@virgulta/core/odds/oddsWords'
import { plantsNeeded } from '@virgulta/core/odds/plantsNeeded'
import type { Plant } from '@virgulta/core/plants/plant'
import type { FamilyPage, FamilySelfsPage } from '#shared/offspring'

const garden = useGardenStore()
const { family } = defineProps<{ family: FamilyPage }>()
const { data: found } = useLive<FamilySelfsPage>(() => `/api/offspring/${family.cross.id}/selfs`)
const selfs = computed(() => found.value?.selfs ?? null)
const byId = computed(() => new Map(family.plants.map(plant => [plant.id, plant])))
/** A plant is named from this chance of being a self on. */
const NAMED = 0.2
const told = computed(() =>
  (selfs.value?.plants ?? []).flatMap(found => {
    const plant = byId.value.get(found.id)
    return plant && !plant.apart && !plant.lost ? [{ ...found, plant }] : []
  }),
)
const likely = computed(() =>
  told.value
    .flatMap(({ plant, self }) => (self !== null && self >= NAMED ? [{ plant, chance: self }] : []))
    .sort((a, b) => b.chance - a.chance || a.plant.code.localeCompare(b.plant.code)),
)
const strangers = computed(() =>
  told.value
    .flatMap(({ plant, stranger }) => (stranger >= NAMED ? [{ plant, chance: stranger }] : []))
    .sort((a, b) => b.chance - a.chance || a.plant.code.localeCompare(b.plant.code)),
)
const apart = computed(() => family.plants.filter(plant => plant.apart && !plant.lost))
const log = useLogStore()
const setApart = (plants: Plant[], pollenParentId: string | null, why: string) =>
  log.note(plants.map(({ id }) => ({ kind: 'setApart', subjectId: id, payload: { pollenParentId, why } })))
const rejoin = () => log.note(apart.value.map(({ id }) => ({ kind: 'rejoined', subjectId: id, payload: {} })))
/** Those of a doubtful flower that are not set apart yet. */
const ofFlower = (ids: string[]) =>
  ids.flatMap(id => {
    const plant = byId.value.get(id)
    return plant && !plant.apart ? [plant] : []
  })
const settle = (id: string) =>
  log.note([{ kind: 'doubtSettled', subjectId: id, payload: { why: 'its plants are taken for hybrids' } }])
/** What was found of a doubtful flower's plants. */
function lookOf(plants: Plant[]): string {
  const own = new Set(plants.map(plant => plant.id))
  const seen = told.value.filter(({ plant }) => own.has(plant.id))
  if (!seen.length) return 'none of them was scored yet'
  const sumOf = (chance: (one: (typeof seen)[number]) => number) =>
    seen.reduce((sum, one) => sum + chance(one), 0)
  return `of the ${seen.length} that were scored likely ${sumOf(one => one.self ?? 0).toFixed(1)} selfs and ${sumOf(one => one.stranger).toFixed(1)} strangers`
}
/** By these looks a self and a hybrid are the same. */
const isBlind = computed(() => selfs.value && selfs.value.share.high - selfs.value.share.low > 0.75)
const wanted = ref(10)
const SURE = 0.9
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
      <TagChances :told="likely" label="Likely selfs" />
      <div v-if="likely.length && garden.mayNote">
        <v-btn
          class="quietly"
          @click="
            setApart(
              likely.map(one => one.plant),
              family.seedParent.id,
              'taken for a self by its looks',
            )
          "
          >Set {{ likely.length === 1 ? 'it' : `these ${likely.length}` }} apart as selfs</v-btn
        >
      </div>
      <div class="row">
        <CountStepper v-model="wanted" label="Hybrids wanted" :least="1" :most="5000" />
        <p v-if="needed !== null">
          <strong>{{ counted(needed, 'plant') }}</strong> of this cross hold them with
          {{ percentWords(SURE) }}.
        </p>
        <p v-else class="doubt">Nearly all of its plants may be selfs: no number would do.</p>
      </div>
    </div>
    <div v-if="strangers.length" class="stack strangers">
      <p class="doubt">
        {{ counted(strangers.length, 'plant') }} likely had another father, or
        {{ strangers.length === 1 ? 'was' : 'were' }} scored wrongly. One plant in a hundred is reckoned to
        have had one.
      </p>
      <TagChances :told="strangers" label="Strangers" />
      <div v-if="garden.mayNote">
        <v-btn
          class="quietly"
          @click="
            setApart(
              strangers.map(one => one.plant),
              null,
              'taken for the child of another father by its looks',
            )
          "
          >Set {{ strangers.length === 1 ? 'it' : `these ${strangers.length}` }} apart as strangers</v-btn
        >
      </div>
    </div>
  </PaperSheet>
  <PaperSheet v-if="family.doubtful.length || apart.length" heading="Doubtful flowers, and what is set apart">
    <ul class="flowers">
      <li v-for="one in family.doubtful" :key="one.flower.id">
        <TagLabel :code="one.flower.code" :to="`/crosses/${family.cross.id}`" />
        <span class="what">
          <span class="doubt">{{ one.words.join('; ') }}.</span>{{ ' ' }}
          <span v-if="one.plants.length" class="small"
            >{{ counted(one.plants.length, 'plant') }} may be of it<template v-if="one.others">
              or of {{ counted(one.others, 'other flower') }} in
              {{ one.others === 1 ? 'its' : 'their' }} packet</template
            >: {{ lookOf(ofFlower(one.plants)) }}.</span
          ><span v-else class="quiet small">None of its plants has a tag.</span>
        </span>
        <span v-if="garden.mayNote" class="row">
          <v-btn class="quietly" @click="settle(one.flower.id)">It is settled</v-btn>
          <v-btn
            v-if="ofFlower(one.plants).length"
            class="quietly"
            @click="
              setApart(ofFlower(one.plants), null, `may be of ${one.flower.code}, whose seed is doubtful`)
            "
            >Set its plants apart</v-btn
          >
        </span>
      </li>
    </ul>
    <p v-if="apart.length" class="row">
      <span
        >{{ counted(apart.length, 'plant') }} {{ apart.length === 1 ? 'is' : 'are' }} set apart: counted
        neither with the family's ratios nor with what its parents hand on.</span
      >
      <v-btn v-if="garden.mayNote" class="quietly" @click="rejoin">Back into the family</v-btn>
    </p>
  </PaperSheet>
</template>

<style scoped>
.strangers {
  margin-top: 10px;
}
.flowers {
  list-style: none;
  margin: 0 0 8px;
  padding: 0;
}
.flowers li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 12px;
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
}
.what {
  flex: 1 1 300px;
}
p {
  margin: 0;
}
</style>
