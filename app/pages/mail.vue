<!-- The mail tray: what would have been sent, where no post is connected. -->
<script setup lang="ts">
import type { Letter } from '#shared/people'

definePageMeta({ layout: 'bare', isOutside: true })
const route = useRoute()
/** The key in the address opens the tray for this browser; it does not stay in the address. */
const isKeyed = ref(!route.query.key)
const wrongKey = ref<string | null>(null)
onMounted(async () => {
  if (isKeyed.value) return
  await $fetch<unknown>('/api/mail', { method: 'POST', body: { key: String(route.query.key) } }).catch(
    error => (wrongKey.value = problemOf(error).sentence),
  )
  await navigateTo({ query: {} }, { replace: true })
  isKeyed.value = true
})
const { data: letters, problem } = useLive<Letter[]>(() =>
  isKeyed.value && !wrongKey.value ? '/api/mail' : null,
)
/** The text in pieces, its links apart. */
const pieces = (text: string) => text.split(/(https?:\/\/\S+)/)
</script>

<template>
  <BarePage heading="The mail tray">
    <p class="quiet">
      No post is connected: letters are laid here instead of being sent, and cleared away after a week.
    </p>
    <p v-if="wrongKey ?? problem" class="fail" role="alert">{{ wrongKey ?? problem?.sentence }}</p>
    <PaperSheet v-for="letter in letters" :key="letter.id" :heading="letter.subject">
      <p class="quiet small">
        To {{ letter.to }},
        {{ new Date(letter.sentAt).toLocaleString('en-GB', { dateStyle: 'long', timeStyle: 'short' }) }}
      </p>
      <p class="letter">
        <template v-for="(piece, i) in pieces(letter.text)" :key="i"
          ><a v-if="i % 2" :href="piece">{{ piece }}</a
          ><template v-else>{{ piece }}</template></template
        >
      </p>
    </PaperSheet>
    <p v-if="letters && !letters.length">The tray is empty.</p>
  </BarePage>
</template>

<style scoped>
.letter {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
</style>
