<!-- The family tree of a crop, or of some plants. -->
<script setup lang="ts">
import { mdiDownload, mdiFitToPageOutline, mdiMagnifyMinusOutline, mdiMagnifyPlusOutline } from '@mdi/js'
import { counted } from '@virgulta/core/formats/counted'
import { treeAsGraphml } from '@virgulta/core/lineage/graphml'
import type { TreePage } from '#shared/lineage'
import { useLineageCrop } from '~/components/lineage/lineageCrop'
import { savePicture, saveText, treeCells } from '~/components/lineage/saveTree'
import type TreeDrawing from '~/components/lineage/TreeDrawing.vue'

const garden = useGardenStore()
const { crop, choices } = useLineageCrop()
const [plant, other, sought] = [useAddress('plant'), useAddress('with'), useAddress('q')]
const [of, open] = [useAddressList('of'), useAddressList('open')]
const back = useAddressNumber('back', 4, { most: 50 })
const forth = useAddressNumber('forth', 2, { most: 50 })

const {
  data: page,
  problem,
  isLoading,
} = useLive<TreePage>(() =>
  crop.value
    ? `/api/lineage?${new URLSearchParams({
        crop: crop.value,
        ...(of.value.length && { of: of.value.join(), back: `${back.value}`, forth: `${forth.value}` }),
        ...(open.value.length && { open: open.value.join() }),
      })}`
    : null,
)
const tree = computed(() => page.value?.tree ?? null)
const {
  answer: placed,
  progress,
  refused,
  isStopped,
  stop,
  again,
} = useWork('tree', () => tree.value && { nodes: tree.value.nodes, links: tree.value.links })

const drawing = ref<InstanceType<typeof TreeDrawing> | null>(null)
const zoom = ref(1)
const genets = computed(() => (tree.value?.nodes ?? []).filter(node => node.kind === 'genet'))
/** What was asked for when it was last drawn: a note of somebody must not take away the place that is looked at. */
let drawnFor = ''
/** A family that was opened: it may come to stand elsewhere. */
let opened: string | null = null
function openFamily(couple: string) {
  opened = couple
  open.value = [...open.value, couple]
}
watch(placed, async () => {
  if (!placed.value) return
  await nextTick()
  const asked = [crop.value, of.value, back.value, forth.value].join(' ')
  const isAnother = asked !== drawnFor
  drawnFor = asked
  if (isAnother) await drawing.value?.begin()
  const wanted = isAnother ? [plant.value, of.value[0]] : [opened]
  opened = null
  const to = wanted.find(id => id && tree.value?.nodes.some(node => node.id === id))
  if (to) await drawing.value?.centre(to)
})

/** Plants on the way to another. */
const way = shallowRef<string[]>([])
const found = computed(() => {
  const words = sought.value.trim().toLowerCase()
  if (!words) return []
  return [...genets.value, ...(tree.value?.loose ?? [])]
    .filter(({ name, code }) => `${name} ${code}`.toLowerCase().includes(words))
    .map(node => node.id)
})
const marked = computed(() => new Set([...found.value, ...way.value]))
let at = -1
function nextFound() {
  const drawnOnes = found.value.filter(id => genets.value.some(node => node.id === id))
  if (!drawnOnes.length) return
  at = (at + 1) % drawnOnes.length
  plant.value = drawnOnes[at]!
  void drawing.value?.centre(drawnOnes[at]!)
}
watch(sought, () => (at = -1))

const whose = shallowRef<{ id: string; name: string; code: string; crop: string } | null>(null)
watch(whose, chosen => chosen && show(chosen.id))
function show(id: string) {
  of.value = [id]
  plant.value = id
}
const whole = () => {
  of.value = []
  whose.value = null
}
/** Another crop, with nothing of the one before: all of it is one change of the address. */
function chooseCrop(to: string) {
  crop.value = to
  whole()
  plant.value = ''
  other.value = ''
  open.value = []
}
const focusNames = computed(() =>
  genets.value.filter(node => of.value.includes(node.id)).map(node => node.name),
)
const name = computed(() => `tree-${focusNames.value[0] ?? garden.cropName(crop.value)}`)
const exports = computed(() => [
  { title: 'SVG', does: () => savePicture(drawing.value!.svg!, name.value, 'svg') },
  { title: 'PNG', does: () => savePicture(drawing.value!.svg!, name.value, 'png') },
  {
    title: 'GraphML',
    does: () => saveText(treeAsGraphml(tree.value!), `${name.value}.graphml`, 'application/xml'),
  },
  { title: 'CSV', does: () => saveCsv(name.value, ...treeCells(tree.value!)) },
])
const nudge = (by: number) => (zoom.value = Math.max(0.2, Math.min(2, zoom.value * by)))
</script>

