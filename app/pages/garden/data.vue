<!-- The garden's data: out and in again, tokens for programs, and the end. -->
<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import { dayInWords } from '@virgulta/core/time/days'
import { counted } from '@virgulta/core/formats/counted'
import type { GardenSize } from '#shared/garden'
import type { AccessToken } from '#shared/people'

const garden = useGardenStore()
const store = useSessionStore()
const { data: everyToken, refetch } = useLive<AccessToken[]>(() => '/api/tokens')
const tokens = computed(() => everyToken.value?.filter(t => t.opens !== 'calendar'))
const name = ref('')
const opens = ref<'read' | 'note'>('read')
const MAY = { read: 'read the garden', note: 'read, and note work' }
const token = ref('')
const making = useForm(async () => {
  token.value = (
    await $fetch<{ token: string }>('/api/tokens', {
      method: 'POST',
      body: { name: name.value, opens: opens.value },
    })
  ).token
  name.value = ''
  await refetch()
})
async function revoke(id: string) {
  await $fetch(`/api/tokens/${id}`, { method: 'DELETE' })
  await refetch()
}
const { copy, copied } = useClipboard()

const { data: size } = useLive<GardenSize>(() => (garden.isKeeper ? '/api/garden/size' : null))
const MB = 1024 * 1024
const room = (bytes: number) =>
  bytes < MB ? `${Math.ceil(bytes / 1024)} kB` : `${(bytes / MB).toFixed(bytes < 10 * MB ? 1 : 0)} MB`

const jobs = useJobsStore()
onMounted(jobs.load)
const comparisons = computed(() => jobs.jobs.filter(j => j.kind === 'compare').slice(0, 2))

const typed = ref('')
const ending = useForm(async () => {
  await $fetch('/api/garden', { method: 'DELETE', body: { name: typed.value } })
  await store.load()
  await navigateTo('/')
})
</script>

<template>
  <div v-if="garden.garden" class="sides">
    <div class="stack">
      <PaperSheet v-if="garden.isKeeper" heading="Back up">
        <p class="quiet">The whole garden, every entry of its log, as one JSON file with a checksum.</p>
        <p v-if="size" class="quiet">
          The log holds {{ counted(size.entries, 'entry', 'entries') }}, {{ room(size.bytes) }}; on this
          server it may hold {{ size.room.entries.toLocaleString('en') }} entries and
          {{ room(size.room.bytes) }}.
        </p>
        <v-btn :prepend-icon="mdiDownload" href="/api/garden/backup">Back up this garden</v-btn>
      </PaperSheet>
      <RestoreSheet v-if="store.session?.person?.email" />
      <PaperSheet v-if="garden.isKeeper" heading="Compare with the log">
        <p class="quiet">
          Everything shown is worked out from the log. This works all of it out anew, and mends what differs.
        </p>
        <v-btn @click="jobs.compare()">Compare</v-btn>
        <ul v-if="comparisons.length" class="jobs">
          <JobLine v-for="job in comparisons" :key="job.id" :job="job" />
        </ul>
      </PaperSheet>
    </div>
    <div class="stack">
      <FormSheet
        heading="Tokens for programs"
        action="Make a token"
        :busy="making.isBusy.value"
        :disabled="!name.trim()"
        :problem="making.beside('name')"
        @submit="making.submit()"
      >
        <p class="quiet">
          A program that sends a token as <code>Authorization: Bearer …</code> reads this garden, or notes
          work in it as you; neither people nor the garden itself are in its hands. It ends when you change
          your password or sign out everywhere. What it can ask for:
          <a href="/api/openapi.json">the routes</a>.
        </p>
        <WordsField v-model="name" :most="60" label="What it is for" :errors="making.at('name')" />
        <v-select
          v-if="garden.mayNote"
          v-model="opens"
          label="It may"
          :items="Object.entries(MAY).map(([value, title]) => ({ value, title }))"
          hide-details
        />
        <div v-if="token" role="status">
          <p>It is shown this once:</p>
          <p class="code token">{{ token }}</p>
          <v-btn @click="copy(token)">{{ copied ? 'Copied' : 'Copy it' }}</v-btn>
        </div>
        <ul v-if="tokens?.length" class="tokens">
          <li v-for="t in tokens" :key="t.id">
            <span class="what"
              >{{ t.name }}
              <span class="quiet small"
                >may {{ MAY[t.opens as 'read' | 'note'] }};
                {{
                  t.lastUsedAt ? `last used ${dayInWords(t.lastUsedAt.slice(0, 10))}` : 'not used yet'
                }}</span
              ></span
            >
            <v-btn variant="text" class="quietly" @click="revoke(t.id)">Revoke</v-btn>
          </li>
        </ul>
      </FormSheet>
      <FormSheet
        v-if="garden.isKeeper"
        heading="Delete the garden"
        action="Delete it for ever"
        :busy="ending.isBusy.value"
        :disabled="typed.trim() !== garden.garden.name"
        :problem="ending.beside('name')"
        @submit="ending.submit()"
      >
        <p class="quiet">With its whole log, for everybody in it. This cannot be undone: back it up first.</p>
        <v-text-field
          v-model="typed"
          :label="`Type its name: ${garden.garden.name}`"
          autocomplete="off"
          :error-messages="ending.at('name')"
        />
      </FormSheet>
    </div>
  </div>
</template>

<style scoped>
p + .v-btn {
  margin-top: 10px;
}
.jobs {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
}
.tokens {
  list-style: none;
  margin: 0;
  padding: 0;
}
.tokens li {
  display: flex;
  align-items: center;
  gap: 12px;
  border-bottom: 1px solid var(--rule);
  padding: 4px 0;
}
.what {
  flex: 1;
}
.token {
  overflow-wrap: anywhere;
  font-size: 13px;
  margin: 6px 0;
}
</style>
