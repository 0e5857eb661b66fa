import type { Relation } from '../lineage/kinship'
import type { Genome, Genotype } from './genome'
import type { Rule } from './locus'
import { lookOf, multisets, withRules } from './locus'

/** A plant in its family, with what is known of its genes. */
export interface Relative extends Relation {
  /** alleles that were noted, by locus */
  noted: Record<string, string[]>
  /** what was seen of it, by the rule or locus that makes it */
  looks: Record<string, string>
}

/** What a plant may be at some loci. */
export type Possible = { genotype: Genotype; probability: number }[]

/** What was worked out of all plants, at loci that are looked at together. Data only: it is worked out in a thread of its own. */
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
}

/** Genotypes less likely than this are not told. */
const LEAST_TOLD = 1e-4

/** The genotypes that a plant may have, the likeliest first. */
export function possibleOf({ genotypes, beliefs, unknown }: Worked, plant: string): Possible {
  const chances = beliefs.get(plant) ?? unknown
  const found = genotypes
    .map((genotype, state) => ({ genotype, probability: chances[state]! }))
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

/** Loci whose genotypes together come to more than this are looked at one by one. */
const MOST_STATES = 81

/** How much of a line is homozygous. */
const LINE_HOMOZYGOSITY = 0.97
const SWEEPS = 40

type Vector = Float64Array

/** Genotypes at some loci, and how they are handed on. */
class Genotypes {
  readonly all: number[][][]
  /** probability of each genotype of a child, by those of its parents; one index more stands for an unknown parent */
  private readonly passing: Vector[][]
  readonly priors: Record<'line' | 'other', Vector>

  constructor(
    readonly genome: Genome,
    readonly loci: Genome['loci'],
    readonly rules: Rule[],
  ) {
    const each = loci.map(locus => multisets(locus.alleles.length, genome.ploidy))
    this.all = each.reduce<number[][][]>(
      (found, ofLocus) => found.flatMap(one => ofLocus.map(other => [...one, other])),
      [[]],
    )
    const gametes = loci.map(
      (_, i) => new Map(each[i]!.map(alleles => [String(alleles), gametesOf(alleles, genome)])),
    )
    const unknown = loci.map(locus => pool(locus.alleles.length, genome.ploidy / 2))
    const sizeOf = this.all.length
    const fromParent = (state: number, locus: number) =>
      state === sizeOf ? unknown[locus]! : gametes[locus]!.get(String(this.all[state]![locus]))!
    const places = each.map((_, i) => each.slice(i + 1).reduce((product, later) => product * later.length, 1))
    const numbers = each.map(ofLocus => new Map(ofLocus.map((alleles, n) => [String(alleles), n])))
    const joined = (one: number, other: number): Vector =>
      loci.reduce<Vector>(
        (found, _, locus) => {
          const next = new Float64Array(sizeOf)
          const child = new Map<number, number>()
          for (const [a, p] of fromParent(one, locus)) {
            for (const [b, q] of fromParent(other, locus)) {
              const n = numbers[locus]!.get(String([...a, ...b].sort((x, y) => x - y)))!
              child.set(n, (child.get(n) ?? 0) + p * q)
            }
          }
          // States of the loci so far, with this one's digit added.
          found.forEach((p, state) => {
            if (p) for (const [n, q] of child) next[state + n * places[locus]!]! += p * q
          })
          return next
        },
        Float64Array.from({ length: sizeOf }, (_, i) => (i === 0 ? 1 : 0)),
      )
    this.passing = Array.from({ length: sizeOf + 1 }, (_, one) =>
      Array.from({ length: sizeOf + 1 }, (_, other) => joined(one, other)),
    )
    const mixed = (homozygosity: number) =>
      Float64Array.from(this.all, state =>
        state.reduce((product, alleles, locus) => {
          const kinds = loci[locus]!.alleles.length
          const isUniform = alleles.every(a => a === alleles[0])
          return (
            product *
            (((1 - homozygosity) * arrangements(alleles)) / kinds ** alleles.length +
              (isUniform ? homozygosity / kinds : 0))
          )
        }, 1),
      )
    this.priors = { line: mixed(LINE_HOMOZYGOSITY), other: mixed(0) }
  }

  get size(): number {
    return this.all.length
  }

  childOf = (one: number, other: number): Vector => this.passing[one]![other]!

  genotype(state: number): Genotype {
    return Object.fromEntries(
      this.loci.map((locus, i) => [locus.name, this.all[state]![i]!.map(a => locus.alleles[a]!)]),
    )
  }

  /** How well each genotype goes with what was seen and noted of a plant. */
  evidence({ looks, noted }: Relative, errors: Errors): Vector {
    const seen = Object.entries(looks).filter(
      ([name]) => this.rules.some(r => r.name === name) || this.loci.some(l => l.name === name),
    )
    return Float64Array.from(this.all, (state, i) => {
      const phenotype = withRules(
        Object.fromEntries(this.loci.map((locus, l) => [locus.name, lookOf(locus, state[l]!)])),
        this.rules,
      )
      const fitsLooks = seen.reduce(
        (p, [name, look]) => p * (phenotype[name] === look ? 1 - errors.look : errors.look),
        1,
      )
      const genotype = this.genotype(i)
      return this.loci.reduce((p, { name }) => {
        const own = noted[name]
        return !own ? p : p * (sameAlleles(own, genotype[name]!) ? 1 - errors.genotype : errors.genotype)
      }, fitsLooks)
    })
  }

  /** True for a plant whose genotype was noted at all these loci: what its relatives say changes little. */
  isNoted = ({ noted }: Relative): boolean => this.loci.every(l => noted[l.name])
}

const sameAlleles = (one: string[], other: string[]) =>
  [...one].sort().join('\n') === [...other].sort().join('\n')

function factorial(n: number): number {
  return n < 2 ? 1 : n * factorial(n - 1)
}

/** In how many orders these alleles can be written. */
function arrangements(alleles: number[]): number {
  const times = new Map<number, number>()
  for (const a of alleles) times.set(a, (times.get(a) ?? 0) + 1)
  return [...times.values()].reduce((product, n) => product / factorial(n), factorial(alleles.length))
}

/** Half of the alleles, every choice equally likely. */
function gametesOf(alleles: number[], { ploidy }: Genome): [number[], number][] {
  const found = new Map<string, [number[], number]>()
  const choose = (from: number, chosen: number[]) => {
    if (chosen.length === ploidy / 2) {
      const key = String(chosen)
      found.set(key, [chosen, (found.get(key)?.[1] ?? 0) + 1])
      return
    }
    for (let i = from; i < alleles.length; i++) choose(i + 1, [...chosen, alleles[i]!])
  }
  choose(0, [])
  const total = [...found.values()].reduce((sum, [, n]) => sum + n, 0)
  return [...found.values()].map(([gamete, n]) => [gamete, n / total])
}

/** Gametes of plants of which nothing is known: every allele equally likely. */
const pool = (kinds: number, count: number): [number[], number][] =>
  multisets(kinds, count).map(alleles => [alleles, arrangements(alleles) / kinds ** count])

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

/**
 * What plants may be at some loci, from what was seen and noted of them and of all their relatives.
 *
 * Messages are passed between parents and families until they no longer change; all children of two parents make one
 * message. That is exact while no two paths of descent meet; where lines cross again it is an approximation.
 *
 * @see Elston & Stewart (1971), Human Heredity 21:523; Pearl (1988), Probabilistic Reasoning in Intelligent Systems
 */
function workOut(
  plants: Relative[],
  genotypes: Genotypes,
  errors: Errors,
): { isExact: boolean; beliefs: Map<string, Vector> } {
  const { size } = genotypes
  const index = new Map(plants.map((p, i) => [p.id, i]))
  const flat = () => new Float64Array(size).fill(1 / size)
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
  const own = plants.map((plant, i) => {
    const evidence = genotypes.evidence(plant, errors)
    return bornIn[i]
      ? evidence
      : evidence.map(
          (p, state) => p * genotypes.priors[plant.plantKind === 'line' ? 'line' : 'other'][state]!,
        )
  })

  /** Children that go on to no family and look alike say the same: they are told apart by what they say. */
  const sayings = plants.map((_, child) => (parentIn[child]!.length ? `${child}` : own[child]!.join()))
  const sayingOf = (child: number) => sayings[child]!
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

  const downwards = inOrder([...families.values()], plants.length)
  for (let sweep = 0; sweep < SWEEPS; sweep++) {
    const changes = [...[...downwards].reverse(), ...downwards].map(renew)
    if (Math.max(0, ...changes) < 1e-9) break
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
  return { isExact: isForest(plants, [...families.values()], genotypes), beliefs }
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

/** Loci that are looked at together: those that a rule asks for, while they are few. */
function blocksOf(genome: Genome): { loci: Genome['loci']; rules: Rule[] }[] {
  const lociOf = (name: string): string[] => {
    const rule = genome.rules.find(r => r.name === name)
    return rule ? [...new Set(rule.cases.flatMap(c => Object.keys(c.when)).flatMap(lociOf))] : [name]
  }
  const states = (names: string[]) =>
    names.reduce(
      (product, name) =>
        product * multisets(genome.loci.find(l => l.name === name)!.alleles.length, genome.ploidy).length,
      1,
    )
  let sets = genome.loci.map(l => [l.name])
  for (const rule of genome.ordered) {
    const touching = sets.filter(set => set.some(name => lociOf(rule.name).includes(name)))
    const joined = touching.flat()
    if (states(joined) <= MOST_STATES) sets = [...sets.filter(set => !touching.includes(set)), joined]
  }
  return sets.map(names => ({
    loci: genome.loci.filter(l => names.includes(l.name)),
    rules: genome.ordered.filter(r => lociOf(r.name).every(name => names.includes(name))),
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
  return blocksOf(genome).map(({ loci, rules }) => {
    const genotypes = new Genotypes(genome, loci, rules)
    const { isExact, beliefs } = workOut(plants, genotypes, errors)
    const unknown = normalised(genotypes.priors.other.slice())
    return {
      loci: loci.map(l => l.name),
      isExact,
      genotypes: Array.from(unknown, (_, state) => genotypes.genotype(state)),
      beliefs,
      unknown,
    }
  })
}
