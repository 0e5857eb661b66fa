import { once } from '../once'
import { originsOf } from './clones'
import type { Descent } from './inbreeding'
import { descentOf } from './inbreeding'
import type { Meiosis } from './meiosis'
import { DIPLOID } from './meiosis'
import type { Pedigree } from './pedigree'
import { UNKNOWN, withoutLoops } from './pedigree'

/** A plant as far as its relations go. */
export interface Relation {
  id: string
  seedParentId: string | null
  pollenParentId: string | null
  /** a line is nearly homozygous, a population is many plants; everything else is one plant */
  plantKind: 'clone' | 'line' | 'population' | 'seedling'
  /** the plant it was multiplied from; absent or null: it was raised from seed, or nobody said */
  clonedFrom?: { plantId: string } | null
}

/** A genet: one genotype, in one plant or in the many that were multiplied from it. */
interface Genet {
  /** its plants, the one it began with first */
  plants: string[]
  kind: Relation['plantKind']
}

/** Who descends from whom, by genets. It is never changed. */
export interface Lineage {
  genets: Genet[]
  /** of a plant, the number of its genet */
  numberOf: ReadonlyMap<string, number>
  /** parents by the numbers of genets; of a loop one is left out */
  parents: Pedigree
  generations: Int32Array
  /** genets that a parent was taken from, because they would have been their own forebears */
  cut: number[]
  /** offspring by the numbers of genets */
  offspring: number[][]
  /** how its plants hand on what they have; a plant with other sets than its crop is taken for one like the others */
  meiosis: Meiosis
}

/** How much of a line is homozygous by descent, as far as is known. */
const LINE_INBREEDING = 0.97

/** The lineage of some plants: those of one clone are one, and parents that are not among them unknown. */
export function lineageOf(plants: Iterable<Relation>, meiosis: Meiosis = DIPLOID): Lineage {
  const byId = new Map(Array.from(plants, plant => [plant.id, plant]))
  const origins = originsOf(byId)
  const genets: Genet[] = []
  const numberOf = new Map<string, number>()
  const founders: Relation[] = []
  for (const [id, plant] of byId)
    if (origins.get(id) === id) {
      numberOf.set(id, genets.length)
      genets.push({ plants: [id], kind: plant.plantKind })
      founders.push(plant)
    }
  for (const [id, origin] of origins) {
    if (id === origin) continue
    const number = numberOf.get(origin)!
    numberOf.set(id, number)
    genets[number]!.plants.push(id)
  }
  const numbers = (of: (plant: Relation) => string | null) =>
    Int32Array.from(founders, plant => numberOf.get(of(plant) ?? '') ?? UNKNOWN)
  const { pedigree, generations, cut } = withoutLoops({
    seed: numbers(plant => plant.seedParentId),
    pollen: numbers(plant => plant.pollenParentId),
  })
  const offspring: number[][] = genets.map(() => [])
  pedigree.seed.forEach((seed, child) => {
    const pollen = pedigree.pollen[child]!
    if (seed !== UNKNOWN) offspring[seed]!.push(child)
    if (pollen !== UNKNOWN && pollen !== seed) offspring[pollen]!.push(child)
  })
  return { genets, numberOf, parents: pedigree, generations, cut, offspring, meiosis }
}

/** Parents as alleles are handed on: of a population, which is many plants, each offspring has another one. */
export const singleParents = (lineage: Lineage): Pedigree =>
  once(lineage, 'single parents', () => {
    const single = (parents: Int32Array) =>
      parents.map(one => (one === UNKNOWN || lineage.genets[one]!.kind === 'population' ? UNKNOWN : one))
    return { seed: single(lineage.parents.seed), pollen: single(lineage.parents.pollen) }
  })

/** What genets are inbred by at least: lines were selfed, whoever their parents were. */
export const leastInbreeding = ({ genets }: Lineage): Float64Array =>
  Float64Array.from(genets, ({ kind }) => (kind === 'line' ? LINE_INBREEDING : 0))

/** The inbreeding of the genets of a lineage, and what each brings of its own. */
export const descentIn = (lineage: Lineage): Descent =>
  once(lineage, 'descent', () =>
    descentOf(singleParents(lineage), lineage.generations, leastInbreeding(lineage), lineage.meiosis),
  )
