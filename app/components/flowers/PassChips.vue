<!-- What is told of a pass of pollen with one press each: the tool, whether it was clean, the grains that were seen. -->
<script setup lang="ts">
import type { CropGuide } from '@virgulta/core/crops/guide'
import { DONOR_STAGES, GRAINS, donorStageNames } from '@virgulta/core/flowers/kinds'
import type { PassDetails } from '@virgulta/core/flowers/answers'
import type { School } from '@virgulta/core/flowers/schools'
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
const sources = ['ownFlower', 'samePlant'] as const
const tools = computed(() => {
  const choice = guide.schools.transfer
  return (choice ? [choice.usual, ...choice.others] : []) as School<'transfer'>[]
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
    <div v-if="pass.isAfterAnother" role="group" aria-label="Whether the tool was cleaned" class="clean">
      <span class="small">Another plant or pollen than before. Were tool and hands cleaned?</span>
      <button
        v-for="[isClean, words] in cleanWords"
        :key="words"
        type="button"
        class="chip"
        :aria-pressed="pass.isToolClean === isClean"
        @click="set({ isToolClean: pass.isToolClean === isClean ? null : isClean })"
      >
        {{ words }}
      </button>
    </div>
    <details v-if="pass.tubeId === null">
      <summary>
        {{ donorWords }}
      </summary>
      <div role="group" aria-label="How far the father’s flower is">
        <button
          v-for="s in DONOR_STAGES"
          :key="s"
          type="button"
          class="chip"
          :aria-pressed="pass.donorStage === s"
          @click="set({ donorStage: pass.donorStage === s ? null : s })"
        >
          {{ donorStageNames[s] }}
        </button>
      </div>
      <div role="group" aria-label="Whether the father’s flower stood covered">
        <button
          v-for="[isCovered, words] in coveredWords"
          :key="words"
          type="button"
          class="chip"
          :aria-pressed="pass.donorCovered === isCovered"
          @click="set({ donorCovered: pass.donorCovered === isCovered ? null : isCovered })"
        >
          {{ words }}
        </button>
      </div>
    </details>
    <div role="group" aria-label="Grains seen with the lens">
      <span class="quiet small">Grains seen</span>
      <button
        v-for="g in GRAINS"
        :key="g"
        type="button"
        class="chip"
        :aria-pressed="pass.grains === g"
        @click="set({ grains: pass.grains === g ? null : g })"
      >
        {{ g }}
      </button>
    </div>
    <CountStepper
      v-if="blooms > 1"
      :model-value="pass.reached ?? blooms"
      label="Flowers of the cluster reached"
      :least="1"
      :most="blooms"
      @update:model-value="set({ reached: $event === blooms ? null : $event })"
    />
    <div v-if="isSelf" role="group" aria-label="Whose pollen">
      <button
        v-for="s in sources"
        :key="s"
        type="button"
        class="chip"
        :aria-pressed="pass.source === s"
        @click="set({ source: pass.source === s ? null : s })"
      >
        {{ schoolWords('source', s) }}
      </button>
    </div>
    <details>
      <summary>
        {{ pass.tool ? `With ${schoolWords('transfer', pass.tool)}` : 'With what?'
        }}{{ pass.isToolClean === false ? ', not cleaned' : '' }}
      </summary>
      <div role="group" aria-label="The tool">
        <button
          v-for="t in tools"
          :key="t"
          type="button"
          class="chip"
          :aria-pressed="pass.tool === t"
          @click="set({ tool: t })"
        >
          {{ schoolWords('transfer', t) }}
        </button>
      </div>
      <p v-if="hint" class="quiet small">{{ hint }}</p>
      <div v-if="!pass.isAfterAnother" role="group" aria-label="Whether it was clean">
        <button
          v-for="[isClean, words] in cleanWords"
          :key="words"
          type="button"
          class="chip"
          :aria-pressed="pass.isToolClean === isClean"
          @click="set({ isToolClean: pass.isToolClean === isClean ? null : isClean })"
        >
          {{ words }}
        </button>
      </div>
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
.pass > div,
details > div {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 4px 0;
}
summary {
  cursor: pointer;
  color: var(--sap);
  min-height: 44px;
  display: flex;
  align-items: center;
}
</style>
