import type { Relation } from '../lineage/genets'
import type { Factor } from './elimination'
import { joint, marginals } from './elimination'
import type { Genome, Genotype } from './genome'
import { genomeOf, genotypesAt } from './genome'
import type { Rule } from './locus'
import { lociOf, lookOf, multisets, rulesOver, withRules } from './locus'
import { Effort, linkageGroup, together } from './meiosis'

/** A plant in its family, with what is known of its genes. */
export interface Relative extends Relation {
  /** alleles that were noted, by locus */
  noted: Record<string, string[]>
  /** what was seen of it, by the rule or locus that makes it */
  looks: Record<string, string>
}

/** What a plant may be at some loci. */
export type Possible = { genotype: Genotype; probability: number }[]

/**
 * What was worked out of all plants, at loci that are looked at together. Data only: it is worked out in a
 * thread of its own.
 */
export interface Worked {
  loci: string[]
  /** false: the family tree has loops that nothing known cuts, so the probabilities are approximate */
  isExact: boolean
  /** all that a plant may have */
  genotypes: Genotype[]
  /** their probabilities, by plant */
  beliefs: Map<string, ArrayLike<number>>
  /** those of a plant of which nothing is known */
  unknown: ArrayLike<number>
  /** how common alleles are among founders, by locus */
  frequencies: Frequencies
}

/** Genotypes less likely than this are not told. */
const LEAST_TOLD = 1e-4

/** The genotypes that a plant may have, the likeliest first. */
export const possibleOf = (worked: Worked, plant: string): Possible =>
  statesOf(worked, plant).map(({ genotype, probability }) => ({ genotype, probability }))

/** The same, with the numbers that genotypes have in what was worked out. */
export function statesOf(
  { genotypes, beliefs, unknown }: Worked,
  plant: string,
): (Possible[number] & { state: number })[] {
  const chances = beliefs.get(plant) ?? unknown
  const found = genotypes
    .map((genotype, state) => ({ genotype, state, probability: chances[state]! }))
    .filter(p => p.probability > LEAST_TOLD)
  const total = found.reduce((sum, p) => sum + p.probability, 0)
  return found
    .map(p => ({ ...p, probability: p.probability / total }))
    .sort((a, b) => b.probability - a.probability)
}

/** How often a look is noted that the genes do not make, and a genotype that the plant does not have. */
interface Errors {
  look: number
  genotype: number
}
const USUAL_ERRORS: Errors = { look: 0.01, genotype: 0.001 }

/**
 * Loci whose genotypes, with every way they may lie on the chromosomes, together come to more than this are
 * looked at apart.
 */
const MOST_STATES = 100
/** Linked loci are looked at together while the work, plants times the cube of their states, is not more than this. */
const MOST_WORK = 2e7

/** How much of a line is homozygous. */
const LINE_HOMOZYGOSITY = 0.97
const SWEEPS = 40

type Vector = Float64Array
/** Gametes by number, with their probabilities. */
type Gametes = [gamete: number, p: number][]

/** Shares of the alleles of each locus among founders. */
type Frequencies = number[][]

/**
 * Founders that it takes to learn from them how common alleles are, alleles that a guess is worth, and times
 * it is made anew.
 */
const [ENOUGH_FOUNDERS, GUESS_WORTH, ROUNDS] = [8, 2, 2]

/**
 * Genotypes at some loci as they lie on the chromosomes, and how they are handed on: linked loci recombine,
 * and autopolyploids have double reduction, as in the odds.
 *
 * @see Elston & Stewart (1971), Human Heredity 21:523 (phased states)
 */
class Genotypes {
  readonly all: Genotype[]
  /** alleles by number, by state and locus */
  private readonly alleles: number[][][]
  private readonly gametesOf: Gametes[]
  private readonly joined: (one: number, other: number) => number
  /** alleles that a gamete carries, by locus, and in how many orders its chromosomes can be written */
  private readonly carried: { alleles: number[][]; orders: number }[]
  private readonly families = new Map<number, Vector>()
  priors: Record<'line' | 'other', Vector>

