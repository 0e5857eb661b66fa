<!-- The year of a plant: reminders that are set for it, those usual for its crop, and one's own. -->
<script setup lang="ts">
import type { Task } from '@virgulta/core/bloom/task'
import { yearOfCrop } from '@virgulta/core/crops/guide'
import type { Plant } from '@virgulta/core/plants/plant'
import { addDays, dayInWords, yearOf } from '@virgulta/core/time/days'

const { plant, reminders } = defineProps<{ plant: Plant; reminders: Task[] }>()
const garden = useGardenStore()
const log = useLogStore()
const ids = useFormIds()
const guide = computed(() => garden.cropOf(plant.crop)!.guide)
/** Days for which a reminder stands before it is late. */
const DAYS = 14
const usual = computed(() =>
  yearOfCrop(guide.value).filter(one => !reminders.some(set => set.why === one.what)),
)
/** The next time that a day of the year comes. */
function nextOf(monthDay: string): string {
  const year = yearOf(garden.today)
  const day = `${year}-${monthDay}`
  return day < garden.today ? `${year + 1}-${monthDay}` : day
}
async function remind(why: string, from: string, every: Task['every']) {
  const isNoted = await log.note([
    {
      kind: 'taskPlanned',
      subjectId: ids.id(),
      payload: {
        does: 'remind',
        crop: plant.crop,
        plantId: plant.id,
        forId: null,
        from,
        until: addDays(from, DAYS),
        why,
        ...(every ? { every } : {}),
      },
    },
  ])
  if (isNoted) ids.renew()
  return isNoted
}
const everyWords = ({ every }: Task) =>
  every === 'year' ? 'every year' : every ? `every ${every} days` : 'once'
const end = (kind: 'taskDone' | 'taskDropped', { id }: Task) =>
  log.note([
    kind === 'taskDone'
      ? { kind, subjectId: id, payload: {} }
      : { kind, subjectId: id, payload: { reason: 'no longer wanted' } },
  ])

const isOpen = ref(false)
const what = ref('')
const from = ref(garden.today)
const REPEATS = [
  ['once', 'once'],
  ['year', 'every year'],
  ['days', 'every so many days'],
] as const
const repeats = ref<'once' | 'year' | 'days' | null>('year')
const days = ref(14)
const why = ref('')
watch(what, () => (why.value = ''))
function begin() {
  what.value = ''
  from.value = garden.today
  repeats.value = 'year'
  why.value = ''
}
async function add() {
  if (!what.value.trim()) return (why.value = 'Say what is to be done.')
  const every = repeats.value === 'year' ? 'year' : repeats.value === 'days' ? days.value : null
  if (await remind(what.value.trim(), from.value, every)) isOpen.value = false
}
</script>

<template>
  <PaperSheet heading="Its year">
    <ul v-if="reminders.length" class="list">
      <li v-for="one in reminders" :key="one.id" class="row line">
        <span class="what"
          ><strong>{{ one.why }}</strong
          ><br /><span class="quiet small"
            >from {{ dayInWords(one.from, true) }}, {{ everyWords(one)
            }}{{ one.doneOn.length ? `, last done ${dayInWords(one.doneOn.at(-1)!, true)}` : '' }}</span
          ></span
        >
        <template v-if="garden.mayNote">
          <v-btn size="small" :aria-label="`Done: ${one.why}`" @click="end('taskDone', one)">Done</v-btn>
          <v-btn
            size="small"
            variant="text"
            class="quietly"
            :aria-label="`No longer: ${one.why}`"
            @click="end('taskDropped', one)"
            >No longer</v-btn
          >
        </template>
      </li>
    </ul>
    <p v-else class="quiet">No reminder is set: feeding, repotting, resting, cutting back.</p>
    <template v-if="garden.mayNote">
      <div class="row">
        <v-btn
          v-for="one in usual"
          :key="one.what"
          size="small"
          class="quietly"
          @click="remind(one.what, nextOf(one.from), 'year')"
          >{{ one.what }}, from {{ dayInWords(nextOf(one.from)) }}</v-btn
        >
        <v-btn size="small" @click="isOpen = true">A reminder of your own</v-btn>
      </div>
    </template>
    <FormDialog
      v-model="isOpen"
      heading="A reminder"
      action="Remind me"
      :of="plant.id"
      @open="begin"
      @submit="add"
    >
      <template #beside><TagLabel :code="plant.code" /></template>
      <WordsField
        v-model="what"
        :most="300"
        label="What is to be done"
        autofocus
        :errors="why ? [why] : []"
      />
      <DayField v-model="from" label="From" />
      <ChipChoice v-model="repeats" label="How often" :options="REPEATS" is-fixed />
      <CountStepper v-if="repeats === 'days'" v-model="days" label="Days" :least="1" :most="3000" />
    </FormDialog>
  </PaperSheet>
</template>

<style scoped>
.list {
  list-style: none;
  margin: 0 0 10px;
  padding: 0;
}
.line {
  flex-wrap: nowrap;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  padding: 4px 0;
}
.what {
  flex: 1;
  min-width: 0;
}
</style>
