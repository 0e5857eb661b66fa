<!-- The first page: look around, sign in, or open one of one's gardens. -->
<script setup lang="ts">
import type { Demo } from '#shared/demos'
import { DEMOS } from '#shared/demos'
import type { SiteDraft } from '../components/weather/TownPicker.vue'

definePageMeta({ layout: 'bare', isOutside: true })
const store = useSessionStore()
const { session } = storeToRefs(store)
const route = useRoute()
const onward = () =>
  navigateTo(
    typeof route.query.to === 'string' && /^\/(?!\/)/.test(route.query.to) ? route.query.to : '/today',
  )
/** Where to sign up, and back to what was wanted. */
const signUpAddress = computed(() => ({
  path: '/account/new',
  query: route.query.to ? { to: route.query.to } : {},
}))

const email = ref('')
const password = ref('')
const signIn = useForm(async () => {
  await store.signIn({ email: email.value, password: password.value })
  password.value = ''
  if (session.value?.gardenId || String(route.query.to).startsWith('/invited')) await onward()
})
const wanted = ref<Demo>('lake')
const demo = useForm(async () => {
  await store.openDemo(wanted.value)
  await onward()
})
function look(at: Demo) {
  wanted.value = at
  void demo.submit()
}
const wish = useLocalStorage(
  'virgulta-new-garden',
  {
    name: '',
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    where: { by: 'town', town: null, latitude: '', longitude: '' } as SiteDraft,
  },
  { mergeDefaults: true },
)
const tried = ref(false)
const isPlaced = computed(() => wish.value.where.by === 'later' || siteOf(wish.value.where) !== null)
/** The clock goes with the town; both at once, so that a reload finds them together. */
function place(where: SiteDraft) {
  const { town } = where
  wish.value =
    town && town !== wish.value.where.town
      ? { ...wish.value, where, zone: town.zone }
      : { ...wish.value, where }
}
const zones = Intl.supportedValuesOf('timeZone')
const start = useForm(async () => {
  const { name, zone, where } = wish.value
  await store.startGarden({ name, zone, site: siteOf(where) })
  wish.value = { ...wish.value, name: '', where: { by: 'town', town: null, latitude: '', longitude: '' } }
  tried.value = false
  await onward()
})
function begin() {
  tried.value = true
  if (isPlaced.value) void start.submit()
}
/** Of a garden that stays shut the backup can still be had. */
async function backUp(id: string) {
  await store.openGarden(id)
  location.assign('/api/garden/backup')
}
async function open(id: string) {
  await store.openGarden(id)
  await onward()
}
</script>

