<!-- One path from a cross to what is wished: its steps, and what they cost in plants and seasons. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import { nameOf, oneIn, percentWords, stepName } from '@virgulta/core/odds/oddsWords'
import { meanOf } from '@virgulta/core/chance/rate'
import { canShow } from '@virgulta/core/odds/plantsNeeded'
import type { CropDefinition } from '@virgulta/core/crops/definition'
import { possibleLooks } from '@virgulta/core/crops/definition'
import { mdiClose } from '@mdi/js'
import type { Step, Wanted } from '@virgulta/core/odds/path'
import { isGeneration } from '@virgulta/core/odds/path'
import type { OddsPage } from '#shared/aims'
import type { OddsAnswer } from '#shared/works'

const path = defineModel<Step[]>('path', { required: true })
const { page, definition, wished, shown, keepers, confidence, name, isOnly, isChosen } = defineProps<{
  page: OddsPage
  definition: CropDefinition
  wished: Wanted
  shown: string[]
  keepers: number
  confidence: number
  name: string
  isOnly: boolean
  /** its classes are those that are listed */
  isChosen: boolean
}>()
const emit = defineEmits<{ remove: []; choose: []; answer: [answer: OddsAnswer | null] }>()
const { answer, refused, progress, isStopped, stop, again } = useWork('odds', () => ({
  genetics: page.genetics,
  ...page.parents,
  path: path.value,
  wished,
  shown,
  keepers,
  confidence,
}))
watch(answer, a => emit('answer', a), { immediate: true })

const seasons = computed(() => path.value.filter(isGeneration).length * page.seasons)
const last = computed(() => answer.value?.steps.at(-1) ?? null)
const first = computed(
  () => answer.value?.steps.findIndex(s => s.wished && canShow(s.wished) && isGeneration(s.step)) ?? -1,
)
/** Loci and rules go by ids in what the core says. */
const inNames = (sentence: string) =>
  [...definition.rules, ...definition.loci].reduce(
    (words, { id, name: own }) => words.replaceAll(id, own),
    sentence,
  )
/** What is raised of a generation, and at a choice how many are likely to go on. */
function raised(i: number): string | null {
  const { plan, steps } = answer.value ?? {}
  if (!plan) return null
  const own = plan.plants[i]
  if (own) return `raise ${counted(own, 'plant')}`
  const before = plan.plants[i - 1]
  const selected = steps![i]!.selected
  return selected && before ? `about ${Math.round(meanOf(selected) * before)} go on` : null
}
/** Chance that a family can bring it at all: 1 while the parents are known. */
const can = computed(
  () => last.value?.wished?.filter(s => s.share > 0).reduce((sum, s) => sum + s.weight, 0) ?? 0,
)
const firstWords = computed(() => {
  if (first.value < 0) return 'It is not to be expected on this path.'
  return first.value ? `It first shows after step ${first.value + 1}.` : 'It can show in the first cross.'
})

const isChoosing = ref(false)
const choice = ref<Wanted>({})
const choosable = computed(() => [...new Set([...shown, ...page.genetics.loci.map(l => l.name)])])
function toggle(id: string, look: string) {
  const looks = choice.value[id] ?? []
  const next = looks.includes(look) ? looks.filter(l => l !== look) : [...looks, look]
  choice.value = Object.fromEntries(
    Object.entries({ ...choice.value, [id]: next }).filter(([, list]) => list.length),
  )
}
function addChoice() {
  path.value = [...path.value, { select: choice.value }]
  isChoosing.value = false
  choice.value = {}
}
const adds: { title: string; step: Step }[] = [
  { title: 'Self every plant', step: 'self' },
  { title: 'Back to the seed parent', step: { backcross: 'seedParent' } },
  { title: 'Back to the pollen parent', step: { backcross: 'pollenParent' } },
  { title: 'Cross among sibs', step: 'sib' },
]
</script>

