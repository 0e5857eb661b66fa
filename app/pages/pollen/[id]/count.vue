<!-- Counts a test under the lens: tap for each grain, field by field, on a telephone with one hand. -->
<script setup lang="ts">
import { aliveInWords, donorsInWords, pollenChoices } from '~/components/pollen/pollenWords'
import { mdiClose, mdiUndo } from '@mdi/js'
import { WORTH_USING } from '@virgulta/core/pollen/worth'
import { testVerdict } from '@virgulta/core/pollen/tells'
import { countedTogether } from '@virgulta/core/pollen/kinds'
import type { TESTING, TEST_PHASES } from '@virgulta/core/pollen/kinds'
import type { TubePage } from '#shared/pollen'

definePageMeta({ layout: 'bare' })
const route = useRoute()
const log = useLogStore()
const garden = useGardenStore()
const id = String(route.params.id)
const { data: page, problem } = useLive<TubePage>(() => `/api/pollen/${id}`)
/** What is counted so far; it survives a reload and a telephone put into the pocket. */
const counting = useSessionStorage(`count ${id}`, {
  method: 'germinated' as keyof typeof TESTING,
  phase: null as keyof typeof TEST_PHASES | null,
  fields: [{ alive: 0, seen: 0 }],
})
const field = computed(() => counting.value.fields.at(-1)!)
const done = computed(() => counting.value.fields.filter(f => f.seen > 0))
const all = computed(() => countedTogether(counting.value.fields))
const verdict = computed(() =>
  all.value.seen ? testVerdict(all.value.alive, all.value.seen, WORTH_USING, done.value.length) : null,
)
const taps = ref<boolean[]>([])
function tap(isAlive: boolean) {
  counting.value.fields[counting.value.fields.length - 1] = {
    alive: field.value.alive + Number(isAlive),
    seen: field.value.seen + 1,
  }
  taps.value.push(isAlive)
  navigator.vibrate?.(12)
}
function untap() {
  const last = taps.value.pop()
  if (last === undefined || !field.value.seen) return
  counting.value.fields[counting.value.fields.length - 1] = {
    alive: field.value.alive - Number(last),
    seen: field.value.seen - 1,
  }
}
function nextField() {
  if (!field.value.seen) return
  counting.value.fields.push({ alive: 0, seen: 0 })
  taps.value = []
}
/** A field that was counted on paper. */
const [typedAlive, typedSeen] = [ref(0), ref(0)]
const typedFault = computed(() =>
  typedAlive.value > typedSeen.value
    ? 'More are alive than were seen; count this field again, or correct how many there are.'
    : '',
)
function addTyped() {
  if (typedFault.value || !typedSeen.value) return
  counting.value.fields.splice(counting.value.fields.length - 1, 0, {
    alive: typedAlive.value,
    seen: typedSeen.value,
  })
  typedAlive.value = typedSeen.value = 0
}
const words = computed(() =>
  counting.value.method === 'germinated' ? ['Grew', 'Did not'] : ['Coloured', 'Pale'],
)
const says = computed(
  () =>
    verdict.value &&
    {
      enough: 'Alive enough for a flower: you can stop.',
      tooFew: 'Too dead for a flower: you can stop.',
      unclear: verdict.value.more
        ? `Not to be told yet; about ${verdict.value.more} more would tell.`
        : 'Too near the limit to be told by counting.',
    }[verdict.value.says],
)
async function finish() {
  const { method, phase } = counting.value
  if (
    !(await log.note([
      {
        kind: 'tubeTested',
        subjectId: id,
        payload: { method, fields: done.value, ...(phase ? { phase } : {}) },
      },
    ]))
  )
    return
  counting.value = { method, phase: null, fields: [{ alive: 0, seen: 0 }] }
  navigateTo(`/pollen/${id}`)
}
useShortcuts([
  { key: 'a', does: 'one that lives', run: () => tap(true), notes: true },
  { key: 'd', does: 'one that does not', run: () => tap(false), notes: true },
  { key: 'n', does: 'next field', run: nextField, notes: true },
  { key: 'Backspace', does: 'take the last tap back', run: untap, notes: true },
  { key: 'Escape', does: 'back to the tube', run: () => navigateTo(`/pollen/${id}`) },
])
</script>

