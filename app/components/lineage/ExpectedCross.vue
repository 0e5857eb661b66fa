<!-- What is to be expected of the cross of two plants in one trait: its mean, its spread, and how likely one goes beyond a mark. -->
<script setup lang="ts">
import { percentWords } from '@virgulta/core/odds/oddsWords'
import { meanClass } from '@virgulta/core/merit/liability'
import { expectedRange, expectedWords } from '@virgulta/core/merit/meritWords'
import type { MeritScale } from '@virgulta/core/merit/traitMerit'
import { bestOf, chanceBeyond, expectedFamily, withinLines } from '@virgulta/core/merit/traitMerit'
import type { Trait } from '@virgulta/core/offspring/trait'
import { classNames } from '@virgulta/core/offspring/trait'
import type { DescentPage, MeritRow } from '#shared/lineage'

const { trait, scale, pair } = defineProps<{ trait: Trait; scale: MeritScale; pair: MeritRow[] }>()
const emit = defineEmits<{ clear: [] }>()
const garden = useGardenStore()
const plants = useAddressNumber('raised', 60, { least: 1, most: 100_000 })
const typed = useAddress('beyond')
const one = computed(() => pair[0] ?? null)
const other = computed(() => pair[1] ?? pair[0] ?? null)
const isSelf = computed(() => pair.length === 1)
const classes = computed(() => classNames(trait))
const { data: descent } = useLive<DescentPage>(() =>
  one.value && other.value ? `/api/plants/${one.value.id}/descent?with=${other.value.id}` : null,
)
const inbreeding = computed(() => descent.value?.ties?.inbreeding ?? null)
const family = computed(
  () => one.value && other.value && expectedFamily(one.value, other.value, scale, isSelf.value),
)
const Z80 = 1.2816
/** From the scale that is reckoned with to the trait's own. */
const shown = (at: number) =>
  scale.liability ? meanClass(scale.liability, at, Math.sqrt(Math.max(1e-6, scale.rest))) : at
const rangeOf = (mean: number, deviation: number) =>
  expectedRange(trait, { low: shown(mean - Z80 * deviation), high: shown(mean + Z80 * deviation) })
/** The mark that a plant is to reach: a class by its number, or a number. */
const mark = computed(() => {
  if (classes.value) {
    const at = classes.value.indexOf(typed.value)
    return at < 0 ? null : at
  }
  const number = Number(typed.value.replace(',', '.'))
  return typed.value.trim() && Number.isFinite(number) ? number : null
})
const beyond = computed(() =>
  family.value && mark.value !== null ? chanceBeyond(family.value, scale, mark.value) : null,
)
/** Lines that are selfed out of it lie around the same mean, and differ by what is handed on. */
const lines = computed(() =>
  family.value && inbreeding.value !== null ? Math.sqrt(withinLines(scale, inbreeding.value)) : null,
)
</script>

<template>
  <PaperSheet heading="A cross of two">
    <template v-if="pair.length" #actions
      ><v-btn variant="text" class="quietly" @click="emit('clear')">Other plants</v-btn></template
    >
    <p v-if="!one || !family" class="quiet">Take two plants of the table, or one to self it.</p>
    <div v-else class="stack told">
      <p>
        <strong>{{ one.name }}</strong> × <strong>{{ isSelf ? 'itself' : other!.name }}</strong>{{ ' ' }}
        <span v-if="inbreeding !== null" class="quiet small">
          offspring inbred by {{ percentWords(inbreeding) }}</span
        >
      </p>
      <dl class="facts">
        <dt>Mean of the family</dt>
        <dd>{{ expectedWords(trait, shown(family.mean)) }}</dd>
        <dt>Four plants of five</dt>
        <dd>{{ rangeOf(family.mean, family.deviation) }}</dd>
        <template v-if="lines !== null && lines > 0">
          <dt>Lines selfed out of it, four of five</dt>
          <dd>{{ rangeOf(family.mean, lines) }}</dd>
        </template>
        <dt>The best of {{ plants }}, upwards</dt>
        <dd>{{ expectedWords(trait, shown(bestOf(family, plants))) }}</dd>
        <dt>The best of {{ plants }}, downwards</dt>
        <dd>{{ expectedWords(trait, shown(2 * family.mean - bestOf(family, plants))) }}</dd>
      </dl>
      <CountStepper v-model="plants" label="Plants raised" :least="1" :most="100_000" />
      <v-select v-if="classes" v-model="typed" :items="classes" label="That it shows at least" clearable />
      <v-text-field
        v-else
        v-model="typed"
        :label="`That it goes beyond${trait.scale === 'measure' ? `, in ${trait.unit}` : ''}`"
        inputmode="decimal"
        clearable
        :error-messages="typed && mark === null ? ['Give a number.'] : []"
      />
      <p v-if="beyond !== null" role="status">
        <strong class="figures">{{ percentWords(beyond) }}</strong> of its plants
        {{ classes ? `show ${typed} or more` : 'go beyond it' }},
        <span class="figures">{{ percentWords(1 - beyond) }}</span> {{ classes ? 'less' : 'stay below' }}; of
        {{ plants }} one at least with {{ percentWords(1 - (1 - beyond) ** plants) }}.
      </p>
      <v-btn v-if="garden.mayNote" variant="flat" :to="`/crosses/new?seed=${one.id}&pollen=${other!.id}`"
        >Plan this cross</v-btn
      >
    </div>
  </PaperSheet>
</template>

<style scoped>
.told {
  gap: 10px;
}
.facts {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 4px 12px;
}
dt {
  color: var(--quiet);
}
dd {
  margin: 0;
  text-align: right;
  font-weight: 650;
}
</style>
