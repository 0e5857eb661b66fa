<script setup lang="ts">
import { useTheme } from 'vuetify'
import { propertiesOf } from './theme/looks'

const { look } = storeToRefs(useLookStore())
const theme = useTheme()
watch(look, name => theme.change(name), { immediate: true })
useHead({
  bodyAttrs: { 'data-look': look },
  htmlAttrs: {
    style: () =>
      Object.entries(propertiesOf(look.value))
        .map(([name, value]) => `${name}:${value}`)
        .join(';'),
  },
})
</script>

<template>
  <v-app>
    <NuxtLayout>
      <NuxtPage />
    </NuxtLayout>
  </v-app>
</template>