  constructor(
    readonly genome: Genome,
    readonly loci: Genome['loci'],
    readonly rules: Rule[],
    /** how common alleles are among founders, by locus: all alike before it is learnt */
    public frequencies: Frequencies = loci.map(({ alleles }) => alleles.map(() => 1 / alleles.length)),
  ) {
    const own = genomeOf({ ...genome, loci, rules })
    const effort = new Effort(Infinity)
    const passage = own.groups
      .map(linked => linkageGroup(linked, genome, effort))
      .reduce((one, other) => together(one, other, effort))
    this.all = own.groups.reduce<Genotype[]>(
      (found, { loci: linked }) =>
        found.flatMap(one => layings(linked, genome.ploidy).map(other => ({ ...one, ...other }))),
      [{}],
    )
    this.alleles = this.all.map(genotype =>
      loci.map(({ name, alleles }) => genotype[name]!.map(allele => alleles.indexOf(allele))),
    )
    const plants = this.all.map(passage.plant)
    const states = new Map(plants.map((plant, state) => [plant, state]))
    const told = plants.map(passage.gametesOf)
    const numbers = [...new Set(told.flatMap(gametes => gametes.map(([gamete]) => gamete)))]
    const at = new Map(numbers.map((gamete, i) => [gamete, i]))
    this.gametesOf = told.map(gametes => gametes.map(([gamete, p]) => [at.get(gamete)!, p]))
    const joined = numbers.map(one =>
      Int32Array.from(numbers, other => states.get(passage.joined(one, other))!),
    )
    this.joined = (one, other) => joined[one]![other]!
    this.carried = numbers.map((_, gamete) => {
      // What two of the same gamete make has each of its chromosomes twice, side by side.
      const alleles = this.alleles[this.joined(gamete, gamete)]!.map(own => own.filter((_, i) => i % 2 === 0))
      const orders = own.groups.reduce((product, { loci: linked }) => {
        const places = linked.map(one => loci.indexOf(one))
        const chromosomes = alleles[0]!.map((_, i) => String(places.map(place => alleles[place]![i])))
        return product * arrangements(chromosomes)
      }, 1)
      return { alleles, orders }
    })
    this.priors = this.priorsOf()
  }

  get size(): number {
    return this.all.length
  }

  /** Probability of each genotype of a child, by those of its parents; one index more stands for an unknown parent. */
  childOf(one: number, other: number): Vector {
    const key = one * (this.size + 1) + other
    let found = this.families.get(key)
    if (!found) {
      found = new Float64Array(this.size)
      for (const [a, p] of this.handedOn(one))
        for (const [b, q] of this.handedOn(other)) found[this.joined(a, b)]! += p * q
      this.families.set(key, found)
    }
    return found
  }

  private handedOn = (state: number): Gametes => (state === this.size ? this.pool() : this.gametesOf[state]!)

  /** Gametes of plants of which nothing is known: alleles as common as among founders, of each locus by themselves. */
  private pool = (): Gametes =>
    this.carried.map(({ alleles, orders }, gamete) => [
      gamete,
      alleles.reduce(
        (product, own, locus) => product * own.reduce((p, a) => p * this.frequencies[locus]![a]!, 1),
        orders,
      ),
    ])

  private priorsOf(): Record<'line' | 'other', Vector> {
    const pool = this.pool()
    const other = new Float64Array(this.size)
    for (const [a, p] of pool) for (const [b, q] of pool) other[this.joined(a, b)]! += p * q
    const uniform = this.alleles.map(byLocus =>
      byLocus.reduce(
        (product, alleles, locus) =>
          product *
          (LINE_HOMOZYGOSITY *
            Number(alleles.every(a => a === alleles[0])) *
            this.frequencies[locus]![alleles[0]!]! +
            (1 - LINE_HOMOZYGOSITY) *
              arrangements(alleles) *
              alleles.reduce((p, a) => p * this.frequencies[locus]![a]!, 1)),
        1,
      ),
    )
    // States that differ by how they lie only are one genotype in several places.
    const ways = new Map<string, number>()
    const keyOf = (state: number) => String(this.alleles[state]!.map(alleles => [...alleles].sort()))
    this.alleles.forEach((_, state) => ways.set(keyOf(state), (ways.get(keyOf(state)) ?? 0) + 1))
    return { other, line: Float64Array.from(uniform, (p, state) => p / ways.get(keyOf(state))!) }
  }

