import type { Genome, Genotype, LinkageGroup } from './genome'
import type { Phenotype } from './locus'
import { lookOf } from './locus'

/** Probabilities of things known by a number. */
export type ChancesById = Map<number, number>

/** Adds to a probability. */
export const add = (chances: ChancesById, id: number, p: number): void =>
  void chances.set(id, (chances.get(id) ?? 0) + p)

/** A computation that is not affordable; the caller simulates instead. */
export class TooMuch extends Error {}

/** Counts the steps of a computation, so that one that grows too large ends early. */
export class Effort {
  private left: number
  constructor(most: number) {
    this.left = most
  }

  /** @throws {TooMuch} when nothing is left */
  spend(steps: number): void {
    this.left -= steps
    if (this.left < 0) throw new TooMuch()
  }
}

/** How some loci pass from plants to gametes and from gametes to plants; genotypes and gametes go by numbers. */
export interface Passage {
  /** the number of a genotype, the same for the same alleles on the same chromosomes in any order */
  plant: (genotype: Genotype) => number
  gametesOf: (plant: number) => [gamete: number, p: number][]
  /** the plant that two gametes make */
  joined: (one: number, other: number) => number
  /** what each locus looks like */
  looksOf: (plant: number) => Phenotype
}

/** Things that are known by their key, each with a number of its own. */
class Numbered<T> {
  private readonly numbers = new Map<string, number>()
  readonly things: T[] = []
  of(key: string, thing: T): number {
    const known = this.numbers.get(key)
    if (known !== undefined) return known
    this.numbers.set(key, this.things.length)
    return this.things.push(thing) - 1
  }
}

/** Remembers what a function of one number said. */
function kept<T>(work: (n: number) => T): (n: number) => T {
  const known = new Map<number, T>()
  return n => {
    let found = known.get(n)
    if (found === undefined) known.set(n, (found = work(n)))
    return found
  }
}

/** Remembers what a function of two numbers said; they stay below 2²⁶. */
function keptForTwo(work: (a: number, b: number) => number): (a: number, b: number) => number {
  const known = new Map<number, number>()
  return (a, b) => {
    const key = a * 67_108_864 + b
    let found = known.get(key)
    if (found === undefined) known.set(key, (found = work(a, b)))
    return found
  }
}

/** All ways in which chromosomes pair off. */
function pairings(chromosomes: number[]): [number, number][][] {
  const [first, ...rest] = chromosomes
  if (first === undefined) return [[]]
  return rest.flatMap((partner, i) =>
    pairings(rest.filter((_, j) => j !== i)).map((others): [number, number][] => [
      [first, partner],
      ...others,
    ]),
  )
}

/** All ways of taking `count` of some things, in their order. */
function choices<T>(things: T[], count: number): T[][] {
  if (count === 0) return [[]]
  return things.flatMap((thing, i) => choices(things.slice(i + 1), count - 1).map(rest => [thing, ...rest]))
}

const numerically = (a: number, b: number) => a - b

/**
 * One linkage group. A haplotype is a number whose digits, each to the base of its locus's alleles, are the alleles along
 * the chromosome. Diploids recombine between neighbouring loci without interference; in autopolyploids chromosomes pair
 * off at random and each pair recombines so, which at a single locus is random chromosome segregation. With double
 * reduction a gamete carries, with that probability, one chromosome twice, beside further ones at random.
 *
 * @see Muller (1914), American Naturalist 48:508; Haldane (1930), Journal of Genetics 22:359
 */
