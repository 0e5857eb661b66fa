<!-- A forgotten password: asks for the letter with the link. -->
<script setup lang="ts">
definePageMeta({ layout: 'bare', isOutside: true })
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
      <LettersHint />
    </PaperSheet>
    <FormSheet
      v-else
      heading="Where to send the link"
      action="Send it"
      :busy="isBusy"
      :disabled="!email"
      :problem="beside('email')"
      @submit="submit"
    >
      <v-text-field
        v-model="email"
        label="E-mail"
        type="email"
        autocomplete="username"
        :error-messages="at('email')"
      />
    </FormSheet>
  </BarePage>
</template>
