<!-- One long work: how far it is, how it ended, and what can be done about it. -->
<script setup lang="ts">
import { counted, plural } from '@virgulta/core/formats/counted'
import type { Compared, Job, Restored } from '#shared/jobs'

const { job } = defineProps<{ job: Job }>()
const store = useJobsStore()
const session = useSessionStore()
const words = { restore: 'Bringing a garden back', compare: 'Comparing the garden with its log' }
const restored = computed(() =>
  job.state === 'done' && job.kind === 'restore' ? (job.result as Restored) : null,
)
const compared = computed(() =>
  job.state === 'done' && job.kind === 'compare' ? (job.result as Compared) : null,
)
async function open(id: string) {
  await session.openGarden(id)
  await navigateTo('/today')
}
</script>

<template>
  <li class="job" :aria-label="words[job.kind]">
    <template v-if="store.isOpen(job)">
      <div class="row spread">
        <span
          >{{ words[job.kind]
          }}<span v-if="job.total" class="quiet figures"> {{ job.done }} of {{ job.total }}</span></span
        ><v-btn size="small" @click="store.stop(job.id)">Stop</v-btn>
      </div>
      <v-progress-linear
        :model-value="job.total ? (100 * job.done) / job.total : 0"
        :indeterminate="!job.total"
        color="primary"
        :aria-label="words[job.kind]"
      />
    </template>
    <div v-else class="row spread">
      <span v-if="restored"
        >{{ restored.name }} is back, with {{ counted(restored.entries, 'entry', 'entries') }}.</span
      >
      <span v-else-if="compared">{{
        compared.differed
          ? `${compared.differed} of ${compared.subjects} plants, crosses, flowers, packets and trays ${plural(compared.differed, 'was', 'were')} not as the log says; mended.`
          : `Plants, crosses, flowers, packets and trays are as the log says: ${compared.subjects} compared, none differs.`
      }}</span>
      <span v-else-if="job.state === 'cancelled'" class="quiet">{{ words[job.kind] }}: stopped.</span>
      <span v-else class="fail">{{ job.problem }}</span>
      <v-btn v-if="restored" size="small" variant="flat" @click="open(restored.id)">Open it</v-btn>
      <v-btn v-else-if="!compared" size="small" @click="store.again(job.id)">Try again</v-btn>
    </div>
  </li>
</template>

<style scoped>
.job {
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
  display: grid;
  gap: 8px;
}
</style>