  /** Takes founders' alleles to be as common as they seem among those that are known. */
  learnFrequencies(founders: { belief: Vector; isLine: boolean }[]): void {
    this.frequencies = this.loci.map(({ alleles }, locus) => {
      const counts = alleles.map(() => GUESS_WORTH)
      for (const { belief, isLine } of founders)
        belief.forEach((p, state) => {
          // A line is one chromosome many times over.
          for (const a of this.alleles[state]![locus]!) counts[a]! += isLine ? p / this.genome.ploidy : p
        })
      const whole = counts.reduce((sum, n) => sum + n, 0)
      return counts.map(n => n / whole)
    })
    for (const key of [...this.families.keys()])
      if (key % (this.size + 1) === this.size || key >= this.size * (this.size + 1)) this.families.delete(key)
    this.priors = this.priorsOf()
  }

  /** How well each genotype goes with what was seen and noted of a plant. */
  evidence({ looks, noted }: Relative, errors: Errors): Vector {
    const seen = Object.entries(looks).filter(
      ([name]) => this.rules.some(r => r.name === name) || this.loci.some(l => l.name === name),
    )
    return Float64Array.from(this.all, (genotype, i) => {
      const phenotype = withRules(
        Object.fromEntries(this.loci.map((locus, l) => [locus.name, lookOf(locus, this.alleles[i]![l]!)])),
        this.rules,
      )
      const fitsLooks = seen.reduce(
        (p, [name, look]) => p * (phenotype[name] === look ? 1 - errors.look : errors.look),
        1,
      )
      return this.loci.reduce((p, { name }) => {
        const own = noted[name]
        return !own ? p : p * (sameAlleles(own, genotype[name]!) ? 1 - errors.genotype : errors.genotype)
      }, fitsLooks)
    })
  }

  /** True for a plant that can be but one thing at all these loci: what its relatives say changes little. */
  isNoted = ({ noted }: Relative): boolean =>
    this.loci.every(l => noted[l.name]) && this.all.filter(g => this.fits(g, noted)).length === 1

  private fits = (genotype: Genotype, noted: Relative['noted']): boolean =>
    this.loci.every(({ name }) => sameAlleles(noted[name]!, genotype[name]!))
}

/** Every way in which alleles of linked loci may lie on the chromosomes of a plant. */
function layings(loci: Genome['loci'], ploidy: number): Genotype[] {
  const haplotypes = loci.reduce<string[][]>(
    (found, { alleles }) => found.flatMap(one => alleles.map(allele => [...one, allele])),
    [[]],
  )
  return multisets(haplotypes.length, ploidy).map(own =>
    Object.fromEntries(loci.map(({ name }, i) => [name, own.map(h => haplotypes[h]![i]!)])),
  )
}

const sameAlleles = (one: string[], other: string[]) =>
  [...one].sort().join('\n') === [...other].sort().join('\n')

function factorial(n: number): number {
  return n < 2 ? 1 : n * factorial(n - 1)
}

/** In how many orders these can be written. */
function arrangements(things: (number | string)[]): number {
  const times = new Map<number | string, number>()
  for (const thing of things) times.set(thing, (times.get(thing) ?? 0) + 1)
  return [...times.values()].reduce((product, n) => product / factorial(n), factorial(things.length))
}

function normalised(vector: Vector): Vector {
  const total = vector.reduce((sum, p) => sum + p, 0)
  return total > 0 ? vector.map(p => p / total) : vector.fill(1 / vector.length)
}

/** A family: two parents, one of whom may be unknown, and their children. */
interface Family {
  parents: [number | null, number | null]
  children: number[]
  toParent: [Vector, Vector]
  toChild: Map<string, Vector>
}

/** Plants in their families, with what is known of each by itself. */
interface Kindred {
  families: Family[]
  bornIn: (Family | null)[]
  parentIn: { family: Family; side: 0 | 1 }[][]
  /** how well each genotype goes with what is known of a plant; of a founder with how common it is, too */
  own: Vector[]
}

