import { randomBeta, randomGamma } from 'd3-random'
import { describe, expect, it } from 'vitest'
import { OutOfRange } from '../chance/estimate'
import type { KnownShare } from '../chance/rate'
import { randomStream } from '../chance/stream'
import type { BudgetSteps } from './budget'
import { budgetStations, checkSteps, keepersFrom, nothingWaiting } from './budget'
import { plantsNeeded } from './plantsNeeded'

const belief = (mean: number, strength: number) => ({ a: mean * strength, b: (1 - mean) * strength })
const steps: BudgetSteps = {
  take: belief(0.6, 20),
  seedsPerFruit: { shape: 4, rate: 4 / 12 },
  passes: [belief(0.7, 30), belief(0.8, 30), 1 / 16],
}
const none = nothingWaiting(steps)

/** Runs of every step by itself: independent of the sums in the budget. */
function simulated(
  { take, seedsPerFruit, perFruit, passes }: BudgetSteps,
  flowers: number,
  runs: number,
): number[] {
  const random = randomStream(99)
  const share = (s: KnownShare): (() => number) => {
    if (typeof s === 'number') return () => s
    if (!Array.isArray(s)) return randomBeta.source(random.uniform)(s.a, s.b)
    return () => {
      let left = random.uniform()
      return (s.find(({ weight }) => (left -= weight) < 0) ?? s[0]!).share
    }
  }
  const mean =
    typeof seedsPerFruit === 'number'
      ? () => seedsPerFruit
      : randomGamma.source(random.uniform)(seedsPerFruit.shape, 1 / seedsPerFruit.rate)
  const [taking, passing] = [share(take), passes.map(share)]
  return Array.from({ length: runs }, () => {
    const taken = random.binomial(flowers, taking())
    const inOne = mean()
    // Fruit by fruit, each with a mean of its own.
    const fruitOf = perFruit ? randomGamma.source(random.uniform)(perFruit, inOne / perFruit) : () => inOne
    const seeds = Array.from({ length: taken }, () => random.poisson(fruitOf())).reduce((a, b) => a + b, 0)
    return passing.reduce((left, pass) => random.binomial(left, pass()), seeds)
  })
}
const shareWith = (counts: number[], wanted: number) => counts.filter(c => c >= wanted).length / counts.length

