<!-- Changes a copy of a guide for the garden, or makes a crop of its own of it; the built-in one stays to compare. -->
<script setup lang="ts">
import { bloomDays, guideChoices, guideRangeInWords, guideRanges, guideTexts } from './guideParts'
import { fieldGroups, wordsAt } from './guideFields'
import { CropGuide } from '@virgulta/core/crops/guide'
import type { SchoolStep } from '@virgulta/core/flowers/schools'
import { SCHOOL_STEP_NAMES, schoolWords } from '@virgulta/core/flowers/schools'
import { v7 } from 'uuid'
import * as v from 'valibot'

const { guide, ownId, builtIn } = defineProps<{
  guide: CropGuide
  ownId: string | null
  builtIn: CropGuide | null
}>()
const emit = defineEmits<{ done: [] }>()
const log = useLogStore()
const draft = ref<CropGuide>(guide)
const name = ref('')
const why = ref('')
const scaled = (unit: string) => (unit === '%' ? 100 : 1)
/** What stands in the field; a share is written as per cent. */
const shown = (range: { low: number; high: number } | null, end: 'low' | 'high', unit: string) =>
  range ? Number((range[end] * scaled(unit)).toPrecision(6)) : ''
/** A range of which both ends are emptied is not said; where one end is written, it stands for both until the other is. */
function set(r: (typeof guideRanges)[number], end: 'low' | 'high', typed: string) {
  const number = typed.trim() ? Number(typed.replace(',', '.')) / scaled(r.unit) : null
  const before = r.of(draft.value)
  draft.value = r.with(
    draft.value,
    number === null ? null : before ? { ...before, [end]: number } : { low: number, high: number },
  )
}
const schools = computed(
  () =>
    Object.entries(draft.value.schools) as [SchoolStep, { usual: string; others: string[]; why: string }][],
)
function makeUsual(step: SchoolStep, school: string) {
  const { usual, others, why } = draft.value.schools[step]!
  draft.value = {
    ...draft.value,
    schools: {
      ...draft.value.schools,
      [step]: { usual: school, others: [...new Set([usual, ...others])].filter(s => s !== school), why },
    },
  }
}

/** The first thing that is wrong, in a sentence that says where. */
function faultOf(candidate: CropGuide): string {
  const { success, issues } = v.safeParse(CropGuide, candidate)
  if (success) return ''
  const path = issues[0]!.path?.map(p => String(p.key)) ?? []
  const at = [
    ...guideRanges,
    ...guideTexts,
    ...guideChoices,
    ...bloomDays.map(({ end, words }) => ({ key: `bloom.${end}`, words })),
  ].find(field => path.join('.').startsWith(field.key))
  const words = at?.words ?? wordsAt(path.join('.'))
  return `${words ? `${words}: ` : ''}${issues[0]!.message}`
}
async function save(asNew: boolean) {
  const id = cropId(name.value)
  const candidate = asNew ? { ...draft.value, id, name: name.value.trim() } : draft.value
  why.value = asNew && !id ? 'Give the crop a name with letters.' : faultOf(candidate)
  if (why.value) return
  const isNoted = await log.note([
    { kind: 'guideSet', subjectId: asNew ? v7() : (ownId ?? v7()), payload: { guide: candidate } },
  ])
  if (!isNoted) return (why.value = log.problem?.sentence ?? '')
  emit('done')
  if (asNew) navigateTo(`/guides/${id}`)
}
</script>

