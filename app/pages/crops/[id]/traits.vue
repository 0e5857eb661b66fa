<!-- What is scored on a crop: the guide's traits and the garden's own. -->
<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import type { CropTrait } from '@virgulta/core/crops/definition'
import { classNames } from '@virgulta/core/offspring/trait'
import type { Column } from '../../../components/base/ReadTable.vue'

const route = useRoute()
const garden = useGardenStore()
const log = useLogStore()
const crop = computed(() => garden.cropOf(String(route.params.id))!)
const isOpen = ref(false)
const changing = ref<CropTrait>()
function open(trait?: CropTrait) {
  changing.value = trait
  isOpen.value = true
}
const valuesOf = (t: CropTrait) =>
  classNames(t)?.join(', ') ?? ('most' in t ? `0–${t.most}${t.scale === 'measure' ? ` ${t.unit}` : ''}` : '')
const columns: Column<CropTrait>[] = [
  { key: 'name', title: 'Trait', value: t => t.name },
  { key: 'values', title: 'Values', value: valuesOf },
  { key: 'hint', title: 'Where and when', value: t => t.hint, cutAt: '34%' },
  {
    key: 'good',
    title: 'Whole plant',
    value: t => (t.good === 'high' ? 'more is better' : t.good === 'low' ? 'less is better' : ''),
  },
  { key: 'from', title: 'From', value: t => (t.isOwn ? 'yours' : 'guide') },
  { key: 'do', title: 'Change', value: () => '' },
]
const drop = (t: CropTrait) => log.note([{ kind: 'traitDropped', subjectId: t.id, payload: {} }])
useShortcuts([{ key: 'n', does: 'add a trait', notes: true, run: () => open() }])
</script>

<template>
  <div class="stack">
    <div class="row spread">
      <p class="quiet">What is looked at on every plant of this crop, and the values it can take.</p>
      <v-btn v-if="garden.mayNote" variant="flat" :prepend-icon="mdiPlus" @click="open()">Add a trait</v-btn>
    </div>
    <ReadTable :rows="crop.definition.traits" :columns="columns" name="traits" one="trait">
      <template #name="{ row }"
        ><strong>{{ row.name }}</strong></template
      >
      <template #values="{ row }"
        ><span v-if="row.scale === 'colour'" class="swatches"
          ><span v-for="s in row.swatches" :key="s.name" class="nowrap"
            ><span class="swatch" :style="{ background: s.colour }" aria-hidden="true" />{{ s.name }}</span
          ></span
        ><template v-else>{{ valuesOf(row) }}</template></template
      >
      <template #from="{ row }"
        ><span class="quiet">{{ row.isOwn ? 'yours' : 'guide' }}</span></template
      >
      <template #do="{ row }"
        ><span v-if="row.isOwn && garden.mayNote" class="nowrap"
          ><button type="button" class="link" @click="open(row)">change</button> ·
          <button type="button" class="link" :aria-label="`Drop ${row.name}`" @click="drop(row)">
            drop
          </button></span
        ></template
      >
    </ReadTable>
    <TraitDialog v-model="isOpen" :crop="crop.guide.id" :trait="changing" />
  </div>
</template>

<style scoped>
.swatches {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 2px 12px;
}
.swatch {
  display: inline-block;
  width: 14px;
  height: 14px;
  border-radius: 50%;
  border: 1px solid var(--quiet);
  margin-right: 4px;
  vertical-align: -2px;
}
</style>
