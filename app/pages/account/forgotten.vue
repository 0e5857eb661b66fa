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
    <LetterSent v-if="isSent" @again="isSent = false">
      If {{ email }} has an account, a letter is on its way. Follow its link within an hour and choose a new
      password.
    </LetterSent>
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
      <template #beside><NuxtLink to="/">Go to signing in</NuxtLink></template>
    </FormSheet>
  </BarePage>
</template>
