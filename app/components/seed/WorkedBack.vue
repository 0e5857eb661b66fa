<!-- When seed has to be begun for plants or flowers to be there on a day. -->
<script setup lang="ts">
import { germinationOn } from '@virgulta/core/seed/drawer'
import type { Plant } from '@virgulta/core/plants/plant'
import type { Days } from '@virgulta/core/season/band'
import type { Raised, Wanted } from '@virgulta/core/seed/workedBack'
import { RAISED, WANTED, againstPlace, backWords, workedBack } from '@virgulta/core/seed/workedBack'
import { addDays, dayInWords, daysBetween } from '@virgulta/core/time/days'
import type { LotStory } from '#shared/seed'

const { story } = defineProps<{ story: LotStory }>()
const { crop, lastFrost: frost } = story
const garden = useGardenStore()
const OPTIONS = Object.entries(WANTED) as [Wanted, string][]
/** Nearer than that nothing can be aimed at. */
const SOON_DAYS = 120
const wanted = ref<Wanted | null>('plantOut')
const of = computed(() => garden.cropOf(crop)!)
const wayTo = (day: string) =>
  workedBack(wanted.value ?? 'plantOut', day, of.value.guide, of.value.knowledge.days.toUp)
/** After the last frost, and no sooner than can be done when it is begun today. */
function usualDay(): string {
  const day = frost?.late ?? addDays(garden.today, SOON_DAYS)
  const begin = wayTo(day)?.[0]?.from ?? garden.today
  return begin < garden.today ? addDays(day, daysBetween(begin, garden.today)) : day
}
const on = ref(usualDay())
const way = computed(() => (on.value ? wayTo(on.value) : []))
/** What of the packet comes up if it is begun on the first of these days: the older, the less. */
const comesUp = computed(() => {
  const begin = way.value?.[0]?.from
  const { knowledge, guide } = of.value
  const belief = { germination: knowledge.shares.germination, keepsYears: guide.seedHandling.keepsYears }
  const celsiusOf = (id: string) => story.stores.find(store => store.id === id)?.celsius ?? null
  return begin && begin > garden.today ? germinationOn(story.lot, belief, celsiusOf, begin) : null
})
const percent = (share: number) => Math.round(share * 100)
const isTooLate = computed(() => Boolean(way.value?.[0] && way.value[0].until < garden.today))
const where = ref<Raised | null>('lamps')
const PLACES = Object.entries(RAISED) as [Raised, string][]
const against = computed(() =>
  againstPlace(way.value ?? [], where.value ?? 'lamps', {
    frostUntil: frost?.late ?? null,
    dark: story.shortDays,
  }),
)
/** A plant that its first flowers are to meet; the day is then a third into its bloom. */
const partner = ref<Pick<Plant, 'id' | 'name' | 'code' | 'crop'> | null>(null)
const { data: coming } = useLive<Days[]>(() =>
  partner.value ? `/api/bloom/coming?plant=${partner.value.id}` : null,
)
const into = ({ from, to }: Days) => addDays(from, Math.round(daysBetween(from, to) / 3))
/** The first of its blooms that can still be met. */
const met = computed(() => {
  const blooms = partner.value ? (coming.value ?? []) : []
  return blooms.find(bloom => (wayTo(into(bloom))?.[0]?.until ?? '') >= garden.today) ?? blooms.at(-1) ?? null
})
watch(met, bloom => bloom && (on.value = into(bloom)))
</script>

<template>
  <PaperSheet heading="Sow in time">
    <div class="stack">
      <div class="row">
        <ChipChoice v-model="wanted" label="What is wanted" :options="OPTIONS" is-fixed />
        <DayField v-model="on" label="On" />
      </div>
      <PlantPicker v-if="wanted === 'flower'" v-model="partner" label="Together with, if with a plant" />
      <p v-if="partner && wanted === 'flower'" class="quiet">
        <template v-if="met"
          >{{ partner.name }} flowers about {{ dayInWords(met.from, true) }} to
          {{ dayInWords(met.to, true) }}: aimed at {{ dayInWords(into(met), true) }}.</template
        >
        <template v-else-if="coming">Nothing is foretold of when {{ partner.name }} flowers.</template>
      </p>
      <ChipChoice v-model="where" label="Where they are raised" :options="PLACES" is-fixed
        ><span class="quiet small">Raised</span></ChipChoice
      >
      <ol v-if="way?.length" class="way">
        <li v-for="step in way" :key="step.what">
          <span>{{ backWords[step.what] }}</span>
          <span class="figures"
            >{{ dayInWords(step.from, true)
            }}{{ step.until === step.from ? '' : ` – ${dayInWords(step.until, true)}` }}</span
          >
        </li>
      </ol>
      <p v-else-if="way === null" class="quiet">
        It flowers only after years: no day can be aimed at. Ask for plants to set out instead.
      </p>
      <p v-if="comesUp">
        Begun on the first of these days, about {{ percent(comesUp.median) }} % of it should come up
        <span class="quiet small figures">{{ percent(comesUp.low) }}–{{ percent(comesUp.high) }}</span
        >.
      </p>
      <p v-if="isTooLate" class="doubt hatch">The last day to begin is over: it will be later than that.</p>
      <p v-for="sentence in against" :key="sentence" class="doubt">{{ sentence }}</p>
      <p class="quiet small">
        Begun on the first day it is most likely in time, on the last as likely as not too late. Days of this
        garden’s trays and its guide{{ frost ? `; frost of ${frost.years} years` : '' }}.
      </p>
    </div>
  </PaperSheet>
</template>

<style scoped>
.way {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
.way li {
  display: grid;
  grid-template-columns: 170px 1fr;
  gap: 8px;
}
</style>
