<!-- Sows from a packet that is only known by its id. -->
<script setup lang="ts">
import type { LotStory } from '#shared/seed'

const isOpen = defineModel<boolean>({ required: true })
const { lotId, crop } = defineProps<{ lotId: string; crop: string }>()
const { data } = useLive<LotStory>(() => `/api/seed/lots/${lotId}`)
</script>

<template>
  <SowDialog v-if="data" v-model="isOpen" :lot="data.lot" :crop="crop" />
</template>
