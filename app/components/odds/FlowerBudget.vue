<!-- From keepers wanted back to flowers: each step with its origin, where most is lost, what one more would do. -->
<script setup lang="ts">
import { meanShare } from '@virgulta/core/chance/rate'
import { oneIn, percentWords } from '@virgulta/core/odds/oddsWords'
import type { CropYields, WantedShare } from '@virgulta/core/crops/knowledge'
import type { CountedQuantity } from '@virgulta/core/crops/quantities'
import { expectedOf } from '@virgulta/core/crops/expected'
import { counted, plural } from '@virgulta/core/formats/counted'

const { yields, share, crop, keepers, confidence } = defineProps<{
  yields: CropYields
  /** share of the seedlings that is wanted */
  share: WantedShare
  crop: string
  keepers: number
  confidence: number
}>()
const emit = defineEmits<{ plan: [flowers: number] }>()
const flowers = ref<number | null>(null)
watch(
  () => [keepers, confidence, share],
  () => (flowers.value = null),
)
const { answer, refused, progress, isStopped, stop, again } = useWork('budget', () =>
  meanShare(share) > 0
    ? {
        steps: {
          take: yields.shares.take,
          held: yields.shares.held,
          seedsPerFruit: yields.seedsPerFruit,
          perFruit: yields.perFruit,
          passes: [
            yields.shares.sound,
            yields.shares.germination,
            yields.shares.survival,
            yields.shares.reach,
            share,
          ],
        },
        keepers,
        confidence,
        flowers: flowers.value,
      }
    : null,
)
const chosen = computed({
  get: () => flowers.value ?? answer.value?.flowers ?? 1,
  set: n => (flowers.value = n),
})
const stations: { name: string; of: CountedQuantity | null; one: string }[] = [
  { name: 'flowers pollinated', of: null, one: 'one more flower' },
  { name: 'fruits that take', of: 'take', one: 'one more fruit' },
  { name: 'fruits that are harvested', of: 'held', one: 'one more harvested fruit' },
  { name: 'seeds', of: 'seedsPerFruit', one: 'one more seed' },
  { name: 'sound seeds', of: 'sound', one: 'one more sound seed' },
  { name: 'seedlings up', of: 'germination', one: 'one more seedling' },
  { name: 'seedlings potted', of: 'survival', one: 'one more potted' },
  { name: 'plants that live to be judged', of: 'reach', one: 'one more plant' },
  { name: 'as wished', of: null, one: 'one more keeper' },
]
const count = (n: number) => (n >= 20 ? Math.round(n).toLocaleString('en') : Number(n.toFixed(1)))
const points = (gain: number) => (gain < 0.0005 ? 'under 0.1' : `${(gain * 100).toFixed(1)}`)
</script>

<template>
  <div class="stack">
    <WorkLine
      :progress="progress"
      :refused="refused"
      :is-stopped="isStopped"
      what="the flowers"
      @stop="stop"
      @again="again"
    />
    <template v-if="answer">
      <div class="answer">
        <p>
          <strong class="display big">{{
            answer.needed === null ? 'more than 5,000' : answer.needed
          }}</strong>
          {{ plural(answer.needed ?? 0, 'flower') }} for {{ counted(keepers, 'keeper') }} at
          {{ Math.round(confidence * 100) }} %
        </p>
        <CountStepper v-model="chosen" label="Flowers to look at" :least="1" :most="2000" />
        <p>
          With {{ counted(answer.flowers, 'flower') }} the chance of {{ keepers }} is
          <strong class="figures">{{ percentWords(answer.chance) }}</strong>{{ ' '
          }}<span class="quiet small figures" title="standard error of the draws"
            >±
            {{ answer.standardError < 0.0005 ? 'under 0.1' : (answer.standardError * 100).toFixed(1) }}</span
          >
        </p>
      </div>
      <div class="sides">
        <div class="across" tabindex="0" role="group" aria-label="Step by step">
          <table class="budget">
            <thead>
              <tr>
                <th scope="col">Step</th>
                <th scope="col" class="end">Expected</th>
                <th scope="col">Passes</th>
                <th scope="col" class="end">One more adds</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(station, i) in answer.stations" :key="i" :class="{ worst: i === answer.worst }">
                <th scope="row">
                  {{ stations[i]!.name
                  }}<span v-if="i === answer.worst" class="doubt small"> loses most</span>
                </th>
                <td class="figures end">{{ count(station.expected) }}</td>
                <td>
                  <EstimateMark
                    v-if="stations[i]!.of"
                    :estimate="expectedOf[stations[i]!.of!](yields)"
                    v-bind="markOf(stations[i]!.of!, crop)"
                  />
                  <span v-else-if="i === answer.stations.length - 1" class="figures"
                    >{{ oneIn(meanShare(share)) }} <span class="quiet small">odds</span></span
                  >
                </td>
                <td class="figures end" :title="stations[i]!.one">+{{ points(station.oneMore) }}</td>
              </tr>
            </tbody>
          </table>
        </div>
        <KeeperChart :distribution="answer.distribution" :wanted="keepers" :flowers="answer.flowers" />
      </div>
      <p class="quiet small">
        “One more adds” is in points of the chance. Shares and seeds are known only so far: the chance is
        averaged over what they may be, luck included.
      </p>
      <div class="row">
        <v-btn
          variant="flat"
          height="44"
          :disabled="answer.needed === null && flowers === null"
          @click="emit('plan', chosen)"
          >Plan this cross with {{ counted(chosen, 'flower') }}</v-btn
        >
      </div>
    </template>
  </div>
</template>

<style scoped>
.answer {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 28px;
  align-items: end;
}
.answer p {
  margin: 0;
}
.big {
  font-size: 34px;
  color: var(--sap);
}
.budget {
  border-collapse: collapse;
  font-size: 14px;
  width: 100%;
}
.budget th,
.budget td {
  text-align: left;
  padding: 6px 12px 6px 0;
  border-bottom: 1px solid var(--rule);
  font-weight: 400;
}
.budget thead th {
  color: var(--quiet);
  border-bottom-color: var(--ink);
}
.budget .end {
  text-align: right;
}
.worst th {
  font-weight: 650;
}
</style>
