<!-- An ear shoot in its leaf axil with silks, and the tassel that sheds above. -->
<script setup lang="ts">
import type { FlowerPicture } from '@virgulta/core/flowers/picture'

const { picture } = defineProps<{ picture: FlowerPicture }>()
const silks = [-24, -15, -7, 0, 8, 16, 25]
const length = computed(() => (picture.open < 0.15 ? 0 : picture.stigma === 'unripe' ? 14 : 42))
const isPollinated = computed(() => picture.stigma === 'pollinated')
</script>

<template>
  <g :class="{ withered: picture.isWithered }">
    <path class="stalk thick" d="M-70 54C-66 0-66-70-60-128" />
    <g class="tassel">
      <path
        v-for="a in [-40, -14, 12, 38]"
        :key="a"
        class="awn"
        :transform="`translate(-60 -126) rotate(${a})`"
        d="M0 0C4-12 2-24 0-34"
      />
      <template v-if="picture.anthers === 'shedding'"
        ><circle
          v-for="([x, y], i) in [
            [-76, -140],
            [-50, -150],
            [-40, -132],
            [-84, -122],
            [-62, -106],
          ]"
          :key="i"
          class="grain"
          :cx="x"
          :cy="y"
          r="2.2"
      /></template>
    </g>
    <path class="leaf" d="M-66 40C-20 36 60 10 132-60 70-30 0-10-66 10Z" />
    <g transform="translate(20 20) rotate(24)">
      <path
        class="ovary"
        :d="`M-16 6C${-30 - 14 * picture.swelling}-30 ${-24 - 12 * picture.swelling}-92 0-112 ${24 + 12 * picture.swelling}-92 ${30 + 14 * picture.swelling}-30 16 6Z`"
      />
      <path class="husk" d="M-8 4C-18-36-12-84 0-108M8 4C18-36 12-84 0-108" />
      <g v-if="picture.swelling >= 0.3"
        ><circle
          v-for="i in 15"
          :key="i"
          class="ovule"
          :cx="(((i - 1) % 3) - 1) * 11"
          :cy="-84 + Math.floor((i - 1) / 3) * 17"
          r="5"
      /></g>
      <g v-if="length && picture.swelling < 1" transform="translate(0 -110)">
        <path
          v-for="a in silks"
          :key="a"
          class="silk"
          :class="picture.stigma"
          :transform="`rotate(${a})`"
          :d="`M0 2C2 ${-length * 0.5} ${a * 0.3} ${-length * 0.8} ${a * 0.4} ${-length}`"
        />
        <template v-if="isPollinated"
          ><circle
            v-for="a in silks"
            :key="`g${a}`"
            class="grain"
            :transform="`rotate(${a})`"
            :cx="a * 0.3"
            :cy="-length * 0.8"
            r="2.4"
        /></template>
      </g>
      <CoverMark v-if="picture.cover" :kind="picture.cover" :width="42" :height="150" :neck="-20" />
    </g>
  </g>
</template>
