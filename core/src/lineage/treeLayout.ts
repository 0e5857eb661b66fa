import type { GraphNode } from 'd3-dag'
import {
  coordCenter,
  coordSimplex,
  decrossDfs,
  decrossTwoLayer,
  graphStratify,
  layeringLongestPath,
  layeringSimplex,
  sugiyama,
  twolayerAgg,
} from 'd3-dag'
import type { FamilyTree, TreeLink, TreeNode } from './tree'

/** A node with the middle of where it stands, in pixels. */
export interface PlacedNode {
  node: TreeNode
  x: number
  y: number
  width: number
  height: number
}

/** A link with the points it goes through, from the middle of one node to the middle of the other. */
export interface PlacedLink {
  link: TreeLink
  points: [number, number][]
}

export interface PlacedTree {
  nodes: PlacedNode[]
  links: PlacedLink[]
  width: number
  height: number
}

/** Up to so many nodes lines are made as short and as straight as they can be; beyond, as few are crossed as time allows. */
const [FINE, FAIR] = [400, 900]
const [GENET, FAMILY] = [
  [152, 42],
  [96, 30],
] as [[number, number], [number, number]]
const COUPLE = 18
const GAP: [number, number] = [8, 26]

interface Stratified {
  id: string
  parentIds: string[]
  node: TreeNode
}

function sizeOf({ kind }: TreeNode): [number, number] {
  if (kind === 'couple') return [COUPLE, COUPLE]
  return kind === 'family' ? FAMILY : GENET
}

/**
 * Where the nodes of a tree stand: parents on the left of their offspring, in layers, for names are wide and low.
 *
 * @see Sugiyama, Tagawa & Toda (1981), IEEE Transactions on Systems, Man and Cybernetics 11:109
 */
export function placedTree({ nodes, links }: Pick<FamilyTree, 'nodes' | 'links'>): PlacedTree {
  if (!nodes.length) return { nodes: [], links: [], width: 0, height: 0 }
  const above = new Map<string, string[]>()
  for (const { from, to } of links) above.set(to, [...(above.get(to) ?? []), from])
  const graph = graphStratify()(
    nodes.map((node): Stratified => ({ id: node.id, parentIds: above.get(node.id) ?? [], node })),
  )
  const isFine = nodes.length <= FINE
  const layout = sugiyama()
    .layering(isFine ? layeringSimplex() : layeringLongestPath())
    .decross(
      nodes.length <= FAIR
        ? decrossTwoLayer()
            .order(twolayerAgg())
            .passes(isFine ? 12 : 4)
        : decrossDfs(),
    )
    .coord(isFine ? coordSimplex() : coordCenter())
    .nodeSize(({ data }: GraphNode<Stratified, undefined>) => [sizeOf(data.node)[1], sizeOf(data.node)[0]])
    .gap(GAP)
  // The library layers downwards.
  const { width: height, height: width } = layout(graph)
  const linkOf = new Map(links.map(link => [`${link.from} ${link.to}`, link]))
  return {
    nodes: [...graph.nodes()].map(({ data: { node }, x: y, y: x }) => {
      const [own, tall] = sizeOf(node)
      return { node, x, y, width: own, height: tall }
    }),
    links: [...graph.links()].map(({ source, target, points }) => ({
      link: linkOf.get(`${source.data.id} ${target.data.id}`)!,
      points: points.map(([y, x]): [number, number] => [x, y]),
    })),
    width,
    height,
  }
}
