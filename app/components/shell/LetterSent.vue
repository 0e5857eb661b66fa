<!-- A letter with a link is on its way: what it is for, where the simulated post keeps it, and the ways on. -->
<script setup lang="ts">
const { session } = storeToRefs(useSessionStore())
const emit = defineEmits<{ again: [] }>()
const sent = useTemplateRef<HTMLElement>('sent')
// The form is gone: what came of it is read out, and the next key goes on from there.
onMounted(() => sent.value?.focus())
</script>

<template>
  <PaperSheet heading="Look for the letter">
    <div class="stack">
      <p ref="sent" tabindex="-1"><slot /></p>
      <p v-if="session?.hasMailTray">
        Letters are not sent from here: <NuxtLink to="/mail">the mail tray</NuxtLink> shows them.
      </p>
      <p v-else>
        Letters are not sent from here: they lie in a mail tray that only the person who runs this server can
        open. Ask them for yours.
      </p>
      <div class="row">
        <v-btn variant="outlined" @click="emit('again')">Send another letter</v-btn>
        <NuxtLink to="/">Go to signing in</NuxtLink>
      </div>
    </div>
  </PaperSheet>
</template>
