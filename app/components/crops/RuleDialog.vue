<!-- A rule: what loci, or other rules, make together. The first case that fits decides. -->
<script setup lang="ts">
import { mdiClose, mdiPlus } from '@mdi/js'
import type { CropDefinition, CropRule } from '@virgulta/core/crops/definition'
import { possibleLooks } from '@virgulta/core/crops/definition'
import { classNames } from '@virgulta/core/offspring/trait'

const isOpen = defineModel<boolean>({ required: true })
const { crop, definition, rule } = defineProps<{
  crop: string
  definition: CropDefinition
  rule?: CropRule
}>()
const log = useLogStore()
const ids = useFormIds()
interface Case {
  when: { id: string; look: string }[]
  is: string
}
const draft = ref({ name: '', trait: null as string | null, cases: [] as Case[], otherwise: '' })
const tried = ref(false)
const caseWords = (at: number) => (at ? 'else, if' : 'if')
const emptyCase = (): Case => ({ when: [{ id: '', look: '' }], is: '' })
function begin() {
  ids.renew()
  tried.value = false
  draft.value = rule
    ? {
        name: rule.name,
        trait: rule.trait,
        cases: rule.cases.map(c => ({
          when: Object.entries(c.when).map(([id, look]) => ({ id, look })),
          is: c.is,
        })),
        otherwise: rule.otherwise,
      }
    : { name: '', trait: null, cases: [emptyCase()], otherwise: '' }
}
const traits = computed(() => definition.traits.filter(t => classNames(t)))
const outcomes = computed(() => {
  const trait = traits.value.find(t => t.id === draft.value.trait)
  return trait ? classNames(trait)! : null
})
watch(
  () => draft.value.trait,
  (now, before) => {
    if (!draft.value.name && now) draft.value.name = traits.value.find(t => t.id === now)!.name
    if (before !== undefined && outcomes.value) {
      for (const c of draft.value.cases) if (!outcomes.value.includes(c.is)) c.is = ''
      if (!outcomes.value.includes(draft.value.otherwise)) draft.value.otherwise = ''
    }
  },
)
const askable = computed(() =>
  [...definition.loci, ...definition.rules.filter(r => r.id !== rule?.id)].map(thing => ({
    value: thing.id,
    title: thing.name,
  })),
)
const unfinished = computed(
  () =>
    !draft.value.cases.length ||
    draft.value.cases.some(c => !c.is || !c.when.length || c.when.some(w => !w.id || !w.look)) ||
    !draft.value.otherwise.trim(),
)
async function save() {
  tried.value = true
  const { name, trait, cases, otherwise } = draft.value
  if (!name.trim() || unfinished.value) return
  const described = {
    name: name.trim(),
    trait,
    cases: cases.map(c => ({ when: Object.fromEntries(c.when.map(w => [w.id, w.look])), is: c.is })),
    otherwise: otherwise.trim(),
  }
  const isNoted = await log.note([
    rule
      ? { kind: 'ruleChanged', subjectId: rule.id, payload: described }
      : { kind: 'ruleAdded', subjectId: ids.id(), payload: { crop, ...described } },
  ])
  if (isNoted) isOpen.value = false
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :heading="rule ? 'Describe the rule' : 'Add a rule'"
    :action="rule ? 'Save' : 'Add it'"
    :of="rule?.id"
    @open="begin"
    @submit="save"
  >
    <v-select
      v-model="draft.trait"
      label="Trait it makes"
      clearable
      :items="traits.map(t => ({ value: t.id, title: t.name }))"
      hint="Then what a plant looks like tells of its genes."
      persistent-hint
    />
    <WordsField
      v-model="draft.name"
      :most="60"
      label="Name"
      :errors="tried && !draft.name.trim() ? ['Give the rule a name.'] : []"
    />
    <div v-for="(c, i) in draft.cases" :key="i" class="case" role="group" :aria-label="`Case ${i + 1}`">
      <div v-for="(w, k) in c.when" :key="k" class="row line">
        <span class="quiet small word">{{ k ? 'and' : caseWords(i) }}</span>
        <v-select v-model="w.id" label="Locus or rule" :items="askable" @update:model-value="w.look = ''" />
        <v-select v-model="w.look" label="looks" :items="w.id ? possibleLooks(w.id, definition) : []" />
        <v-btn
          v-if="c.when.length > 1"
          :icon="mdiClose"
          size="small"
          variant="text"
          aria-label="Take this out"
          @click="c.when.splice(k, 1)"
        />
      </div>
      <div class="row line">
        <span class="quiet small word">then</span>
        <v-select v-if="outcomes" v-model="c.is" label="it is" :items="outcomes" />
        <WordsField v-else v-model="c.is" :most="40" label="it is" />
        <v-btn size="small" variant="text" @click="c.when.push({ id: '', look: '' })">and …</v-btn>
        <v-btn
          v-if="draft.cases.length > 1"
          :icon="mdiClose"
          size="small"
          variant="text"
          :aria-label="`Take case ${i + 1} out`"
          @click="draft.cases.splice(i, 1)"
        />
      </div>
    </div>
    <v-btn data-many size="small" :prepend-icon="mdiPlus" class="more" @click="draft.cases.push(emptyCase())"
      >One more case</v-btn
    >
    <div class="row line">
      <span class="quiet small word">otherwise</span
      ><v-select v-if="outcomes" v-model="draft.otherwise" label="it is" :items="outcomes" /><WordsField
        v-else
        v-model="draft.otherwise"
        :most="40"
        label="it is"
      />
    </div>
    <p v-if="tried && unfinished" class="fail" role="alert">
      Every case names a locus, how it looks, and what it then is; and say what it is otherwise.
    </p>
  </FormDialog>
</template>

<style scoped>
.case {
  border-left: 2px solid var(--rule);
  padding-left: 10px;
  display: grid;
  gap: 8px;
}
.line {
  flex-wrap: nowrap;
}
.word {
  min-width: 58px;
}
.more {
  justify-self: start;
}
</style>
