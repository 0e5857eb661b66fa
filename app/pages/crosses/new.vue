<!-- Plans a cross: parents, aim, how many flowers; and what so many flowers should lead to. -->
<script setup lang="ts">
import { meanShare } from '@virgulta/core/chance/rate'
import type { WantedShare } from '@virgulta/core/crops/knowledge'
import { oneIn } from '@virgulta/core/odds/oddsWords'
import { counted } from '@virgulta/core/formats/counted'
import type { Plant } from '@virgulta/core/plants/plant'
import type { AimRow } from '#shared/aims'
import type { PlanAnswer } from '#shared/crosses'

const log = useLogStore()
definePageMeta({ isNoting: true })
const route = useRoute()
// What is typed survives a reload.
type Chosen = Pick<Plant, 'id' | 'name' | 'code' | 'crop'>
const empty = () => ({
  aim: '',
  flowers: 12,
  keepers: 2,
  seedParent: null as Chosen | null,
  pollenParent: null as Chosen | null,
  wantedShare: null as WantedShare | null,
  confidence: 0.9,
  aimId: null as string | null,
})
const draft = useSessionStorage('virgulta-plan', empty(), { mergeDefaults: true })
/** The odds are those of this pair; for another they do not hold. */
const isFirst = ref(true)
watch(
  () => [draft.value.seedParent?.id, draft.value.pollenParent?.id].join(),
  () => (isFirst.value ? undefined : (draft.value.wantedShare = null)),
)
onMounted(() => (isFirst.value = false))
const { data: given } = useLive<{ plant: Plant }>(() =>
  route.query.seed ? `/api/plants/${route.query.seed}` : null,
)
watch(given, g => g && (draft.value.seedParent = g.plant))
const { data: givenPollen } = useLive<{ plant: Plant }>(() =>
  route.query.pollen ? `/api/plants/${route.query.pollen}` : null,
)
watch(givenPollen, g => g && (draft.value.pollenParent = g.plant))
const { data: aims } = useLive<AimRow[]>(() => (route.query.aim ? '/api/aims' : null))
watch(aims, rows => {
  const aim = rows?.find(row => row.aim.id === route.query.aim)?.aim
  if (!aim) return
  draft.value.aimId = aim.id
  draft.value.aim = aim.words
})
onMounted(() => log.clear())
const problems = {
  seedParentId: useProblemAt('seedParentId'),
  pollenParentId: useProblemAt('pollenParentId'),
}

const crop = computed(() => draft.value.seedParent?.crop)
const answer = ref<PlanAnswer | null>(null)
const asked = computed(() =>
  draft.value.seedParent && draft.value.flowers > 0
    ? {
        crop: draft.value.seedParent.crop,
        seedParentId: draft.value.seedParent.id,
        pollenParentId: draft.value.pollenParent?.id ?? null,
        flowers: draft.value.flowers,
        wantedShare: draft.value.wantedShare,
      }
    : null,
)
watchDebounced(
  asked,
  async wish =>
    (answer.value =
      wish &&
      (await $fetch<PlanAnswer>('/api/crosses/plan', { method: 'POST', body: wish }).catch(() => null))),
  { debounce: 200, immediate: true, deep: true },
)

const missing = computed(() =>
  !draft.value.seedParent
    ? 'Choose the seed parent.'
    : !draft.value.aim.trim()
      ? 'Write the aim in a sentence.'
      : null,
)
const tried = ref(false)
const isSelfAsked = computed(() => log.problem?.code === 'self-meant')
const isWideAsked = computed(() => log.problem?.code === 'wide-cross')
const ids = useFormIds()
const form = useTemplateRef('form')

const { run: plan, isBusy } = useOnce(async (meant: { selfMeant?: boolean; wideMeant?: boolean }) => {
  tried.value = true
  log.clear()
  await nextTick()
  if (faultyField(form.value)) return
  const { seedParent, pollenParent, aim, flowers, keepers, wantedShare, confidence, aimId } = draft.value
  if (missing.value || !seedParent) return
  const id = ids.id()
  const isPlanned = await log.noteTagged(1, ([code]) => [
    {
      kind: 'crossPlanned',
      subjectId: id,
      payload: {
        code: code!,
        crop: seedParent.crop,
        seedParentId: seedParent.id,
        pollenParentId: pollenParent?.id ?? null,
        selfMeant: false,
        ...meant,
        aim: aim.trim(),
        flowersPlanned: flowers,
        keepersWanted: keepers,
        wantedShare,
        confidence,
        aimId,
      },
    },
  ])
  if (isPlanned) {
    draft.value = empty()
    await navigateTo(`/crosses/${id}`)
  }
})
</script>