function kindredOf(plants: Relative[], genotypes: Genotypes, errors: Errors): Kindred {
  const index = new Map(plants.map((p, i) => [p.id, i]))
  const flat = () => new Float64Array(genotypes.size).fill(1 / genotypes.size)
  const parentIndex = (id: string | null) => {
    const i = id === null ? undefined : index.get(id)
    // A population is many plants: each of its gametes is a fresh one.
    return i === undefined || plants[i]!.plantKind === 'population' ? null : i
  }
  const families = new Map<string, Family>()
  const bornIn: (Family | null)[] = plants.map(() => null)
  const parentIn: { family: Family; side: 0 | 1 }[][] = plants.map(() => [])
  plants.forEach((plant, i) => {
    const parents: [number | null, number | null] = [
      parentIndex(plant.seedParentId),
      parentIndex(plant.pollenParentId),
    ]
    if (parents[0] === null && parents[1] === null) return
    const key = parents.join()
    const family: Family = families.get(key) ?? {
      parents,
      children: [],
      toParent: [flat(), flat()],
      toChild: new Map(),
    }
    if (!families.has(key)) {
      families.set(key, family)
      parents.forEach((parent, side) => {
        // Both parents of a self are one plant: it hears from the family once.
        if (parent !== null && (side === 0 || parents[0] !== parent))
          parentIn[parent]!.push({ family, side: side as 0 | 1 })
      })
    }
    family.children.push(i)
    bornIn[i] = family
  })
  const evidence = plants.map(plant => genotypes.evidence(plant, errors))
  const kindOf = (plant: Relative) => (plant.plantKind === 'line' ? 'line' : 'other')
  const own = plants.map((plant, i) =>
    bornIn[i] ? evidence[i]! : evidence[i]!.map((p, state) => p * genotypes.priors[kindOf(plant)][state]!),
  )
  return { families: [...families.values()], bornIn, parentIn, own }
}

/** Children that go on to no family and look alike say the same: they are told apart by what they say. */
function sayingsOf({ parentIn, own }: Kindred): (child: number) => string {
  const sayings = own.map((values, child) => (parentIn[child]!.length ? `${child}` : values.join()))
  return child => sayings[child]!
}

/**
 * What plants may be at some loci, from what was seen and noted of them and of all their relatives.
 *
 * Messages are passed between parents and families until they no longer change; all children of two parents make one
 * message. That is exact while no two paths of descent meet. Where they do, plants are summed out one by one,
 * which is exact too; where that grows too large the messages are an approximation.
 *
 * @see Elston & Stewart (1971), Human Heredity 21:523; Pearl (1988), Probabilistic Reasoning in Intelligent Systems
 */
