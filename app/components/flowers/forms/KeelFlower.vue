<!-- A keeled flower from the side, its keel cut away: standard, wings, ten anthers round the bent style. -->
<script setup lang="ts">
import type { FlowerPicture } from '@virgulta/core/flowers/picture'

const { picture } = defineProps<{ picture: FlowerPicture }>()
const anthers = [0, 1, 2, 3, 4]
const stateOf = (i: number) =>
  picture.anthers === 'oneLeft' ? (i === 2 ? ('left' as const) : ('removed' as const)) : picture.anthers
const isFruit = computed(() => picture.swelling > 0.3)
</script>

<template>
  <g :class="{ withered: picture.isWithered }" transform="translate(-40 -34)">
    <path class="stalk" d="M-24 6C-34 30-34 56-18 84" />
    <template v-if="isFruit">
      <g :transform="`translate(-14 0) scale(${0.5 + 0.55 * picture.swelling})`">
        <path
          class="fruit"
          :class="{ ripe: picture.swelling >= 1 }"
          d="M0 0C30-34 110-44 158-18 164-14 166-8 160-6 112 12 40 26 0 0Z"
        />
        <circle
          v-for="x in [38, 66, 94, 120]"
          :key="x"
          class="ovule"
          :cx="x"
          :cy="-10 + Math.abs(x - 80) * 0.04"
          r="7"
        />
      </g>
    </template>
    <template v-else>
      <g v-if="picture.petals">
        <path
          class="petal back"
          :d="'M-10 0C-10-60 10-118 62-128 96-118 92-50 30-10Z'"
          :transform="`rotate(${38 - 46 * picture.open})`"
        />
        <path class="petal" d="M-4 0C30-50 98-44 122-6 90 14 34 18-4 0Z" />
        <path class="petal" d="M-4 2C24-8 84-16 118-30 124-4 110 30 68 40 34 42 6 26-4 2Z" />
      </g>
      <path v-else class="scar" d="M-6-6l-7-8M2-6l0-10M8-4l8-7" />
      <path class="ovary" d="M0 4C20-2 56 0 78 6 82 12 78 17 72 18 46 22 16 20 0 8Z" />
      <circle v-for="x in [22, 38, 54]" :key="x" class="ovule" :cx="x" cy="11" r="2.6" />
      <g
        v-for="i in anthers"
        :key="i"
        :transform="`translate(${70 + i * 5} ${8 - i * 3}) rotate(${18 + i * 16})`"
        ><AntherMark :length="26" :state="stateOf(i)"
      /></g>
      <path class="style" d="M76 10C96 8 104-8 104-28" />
      <g transform="translate(104 -30)"><StigmaMark :state="picture.stigma" /></g>
      <path class="sepal" d="M-20-10C0-22 14-12 16 2 14 18-2 22-20 14Z" />
    </template>
    <g v-if="picture.cover" transform="translate(58 44)"
      ><CoverMark :kind="picture.cover" :width="96" :height="130" :neck="28"
    /></g>
  </g>
</template>
