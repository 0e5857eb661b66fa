<!-- The bloom of a plant: its seasons, its batches, and noting what is seen, today or on another day. -->
<script setup lang="ts">
import type { Batch } from '@virgulta/core/bloom/batch'
import type { Plant } from '@virgulta/core/plants/plant'
import { dayInWords, daysBetween } from '@virgulta/core/time/days'

const { plant, batches } = defineProps<{ plant: Plant; batches: Batch[] }>()
const garden = useGardenStore()
const log = useLogStore()
const ids = useFormIds()
const onProblem = useProblemAt('on')
const day = ref(garden.today)
const rows = computed(() =>
  [
    ...plant.blooming.blooms.map(bloom => ({ bloom, batch: null as Batch | null })),
    ...batches.flatMap(batch =>
      batch.blooming.blooms.map(bloom => ({ bloom, batch: batch as Batch | null })),
    ),
  ].sort((a, b) => b.bloom.seen.localeCompare(a.bloom.seen)),
)
const standing = computed(() =>
  batches.filter(b => b.sownOn && !b.ended && !b.blooming.blooms.some(bloom => bloom.last)),
)
const planned = computed(() => batches.filter(b => !b.sownOn && !b.ended))
const isHeld = computed(() => plant.holds.at(-1)?.until === null)
const isAdding = ref(false)
const sowOn = ref(garden.today)
const isRaised = computed(() => garden.cropOf(plant.crop)?.guide.bloom.fromSowing != null)
async function addBatch() {
  const id = ids.id()
  const isPast = sowOn.value <= garden.today
  const codes = await log.noteTagged(
    1,
    ([code]) => [
      {
        kind: 'batchPlanned',
        subjectId: id,
        payload: {
          code: code!,
          crop: plant.crop,
          plantId: plant.id,
          on: sowOn.value,
          why: 'the season’s stock',
        },
      },
      ...(isPast
        ? [
            {
              kind: 'batchSown' as const,
              subjectId: id,
              payload: { how: 'sown' as const, placeId: plant.placeId },
            },
          ]
        : []),
    ],
    isPast ? sowOn.value : undefined,
  )
  if (!codes) return
  isAdding.value = false
  ids.renew()
}
const sown = (batch: Batch) =>
  log.note([{ kind: 'batchSown', subjectId: batch.id, payload: { how: 'sown', placeId: plant.placeId } }])
const give = (batch: Batch) =>
  log.note([{ kind: 'batchEnded', subjectId: batch.id, payload: { reason: 'not needed any more' } }])
const hold = () =>
  log.note([{ kind: isHeld.value ? 'broughtBack' : 'heldBack', subjectId: plant.id, payload: {} }])
const days = (from: string | null, to: string | null) => (from && to ? daysBetween(from, to) + 1 : null)
</script>

<template>
  <PaperSheet heading="Bloom">
    <template #actions
      ><NuxtLink :to="`/bloom?seed=${plant.id}&crop=${plant.crop}`" class="small"
        >in the season</NuxtLink
      ></template
    >
    <div class="stack">
      <div v-if="rows.length" class="across" tabindex="0" role="group" aria-label="Blooms over the seasons">
        <table class="seasons">
          <thead>
            <tr>
              <th scope="col">First open</th>
              <th scope="col">Full</th>
              <th scope="col">Last</th>
              <th scope="col" class="end">Days</th>
              <th scope="col" class="end">After sowing</th>
              <th scope="col">Batch</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="({ bloom, batch }, i) in rows" :key="i">
              <td>{{ bloom.first ? dayInWords(bloom.first, true) : '·' }}</td>
              <td>{{ bloom.full ? dayInWords(bloom.full) : '·' }}</td>
              <td>{{ bloom.last ? dayInWords(bloom.last) : '·' }}</td>
              <td class="figures end">{{ days(bloom.first, bloom.last) }}</td>
              <td class="figures end">
                {{ batch && bloom.first ? daysBetween(batch.sownOn!, bloom.first) : '' }}
              </td>
              <td><TagLabel v-if="batch" :code="batch.code" /></td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-else class="quiet">No bloom is noted yet. Each season that is makes the next forecast better.</p>
      <template v-if="garden.mayNote && !plant.lost">
        <div v-for="batch in standing" :key="batch.id" class="note">
          <span
            ><TagLabel :code="batch.code" />
            <span class="small quiet">sown {{ dayInWords(batch.sownOn!) }}</span></span
          ><BloomKeys :id="batch.id" type="batch" :blooming="batch.blooming" :on="day" />
        </div>
        <div v-if="!standing.length || plant.blooming.blooms.length" class="note">
          <span class="small quiet">The plant</span
          ><BloomKeys
            :id="plant.id"
            type="plant"
            :blooming="day === garden.today ? plant.blooming : undefined"
            :on="day"
          />
        </div>
        <div class="row">
          <DayField v-model="day" label="Seen on" /><span class="quiet small"
            >Earlier seasons too; many at once from a file, under
            <NuxtLink to="/bloom">Bloom</NuxtLink>.</span
          >
        </div>
        <p v-if="onProblem" class="fail" role="alert">{{ onProblem }}</p>
        <ul v-if="planned.length" class="planned">
          <li v-for="batch in planned" :key="batch.id">
            <TagLabel :code="batch.code" /><span>to be sown on {{ dayInWords(batch.plannedFor, true) }}</span
            ><v-btn size="small" @click="sown(batch)">Sown</v-btn
            ><v-btn size="small" class="quietly" @click="give(batch)">Not doing it</v-btn>
          </li>
        </ul>
        <div class="row">
          <template v-if="isAdding"
            ><DayField v-model="sowOn" label="Sown, or to be sown, on" /><v-btn
              variant="flat"
              @click="addBatch"
              >{{ sowOn <= garden.today ? 'Note the batch' : 'Plan the batch' }}</v-btn
            ><v-btn variant="text" class="quietly" @click="isAdding = false">Cancel</v-btn></template
          >
          <v-btn v-else-if="isRaised" class="quietly" @click="isAdding = true">A batch of it</v-btn>
          <v-btn
            v-if="!isAdding"
            class="quietly"
            @click="log.note([{ kind: 'potted', subjectId: plant.id, payload: {} }])"
            >Potted today</v-btn
          >
          <v-btn v-if="!isAdding" class="quietly" @click="hold">{{
            isHeld ? 'Brought back from the cool' : 'Held back in the cool'
          }}</v-btn>
        </div>
        <p v-if="isHeld" class="doubt small">In the cool since {{ dayInWords(plant.holds.at(-1)!.from) }}.</p>
      </template>
    </div>
  </PaperSheet>
</template>

<style scoped>
.seasons {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
}
th {
  text-align: left;
  font-weight: 500;
  color: var(--quiet);
  font-size: 13px;
}
th,
td {
  height: 34px;
  border-bottom: 1px solid var(--rule);
  padding-right: 12px;
  white-space: nowrap;
}
.end {
  text-align: right;
}
.note {
  display: grid;
  gap: 6px;
}
.planned {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
.planned li {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
</style>
