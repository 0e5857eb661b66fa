<!-- How a crop inherits: loci and rules, the guide's and the garden's own. -->
<script setup lang="ts">
import { matingWords, nameOf } from '@virgulta/core/odds/oddsWords'
import { mdiPlus } from '@mdi/js'
import type { CropLocus, CropRule } from '@virgulta/core/crops/definition'
import type { Column } from '../../../components/base/ReadTable.vue'

const route = useRoute()
const garden = useGardenStore()
const log = useLogStore()
const crop = computed(() => garden.cropOf(String(route.params.id))!)
const definition = computed(() => crop.value.definition)
const [isLocusOpen, isRuleOpen, isInheritanceOpen] = [ref(false), ref(false), ref(false)]
const [locus, rule] = [ref<CropLocus>(), ref<CropRule>()]
function openLocus(changing?: CropLocus) {
  locus.value = changing
  isLocusOpen.value = true
}
function openRule(changing?: CropRule) {
  rule.value = changing
  isRuleOpen.value = true
}
const caseWords = ({ when, is }: CropRule['cases'][number]) =>
  `${Object.entries(when)
    .map(([id, look]) => `${nameOf(id, definition.value)} ${look}`)
    .join(' and ')}: ${is}`
const traitName = (id: string | null) => definition.value.traits.find(t => t.id === id)?.name ?? ''
const lociColumns: Column<CropLocus>[] = [
  { key: 'name', title: 'Locus', value: l => l.name },
  { key: 'alleles', title: 'Alleles', value: l => l.alleles.join(' ') },
  {
    key: 'dominance',
    title: 'Dominance',
    value: l =>
      l.dominance === 'complete' ? `${l.alleles[0]} hides ${l.alleles.slice(1).join(', ')}` : 'none',
  },
  { key: 'place', title: 'Group, cM', value: l => (l.group === null ? 'not linked' : `${l.group}, ${l.cM}`) },
  { key: 'note', title: 'Note', value: l => l.note, cutAt: '34%' },
  { key: 'from', title: 'From', value: l => (l.isOwn ? 'yours' : 'guide') },
  { key: 'do', title: 'Change', value: () => '' },
]
const drop = (kind: 'locusDropped' | 'ruleDropped', id: string) =>
  log.note([{ kind, subjectId: id, payload: {} }])
useShortcuts([
  { key: 'n', does: 'add a locus', notes: true, run: () => openLocus() },
  { key: 'r', does: 'add a rule', notes: true, run: () => openRule() },
])
</script>

<template>
  <div class="stack">
    <div class="row spread">
      <p class="quiet">
        {{ matingWords[definition.inheritance.mating] }}; {{ definition.inheritance.ploidy }} sets of
        chromosomes<template v-if="definition.inheritance.doubleReduction"
          >, double reduction {{ definition.inheritance.doubleReduction }}</template
        >, distances by {{ definition.inheritance.map === 'haldane' ? 'Haldane' : 'Kosambi' }} ({{
          definition.inheritance.id ? 'yours' : 'guide'
        }}).
        <button v-if="garden.mayNote" type="button" class="link" @click="isInheritanceOpen = true">
          Change
        </button>
      </p>
      <v-btn v-if="garden.mayNote" variant="flat" :prepend-icon="mdiPlus" @click="openLocus()"
        >Add a locus</v-btn
      >
    </div>
    <ReadTable
      v-if="definition.loci.length"
      :rows="definition.loci"
      :columns="lociColumns"
      name="loci"
      one="locus"
    >
      <template #name="{ row }"
        ><strong>{{ row.name }}</strong></template
      >
      <template #alleles="{ row }"
        ><span class="code">{{ row.alleles.join(' ') }}</span></template
      >
      <template #from="{ row }"
        ><span class="quiet">{{ row.isOwn ? 'yours' : 'guide' }}</span></template
      >
      <template #do="{ row }"
        ><span v-if="row.isOwn && garden.mayNote" class="nowrap"
          ><button type="button" class="link" @click="openLocus(row)">change</button> ·
          <button
            type="button"
            class="link"
            :aria-label="`Drop ${row.name}`"
            @click="drop('locusDropped', row.id)"
          >
            drop
          </button></span
        ></template
      >
    </ReadTable>
    <EmptyPage v-else heading="No locus is described yet"
      >A locus has a name, alleles, and a dominance; with a rule it makes the classes of a trait. Until one is
      described, pairs go by the scores of both parents.<template #step
        ><v-btn v-if="garden.mayNote" variant="flat" @click="openLocus()">Add a locus</v-btn></template
      ></EmptyPage
    >
    <PaperSheet heading="Rules">
      <template #actions
        ><v-btn
          v-if="garden.mayNote && definition.loci.length"
          size="small"
          :prepend-icon="mdiPlus"
          @click="openRule()"
          >Add a rule</v-btn
        ></template
      >
      <p class="quiet small">
        What loci make together. The first line that fits decides. What the guide reports is to be checked in
        your own families.
      </p>
      <ul class="rules">
        <li v-for="r in definition.rules" :key="r.id">
          <div class="row spread">
            <strong
              >{{ r.name
              }}<span v-if="traitName(r.trait) && traitName(r.trait) !== r.name" class="quiet">
                makes {{ traitName(r.trait) }}</span
              ></strong
            ><span v-if="r.isOwn && garden.mayNote" class="small"
              ><button type="button" class="link" @click="openRule(r)">change</button> ·
              <button
                type="button"
                class="link"
                :aria-label="`Drop ${r.name}`"
                @click="drop('ruleDropped', r.id)"
              >
                drop
              </button></span
            ><span v-else class="quiet small">guide</span>
          </div>
          <ol class="cases">
            <li v-for="(c, i) in r.cases" :key="i">{{ caseWords(c) }}</li>
            <li>otherwise: {{ r.otherwise }}</li>
          </ol>
        </li>
      </ul>
    </PaperSheet>
    <InheritanceDialog
      v-model="isInheritanceOpen"
      :crop="crop.guide.id"
      :inheritance="definition.inheritance"
    />
    <LocusDialog v-model="isLocusOpen" :crop="crop.guide.id" :locus="locus" />
    <RuleDialog v-model="isRuleOpen" :crop="crop.guide.id" :definition="definition" :rule="rule" />
  </div>
</template>

<style scoped>
.rules {
  list-style: none;
  padding: 0;
  margin: 8px 0 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
  gap: 16px;
}
.cases {
  margin: 4px 0 0;
  padding-left: 20px;
  font-size: 14px;
}
</style>
