<!-- Where the letters are that the simulated post keeps. -->
<script setup lang="ts">
const { session } = storeToRefs(useSessionStore())
</script>

<template>
  <p v-if="session?.hasMailTray">
    Letters are not sent from here: <NuxtLink to="/mail">the mail tray</NuxtLink> shows them.
  </p>
  <p v-else>
    Letters are not sent from here; who runs this server finds them in its mail tray, whose address was
    printed at the start.
  </p>
</template>
