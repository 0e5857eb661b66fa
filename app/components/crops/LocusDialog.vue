<!-- Adds a locus to a crop, or describes one of the garden's own anew. -->
<script setup lang="ts">
import type { CropLocus } from '@virgulta/core/crops/definition'

const isOpen = defineModel<boolean>({ required: true })
const { crop, locus } = defineProps<{ crop: string; locus?: CropLocus }>()
const log = useLogStore()
const ids = useFormIds()
const empty = () => ({
  name: '',
  alleles: '',
  dominance: 'complete' as 'complete' | 'none',
  group: '',
  cM: '',
  note: '',
})
const draft = ref(empty())
const tried = ref(false)
function begin() {
  ids.renew()
  tried.value = false
  draft.value = locus
    ? {
        name: locus.name,
        alleles: locus.alleles.join(' '),
        dominance: locus.dominance,
        group: locus.group ?? '',
        cM: locus.cM?.toString() ?? '',
        note: locus.note ?? '',
      }
    : empty()
}
const alleles = computed(() => draft.value.alleles.split(/[\s,;]+/).filter(Boolean))
const position = computed(() =>
  draft.value.cM.trim() === '' ? null : Number(draft.value.cM.replace(',', '.')),
)
const wrong = computed(() => ({
  name: draft.value.name.trim() ? [] : ['Give the locus a name.'],
  alleles:
    alleles.value.length < 2
      ? ['Give at least two alleles, with a space between.']
      : new Set(alleles.value).size < alleles.value.length
        ? ['The alleles must differ from each other.']
        : [],
  cM:
    position.value !== null && !(position.value >= 0)
      ? ['Give the position in cM, 0 or more.']
      : (position.value === null) !== (draft.value.group.trim() === '')
        ? ['Give both a linkage group and a position, or neither.']
        : [],
}))
async function save() {
  tried.value = true
  if (Object.values(wrong.value).some(list => list.length)) return
  const { name, dominance, group, note } = draft.value
  const described = {
    name: name.trim(),
    alleles: alleles.value,
    dominance,
    group: group.trim() || null,
    cM: position.value,
    note: note.trim() || null,
  }
  const isNoted = await log.note([
    locus
      ? { kind: 'locusChanged', subjectId: locus.id, payload: described }
      : { kind: 'locusAdded', subjectId: ids.id(), payload: { crop, ...described } },
  ])
  if (isNoted) isOpen.value = false
}
const problems = { alleles: useProblemAt('alleles'), cM: useProblemAt('cM'), group: useProblemAt('group') }
const refusedAt = (field: keyof typeof problems) => problems[field].value ?? []
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :heading="locus ? 'Describe the locus' : 'Add a locus'"
    :action="locus ? 'Save' : 'Add it'"
    :of="locus?.id"
    @open="begin"
    @submit="save"
  >
    <WordsField
      v-model="draft.name"
      :most="60"
      label="Name"
      autofocus
      placeholder="striped fruit"
      :errors="tried ? wrong.name : []"
    />
    <v-text-field
      v-model="draft.alleles"
      label="Alleles, with a space between"
      placeholder="T t"
      :error-messages="[...(tried ? wrong.alleles : []), ...refusedAt('alleles')]"
      hint="Where one hides another, it stands before it."
      persistent-hint
    />
    <v-select
      v-model="draft.dominance"
      label="Dominance"
      :items="[
        { value: 'complete', title: 'complete: the first hides the next' },
        { value: 'none', title: 'none: every genotype looks different' },
      ]"
    />
    <div class="row two">
      <WordsField v-model="draft.group" :most="20" label="Linkage group, if known" />
      <v-text-field
        v-model="draft.cM"
        label="Position, cM"
        inputmode="decimal"
        :error-messages="[...(tried ? wrong.cM : []), ...refusedAt('cM'), ...refusedAt('group')]"
      />
    </div>
    <WordsField v-model="draft.note" :most="300" label="Note" placeholder="from our own F2 of 2025" />
  </FormDialog>
</template>

<style scoped>
.two {
  flex-wrap: nowrap;
  align-items: start;
}
</style>
