<!-- The answers to the question at hand, large enough for a wet thumb; a reason is asked where one is needed. -->
<script setup lang="ts">
import type { Answer } from '@virgulta/core/flowers/answers'

const { answers, day } = defineProps<{ answers: Answer[]; day?: string }>()
const emit = defineEmits<{ noted: [] }>()
const log = useLogStore()
const garden = useGardenStore()
const asking = ref<Answer | null>(null)
// Another question has come; the same one fetched anew leaves what is being answered alone.
watch(
  () => answers.map(a => a.label).join(),
  () => (asking.value = null),
)

const { run: give, isBusy } = useOnce(async (answer: Answer, reason: string) => {
  if (answer.ask && !reason) {
    asking.value = answer
    return
  }
  const further = answer.ask?.further?.(reason) ?? answer
  if (further !== answer && further.ask) {
    asking.value = further
    return
  }
  if (await log.note(further.drafts(reason), day)) {
    asking.value = null
    emit('noted')
  }
})
/** Longer answers have a line of their own. */
const LONG = 24
const isLong = (answer: Answer) => answer.tone !== 'main' && answer.label.length > LONG
const first = computed(() => [...answers.filter(a => a.tone === 'main'), ...answers.filter(isLong)])
const rest = computed(() => answers.filter(a => a.tone !== 'main' && !isLong(a)))
</script>

<template>
  <div v-if="!garden.mayNote" class="keys">
    <p class="quiet">You read along here as a guest; a hand or a keeper notes the answer.</p>
    <slot />
  </div>
  <div v-else-if="asking?.ask" class="asking">
    <ReasonChips
      :reasons="asking.ask.reasons"
      :question="asking.ask.question"
      :fixed="asking.ask.isFixed"
      @choose="give(asking!, $event)"
    />
    <v-btn variant="text" class="quietly" @click="asking = null">Back</v-btn>
  </div>
  <div v-else class="keys">
    <button
      v-for="answer in first"
      :key="answer.label"
      type="button"
      class="key"
      :class="answer.tone"
      :aria-busy="isBusy"
      @click="give(answer, '')"
    >
      {{ answer.label }}
    </button>
    <div class="two">
      <button
        v-for="answer in rest"
        :key="answer.label"
        type="button"
        class="key"
        :class="answer.tone"
        :aria-busy="isBusy"
        @click="give(answer, '')"
      >
        {{ answer.label }}
      </button>
      <slot />
    </div>
  </div>
</template>

<style scoped>
.keys,
.asking {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}
.two {
  display: grid;
  grid-template-columns: repeat(6, 1fr);
  gap: 10px;
}
.two > :deep(*) {
  grid-column: span 2;
}
.two:has(> :last-child:nth-child(2n)) > :deep(*) {
  grid-column: span 3;
}
.two:has(> :only-child) > :deep(*) {
  grid-column: span 6;
}
.two:has(> :last-child:nth-child(4)) {
  grid-template-columns: repeat(4, 1fr);
  gap: 8px;
}
.two:has(> :last-child:nth-child(4)) > :deep(*) {
  grid-column: span 1;
  font-size: 15px;
  padding: 4px;
}
@media (max-width: 260px) {
  .two:has(> *),
  .two:has(> :last-child:nth-child(4)) {
    grid-template-columns: minmax(0, 1fr);
  }
  .two:has(> *) > :deep(*),
  .two:has(> :last-child:nth-child(4)) > :deep(*),
  .two:has(> :last-child:nth-child(2n)) > :deep(*),
  .two:has(> :only-child) > :deep(*) {
    grid-column: auto;
  }
}
:slotted(.key),
.key {
  min-height: 56px;
  border-radius: var(--radius);
  border: 1.5px solid var(--sap);
  background: var(--sheet);
  color: var(--sap);
  font: 650 17px var(--text);
  cursor: pointer;
  padding: 4px 10px;
}
.main {
  background: var(--sap);
  color: var(--onSap);
  min-height: 66px;
}
.warn {
  border-color: var(--fail);
  color: var(--fail);
}
.key:hover:not(:disabled) {
  filter: brightness(0.96);
}
.key:disabled {
  opacity: 0.6;
  cursor: default;
}
</style>
