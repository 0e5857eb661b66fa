<!-- Where the garden lies: sun, climate and the simulated station follow from it. -->
<script setup lang="ts">
import type { WeatherPage } from '#shared/bloom'

const { site } = defineProps<{ site: WeatherPage['site'] }>()
const garden = useGardenStore()
const log = useLogStore()
const [latitude, longitude] = [ref(String(site.latitude)), ref(String(site.longitude))]
watch(() => site, ({ latitude: lat, longitude: lon }) => [latitude.value, longitude.value] = [String(lat), String(lon)])
const degrees = (typed: string) => Number(typed.trim().replace(',', '.').replace('−', '-') || NaN)
const { isBusy, submit, problem } = useForm(async () => {
  await $fetch('/api/garden/site', { method: 'PUT', body: { latitude: degrees(latitude.value), longitude: degrees(longitude.value) } })
  await garden.refresh()
  log.revision++
})
const errorAt = (field: string) => problem.value?.field === field ? [problem.value.sentence] : []
</script>

<template>
  <PaperSheet heading="Where the garden lies">
    <form v-if="garden.isKeeper" class="stack" @submit.prevent="submit">
      <div class="row fields">
        <v-text-field v-model="latitude" label="Latitude, north is positive" suffix="°" inputmode="decimal" :error-messages="errorAt('latitude')" />
        <v-text-field v-model="longitude" label="Longitude, east is positive" suffix="°" inputmode="decimal" :error-messages="errorAt('longitude')" />
      </div>
      <p v-if="problem && !problem.field" class="fail" role="alert">{{ problem.sentence }}</p>
      <v-btn type="submit" :loading="isBusy" height="40" class="own">Set it</v-btn>
    </form>
    <p v-else class="figures">{{ site.latitude }}°, {{ site.longitude }}°</p>
  </PaperSheet>
</template>

<style scoped>
.fields { align-items: start; }
.own { justify-self: start; }
</style>
