<!-- Makes an account. -->
<script setup lang="ts">
definePageMeta({ layout: 'bare', isOutside: true })
const store = useSessionStore()
const route = useRoute()
const { session } = storeToRefs(store)
const wish = reactive({ name: '', email: '', password: '' })
const sentTo = ref('')
const isComplete = computed(
  () => wish.name.trim() && wish.email && (wish.password || !session.value?.signsUpAtOnce),
)
const { isBusy, submit, at, beside } = useForm(async () => {
  const { isSignedIn } = await store.signUp({ ...wish, password: wish.password || undefined })
  if (!isSignedIn) {
    sentTo.value = wish.email
    return
  }
  await navigateTo(String(route.query.to ?? '').startsWith('/invited') ? String(route.query.to) : '/')
})
</script>

<template>
  <BarePage heading="Make an account">
    <LetterSent v-if="sentTo" @again="sentTo = ''">
      A letter is on its way to {{ sentTo }}. Follow its link within an hour, choose your password, and sign
      in.
    </LetterSent>
    <FormSheet
      v-else
      heading="You"
      action="Make the account"
      :busy="isBusy"
      :disabled="!isComplete"
      :problem="beside('name', 'email', 'password')"
      @submit="submit"
    >
      <WordsField
        v-model="wish.name"
        :most="80"
        label="Your name"
        autocomplete="name"
        :errors="at('name')"
        hint="As it stands in the log beside what you note"
        persistent-hint
      />
      <v-text-field
        v-model="wish.email"
        label="E-mail"
        type="email"
        autocomplete="username"
        :error-messages="at('email')"
      />
      <v-text-field
        v-if="session?.signsUpAtOnce"
        v-model="wish.password"
        label="Password"
        type="password"
        autocomplete="new-password"
        :error-messages="at('password')"
        hint="At least 10 letters; three or four words are good"
        persistent-hint
      />
      <template #beside><NuxtLink to="/">I have an account</NuxtLink></template>
    </FormSheet>
  </BarePage>
</template>
