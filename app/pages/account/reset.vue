<!-- Sets a forgotten password anew, with the link of the letter. -->
<script setup lang="ts">
definePageMeta({ layout: 'bare', isOutside: true })
const store = useSessionStore()
const route = useRoute()
const password = ref('')
const isDone = ref(false)
const { isBusy, submit, at, beside } = useForm(async () => {
  await $fetch('/api/account/reset', {
    method: 'PUT',
    body: { secret: route.hash.slice(1), password: password.value },
  })
  await store.load()
  isDone.value = true
})
</script>

<template>
  <BarePage heading="A new password">
    <PaperSheet v-if="isDone"
      ><p>The password is set, and every device is signed out.</p>
      <NuxtLink to="/">Sign in</NuxtLink></PaperSheet
    >
    <FormSheet
      v-else
      heading="Choose it"
      action="Set the password"
      :busy="isBusy"
      :disabled="!password"
      :problem="beside('password')"
      @submit="submit"
    >
      <v-text-field
        v-model="password"
        label="New password"
        type="password"
        autocomplete="new-password"
        :error-messages="at('password')"
        hint="At least 10 letters; three or four words are good"
        persistent-hint
      />
      <template #beside><NuxtLink to="/account/forgotten">Ask for a new link</NuxtLink></template>
    </FormSheet>
  </BarePage>
</template>
