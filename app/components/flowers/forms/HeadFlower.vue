<!-- A composite head, cut in half: rays at the rim, disc florets that open ring by ring. -->
<script setup lang="ts">
import type { FlowerPicture } from '@virgulta/core/flowers/picture'

const { picture, isCut = false } = defineProps<{
  picture: FlowerPicture
  /** florets whose tips were cut off to be washed */ isCut?: boolean
}>()
const [OPEN, CLOSED, CUT] = ['M-4-8L-6-32Q0-28 6-32L4-8Z', 'M-4-8L-6-24Q0-34 6-24L4-8Z', 'M-4-8L-6-30H6L4-8Z']
const florets = computed(() =>
  Array.from({ length: 9 }, (_, i) => {
    const from = Math.abs(i - 4) / 4
    const isOpen = from > 1 - picture.open
    return {
      x: (i - 4) * 15,
      y: -Math.sqrt(1 - ((i - 4) / 5.4) ** 2) * 26,
      angle: (i - 4) * 9,
      isOpen,
      outline: isOpen ? OPEN : CLOSED,
    }
  }),
)
const isFruit = computed(() => picture.swelling > 0.3)
</script>

<template>
  <g :class="{ withered: picture.isWithered }">
    <path class="stalk" d="M0 16V54" />
    <g v-if="picture.petals && !isFruit">
      <path
        v-for="side in [-1, 1]"
        :key="side"
        class="petal"
        :transform="`translate(${side * 58} -6) rotate(${side * (20 + 62 * picture.open)})`"
        d="M-10 4C-24-30-20-70 0-84 20-70 24-30 10 4Z"
      />
      <path
        v-for="side in [-1, 1]"
        :key="`b${side}`"
        class="petal back"
        :transform="`translate(${side * 40} -10) rotate(${side * (8 + 30 * picture.open)})`"
        d="M-10 4C-22-30-18-70 0-80 18-70 22-30 10 4Z"
      />
    </g>
    <path class="sepal" d="M-74-4C-70 18-30 26 0 26S70 18 74-4C52 2-52 2-74-4Z" />
    <path class="ovary" d="M-72-4C-60-30-30-34 0-34S60-30 72-4C48 4-48 4-72-4Z" />
    <g v-for="(f, i) in florets" :key="i" :transform="`translate(${f.x} ${f.y}) rotate(${f.angle})`">
      <path class="seed" :class="{ full: isFruit }" d="M-4 10C-6 2-4-6 0-8 4-6 6 2 4 10Z" />
      <template v-if="!isFruit">
        <path
          class="floret"
          :class="{ cut: isCut && picture.anthers !== 'closed' && picture.anthers !== 'shedding' }"
          :d="isCut ? CUT : f.outline"
        />
        <g v-if="f.isOpen || isCut" :transform="`translate(0 ${isCut ? -30 : -32})`">
          <path
            v-if="picture.anthers === 'shedding' || picture.anthers === 'closed'"
            class="tube"
            d="M-3 0V-10H3V0Z"
          />
          <path class="style" d="M0 0V-12" />
          <g transform="translate(0 -16) scale(0.62)"><StigmaMark :state="picture.stigma" kind="fork" /></g>
        </g>
      </template>
      <path v-else-if="picture.swelling >= 1" class="tuft" d="M0-8L-8-24M0-8V-28M0-8L8-24" />
    </g>
    <CoverMark
      v-if="picture.cover"
      :kind="picture.cover"
      :width="isFruit ? 96 : 122"
      :height="118"
      :neck="30"
    />
  </g>
</template>
