<!-- An aim: what it asks; below, its candidates or their pairs. -->
<script setup lang="ts">
import { wishInWords } from '@virgulta/core/aims/nearness'
import { counted } from '@virgulta/core/formats/counted'
import { dayInWords } from '@virgulta/core/time/days'
import type { AimPage } from '#shared/aims'

const route = useRoute()
const router = useRouter()
const garden = useGardenStore()
const log = useLogStore()
const whose = useAddress('who', 'chosen')
const who = computed({
  get: () => (whose.value === 'all' ? 'all' : 'chosen'),
  set: value => (whose.value = value),
})
const { data: page, problem } = useLive<AimPage>(() => `/api/aims/${route.params.id}?who=${who.value}`)
const isChanging = ref(false)
const isEnding = ref(false)
const part = computed(() => (route.query.part === 'pairs' ? 'pairs' : 'bench'))
const at = (wanted: string) => ({ query: { ...route.query, part: wanted === 'bench' ? undefined : wanted } })
const isAllShown = ref(false)
/** Crosses of the aim, the latest first; to begin with as many as fit a line. */
const latest = computed(() =>
  [...(page.value?.crosses ?? [])].reverse().slice(0, isAllShown.value ? undefined : 3),
)
const missing = computed(() =>
  page.value ? page.value.aim.wishes.length - page.value.table.wishes.length : 0,
)
async function end(reason: string) {
  if (await log.note([{ kind: 'aimEnded', subjectId: page.value!.aim.id, payload: { reason } }]))
    isEnding.value = false
}
useShortcuts([
  { key: 'b', does: 'the bench', run: () => void router.replace(at('bench')) },
  { key: 'p', does: 'the pairs', run: () => void router.replace(at('pairs')) },
])
</script>

<template>
  <div v-if="problem" class="fail" role="alert">
    {{ problem.sentence }} <NuxtLink to="/aims">To the aims</NuxtLink>
  </div>
  <div v-else-if="page" class="stack">
    <PageHead :heading="page.aim.words">
      <p class="quiet">
        {{ garden.cropOf(page.aim.crop)?.guide.name }}, set on {{ dayInWords(page.aim.setOn, true)
        }}<template v-if="page.aim.ended"
          >, ended on {{ dayInWords(page.aim.ended.on, true) }}: {{ page.aim.ended.reason }}</template
        >.
      </p>
      <template v-if="garden.mayNote && !page.aim.ended" #actions>
        <v-btn class="quietly" :to="`/bloom?aim=${page.aim.id}`">Do the pairs meet?</v-btn>
        <v-btn class="quietly" @click="isEnding = !isEnding">End it</v-btn>
        <v-btn @click="isChanging = true">Change the aim</v-btn>
      </template>
    </PageHead>
    <AimForm v-if="isChanging" :aim="page.aim" @saved="isChanging = false" @left="isChanging = false" />
    <template v-else>
      <PaperSheet v-if="isEnding"
        ><ReasonChips
          :reasons="['reached', 'given up', 'another aim took its place']"
          question="Why does the aim end?"
          @choose="end"
      /></PaperSheet>
      <ul v-if="page.table.wishes.length && part === 'pairs'" class="wishes" aria-label="Wishes">
        <li v-for="wish in page.table.wishes" :key="wish.trait">
          <span class="quiet">{{ page.table.traits.find(t => t.id === wish.trait)!.name }}</span>
          {{
            wishInWords(
              page.table.traits.find(t => t.id === wish.trait)!,
              wish,
            )
          }}<strong v-if="wish.must" class="must">must</strong><WeightMark :weight="wish.weight" />
        </li>
      </ul>
      <p v-if="missing" class="doubt">
        {{ counted(missing, 'wish is', 'wishes are') }} for a trait that was dropped; change the aim.
      </p>
      <p v-if="page.crosses.length" class="row planned">
        <span class="quiet">Planned for it:</span
        ><TagLabel v-for="cross in latest" :key="cross.id" :code="cross.code" :to="`/crosses/${cross.id}`"
          ><CrossName :seed-parent="cross.seedParent" :pollen-parent="cross.pollenParent" /></TagLabel
        ><button
          v-if="page.crosses.length > latest.length"
          type="button"
          class="link small"
          @click="isAllShown = true"
        >
          and {{ page.crosses.length - latest.length }} earlier
        </button>
      </p>
      <nav class="parts" aria-label="Parts of the aim">
        <NuxtLink
          :to="at('bench')"
          replace
          :class="{ here: part === 'bench' }"
          :aria-current="part === 'bench' ? 'page' : undefined"
          >Candidates</NuxtLink
        >
        <NuxtLink
          :to="at('pairs')"
          replace
          :class="{ here: part === 'pairs' }"
          :aria-current="part === 'pairs' ? 'page' : undefined"
          >Pairs</NuxtLink
        >
      </nav>
      <EmptyPage v-if="!page.table.wishes.length" heading="The aim asks nothing of the traits yet">
        Say which traits are to come in, stay or go, and how much each weighs: then your plants can be
        compared.
        <template #step
          ><v-btn v-if="garden.mayNote && !page.aim.ended" variant="flat" @click="isChanging = true"
            >Add the first wish</v-btn
          ></template
        >
      </EmptyPage>
      <EmptyPage v-else-if="!page.plants.length" heading="There is no candidate yet">
        Candidates are the plants of this crop that have a name, and those kept from their families.
        <template #step
          ><v-btn variant="flat" to="/plants?add=1">Add a plant</v-btn
          ><v-btn v-if="page.living" @click="who = 'all'">Show all {{ page.living }} plants</v-btn></template
        >
      </EmptyPage>
      <PairList v-else-if="part === 'pairs'" :page="page" />
      <CandidateBench v-else v-model:who="who" :page="page" />
    </template>
  </div>
</template>

<style scoped>
.wishes {
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 22px;
  padding: 0;
  margin: 0;
  font-size: 14px;
}
.wishes li {
  display: inline-flex;
  gap: 6px;
  align-items: baseline;
}
.must {
  font-size: 12px;
  border: 1px solid var(--ink);
  border-radius: 3px;
  padding: 0 4px;
}
.planned {
  margin: 0;
}
</style>
