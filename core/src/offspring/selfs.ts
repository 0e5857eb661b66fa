/** Which plants of a family are selfs of their seed parent, and which are hybrids. */
import { cross, sum } from 'd3-array'
import { OutOfRange } from '../chance/estimate'
import type { KnownCouple, ParentInDoubt } from '../odds/generations'
import { couplesIn, exactGenerations, known, partsOf } from '../odds/generations'
import type { Genome, Genotype } from '../odds/genome'
import { looksOf } from '../odds/locus'
import type { Step } from '../odds/path'

/** What was seen of a plant, by the locus or rule that makes it; what was not looked at is left out. */
export type Seen = Record<string, string>

/** A share of selfs with its 80 % interval, and what each plant is. */
export interface SelfsFound {
  share: { estimate: number; low: number; high: number }
  plants: {
    /** chance that it is a self; null: neither a self nor a hybrid can look like that, so it had another father, or was seen wrongly */
    self: number | null
    /** chance that it had another father; only where such are reckoned with */
    stranger?: number
  }[]
}

/** Of all fathers that a stranger may have had, so many are looked at. */
const MOST_FATHERS = 64
/** Of all kinds of couples that parents in doubt may be, so many of the likeliest are looked at. */
const MOST_COUPLES = 128
/** Steps of the share between none and all. */
const STEPS = 500
/** How far the likelihood of a share falls below the largest at the ends of its 80 % interval. */
const FALLS = 1.2816 ** 2 / 2

/** What each locus, and each rule, can look like. */
export const looksIn = ({ loci, rules, ploidy }: Genome): Map<string, string[]> =>
  new Map([
    ...loci.map((locus): [string, string[]] => [locus.name, looksOf(locus, ploidy)]),
    ...rules.map((rule): [string, string[]] => [rule.name, [...rule.cases.map(c => c.is), rule.otherwise]]),
  ])

/** @throws {OutOfRange} for looks of something that is not there, or that it cannot have */
function checkSeen(plants: Seen[], genome: Genome): void {
  const looks = looksIn(genome)
  plants.forEach((plant, i) => {
    for (const [name, look] of Object.entries(plant)) {
      const possible = looks.get(name)
      if (!possible)
        throw new OutOfRange(
          `Plant ${i + 1} is said to look "${look}" in "${name}", which is not among: ${[...looks.keys()].join(', ')}.`,
        )
      if (!possible.includes(look))
        throw new OutOfRange(
          `Plant ${i + 1} is said to look "${look}" in "${name}"; it can look: ${possible.map(one => `"${one}"`).join(', ')}.`,
        )
    }
  })
}

const keyOf = (plant: Seen) => JSON.stringify(Object.entries(plant).sort())

/**
 * The share of selfs in a family, by maximum likelihood, and for each plant the chance of being one: hybrids are the cross of the two
 * parents, selfs the seed parent selfed, each plant by itself. What is not known of the parents, and of the share, is summed over.
 *
 * @param plants what was seen of each
 * @param strange share of plants that had another father, of which nothing is known; with 0 none are reckoned with, and what neither a
 *   self nor a hybrid can be tells nothing
 * @throws {OutOfRange} for looks that cannot be, and no plants
 * @see Fyfe & Bailey (1951), Journal of Agricultural Science 41:371, for the likelihood of a share of crossing from marker classes
 */
export function findSelfs(
  genome: Genome,
  seedParent: ParentInDoubt,
  pollenParent: ParentInDoubt,
  plants: Seen[],
  strange = 0,
): SelfsFound {
  if (!plants.length) throw new OutOfRange('Give at least one plant, with what was seen of it.')
  checkSeen(plants, genome)
  const kinds = likeliestCouples(partsOf(seedParent, pollenParent))
  const distinct = new Map(plants.map(plant => [keyOf(plant), { plant, times: 0 }]))
  for (const plant of plants) distinct.get(keyOf(plant))!.times++
  const seen = [...distinct.values()]
  const chances = kinds.map(kind => chancesIn(genome, kind, seen))
  const strangers = strange ? strangersIn(genome, kinds, seen) : null
  /** Of what no plant of either sort can be, nothing is learnt. */
  const isStrange = seen.map((_, i) => chances.every(of => of[i]!.self + of[i]!.hybrid <= 0))
  /** How likely a plant is a stranger and seen as it was; a self; and whatever it is, with a share of selfs. */
  const strangerAt = (k: number, i: number) => strange * (strangers?.[k]![i] ?? 0)
  const selfAt = (k: number, i: number, share: number) => (1 - strange) * share * chances[k]![i]!.self
  const wholeAt = (k: number, i: number, share: number) =>
    selfAt(k, i, share) + (1 - strange) * (1 - share) * chances[k]![i]!.hybrid + strangerAt(k, i)

  /** log of the likelihood of a share, for each kind of couple. */
  const logsAt = (share: number) =>
    kinds.map(
      ({ weight }, k) =>
        Math.log(weight) +
        sum(seen, ({ times }, i) => {
          if (isStrange[i]) return 0
          return times * Math.log(wholeAt(k, i, share))
        }),
    )
  const logAt = (share: number) => logOfSum(logsAt(share))
  const shares = Array.from({ length: STEPS + 1 }, (_, i) => i / STEPS)
  const all = shares.map(logsAt)
  const logs = all.map(logOfSum)
  const highest = Math.max(...logs)
  const best = shares[logs.indexOf(highest)]!
  const estimate = peakNear(logAt, Math.max(0, best - 1 / STEPS), Math.min(1, best + 1 / STEPS))
  const within = shares.filter((_, i) => logs[i]! >= highest - FALLS)

  const weights = all.map(of => of.map(log => Math.exp(log - highest)))
  const foundOf = seen.map((_, i) => {
    if (isStrange[i]) return { self: null, ...(strange && { stranger: 1 }) }
    let [selfs, others, whole] = [0, 0, 0]
    shares.forEach((share, s) =>
      kinds.forEach((_, k) => {
        const weight = weights[s]![k]!
        if (!weight) return
        const each = weight / wholeAt(k, i, share)
        selfs += each * selfAt(k, i, share)
        others += each * strangerAt(k, i)
        whole += weight
      }),
    )
    return { self: selfs / whole, ...(strange && { stranger: others / whole }) }
  })
  const told = new Map(seen.map(({ plant }, i) => [keyOf(plant), foundOf[i]!]))
  return {
    share: {
      estimate,
      low: Math.min(estimate, within[0] ?? estimate),
      high: Math.max(estimate, within.at(-1) ?? estimate),
    },
    plants: plants.map(plant => ({ ...told.get(keyOf(plant))! })),
  }
}

