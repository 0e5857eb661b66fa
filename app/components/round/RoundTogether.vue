<!-- Stops that are one on the desk: the same step for the same cross at the same place; noted at once, or opened one by one. -->
<script setup lang="ts">
import { mdiChevronDown, mdiChevronUp } from '@mdi/js'
import { counted } from '@virgulta/core/formats/counted'
import { WORK, answersTo, questionAt } from '@virgulta/core/round/work'
import { dayInWords } from '@virgulta/core/time/days'
import { max } from 'd3-array'
import type { RoundStop } from '#shared/round'

const { stops, readonly } = defineProps<{ stops: RoundStop[]; readonly: boolean }>()
const garden = useGardenStore()
const log = useLogStore()
const first = computed(() => stops[0]!)
const guide = computed(() => garden.cropOf(first.value.crop)!.guide)
const isOpen = ref(false)
/** The usual answer to each; none where it must be asked first. */
const usual = computed(() =>
  stops.map(stop =>
    answersTo(stop, guide.value, garden.today).find(answer => answer.tone === 'main' && !answer.ask),
  ),
)
const label = computed(() => (usual.value.every(Boolean) ? usual.value[0]!.label : null))
const overdue = computed(() => max(stops, s => s.overdue) ?? 0)
const { run: giveAll, isBusy } = useOnce(() => log.note(usual.value.flatMap(answer => answer!.drafts(''))))
</script>

<template>
  <li class="together">
    <RoundLine>
      <template #tag
        ><strong class="figures many">{{ stops.length }} flowers</strong></template
      >
      <template #what>
        <strong>{{ questionAt(first.step, guide) }}</strong>
        <CrossName
          v-if="first.seedParent"
          :seed-parent="first.seedParent"
          :pollen-parent="first.pollenParent"
          class="small"
        />
      </template>
      <template #why>
        {{ first.because }}
        <span v-if="overdue" class="doubt late">{{ counted(overdue, 'day') }} late</span>
        <span v-else-if="first.canWait">It can wait until {{ dayInWords(first.until) }}.</span>
      </template>
      <template #acts>
        <v-btn
          v-if="label && !readonly && garden.mayNote"
          size="small"
          class="usual"
          :aria-busy="isBusy"
          :aria-label="`${label}: all ${stops.length}`"
          @click="giveAll"
          >{{ label }}: all</v-btn
        >
        <v-btn
          size="small"
          class="quietly more"
          :icon="isOpen ? mdiChevronUp : mdiChevronDown"
          :aria-expanded="isOpen"
          :aria-label="`One by one: ${stops.length} flowers, ${WORK[first.step].words}`"
          @click="isOpen = !isOpen"
        />
      </template>
    </RoundLine>
    <ul v-if="isOpen">
      <slot />
    </ul>
  </li>
</template>

<style scoped>
.together {
  border-bottom: 1px solid var(--rule);
  padding: 7px 0;
}
.together:last-child {
  border: 0;
}
.many {
  font-size: 15px;
}
ul {
  list-style: none;
  margin: 6px 0 0;
  padding: 0 0 0 18px;
  border-left: 3px solid var(--rule);
}
@media (max-width: 700px) {
  ul {
    padding-left: 8px;
  }
}
</style>
