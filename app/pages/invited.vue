<!-- The link of an invitation: what it offers, and taking it. -->
<script setup lang="ts">
import { dayInWords } from '@virgulta/core/time/days'
import type { InvitationOffer } from '#shared/people'

definePageMeta({ layout: 'bare', isOutside: true })
const store = useSessionStore()
const { session } = storeToRefs(store)
const route = useRoute()
const secret = route.hash.slice(1)
const offer = ref<InvitationOffer | null>(null)
const look = useForm(
  async () =>
    (offer.value = await $fetch<InvitationOffer>('/api/invitations/look', {
      method: 'POST',
      body: { secret },
    })),
)
onMounted(look.submit)
const does = {
  guest: 'read everything',
  hand: 'note work, and take back what you noted',
  keeper: 'do everything, with the people and the data of the garden too',
}
const take = useForm(async () => {
  await store.takeInvitation(secret)
  await navigateTo('/today')
})
const back = { query: { to: route.fullPath } }
</script>

<template>
  <BarePage v-if="offer" :heading="`Into the garden ${offer.garden}`">
    <PaperSheet>
      <p>
        {{ offer.by }} invites you as a <strong>{{ offer.role }}</strong>: you may {{ does[offer.role] }}. The
        link is good once, until {{ dayInWords(offer.expiresAt.slice(0, 10), true) }}.
      </p>
      <v-btn
        v-if="session?.person?.email"
        variant="flat"
        height="48"
        :loading="take.isBusy.value"
        @click="take.submit()"
        >Join as {{ session.person.name }}</v-btn
      >
      <p v-else class="row">
        <v-btn variant="flat" height="48" :to="{ path: '/account/new', ...back }">Make an account</v-btn
        ><v-btn height="48" :to="{ path: '/', ...back }">Sign in</v-btn>
      </p>
      <p v-if="take.problem.value" class="fail" role="alert">{{ take.problem.value.sentence }}</p>
    </PaperSheet>
  </BarePage>
  <BarePage v-else-if="look.problem.value" heading="An invitation"
    ><p class="fail" role="alert">{{ look.problem.value.sentence }}</p></BarePage
  >
</template>
