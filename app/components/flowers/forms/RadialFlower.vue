<!-- A flower round one middle, cut in half: bowl, trumpet, star, bell, or a female flower with its fruit below. -->
<script setup lang="ts">
import type { FlowerPicture } from '@virgulta/core/flowers/picture'
import type { RadialGeometry } from './radial'

const { picture, geometry } = defineProps<{ picture: FlowerPicture; geometry: RadialGeometry }>()
const spread = computed(() => {
  const { shut, open } = geometry.petal
  return shut + (open - shut) * picture.open
})
const outline = computed(() => {
  const { length: l, width: w, shape } = geometry.petal
  return shape === 'round'
    ? `M0 0C${-w} ${-l * 0.2} ${-w} ${-l} 0 ${-l}C${w} ${-l} ${w} ${-l * 0.2} 0 0Z`
    : `M-3 0C${-w} ${-l * 0.25} ${-w} ${-l * 0.62} 0 ${-l}C${w} ${-l * 0.62} ${w} ${-l * 0.25} 3 0Z`
})
const hasPetals = computed(() => picture.petals && picture.swelling < 0.3)
const stamens = computed(() => {
  const s = geometry.stamens
  if (!s || picture.swelling > 0.3) return []
  const reach = s.spread * (0.4 + 0.6 * picture.open)
  return Array.from({ length: s.count }, (_, i) => {
    const angle = s.count === 1 ? 0 : -reach + (i * 2 * reach) / (s.count - 1)
    const state =
      picture.anthers === 'oneLeft' ? (i === 1 ? ('left' as const) : ('removed' as const)) : picture.anthers
    return { angle: Math.abs(angle) < 6 ? angle + 9 : angle, state }
  })
})
const isGrown = computed(() => picture.stigma !== 'unripe')
const styles = computed(() => {
  const { count, length, spread: s } = geometry.styles
  const reach = s * (picture.stigma === 'receptive' || picture.stigma === 'pollinated' ? 1.7 : 1)
  return picture.swelling > 0.7
    ? []
    : Array.from({ length: count }, (_, i) => ({
        angle: count === 1 ? 0 : -reach + (i * 2 * reach) / (count - 1),
        length: isGrown.value ? length : length * 0.86,
      }))
})
const swell = computed(() => picture.swelling)
const ovaryAt = computed(() => (geometry.ovary === 'below' ? 18 + 10 * swell.value : -12))
/** The ripening fruit, for a unit of swelling. */
const fruits: Record<RadialGeometry['fruit'], string> = {
  pods: 'M-20 0C-34-34-28-74-18-86-8-66-6-40-8-4ZM8-4C6-40 8-66 18-86 28-74 34-34 20 0ZM-9 0C-16-42-10-78 0-96 10-78 16-42 9 0Z',
  pod: 'M-18 0C-28-36-22-84 0-100 22-84 28-36 18 0ZM-6-2C-10-40-7-76 0-94 7-76 10-40 6-2',
  berry: 'M-30-8C-44-46-26-84 0-84S44-46 30-8C18 6-18 6-30-8Z',
  gourd:
    'M-22-6C-54-34-44-92 0-96 44-92 54-34 22-6 10 2-10 2-22-6ZM-12-92C-28-60-26-30-8-6M12-92C28-60 26-30 8-6',
  hip: 'M-24 0C-44-30-34-74 0-78 34-74 44-30 24 0Z',
}
const isFruit = computed(() => swell.value > 0.3)
</script>

<template>
  <g :class="{ withered: picture.isWithered }">
    <path class="stalk" :d="geometry.isNodding ? 'M0 6C0 26-6 40-24 46' : 'M0 6V50'" />
    <template v-if="isFruit">
      <path
        class="fruit"
        :class="{ ripe: swell >= 1 }"
        :d="fruits[geometry.fruit]"
        :transform="`translate(0 4) scale(${0.45 + 0.6 * swell})`"
      />
      <path class="sepal" d="M-26 4C-16 16 16 16 26 4 13-4-13-4-26 4Z" />
    </template>
    <template v-else>
      <g v-if="geometry.ovary === 'below'">
        <ellipse
          class="ovary"
          cy="20"
          :rx="geometry.fruit === 'gourd' ? 18 : 13"
          :ry="geometry.fruit === 'gourd' ? 24 : 14"
        />
        <circle v-for="y in [12, 20, 28]" :key="y" class="ovule" :cy="y" r="2.4" />
      </g>
      <g v-if="hasPetals" class="petals">
        <path
          v-for="side in [-1, 1]"
          :key="`b${side}`"
          class="petal back"
          :transform="`rotate(${side * spread * 0.42}) scale(0.96)`"
          :d="outline"
        />
        <path
          v-for="side in [-1, 1]"
          :key="side"
          class="petal"
          :transform="`rotate(${side * spread})`"
          :d="outline"
        />
        <path
          v-if="geometry.tube"
          class="petal"
          :d="`M-12 2C${-14 - spread * 0.3} ${-geometry.tube * 0.6} ${-10 - spread * 0.5} ${-geometry.tube} ${-8 - spread * 0.5} ${-geometry.tube}L${8 + spread * 0.5} ${-geometry.tube}C${10 + spread * 0.5} ${-geometry.tube} ${14 + spread * 0.3} ${-geometry.tube * 0.6} 12 2Z`"
        />
      </g>
      <path v-else class="scar" d="M-22 2l-7-6M-14-3l-5-8M14-3l5-8M22 2l7-6" />
      <g v-for="(s, i) in stamens" :key="i" :transform="`rotate(${s.angle})`"
        ><AntherMark :length="geometry.stamens!.length" :state="s.state"
      /></g>
      <ellipse v-if="geometry.ovary === 'above'" class="ovary" :cy="ovaryAt" rx="13" ry="16" />
      <template v-if="geometry.ovary === 'above'"
        ><circle v-for="y in [-18, -11, -4]" :key="y" class="ovule" :cy="y" r="2.2"
      /></template>
      <g v-for="(s, i) in styles" :key="`s${i}`" :transform="`rotate(${s.angle})`">
        <path
          class="style"
          :d="`M0 ${geometry.ovary === 'above' ? -26 : 0}C1 ${-s.length * 0.5} ${picture.stigma === 'spent' ? 9 : -1} ${-s.length * 0.8} 0 ${-s.length}`"
        />
        <g :transform="`translate(0 ${-s.length})`"
          ><StigmaMark :state="picture.stigma" :is-fuzzy="picture.isFuzzy" :kind="geometry.stigma"
        /></g>
      </g>
      <path class="sepal" d="M-25 2C-17 18 17 18 25 2 13-8-13-8-25 2Z" />
    </template>
    <CoverMark
      v-if="picture.cover"
      :kind="picture.cover"
      :width="isFruit ? 62 : 44 + spread * 0.9"
      :height="isFruit ? 118 : geometry.petal.length + 8"
      :neck="geometry.ovary === 'below' ? 40 : 18"
    />
  </g>
</template>