export function linkageGroup(
  { loci, recombination }: LinkageGroup,
  { ploidy, doubleReduction }: Pick<Genome, 'ploidy' | 'doubleReduction'>,
  effort: Effort,
): Passage {
  const bases = loci.map(l => l.alleles.length)
  const places = bases.map((_, i) => bases.slice(0, i).reduce((product, base) => product * base, 1))
  const allele = (haplotype: number, locus: number) => Math.floor(haplotype / places[locus]!) % bases[locus]!

  /** What a pair of chromosomes hands on: haplotypes with their probabilities. */
  const strandOf = keptForTwoLists((one, other) => {
    if (one === other) return [[one, 1]]
    // Haplotypes built so far, by the chromosome that is being read; equal ones are added up.
    let reading: [ChancesById, ChancesById] = [
      new Map([[allele(one, 0), 0.5]]),
      new Map([[allele(other, 0), 0.5]]),
    ]
    for (let i = 1; i < loci.length; i++) {
      const r = recombination[i - 1]!
      const next: typeof reading = [new Map(), new Map()]
      for (const from of [0, 1] as const) {
        for (const to of [0, 1] as const) {
          const share = from === to ? 1 - r : r
          const step = allele(to === 0 ? one : other, i) * places[i]!
          if (share > 0) for (const [built, p] of reading[from]) add(next[to], built + step, p * share)
        }
      }
      effort.spend(next[0].size + next[1].size)
      reading = next
    }
    const all = reading[0]
    for (const [built, p] of reading[1]) add(all, built, p)
    return [...all]
  })

  const plants = new Numbered<number[]>()
  const gametes = new Numbered<number[]>()
  const numberOf = (table: Numbered<number[]>, haplotypes: number[]) => {
    const sorted = [...haplotypes].sort(numerically)
    return table.of(sorted.join(), sorted)
  }

  /** Gametes of a plant with more than two sets. */
  function fromMany(haplotypes: number[]): ChancesById {
    const found: ChancesById = new Map()
    const places = haplotypes.map((_, i) => i)
    if (doubleReduction > 0) {
      const sets = choices(places, ploidy / 2)
      for (const set of sets)
        add(
          found,
          numberOf(
            gametes,
            set.map(i => haplotypes[i]!),
          ),
          (1 - doubleReduction) / sets.length,
        )
      const doubled = places.flatMap(twice =>
        choices(
          places.filter(i => i !== twice),
          ploidy / 2 - 2,
        ).map(rest => [twice, twice, ...rest]),
      )
      for (const set of doubled)
        add(
          found,
          numberOf(
            gametes,
            set.map(i => haplotypes[i]!),
          ),
          doubleReduction / doubled.length,
        )
      return found
    }
    const ways = pairings(places)
    for (const way of ways) {
      let built: [number[], number][] = [[[], 1 / ways.length]]
      for (const [a, b] of way) {
        const strands = strandOf(haplotypes[a]!, haplotypes[b]!)
        effort.spend(built.length * strands.length)
        built = built.flatMap(([set, p]) =>
          strands.map(([strand, q]): [number[], number] => [[...set, strand], p * q]),
        )
      }
      for (const [set, p] of built) add(found, numberOf(gametes, set), p)
    }
    return found
  }

  return {
    plant: genotype =>
      numberOf(
        plants,
        Array.from({ length: ploidy }, (_, chromosome) =>
          loci.reduce(
            (haplotype, locus, i) =>
              haplotype + places[i]! * locus.alleles.indexOf(genotype[locus.name]![chromosome]!),
            0,
          ),
        ),
      ),
    gametesOf: kept(plant => {
      const haplotypes = plants.things[plant]!
      if (ploidy !== 2) return [...fromMany(haplotypes)]
      return strandOf(haplotypes[0]!, haplotypes[1]!).map(([strand, p]) => [numberOf(gametes, [strand]), p])
    }),
    joined: keptForTwo((one, other) =>
      numberOf(plants, [...gametes.things[one]!, ...gametes.things[other]!]),
    ),
    looksOf: kept(plant => {
      const haplotypes = plants.things[plant]!
      return Object.fromEntries(
        loci.map((locus, i) => [
          locus.name,
          lookOf(
            locus,
            haplotypes.map(h => allele(h, i)),
          ),
        ]),
      )
    }),
  }
}

function keptForTwoLists(
  work: (a: number, b: number) => [number, number][],
): (a: number, b: number) => [number, number][] {
  const known = new Map<string, [number, number][]>()
  return (a, b) => {
    const key = `${a} ${b}`
    let found = known.get(key)
    if (!found) known.set(key, (found = work(a, b)))
    return found
  }
}

/** Two parts of the genome that lie on different chromosomes but are looked at together, because a rule asks for both. */
export function together(a: Passage, b: Passage, effort: Effort): Passage {
  const plants = new Numbered<[number, number]>()
  const gametes = new Numbered<[number, number]>()
  const numberOf = (table: Numbered<[number, number]>, ofA: number, ofB: number) =>
    table.of(`${ofA} ${ofB}`, [ofA, ofB])
  return {
    plant: genotype => numberOf(plants, a.plant(genotype), b.plant(genotype)),
    gametesOf: kept(plant => {
      const [ofA, ofB] = plants.things[plant]!
      const [fromA, fromB] = [a.gametesOf(ofA), b.gametesOf(ofB)]
      effort.spend(fromA.length * fromB.length)
      return fromA.flatMap(([x, p]) =>
        fromB.map(([y, q]): [number, number] => [numberOf(gametes, x, y), p * q]),
      )
    }),
    joined: keptForTwo((one, other) => {
      const [one1, one2] = gametes.things[one]!
      const [other1, other2] = gametes.things[other]!
      return numberOf(plants, a.joined(one1, other1), b.joined(one2, other2))
    }),
    looksOf: kept(plant => {
      const [ofA, ofB] = plants.things[plant]!
      return { ...a.looksOf(ofA), ...b.looksOf(ofB) }
    }),
  }
}
