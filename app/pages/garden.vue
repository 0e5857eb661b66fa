<!-- The garden: its name and clock, how the screens look, and the whole log. -->
<script setup lang="ts">
import { dayInWords } from '@virgulta/core/time/days'
import type { LogLine } from '#shared/entries'
import type { Look } from '../theme/looks'

const garden = useGardenStore()
const { look } = storeToRefs(useLookStore())
const route = useRoute()
const router = useRouter()
const SIZE = 50
const page = computed({ get: () => Number(route.query.page ?? 1), set: n => router.replace({ query: { ...route.query, page: n > 1 ? String(n) : undefined } }) })
const { data: log, problem } = useLive<{ lines: LogLine[], total: number }>(() => `/api/entries?page=${page.value}&size=${SIZE}`)
const allLooks: { value: Look, title: string }[] = [{ value: 'paper', title: 'Paper' }, { value: 'dark', title: 'Dark' }, { value: 'sun', title: 'Sun' }]
async function close() {
  await garden.close()
  await navigateTo('/')
}
</script>

<template>
  <div v-if="garden.garden" class="stack">
    <header class="row spread">
      <div>
        <h1>{{ garden.garden.name }}</h1>
        <p class="quiet">{{ garden.garden.person }}, keeper. {{ dayInWords(garden.today, true) }}, time of {{ garden.garden.zone.replace('_', ' ') }}.</p>
      </div>
      <v-btn @click="close">Close this garden</v-btn>
    </header>
    <ClockSteps v-if="garden.garden.isDemo" />
    <div class="columns">
      <PaperSheet heading="The log">
        <p class="quiet">Everything that was noted, the latest first. Taking an entry back leaves it readable.</p>
        <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
        <template v-if="log?.total">
          <LogLines :lines="log.lines" />
          <v-pagination v-if="log.total > SIZE" v-model="page" :length="Math.ceil(log.total / SIZE)" :total-visible="5" density="compact" />
        </template>
        <p v-else-if="log" class="quiet">Nothing is noted yet.</p>
      </PaperSheet>
      <div class="stack">
        <PaperSheet heading="Look">
          <v-btn-toggle v-model="look" mandatory density="compact" variant="outlined" color="primary" aria-label="Look">
            <v-btn v-for="l in allLooks" :key="l.value" :value="l.value">{{ l.title }}</v-btn>
          </v-btn-toggle>
          <p class="quiet small note">Sun is black on white and heavier, for outdoors. The choice is kept on this device.</p>
        </PaperSheet>
        <PaperSheet heading="Places">
          <ol class="places"><li v-for="place in garden.garden.places" :key="place.id">{{ place.name }}</li></ol>
          <p class="quiet small note">In the order of the walk.</p>
        </PaperSheet>
      </div>
    </div>
  </div>
</template>

<style scoped>
.columns { display: grid; grid-template-columns: minmax(0, 1fr) 320px; gap: 16px; align-items: start; }
@media (max-width: 900px) { .columns { grid-template-columns: minmax(0, 1fr); } }
.places { margin: 0; padding-left: 20px; }
.note { margin: 8px 0 0; }
</style>
