/** Which plants of a family are selfs of their seed parent, and which are hybrids. */
import { sum } from 'd3-array'
import { OutOfRange } from '../chance/estimate'
import type { KnownCouple, ParentInDoubt } from '../odds/generations'
import { couplesIn, exactGenerations, known, partsOf } from '../odds/generations'
import type { Genome } from '../odds/genome'
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
  }[]
}

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
 * @throws {OutOfRange} for looks that cannot be, and no plants
 * @see Fyfe & Bailey (1951), Journal of Agricultural Science 41:371, for the likelihood of a share of crossing from marker classes
 */
export function findSelfs(
  genome: Genome,
  seedParent: ParentInDoubt,
  pollenParent: ParentInDoubt,
  plants: Seen[],
): SelfsFound {
  if (!plants.length) throw new OutOfRange('Give at least one plant, with what was seen of it.')
  checkSeen(plants, genome)
  const kinds = likeliestCouples(partsOf(seedParent, pollenParent))
  const distinct = new Map(plants.map(plant => [keyOf(plant), { plant, times: 0 }]))
  for (const plant of plants) distinct.get(keyOf(plant))!.times++
  const seen = [...distinct.values()]
  const chances = kinds.map(kind => chancesIn(genome, kind, seen))
  /** Of what no plant of either sort can be, nothing is learnt. */
  const isStrange = seen.map((_, i) => chances.every(of => of[i]!.self + of[i]!.hybrid <= 0))

  /** log of the likelihood of a share, for each kind of couple. */
  const logsAt = (share: number) =>
    kinds.map(
      ({ weight }, k) =>
        Math.log(weight) +
        sum(seen, ({ times }, i) => {
          if (isStrange[i]) return 0
          const { self, hybrid } = chances[k]![i]!
          return times * Math.log(share * self + (1 - share) * hybrid)
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
  const selfOf = seen.map((_, i) => {
    if (isStrange[i]) return null
    let [selfs, whole] = [0, 0]
    shares.forEach((share, s) =>
      kinds.forEach((_, k) => {
        const { self, hybrid } = chances[k]![i]!
        const weight = weights[s]![k]!
        if (!weight) return
        selfs += (weight * share * self) / (share * self + (1 - share) * hybrid)
        whole += weight
      }),
    )
    return selfs / whole
  })
  const told = new Map(seen.map(({ plant }, i) => [keyOf(plant), selfOf[i]!]))
  return {
    share: {
      estimate,
      low: Math.min(estimate, within[0] ?? estimate),
      high: Math.max(estimate, within.at(-1) ?? estimate),
    },
    plants: plants.map(plant => ({ self: told.get(keyOf(plant)) ?? null })),
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

/** How likely each of some looks is in a self and in a hybrid of two known parents. */
function chancesIn(
  genome: Genome,
  { seedParent, pollenParent }: KnownCouple,
  seen: { plant: Seen }[],
): { self: number; hybrid: number }[] {
  const shown = [...genome.loci, ...genome.rules].map(thing => thing.name)
  const after = (step: Step) =>
    exactGenerations(genome, known(seedParent), known(pollenParent), [step], shown)[0]!.blocks.map(
      block => block.families[0]!.classes,
    )
  const [selfed, crossed] = [after({ self: 'seedParent' }), after('cross')]
  const chanceOf = (blocks: typeof selfed, plant: Seen) =>
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
