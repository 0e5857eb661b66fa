<!-- A twig with a female bud whose stigmas show, and the hanging catkin that gives pollen. -->
<script setup lang="ts">
import type { FlowerPicture } from '@virgulta/core/flowers/picture'

const { picture } = defineProps<{ picture: FlowerPicture }>()
const isFruit = computed(() => picture.swelling > 0.3)
const isShedding = computed(() => picture.anthers === 'shedding' || picture.stigma === 'pollinated')
const tuft = computed(() =>
  picture.open < 0.1 ? [] : picture.stigma === 'unripe' ? [-16, 0, 16] : [-58, -34, -12, 12, 34, 58],
)
</script>

<template>
  <g :class="{ withered: picture.isWithered }">
    <path class="stalk thick" d="M-140 40C-60 30 40 10 140 14" />
    <g transform="translate(86 14)">
      <g v-for="i in 8" :key="i"
        ><ellipse
          class="scale"
          :cx="(i % 2 ? 1 : -1) * 5"
          :cy="i * 5.6 * (0.5 + picture.open * 0.6)"
          rx="11"
          ry="6"
      /></g>
      <template v-if="isShedding"
        ><circle
          v-for="([x, y], i) in [
            [-18, 26],
            [20, 34],
            [-14, 46],
            [24, 12],
            [4, 56],
          ]"
          :key="i"
          class="grain"
          :cx="x"
          :cy="y"
          r="2.2"
      /></template>
    </g>
    <g transform="translate(-40 26) rotate(-8)">
      <template v-if="isFruit">
        <path
          class="fruit"
          :class="{ ripe: picture.swelling >= 1 }"
          :transform="`scale(${0.5 + 0.55 * picture.swelling})`"
          d="M-26 0C-40-30-30-70 0-84 30-70 40-30 26 0ZM-14-8C-18-36-12-58 0-72M14-8C18-36 12-58 0-72"
        />
        <path class="sepal" d="M-30 4C-34-20-20-34-8-34-14-18-10-4 0 6 10-4 14-18 8-34 20-34 34-20 30 4Z" />
      </template>
      <template v-else>
        <g v-if="tuft.length" transform="translate(0 -64)">
          <g v-for="a in tuft" :key="a" :transform="`rotate(${a})`"
            ><path class="stroke" :class="['stigma-line', picture.stigma]" d="M0 12C3-4 2-18 0-34" /><circle
              v-if="picture.stigma === 'pollinated'"
              class="grain"
              cy="-30"
              r="3"
          /></g>
        </g>
        <path class="ovary" d="M-20 4C-32-22-22-56 0-66 22-56 32-22 20 4Z" />
        <path class="husk" d="M-20 0C-6-12-2-36 0-62M20 0C6-12 2-36 0-62M-26-20C-10-20 10-20 26-20" />
      </template>
      <CoverMark v-if="picture.cover" :kind="picture.cover" :width="52" :height="128" :neck="16" />
    </g>
  </g>
</template>
