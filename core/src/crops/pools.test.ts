/** Gardens made up with stated spreads between seed parents, pairs, trays and fruits: what is told of the next one must hold. */
import { randomBeta, randomGamma } from 'd3-random'
import { describe, expect, it } from 'vitest'
import { meanPartsOf } from '../chance/count'
import { betaQuantile } from '../chance/distributions'
import type { ShareParts } from '../chance/rate'
import { partsOf } from '../chance/rate'
import { NO_TALLY, addedUp, groupOf } from '../chance/spread'
import type { Stream } from '../chance/stream'
import { randomStream } from '../chance/stream'
import type { Digest, PairCounts } from './digest'
import { NO_RECORDS } from './digest'
import { chilli as guide } from './guides/chilli'
import { cropYields } from './knowledge'
import { counts } from './records'

const GARDENS = 400
/** Gardens that differ as the guide says, and some whose trays differ more than that. */
const asTold = partsOf(guide.sowing.germination)
const wilder = { ...asTold, seedParents: 0.06, pairs: 0.05, units: 0.1 }

const near = (mean: number, between: number, { uniform }: Stream) => {
  const strength = 1 / between - 1
  return randomBeta.source(uniform)(mean * strength, (1 - mean) * strength)()
}
const about = (mean: number, variation: number, { uniform }: Stream) =>
  randomGamma.source(uniform)(1 / variation, mean * variation)()

const emptyCounts = () =>
  Object.fromEntries(Object.keys(counts).map(name => [name, NO_TALLY])) as PairCounts['counts']

/** Pairs of a garden: four seed parents, each crossed to three pollen parents. */
const parents = Array.from({ length: 12 }, (_, i) => ({
  seedParentId: `s${Math.floor(i / 3)}`,
  pollenParentId: `p${i % 3}`,
}))
const digestOf = (pairs: PairCounts[]): Digest => ({ ...NO_RECORDS, pairs })
const coverage = (hits: boolean[]) => hits.filter(Boolean).length / hits.length

/** Share of gardens in which the next tray of a pair comes up within its 80 %. */
function coverageOfTrays({ crop, seedParents, pairs: between, units }: ShareParts, most: number): number {
  const random = randomStream(5 + most)
  const hits = Array.from({ length: GARDENS }, () => {
    const mean = randomBeta.source(random.uniform)(crop.a, crop.b)()
    const ofSeedParent = new Map<string, number>()
    const truths = parents.map(({ seedParentId }) => {
      const own = ofSeedParent.get(seedParentId) ?? near(mean, seedParents, random)
      ofSeedParent.set(seedParentId, own)
      return near(own, between, random)
    })
    const tray = (truth: number) => {
      const tries = 24 + Math.floor(random.uniform() * 40)
      return groupOf({ tries, successes: random.binomial(tries, near(truth, units, random)) })
    }
    const pairs = parents.map((pair, i): PairCounts => {
      const trays = Array.from({ length: Math.floor(random.uniform() * (most + 1)) }, () => tray(truths[i]!))
      return { ...pair, counts: { ...emptyCounts(), germination: addedUp(trays) } }
    })
    const asked = Math.floor(random.uniform() * parents.length)
    const { a, b } = cropYields(guide, digestOf(pairs), parents[asked]!).shares.germination
    const next = near(truths[asked]!, units, random)
    return next >= betaQuantile(0.1, a, b) && next <= betaQuantile(0.9, a, b)
  })
  return coverage(hits)
}

describe.each([
  ['few records', 1],
  ['some', 3],
  ['many', 10],
])('in a garden with %s', (_, most) => {
  it('four of five next trays come up as told', () => {
    const found = coverageOfTrays(asTold, most)
    expect(found).toBeGreaterThan(0.75)
    expect(found).toBeLessThan(0.85)
  })

  it('four of five mean seeds per fruit lie where told', () => {
    const random = randomStream(50 + most)
    const hits: boolean[] = []
    for (let garden = 0; garden < GARDENS; garden++) {
      const { crop: of, seedParents, pairs: between } = meanPartsOf(guide.ripening.seedsPerFruit)
      const crop = randomGamma.source(random.uniform)(of.shape, 1 / of.rate)()
      const ofSeedParent = new Map<string, number>()
      const truths = parents.map(({ seedParentId }) => {
        const own = ofSeedParent.get(seedParentId) ?? about(crop, seedParents, random)
        ofSeedParent.set(seedParentId, own)
        return about(own, between, random)
      })
      const pairs = parents.map((pair, i): PairCounts => {
        const packets = Array.from({ length: Math.floor(random.uniform() * (most + 1)) }, () => {
          const tries = 1 + Math.floor(random.uniform() * 4)
          return groupOf({ tries, successes: random.counts(tries * truths[i]!, tries * 4) })
        })
        return { ...pair, counts: { ...emptyCounts(), seedsPerFruit: addedUp(packets) } }
      })
      const asked = Math.floor(random.uniform() * parents.length)
      const { estimate } = cropYields(guide, digestOf(pairs), parents[asked]!).seedsPerFruit
      hits.push(truths[asked]! >= estimate.low && truths[asked]! <= estimate.high)
    }
    expect(coverage(hits)).toBeGreaterThan(0.75)
    expect(coverage(hits)).toBeLessThan(0.85)
  })
})

it('learns that trays differ more than the guide says', () => {
  expect(coverageOfTrays(wilder, 10)).toBeGreaterThan(0.7)
})

it('is not lost for a number where no fruit held a seed', () => {
  const none = { ...emptyCounts(), seedsPerFruit: groupOf({ tries: 3, successes: 0 }) }
  const { estimate } = cropYields(
    guide,
    digestOf([{ ...parents[0]!, counts: none }]),
    parents[0],
  ).seedsPerFruit
  expect(estimate.low).toBeGreaterThanOrEqual(0)
  expect(estimate.high).toBeGreaterThan(estimate.median)
})

it('learns of a pair from the pair, of a new one from its seed parent, of a stranger from the crop', () => {
  const tally = (successes: number, tries: number, trays: number) =>
    addedUp(
      Array.from({ length: trays }, () => groupOf({ successes: successes / trays, tries: tries / trays })),
    )
  const counted = (pair: (typeof parents)[number], successes: number): PairCounts => ({
    ...pair,
    counts: { ...emptyCounts(), germination: tally(successes, 200, 5) },
  })
  const digest = digestOf([
    counted(parents[0]!, 20),
    counted(parents[1]!, 30),
    ...parents.slice(3).map(pair => counted(pair, 180)),
  ])
  const mean = (pair?: (typeof parents)[number]) => {
    const { a, b } = cropYields(guide, digest, pair).shares.germination
    return a / (a + b)
  }
  expect(mean(parents[0])).toBeLessThan(0.2)
  expect(mean(parents[2])).toBeLessThan(0.5)
  expect(mean({ seedParentId: 'new', pollenParentId: 'p0' })).toBeGreaterThan(0.65)
  expect(mean()).toBeGreaterThan(0.65)
  expect(cropYields(guide, digest, parents[0]).shares.germination.records).toBe(2200)
})
