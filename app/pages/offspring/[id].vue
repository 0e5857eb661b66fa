<!-- A family: scored in the row, asked what it says, chosen from, grown on. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import { latestScore } from '@virgulta/core/offspring/score'
import type { Plant } from '@virgulta/core/plants/plant'
import type { Beside } from '~/components/offspring/beside'
import type { FamilyPage } from '#shared/offspring'
import { listAfter } from '#shared/plantList'

const route = useRoute()
const garden = useGardenStore()
const checks = useAddressList('beside')
const { data: family, problem } = useLive<FamilyPage>(
  () => `/api/offspring/${route.params.id}?beside=${checks.value.join()}`,
  listAfter,
)
/** As they are, not watched one by one: a grid of thousands of cells reads them at every key. */
const traits = computed(() =>
  ((family.value && garden.cropOf(family.value.cross.crop)?.definition.traits) ?? []).map(t => toRaw(t)),
)
const traitId = useAddress('trait', () => traits.value[0]?.id ?? '')
/** A trait that the crop does not have, or has no more, is as if none were asked for. */
const trait = computed(() => traits.value.find(t => t.id === traitId.value) ?? traits.value[0])

const PARTS = { score: 'Score', says: 'What it says', choose: 'Choose', growing: 'Growing on' }
type Part = keyof typeof PARTS
const part = computed(
  () => (Object.hasOwn(PARTS, String(route.query.part)) ? route.query.part : 'score') as Part,
)

const { note, keyed } = useKeyed(family, () => ({
  trait: id => traits.value.find(t => t.id === id),
  locus: () => undefined,
}))
const plants = computed(() => (family.value?.plants ?? []).map(keyed))
const living = computed(() => plants.value.filter(p => !p.lost))
/** What is counted as of this cross. */
const own = computed(() => living.value.filter(p => !p.apart))
const scored = computed(() => living.value.filter(p => latestScore(p.scores, trait.value?.id ?? '')).length)
/** What a table says of each plant beside its scores. */
const cells = computed(() => ({
  cross: () => family.value!.cross.code,
  ...parentCells<Plant>(() => family.value!),
}))
const beside = computed<Beside[]>(() => {
  if (!family.value) return []
  const { seedParent, pollenParent } = family.value
  const parents: Beside[] =
    pollenParent?.id === seedParent.id
      ? [{ plant: seedParent, as: '♀♂' }]
      : [{ plant: seedParent, as: '♀' }, ...(pollenParent ? [{ plant: pollenParent, as: '♂' as const }] : [])]
  return [...parents, ...family.value.checks.map(plant => ({ plant, as: 'check' as const }))].map(one => ({
    ...one,
    plant: keyed(one.plant),
  }))
})
</script>

<template>
  <div v-if="problem" class="fail" role="alert">
    {{ problem.sentence }} <NuxtLink to="/offspring">To the families</NuxtLink>
  </div>
  <div v-else-if="family && trait" class="stack">
    <PageHead :heading="family.cross.aim">
      <template #tag>
        <TagLabel :code="family.cross.code" :to="`/crosses/${family.cross.id}`"
          ><CrossName :seed-parent="family.seedParent" :pollen-parent="family.pollenParent"
        /></TagLabel>
      </template>
      <p v-if="living.length" class="quiet">
        {{ counted(living.length, 'plant') }}; {{ scored }} scored for {{ trait.name }}.
      </p>
      <p v-else class="quiet">None of its seedlings has a tag yet.</p>
      <p v-for="doubt in family.doubts" :key="doubt.words" class="doubt small">
        {{ doubt.flowers }} of the {{ counted(family.flowers, 'flower') }} behind it: {{ doubt.words }}.
      </p>
      <template v-if="living.length" #actions>
        <QueryParts :parts="PARTS" :here="part" label="Parts of the family" />
      </template>
    </PageHead>
    <FamilyGrowing v-if="part === 'growing' || !living.length" :family="family" />
    <template v-else-if="part === 'says'">
      <FamilyReading
        v-model:trait-id="traitId"
        :family="family"
        :plants="plants.filter(p => !p.apart)"
        :traits="traits"
        :trait="trait"
      />
      <FamilySelfs v-if="family.pollenParent" :family="family" />
    </template>
    <FamilyChoose
      v-else-if="part === 'choose'"
      :family="family"
      :plants="own"
      :beside="beside"
      :traits="traits"
      @note="note"
    />
    <FamilyScore
      v-else
      :trait-id="trait.id"
      :of="{ id: family.cross.id, name: family.cross.code }"
      :crop="family.cross.crop"
      :cells="cells"
      :plants="living"
      :beside="beside"
      :traits="traits"
      @update:trait-id="id => (traitId = id)"
      @note="note"
    >
      <template #beside>
        <BesidePicker v-model="checks" :crop="family.cross.crop" :standing="family.checks" />
      </template>
    </FamilyScore>
  </div>
</template>