<template>
  <div class="stack">
    <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
    <EmptyPage v-if="!choices.length" heading="No plants yet">
      A tree grows from plants whose parents are known. Add the plants you have, with their parents where you
      know them; crosses and their offspring come to it by themselves.
      <template #step><v-btn variant="flat" to="/plants?add=1">Add a plant</v-btn></template>
    </EmptyPage>
    <template v-else>
      <div class="row tools">
        <v-select
          :model-value="crop"
          label="Crop"
          :items="choices"
          class="narrow"
          @update:model-value="chooseCrop"
        />
        <PlantPicker v-model="whose" label="Whose tree" :crop="crop" class="picker" />
        <template v-if="of.length">
          <CountStepper v-model="back" label="Generations back" :most="50" />
          <CountStepper v-model="forth" label="Generations forth" :most="50" />
          <v-btn class="quietly" @click="whole">All of the crop</v-btn>
        </template>
        <v-text-field
          v-model="sought"
          label="Find in the tree"
          clearable
          class="narrow"
          hide-details
          @keydown.enter="nextFound"
          ><template #append-inner
            ><span class="quiet small found" role="status">{{
              sought ? `${found.length} found` : ''
            }}</span></template
          ></v-text-field
        >
      </div>
      <div class="sides" :class="{ alone: !plant }">
        <section class="stack" aria-label="The tree">
          <div class="row spread">
            <p class="quiet small">
              <template v-if="focusNames.length">The tree of {{ focusNames.join(' and ') }}.</template>
              <template v-else-if="tree"
                >{{ counted(genets.length, 'plant') }} drawn of {{ page!.plants }}: parents, and what has a
                name or was kept. Press a family to draw each plant of it.</template
              >
              <template v-if="tree?.left">
                {{ tree.left }} more are too many to draw: ask for one plant’s.</template
              >
            </p>
            <div class="row">
              <v-btn
                :icon="mdiMagnifyMinusOutline"
                class="quietly"
                aria-label="Smaller"
                @click="nudge(0.8)"
              />
              <v-btn :icon="mdiMagnifyPlusOutline" class="quietly" aria-label="Larger" @click="nudge(1.25)" />
              <v-btn
                :icon="mdiFitToPageOutline"
                class="quietly"
                aria-label="All of it in sight"
                @click="drawing?.fit()"
              />
              <v-menu v-if="placed && tree?.nodes.length" :transition="false">
                <template #activator="{ props }"
                  ><v-btn v-bind="props" class="quietly" :prepend-icon="mdiDownload">Save as</v-btn></template
                >
                <v-list density="compact"
                  ><v-list-item
                    v-for="one in exports"
                    :key="one.title"
                    :title="one.title"
                    @click="one.does()"
                /></v-list>
              </v-menu>
            </div>
          </div>
          <WorkLine
            :progress="progress"
            :refused="refused"
            :is-stopped="isStopped"
            what="the tree"
            @stop="stop"
            @again="again"
          />
          <p v-if="tree && !tree.nodes.length" class="quiet">
            No plant of this crop has a known parent here. Say whom a plant comes from under Describe on its
            page, or plan a cross.
          </p>
          <TreeDrawing
            v-else-if="placed"
            ref="drawing"
            v-model:zoom="zoom"
            :placed="placed"
            :current="plant || null"
            :marked="marked"
            :aria-busy="isLoading"
            @choose="id => (plant = id)"
            @open="openFamily"
          />
          <div class="row spread small quiet">
            <span v-if="tree?.nodes.length" class="row legend">
              <ParentName role="seed" name="seed side: from above, drawn through" />
              <ParentName role="pollen" name="pollen side: from below, dashed" />
            </span>
            <button v-if="open.length" type="button" class="link" @click="open = []">
              Fold all families
            </button>
          </div>
          <p v-if="tree?.loose.length" class="small">
            <span class="quiet">Tied to no other: </span>
            <template v-for="(node, i) in tree.loose.slice(0, 60)" :key="node.id"
              ><template v-if="i">, </template
              ><button type="button" class="link" @click="plant = node.id">{{ node.name }}</button></template
            ><template v-if="tree.loose.length > 60"> and {{ tree.loose.length - 60 }} more</template>.
          </p>
        </section>
        <DescentCard
          v-if="plant"
          :id="plant"
          v-model:other="other"
          @tree="show(plant)"
          @way="ids => (way = ids)"
          @close="plant = ''"
        />
      </div>
    </template>
  </div>
</template>

<style scoped>
.tools {
  align-items: end;
}
.found {
  white-space: nowrap;
}
.narrow {
  max-width: 220px;
  min-width: 150px;
}
.picker {
  width: 260px;
}
.sides {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 320px;
  gap: 16px;
  align-items: start;
}
.sides.alone {
  grid-template-columns: minmax(0, 1fr);
}
.legend {
  gap: 16px;
}
@media (max-width: 1000px) {
  .sides {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
