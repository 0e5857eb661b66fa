<!-- A plant of the tree: its descent in words and shares, how it was seen, what can be done with it. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import { percentWords } from '@virgulta/core/odds/oddsWords'
import { latestScore, scoreInWords } from '@virgulta/core/offspring/score'
import type { DescentPage } from '#shared/lineage'
import type { PlantStory } from '#shared/plants'

const { id } = defineProps<{ id: string }>()
/** the plant it is compared with */
const other = defineModel<string>('other', { required: true })
const emit = defineEmits<{ tree: []; way: [ids: string[]]; close: [] }>()
const garden = useGardenStore()
const { data: page, problem } = useLive<DescentPage>(
  () => `/api/plants/${id}/descent${other.value ? `?with=${other.value}` : ''}`,
)
const { data: story } = useLive<PlantStory>(() => `/api/plants/${id}`)
const told = computed(() => page.value?.told ?? null)
const ties = computed(() => page.value?.ties ?? null)
const scores = computed(() => {
  const plant = story.value?.plant
  if (!plant || plant.id !== id) return []
  return (garden.cropOf(plant.crop)?.definition.traits ?? []).flatMap(trait => {
    const score = latestScore(plant.scores, trait.id)
    return score ? [{ name: trait.name, words: scoreInWords(trait, score.value) }] : []
  })
})
const photo = computed(() => (story.value?.plant.id === id ? story.value.plant.photos.at(-1) : undefined))
const otherPlant = shallowRef<{ id: string; name: string; code: string; crop: string } | null>(null)
watch(otherPlant, plant => (other.value = plant?.id ?? ''))
watch(
  () => id,
  () => (otherPlant.value = null),
)
watch(
  () => ties.value?.way ?? null,
  way => emit('way', way?.map(step => step.id) ?? []),
  { immediate: true },
)
const AS = {
  'seed parent': 'its seed parent',
  'pollen parent': 'its pollen parent',
  'offspring': 'its offspring',
}
const stepsBack = (steps: number) => (steps ? `${counted(steps, 'generation')} back` : 'it itself')
</script>

<template>
  <PaperSheet v-if="problem"
    ><p class="fail" role="alert">{{ problem.sentence }}</p></PaperSheet
  >
  <PaperSheet v-else-if="told" :heading="told.name">
    <template #actions>
      <v-btn class="quietly" variant="text" @click="emit('close')">Close</v-btn>
    </template>
    <div class="stack card">
      <p class="row">
        <TagLabel :code="told.code" :to="`/plants/${told.id}`" :ended="told.isLost" />
        <span class="quiet small"
          >{{ told.plantKind }}{{ told.generation ? `, ${told.generation}` : ''
          }}{{ told.living > 1 ? `, ${told.living} plants` : '' }}{{ told.isLost ? ', lost' : '' }}</span
        >
      </p>
      <NuxtLink v-if="photo" :to="`/plants/${told.id}`"
        ><img :src="photoAddress(photo.id)" :alt="`${told.name}, photographed`" class="photo"
      /></NuxtLink>
      <p v-if="told.seedParent">
        <CrossName :seed-parent="told.seedParent" :pollen-parent="told.pollenParent" links />
      </p>
      <p v-if="told.words" class="words figures" aria-label="Its descent in words">{{ told.words }}</p>
      <dl class="facts">
        <dt>Inbreeding</dt>
        <dd>
          {{ percentWords(told.inbreeding) }}
          <span class="quiet small"
            >{{ told.plantKind === 'line' ? 'a line, at least' : 'by its pedigree' }}; selfed once more
            {{ percentWords(told.selfed) }}</span
          >
        </dd>
        <template v-if="told.founders.length > 1 || told.founders[0]?.founder?.id !== told.id">
          <dt>Founders</dt>
          <dd>
            <ul class="founders">
              <li v-for="{ founder, share } in told.founders" :key="founder?.id ?? ''">
                <span class="bar" :style="{ width: `${share * 100}%` }" aria-hidden="true" />
                <span>{{ founder?.name ?? 'not known' }}</span>
                <span class="figures">{{ percentWords(share) }}</span>
              </li>
            </ul>
          </dd>
        </template>
        <template v-if="scores.length">
          <dt>Seen</dt>
          <dd>{{ scores.map(s => `${s.name} ${s.words}`).join(', ') }}</dd>
        </template>
      </dl>
      <div class="row">
        <v-btn class="quietly" @click="emit('tree')">Its tree</v-btn>
        <v-btn v-if="!told.isLost && garden.mayNote" :to="`/crosses/new?seed=${told.id}`"
          >Plan a cross with it</v-btn
        >
      </div>
      <PlantPicker v-model="otherPlant" label="The way to another plant" :crop="told.crop" />
      <div v-if="ties" role="status">
        <p>
          Kinship {{ percentWords(ties.kinship) }}; their offspring would be inbred by
          {{ percentWords(ties.inbreeding) }}.
        </p>
        <p v-if="!ties.way" class="quiet">Nothing in the tree ties them.</p>
        <ol v-else class="way">
          <li v-for="step in ties.way" :key="step.id">
            <span v-if="step.as" class="quiet small">{{ AS[step.as] }} </span>{{ step.name }}
          </li>
        </ol>
        <p v-if="ties.shared.length" class="small">
          Shared:
          {{
            ties.shared
              .map(s => `${s.name} (${stepsBack(s.steps[0])} and ${stepsBack(s.steps[1])})`)
              .join('; ')
          }}.
        </p>
      </div>
    </div>
  </PaperSheet>
</template>

<style scoped>
.card {
  gap: 10px;
}
.words {
  overflow-wrap: anywhere;
  background: var(--wash);
  border-radius: var(--radius);
  padding: 6px 8px;
}
.photo {
  display: block;
  width: 100%;
  max-height: 180px;
  object-fit: cover;
  border-radius: var(--radius);
}
.facts {
  display: grid;
  gap: 2px 12px;
}
dt {
  color: var(--quiet);
  font-size: 13px;
}
dd {
  margin: 0 0 6px;
}
.founders {
  list-style: none;
  margin: 0;
  padding: 0;
}
.founders li {
  position: relative;
  display: flex;
  justify-content: space-between;
  gap: 8px;
  padding: 1px 6px;
}
.bar {
  position: absolute;
  inset: 2px auto 2px 0;
  background: var(--wash);
  border-left: 3px solid var(--sap);
  z-index: 0;
}
.founders li > :not(.bar) {
  position: relative;
}
.way {
  margin: 4px 0;
  padding-left: 20px;
}
</style>
