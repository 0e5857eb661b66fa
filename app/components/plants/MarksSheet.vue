<!-- Marks of a plant's small flowers: which mark means which pollen; given out so that no two can be taken for each other. -->
<script setup lang="ts">
import type { Plant } from '@virgulta/core/plants/plant'
import type { MarkKind } from '@virgulta/core/tags/marks'
import { freeMark, markInWords } from '@virgulta/core/tags/marks'
import type { Parent } from '#shared/parent'

const { plant, fathers } = defineProps<{
  plant: Plant
  /** pollen parents of the crosses this plant carries */ fathers: Parent[]
}>()
const garden = useGardenStore()
const log = useLogStore()
const of = ref<MarkKind>(plant.marks?.of ?? 'beads')
const marks = computed(() => plant.marks?.marks ?? [])
const nameOf = (id: string) => fathers.find(f => f.id === id)?.name
const missing = computed(() => fathers.filter(f => !marks.value.some(m => m.pollenParentId === f.id)))
const set = (next: { mark: string; pollenParentId: string }[], kind = of.value) =>
  log.note([{ kind: 'marksSet', subjectId: plant.id, payload: { of: kind, marks: next } }])
/** A mark once given keeps its meaning; new pollen parents get free ones. */
function giveMarks() {
  const next = [...marks.value]
  for (const father of missing.value) {
    const mark = freeMark(next.map(m => m.mark))
    if (mark) next.push({ mark, pollenParentId: father.id })
  }
  return set(next)
}
function changeKind(kind: MarkKind) {
  of.value = kind
  if (marks.value.length) set(marks.value, kind)
}
</script>

<template>
  <PaperSheet v-if="fathers.length" heading="Marks for small flowers">
    <template v-if="marks.length" #actions
      ><v-btn size="small" class="quietly" :href="`/api/plants/${plant.id}/marks.pdf`" target="_blank"
        >Print the legend</v-btn
      ></template
    >
    <p v-if="!marks.length" class="quiet">
      Where no tag can be tied to each flower, beads on the tie or strokes of ink on the stalk say whose
      pollen it got. They differ by count and gap, so that no colour is needed.
    </p>
    <ul v-else class="legend">
      <li v-for="m in marks" :key="m.mark">
        <MarkDrawing :mark="m.mark" :of="plant.marks!.of" /><span>{{
          markInWords(m.mark, plant.marks!.of)
        }}</span
        ><ParentName role="pollen" :name="nameOf(m.pollenParentId) ?? 'another plant'" />
      </li>
    </ul>
    <p v-if="marks.length" class="quiet small">
      Read from the flower down. Write the legend on the stem label too.
    </p>
    <div v-if="garden.mayNote" class="row">
      <v-btn-toggle
        :model-value="of"
        mandatory
        density="compact"
        aria-label="Marks are made of"
        @update:model-value="changeKind"
        ><v-btn value="beads">Beads</v-btn><v-btn value="strokes">Ink strokes</v-btn></v-btn-toggle
      >
      <v-btn v-if="missing.length" size="small" @click="giveMarks"
        >Give {{ missing.length === 1 ? missing[0]!.name : `${missing.length} pollen parents` }} a mark</v-btn
      >
    </div>
  </PaperSheet>
</template>

<style scoped>
.legend {
  list-style: none;
  margin: 0 0 6px;
  padding: 0;
}
.legend li {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 5px 0;
  border-bottom: 1px solid var(--rule);
  flex-wrap: wrap;
}
</style>
