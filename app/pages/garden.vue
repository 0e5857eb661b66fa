<!-- The garden: its name and clock; below, its log, its people, its data. -->
<script setup lang="ts">
import { dayInWords } from '@virgulta/core/time/days'

const garden = useGardenStore()
const store = useSessionStore()
const parts = [
  { to: '/garden', word: 'Log and look' },
  { to: '/garden/people', word: 'People' },
  { to: '/garden/devices', word: 'Devices' },
  { to: '/garden/data', word: 'Data' },
]
async function signOut() {
  await store.signOut()
  await navigateTo('/')
}
</script>

<template>
  <div v-if="garden.garden" class="stack">
    <PageHead :heading="garden.garden.name">
      <p class="quiet">
        {{ garden.garden.person }}, {{ garden.garden.role }}. {{ dayInWords(garden.today, true) }}, time of
        {{ garden.garden.zone.replace('_', ' ') }}.
      </p>
      <template #actions>
        <template v-if="store.session?.person?.email">
          <v-btn to="/account">Your account</v-btn>
          <v-btn to="/?gardens=1">Your gardens</v-btn>
          <v-btn class="quietly" @click="signOut">Sign out</v-btn>
        </template>
        <v-btn v-else @click="signOut">Leave the demo garden</v-btn>
      </template>
    </PageHead>
    <ClockSteps v-if="garden.garden.isDemo && garden.isKeeper" />
    <PartsNav :parts="parts" label="Parts of the garden" />
    <NuxtPage />
  </div>
</template>