function workOut(
  plants: Relative[],
  genotypes: Genotypes,
  errors: Errors,
): { isExact: boolean; founders: Relative[]; beliefs: Map<string, Vector> } {
  const { size } = genotypes
  const flat = () => new Float64Array(size).fill(1 / size)
  const kindred = kindredOf(plants, genotypes, errors)
  const { families, bornIn, parentIn, own } = kindred
  const founders = plants.filter((plant, i) => !bornIn[i] && plant.plantKind !== 'population')
  const sayingOf = sayingsOf(kindred)
  /** What a plant says to a family it is a parent of, or, without one, to the family it was born in. */
  const saying = (plant: number, to: Family | null): Vector =>
    normalised(
      parentIn[plant]!.reduce<Vector>(
        (product, { family, side }) =>
          family === to ? product : product.map((p, s) => p * family.toParent[side]![s]!),
        to && bornIn[plant] ? own[plant]!.map((p, s) => p * heardFromBirth(plant)[s]!) : own[plant]!,
      ),
    )
  const heardFromBirth = (plant: number): Vector => bornIn[plant]!.toChild.get(sayingOf(plant)) ?? flat()

  /** Renews what a family tells its parents and its children. @returns the largest change */
  function renew(family: Family): number {
    const [one, other] = family.parents
    const isSelf = one === other
    const states = (parent: number | null) =>
      parent === null ? [size] : Array.from({ length: size }, (_, s) => s)
    const told = [one, other].map(parent => (parent === null ? null : saying(parent, family)))
    const groups = new Map<string, { saying: Vector; times: number }>()
    for (const child of family.children) {
      const key = sayingOf(child)
      const same = groups.get(key)
      if (same) same.times++
      else groups.set(key, { saying: saying(child, null), times: 1 })
    }
    const likelihoods = [...groups.values()].map(g => ({ ...g, of: new Map<number, number>() }))
    const pairs: { a: number; b: number; log: number; zeros: number; prior: number }[] = []
    for (const a of states(one)) {
      for (const b of isSelf ? [a] : states(other)) {
        const child = genotypes.childOf(a, b)
        let [log, zeros] = [0, 0]
        for (const { saying: of, times, of: kept } of likelihoods) {
          let likelihood = 0
          for (let s = 0; s < size; s++) likelihood += child[s]! * of[s]!
          kept.set(a * (size + 1) + b, likelihood)
          if (likelihood > 0) log += times * Math.log(likelihood)
          else zeros += times
        }
        pairs.push({
          a,
          b,
          log,
          zeros,
          prior: (told[0] ? told[0][a]! : 1) * (isSelf || !told[1] ? 1 : told[1][b]!),
        })
      }
    }
    const highest = Math.max(...pairs.filter(p => !p.zeros).map(p => p.log), -1e300)
    const weight = (p: (typeof pairs)[number]) => (p.zeros ? 0 : Math.exp(p.log - highest))
    let change = 0
    const replace = (before: Vector, after: Vector) => {
      for (let s = 0; s < size; s++) change = Math.max(change, Math.abs(before[s]! - after[s]!))
      return after
    }
    for (const side of [0, 1] as const) {
      if (family.parents[side] === null || (side === 1 && isSelf)) continue
      const message = new Float64Array(size)
      for (const pair of pairs) {
        const others = isSelf
          ? 1
          : side === 0
            ? told[1]
              ? told[1][pair.b]!
              : 1
            : told[0]
              ? told[0][pair.a]!
              : 1
        message[side === 0 ? pair.a : pair.b]! += weight(pair) * others
      }
      family.toParent[side] = replace(family.toParent[side], normalised(message))
    }
    for (const [key, group] of groups) {
      const kept = likelihoods.find(l => l.saying === group.saying)!.of
      const message = new Float64Array(size)
      for (const pair of pairs) {
        const own = kept.get(pair.a * (size + 1) + pair.b)!
        // All siblings, but not the child itself.
        const siblings =
          own > 0
            ? pair.zeros
              ? 0
              : Math.exp(pair.log - highest - Math.log(own))
            : pair.zeros === 1
              ? Math.exp(pair.log - highest)
              : 0
        const child = genotypes.childOf(pair.a, pair.b)
        for (let s = 0; s < size; s++) message[s]! += pair.prior * siblings * child[s]!
      }
      family.toChild.set(key, replace(family.toChild.get(key) ?? flat(), normalised(message)))
    }
    return change
  }

  const isTree = isForest(plants, families, genotypes)
  const exact = isTree ? null : eliminated(own, families, sayingOf, genotypes)
  if (exact) return { isExact: true, founders, beliefs: new Map(plants.map((p, i) => [p.id, exact[i]!])) }
  const downwards = inOrder(families, plants.length)
  for (let sweep = 0; sweep < SWEEPS; sweep++) {
    const changes = [...[...downwards].reverse(), ...downwards].map(renew)
    if (Math.max(0, ...changes) < (isTree ? 1e-9 : 1e-5)) break
  }
  const beliefs = new Map(
    plants.map((plant, i) => {
      const fromBirth = bornIn[i] ? own[i]!.map((p, s) => p * heardFromBirth(i)[s]!) : own[i]!
      return [
        plant.id,
        normalised(
          parentIn[i]!.reduce<Vector>(
            (product, { family, side }) => product.map((p, s) => p * family.toParent[side]![s]!),
            fromBirth,
          ),
        ),
      ]
    }),
  )
  return { isExact: isTree, founders, beliefs }
}

/** What plants are likely to be where paths of descent meet again; null where that would be too much. */
function eliminated(...tree: Parameters<typeof network>): Vector[] | null {
  const [own, , , { size }] = tree
  const { factors, spokenFor } = network(...tree)
  const found = marginals(own.length, size, factors)
  return found && own.map((_, plant) => normalised(found[spokenFor.get(plant) ?? plant]!))
}

