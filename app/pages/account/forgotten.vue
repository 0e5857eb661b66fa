<!-- A forgotten password: asks for the letter with the link. -->
<script setup lang="ts">
definePageMeta({ layout: 'bare', isOutside: true })
const { session } = storeToRefs(useSessionStore())
const email = ref('')
const isSent = ref(false)
const { isBusy, submit, at, beside } = useForm(async () => {
  await $fetch('/api/account/reset', { method: 'POST', body: { email: email.value } })
  isSent.value = true
})
</script>

<template>
  <BarePage heading="Password forgotten">
    <PaperSheet v-if="isSent">
      <p>If {{ email }} has an account, a letter with a link is on its way. The link is good for an hour.</p>
      <p v-if="session?.hasMailTray">Letters are not sent from here: <NuxtLink to="/mail">the mail tray</NuxtLink> shows them.</p>
      <p v-else>Letters are not sent from here; who runs this server finds them in its mail tray, whose address was printed at the start.</p>
    </PaperSheet>
    <FormSheet v-else heading="Where to send the link" action="Send it" :busy="isBusy" :disabled="!email" :problem="beside('email')" @submit="submit">
      <v-text-field v-model="email" label="E-mail" type="email" autocomplete="username" :error-messages="at('email')" />
    </FormSheet>
  </BarePage>
</template>
