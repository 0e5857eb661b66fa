<!-- What is told of a pass of pollen with one press each: the tool, whether it was clean, the grains that were seen. -->
<script setup lang="ts">
import type { CropGuide } from '@virgulta/core/crops/guide'
import { DONOR_STAGES, GRAINS, donorStageNames } from '@virgulta/core/flowers/kinds'
import type { PassDetails } from '@virgulta/core/flowers/answers'
import type { School, SchoolStep } from '@virgulta/core/flowers/schools'
import { TRANSFER_HINTS, schoolWords } from '@virgulta/core/flowers/schools'
import type { TubeForCross } from '@virgulta/core/garden/pollen'

const pass = defineModel<PassDetails>({ required: true })
const {
  guide,
  blooms = 1,
  tubes = [],
} = defineProps<{
  guide: CropGuide
  /** seed parent and pollen parent are one plant */ isSelf?: boolean
  /** flowers under the tag */ blooms?: number
  /** tubes of the pollen parent that could be used */ tubes?: TubeForCross[]
}>()
const wordsFor = <S extends SchoolStep>(step: S, schools: readonly School<S>[]) =>
  schools.map(school => [school, schoolWords(step, school)] as const)
const sourceWords = wordsFor('source', ['ownFlower', 'samePlant'])
const stageWords = DONOR_STAGES.map(stage => [stage, donorStageNames[stage]] as const)
const grainWords = GRAINS.map(grains => [grains, grains] as const)
const tools = computed(() => {
  const choice = guide.schools.transfer
  return wordsFor('transfer', (choice ? [choice.usual, ...choice.others] : []) as School<'transfer'>[])
})
const hint = computed(() => (pass.value.tool ? TRANSFER_HINTS[pass.value.tool] : undefined))
/** Out of a tube, with what is in it: a bulk has no one father. */
function fromTube(tubeId: string | null) {
  const donors = tubes.find(tube => tube.id === tubeId)?.donors ?? 1
  set({ tubeId, bulkOf: donors > 1 ? donors : null })
}
const set = (change: Partial<PassDetails>) => (pass.value = { ...pass.value, ...change })
const coveredWords = [
  [true, 'covered before'],
  [false, 'stood open'],
] as const
/** What was told of the flower that gives, in a line. */
const donorWords = computed(() => {
  const { donorStage, donorCovered } = pass.value
  const covered = { true: 'covered before', false: 'stood open', null: '' }[String(donorCovered)]
  const told = [donorStage && donorStageNames[donorStage], covered].filter(Boolean)
  return told.length ? `Its flower: ${told.join(', ')}` : 'The flower it comes from'
})
const cleanWords = [
  [true, 'cleaned'],
  [false, 'not cleaned'],
] as const
</script>

<template>
  <div class="pass">
    <TubeChips v-if="tubes.length" :model-value="pass.tubeId" :tubes="tubes" @update:model-value="fromTube" />
    <ChipChoice
      v-if="pass.isAfterAnother"
      :model-value="pass.isToolClean"
      label="Whether the tool was cleaned"
      :options="cleanWords"
      class="clean"
      @update:model-value="set({ isToolClean: $event })"
      ><span class="small"
        >Another plant or pollen than before. Were tool and hands cleaned?</span
      ></ChipChoice
    >
    <details v-if="pass.tubeId === null">
      <summary>{{ donorWords }}</summary>
      <ChipChoice
        :model-value="pass.donorStage"
        label="How far the father’s flower is"
        :options="stageWords"
        @update:model-value="set({ donorStage: $event })"
      />
      <ChipChoice
        :model-value="pass.donorCovered"
        label="Whether the father’s flower stood covered"
        :options="coveredWords"
        @update:model-value="set({ donorCovered: $event })"
      />
    </details>
    <ChipChoice
      :model-value="pass.grains"
      label="Grains seen with the lens"
      :options="grainWords"
      @update:model-value="set({ grains: $event })"
      ><span class="quiet small">Grains seen</span></ChipChoice
    >
    <CountStepper
      v-if="blooms > 1"
      :model-value="pass.reached ?? blooms"
      label="Flowers of the cluster reached"
      :least="1"
      :most="blooms"
      @update:model-value="set({ reached: $event === blooms ? null : $event })"
    />
    <ChipChoice
      v-if="isSelf"
      :model-value="pass.source"
      label="Whose pollen"
      :options="sourceWords"
      @update:model-value="set({ source: $event })"
    />
    <details>
      <summary>
        {{ pass.tool ? `With ${schoolWords('transfer', pass.tool)}` : 'With what?'
        }}{{ pass.isToolClean === false ? ', not cleaned' : '' }}
      </summary>
      <ChipChoice
        :model-value="pass.tool"
        label="The tool"
        :options="tools"
        is-fixed
        @update:model-value="set({ tool: $event })"
      />
      <p v-if="hint" class="quiet small">{{ hint }}</p>
      <ChipChoice
        v-if="!pass.isAfterAnother"
        :model-value="pass.isToolClean"
        label="Whether it was clean"
        :options="cleanWords"
        @update:model-value="set({ isToolClean: $event })"
      />
    </details>
  </div>
</template>

<style scoped>
.pass {
  display: grid;
  gap: 6px;
  width: 100%;
}
.clean {
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: var(--sheet);
  padding: 8px 12px;
}
.clean .small {
  flex-basis: 100%;
}
details p {
  margin: 0;
}
summary {
  cursor: pointer;
  color: var(--sap);
  min-height: 44px;
  display: flex;
  align-items: center;
}
</style>
