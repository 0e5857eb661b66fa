<!-- How trays of a crop came up, by family or by how they were treated: a curve and its numbers for each group, and whether they differ. -->
<script setup lang="ts">
import { TREATMENTS } from '@virgulta/core/garden/treatments'
import { counted } from '@virgulta/core/formats/counted'
import { comparisonInWords } from '@virgulta/core/seed/compare'
import type { ComparePage } from '#shared/seed'

const garden = useGardenStore()
const [crop, by] = [useAddress('crop'), useAddress('by', 'family')]
const { data: page, problem } = useLive<ComparePage>(
  () =>
    `/api/seed/compare?${new URLSearchParams({ by: by.value, ...(crop.value ? { crop: crop.value } : {}) })}`,
)
const { colours, axis } = useChartLook()
/** Lines are told apart by colour and by how they are broken. */
const lineOf = (i: number) => {
  const { sap, seed, pollen, quiet } = colours.value
  return {
    borderColor: [sap, seed, pollen, quiet][i % 4]!,
    borderDash: [[], [7, 4], [2, 3]][(i + Math.floor(i / 4)) % 3]!,
  }
}
const chart = computed(() => ({
  datasets: (page.value?.compared?.groups ?? []).map((group, i) => ({
    label: group.key,
    data: page.value!.curves[i]!.map(({ day, up }) => ({ x: day, y: up })),
    ...lineOf(i),
    backgroundColor: lineOf(i).borderColor,
    borderWidth: 2,
    pointRadius: 0,
    cubicInterpolationMode: 'monotone' as const,
  })),
}))
const x = computed(() => axis('days', { type: 'linear', min: 0, ticks: { precision: 0 } }))
const y = computed(() => axis('up, of 100 seeds', { lines: true, min: 0, suggestedMax: 100 }))
const inWords = computed(() =>
  (page.value?.compared?.groups ?? [])
    .map(
      g =>
        `${g.key}: ${g.up} of ${g.seeds} up${g.fit.t50 ? `, half by day ${Math.round(g.fit.t50.estimate)}` : ''}`,
    )
    .join('; '),
)
</script>

<template>
  <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
  <div v-else-if="page" class="stack">
    <div class="row chosen">
      <v-select
        v-if="page.crop"
        :model-value="page.crop"
        label="Crop"
        :items="
          page.crops.map(one => ({
            value: one.crop,
            title: `${garden.cropName(one.crop)}, ${counted(one.trays, 'tray')}`,
          }))
        "
        @update:model-value="value => (crop = value)"
      />
      <v-select
        :model-value="page.by"
        label="Compare by"
        :items="Object.entries(TREATMENTS).map(([value, title]) => ({ value, title }))"
        @update:model-value="value => (by = value)"
      />
    </div>
    <template v-if="page.compared?.groups.length">
      <p class="says">{{ comparisonInWords(page.compared) }}</p>
      <div class="sides">
        <ChartBox :data="chart" :x="x" :y="y" :words="inWords" :height="280" />
        <div class="scroll">
          <table>
            <caption class="visually-hidden">
              Each group with its seeds and its curve
            </caption>
            <thead>
              <tr>
                <th scope="col">{{ TREATMENTS[page.by] }}</th>
                <th scope="col">Trays</th>
                <th scope="col">Up, of seeds</th>
                <th scope="col">Come up in the end</th>
                <th scope="col">Half by day</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(group, i) in page.compared.groups" :key="group.key">
                <th scope="row">
                  <svg class="line" viewBox="0 0 30 10" aria-hidden="true">
                    <line
                      x1="0"
                      y1="5"
                      x2="30"
                      y2="5"
                      :stroke="lineOf(i).borderColor"
                      :stroke-dasharray="lineOf(i).borderDash.join(' ')"
                      stroke-width="2.5"
                    /></svg
                  >{{ group.key }}
                </th>
                <td class="figures">{{ group.trays }}</td>
                <td class="figures nowrap">{{ group.up }} of {{ group.seeds }}</td>
                <td><FitRange :of="group.fit.final" unit="%" /></td>
                <td><FitRange v-if="group.fit.t50" :of="group.fit.t50" unit="days" /></td>
              </tr>
            </tbody>
          </table>
        </div>
      </div>
      <p class="quiet small">
        Fitted to the counts alone, without the guide; four in five lie in the range.{{
          page.compared.leftOut
            ? ` ${counted(page.compared.leftOut, 'tray is', 'trays are')} left out: not looked at yet, or nobody said.`
            : ''
        }}
        Trays also differ by what nobody wrote down: sow both ways side by side, from one packet.
      </p>
    </template>
    <p v-else-if="page.crop" class="quiet">
      Of no tray is this told yet: say it under “How it is sown”, and it is compared here.
    </p>
    <p v-else class="quiet">
      No tray was looked at yet. Sow from a packet and count what comes up; from two trays on they are
      compared here.
    </p>
  </div>
</template>

<style scoped>
.chosen {
  max-width: 620px;
  flex-wrap: nowrap;
}
.says {
  font-weight: 650;
  margin: 0;
}
.scroll {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th,
td {
  text-align: start;
  padding: 6px 10px 6px 0;
  border-bottom: 1px solid var(--rule);
  vertical-align: top;
}
.line {
  width: 30px;
  height: 10px;
  margin-inline-end: 8px;
}
.nowrap {
  white-space: nowrap;
}
thead th {
  color: var(--quiet);
  font-size: 13px;
}
</style>
