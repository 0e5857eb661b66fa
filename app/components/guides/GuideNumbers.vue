<!-- The ranges of a guide; beside an own one what the built-in says, beside a grown crop what is known by now. -->
<script setup lang="ts">
import { differs, guideChoices, guideRangeInWords, guideRanges } from './guideParts'
import type { CropGuide } from '@virgulta/core/crops/guide'
import { isYearRound } from '@virgulta/core/season/band'
import { dayInWords } from '@virgulta/core/time/days'

const titleOf = (choice: (typeof guideChoices)[number], guide: CropGuide) =>
  choice.items.find(i => i.value === choice.of(guide))?.title
const bloomInWords = ({ bloom }: CropGuide) =>
  isYearRound(bloom)
    ? 'at any time of the year'
    : `${dayInWords(`2001-${bloom.from}`)} to ${dayInWords(`2001-${bloom.to}`)}`
const { guide, builtIn } = defineProps<{ guide: CropGuide; builtIn: CropGuide | null }>()
</script>

<template>
  <dl class="numbers">
    <div
      v-for="r in guideRanges"
      :key="r.key"
      :class="{ changed: builtIn && differs(r.of(guide), r.of(builtIn)) }"
    >
      <dt>{{ r.words }}</dt>
      <dd class="figures">
        {{ guideRangeInWords(r.of(guide), r.unit)
        }}<span v-if="builtIn && differs(r.of(guide), r.of(builtIn))" class="quiet small">
          built in: {{ guideRangeInWords(r.of(builtIn), r.unit) }}</span
        >
      </dd>
    </div>
    <div
      v-for="c in guideChoices"
      :key="c.key"
      :class="{ changed: builtIn && c.of(guide) !== c.of(builtIn) }"
    >
      <dt>{{ c.words.toLowerCase() }}</dt>
      <dd>
        {{ titleOf(c, guide)
        }}<span v-if="builtIn && c.of(guide) !== c.of(builtIn)" class="quiet small">
          built in: {{ titleOf(c, builtIn) }}</span
        >
      </dd>
    </div>
    <div
      :class="{
        changed: builtIn && (guide.bloom.from !== builtIn.bloom.from || guide.bloom.to !== builtIn.bloom.to),
      }"
    >
      <dt>usual bloom of the crop</dt>
      <dd class="figures">
        {{ bloomInWords(guide)
        }}<span v-if="builtIn && bloomInWords(guide) !== bloomInWords(builtIn)" class="quiet small">
          built in: {{ bloomInWords(builtIn) }}</span
        >
      </dd>
    </div>
    <div>
      <dt>passes of pollen at most</dt>
      <dd class="figures">{{ guide.pollination.passes }}</dd>
    </div>
    <div>
      <dt>seasons from flower to flower</dt>
      <dd class="figures">{{ guide.seasons }}</dd>
    </div>
    <div>
      <dt>handling the seed</dt>
      <dd>{{ guide.seedHandling.how }}</dd>
    </div>
  </dl>
</template>

<style scoped>
.numbers {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 230px), 1fr));
  gap: 8px 20px;
  margin: 0;
  border-block: 1px solid var(--rule);
  padding: 10px 0;
}
dt {
  font-size: 13px;
  color: var(--quiet);
}
dd {
  margin: 0;
}
.changed {
  border-left: 3px solid var(--doubt);
  padding-left: 8px;
}
</style>
