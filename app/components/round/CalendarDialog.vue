<!-- The work ahead for a calendar: as a file, or as a secret address to subscribe to, which can be revoked. -->
<script setup lang="ts">
import { mdiDownload } from '@mdi/js'
import { dayInWords } from '@virgulta/core/time/days'
import type { AccessToken } from '#shared/people'

const isOpen = defineModel<boolean>({ required: true })
useDialogStep(isOpen, () => 'calendar')
const garden = useGardenStore()
const { data: every, refetch } = useLive<AccessToken[]>(() => (isOpen.value ? '/api/tokens' : null))
const addresses = computed(() => every.value?.filter(t => t.opens === 'calendar') ?? [])
const address = ref('')
const making = useForm(async () => {
  const { token } = await $fetch<{ token: string }>('/api/tokens', {
    method: 'POST',
    body: { name: `Calendar, ${dayInWords(garden.today)}`, opens: 'calendar' },
  })
  address.value = `${location.origin}/api/calendar/${token}.ics`
  await refetch()
})
async function revoke(id: string) {
  await $fetch(`/api/tokens/${id}`, { method: 'DELETE' })
  address.value = ''
  await refetch()
}
const { copy, copied } = useClipboard()
watch(isOpen, () => (address.value = ''))
</script>

<template>
  <v-dialog v-model="isOpen" aria-label="The round in a calendar" max-width="560">
    <v-card class="card stack">
      <h2>The round in a calendar</h2>
      <p class="quiet">
        The work of the next two months, one entry for each day, step and cross. What the flower’s hours
        decide stands at its hours.
      </p>
      <div class="row">
        <v-btn :prepend-icon="mdiDownload" href="/api/calendar">Calendar file</v-btn
        ><v-btn :disabled="making.isBusy.value" @click="making.submit()"
          >Make an address to subscribe to</v-btn
        >
      </div>
      <p v-if="making.beside()" class="fail" role="alert">{{ making.beside() }}</p>
      <div v-if="address" role="status">
        <p>Whoever has this address can read the work ahead. It is shown this once:</p>
        <p class="code address">{{ address }}</p>
        <v-btn @click="copy(address)">{{ copied ? 'Copied' : 'Copy it' }}</v-btn>
      </div>
      <ul v-if="addresses.length" class="list">
        <li v-for="a in addresses" :key="a.id">
          <span
            >{{ a.name }}
            <span class="quiet small">{{
              a.lastUsedAt ? `last read ${dayInWords(a.lastUsedAt.slice(0, 10))}` : 'not read yet'
            }}</span></span
          ><v-btn variant="text" class="quietly" @click="revoke(a.id)">Revoke</v-btn>
        </li>
      </ul>
      <div class="row"><v-btn variant="text" class="quietly" @click="isOpen = false">Close</v-btn></div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.card {
  padding: 20px;
}
.card p {
  margin: 0;
}
.address {
  overflow-wrap: anywhere;
  font-size: 13px;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
}
.list li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  padding: 4px 0;
}
</style>
