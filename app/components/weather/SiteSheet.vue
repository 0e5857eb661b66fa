<!-- Where the garden lies: sun and climate follow from it. -->
<script setup lang="ts">
import type { WeatherPage } from '#shared/bloom'
import type { SiteDraft } from './TownPicker.vue'

const { site, isSited } = defineProps<{ site: WeatherPage['site']; isSited: boolean }>()
const garden = useGardenStore()
const log = useLogStore()
const isChanging = ref(!isSited)
const draft = ref<SiteDraft>({
  by: 'town',
  town: null,
  latitude: isSited ? String(site.latitude) : '',
  longitude: isSited ? String(site.longitude) : '',
})
const tried = ref(false)
const { isBusy, submit, problem } = useForm(async () => {
  await $fetch('/api/garden/site', { method: 'PUT', body: siteOf(draft.value)! })
  isChanging.value = false
  await garden.refresh()
  log.revision++
})
function set() {
  tried.value = true
  if (siteOf(draft.value)) void submit()
}
</script>

<template>
  <PaperSheet heading="Where the garden lies">
    <p v-if="isSited" class="figures">
      {{ degreesInWords(site) }}
      <button v-if="garden.isKeeper && !isChanging" type="button" class="link" @click="isChanging = true">
        Change it
      </button>
    </p>
    <p v-else class="doubt">Not said yet: sun, hours and months are guessed.</p>
    <form v-if="garden.isKeeper && isChanging" class="stack" novalidate @submit.prevent="set">
      <TownPicker v-model="draft" :tried="tried" />
      <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
      <v-btn type="submit" :loading="isBusy" height="40" class="own">Set it</v-btn>
    </form>
  </PaperSheet>
</template>

<style scoped>
.own {
  justify-self: start;
}
</style>
