<!-- One window of a plant as two lanes: above, the days with ready stigmas, solid; below, the days on which pollen is shed, dotted. The surer, the darker. -->
<script setup lang="ts">
import type { Chances } from '@virgulta/core/bloom/chances'
import { covering, receptiveWindow, sheddingWindow } from '@virgulta/core/bloom/overlap'
import type { CropGuide } from '@virgulta/core/crops/guide'
import type { BloomForecast } from '@virgulta/core/garden/blooms'
import { dayNumber } from '@virgulta/core/time/days'

const {
  window: bloom,
  guide,
  x,
  y = 0,
  side = 'both',
} = defineProps<{
  window: Pick<BloomForecast, 'start' | 'length' | 'seen' | 'notYetOn'>
  guide: Pick<CropGuide['bloom'], 'receptiveAfter' | 'shedsAfter'>
  x: (day: number) => number
  y?: number
  /** as one of a pair a plant shows the lane that counts */
  side?: 'both' | 'seed' | 'pollen'
}>()
const id = useId()
/** Points at which the chance of a day changes by more than the eye makes nothing of. */
function stopsOf({ first, p }: Chances) {
  const days = Array.from(p)
  const stops = [{ at: x(first), chance: 0 }]
  days.forEach((chance, i) => {
    if (
      Math.abs(chance - stops.at(-1)!.chance) > 0.06 ||
      i === days.length - 1 ||
      (chance === 1) !== (stops.at(-1)!.chance === 1)
    )
      stops.push({ at: x(first + i + 0.5), chance })
  })
  const end = x(first + days.length)
  return {
    from: x(first),
    to: end,
    stops: [...stops, { at: end, chance: 0 }].map(s => ({
      offset: (s.at - x(first)) / Math.max(1, end - x(first)),
      chance: s.chance,
    })),
  }
}
const receptive = computed(() =>
  side === 'pollen' ? null : stopsOf(covering(receptiveWindow(bloom, guide))),
)
const shedding = computed(() => (side === 'seed' ? null : stopsOf(covering(sheddingWindow(bloom, guide)))))
const seen = computed(() => ({
  first: bloom.seen?.first && x(dayNumber(bloom.seen.first)),
  last: bloom.seen?.last && x(dayNumber(bloom.seen.last) + 1),
  notYet: !bloom.seen && bloom.notYetOn && x(dayNumber(bloom.notYetOn) + 0.5),
}))
const lanes = computed(() =>
  side === 'both'
    ? { receptive: y + 7, shedding: y + 19, height: 9 }
    : { receptive: y + 7, shedding: y + 7, height: 16 },
)
</script>

<template>
  <g class="lanes">
    <defs>
      <linearGradient
        v-if="receptive"
        :id="`${id}-r`"
        gradientUnits="userSpaceOnUse"
        :x1="receptive.from"
        :x2="receptive.to"
        y1="0"
        y2="0"
        ><stop
          v-for="(s, i) in receptive.stops"
          :key="i"
          :offset="s.offset"
          class="seed-stop"
          :stop-opacity="s.chance * 0.92"
      /></linearGradient>
      <linearGradient
        v-if="shedding"
        :id="`${id}-s`"
        gradientUnits="userSpaceOnUse"
        :x1="shedding.from"
        :x2="shedding.to"
        y1="0"
        y2="0"
        ><stop
          v-for="(s, i) in shedding.stops"
          :key="i"
          :offset="s.offset"
          class="pollen-stop"
          :stop-opacity="s.chance"
      /></linearGradient>
    </defs>
    <rect
      v-if="receptive"
      :x="receptive.from"
      :width="Math.max(1, receptive.to - receptive.from)"
      :y="lanes.receptive"
      :height="lanes.height"
      rx="2"
      :fill="`url(#${id}-r)`"
    />
    <line
      v-if="shedding"
      :x1="shedding.from"
      :x2="shedding.to"
      :y1="lanes.shedding + lanes.height / 2"
      :y2="lanes.shedding + lanes.height / 2 + 0.01"
      :stroke="`url(#${id}-s)`"
      :stroke-width="lanes.height - 1"
      stroke-dasharray="3 2.4"
    />
    <path v-if="seen.first" class="noted" :d="`M${seen.first} ${y + 4}v26`" /><path
      v-if="seen.first"
      class="noted filled"
      :d="`M${seen.first} ${y + 3}l5 0l-5 6Z`"
    />
    <path v-if="seen.last" class="noted" :d="`M${seen.last} ${y + 4}v26`" /><path
      v-if="seen.last"
      class="noted filled"
      :d="`M${seen.last} ${y + 3}l-5 0l5 6Z`"
    />
    <circle v-if="seen.notYet" class="noted open" :cx="seen.notYet" :cy="y + 17" r="3.5" />
  </g>
</template>

<style scoped>
.seed-stop {
  stop-color: var(--seed);
}
.pollen-stop {
  stop-color: var(--pollen);
}
.noted {
  stroke: var(--ink);
  stroke-width: 1.4;
  fill: none;
}
.noted.filled {
  fill: var(--ink);
  stroke: none;
}
.noted.open {
  fill: var(--sheet);
}
</style>