describe('the flower budget', () => {
  it.each([
    [10, 1],
    [25, 2],
    [40, 5],
  ])('hopes from %d flowers for %d keepers as often as runs of every step bring them', (flowers, wanted) => {
    const runs = 60_000
    const expected = shareWith(simulated(steps, flowers, runs), wanted)
    const { chance, standardError } = keepersFrom(steps).chance({ ...none, flowers }, wanted)
    expect(Math.abs(chance - expected)).toBeLessThan(
      4 * Math.sqrt((expected * (1 - expected)) / runs + standardError ** 2),
    )
  })

  it.each([0.5, 2, 20])('allows for fruits that differ by a gamma of shape %d', perFruit => {
    const differing = { ...steps, perFruit }
    const runs = 60_000
    for (const [flowers, wanted] of [
      [2, 1],
      [12, 2],
      [30, 5],
    ] as const) {
      const expected = shareWith(simulated(differing, flowers, runs), wanted)
      const { chance, standardError } = keepersFrom(differing).chance({ ...none, flowers }, wanted)
      expect(Math.abs(chance - expected)).toBeLessThan(
        4 * Math.sqrt((expected * (1 - expected)) / runs + standardError ** 2),
      )
    }
    const same = keepersFrom(steps).chance({ ...none, flowers: 12 }, 1).chance
    expect(keepersFrom({ ...steps, perFruit: 1e9 }).chance({ ...none, flowers: 12 }, 1).chance).toBeCloseTo(
      same,
      6,
    )
    expect(keepersFrom(differing).chance({ ...none, flowers: 12 }, 1).chance).toBeLessThan(same)
  })

  const selfOfACarrier = [
    { weight: 2 / 3, share: 1 / 4 },
    { weight: 1 / 3, share: 0 },
  ]
  const inDoubt: BudgetSteps = { ...steps, passes: [belief(0.7, 30), 0.9, selfOfACarrier] }

  it.each([
    [4, 2],
    [10, 1],
    [200, 70],
  ])('keeps a share in doubt one share, with %d flowers for %d keepers', (flowers, wanted) => {
    const runs = 60_000
    const counts = simulated(inDoubt, flowers, runs)
    const hopes = keepersFrom(inDoubt, 1, 16)
    const { chance, standardError } = hopes.chance({ ...nothingWaiting(inDoubt), flowers }, wanted)
    const expected = shareWith(counts, wanted)
    expect(Math.abs(chance - expected)).toBeLessThan(
      4 * Math.sqrt((expected * (1 - expected)) / runs + standardError ** 2),
    )
    const distribution = hopes.distribution({ ...nothingWaiting(inDoubt), flowers })
    expect(distribution.slice(wanted).reduce((sum, p) => sum + p, 0)).toBeCloseTo(chance, 1)
    expect(distribution.reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 3)
  })

  it('promises no more than the parents may bring', () => {
    const sure: BudgetSteps = { take: 1, seedsPerFruit: 50, passes: [selfOfACarrier] }
    const nothing = nothingWaiting(sure)
    expect(keepersFrom(sure).chance({ ...nothing, flowers: 400 }, 2).chance).toBeCloseTo(2 / 3, 9)
    expect(keepersFrom(sure).moreFlowers(nothing, 2, 0.9)).toBeNull()
    expect(keepersFrom(sure).moreFlowers(nothing, 2, 0.6)).toBe(1)
  })

  it.each([
    [12, 0, 1],
    [0, 3, 1],
    [8, 4, 3],
    [300, 40, 90],
  ])(
    'loses fruits before their harvest: %d flowers and %d fruits, for %d keepers',
    (flowers, fruits, wanted) => {
      const losing: BudgetSteps = { take: 0.6, held: 0.7, seedsPerFruit: 4, perFruit: 3, passes: [0.5, 0.3] }
      const random = randomStream(21)
      const runs = 40_000
      const counts = Array.from({ length: runs }, () => {
        const harvested = random.binomial(fruits + random.binomial(flowers, 0.6), 0.7)
        return random.binomial(random.counts(harvested * 4, harvested * 3), 0.15)
      })
      const waiting = { ...nothingWaiting(losing), flowers, fruits }
      const expected = shareWith(counts, wanted)
      const { chance, standardError } = keepersFrom(losing, 1, 16).chance(waiting, wanted)
      expect(Math.abs(chance - expected)).toBeLessThan(
        4 * Math.sqrt((expected * (1 - expected)) / runs + standardError ** 2),
      )
      const { stations } = budgetStations(losing, 100, 1)
      expect(stations.map(s => s.expected)).toEqual(
        [100, 60, 42, 168, 84, 25.2].map(n => expect.closeTo(n, 9)),
      )
    },
  )

  it('draws fruits that differ where more than sixty are wanted', () => {
    const rich: BudgetSteps = { take: belief(0.5, 10), seedsPerFruit: 30, perFruit: 1.5, passes: [0.9] }
    const expected = shareWith(simulated(rich, 5, 40_000), 64)
    const { chance } = keepersFrom(rich, 1, 16).chance({ ...nothingWaiting(rich), flowers: 5 }, 64)
    expect(Math.abs(chance - expected)).toBeLessThan(0.02)
  })

  it('is exact where every step is known', () => {
    const exact: BudgetSteps = { take: 0.6, seedsPerFruit: 12, passes: [0.7, 0.8, 1 / 16] }
    const lambda = (12 * 0.7 * 0.8) / 16
    const { chance, standardError } = keepersFrom(exact).chance({ ...nothingWaiting(exact), flowers: 9 }, 1)
    expect(chance).toBeCloseTo(1 - (0.4 + 0.6 * Math.exp(-lambda)) ** 9, 12)
    expect(standardError).toBeLessThan(1e-12)
  })

  it('sums many keepers from few flowers over the takes, and draws beyond sixty, to the same chance', () => {
    const rich: BudgetSteps = { take: belief(0.5, 10), seedsPerFruit: 30, passes: [0.9] }
    const start = nothingWaiting(rich)
    for (const [flowers, wanted] of [
      [3, 40],
      [5, 58],
      [5, 64],
    ] as const) {
      const expected = shareWith(simulated(rich, flowers, 40_000), wanted)
      expect(
        Math.abs(keepersFrom(rich, 1, 16).chance({ ...start, flowers }, wanted).chance - expected),
      ).toBeLessThan(0.02)
    }
  })

  it('counts what is on the way already', () => {
    const hopes = keepersFrom(steps)
    const chance = (more: object) => hopes.chance({ ...none, ...more }, 1).chance
    expect(chance({ before: [0, 0, 1] })).toBeCloseTo(1 / 16, 12)
    expect(chance({ before: [0, 1, 0] })).toBeCloseTo(0.8 / 16, 5)
    expect(chance({ fruits: 1 })).toBeGreaterThan(chance({ flowers: 1 }))
    expect(chance({ kept: 1 })).toBe(1)
    expect(chance({})).toBe(0)
  })

  it('names the smallest number of flowers that is enough', () => {
    const hopes = keepersFrom(steps, 1, 16)
    const flowers = hopes.moreFlowers(none, 2, 0.9)!
    expect(hopes.chance({ ...none, flowers }, 2).chance).toBeGreaterThanOrEqual(0.9)
    expect(hopes.chance({ ...none, flowers: flowers - 1 }, 2).chance).toBeLessThan(0.9)
    const runs = simulated(steps, flowers + 1, 60_000)
    expect(shareWith(runs, 2)).toBeGreaterThan(0.9 - 0.005)
    expect(hopes.moreFlowers(none, 2, 0.9, flowers - 1)).toBeNull()
  })

  it('needs no seeds more than the plants of the class, when nothing is lost on the way', () => {
    const lossless: BudgetSteps = { take: 1, seedsPerFruit: 1, passes: [1 / 16] }
    const flowers = keepersFrom(lossless).moreFlowers(nothingWaiting(lossless), 1, 0.95)!
    // A Poisson number of seeds instead of one each: ln 20 · 16.
    expect(flowers).toBe(48)
    expect(flowers).toBeGreaterThanOrEqual(plantsNeeded(1 / 16, 1, 0.95))
  })

  it('tells how likely each number of keepers is', () => {
    const distribution = keepersFrom(steps).distribution({ ...none, flowers: 14 })
    const runs = simulated(steps, 14, 60_000)
    expect(distribution.reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 3)
    for (const kept of [0, 1, 2, 5])
      expect(distribution[kept]).toBeCloseTo(runs.filter(c => c === kept).length / runs.length, 2)
  })

  it('says where most is lost, and what one more would do', () => {
    const { stations, worst } = budgetStations(steps, 20, 2)
    expect(worst).toBe(5)
    expect(stations[2]!.expected).toBeCloseTo(20 * 0.6 * 12, 9)
    const gains = [stations[0], ...stations.slice(2)].map(s => s!.oneMore)
    expect(gains.every(gain => gain > 0)).toBe(true)
    expect(stations.at(-1)!.oneMore).toBeGreaterThan(stations[0]!.oneMore)
  })

  it.each([
    [{ take: 0 }, /"take" is a share above 0 and up to 1, not 0/],
    [{ take: 1.4 }, /"take"/],
    [{ seedsPerFruit: 0 }, /"seedsPerFruit" is a number above 0/],
    [{ passes: [0.5, 0, 1] }, /"survival"/],
    [{ take: { a: 2, b: 0 } }, /strength above 0/],
  ])('refuses %j', (wrong, sentence) => {
    const check = () =>
      checkSteps(
        { ...steps, ...wrong },
        { take: 'take', seedsPerFruit: 'seedsPerFruit', passes: ['germination', 'survival', 'share'] },
      )
    expect(check).toThrow(OutOfRange)
    expect(check).toThrow(sentence)
  })
})
