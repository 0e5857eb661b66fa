<!-- One plant: where it comes from, how it was scored, what it was crossed with. -->
<script setup lang="ts">
import { dayInWords } from '@virgulta/core/time/days'
import { scoreInWords } from '@virgulta/core/offspring/score'
import type { PlantStory } from '#shared/plants'

const route = useRoute()
const garden = useGardenStore()
const log = useLogStore()
const { data: story, problem } = useLive<PlantStory>(() => `/api/plants/${route.params.id}`)
const guide = computed(() => story.value && garden.cropOf(story.value.plant.crop)?.guide)
const seasons = computed(() => [...new Set(story.value?.plant.scores.map(s => s.on.slice(0, 4)))].sort())
const scoreIn = (trait: string, year: string) => story.value!.plant.scores.filter(s => s.trait === trait && s.on.startsWith(year)).sort((a, b) => b.on.localeCompare(a.on))[0]
const isDescribing = ref(false)
const isLosing = ref(false)
async function lose(reason: string) {
  if (await log.note([{ kind: 'plantLost', subjectId: story.value!.plant.id, payload: { reason } }])) isLosing.value = false
}
</script>

<template>
  <div v-if="problem" class="fail" role="alert">{{ problem.sentence }} <NuxtLink to="/plants">To the plants</NuxtLink></div>
  <div v-else-if="story && guide" class="stack">
    <header class="row spread">
      <div>
        <TagLabel :code="story.plant.code" large :ended="Boolean(story.plant.lost)" />
        <h1>{{ story.plant.name }}</h1>
        <p class="quiet">{{ guide.name }}, {{ story.plant.plantKind }}, in {{ garden.placeName(story.plant.placeId) }} since {{ dayInWords(story.plant.since, true) }}.</p>
        <p v-if="story.seedParent">From <CrossName :seed-parent="story.seedParent" :pollen-parent="story.pollenParent" links /> <NuxtLink v-if="story.plant.crossId" :to="`/offspring/${story.plant.crossId}`">its family</NuxtLink></p>
        <p v-if="story.plant.lost" class="fail">Lost on {{ dayInWords(story.plant.lost.on, true) }}: {{ story.plant.lost.reason }}.</p>
        <p v-if="story.plant.note">{{ story.plant.note }}</p>
        <p v-if="story.plant.verdict"><strong>{{ story.plant.verdict.verdict }}</strong>: {{ story.plant.verdict.reason }} <span class="quiet">({{ dayInWords(story.plant.verdict.on, true) }})</span></p>
      </div>
      <div v-if="!story.plant.lost && garden.mayNote" class="row">
        <v-btn class="quietly" @click="isLosing = !isLosing">Lost</v-btn>
        <v-btn @click="isDescribing = true">Describe</v-btn>
        <v-btn variant="flat" :to="`/crosses/new?seed=${story.plant.id}`">Plan a cross with it</v-btn>
      </div>
    </header>
    <PaperSheet v-if="isLosing"><ReasonChips :reasons="guide.lostReasons" question="What happened to the plant?" @choose="lose" /></PaperSheet>
    <div class="sides">
      <div class="stack">
        <PaperSheet heading="Scores over the seasons">
          <table v-if="seasons.length" class="scores">
            <thead><tr><th scope="col">Trait</th><th v-for="year in seasons" :key="year" scope="col">{{ year }}</th></tr></thead>
            <tbody><tr v-for="t in guide.judging.traits" :key="t.id"><th scope="row">{{ t.name }}</th><td v-for="year in seasons" :key="year">{{ scoreIn(t.id, year) ? scoreInWords(t, scoreIn(t.id, year)!.value) : '·' }}</td></tr></tbody>
          </table>
          <p v-else class="quiet">Not scored yet.<template v-if="story.plant.crossId"> <NuxtLink :to="`/offspring/${story.plant.crossId}`">Score it in its family</NuxtLink>.</template></p>
        </PaperSheet>
        <PaperSheet heading="Crosses">
          <ul v-if="story.crosses.length" class="crosses">
            <li v-for="row in story.crosses" :key="row.cross.id"><TagLabel :code="row.cross.code" :to="`/crosses/${row.cross.id}`" /><CrossName :seed-parent="row.seedParent" :pollen-parent="row.pollenParent" /><span class="quiet small">{{ row.counts.pollinated }} pollinated, {{ row.counts.taken }} taken</span></li>
          </ul>
          <p v-else class="quiet">It has not been crossed yet.</p>
        </PaperSheet>
      </div>
      <PaperSheet heading="Noted"><LogLines :lines="story.log" :with-code="false" /></PaperSheet>
    </div>
    <PlantDialog v-model="isDescribing" :plant="story.plant" />
  </div>
</template>

<style scoped>
h1 { margin: 10px 0 4px; }
.scores { width: 100%; border-collapse: collapse; font-size: 14px; }
th { text-align: left; font-weight: 500; color: var(--quiet); }
th, td { height: 34px; border-bottom: 1px solid var(--rule); padding-right: 12px; }
.crosses { list-style: none; margin: 0; padding: 0; display: grid; gap: 8px; }
.crosses li { display: flex; flex-wrap: wrap; gap: 10px; align-items: center; }
</style>