/** The likeliest kinds of couples, put together part by part. */
function likeliestCouples(parts: KnownCouple[][]): KnownCouple[] {
  const found = parts.reduce<KnownCouple[]>(
    (couples, part) =>
      couplesIn([couples, part])
        .sort((a, b) => b.weight - a.weight)
        .slice(0, MOST_COUPLES),
    [{ seedParent: {}, pollenParent: {}, weight: 1 }],
  )
  const whole = sum(found, couple => couple.weight)
  return found.map(couple => ({ ...couple, weight: couple.weight / whole }))
}

type Class = { phenotype: Record<string, string>; probability: number }

/** How likely a look is in a family of which each block has its classes. */
const chanceOf = (blocks: readonly Class[][], plant: Seen): number =>
  blocks.reduce(
    (product, classes) =>
      product *
      sum(classes, ({ phenotype, probability }) =>
        Object.entries(plant).every(([name, look]) => !(name in phenotype) || phenotype[name] === look)
          ? probability
          : 0,
      ),
    1,
  )

/** What each locus, and each rule, looks like in the plants of a step, block by block. */
const afterStep = (genome: Genome, seedParent: Genotype, pollenParent: Genotype, step: Step): Class[][] =>
  exactGenerations(
    genome,
    known(seedParent),
    known(pollenParent),
    [step],
    [...genome.loci, ...genome.rules].map(thing => thing.name),
  )[0]!.blocks.map(block => block.families[0]!.classes)

/**
 * How likely each of some looks is in the offspring of each seed parent by any father: each allele of a locus is as likely in his
 * pollen as the others.
 */
function strangersIn(genome: Genome, kinds: KnownCouple[], seen: { plant: Seen }[]): number[][] {
  const all = cross(...genome.loci.map(({ name, alleles }) => alleles.map(allele => [name, allele] as const)))
  // Of very many every so manieth: together they hold each allele about as often.
  const apart = Math.ceil(all.length / MOST_FATHERS)
  const fathers = all
    .filter((_, i) => i % apart === 0)
    .map(alleles =>
      Object.fromEntries(alleles.map(([name, allele]) => [name, Array<string>(genome.ploidy).fill(allele)])),
    )
  const known = new Map<string, number[]>()
  return kinds.map(({ seedParent }) => {
    const key = JSON.stringify(seedParent)
    const families = known.get(key) ?? null
    if (families) return families
    const sums = seen.map(() => 0)
    for (const father of fathers) {
      const blocks = afterStep(genome, seedParent, father, 'cross')
      seen.forEach(({ plant }, i) => (sums[i]! += chanceOf(blocks, plant) / fathers.length))
    }
    known.set(key, sums)
    return sums
  })
}

/** How likely each of some looks is in a self and in a hybrid of two known parents. */
function chancesIn(
  genome: Genome,
  { seedParent, pollenParent }: KnownCouple,
  seen: { plant: Seen }[],
): { self: number; hybrid: number }[] {
  const selfed = afterStep(genome, seedParent, pollenParent, { self: 'seedParent' })
  const crossed = afterStep(genome, seedParent, pollenParent, 'cross')
  return seen.map(({ plant }) => ({ self: chanceOf(selfed, plant), hybrid: chanceOf(crossed, plant) }))
}

/** log Σ exp. */
function logOfSum(logs: number[]): number {
  const most = Math.max(...logs)
  return most === -Infinity ? most : most + Math.log(sum(logs, log => Math.exp(log - most)))
}

const GOLDEN = (Math.sqrt(5) - 1) / 2

/** Where a function with one peak between two ends is highest. */
function peakNear(of: (x: number) => number, from: number, to: number): number {
  let [low, high] = [from, to]
  while (high - low > 1e-9) {
    const [one, other] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)]
    if (of(one) >= of(other)) high = other
    else low = one
  }
  const middle = (low + high) / 2
  return [from, to].reduce((best, end) => (of(end) >= of(best) ? end : best), middle)
}
