import { coancestryMatrix, inbreedingOf } from '@virgulta/core/lineage/inbreeding'
import type { Pedigree } from '@virgulta/core/lineage/pedigree'
import { UNKNOWN, generationsOf } from '@virgulta/core/lineage/pedigree'
import type { TreeLink, TreeNode } from '@virgulta/core/lineage/tree'
import { placedTree } from '@virgulta/core/lineage/treeLayout'
import { breedingValues } from '@virgulta/core/merit/breedingValues'
import type { PossibleCross } from '@virgulta/core/merit/chooseCrosses'
import { crossSets } from '@virgulta/core/merit/chooseCrosses'
import { solver } from '@virgulta/core/merit/solver'
import { randomStream } from '@virgulta/core/chance/stream'
import { range } from 'd3-array'
import type { Row } from './measure'
import { timed } from './measure'

/** Generations of large families: in each some seed parents, each by one of a few pollen parents, and their offspring in turn. */
function familiesOf(
  plants: number,
  generations: number,
  seedParents: number,
  pollenParents: number,
): Pedigree {
  const { uniform } = randomStream(4)
  const each = plants / generations
  const [seed, pollen] = [new Int32Array(plants).fill(UNKNOWN), new Int32Array(plants).fill(UNKNOWN)]
  const drawn = (from: number, count: number) =>
    Int32Array.from({ length: count }, () => from + Math.floor(uniform() * each))
  for (let g = 1; g < generations; g++) {
    const [seeds, pollens] = [drawn((g - 1) * each, seedParents), drawn((g - 1) * each, pollenParents)]
    for (let i = 0; i < each; i++) {
      const family = Math.floor((i * seedParents) / each)
      seed[g * each + i] = seeds[family]!
      pollen[g * each + i] = pollens[family % pollenParents]!
    }
  }
  return { seed, pollen }
}

/** A tree of families of three, some by selfing, over twenty generations. */
function treeOf(plants: number): { nodes: TreeNode[]; links: TreeLink[] } {
  const { uniform } = randomStream(2)
  const [nodes, links]: [TreeNode[], TreeLink[]] = [[], []]
  const each = plants / 20
  const add = (id: string) =>
    nodes.push({
      kind: 'genet',
      id,
      code: id,
      name: id,
      plantKind: 'clone',
      living: 1,
      isStruckOff: false,
      verdict: null,
      generation: null,
      inbreeding: 0,
      more: { back: false, forth: false },
    })
  let earlier: string[] = []
  for (let g = 0; g < 20; g++) {
    const own: string[] = []
    const any = () => earlier[Math.floor((uniform() * earlier.length) / 3)]!
    while (own.length < each) {
      const couple = `couple ${nodes.length}`
      if (g) {
        const seed = any()
        const pollen = uniform() < 0.3 ? seed : any()
        nodes.push({ kind: 'couple', id: couple, isSelf: seed === pollen, crossIds: [] })
        links.push({ from: seed, to: couple, as: 'seed parent' })
        if (pollen !== seed) links.push({ from: pollen, to: couple, as: 'pollen parent' })
      }
      for (let child = 0; child < 3 && own.length < each; child++) {
        const id = `plant ${nodes.length}`
        add(id)
        own.push(id)
        if (g) links.push({ from: couple, to: id, as: 'couple' })
      }
    }
    earlier = own
  }
  return { nodes, links }
}

/** Crosses of 500 parents of sixty families, each with its best partners. */
function possibleCrosses() {
  const { uniform } = randomStream(3)
  const parents = 500
  const worth = range(parents).map(() => 2 * uniform())
  const kinship = Float64Array.from({ length: parents ** 2 }, (_, at) => {
    const [i, j] = [Math.floor(at / parents), at % parents]
    if (i === j) return 0.5
    return i % 60 === j % 60 ? 0.25 : 0
  })
  const found = new Map<number, PossibleCross>()
  for (const i of range(parents)) {
    const partners = range(parents)
      .filter(j => j !== i)
      .map(j => ({ j, worth: worth[i]! + worth[j]! + ((i * 7919 + j * 104_729) % 1000) / 2000 }))
    for (const { j, worth: of } of partners.sort((a, b) => b.worth - a.worth).slice(0, 16)) {
      const [seed, pollen] = [Math.min(i, j), Math.max(i, j)]
      found.set(seed * parents + pollen, { seed, pollen, worth: of })
    }
  }
  const limits = { crosses: 40, uses: range(parents).map(() => 2), seedUses: range(parents).map(() => 1) }
  return { crosses: [...found.values()], kinship, limits }
}

/** Inbreeding, coancestry and breeding values of large pedigrees, a large tree laid out, and the best set of many crosses. */
export async function lineageRows(): Promise<Row[]> {
  const million = familiesOf(1_000_000, 25, 400, 40)
  const large = familiesOf(100_000, 20, 100, 20)
  const generations = generationsOf(large, String)
  const chosen = range(2000).map(i => 50 * i)
  const scores = range(200_000).map(i => ({
    plant: i >> 1,
    levels: [i % 2, i % 5],
    value: ((i * 7919) % 1000) / 100 + (i % 5),
  }))
  const tree = treeOf(2000)
  const { crosses, kinship, limits } = possibleCrosses()
  const solve = await solver()
  return [
    await timed(
      'lineage: a tree of 2000 plants laid out',
      1,
      5,
      async () => placedTree(tree).nodes.length > 0,
      2000,
    ),
    await timed(
      'merit: sets of 40 crosses of 500 parents, from the worthiest to the least related',
      1,
      3,
      async () => crossSets(crosses, kinship, limits, solve).length > 0,
      5000,
    ),
    await timed(
      'lineage: inbreeding of 1 000 000 plants, 25 generations',
      1,
      3,
      async () => inbreedingOf(million, generationsOf(million, String)).length > 0,
      8000,
    ),
    await timed(
      'lineage: coancestry of all pairs of 2000 plants of 100 000',
      1,
      3,
      async () => coancestryMatrix(large, generations, chosen).length > 0,
      2000,
    ),
    await timed(
      'merit: breeding values of 100 000 plants, 200 000 scores',
      1,
      1,
      async () => {
        const scored = { pedigree: large, generations, scores, levels: [2, 5] }
        return breedingValues(scored, 0.3).values.length > 0
      },
      20_000,
    ),
  ]
}