<template>
  <div class="plan">
    <PageHead heading="Plan a cross" class="top" />
    <form ref="form" class="stack" novalidate @submit.prevent="plan({})">
      <PaperSheet heading="Parents">
        <div class="parents">
          <PlantPicker
            v-model="draft.seedParent"
            label="Seed parent (carries the fruit)"
            :error="tried && !draft.seedParent ? 'Choose the seed parent.' : problems.seedParentId.value"
          />
          <span class="times" aria-hidden="true">×</span>
          <PlantPicker
            v-model="draft.pollenParent"
            label="Pollen parent (empty: open pollinated)"
            :crop="crop"
            widens
            :error="isSelfAsked || isWideAsked ? undefined : problems.pollenParentId.value"
          />
        </div>
        <p class="quiet small">
          The <TermMark term="seed parent" /> is written first; the <TermMark term="pollen parent" /> may stay
          open. Not in the list? <NuxtLink to="/plants?add=1">Add a plant first</NuxtLink>; what you typed
          stays.
        </p>
        <div v-if="isSelfAsked" class="ask" role="alert">
          <p>{{ log.problem!.sentence }}</p>
          <v-btn @click="plan({ selfMeant: true })">Yes, a self is meant</v-btn>
        </div>
        <div v-if="isWideAsked" class="ask" role="alert">
          <p>{{ log.problem!.sentence }}</p>
          <v-btn @click="plan({ wideMeant: true })">Yes, such a cross is meant</v-btn>
        </div>
      </PaperSheet>
      <PaperSheet heading="Aim">
        <WordsField
          v-model="draft.aim"
          :most="300"
          label="The aim in a sentence"
          placeholder="a late one for the cool house that stands without a stake"
          :errors="tried && !draft.aim.trim() ? ['Write the aim in a sentence.'] : []"
        />
        <div class="row counts">
          <CountStepper v-model="draft.flowers" label="Flowers to pollinate" :least="1" :most="2000" />
          <CountStepper
            v-model="draft.keepers"
            label="Plants worth keeping, wanted"
            :least="1"
            :most="1000"
          />
        </div>
        <p v-if="draft.wantedShare !== null" class="row odds">
          <span v-if="draft.wantedShare === 1"
            >Every plant of this cross will do to go on with; the plan is to be
            {{ Math.round(draft.confidence * 100) }} % sure.</span
          ><span v-else
            >By the odds <strong>{{ oneIn(meanShare(draft.wantedShare)) }}</strong> of the offspring is as
            wished<template v-if="Array.isArray(draft.wantedShare)"
              >, on average over what the parents may be</template
            >; the plan is to be {{ Math.round(draft.confidence * 100) }} % sure.</span
          ><button type="button" class="link" @click="draft.wantedShare = null">Plan without the odds</button>
        </p>
        <p
          v-else-if="draft.seedParent && draft.pollenParent && draft.pollenParent.crop === crop"
          class="small"
        >
          <NuxtLink :to="`/odds?seed=${draft.seedParent.id}&pollen=${draft.pollenParent.id}`"
            >Work out the odds of this pair, and how many flowers it takes</NuxtLink
          >
        </p>
      </PaperSheet>
      <PaperSheet v-if="answer" heading="What so many flowers should lead to">
        <ol class="course">
          <li v-for="stage in ['pollinated', 'taken', 'seeds', 'up', 'judged', 'kept'] as const" :key="stage">
            <span class="display figure">{{ answer.course[stage].median }}</span>
            <span>{{ stage }}</span>
            <span class="quiet small">{{
              answer.course[stage].low === answer.course[stage].high
                ? 'planned'
                : `${answer.course[stage].low}–${answer.course[stage].high}`
            }}</span>
          </li>
        </ol>
        <p class="quiet small">
          Medians with the range of four in five, if all sound seed is sown; {{ answer.runs }} runs, from
          {{
            answer.takeRecords
              ? `the guide and ${counted(answer.takeRecords, 'flower')} of yours`
              : 'the crop guide alone'
          }}.
        </p>
      </PaperSheet>
      <div class="row">
        <v-btn type="submit" variant="flat" height="44" :aria-busy="isBusy">Plan this cross</v-btn
        ><v-btn variant="text" class="quietly" to="/crosses">Cancel</v-btn>
      </div>
    </form>
  </div>
</template>

<style scoped>
.top {
  margin-bottom: 12px;
}
.plan {
  max-width: 860px;
}
.parents {
  display: grid;
  grid-template-columns: 1fr auto 1fr;
  gap: 12px;
  align-items: start;
}
.times {
  padding-top: 8px;
}
@media (max-width: 600px) {
  .parents {
    grid-template-columns: 1fr;
  }
  .times {
    display: none;
  }
}
.counts {
  gap: 24px;
  margin-top: 14px;
  align-items: start;
}
.odds {
  margin: 12px 0 0;
}
.ask {
  border-left: 3px solid var(--doubt);
  padding: 4px 12px;
  margin-top: 8px;
  color: var(--doubt);
}
.course {
  list-style: none;
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(88px, 1fr));
  gap: 8px 4px;
  padding: 0;
  margin: 0 0 8px;
  text-align: center;
}
.course li {
  display: grid;
}
.figure {
  font-size: 26px;
  color: var(--sap);
}
</style>
