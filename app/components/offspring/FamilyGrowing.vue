<!-- How a family grows on: its first flower, the share that has flowered by season, and what is noted of all of it. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import { dayInWords } from '@virgulta/core/time/days'
import type { FamilyPage } from '#shared/offspring'

const { family } = defineProps<{ family: FamilyPage }>()
const garden = useGardenStore()
const guide = computed(() => garden.cropOf(family.cross.crop)!.guide)
const growing = computed(() => family.growing)
const percent = (share: number) => Math.round(share * 100)
</script>

<template>
  <PaperSheet heading="Growing on">
    <div class="sides">
      <div class="stack">
        <p v-if="growing.seen">
          First flower seen on <strong>{{ dayInWords(growing.seen, true) }}</strong>
        </p>
        <p v-else-if="growing.expected">
          First flower expected between <strong>{{ dayInWords(growing.expected.from, true) }}</strong> and
          <strong>{{ dayInWords(growing.expected.to, true) }}</strong>, after
          <EstimateMark
            :estimate="garden.cropOf(family.cross.crop)!.knowledge.days.toFlower"
            v-bind="markOf('toFlower', family.cross.crop)"
          />
          from sowing.
        </p>
        <p v-if="growing.standing" class="quiet">
          {{ counted(growing.standing, 'seedling stands', 'seedlings stand') }} in trays, without tags.
        </p>
        <ul v-if="growing.dues.length" class="dues">
          <li v-for="due in growing.dues" :key="due.step">
            <strong>{{ due.words }}</strong> <span class="quiet">{{ due.because }}</span>
          </li>
        </ul>
        <GrowingNotes
          :id="family.cross.id"
          of="family"
          :grown="family.cross.grown"
          :stages="guide.growingOn.stages"
        />
      </div>
      <div>
        <div
          v-if="growing.shares.length"
          class="across"
          tabindex="0"
          role="group"
          aria-label="Flowered by season"
        >
          <table class="shares">
            <caption class="quiet small">
              Tagged seedlings that have flowered, as far as their first flower was noted
            </caption>
            <thead>
              <tr>
                <th scope="col">By the end of</th>
                <th scope="col" class="end">Flowered</th>
                <th scope="col" class="end">Share</th>
                <th scope="col">Four times in five</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="s in growing.shares" :key="s.season">
                <th scope="row">{{ s.season }}</th>
                <td class="figures end">{{ s.flowered }} of {{ s.of }}</td>
                <td class="figures end">{{ percent(s.flowered / s.of) }} %</td>
                <td class="figures quiet">{{ percent(s.low) }}–{{ percent(s.high) }} %</td>
              </tr>
            </tbody>
          </table>
        </div>
        <p v-else class="quiet">
          Once its seedlings have tags, the share that has flowered by each season stands here.
        </p>
      </div>
    </div>
  </PaperSheet>
</template>

<style scoped>
.dues {
  margin: 0;
  padding-left: 18px;
}
p {
  margin: 0;
}
.shares {
  width: 100%;
  border-collapse: collapse;
}
caption {
  text-align: left;
  padding-bottom: 4px;
}
th,
td {
  text-align: left;
  font-weight: 500;
  height: 34px;
  padding-right: 12px;
  border-bottom: 1px solid var(--rule);
}
.end {
  text-align: right;
}
</style>