/**
 * The functions that tie plants together. Children of one family that go on to none of their own and look alike are one
 * variable; the others of them speak through it.
 */
function network(
  own: Vector[],
  families: Family[],
  sayingOf: (child: number) => string,
  genotypes: Genotypes,
): { factors: Factor[]; spokenFor: Map<number, number> } {
  const { size } = genotypes
  const factors: Factor[] = own.flatMap((values, plant): Factor[] =>
    values.every(p => p === 1) ? [] : [{ scope: [plant], values }],
  )
  const spokenFor = new Map<number, number>()
  for (const { parents, children } of families) {
    const [one, other] = parents
    const known = [...new Set(parents.filter(parent => parent !== null))]
    const pairs: [number, number][] = Array.from({ length: size ** known.length }, (_, entry) => {
      const [first, second] = known.length === 2 ? [Math.floor(entry / size), entry % size] : [entry, entry]
      return [one === null ? size : first!, other === null ? size : one === null ? first! : second!]
    })
    const alike = new Map<string, number[]>()
    for (const child of children) alike.set(sayingOf(child), [...(alike.get(sayingOf(child)) ?? []), child])
    for (const [first, ...others] of alike.values()) {
      others.forEach(child => spokenFor.set(child, first!))
      const born = pairs.map(([a, b]) => genotypes.childOf(a, b))
      factors.push({
        scope: [...known, first!],
        values: Float64Array.from(
          { length: born.length * size },
          (_, i) => born[Math.floor(i / size)]![i % size]!,
        ),
      })
      if (!others.length) continue
      const logs = born.map(child => child.reduce((sum, p, state) => sum + p * own[first!]![state]!, 0))
      const most = Math.max(...logs)
      factors.push({ scope: known, values: Float64Array.from(logs, p => (p / most) ** others.length) })
    }
  }
  return {
    factors: factors.filter(({ scope }) => !(scope.length === 1 && spokenFor.has(scope[0]!))),
    spokenFor,
  }
}

/**
 * What two plants may be together: relatives of whose common forebears little is known are like each other.
 *
 * @param plants all relatives, as they were worked out
 * @returns for each set of loci, for each genotype of the one the probabilities of the other's; null where they are no relatives, or
 *   where that is too much
 */
export function conditionally(
  plants: Relative[],
  genome: Genome,
  worked: Worked[],
  [one, other]: [string, string],
  errors = USUAL_ERRORS,
): (number[][] | null)[] {
  const near = connected(plants, one)
  const both = [one, other].map(id => near.findIndex(plant => plant.id === id)) as [number, number]
  return worked.map(known => {
    if (both.includes(-1) || one === other || statesOf(known, one).length < 2) return null
    const loci = genome.loci.filter(({ name }) => known.loci.includes(name))
    const genotypes = new Genotypes(genome, loci, rulesOver(known.loci, genome.ordered), known.frequencies)
    const kindred = kindredOf(near, genotypes, errors)
    const sayingOf = sayingsOf(kindred)
    const { factors } = network(
      kindred.own,
      kindred.families,
      child => (both.includes(child) ? `${child}` : sayingOf(child)),
      genotypes,
    )
    const found = joint(near.length, genotypes.size, factors, both)
    return found && found.map(row => [...normalised(row.slice())])
  })
}

/** The plants to which paths of descent lead from one, up and down; past a population, whose plants are many, none does. */
function connected(plants: Relative[], from: string): Relative[] {
  const byId = new Map(plants.map(plant => [plant.id, plant]))
  const parentsOf = (plant: Relative) =>
    [plant.seedParentId, plant.pollenParentId].flatMap(id => {
      const parent = byId.get(id ?? '')
      return parent && parent.plantKind !== 'population' ? [parent] : []
    })
  const tied = new Map<Relative, Relative[]>()
  const tie = (one: Relative, other: Relative) => {
    const own = tied.get(one)
    if (own) own.push(other)
    else tied.set(one, [other])
  }
  for (const plant of plants)
    for (const parent of parentsOf(plant)) {
      tie(plant, parent)
      tie(parent, plant)
    }
  const found = new Set<Relative>(byId.has(from) ? [byId.get(from)!] : [])
  for (const plant of found) for (const next of tied.get(plant) ?? []) found.add(next)
  return [...found]
}

