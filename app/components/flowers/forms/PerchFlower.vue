<!-- A perching flower: the sheath, its petals, the sprung arrow that hides the pollen, and the stigma that stands out. -->
<script setup lang="ts">
import type { FlowerPicture } from '@virgulta/core/flowers/picture'

const { picture } = defineProps<{ picture: FlowerPicture }>()
const isFruit = computed(() => picture.swelling > 0.3)
const isPressed = computed(() => picture.open > 0.5)
</script>

<template>
  <g :class="{ withered: picture.isWithered }" transform="translate(-60 0)">
    <path class="stalk thick" d="M-50 54C-52 30-46 16-30 6" />
    <path class="sepal" d="M-44 12C-10-8 90-14 158 2 100 22 0 36-40 24Z" />
    <template v-if="isFruit">
      <path
        class="fruit"
        :class="{ ripe: picture.swelling >= 1 }"
        :transform="`translate(24 0) scale(${0.5 + 0.5 * picture.swelling})`"
        d="M-22 0C-34-30-24-66 0-72 24-66 34-30 22 0Z"
      />
    </template>
    <template v-else>
      <g v-if="picture.petals">
        <path
          v-for="a in [-20, 8, 30]"
          :key="a"
          class="petal"
          :class="{ back: a === 8 }"
          :transform="`translate(8 -2) rotate(${a * (0.4 + 0.6 * picture.open)})`"
          d="M-10 2C-22-50-10-110 6-132 18-100 18-46 8 2Z"
        />
      </g>
      <g transform="translate(14 -4) rotate(52)">
        <path
          class="column"
          :d="
            isPressed
              ? 'M-6 0L-14-74-34-60 0-124 30-66 12-76 6 0Z'
              : 'M-6 0L-9-74-26-62 0-124 26-62 9-74 6 0Z'
          "
        />
        <path v-if="isPressed && picture.anthers !== 'removed'" class="pollen-line" d="M0-22V-84" />
        <path v-if="picture.anthers === 'removed'" class="cut-line" d="M0-22V-84" />
        <path class="style" d="M0-118V-146" />
        <g transform="translate(0 -148)"><StigmaMark :state="picture.stigma" /></g>
      </g>
    </template>
    <g v-if="picture.cover" transform="translate(60 30)"
      ><CoverMark :kind="picture.cover" :width="96" :height="158" :neck="22"
    /></g>
  </g>
</template>
