<!-- How seedlings grow on: the stage they were seen at, what was done with them, and what is noted next, in two presses. -->
<script setup lang="ts">
import type { Draft } from '@virgulta/core/log/entry'
import type { Grown, GrowingDeed } from '@virgulta/core/seed/growing'
import { GROWING, GROWING_ALONE, stageOf } from '@virgulta/core/seed/growing'
import { keysOf } from '@virgulta/core/log/kind'
import { dayInWords } from '@virgulta/core/time/days'

const {
  of,
  id,
  grown,
  stages,
  day,
  readonly = false,
} = defineProps<{
  /** a tray, one plant, or a whole family */
  of: 'tray' | 'plant' | 'family'
  id: string
  grown: Grown[]
  /** those of the crop */
  stages: string[]
  /** on which it was seen; absent: today */
  day?: string
  /** nothing can be noted of it any more */
  readonly?: boolean
}>()
const garden = useGardenStore()
const log = useLogStore()
const kinds = { tray: 'trayGrown', plant: 'plantGrown', family: 'familyGrown' } as const
const deeds = computed(() =>
  of === 'family' ? keysOf(GROWING).filter(did => did !== 'seen') : GROWING_ALONE,
)
const stage = computed(() => stageOf(grown))
const note = (payload: { did: GrowingDeed; stage?: string }) =>
  log.note([{ kind: kinds[of], subjectId: id, payload } as Draft], day)
/** The last few, the latest first. */
const last = computed(() => grown.slice(-6).reverse())
</script>

<template>
  <div class="stack">
    <p v-if="stage">
      Seen last at: <strong>{{ stage }}</strong>
    </p>
    <ul v-if="last.length" class="grown">
      <li v-for="(g, i) in last" :key="i">
        <span class="quiet figures">{{ dayInWords(g.on, true) }}</span> {{ GROWING[g.did]
        }}{{ g.stage ? `: ${g.stage}` : '' }}
      </li>
    </ul>
    <div v-if="garden.mayNote && !readonly">
      <v-menu :transition="false">
        <template #activator="{ props }"
          ><v-btn v-bind="props" height="44">Note how they grow</v-btn></template
        >
        <v-list>
          <v-list-subheader>They show</v-list-subheader>
          <v-list-item v-for="s in stages" :key="s" :title="s" @click="note({ did: 'seen', stage: s })" />
          <v-list-subheader>What was done or seen</v-list-subheader>
          <v-list-item v-for="did in deeds" :key="did" :title="GROWING[did]" @click="note({ did })" />
        </v-list>
      </v-menu>
    </div>
  </div>
</template>

<style scoped>
.grown {
  list-style: none;
  margin: 0;
  padding: 0;
}
.grown li {
  padding: 3px 0;
}
p {
  margin: 0;
}
</style>
