<!-- An address that leads nowhere, or a fault. -->
<script setup lang="ts">
import type { NuxtError } from '#app'

const { error } = defineProps<{ error: NuxtError }>()
const isMissing = computed(() => error.statusCode === 404)
/** The number under which the server's log has it. */
const told = isMissing.value ? '' : ownFault(error.cause ?? error).sentence
</script>

<template>
  <v-app>
    <main class="fault">
      <h1>{{ isMissing ? 'There is nothing at this address' : 'Something went wrong here' }}</h1>
      <p>
        {{
          isMissing
            ? 'It may have been moved or mistyped.'
            : 'What was noted is safe. Load the screen anew and go on.'
        }}
      </p>
      <p v-if="!isMissing" class="quiet">{{ told }}</p>
      <v-btn variant="flat" @click="clearError({ redirect: '/today' })">To Today</v-btn>
    </main>
  </v-app>
</template>

<style scoped>
.fault {
  padding: 96px 32px;
  max-width: 560px;
  margin: 0 auto;
}
h1 {
  margin-bottom: 12px;
}
.v-btn {
  margin-top: 12px;
}
</style>
