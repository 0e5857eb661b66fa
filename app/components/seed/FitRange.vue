<!-- A number of a fitted curve with its range; an end that the counts leave open is said to be open. -->
<script setup lang="ts">
import { numberInWords } from '@virgulta/core/crops/quantityWords'
import type { Bounded } from '@virgulta/core/seed/germination'

const { of, unit } = defineProps<{ of: Bounded; unit: 'days' | '%' }>()
/** An infinite end comes over the wire as nothing. */
const isOpen = computed(() => !Number.isFinite(of.high ?? Infinity))
const show = (n: number) => numberInWords(n, unit, isOpen.value ? of.estimate : of.high)
</script>

<template>
  <strong class="figures">{{ show(of.estimate) }}{{ unit === '%' ? ' %' : '' }}</strong>
  {{ ' '
  }}<span class="quiet small figures">
    {{ isOpen ? `${show(of.low)} or more` : `${show(of.low)}–${show(of.high)}` }}</span
  >
</template>
