<!-- Named lines of a crop compared: adjusted for seasons and places, with the chance of each to be among the best. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import { percentWords } from '@virgulta/core/odds/oddsWords'
import { isNumeric } from '@virgulta/core/offspring/standing'
import { shortNumber } from '@virgulta/core/offspring/summaryWords'
import type { AdjustedLine } from '@virgulta/core/trials/adjusted'
import type { LinesPage } from '#shared/lines'
import type { Column } from '../../../components/base/ReadTable.vue'

const route = useRoute()
const garden = useGardenStore()
const crop = computed(() => garden.cropOf(String(route.params.id))!)
const traits = computed(() => crop.value.definition.traits.filter(isNumeric))
const traitId = useAddress('trait', () => traits.value[0]?.id ?? '')
const trait = computed(() => traits.value.find(t => t.id === traitId.value) ?? traits.value[0])
const best = useAddressNumber('best', 3, { least: 1, most: 1000 })
const checks = useAddressList('checks')
/** Which end of the trait is wanted. */
const wanted = useAddress('want', 'most')
const { data: page } = useLive<LinesPage>(() =>
  trait.value
    ? `/api/crops/${route.params.id}/lines?${new URLSearchParams({ trait: trait.value.id })}`
    : null,
)
const nameOf = computed(() => new Map(page.value?.lines.map(line => [line.key, line])))
const sign = computed(() => (wanted.value === 'least' ? -1 : 1))
const { answer, refused, progress, isStopped, stop, again } = useWork('lines', () =>
  page.value && page.value.lines.length > 1
    ? {
        records: page.value.records.map(r => ({ ...r, value: sign.value * r.value })),
        best: best.value,
        checks: checks.value,
      }
    : null,
)
const unit = computed(() => (trait.value?.scale === 'measure' ? ` ${trait.value.unit}` : ''))
const occasions = computed(() => new Set(page.value?.records.map(r => r.occasion)).size)
/** The mean and its range on the trait's own scale. */
const told = ({ mean: { mean, low, high } }: AdjustedLine) => {
  const [from, to] = sign.value > 0 ? [low, high] : [-high, -low]
  return { mean: sign.value * mean, from, to }
}
const columns = computed<Column<AdjustedLine>[]>(() => [
  { key: 'line', title: 'Line', value: l => nameOf.value.get(l.line)?.name ?? l.line },
  { key: 'plots', title: 'Records', value: l => l.plots, align: 'end' },
  {
    key: 'mean',
    title: unit.value ? `Adjusted mean,${unit.value}` : 'Adjusted mean',
    value: l => told(l).mean,
    align: 'end',
    csv: {
      'adjusted mean': l => told(l).mean,
      'from (80 %)': l => told(l).from,
      'to (80 %)': l => told(l).to,
    },
  },
  {
    key: 'among',
    title: `Among the best ${best.value}`,
    value: l => l.among,
    align: 'end',
    csv: percentCells(`among the best ${best.value}`, l => l.among),
  },
  {
    key: 'first',
    title: 'The best',
    value: l => l.first,
    align: 'end',
    csv: percentCells('the best', l => l.first),
  },
])
const isTrying = ref(false)
const isCheck = (line: AdjustedLine) => checks.value.includes(line.line)
const share = (part: number) => percentWords(part / (variances.value || 1))
const variances = computed(() => {
  const found = answer.value?.variances
  return found ? found.lines + found.plots : 0
})
</script>

<template>
  <p v-if="!trait" class="quiet">
    This crop has no trait that is counted, measured or told in steps.
    <NuxtLink :to="`/crops/${route.params.id}/traits`">Add a trait</NuxtLink>
  </p>
  <div v-else class="stack">
    <div class="row">
      <v-select
        :model-value="trait.id"
        label="Trait"
        :items="traits.map(t => ({ value: t.id, title: t.name }))"
        class="narrow"
        @update:model-value="id => (traitId = id)"
      />
      <v-select
        v-model="wanted"
        label="Wanted"
        :items="[
          { value: 'most', title: 'the most' },
          { value: 'least', title: 'the least' },
        ]"
        class="narrow"
      />
      <CountStepper v-model="best" label="How many to keep" :least="1" :most="1000" />
      <v-select
        v-model="checks"
        label="Check lines"
        multiple
        :items="(page?.lines ?? []).map(line => ({ value: line.key, title: line.name }))"
        class="checks"
      />
    </div>
    <div v-if="garden.mayNote" class="row">
      <v-btn @click="isTrying = true">Lay out a trial</v-btn>
      <TrialDialog v-model="isTrying" :crop="String(route.params.id)" />
    </div>
    <EmptyPage v-if="page && page.lines.length < 2" heading="No two named lines are scored for it yet">
      <p>
        Every plant with a name is a plot of the line of that name, in the place where it stands: lay out a
        trial, and score its plots. Means are then told free of what seasons, places and repeats did.
      </p>
      <v-btn variant="flat" :to="`/plants?crop=${route.params.id}`">To its plants</v-btn>
    </EmptyPage>
    <WorkLine
      :progress="progress"
      :refused="refused"
      :is-stopped="isStopped"
      what="the lines"
      @stop="stop"
      @again="again"
    />
    <template v-if="answer && page && page.lines.length > 1">
      <p class="quiet">
        {{ counted(page.records.length, 'record') }} of {{ counted(page.lines.length, 'line') }} on
        {{ counted(occasions, 'occasion') }}, a season at a place; means are those of a usual occasion, drawn
        towards the others by as much as a plot may be off.
        <template v-if="answer.isAssumed"
          >No line was seen twice: that half of what they differ by lies between lines is assumed.</template
        ><template v-else
          >Of what plots differ by, {{ share(answer.variances.lines) }} lies between lines.</template
        >
      </p>
      <ReadTable :rows="answer.lines" :columns="columns" name="lines" one="line" sort="among" descending>
        <template #line="{ row }">
          <NuxtLink
            v-if="nameOf.get(row.line)?.plants.length === 1"
            :to="`/plants/${nameOf.get(row.line)!.plants[0]!.id}`"
            >{{ nameOf.get(row.line)!.name }}</NuxtLink
          >
          <span v-else>{{ nameOf.get(row.line)?.name }}</span>{{ ' '
          }}<span v-if="isCheck(row)" class="quiet small">check</span>
        </template>
        <template #mean="{ row }">
          <span class="figures nowrap"
            ><strong>{{ shortNumber(told(row).mean) }}</strong
            >{{ ' '
            }}<span class="quiet"
              >({{ shortNumber(told(row).from) }} to {{ shortNumber(told(row).to) }})</span
            ></span
          >
        </template>
        <template #among="{ row }"
          ><span class="figures">{{ isCheck(row) ? '·' : percentWords(row.among) }}</span></template
        >
        <template #first="{ row }"
          ><span class="figures">{{ isCheck(row) ? '·' : percentWords(row.first) }}</span></template
        >
      </ReadTable>
    </template>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 200px;
}
.checks {
  min-width: 220px;
  max-width: 420px;
}
p {
  margin: 0;
}
</style>
