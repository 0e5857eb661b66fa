<!-- One stop of the round on the desk: what, why, the usual answer with one press, the others when opened. -->
<script setup lang="ts">
import { mdiChevronDown, mdiChevronUp } from '@mdi/js'
import { counted } from '@virgulta/core/formats/counted'
import { WORK, answersTo, cueOf, questionAt } from '@virgulta/core/round/work'
import { dayInWords } from '@virgulta/core/time/days'
import type { RoundStop } from '#shared/round'

const { stop, isOpen, readonly } = defineProps<{ stop: RoundStop; isOpen: boolean; readonly: boolean }>()
const emit = defineEmits<{ toggle: [] }>()
const to = computed(() => screenOfStop(stop))
const garden = useGardenStore()
const log = useLogStore()
const guide = computed(() => garden.cropOf(stop.crop)!.guide)
const { pass, passed } = usePass(guide, () => stop.flower)
const answers = computed(() => answersTo(stop, guide.value, garden.today, pass.value))
/** What one press notes; what asks first is opened instead. */
const usual = computed(() => answers.value.find(a => a.tone === 'main'))
/** Whether the tool is clean is asked where it came from another plant or pollen. */
const isAskedFirst = computed(
  () =>
    usual.value?.ask ||
    (stop.step === 'pollinate' && pass.value.isAfterAnother && pass.value.isToolClean === null && !isOpen),
)
const { run: give, isBusy } = useOnce(async () => {
  if (isAskedFirst.value) return emit('toggle')
  if (await log.note(usual.value!.drafts(''))) noted()
})
const noted = () => stop.step === 'pollinate' && passed()
</script>

<template>
  <li class="stop" :class="{ open: isOpen }">
    <RoundLine>
      <template #tag><TagLabel :code="stop.code" :to="to" /></template>
      <template #what>
        <strong>{{ questionAt(stop.step, guide, stop.sowing) }}</strong>{{ ' '
        }}<span v-if="stop.plant" class="small">{{ stop.plant.name }}</span>
        <CrossName
          v-else-if="stop.seedParent"
          :seed-parent="stop.seedParent"
          :pollen-parent="stop.pollenParent"
          class="small"
        />
      </template>
      <template #why>
        {{ stop.because }}
        <span v-if="stop.overdue" class="doubt late">{{ counted(stop.overdue, 'day') }} late</span>
        <span v-else-if="stop.canWait" class="waits">It can wait until {{ dayInWords(stop.until) }}.</span>
      </template>
      <template #acts>
        <template v-if="readonly" />
        <template v-else-if="usual && garden.mayNote">
          <v-btn
            size="small"
            class="usual"
            :aria-busy="isBusy"
            :aria-label="`${usual.label}: ${stop.code}`"
            @click="give"
            >{{ usual.label }}</v-btn
          >
          <v-btn
            size="small"
            class="quietly more"
            :icon="isOpen ? mdiChevronUp : mdiChevronDown"
            :aria-expanded="isOpen"
            :aria-label="`Other answers: ${stop.code}`"
            @click="emit('toggle')"
          />
        </template>
        <v-btn v-else size="small" class="usual" :to="to">Open</v-btn>
      </template>
    </RoundLine>
    <div v-if="isOpen" class="answers">
      <TornNotes v-if="stop.flower" :flower="stop.flower" />
      <p>
        {{ cueOf(stop.step, guide).yes }}
        <EstimateMark
          v-if="stop.estimate"
          :estimate="stop.estimate"
          v-bind="markOf(WORK[stop.step].wait!, stop.crop)"
          class="quiet"
        />
      </p>
      <PassChips
        v-if="stop.step === 'pollinate'"
        v-model="pass"
        :guide="guide"
        :is-self="stop.seedParent?.id === stop.pollenParent?.id"
        :blooms="stop.flower?.blooms"
        :tubes="stop.tubes"
        class="pass"
      />
      <AnswerKeys :answers="answers" @noted="noted" />
      <CautionLines :step="stop.step" :guide="guide" />
    </div>
  </li>
</template>

<style scoped>
.stop {
  border-bottom: 1px solid var(--rule);
  padding: 7px 0;
}
.stop:last-child {
  border: 0;
}
.answers {
  padding: 10px 0 8px 122px;
  max-width: 620px;
}
@media (max-width: 700px) {
  .answers {
    padding-left: 0;
  }
}
</style>
