<!-- Work that was left undone for long: asked about once, apart from the day's stops, and let go with one press. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import { letGoDeed } from '@virgulta/core/round/letGo'
import { WORK } from '@virgulta/core/round/work'
import type { RoundStop } from '#shared/round'

const { stops } = defineProps<{ stops: RoundStop[] }>()
const garden = useGardenStore()
const log = useLogStore()
const { run: letGo, isBusy } = useOnce((gone: RoundStop[]) =>
  log.note(gone.flatMap(stop => letGoDeed(stop.subject) ?? [])),
)
</script>

<template>
  <PaperSheet heading="Let go?">
    <p class="quiet small">
      Nobody did this for weeks. Let go, it is asked for no more: seed is kept as a reserve, trays are given
      up, flowers end. Each can be taken back in the log.
    </p>
    <ul>
      <li v-for="stop in stops" :key="`${stop.subject.id} ${stop.step}`">
        <TagLabel :code="stop.code" :to="screenOfStop(stop)" />
        <span class="what"
          >{{ WORK[stop.step].words
          }}<span class="quiet small">, {{ counted(stop.overdue, 'day') }} late</span></span
        >
        <button
          v-if="garden.mayNote"
          type="button"
          class="link small"
          :aria-label="`Let go: ${stop.code}`"
          @click="letGo([stop])"
        >
          let go
        </button>
      </li>
    </ul>
    <v-btn v-if="garden.mayNote && stops.length > 1" size="small" :aria-busy="isBusy" @click="letGo(stops)"
      >Let all {{ stops.length }} go</v-btn
    >
  </PaperSheet>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 8px 0;
  padding: 0;
  max-height: 260px;
  overflow: auto;
}
li {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 3px 0;
}
.what {
  flex: 1;
  min-width: 0;
}
.link {
  min-height: 30px;
}
</style>
