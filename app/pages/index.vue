<!-- The first page: open the demo garden, or start one's own. -->
<script setup lang="ts">
definePageMeta({ layout: 'bare' })
const garden = useGardenStore()
const route = useRoute()
const { data: session } = useLive<{ isOpen: boolean, hasDemo: boolean }>(() => '/api/session')

const wish = useLocalStorage('virgulta-new-garden', { name: '', keeper: '', zone: Intl.DateTimeFormat().resolvedOptions().timeZone })
const zones = Intl.supportedValuesOf('timeZone')
const problem = ref<{ sentence: string, field?: string } | null>(null)
const onward = () => navigateTo(typeof route.query.to === 'string' && route.query.to.startsWith('/') && !route.query.to.startsWith('//') ? route.query.to : '/today')

async function open(way: () => Promise<void>) {
  problem.value = null
  try {
    await way()
    await onward()
  }
  catch (error) {
    problem.value = problemOf(error)
  }
}
const errorAt = (field: string) => problem.value?.field === field ? [problem.value.sentence] : []
</script>

<template>
  <div class="first">
    <div class="words">
      <p class="display name">Virgulta</p>
      <h1>From the flower to the seedlings worth keeping</h1>
      <p>Plan a cross, work its flowers at the right hour, follow the seed, and see what the numbers say. What you note is written once; the rest is worked out.</p>
      <svg viewBox="0 0 460 120" class="stem" aria-hidden="true">
        <path class="plan" d="M4 34C90 34 120 8 220 8S350 40 452 52M4 86C90 86 120 112 220 112S350 80 452 68" />
        <path class="body" d="M4 40C90 40 120 16 220 18S350 46 452 56V64C350 74 310 102 220 102S90 80 4 80Z" />
      </svg>
    </div>
    <div class="ways">
      <PaperSheet heading="Look around">
        <p class="quiet">Quillmere Glasshouses is a made-up lakeside garden with four seasons of chilli, hellebore and squash crosses. It is 12 June there, early in the morning; you can move its clock on.</p>
        <v-btn variant="flat" height="48" :disabled="session ? !session.hasDemo : false" @click="open(garden.openDemo)">Open the demo garden</v-btn>
        <p v-if="session && !session.hasDemo" class="quiet small note">The demo garden was left out when Virgulta was started with --empty.</p>
      </PaperSheet>
      <PaperSheet heading="Start your own">
        <form class="stack" @submit.prevent="open(() => garden.create(wish))">
          <v-text-field v-model="wish.name" label="Name of the garden" maxlength="80" :error-messages="errorAt('name')" />
          <v-text-field v-model="wish.keeper" label="Your name" maxlength="80" :error-messages="errorAt('keeper')" autocomplete="name" />
          <v-autocomplete v-model="wish.zone" label="Time zone" :items="zones" :error-messages="errorAt('zone')" />
          <v-btn type="submit" height="48" :disabled="!wish.name.trim() || !wish.keeper.trim()">Start an empty garden</v-btn>
        </form>
      </PaperSheet>
      <p v-if="problem && !problem.field" class="fail" role="alert">{{ problem.sentence }}</p>
    </div>
  </div>
</template>

<style scoped>
.first { display: grid; grid-template-columns: repeat(auto-fit, minmax(min(340px, 100%), 1fr)); gap: 48px; max-width: 1040px; margin: 0 auto; padding: 64px 24px; align-items: center; min-height: 100vh; align-content: center; }
.name { font-size: 22px; margin-bottom: 24px; color: var(--sap); }
h1 { font-size: 44px; margin-bottom: 16px; }
.ways { display: grid; gap: 16px; }
.note { margin-top: 8px; }
.ways .v-btn { margin-top: 10px; }
.stem { width: 100%; margin-top: 24px; }
.stem .body { fill: var(--sap); }
.stem .plan { fill: none; stroke: var(--quiet); stroke-dasharray: 5 4; }
</style>
