<!-- One place: who stands where in its rows, and its plants scored in that order. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import type { Draft } from '@virgulta/core/log/entry'
import { bySpot, inRows } from '@virgulta/core/trials/layout'
import { max } from 'd3-array'
import type { PlacePage } from '#shared/places'
import { listAfter } from '#shared/plantList'

const route = useRoute()
const garden = useGardenStore()
const log = useLogStore()
const { data: page, problem } = useLive<PlacePage>(
  () => `/api/garden/places/${route.params.id}`,
  (before, answer) => {
    const page = listAfter(before, answer)
    return page && { ...page, plants: page.plants.toSorted((a, b) => bySpot(a.spot, b.spot)) }
  },
)
const isScoring = computed(() => route.query.part === 'score')

/** Crops of which something stands here, the most first. */
const crops = computed(() => {
  const counts = new Map<string, number>()
  for (const { crop } of page.value?.plants ?? []) counts.set(crop, (counts.get(crop) ?? 0) + 1)
  return [...counts].sort((a, b) => b[1] - a[1]).map(([crop]) => crop)
})
const cropId = useAddress('crop', () => crops.value[0] ?? '')
const crop = computed(() => crops.value.find(id => id === cropId.value) ?? crops.value[0])
const cropChoices = computed(() => crops.value.map(value => ({ value, title: garden.cropName(value) })))
const traits = computed(() => (garden.cropOf(crop.value ?? '')?.definition.traits ?? []).map(t => toRaw(t)))
const traitId = useAddress('trait', () => traits.value[0]?.id ?? '')
const trait = computed(() => traits.value.find(t => t.id === traitId.value) ?? traits.value[0])
const { note, keyed } = useKeyed(page, () => ({
  trait: id => traits.value.find(t => t.id === id),
  locus: () => undefined,
}))
const plants = computed(() =>
  (page.value?.plants ?? []).map(keyed).filter(p => !p.lost && p.crop === crop.value),
)

const laid = computed(() => (page.value?.plants ?? []).filter(p => p.spot))
const loose = computed(() => (page.value?.plants ?? []).filter(p => !p.spot))
const plots = computed(() =>
  laid.value.map(({ id, spot, name, code }) => ({ key: id, spot: spot!, name, code })),
)
const across = ref(8)
const firstFree = computed(() => 1 + (max(laid.value, p => p.spot!.row) ?? 0))
const give = (spots: { plantId: string; row: number; at: number; block: number | null }[]): Draft => ({
  kind: 'spotsGiven',
  subjectId: page.value!.place.id,
  payload: { spots },
})
const MOST = 2000
const putInRows = () =>
  log.note([
    give(
      inRows(loose.value.slice(0, MOST), across.value, firstFree.value).map(({ one, row, at }) => ({
        plantId: one.id,
        row,
        at,
        block: null,
      })),
    ),
  ])
/** The plant that changes its spot with the next one pressed. */
const chosen = ref<string | null>(null)
/** Two are changing over: until the answer shows where they stand now, no other spot is given. */
const isChanging = ref(false)
watch(page, () => (isChanging.value = false))
async function choose(id: string) {
  if (isChanging.value) return
  const [one, other] = [chosen.value, id].map(key => laid.value.find(p => p.id === key))
  chosen.value = chosen.value ? null : id
  if (!one?.spot || !other?.spot || one === other) return
  isChanging.value = true
  const isNoted = await log.note([
    give([
      { plantId: one.id, ...other.spot },
      { plantId: other.id, ...one.spot },
    ]),
  ])
  if (!isNoted) isChanging.value = false
}
const chosenPlant = computed(() => laid.value.find(p => p.id === chosen.value) ?? null)
const isTrying = ref(false)
function exportCsv() {
  saveCsv(
    `plan-${page.value!.place.name}`,
    ['row', 'spot', 'repeat', 'plant', 'name', 'crop'],
    (page.value?.plants ?? []).map(p => [
      p.spot?.row ?? '',
      p.spot?.at ?? '',
      p.spot?.block ?? '',
      p.code,
      p.name === p.code ? '' : p.name,
      garden.cropName(p.crop),
    ]),
  )
}
const PARTS = { plan: 'Plan', score: 'Score' }
</script>

<template>
  <div v-if="problem" class="fail" role="alert">
    {{ problem.sentence }} <NuxtLink to="/garden">To the garden’s places</NuxtLink>
  </div>
  <div v-else-if="page" class="stack">
    <PageHead :heading="page.place.name">
      <p class="quiet">
        {{ counted(page.plants.length, 'plant') }} with a tag<template v-if="laid.length"
          >, {{ laid.length }} of them in rows</template
        >.
      </p>
      <template v-if="page.plants.length" #actions>
        <QueryParts :parts="PARTS" :here="isScoring ? 'score' : 'plan'" label="Parts of the place" />
      </template>
    </PageHead>
    <EmptyPage v-if="!page.plants.length" heading="Nothing with a tag stands here">
      <p>
        Plants stand where they are put: add one and choose this place. A trial is laid out beside the lines
        of a crop, under Guides.
      </p>
      <v-btn variant="flat" to="/plants?add=1">Add a plant</v-btn>
    </EmptyPage>
    <template v-else-if="isScoring && trait && crop">
      <v-select
        v-if="crops.length > 1"
        :model-value="crop"
        label="Crop"
        :items="cropChoices"
        class="narrow"
        @update:model-value="id => (cropId = id)"
      />
      <FamilyScore
        :key="crop"
        :trait-id="trait.id"
        :of="{ id: page.place.id, name: page.place.name }"
        :crop="crop"
        :plants="plants"
        :beside="[]"
        :traits="traits"
        @update:trait-id="id => (traitId = id)"
        @note="note"
      />
    </template>
    <PaperSheet v-else heading="Who stands where">
      <template #actions>
        <v-btn variant="text" class="quietly" @click="exportCsv">CSV</v-btn>
        <PrintLabels v-if="laid.length" :codes="laid.map(p => p.code)" />
        <v-btn v-if="garden.mayNote && crop" @click="isTrying = true">Lay out a trial</v-btn>
      </template>
      <p v-if="chosenPlant" role="status" class="row">
        <TagLabel :code="chosenPlant.code" :to="`/plants/${chosenPlant.id}`" />
        <span>Press the one it changes places with.</span>
        <v-btn class="quietly" variant="text" @click="chosen = null">Leave it</v-btn>
      </p>
      <p v-else-if="laid.length > 1 && garden.mayNote" class="quiet small">
        Press one plot and then another: they change places.
      </p>
      <PlotPlan
        v-if="plots.length"
        :plots="plots"
        :chosen="chosen"
        :is-fixed="!garden.mayNote"
        @choose="choose"
      />
      <template v-if="loose.length">
        <p>{{ counted(loose.length, 'plant') }} {{ loose.length === 1 ? 'is' : 'are' }} in no row yet.</p>
        <form v-if="garden.mayNote" class="row" novalidate @submit.prevent="putInRows">
          <CountStepper v-model="across" label="Plants in a row" :least="1" :most="200" />
          <v-btn type="submit" height="40"
            >Put {{ loose.length > MOST ? `the first ${MOST}` : 'them' }} in rows, by their codes</v-btn
          >
        </form>
      </template>
    </PaperSheet>
    <TrialDialog v-if="crop" v-model="isTrying" :crop="crop" :at="page.place.id" />
  </div>
</template>

<style scoped>
.narrow {
  max-width: 220px;
}
p {
  margin: 0 0 8px;
}
</style>
