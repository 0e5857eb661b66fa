<!-- A family tree: parents on the left; the seed side comes to a crossing from above and is drawn through, the pollen side from below and is dashed. -->
<script setup lang="ts">
import type { PlacedLink, PlacedNode, PlacedTree } from '@virgulta/core/lineage/treeLayout'
import type { FamilyNode, GenetNode } from '@virgulta/core/lineage/tree'
import { counted } from '@virgulta/core/formats/counted'
import { least, min, sort } from 'd3-array'
import { curveBumpX, line } from 'd3-shape'

const { placed, current, marked } = defineProps<{
  placed: PlacedTree
  /** the plant whose card is open */
  current: string | null
  /** plants that are sought, or lie on a way */
  marked: ReadonlySet<string>
}>()
const emit = defineEmits<{ choose: [id: string]; open: [coupleId: string] }>()
const zoom = defineModel<number>('zoom', { required: true })

type Placed<N> = Omit<PlacedNode, 'node'> & { node: N }
const MARGIN = 16
const genets = computed(() =>
  placed.nodes.flatMap(one => (one.node.kind === 'genet' ? [one as Placed<GenetNode>] : [])),
)
const families = computed(() =>
  placed.nodes.flatMap(one => (one.node.kind === 'family' ? [one as Placed<FamilyNode>] : [])),
)
const couples = computed(() =>
  placed.nodes.flatMap(one =>
    one.node.kind === 'couple' ? [{ x: one.x, y: one.y, id: one.node.id, isSelf: one.node.isSelf }] : [],
  ),
)
const byId = computed(() => new Map(placed.nodes.map(one => [one.node.id, one])))

const CROSSING = 8
const pathOf = line().curve(curveBumpX)
/** From the end of one to the beginning of the next; to a crossing from the side that says which parent it is. */
function drawn({ link, points }: PlacedLink): string {
  const [from, to] = [byId.value.get(link.from)!, byId.value.get(link.to)!]
  const side = { 'seed parent': -CROSSING, 'pollen parent': CROSSING, 'both parents': 0, 'couple': 0 }[
    link.as
  ]
  const end = from.node.kind === 'couple' ? CROSSING : from.width / 2
  const begin = link.as === 'couple' ? to.width / 2 : CROSSING
  return (
    pathOf([[from.x + end, from.y], ...points.slice(1, -1), [to.x - (side ? 0 : begin), to.y + side]]) ?? ''
  )
}
const STROKES: Record<PlacedLink['link']['as'], string> = {
  'seed parent': 'stroke:var(--seed);stroke-width:1.8',
  'pollen parent': 'stroke:var(--pollen);stroke-width:1.8;stroke-dasharray:7 4',
  'both parents': 'stroke:var(--ink);stroke-width:1.8',
  'couple': 'stroke:var(--quiet);stroke-width:1.2',
}
const links = computed(() =>
  placed.links.map(one => ({
    key: `${one.link.from} ${one.link.to}`,
    d: drawn(one),
    style: STROKES[one.link.as],
  })),
)

const LETTERS = 18
const short = (text: string) => (text.length > LETTERS ? `${text.slice(0, LETTERS - 1)}…` : text)
const firstLine = ({ name }: GenetNode) => short(name)
const secondLine = ({ name, code, generation, living }: GenetNode) =>
  [name === code ? '' : code, generation, living > 1 ? `×${living}` : ''].filter(Boolean).join(' · ')
const parentWords = (id: string) => {
  const into = placed.links.filter(({ link }) => link.to === id).map(({ link }) => link.from)[0]
  return placed.links
    .filter(({ link }) => link.to === into)
    .map(({ link }) => `${link.as} ${(byId.value.get(link.from)!.node as GenetNode).name}`)
    .join(', ')
}
const spoken = (node: GenetNode) =>
  [
    node.name,
    node.name === node.code ? '' : node.code,
    node.plantKind,
    node.generation,
    node.living ? '' : 'lost',
    node.isStruckOff ? 'struck off' : '',
    parentWords(node.id),
  ]
    .filter(Boolean)
    .join(', ')

/** Thick around the plant whose card is open, thinner around those that are sought. */
function strokeOf(id: string): number {
  if (id === current) return 3
  return marked.has(id) ? 2 : 1
}