<template>
  <div class="count">
    <header class="top">
      <div>
        <h1>Test pollen</h1>
        <p v-if="page" class="row small">
          <TagLabel :code="page.tube.code" /> <span class="quiet">{{ donorsInWords(page.donors) }}</span>
        </p>
      </div>
      <v-btn :icon="mdiClose" variant="text" aria-label="Back to the tube" :to="`/pollen/${id}`" />
    </header>
    <section class="middle" tabindex="0" aria-label="The count so far">
      <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
      <div class="row">
        <button
          v-for="m in pollenChoices.methods"
          :key="m.value"
          type="button"
          class="chip"
          :aria-pressed="counting.method === m.value"
          @click="counting.method = m.value"
        >
          {{ m.title }}
        </button>
      </div>
      <div class="row">
        <button
          v-for="p in pollenChoices.phases"
          :key="p.value"
          type="button"
          class="chip"
          :aria-pressed="counting.phase === p.value"
          @click="counting.phase = counting.phase === p.value ? null : p.value"
        >
          {{ p.title }}
        </button>
      </div>
      <p class="display figure" aria-live="polite">
        <template v-if="verdict">{{ all.alive }} of {{ all.seen }}</template
        ><template v-else>Count about a hundred grains</template>
      </p>
      <template v-if="verdict">
        <div class="bar" aria-hidden="true">
          <span
            class="span"
            :style="{ left: `${verdict.low * 100}%`, right: `${100 - verdict.high * 100}%` }"
          /><span class="at" :style="{ left: `${verdict.share * 100}%` }" /><span
            class="limit"
            :style="{ left: `${WORTH_USING * 100}%` }"
          />
        </div>
        <p>
          <strong class="figures">{{
            aliveInWords({ median: verdict.share, low: verdict.low, high: verdict.high })
          }}</strong>{{ ' ' }}<span class="quiet small">four cases in five</span>
        </p>
        <p :class="verdict.says === 'enough' ? 'sap' : 'doubt'">{{ says }}</p>
      </template>
      <ol class="fields" aria-label="Fields">
        <li v-for="(f, i) in counting.fields" :key="i" :class="{ here: i === counting.fields.length - 1 }">
          <span class="quiet small">{{ i + 1 }}</span> <span class="figures">{{ f.alive }}/{{ f.seen }}</span>
        </li>
      </ol>
      <details>
        <summary>A field counted on paper</summary>
        <div class="row typed">
          <CountStepper v-model="typedAlive" label="Alive" :error="typedFault || undefined" /><CountStepper
            v-model="typedSeen"
            label="Seen"
          /><v-btn height="48" :disabled="Boolean(typedFault) || !typedSeen" @click="addTyped"
            >Add the field</v-btn
          >
        </div>
      </details>
    </section>
    <footer v-if="garden.mayNote" class="keys">
      <button type="button" data-many class="key alive" @click="tap(true)">
        <span>{{ words[0] }}</span><span class="figures">{{ field.alive }}</span>
      </button>
      <button type="button" data-many class="key dead" @click="tap(false)">
        <span>{{ words[1] }}</span><span class="figures">{{ field.seen - field.alive }}</span>
      </button>
      <button
        type="button"
        data-many
        class="key small"
        :disabled="!taps.length"
        aria-label="Take the last tap back"
        @click="untap"
      >
        <v-icon :icon="mdiUndo" />
      </button>
      <button type="button" class="key small" :disabled="!field.seen" @click="nextField">Next field</button>
      <button type="button" class="key small end" :disabled="!done.length" @click="finish">
        Note the test
      </button>
    </footer>
    <p v-else class="keys quiet">You read along here as a guest.</p>
  </div>
</template>

<style scoped>
.count {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  grid-template-rows: auto minmax(0, 1fr) auto;
  height: 100dvh;
  max-width: 560px;
  margin: 0 auto;
}
.top {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: center;
  padding: 12px 8px 8px 18px;
  border-bottom: 1px solid var(--rule);
}
.top h1 {
  font-size: 21px;
}
.top p {
  margin: 4px 0 0;
}
.middle {
  overflow-y: auto;
  padding: 14px 18px;
  display: grid;
  gap: 10px;
  align-content: start;
}
.figure {
  font-size: 32px;
}
.bar {
  position: relative;
  height: 14px;
  background: var(--wash);
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}
.span {
  position: absolute;
  top: 0;
  bottom: 0;
  background: color-mix(in srgb, var(--pollen) 45%, transparent);
}
.at {
  position: absolute;
  top: -3px;
  bottom: -3px;
  width: 3px;
  background: var(--pollen);
}
.limit {
  position: absolute;
  top: -6px;
  bottom: -6px;
  border-left: 2px dashed var(--ink);
}
.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  list-style: none;
  margin: 0;
  padding: 0;
}
.fields li {
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  padding: 3px 9px;
  background: var(--sheet);
}
.fields .here {
  border-color: var(--sap);
}
summary {
  cursor: pointer;
  min-height: 44px;
  padding: 10px 0;
  color: var(--sap);
  font-weight: 650;
}
.typed {
  align-items: end;
  gap: 14px;
}
.keys {
  display: grid;
  grid-template-columns: repeat(6, 1fr);
  gap: 10px;
  padding: 12px 18px 16px;
  border-top: 1px solid var(--rule);
  background: var(--paper);
  margin: 0;
}
p.keys {
  display: block;
}
.key {
  grid-column: span 3;
  min-height: 104px;
  display: grid;
  place-content: center;
  justify-items: center;
  gap: 4px;
  border: 1.5px solid var(--sap);
  border-radius: var(--radius);
  background: var(--sheet);
  color: var(--sap);
  font: 650 20px var(--text);
  cursor: pointer;
  touch-action: manipulation;
}
.key .figures {
  font-size: 24px;
}
.alive {
  background: var(--sap);
  color: var(--onSap);
}
.dead {
  border-color: var(--quiet);
  color: var(--ink);
}
.key.small {
  grid-column: span 2;
  min-height: 56px;
  font-size: 16px;
}
.key:active {
  filter: brightness(0.9);
}
.key:disabled {
  opacity: 0.5;
  cursor: default;
}
@media (max-height: 560px) {
  .count {
    height: auto;
    min-height: 100dvh;
  }
  .middle {
    overflow: visible;
  }
}
</style>
