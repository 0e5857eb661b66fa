<!-- One's account: the password, and where one is signed in. -->
<script setup lang="ts">
definePageMeta({ layout: 'bare', isOutside: true })
const store = useSessionStore()
const { session } = storeToRefs(store)
const change = reactive({ present: '', next: '' })
const isChanged = ref(false)
const { isBusy, submit, at, beside } = useForm(async () => {
  isChanged.value = false
  await $fetch('/api/account/password', { method: 'PUT', body: change })
  Object.assign(change, { present: '', next: '' })
  isChanged.value = true
})
async function everywhere() {
  await store.signOutEverywhere()
  await navigateTo('/')
}
</script>

<template>
  <BarePage v-if="session?.person?.email" :heading="session.person.name">
    <p class="quiet">{{ session.person.email }}. <NuxtLink to="/?gardens=1">Your gardens</NuxtLink></p>
    <FormSheet
      heading="Change the password"
      action="Change it"
      :busy="isBusy"
      :disabled="!change.present || !change.next"
      :problem="beside('present', 'next')"
      @submit="submit"
    >
      <input type="text" hidden autocomplete="username" :value="session.person.email" />
      <v-text-field
        v-model="change.present"
        label="Present password"
        type="password"
        autocomplete="current-password"
        :error-messages="at('present')"
      />
      <v-text-field
        v-model="change.next"
        label="New password"
        type="password"
        autocomplete="new-password"
        :error-messages="at('next')"
      />
      <p v-if="isChanged" role="status">Changed. Other devices are signed out.</p>
    </FormSheet>
    <PaperSheet heading="Signed in elsewhere">
      <p class="quiet">
        A telephone was lost, or a shared computer forgotten: this signs out every device, this one too.
      </p>
      <v-btn @click="everywhere">Sign out everywhere</v-btn>
    </PaperSheet>
  </BarePage>
  <BarePage v-else heading="No account"
    ><p>You are not signed in. <NuxtLink to="/">To the first page</NuxtLink></p></BarePage
  >
</template>