/** The one node that Tab comes to. */
const reached = ref<string | null>(null)
const tabbed = computed(() => {
  const wanted = reached.value ?? current
  return wanted && byId.value.has(wanted) ? wanted : (genets.value[0]?.node.id ?? null)
})
const svg = ref<SVGSVGElement | null>(null)
const box = ref<HTMLElement | null>(null)
function focusOn(id: string) {
  reached.value = id
  svg.value?.querySelector<SVGElement>(`[data-id="${CSS.escape(id)}"]`)?.focus()
}
const into = (id: string) => placed.links.flatMap(({ link }) => (link.to === id ? [link] : []))
const outOf = (id: string) => placed.links.flatMap(({ link }) => (link.from === id ? [link.to] : []))
const parentsOf = (id: string) =>
  into(id)
    .flatMap(({ from }) => into(from))
    .sort(a => (a.as === 'pollen parent' ? 1 : -1))
    .map(link => link.from)
/** Plants before families. */
const offspringOf = (id: string) =>
  sort(outOf(id).flatMap(outOf), other => (byId.value.get(other)!.node.kind === 'family' ? 1 : 0))
function besides(id: string, way: 1 | -1): string[] {
  const at = byId.value.get(id)!
  const next = least(
    placed.nodes.filter(
      one => one.node.kind !== 'couple' && Math.abs(one.x - at.x) < at.width / 2 && (one.y - at.y) * way > 0,
    ),
    one => Math.abs(one.y - at.y),
  )
  return next ? [next.node.id] : []
}
const WAYS: Record<string, (id: string) => string[]> = {
  ArrowLeft: parentsOf,
  ArrowRight: offspringOf,
  ArrowUp: id => besides(id, -1),
  ArrowDown: id => besides(id, 1),
}
function onKey(event: KeyboardEvent, id: string, press: () => void) {
  if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault()
    return press()
  }
  const way = WAYS[event.key]
  if (!way) return
  event.preventDefault()
  event.stopPropagation()
  const [next] = way(id)
  if (next) focusOn(next)
}

/** As large as it can be read, and no wider than the box where that will do; at the earliest plants. */
async function begin() {
  const { clientWidth = 0 } = box.value ?? {}
  zoom.value = Math.max(0.7, Math.min(1, clientWidth / (placed.width + 2 * MARGIN) || 1))
  const from = min(genets.value, one => one.x)
  const earliest = sort(
    genets.value.filter(one => one.x === from),
    one => one.y,
  )
  if (earliest.length) await centre(earliest[earliest.length >> 1]!.node.id)
}
/** All of it in the box. */
function fit() {
  const { clientWidth = 0, clientHeight = 0 } = box.value ?? {}
  const [wide, high] = [placed.width + 2 * MARGIN, placed.height + 2 * MARGIN]
  zoom.value = Math.max(0.15, Math.min(1, clientWidth / wide, clientHeight / high) || 1)
}
async function centre(id: string) {
  await nextTick()
  const at = byId.value.get(id)
  if (!at || !box.value) return
  box.value.scrollTo({
    left: (at.x + MARGIN) * zoom.value - box.value.clientWidth / 2,
    top: (at.y + MARGIN) * zoom.value - box.value.clientHeight / 2,
  })
}
defineExpose({ begin, fit, centre, svg })

/** Drawn along with the mouse; a finger scrolls by itself. */
let held: { x: number; y: number; left: number; top: number } | null = null
function hold(event: PointerEvent) {
  if (event.pointerType !== 'mouse' || event.button !== 0 || (event.target as Element).closest('[data-id]'))
    return
  held = { x: event.clientX, y: event.clientY, left: box.value!.scrollLeft, top: box.value!.scrollTop }
  box.value!.setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent) {
  if (!held || !box.value) return
  box.value.scrollLeft = held.left + held.x - event.clientX
  box.value.scrollTop = held.top + held.y - event.clientY
}
const letGo = () => (held = null)
function wheel(event: WheelEvent) {
  if (!event.ctrlKey) return
  event.preventDefault()
  zoom.value = Math.max(0.2, Math.min(2, zoom.value * (event.deltaY > 0 ? 0.9 : 1.1)))
}
</script>

