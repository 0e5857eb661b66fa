<!-- A flower of a form as it should look: one consistent hand, drawn from what the picture says. -->
<script setup lang="ts">
import type { FormId } from '@virgulta/core/crops/forms/forms'
import type { FlowerPicture } from '@virgulta/core/flowers/picture'
import { radialForms } from './forms/radial'

const {
  form,
  picture,
  words = '',
} = defineProps<{
  form: FormId
  picture: FlowerPicture
  /** what it shows, also for those who do not see it */ words?: string
}>()
const geometry = computed(() => radialForms[form])
</script>

<template>
  <svg
    class="flower-drawing"
    :viewBox="geometry ? '-118 -158 236 212' : '-156 -160 312 216'"
    role="img"
    :aria-label="`Drawing: ${words || 'the flower'}`"
  >
    <RadialFlower v-if="geometry" :picture="picture" :geometry="geometry" />
    <KeelFlower v-else-if="form === 'keeled'" :picture="picture" />
    <HeadFlower
      v-else-if="form === 'headDusted' || form === 'headWashed'"
      :picture="picture"
      :is-cut="form === 'headWashed'"
    />
    <EarFlower v-else-if="form === 'grassEar'" :picture="picture" />
    <ShootFlower v-else-if="form === 'earShoot'" :picture="picture" />
    <ColumnFlower v-else-if="form === 'column'" :picture="picture" />
    <PerchFlower v-else-if="form === 'perching'" :picture="picture" />
    <CatkinFlower v-else :picture="picture" />
  </svg>
</template>
