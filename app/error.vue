<!-- An address that leads nowhere, a server that is away, or a fault. -->
<script setup lang="ts">
import type { NuxtError } from '#app'

const { error } = defineProps<{ error: NuxtError }>()
// It stands in place of the application.
useLookOnPage()
const isServerAway = error.statusCode === AWAY
/** What each says, and the way on. */
const told =
  error.statusCode === 404
    ? { heading: 'There is nothing at this address', words: 'It may have been moved or mistyped.' }
    : isServerAway
      ? {
          heading: 'The garden’s server does not answer',
          words:
            'Look whether there is a signal here, or wait a moment: it may be starting. What was noted is safe.',
        }
      : {
          heading: 'Something went wrong here',
          words: 'What was noted is safe. Load the screen anew and go on.',
          /** with the number under which the server's log has it */
          number: ownFault(error.cause ?? error).sentence,
        }
const again = () => location.reload()
</script>

<template>
  <v-app>
    <main class="fault">
      <p class="brand">Virgulta</p>
      <h1>{{ told.heading }}</h1>
      <p>{{ told.words }}</p>
      <p v-if="told.number" class="quiet">{{ told.number }}</p>
      <v-btn v-if="isServerAway" variant="flat" @click="again">Try again</v-btn>
      <v-btn v-else variant="flat" @click="clearError({ redirect: '/today' })">To Today</v-btn>
    </main>
  </v-app>
</template>

<style scoped>
.fault {
  padding: 32px;
  max-width: 560px;
  margin: 0 auto;
}
.brand {
  font-family: var(--display);
  font-weight: 600;
  font-size: 20px;
  margin-bottom: 48px;
}
h1 {
  margin-bottom: 12px;
}
.v-btn {
  margin-top: 12px;
}
</style>