/** Families with those of the parents before those of the children. */
function inOrder(families: Family[], plants: number): Family[] {
  const born = new Map(families.flatMap(f => f.children.map(c => [c, f])))
  const done = new Set<Family>()
  const ordered: Family[] = []
  const visit = (family: Family, path: Set<Family>) => {
    if (done.has(family) || path.has(family) || path.size > plants) return
    path.add(family)
    for (const parent of family.parents)
      if (parent !== null && born.has(parent)) visit(born.get(parent)!, path)
    path.delete(family)
    done.add(family)
    ordered.push(family)
  }
  for (const family of families) visit(family, new Set())
  return ordered
}

/** True when no two ways lead from one plant to another, past plants whose genotype is known. */
function isForest(plants: Relative[], families: Family[], genotypes: Genotypes): boolean {
  const root = Array.from({ length: plants.length + families.length }, (_, i) => i)
  const find = (i: number): number => (root[i] === i ? i : (root[i] = find(root[i]!)))
  return families.every((family, f) =>
    [...new Set([...family.parents, ...family.children])].every(member => {
      if (member === null || genotypes.isNoted(plants[member]!)) return true
      const [a, b] = [find(member), find(plants.length + f)]
      root[a] = b
      return a !== b
    }),
  )
}

/** Loci that are looked at together: those that are linked, and those that a rule asks for, while they are few. */
function blocksOf(genome: Genome, plants: number): { loci: Genome['loci']; rules: Rule[] }[] {
  /** Ways in which alleles of some loci may lie on the chromosomes: those of each linkage group by themselves. */
  const states = (names: string[]) =>
    genome.groups.reduce((product, { loci }) => {
      const haplotypes = loci.reduce((all, l) => all * (names.includes(l.name) ? l.alleles.length : 1), 1)
      return product * genotypesAt(haplotypes, genome.ploidy)
    }, 1)
  const most = Math.min(MOST_STATES, Math.cbrt(MOST_WORK / Math.max(1, plants)))
  // Neighbours on a chromosome are looked at together as far as they are few.
  const runs = genome.groups.flatMap(({ loci }) =>
    loci.reduce<string[][]>((found, { name }) => {
      const run = [...(found.at(-1) ?? []), name]
      return found.length && states(run) <= most ? [...found.slice(0, -1), run] : [...found, [name]]
    }, []),
  )
  const sets = genome.ordered.reduce((found, rule) => {
    const asked = lociOf(rule.name, genome.rules)
    const touching = found.filter(set => set.some(name => asked.includes(name)))
    const joined = touching.flat()
    return states(joined) <= MOST_STATES ? [...found.filter(set => !touching.includes(set)), joined] : found
  }, runs)
  return sets.map(names => ({
    loci: genome.loci.filter(l => names.includes(l.name)),
    rules: rulesOver(names, genome.ordered),
  }))
}

/**
 * The genotypes that plants may have, with probabilities, from looks, noted genotypes, parents and offspring.
 *
 * @param plants all relatives; those without known parents are founders
 * @param errors of looking and noting; 0 makes looks certain
 * @returns one answer for each set of loci that are looked at together
 */
export function genotypesOf(plants: Relative[], genome: Genome, errors = USUAL_ERRORS): Worked[] {
  return blocksOf(genome, plants.length).map(({ loci, rules }) => {
    const genotypes = new Genotypes(genome, loci, rules)
    let { isExact, founders, beliefs } = workOut(plants, genotypes, errors)
    for (let round = 0; round < ROUNDS && founders.length >= ENOUGH_FOUNDERS; round++) {
      genotypes.learnFrequencies(
        founders.map(({ id, plantKind }) => ({ belief: beliefs.get(id)!, isLine: plantKind === 'line' })),
      )
      ;({ isExact, founders, beliefs } = workOut(plants, genotypes, errors))
    }
    const unknown = normalised(genotypes.priors.other.slice())
    const { all, frequencies } = genotypes
    return { loci: loci.map(l => l.name), isExact, genotypes: all, beliefs, unknown, frequencies }
  })
}
