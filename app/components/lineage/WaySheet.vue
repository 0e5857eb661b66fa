<!-- A way over generations that was chosen: each generation as it was planned, beside how it went. -->
<script setup lang="ts">
import { mdiCheck, mdiDownload } from '@mdi/js'
import { PLAN_KINDS } from '@virgulta/core/ahead/planWords'
import { counted } from '@virgulta/core/formats/counted'
import type { StepTold } from '@virgulta/core/garden/ways'
import type { Days } from '@virgulta/core/season/band'
import { dayInWords, yearOf } from '@virgulta/core/time/days'
import type { WaysPage } from '#shared/lineage'

const { way } = defineProps<{ way: WaysPage['ways'][number] }>()
const garden = useGardenStore()
const log = useLogStore()
const name = computed(() => PLAN_KINDS[way.plan.kind].name)
const isLeaving = ref(false)
const next = computed(() => way.steps.findIndex(step => step.doneOn === null))
const parents = computed(() => `${way.cross.seedParent} × ${way.cross.pollenParent ?? 'open pollinated'}`)
const monthsOf = ({ from, to }: Days) => {
  const [first, last] = [dayInWords(from, true).split(' '), dayInWords(to, true).split(' ')]
  const isOneYear = yearOf(from) === yearOf(to)
  const begin = isOneYear ? first[1]! : `${first[1]} ${first[2]}`
  return first[1] === last[1] && isOneYear ? `${last[1]} ${last[2]}` : `${begin} to ${last[1]} ${last[2]}`
}
const isLast = (step: StepTold) => step === way.steps.at(-1)
/** What those do that are counted: leave offspring, or are kept. */
const leftWords = (step: StepTold) =>
  step.isOfKept ? 'multiplied' : isLast(step) || way.plan.kind === 'clone' ? 'kept' : 'left offspring'
const lateWords = computed(() => {
  const years = Math.round(way.late / 365)
  return way.late <= 0
    ? ''
    : `${years ? counted(years, 'year') : counted(way.late, 'day')} later than planned`
})
const done = (step: StepTold, i: number) =>
  log.note([{ kind: 'wayStepDone', subjectId: way.id, payload: { step: i, name: step.name } }])
async function leave(reason: string) {
  if (await log.note([{ kind: 'wayEnded', subjectId: way.id, payload: { reason } }])) isLeaving.value = false
}
const save = () =>
  saveCsv(
    `way-${way.code}`,
    [
      'generation',
      'what is done',
      'planned from',
      'planned to',
      'foreseen from',
      'foreseen to',
      'plants planned',
      'plants raised',
      'first raised on',
      'parents planned',
      'parents so far',
      'done on',
    ],
    way.steps.map(step => [
      step.name,
      step.does,
      step.planned.from,
      step.planned.to,
      step.foreseen?.from ?? '',
      step.foreseen?.to ?? '',
      step.plants,
      step.raised,
      step.firstOn ?? '',
      step.parents ?? step.plants,
      step.left,
      step.doneOn ?? '',
    ]),
  )
</script>

<template>
  <PaperSheet :heading="parents">
    <template #actions>
      <v-btn variant="text" class="quietly" :prepend-icon="mdiDownload" @click="save">CSV</v-btn>
      <v-btn
        v-if="!way.ended && garden.mayNote"
        variant="text"
        class="quietly"
        :aria-expanded="isLeaving"
        @click="isLeaving = !isLeaving"
        >Leave this way</v-btn
      >
    </template>
    <p>
      {{ name }}, chosen on {{ dayInWords(way.chosenOn, true) }}; it begins with
      <NuxtLink :to="`/crosses/${way.crossId}`">{{ way.code }}</NuxtLink>.
      <strong v-if="way.ended">Left on {{ dayInWords(way.ended.on, true) }}: {{ way.ended.reason }}.</strong>
      <strong v-else-if="lateWords">{{ lateWords }}.</strong>
    </p>
    <ReasonChips
      v-if="isLeaving"
      question="Why is it left?"
      :reasons="['reached already', 'no room', 'no time', 'another way is better']"
      @choose="leave"
    />
    <div class="generation heads quiet small" aria-hidden="true">
      <span>Generation</span><span>What is done while it flowers</span><span>Flowers, as planned</span
      ><span>Real and planned</span><span class="state">Done</span>
    </div>
    <ol class="generations">
      <li
        v-for="(step, i) in way.steps"
        :key="i"
        class="generation"
        :class="{ next: i === next && !way.ended }"
        :aria-current="i === next && !way.ended ? 'step' : undefined"
      >
        <strong class="name">{{ step.name }}</strong>
        <span class="does">{{ step.does }}</span>
        <span class="when figures"
          >{{ monthsOf(step.planned)
          }}<span v-if="step.foreseen && step.foreseen.from > step.planned.from" class="later"
            >now {{ monthsOf(step.foreseen) }}</span
          ></span
        >
        <span class="real figures"
          ><span
            >{{ step.raised }} raised<span class="quiet small">, {{ step.plants }} planned</span></span
          >
          <span class="quiet small"
            >{{ step.left }} {{ leftWords(step) }}, {{ step.parents ?? step.plants }} planned</span
          ></span
        >
        <span class="state">
          <span v-if="step.doneOn" class="is-done small figures"
            ><v-icon :icon="mdiCheck" size="16" aria-hidden="true" /><span class="visually-hidden">done</span
            >{{ ' ' }}{{ dayInWords(step.doneOn, true) }}</span
          >
          <v-btn
            v-else-if="i === next && !way.ended && garden.mayNote"
            size="small"
            :aria-label="`Done: ${step.name}`"
            @click="done(step, i)"
            >Done</v-btn
          >
        </span>
      </li>
    </ol>
  </PaperSheet>
</template>

<style scoped>
.generations {
  list-style: none;
  padding: 0;
  margin: 0;
}
.heads {
  border-top: 0;
}
.generation {
  display: grid;
  grid-template-columns: 6.5em minmax(14em, 1fr) 14em 15em 9.5em;
  gap: 2px 14px;
  align-items: start;
  padding: 7px 8px;
  border-top: 1px solid var(--rule);
}
.next {
  background: var(--wash);
  box-shadow: inset 3px 0 0 var(--sap);
}
.later {
  display: block;
  font-weight: 650;
}
.real > span {
  display: block;
}
.state {
  text-align: right;
}
@media (max-width: 900px) {
  .heads {
    display: none;
  }
  .generation {
    grid-template-columns: 1fr 1fr;
  }
  .does {
    grid-column: 1 / -1;
    grid-row: 2;
  }
  .state {
    grid-column: 2;
    grid-row: 1;
  }
}
</style>
