<!-- Notes what is seen of a bloom with one press. -->
<script setup lang="ts">
import type { BloomSign, Blooming } from '@virgulta/core/bloom/note'
import { openBloom } from '@virgulta/core/bloom/note'
import type { Blooms } from '@virgulta/core/round/work'
import { bloomDraft } from '@virgulta/core/round/work'

const { type, id, blooming, on } = defineProps<{
  type: Blooms
  id: string
  blooming?: Blooming
  on?: string
}>()
const emit = defineEmits<{ noted: [] }>()
const log = useLogStore()
const garden = useGardenStore()
const words: Record<BloomSign, string> = {
  notYet: 'None open yet',
  first: 'First open',
  full: 'Full bloom',
  still: 'Still in bloom',
  last: 'Last flower',
}
/** What makes sense now; where nothing is known of it, all that could be. */
const signs = computed<BloomSign[]>(() =>
  !blooming
    ? ['first', 'full', 'last']
    : openBloom(blooming, on ?? garden.today)
      ? ['full', 'still', 'last']
      : ['notYet', 'first', 'full', 'last'],
)
async function see(sign: BloomSign) {
  if (await log.note([bloomDraft(type, id, sign, on ?? garden.today)])) emit('noted')
}
</script>

<template>
  <div class="row keys" role="group" aria-label="Note its bloom">
    <button v-for="sign in signs" :key="sign" type="button" class="key" @click="see(sign)">
      {{ words[sign] }}
    </button>
  </div>
</template>

<style scoped>
.key {
  min-height: 40px;
  border-radius: var(--radius);
  border: 1.5px solid var(--sap);
  background: var(--sheet);
  color: var(--sap);
  font: 650 15px var(--text);
  cursor: pointer;
  padding: 4px 12px;
}
.key:hover {
  background: var(--wash);
}
@media (max-width: 600px) {
  .keys {
    display: grid;
    grid-template-columns: 1fr 1fr;
    width: 100%;
  }
  .key {
    min-height: 56px;
  }
}
</style>
