<!-- On a plant whose flowers carry marks: the mark of this cross, and what the others mean. -->
<script setup lang="ts">
import { markInWords } from '@virgulta/core/tags/marks'
import type { Parent } from '#shared/parent'
import type { RoundStop } from '#shared/round'

const { marks, pollenParent } = defineProps<{
  marks: NonNullable<RoundStop['marks']>
  pollenParent: Parent | null
}>()
const own = computed(() => marks.marks.find(m => m.pollenParentId === pollenParent?.id))
</script>

<template>
  <div class="marks">
    <p v-if="own">
      <MarkDrawing :mark="own.mark" :of="marks.of" /> <strong>{{ markInWords(own.mark, marks.of) }}</strong>{{
        ' '
      }}<span class="quiet small">read from the flower down</span>
    </p>
    <p v-else class="doubt small">
      {{ pollenParent?.name ?? 'This pollen parent' }} has no mark on this plant yet.
    </p>
    <details>
      <summary>What a mark means here</summary>
      <ul>
        <li v-for="m in marks.marks" :key="m.mark">
          <MarkDrawing :mark="m.mark" :of="marks.of" /> {{ markInWords(m.mark, marks.of) }}:
          <ParentName role="pollen" :name="m.name" />
        </li>
      </ul>
    </details>
  </div>
</template>

<style scoped>
.marks p {
  margin: 0;
}
summary {
  cursor: pointer;
  color: var(--sap);
  min-height: 44px;
  display: flex;
  align-items: center;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  padding: 4px 0;
}
</style>
