import { group } from 'd3-array'
import type { Plant } from '../plants/plant'
import { forebearSteps } from './descent'
import { generationInWords, generationNames } from './generationNames'
import type { Lineage } from './genets'
import { descentIn } from './genets'
import { UNKNOWN } from './pedigree'

/** A plant as far as the tree tells of it. */
export type TreePlant = Pick<
  Plant,
  'id' | 'code' | 'name' | 'plantKind' | 'crossId' | 'verdict' | 'lost' | 'struckOff'
>

/** A genet in the tree; of a clone the plant that it began with, or the first that still lives. */
export interface GenetNode {
  kind: 'genet'
  /** of that plant */
  id: string
  code: string
  name: string
  plantKind: Plant['plantKind']
  /** plants of it that live */
  living: number
  isStruckOff: boolean
  verdict: string | null
  /** "F2", "S3"; null for a founder, and where a parent is not known */
  generation: string | null
  inbreeding: number
  /** where parents or offspring are known that are not drawn */
  more: { back: boolean; forth: boolean }
}

/** A crossing of two, or a selfing of one. */
interface CoupleNode {
  kind: 'couple'
  id: string
  isSelf: boolean
  crossIds: string[]
}

/** Plants of a couple that are nobody's parents and bear no name, drawn as one. */
export interface FamilyNode {
  kind: 'family'
  /** of the couple */
  id: string
  coupleId: string
  plants: number
}

export type TreeNode = GenetNode | CoupleNode | FamilyNode

/** A line of the tree, downwards. */
export interface TreeLink {
  from: string
  to: string
  /** what the upper one is to the lower: a parent of a couple, or the couple of its offspring */
  as: 'seed parent' | 'pollen parent' | 'both parents' | 'couple'
}

export interface FamilyTree {
  nodes: TreeNode[]
  links: TreeLink[]
  /** genets that are tied to no other */
  loose: GenetNode[]
  /** genets that were left out because there are too many to draw */
  left: number
}

/** What of a lineage is drawn. */
export interface TreeView {
  /** whose tree it is, by their ids; none: all of the lineage */
  of: string[]
  /** generations back from those, and forth */
  back: number
  forth: number
  /** couples whose families are drawn plant by plant */
  open: ReadonlySet<string>
}

/** More are not drawn. */
const MOST_DRAWN = 2000

/**
 * The tree of some plants, or of a whole crop: genets and the couples they came of. Offspring that are nobody's parents and bear no
 * name of their own are folded into families.
 *
 * @param plants all plants of the lineage, by id
 */