<template>
  <div v-if="session" class="first">
    <div class="words">
      <p class="display name">Virgulta</p>
      <h1>From the flower to the seedlings worth keeping</h1>
      <p>
        Plan a cross, work its flowers at the right hour, follow the seed, and see what the numbers say. What
        you note is written once; the rest is worked out.
      </p>
      <svg viewBox="0 0 460 120" class="stem" aria-hidden="true">
        <path
          class="plan"
          d="M4 34C90 34 120 8 220 8S350 40 452 52M4 86C90 86 120 112 220 112S350 80 452 68"
        />
        <path
          class="body"
          d="M4 40C90 40 120 16 220 18S350 46 452 56V64C350 74 310 102 220 102S90 80 4 80Z"
        />
      </svg>
    </div>
    <div class="ways">
      <PaperSheet v-if="session.demos.length && !session.person" heading="Look around">
        <p class="quiet">
          {{ DEMOS.lake }} is a made-up lakeside garden with four seasons of chilli, hellebore and squash
          crosses. It is 12 June there, early in the morning. You get a copy of your own for a week: try
          anything.
        </p>
        <v-btn
          variant="flat"
          height="48"
          :loading="demo.isBusy.value && wanted === 'lake'"
          @click="look('lake')"
          >Open the demo garden</v-btn
        >
        <template v-if="session.demos.includes('bay')">
          <p class="quiet apart">
            {{ DEMOS.bay }} is a small one by the sea, south of the equator: lilies, dahlias, and tomatoes
            under glass. It is 15 December there, high summer.
          </p>
          <v-btn height="48" :loading="demo.isBusy.value && wanted === 'bay'" @click="look('bay')"
            >Open the garden in the south</v-btn
          >
        </template>
        <p v-if="demo.problem.value" class="fail" role="alert">{{ demo.problem.value.sentence }}</p>
      </PaperSheet>
      <FormSheet
        v-if="!session.person"
        heading="Your own garden"
        action="Sign in"
        :busy="signIn.isBusy.value"
        :disabled="!email || !password"
        :problem="signIn.beside('email', 'password')"
        @submit="signIn.submit()"
      >
        <v-text-field
          v-model="email"
          label="E-mail"
          type="email"
          autocomplete="username"
          :error-messages="signIn.at('email')"
        />
        <v-text-field
          v-model="password"
          label="Password"
          type="password"
          autocomplete="current-password"
          :error-messages="signIn.at('password')"
        />
        <template #beside
          ><span
            ><NuxtLink :to="signUpAddress">Make an account</NuxtLink> &ensp;
            <NuxtLink to="/account/forgotten">Password forgotten</NuxtLink></span
          ></template
        >
      </FormSheet>
      <template v-else>
        <PaperSheet v-if="session.gardens.length" heading="Your gardens">
          <ul class="gardens">
            <li v-for="g in session.gardens" :key="g.id">
              <div v-if="g.fault" class="doubt hatch shut">
                <p>
                  <strong>{{ g.name }}</strong> stays shut: its log does not fit together by the rules of this
                  version. Nothing of it is lost. {{ g.fault }}
                </p>
                <v-btn v-if="g.role === 'keeper'" height="40" @click="backUp(g.id)">Back it up</v-btn>
              </div>
              <v-btn v-else height="48" block class="garden" @click="open(g.id)"
                ><span>{{ g.name }}</span
                ><span class="quiet small">{{ g.role }}</span></v-btn
              >
            </li>
          </ul>
        </PaperSheet>
        <FormSheet
          v-if="session.person.email"
          :heading="
            session.gardens.length ? 'Start another' : `Welcome, ${session.person.name}. Start a garden`
          "
          action="Start an empty garden"
          :busy="start.isBusy.value"
          :disabled="!wish.name.trim()"
          :problem="start.beside('name', 'zone')"
          @submit="begin"
        >
          <WordsField v-model="wish.name" :most="80" label="Name of the garden" :errors="start.at('name')" />
          <TownPicker :model-value="wish.where" with-later :tried="tried" @update:model-value="place" />
          <v-autocomplete
            v-model="wish.zone"
            label="Time zone"
            :items="zones"
            :error-messages="start.at('zone')"
          />
        </FormSheet>
        <RestoreSheet v-if="session.person.email" />
        <p class="quiet">
          Signed in as {{ session.person.email ?? session.person.name }}.
          <NuxtLink v-if="session.person.email" to="/account">Your account</NuxtLink>{{ ' ' }}
          <button type="button" class="link" @click="store.signOut()">Sign out</button>
        </p>
      </template>
      <p v-if="session.hasMailTray" class="quiet small">
        Letters are not sent from here: <NuxtLink to="/mail">the mail tray</NuxtLink> shows them.
      </p>
    </div>
  </div>
</template>

<style scoped>
.first {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(340px, 100%), 1fr));
  gap: 48px;
  max-width: 1040px;
  margin: 0 auto;
  padding: 64px 24px;
  align-items: center;
  min-height: 100vh;
  align-content: center;
}
.name {
  font-size: 22px;
  margin-bottom: 24px;
  color: var(--sap);
}
h1 {
  font-size: 44px;
  margin-bottom: 16px;
}
.ways {
  display: grid;
  gap: 16px;
}
/* A second way of the same sheet. */
.apart {
  margin-top: 18px;
}
.ways .v-btn {
  margin-top: 10px;
}
.gardens {
  list-style: none;
  margin: 0;
  padding: 0;
}
.shut {
  padding: 10px;
  margin-top: 10px;
  overflow-wrap: anywhere;
}
.garden :deep(.v-btn__content) {
  display: flex;
  gap: 10px;
}
.stem {
  width: 100%;
  margin-top: 24px;
}
.stem .body {
  fill: var(--sap);
}
.stem .plan {
  fill: none;
  stroke: var(--quiet);
  stroke-dasharray: 5 4;
}
</style>