<template>
  <form class="stack" @submit.prevent="save(false)">
    <PaperSheet heading="Ranges in which four cases in five lie">
      <div class="ranges">
        <div v-for="r in guideRanges" :key="r.key" class="range">
          <span
            >{{ r.words }}<span class="quiet">{{ r.unit === '%' ? ', %' : '' }}</span></span
          >
          <v-text-field
            :model-value="shown(r.of(draft), 'low', r.unit)"
            :label="`${r.words}, from`"
            inputmode="decimal"
            hide-details
            @change="set(r, 'low', ($event.target as HTMLInputElement).value)"
          />
          <v-text-field
            :model-value="shown(r.of(draft), 'high', r.unit)"
            :label="`${r.words}, to`"
            inputmode="decimal"
            hide-details
            @change="set(r, 'high', ($event.target as HTMLInputElement).value)"
          />
          <span class="quiet small figures">{{
            builtIn ? `built in: ${guideRangeInWords(r.of(builtIn), r.unit)}` : ''
          }}</span>
        </div>
      </div>
    </PaperSheet>
    <PaperSheet heading="What it is">
      <div class="schools">
        <v-select
          v-for="c in guideChoices"
          :key="c.key"
          :model-value="c.of(draft)"
          :label="c.words"
          :items="c.items"
          hide-details
          @update:model-value="draft = c.with(draft, $event)"
        />
        <v-text-field
          v-for="{ end, words } in bloomDays"
          :key="end"
          :model-value="draft.bloom[end]"
          :label="`${words}, month-day`"
          hide-details
          @update:model-value="draft = { ...draft, bloom: { ...draft.bloom, [end]: $event.trim() } }"
        />
      </div>
    </PaperSheet>
    <PaperSheet heading="The usual schools">
      <div class="schools">
        <v-select
          v-for="[step, choice] in schools"
          :key="step"
          :model-value="choice.usual"
          :label="SCHOOL_STEP_NAMES[step]"
          :items="
            [...new Set([choice.usual, ...choice.others])].map(value => ({
              value,
              title: schoolWords(step, value),
            }))
          "
          hide-details
          @update:model-value="makeUsual(step, $event)"
        />
      </div>
      <CountStepper
        :model-value="draft.seasons"
        label="Seasons from flower to flower"
        :least="1"
        :most="20"
        class="passes"
        @update:model-value="draft = { ...draft, seasons: $event }"
      />
      <CountStepper
        :model-value="draft.pollination.passes"
        label="Passes of pollen at most"
        :least="1"
        :most="12"
        class="passes"
        @update:model-value="draft = { ...draft, pollination: { ...draft.pollination, passes: $event } }"
      />
    </PaperSheet>
    <PaperSheet heading="Cues and ways">
      <div class="texts">
        <v-textarea
          v-for="t in guideTexts"
          :key="t.key"
          :model-value="t.of(draft)"
          :label="t.words"
          rows="2"
          auto-grow
          hide-details
          @update:model-value="draft = t.with(draft, $event)"
        />
      </div>
    </PaperSheet>
    <PaperSheet heading="All the rest of it">
      <details v-for="group in fieldGroups" :key="group.heading" class="rest">
        <summary>{{ group.heading }}</summary>
        <GuideFields v-model="draft" :group="group" />
      </details>
    </PaperSheet>
    <p v-if="why" class="fail" role="alert">{{ why }}</p>
    <div class="row">
      <v-btn type="submit" variant="flat">Keep as this garden’s guide</v-btn>
      <v-btn variant="text" class="quietly" @click="emit('done')">Cancel</v-btn>
    </div>
    <div class="row new">
      <WordsField v-model="name" :most="40" label="Or as a crop of its own, called" hide-details /><v-btn
        :disabled="!name.trim()"
        @click="save(true)"
        >Keep as a new crop</v-btn
      >
    </div>
  </form>
</template>

<style scoped>
.rest summary {
  cursor: pointer;
  min-height: 44px;
  padding: 10px 0;
  color: var(--sap);
  font-weight: 650;
}
.ranges {
  display: grid;
  gap: 8px;
}
.range {
  display: grid;
  grid-template-columns: minmax(0, 330px) 110px 110px minmax(0, 1fr);
  gap: 10px;
  align-items: center;
}
.range :deep(label) {
  display: none;
}
.schools,
.texts {
  display: grid;
  gap: 12px;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 280px), 1fr));
}
.passes {
  margin-top: 12px;
}
.new {
  max-width: 560px;
  flex-wrap: nowrap;
  align-items: center;
}
@media (max-width: 700px) {
  .range {
    grid-template-columns: 1fr 1fr;
  }
  .range > span {
    grid-column: 1 / -1;
  }
  .new {
    flex-wrap: wrap;
  }
}
</style>
