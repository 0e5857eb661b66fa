<!-- A grass ear: spikelets in two rows; each floret with its three anthers and two plumes. -->
<script setup lang="ts">
import type { FlowerPicture } from '@virgulta/core/flowers/picture'

const { picture } = defineProps<{ picture: FlowerPicture }>()
const spikelets = Array.from({ length: 7 }, (_, i) => ({ side: i % 2 ? 1 : -1, y: 26 - i * 24 }))
const anthers = [-26, 0, 26]
const stateOf = (i: number) =>
  picture.anthers === 'oneLeft' ? (i === 2 ? ('left' as const) : ('removed' as const)) : picture.anthers
const gape = computed(
  () => 8 + 24 * (picture.stigma === 'receptive' || picture.stigma === 'pollinated' ? 1 : picture.open),
)
</script>

<template>
  <g :class="{ withered: picture.isWithered }" transform="translate(-34 0)">
    <path class="stalk" d="M0 54C-2 0 2-70 0-136" />
    <g v-for="({ side, y }, i) in spikelets" :key="i" :transform="`translate(0 ${y}) scale(${side} 1)`">
      <path
        class="petal"
        :class="{ back: i < 1 || i > 5 }"
        :d="`M0 6C${14 + picture.swelling * 8} 2 ${24 + picture.swelling * 8}-10 20-30 8-26 2-10 0 6Z`"
      />
      <path class="awn" d="M20-30L34-62" />
    </g>
    <path class="lead" d="M22-78L66-70" />
    <g transform="translate(112 -26)">
      <path class="petal" :transform="`rotate(${-gape})`" d="M0 6C-34-10-40-66-10-100 6-66 8-24 0 6Z" />
      <path class="petal" :transform="`rotate(${gape})`" d="M0 6C34-10 40-66 10-100-6-66-8-24 0 6Z" />
      <template v-if="picture.swelling < 0.3">
        <g v-for="(a, i) in anthers" :key="a" :transform="`rotate(${a})`"
          ><AntherMark :length="52" :state="stateOf(i)"
        /></g>
        <g
          v-for="side in [-1, 1]"
          :key="side"
          :transform="`translate(${side * 7} -20) rotate(${side * 34}) scale(0.95)`"
          ><StigmaMark :state="picture.stigma" kind="plume"
        /></g>
      </template>
      <ellipse
        class="ovary"
        cy="-6"
        :rx="10 + 8 * picture.swelling"
        :ry="12 + 30 * picture.swelling"
        :transform="`translate(0 ${-26 * picture.swelling})`"
      />
    </g>
    <g v-if="picture.cover" transform="translate(0 -2)"
      ><CoverMark :kind="picture.cover" :width="44" :height="140" :neck="48"
    /></g>
  </g>
</template>
