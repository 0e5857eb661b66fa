<!-- The guide of one crop: its steps with drawings, schools and cautions, its numbers; copied and changed for the garden. -->
<script setup lang="ts">
import { pollenWords } from '~/components/guides/guideParts'
import { cautionsAlong } from '@virgulta/core/crops/cautions'
import { builtInGuide } from '@virgulta/core/crops/guides/all'
import { guideIn } from '@virgulta/core/crops/half'
import { flowerForms } from '@virgulta/core/crops/forms/forms'
import { stepsOf } from '@virgulta/core/flowers/method'
import { FLOWER_WORK } from '@virgulta/core/flowers/work'

const route = useRoute()
const garden = useGardenStore()
const log = useLogStore()
const { guides, ownOf, problem } = useGuides()
const id = computed(() => String(route.params.id))
const guide = computed(() => guides.value?.find(g => g.id === id.value) ?? null)
const own = computed(() => ownOf(id.value))
const builtIn = computed(() => {
  const known = builtInGuide(id.value)
  return known && guideIn(known, garden.half)
})
const changeWords = computed(() => (own.value?.guide ? 'Change it' : 'Copy and change it for this garden'))
const change = useAddress('change')
const isChanging = computed({
  get: () => change.value === '1',
  set: is => (change.value = is ? '1' : ''),
})
const steps = computed(() => (guide.value ? stepsOf(guide.value) : []))
const cautions = computed(() =>
  cautionsAlong(
    steps.value.map(step => ({ step, tools: FLOWER_WORK[step].tools?.(guide.value!) ?? [] })),
    guide.value?.cautions ?? [],
    garden.garden?.hiddenCautions,
  ),
)
const isGrown = computed(() => garden.cropOf(id.value) !== undefined)
const drop = () => log.note([{ kind: 'guideDropped', subjectId: own.value!.id, payload: {} }])
</script>

<template>
  <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
  <div v-else-if="guide" class="stack">
    <header class="row spread">
      <div>
        <h2 class="name">
          {{ guide.name }} <em class="quiet">{{ guide.botanical }}</em>
        </h2>
        <p class="quiet">
          {{ guide.group }} · {{ flowerForms[guide.form].name }} · pollen
          {{ pollenWords[guide.pollination.pollen]
          }}<template v-if="guide.fruitLoad">
            · a plant carries {{ guide.fruitLoad.low }}–{{ guide.fruitLoad.high }} fruits</template
          >
        </p>
      </div>
      <div class="row">
        <v-btn v-if="isGrown" class="quietly" :to="`/crops/${id}`">What is known by now</v-btn>
        <template v-if="garden.mayNote">
          <v-btn v-if="own?.guide && builtIn" class="quietly" @click="drop">Back to the built-in</v-btn>
          <v-btn variant="flat" @click="isChanging = !isChanging">{{
            isChanging ? 'Close' : changeWords
          }}</v-btn>
        </template>
      </div>
    </header>
    <p v-if="own?.fault" class="hatch doubt">
      The garden’s own guide cannot be read ({{ own.fault }}); the built-in one counts. Set it anew, or take
      it back in <NuxtLink to="/garden">the log</NuxtLink>.
    </p>
    <p v-if="own?.guide" class="hatch doubt">
      This is the garden’s own guide; what differs from the built-in one is marked.
    </p>
    <GuideEditor
      v-if="isChanging && garden.mayNote"
      :key="own?.setAt"
      :guide="own?.guide ?? builtIn ?? guide"
      :own-id="own?.id ?? null"
      :built-in="builtIn ?? null"
      @done="isChanging = false"
    />
    <template v-else>
      <details :key="own?.setAt" class="numbers" :open="Boolean(own?.guide)">
        <summary>Its numbers</summary>
        <GuideNumbers :guide="guide" :built-in="own?.guide ? (builtIn ?? null) : null" />
      </details>
      <ol class="steps">
        <GuideStep
          v-for="(step, i) in steps"
          :key="step"
          :step="step"
          :number="i + 1"
          :guide="guide"
          :cautions="cautions[i]!"
        />
      </ol>
    </template>
  </div>
  <p v-else-if="guides" class="fail" role="alert">
    There is no guide of this name. <NuxtLink to="/guides">All guides</NuxtLink>
  </p>
</template>

<style scoped>
.name {
  font-size: 26px;
}
.name em {
  font-size: 17px;
}
header p {
  margin: 2px 0 0;
}
.numbers summary {
  cursor: pointer;
  min-height: 36px;
  padding: 6px 0;
  color: var(--sap);
  font-weight: 650;
}
.steps {
  list-style: none;
  margin: 0;
  padding: 0;
  columns: 520px;
  column-gap: 12px;
}
</style>
