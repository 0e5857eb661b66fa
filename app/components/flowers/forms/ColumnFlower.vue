<!-- An orchid's column from the side, cut in half: cap with its pollen masses, the sticky cavity below it, lip and ovary. -->
<script setup lang="ts">
import type { FlowerPicture } from '@virgulta/core/flowers/picture'

const { picture } = defineProps<{ picture: FlowerPicture }>()
const isFruit = computed(() => picture.swelling > 0.3)
/** The column has swollen shut over the pollen. */
const isSwollen = computed(() => picture.swelling > 0)
const isCapOff = computed(() => picture.anthers === 'removed')
</script>

<template>
  <g :class="{ withered: picture.isWithered }" transform="translate(-20 -20)">
    <path class="stalk" :d="isFruit ? 'M-84 60C-80 20-60 0-40-6' : 'M-84 60C-80 30-66 14-52 8'" />
    <template v-if="isFruit">
      <path
        class="fruit"
        :class="{ ripe: picture.swelling >= 1 }"
        :transform="`translate(-40 -6) rotate(60) scale(${0.5 + 0.55 * picture.swelling})`"
        d="M-10 0C-30-40-28-100 0-128 28-100 30-40 10 0ZM0-126V-4M-14-112C-20-70-18-36-6-4M14-112C20-70 18-36 6-4"
      />
    </template>
    <template v-else>
      <g v-if="picture.petals">
        <path
          class="petal back"
          :transform="`rotate(${-8 - 22 * picture.open} -20 -10)`"
          d="M-26-14C-40-64-20-116 14-126 34-104 26-48-6-10Z"
        />
        <path
          class="petal"
          :transform="`rotate(${10 * picture.open} -20 10)`"
          d="M-18 12C20 24 60 58 106 40 118 20 92 2 60 8 30 12 0 0-16 2Z"
        />
      </g>
      <path v-else class="scar" d="M-24-14l-8-10M-16-16l-2-12" />
      <path class="ovary" d="M-56 12C-46-2-32-8-22-8L-18 4C-30 6-44 12-52 18Z" />
      <path
        class="column"
        :d="
          isSwollen
            ? 'M-22-14C10-34 50-52 82-46 102-40 104-14 90-4 74 6 60 8 48 10 34 14 10 12-18 8Z'
            : 'M-22-10C10-22 50-36 78-34 92-32 96-20 86-14 74-8 64-14 56-6 46 4 20 6-18 6Z'
        "
      />
      <path
        v-if="!isSwollen"
        class="cavity"
        :class="picture.stigma"
        d="M74-12C66-12 62-6 54-4 50-14 62-22 74-18Z"
      />
      <g v-if="isCapOff" class="gone"
        ><path
          class="cap"
          d="M70-34C76-52 102-48 98-28 94-22 88-26 84-30Z"
          transform="translate(34 -36)" /><circle class="mass ghost" cx="94" cy="-26" r="5"
      /></g>
      <g v-else
        ><path class="cap" d="M70-34C76-52 102-48 98-28 94-22 88-26 84-30Z" /><circle
          v-for="x in [82, 91]"
          :key="x"
          class="mass"
          :cx="x"
          cy="-35"
          r="5"
      /></g>
      <template v-if="picture.stigma === 'pollinated' && !isSwollen"
        ><circle v-for="x in [60, 68]" :key="x" class="mass" :cx="x" cy="-11" r="5"
      /></template>
      <circle v-if="picture.stigma === 'receptive' && !isSwollen" class="shine" cx="62" cy="-12" r="3" />
    </template>
    <g v-if="picture.cover" transform="translate(20 30)"
      ><CoverMark :kind="picture.cover" :width="104" :height="150" :neck="26"
    /></g>
  </g>
</template>
