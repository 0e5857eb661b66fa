<!-- One plan over some generations: its numbers, and what comes of it. -->
<script setup lang="ts">
import { PLAN_KINDS } from '@virgulta/core/ahead/planWords'
import type { AheadTerms, AheadTold } from '@virgulta/core/ahead/plans'
import type { PlanAhead } from '@virgulta/core/ahead/plan'
import { counted } from '@virgulta/core/formats/counted'
import { seasonsOf, stepsOf } from '@virgulta/core/ahead/steps'
import { percentWords } from '@virgulta/core/odds/oddsWords'
import type { WaysPage } from '#shared/lineage'

const plan = defineModel<PlanAhead>({ required: true })
const { terms, crop, seasons, isOnly, beginnings } = defineProps<{
  terms: AheadTerms
  crop: string
  /** from a flower to the flowers of its offspring */
  seasons: number
  isOnly: boolean
  /** crosses that it can begin with */
  beginnings: WaysPage['beginnings']
}>()
const garden = useGardenStore()
const emit = defineEmits<{
  told: [told: AheadTold | null]
  drop: []
  /** it is gone from now on */ chosen: [id: string]
}>()
const kind = computed(() => PLAN_KINDS[plan.value.kind])
const numberOf = (key: string) => (plan.value as unknown as Record<string, number>)[key]!
const set = (key: string, value: number | boolean) =>
  (plan.value = { ...plan.value, [key]: value } as PlanAhead)
const {
  answer: told,
  progress,
  refused,
  isStopped,
  stop,
  again,
} = useWork('ahead', () => ({ plan: plan.value, terms }))
watch(told, now => emit('told', now), { immediate: true })
const years = computed(() => seasonsOf(plan.value, seasons))
const sd = (gain: number) => `${gain < 0 ? '−' : '+'}${Math.abs(gain).toFixed(1)}`
/** The scale that gains are drawn on, in deviations. */
const [LOW, HIGH] = [-1, 6]
const place = (gain: number) => `${(100 * (Math.min(HIGH, Math.max(LOW, gain)) - LOW)) / (HIGH - LOW)}%`
const isChoosing = ref(false)
const steps = computed(() => stepsOf(plan.value, terms.isSelfing))
const isOfWished = computed(() => plan.value.kind === 'backcross')
</script>

<template>
  <PaperSheet :heading="kind.name">
    <template #actions>
      <v-btn v-if="!isOnly" variant="text" class="quietly" @click="emit('drop')">Leave out</v-btn>
      <v-btn v-if="garden.mayNote" :disabled="!told" @click="isChoosing = true">Go this way</v-btn>
    </template>
    <p class="quiet small">{{ kind.does }}</p>
    <div class="row tools">
      <CountStepper
        v-for="{ key, words, most } in kind.numbers"
        :key="key"
        :model-value="numberOf(key)"
        :label="words"
        :least="1"
        :most="most"
        @update:model-value="value => set(key, value)"
      />
      <template v-if="plan.kind === 'backcross'">
        <v-checkbox
          :model-value="plan.isHidden"
          label="The allele hides when it is single"
          hide-details
          @update:model-value="value => set('isHidden', Boolean(value))"
        />
        <v-checkbox
          :model-value="plan.hasMarker"
          label="Markers are read"
          hide-details
          @update:model-value="value => set('hasMarker', Boolean(value))"
        />
      </template>
    </div>
    <WorkLine
      :progress="progress"
      :refused="refused"
      :is-stopped="isStopped"
      what="this plan"
      @stop="stop"
      @again="again"
    />
    <div role="status" :aria-label="`What comes of it: ${kind.name}`">
      <dl v-if="told" class="facts">
        <div>
          <dt>Seasons</dt>
          <dd class="figures">{{ years }}</dd>
        </div>
        <div>
          <dt>Plants raised</dt>
          <dd class="figures">{{ told.plants }}</dd>
        </div>
        <div>
          <dt>Worked by hand</dt>
          <dd class="figures">{{ counted(told.worked, 'plant') }}</dd>
        </div>
        <div class="wide">
          <dt>Gain</dt>
          <dd>
            <span class="figures">{{ sd(told.gain.mean) }}</span>{{ ' ' }}
            <span class="quiet small figures">{{ sd(told.gain.low) }} to {{ sd(told.gain.high) }}</span
            >{{ ' ' }}
            <span class="track" aria-hidden="true"
              ><span class="zero" :style="{ left: place(0) }" /><span
                class="range"
                :style="{
                  left: place(told.gain.low),
                  width: `calc(${place(told.gain.high)} - ${place(told.gain.low)})`,
                }" /><span class="mean" :style="{ left: place(told.gain.mean) }"
            /></span>
          </dd>
        </div>
        <div>
          <dt>{{ plan.kind === 'broad' || plan.kind === 'recurrent' ? 'Variety lost' : 'Inbred by' }}</dt>
          <dd class="figures">{{ percentWords(told.inbreeding) }}</dd>
        </div>
        <div v-if="isOfWished && told.likeness !== null">
          <dt>Like the one crossed back to</dt>
          <dd class="figures">{{ percentWords(told.likeness) }}</dd>
        </div>
        <div>
          <dt>Wished allele lost</dt>
          <dd class="figures">{{ percentWords(told.lost) }}</dd>
        </div>
      </dl>
    </div>
    <WayDialog
      v-model="isChoosing"
      :plan="plan"
      :crop="crop"
      :steps="steps"
      :seasons="seasons"
      :beginnings="beginnings"
      @chosen="id => emit('chosen', id)"
    />
  </PaperSheet>
</template>

<style scoped>
.tools {
  align-items: end;
  margin: 10px 0;
}
.facts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 28px;
}
.wide {
  flex: 1 1 220px;
}
dt {
  color: var(--quiet);
  font-size: 13px;
}
dd {
  margin: 0;
  font-weight: 650;
}
.track {
  display: block;
  position: relative;
  height: 12px;
  margin-top: 2px;
  background: var(--wash);
}
.zero,
.mean {
  position: absolute;
  top: 0;
  bottom: 0;
  width: 1px;
  background: var(--quiet);
}
.mean {
  width: 3px;
  background: var(--ink);
}
.range {
  position: absolute;
  top: 3px;
  bottom: 3px;
  background: var(--sap);
}
</style>