export function familyTree(
  lineage: Lineage,
  plants: ReadonlyMap<string, TreePlant>,
  { of, back, forth, open }: TreeView,
): FamilyTree {
  const { genets, parents, offspring, numberOf } = lineage
  const names = generationNames(lineage)
  const { inbred } = descentIn(lineage)
  const focus = of.flatMap(id => numberOf.get(id) ?? [])
  const own = (genet: number) => genets[genet]!.plants.flatMap(id => plants.get(id) ?? [])
  const coupleOf = (genet: number): string | null => {
    const [seed, pollen] = [parents.seed[genet]!, parents.pollen[genet]!]
    const idOf = (parent: number) => (parent === UNKNOWN ? '' : genets[parent]!.plants[0]!)
    return seed === UNKNOWN && pollen === UNKNOWN ? null : `${idOf(seed)}.${idOf(pollen)}`
  }
  const isFocus = new Set(focus)
  const isKept = (genet: number) => own(genet).some(p => p.verdict?.verdict === 'keep')
  const isNamesake = (genet: number) => {
    const ofParents = new Set(
      [parents.seed[genet]!, parents.pollen[genet]!].flatMap(parent =>
        parent === UNKNOWN ? [] : own(parent).map(p => p.name),
      ),
    )
    return own(genet).some(p => ofParents.has(p.name))
  }
  /** Several of a couple that are called like a parent: plots, which bear the name of what stands in them. */
  const plots = new Set(
    [...group([...genets.keys()].filter(isNamesake), coupleOf).values()]
      .filter(alike => alike.length > 1)
      .flat(),
  )
  const isCalled = (genet: number) =>
    genets[genet]!.kind !== 'seedling' || own(genet).some(p => p.name !== p.code)
  const stands = (genet: number): boolean =>
    offspring[genet]!.length > 0 ||
    isFocus.has(genet) ||
    coupleOf(genet) === null ||
    isKept(genet) ||
    (isCalled(genet) && !plots.has(genet))

  const { asked, born } = of.length
    ? around(lineage, focus, back, forth)
    : { asked: [...genets.keys()], born: [] }
  const isFolded = (genet: number) => !stands(genet) && !open.has(coupleOf(genet)!)
  const standing = asked.filter(genet => !isFolded(genet))
  const drawn = new Set(standing.slice(0, MOST_DRAWN))
  // With whom the offspring were had stands beside, though nothing more of it is drawn.
  for (const genet of born)
    for (const parent of [parents.seed[genet]!, parents.pollen[genet]!])
      if (parent !== UNKNOWN) drawn.add(parent)
  const folded = new Set(
    asked.filter(
      genet => isFolded(genet) && [parents.seed[genet]!, parents.pollen[genet]!].some(p => drawn.has(p)),
    ),
  )

  const nodes: TreeNode[] = []
  const links: TreeLink[] = []
  const byCouple = group(
    [...drawn].filter(genet => isTied(genet)),
    genet => coupleOf(genet)!,
  )
  /** Its couple is drawn where one of the parents is. */
  function isTied(genet: number): boolean {
    return [parents.seed[genet]!, parents.pollen[genet]!].some(p => p !== UNKNOWN && drawn.has(p))
  }
  const families = group(folded, genet => coupleOf(genet)!)
  const tied = new Set<number>()
  for (const id of new Set([...byCouple.keys(), ...families.keys()])) {
    const children = byCouple.get(id) ?? []
    const family = families.get(id) ?? []
    const one = (children[0] ?? family[0])!
    const [seed, pollen] = [parents.seed[one]!, parents.pollen[one]!]
    const crossIds = [...children, ...family].flatMap(genet => own(genet).flatMap(p => p.crossId ?? []))
    nodes.push({ kind: 'couple', id, isSelf: seed === pollen, crossIds: [...new Set(crossIds)] })
    const link = (parent: number, as: TreeLink['as']) => {
      if (parent === UNKNOWN || !drawn.has(parent)) return
      tied.add(parent)
      links.push({ from: nodeId(parent), to: id, as })
    }
    link(seed, seed === pollen ? 'both parents' : 'seed parent')
    if (pollen !== seed) link(pollen, 'pollen parent')
    for (const child of children) {
      tied.add(child)
      links.push({ from: id, to: nodeId(child), as: 'couple' })
    }
    if (family.length) {
      const familyId = `${id}.family`
      nodes.push({ kind: 'family', id: familyId, coupleId: id, plants: family.length })
      links.push({ from: id, to: familyId, as: 'couple' })
    }
  }
  function shown(genet: number): TreePlant {
    const all = own(genet)
    return all.find(p => !p.lost) ?? all[0]!
  }
  function nodeId(genet: number): string {
    return shown(genet).id
  }
  function genetNode(genet: number): GenetNode {
    const { id, code, name, plantKind, struckOff, verdict } = shown(genet)
    return {
      kind: 'genet',
      id,
      code,
      name,
      plantKind,
      living: own(genet).filter(p => !p.lost).length,
      isStruckOff: struckOff !== null,
      verdict: verdict?.verdict ?? null,
      generation: names[genet] ? generationInWords(names[genet]) : null,
      inbreeding: inbred[genet]!,
      more: {
        back: [parents.seed[genet]!, parents.pollen[genet]!].some(p => p !== UNKNOWN && !drawn.has(p)),
        forth: offspring[genet]!.some(child => !drawn.has(child) && !folded.has(child)),
      },
    }
  }
  const loose: GenetNode[] = []
  for (const genet of drawn) (tied.has(genet) || isFocus.has(genet) ? nodes : loose).push(genetNode(genet))
  return { nodes, links, loose, left: standing.length - Math.min(standing.length, MOST_DRAWN) }
}

/** Genets within so many generations back of some, and forth; the latter also by themselves. */
function around(lineage: Lineage, from: number[], back: number, forth: number) {
  const behind = from.flatMap(genet =>
    [...forebearSteps(lineage, genet)].flatMap(([forebear, steps]) => (steps <= back ? [forebear] : [])),
  )
  const far = new Map(from.map(genet => [genet, 0]))
  for (const [genet, steps] of far)
    if (steps < forth)
      for (const child of lineage.offspring[genet]!) if (!far.has(child)) far.set(child, steps + 1)
  const born = [...far].flatMap(([genet, steps]) => (steps ? [genet] : []))
  return { asked: [...new Set([...from, ...behind, ...born])], born }
}
