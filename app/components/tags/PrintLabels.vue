<!-- Prints the labels of packets, trays, tubes or plants, in the order of their codes. -->
<script setup lang="ts">
import { mdiPrinterOutline } from '@mdi/js'
import { counted } from '@virgulta/core/formats/counted'

const { codes } = defineProps<{ codes: string[] }>()
const isPrinting = ref(false)
/** More than that do not fit into one order. */
const MOST = 480
</script>

<template>
  <v-btn class="quietly" :prepend-icon="mdiPrinterOutline" @click="isPrinting = true">{{
    codes.length === 1 ? 'Print its label' : `Print ${counted(Math.min(codes.length, MOST), 'label')}`
  }}</v-btn>
  <TagSheetDialog v-model="isPrinting" :cross-id="null" :codes="codes.slice(0, MOST)" />
</template>
