<!-- What weak pollen changes for a cross that counts on it, and what makes up for it. -->
<script setup lang="ts">
import { aliveInWords } from './pollenWords'
import { counted } from '@virgulta/core/formats/counted'
import { dayInWords } from '@virgulta/core/time/days'
import type { TubePage } from '#shared/pollen'

const { weak } = defineProps<{ weak: TubePage['weak'] }>()
const share = (p: number) => `${Math.round(p * 100)} in 100`
</script>

<template>
  <PaperSheet heading="Too weak for its crosses">
    <ul class="list">
      <li v-for="w in weak" :key="w.crossId">
        <p>
          <NuxtLink :to="`/crosses/${w.crossId}`" class="code">{{ w.code }}</NuxtLink> on
          <ParentName role="seed" :name="w.seedParent.name" /> from {{ dayInWords(w.on) }}:
          {{ aliveInWords(w.alive) }} alive by then. A touch takes about {{ Math.round(w.weak * 100) }} of 100
          flowers, fresh pollen {{ Math.round(w.fresh * 100) }}.
        </p>
        <p>
          The chance of the {{ counted(w.wanted, 'plant') }} it is for falls from
          <strong class="figures">{{ share(w.chance.fresh) }}</strong> to
          <strong class="figures">{{ share(w.chance.weak) }}</strong>.
        </p>
        <ul class="ways">
          <li v-if="w.passes && w.chance.withPasses !== null">
            <strong>More passes:</strong> {{ w.passes }} touches a flower bring it to
            {{ share(w.chance.withPasses) }}.
          </li>
          <li v-if="w.flowersMore !== null && w.flowersMore > 0">
            <strong>More flowers:</strong> {{ w.flowersMore }} more bring it back.
          </li>
          <li v-for="o in w.others" :key="o.id">
            <strong>Other pollen:</strong> <TagLabel :code="o.code" :to="`/pollen/${o.id}`" /> has
            {{ aliveInWords(o.alive) }} alive then.
          </li>
          <li v-if="!w.passes && !w.flowersMore && !w.others.length">
            Nothing on the shelf makes up for it: collect fresh, or choose another pollen parent.
          </li>
        </ul>
      </li>
    </ul>
    <p class="quiet small">
      How the take falls with the share alive is a rule of thumb: it counts on a stigma needing some live
      grains, not many.
    </p>
  </PaperSheet>
</template>

<style scoped>
.list {
  list-style: none;
  margin: 0 0 8px;
  padding: 0;
  display: grid;
  gap: 14px;
}
.ways {
  margin: 4px 0 0;
  padding-left: 20px;
}
.ways li {
  margin: 4px 0;
}
</style>