<template>
  <div
    ref="box"
    class="box"
    @pointerdown="hold"
    @pointermove="drag"
    @pointerup="letGo"
    @pointercancel="letGo"
    @wheel="wheel"
  >
    <svg
      ref="svg"
      xmlns="http://www.w3.org/2000/svg"
      :width="(placed.width + 2 * MARGIN) * zoom"
      :height="(placed.height + 2 * MARGIN) * zoom"
      :viewBox="`${-MARGIN} ${-MARGIN} ${placed.width + 2 * MARGIN} ${placed.height + 2 * MARGIN}`"
      role="group"
      aria-label="Family tree"
      style="font-family: var(--text)"
    >
      <path v-for="{ key, d, style } in links" :key="key" :d="d" :style="`fill:none;${style}`" />
      <g v-for="c in couples" :key="c.id" :transform="`translate(${c.x} ${c.y})`" aria-hidden="true">
        <circle r="8" style="fill: var(--sheet); stroke: var(--quiet)" />
        <path
          v-if="c.isSelf"
          d="M3.6 -1.6a4 4 0 1 0 .4 2.6M4.4 -4.2l-.6 2.8-2.8-.6"
          style="fill: none; stroke: var(--ink); stroke-width: 1.2"
        />
        <path v-else d="M-3 -3 3 3M3 -3-3 3" style="stroke: var(--ink); stroke-width: 1.3" />
      </g>
      <g
        v-for="{ node, x, y, width, height } in families"
        :key="node.id"
        :data-id="node.id"
        :transform="`translate(${x} ${y})`"
        role="button"
        :tabindex="tabbed === node.id ? 0 : -1"
        :aria-label="`${counted(node.plants, 'plant')} more of this family: draw each`"
        @click="emit('open', node.coupleId)"
        @focus="reached = node.id"
        @keydown="onKey($event, node.id, () => emit('open', node.coupleId))"
      >
        <rect
          :x="-width / 2"
          :y="-height / 2"
          :width="width"
          :height="height"
          :rx="height / 2"
          style="fill: var(--paper); stroke: var(--quiet); stroke-dasharray: 2 3"
        />
        <text text-anchor="middle" y="4.5" style="fill: var(--ink); font-size: 13px">
          {{ counted(node.plants, 'plant') }}
        </text>
      </g>
      <g
        v-for="{ node, x, y, width, height } in genets"
        :key="node.id"
        :data-id="node.id"
        :transform="`translate(${x} ${y})`"
        role="button"
        :tabindex="tabbed === node.id ? 0 : -1"
        :aria-label="spoken(node)"
        :aria-pressed="node.id === current"
        @click="emit('choose', node.id)"
        @focus="reached = node.id"
        @keydown="onKey($event, node.id, () => emit('choose', node.id))"
      >
        <title>{{ node.name }}</title>
        <rect
          v-if="node.plantKind === 'population'"
          :x="-width / 2 + 4"
          :y="-height / 2 - 4"
          :width="width"
          :height="height"
          rx="3"
          style="fill: var(--sheet); stroke: var(--quiet)"
        />
        <rect
          :x="-width / 2"
          :y="-height / 2"
          :width="width"
          :height="height"
          rx="3"
          :style="{
            fill: marked.has(node.id) ? 'var(--wash)' : 'var(--sheet)',
            stroke: node.id === current || marked.has(node.id) ? 'var(--sap)' : 'var(--quiet)',
            strokeWidth: strokeOf(node.id),
            strokeDasharray: node.living ? 'none' : '4 3',
          }"
        />
        <path
          v-if="node.plantKind === 'line'"
          :d="`M${-width / 2 + 3} ${height / 2 - 3.5}H${width / 2 - 3}`"
          style="stroke: var(--quiet); stroke-width: 1"
        />
        <rect
          v-if="node.verdict === 'keep'"
          :x="-width / 2"
          :y="-height / 2"
          width="5"
          :height="height"
          style="fill: var(--sap)"
        />
        <text
          :x="-width / 2 + 12"
          :y="secondLine(node) ? -3 : 5"
          :style="{
            fill: node.living ? 'var(--ink)' : 'var(--quiet)',
            fontSize: '13.5px',
            fontWeight: 650,
            fontFamily: node.name === node.code ? 'var(--code)' : 'inherit',
            textDecoration: node.isStruckOff ? 'line-through' : 'none',
          }"
        >
          {{ firstLine(node) }}
        </text>
        <text
          :x="-width / 2 + 12"
          y="14"
          style="fill: var(--quiet); font-size: 11.5px; font-family: var(--code)"
        >
          {{ secondLine(node) }}
        </text>
        <text
          v-if="node.more.back"
          text-anchor="end"
          :x="-width / 2 - 3"
          y="4"
          style="fill: var(--quiet); font-size: 12px"
        >
          ⋯
        </text>
        <text v-if="node.more.forth" :x="width / 2 + 3" y="4" style="fill: var(--quiet); font-size: 12px">
          ⋯
        </text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.box {
  overflow: auto;
  height: max(380px, calc(100vh - 320px));
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: var(--paper);
  cursor: grab;
}
svg {
  display: block;
  margin: 0 auto;
}
[data-id] {
  cursor: pointer;
}
[data-id]:focus {
  outline: none;
}
[data-id]:focus-visible rect {
  stroke: var(--sap) !important;
  stroke-width: 3 !important;
}
</style>