<template>
  <section class="path" :class="{ chosen: isChosen }" :aria-label="name">
    <div class="row spread">
      <h3>{{ name }}</h3>
      <v-btn
        v-if="!isOnly"
        :icon="mdiClose"
        variant="text"
        size="x-small"
        class="quietly"
        :aria-label="`Take out ${name}`"
        @click="emit('remove')"
      />
    </div>
    <ol class="steps">
      <li v-for="(step, i) in path" :key="i" :class="{ choice: !isGeneration(step) }">
        <span
          >{{ stepName(step, definition)
          }}<span v-if="raised(i)" class="raise small">{{ raised(i) }}</span></span
        ><span v-if="answer?.steps[i]?.wished && isGeneration(step)" class="quiet small figures nowrap">{{
          canShow(answer.steps[i].wished) ? oneIn(meanOf(answer.steps[i].wished)) : 'none'
        }}</span>
      </li>
    </ol>
    <div class="row">
      <v-menu :transition="false">
        <template #activator="{ props }"
          ><v-btn size="small" v-bind="props" :disabled="path.length > 8">Add a step</v-btn></template
        >
        <v-list density="compact">
          <v-list-item
            v-for="add in adds"
            :key="add.title"
            :title="add.title"
            @click="path = [...path, add.step]"
          />
          <v-list-item
            v-if="isGeneration(path.at(-1)!)"
            title="Choose among the plants …"
            @click="isChoosing = true"
          />
        </v-list>
      </v-menu>
      <v-btn
        v-if="path.length > 1"
        size="small"
        variant="text"
        class="quietly"
        @click="path = path.slice(0, -1)"
        >Drop the last</v-btn
      >
    </div>
    <div v-if="isChoosing" class="chooser" role="group" aria-label="Choose among the plants">
      <div v-for="id in choosable" :key="id" class="row">
        <span class="quiet small what">{{ nameOf(id, definition) }}</span><button
          v-for="look in possibleLooks(id, definition)"
          :key="look"
          type="button"
          class="chip"
          :class="{ on: choice[id]?.includes(look) }"
          :aria-pressed="choice[id]?.includes(look) ?? false"
          @click="toggle(id, look)"
        >
          {{ look }}
        </button>
      </div>
      <div class="row">
        <v-btn size="small" variant="flat" :disabled="!Object.keys(choice).length" @click="addChoice"
          >Only these go on</v-btn
        ><v-btn size="small" variant="text" class="quietly" @click="isChoosing = false">Cancel</v-btn>
      </div>
    </div>
    <WorkLine
      :progress="progress"
      :refused="refused && inNames(refused)"
      :is-stopped="isStopped"
      what="the odds"
      @stop="stop"
      @again="again"
    />
    <template v-if="answer && last">
      <template v-if="last.wished">
        <p class="share">
          <strong class="display">{{ oneIn(meanOf(last.wished)) }}</strong>{{ ' '
          }}<span class="figures quiet"
            >{{ percentWords(meanOf(last.wished))
            }}<template v-if="last.standardError"> ± {{ percentWords(last.standardError) }}</template></span
          >
        </p>
        <p class="quiet small">
          {{
            answer.exact
              ? 'Exact.'
              : `Simulated: ${(answer.simulation!.plants * answer.simulation!.runs).toLocaleString('en')} plants, seed ${answer.simulation!.seed}.`
          }}
          {{ firstWords
          }}<template v-if="can < 0.999 && can > 0">
            The parents’ genes are in doubt: with {{ percentWords(1 - can) }} this family cannot bring
            it.</template
          >
        </p>
        <dl v-if="meanOf(last.wished) > 0" class="cost">
          <dt>plants in all for {{ keepers }}, at {{ Math.round(confidence * 100) }} %</dt>
          <dd class="figures">
            <strong>{{ answer.plan ? answer.plan.total.toLocaleString('en') : 'never' }}</strong>
          </dd>
          <dt>seasons</dt>
          <dd class="figures">{{ seasons }}</dd>
          <dt>certainty</dt>
          <dd class="figures">
            {{ answer.plan ? percentWords(answer.plan.chance) : '–'
            }}<template v-if="answer.plan?.standardError">
              ± {{ percentWords(answer.plan.standardError) }}</template
            >
          </dd>
        </dl>
        <p v-if="answer.plan && answer.plan.plants.filter(Boolean).length > 1" class="quiet small">
          The numbers stand beside the steps: as few as will do in all, the offspring spread evenly over the
          plants before.
        </p>
        <table v-if="answer.totals.length" class="needed">
          <thead>
            <tr>
              <th scope="col">wanted</th>
              <th v-for="row in answer.totals" :key="row.wanted" scope="col" class="figures">
                {{ row.wanted }}
              </th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row">plants in all</th>
              <td v-for="row in answer.totals" :key="row.wanted" class="figures">
                {{ row.plants === null ? '–' : row.plants.toLocaleString('en') }}
              </td>
            </tr>
          </tbody>
        </table>
      </template>
      <p v-else class="quiet">Say above what is wished, and the plants it takes are worked out.</p>
      <v-btn size="small" :class="{ quietly: !isChosen }" :aria-pressed="isChosen" @click="emit('choose')">{{
        isChosen ? 'Its classes are below' : 'Show its classes'
      }}</v-btn>
    </template>
  </section>
</template>

<style scoped>
.path {
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: var(--sheet);
  padding: 12px 14px;
  display: grid;
  gap: 10px;
  align-content: start;
}
.chosen {
  border-color: var(--sap);
  box-shadow: inset 0 3px var(--sap);
}
.steps {
  list-style: none;
  margin: 0;
  padding: 0;
}
.steps li {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  padding: 3px 0 3px 14px;
  border-left: 2px solid var(--sap);
  position: relative;
}
.steps li::before {
  content: '';
  position: absolute;
  left: -5px;
  top: 10px;
  width: 8px;
  height: 8px;
  border-radius: 50%;
  background: var(--sap);
}
.steps .choice::before {
  background: var(--sheet);
  border: 2px solid var(--sap);
}
.raise {
  display: block;
  font-weight: 650;
}
.share {
  margin: 0;
}
.share .display {
  font-size: 24px;
  color: var(--sap);
}
.cost {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 10px;
  margin: 0;
}
.cost dd {
  margin: 0;
  text-align: right;
}
.part {
  padding-left: 12px;
  color: var(--quiet);
}
.needed {
  font-size: 13px;
  border-collapse: collapse;
}
.needed th,
.needed td {
  text-align: right;
  padding: 2px 0 2px 10px;
  font-weight: 400;
}
.needed th:first-child {
  text-align: left;
  padding-left: 0;
  color: var(--quiet);
}
.needed thead th {
  border-bottom: 1px solid var(--rule);
}
.chooser {
  display: grid;
  gap: 6px;
  background: var(--wash);
  padding: 8px 10px;
  border-radius: var(--radius);
}
.what {
  min-width: 84px;
}
.chip {
  min-height: 28px;
  padding: 0 10px;
  border: 1px solid var(--quiet);
  border-radius: 14px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  font-size: 13px;
  cursor: pointer;
}
.chip.on {
  border: 2px solid var(--sap);
  font-weight: 650;
  padding: 0 9px;
}
</style>
