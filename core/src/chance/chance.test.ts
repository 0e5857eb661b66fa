import { sum } from 'd3-array'
import { randomBeta, randomNormal } from 'd3-random'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Counted } from './count'
import { learnMean, meanEstimate, meanFromGuide, shapeOf } from './count'
import { betaQuantile, gammaQuantile, normalCdf, tQuantile, tabulatedCdf } from './distributions'
import type { DurationRecord } from './duration'
import { estimateDuration, weightsOf } from './duration'
import { OutOfRange } from './estimate'
import type { ShareBelief } from './rate'
import {
  afterTries,
  condensed,
  learnShare,
  loosened,
  meanShare,
  partsOf,
  quantileAmong,
  shareFromGuide,
} from './rate'
import { groupOf, addedUp, spreadOfGroups, varianceBetween } from './spread'
import { randomStream } from './stream'
import { wilsonInterval } from './wilson'

const range = fc
  .tuple(fc.double({ min: 0.5, max: 50, noNaN: true }), fc.double({ min: 1.1, max: 5, noNaN: true }))
  .map(([low, times]) => ({ low, high: low * times }))
const shareRange = fc
  .tuple(fc.double({ min: 0.05, max: 0.6, noNaN: true }), fc.double({ min: 0.08, max: 0.3, noNaN: true }))
  .map(([low, width]) => ({ low, high: low + width }))
const exactly = (days: number) => ({ from: days, to: days })

describe('a duration', () => {
  it('without records is the range of the guide', () => {
    fc.assert(
      fc.property(range, guide => {
        const estimate = estimateDuration(guide)
        expect(estimate.low).toBeCloseTo(guide.low, 4)
        expect(estimate.high).toBeCloseTo(guide.high, 4)
        expect(estimate.median).toBeCloseTo(Math.sqrt(guide.low * guide.high), 4)
        expect(estimate).toMatchObject({ origin: 'guide', records: 0 })
      }),
    )
  })

  it('learns from exact days as the normal–inverse-gamma update worked by hand', () => {
    // Guide 4–9 days, worth 4 records; three records of 6, 6 and 6 days.
    const guide = { low: 4, high: 9 }
    const mean0 = Math.log(36) / 2
    const spread0 = Math.log(9 / 4) / (2 * tQuantile(0.9, 4))
    const scale0 = (spread0 ** 2 * 2 * 4) / 5
    const mean = (4 * mean0 + 3 * Math.log(6)) / 7
    const scale = scale0 + (4 * 3 * (Math.log(6) - mean0) ** 2) / 14
    const spread = Math.sqrt((scale * 8) / (3.5 * 7))
    const estimate = estimateDuration(guide, [exactly(6), exactly(6), exactly(6)])
    expect(estimate.median).toBeCloseTo(Math.exp(mean), 8)
    expect(estimate.high).toBeCloseTo(Math.exp(mean + spread * tQuantile(0.9, 7)), 8)
    expect(estimate).toMatchObject({ origin: 'records', records: 3 })
  })

  it('of many equal records closes in on them, wherever the guide was', () => {
    const estimate = estimateDuration(
      { low: 4, high: 9 },
      Array.from({ length: 200 }, () => exactly(15)),
    )
    expect(estimate.median).toBeGreaterThan(14)
    expect(estimate.high - estimate.low).toBeLessThan(6)
  })

  it('takes a narrow interval between two looks for what an exact day would say', () => {
    const days = [5, 7, 6, 8, 6, 7]
    const exact = estimateDuration({ low: 4, high: 9 }, days.map(exactly))
    const narrow = estimateDuration(
      { low: 4, high: 9 },
      days.map(d => ({ from: d - 0.02, to: d + 0.02 })),
    )
    expect(narrow.median).toBeCloseTo(exact.median, 1)
    expect(narrow.low).toBeCloseTo(exact.low, 1)
    expect(narrow.high).toBeCloseTo(exact.high, 1)
  })

  it('does not take the day of the look for the day it happened', () => {
    // "Ready when I came on day 8" says less than eight days; "not yet on day 7" before it says seven to eight.
    const byDay8 = estimateDuration(
      { low: 4, high: 9 },
      Array.from({ length: 20 }, () => ({ from: 0, to: 8 })),
    )
    const on8 = estimateDuration(
      { low: 4, high: 9 },
      Array.from({ length: 20 }, () => ({ from: 7, to: 8 })),
    )
    expect(byDay8.median).toBeLessThan(6.5)
    expect(on8.median).toBeGreaterThan(7)
    expect(on8.median).toBeLessThan(8)
  })

  it('refuses a range that is none', () => {
    for (const guide of [
      { low: 0, high: 3 },
      { low: 5, high: 5 },
      { low: 6, high: 2 },
    ]) {
      expect(() => estimateDuration(guide)).toThrow(OutOfRange)
    }
  })
})

describe('a rate', () => {
  it('without records is the range of the guide', () => {
    fc.assert(
      fc.property(shareRange, guide => {
        const { a, b } = shareFromGuide(guide)
        expect(betaQuantile(0.1, a, b)).toBeCloseTo(guide.low, 3)
        expect(betaQuantile(0.9, a, b)).toBeCloseTo(guide.high, 3)
      }),
      { numRuns: 25 },
    )
  })

  const widthOf = ({ a, b }: ShareBelief) => betaQuantile(0.9, a, b) - betaQuantile(0.1, a, b)

  it('counts successes and tries', () => {
    const before = shareFromGuide({ low: 0.35, high: 0.75 })
    const after = learnShare(shareFromGuide({ low: 0.35, high: 0.75 }), [
      { successes: 17, tries: 24, between: 0 },
    ])
    expect(after.a).toBeCloseTo(before.a + 17, 9)
    expect(after.b).toBeCloseTo(before.b + 7, 9)
  })

  it('of a pair with many records is the pair’s own; with none it is the pool’s', () => {
    const crop = { successes: 300, tries: 400, between: 0 }
    const nothing = { successes: 0, tries: 0, between: 1 / 13 }
    const own = learnShare(shareFromGuide({ low: 0.35, high: 0.75 }), [
      crop,
      nothing,
      { successes: 20, tries: 200, between: 1 / 13 },
    ])
    const none = learnShare(shareFromGuide({ low: 0.35, high: 0.75 }), [crop, nothing, nothing])
    expect(meanShare(own)).toBeLessThan(0.2)
    expect(meanShare(none)).toBeCloseTo(0.75, 1)
    // What the crop does is not what this pair must do: the interval stays wide, the wider the more pairs differ.
    expect(widthOf(none)).toBeGreaterThan(0.2)
    expect(
      widthOf(
        learnShare(shareFromGuide({ low: 0.35, high: 0.75 }), [crop, nothing, { ...nothing, between: 0.3 }]),
      ),
    ).toBeGreaterThan(1.3 * widthOf(none))
  })

  it('of another one of a kind has the same mean and the variance that lies between them', () => {
    const belief = { a: 30, b: 10 }
    const other = loosened(belief, 0.1)
    const variance = ({ a, b }: ShareBelief) => (a * b) / (a + b) ** 2 / (a + b + 1)
    expect(meanShare(other)).toBeCloseTo(0.75, 12)
    expect(variance(other)).toBeCloseTo(variance(belief) + 0.1 * (0.75 * 0.25 - variance(belief)), 12)
  })

  it('of a guide is made of parts that come to it together', () => {
    fc.assert(
      fc.property(shareRange, guide => {
        const { crop, seedParents, pairs, units } = partsOf(guide)
        const whole = [seedParents, pairs, units].reduce(loosened, crop)
        expect(whole.a).toBeCloseTo(shareFromGuide(guide).a, 6)
        expect(whole.b).toBeCloseTo(shareFromGuide(guide).b, 6)
      }),
      { numRuns: 25 },
    )
  })

  it('rises with every success', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 29 }), k => {
        const at = (successes: number) =>
          meanShare(
            learnShare(shareFromGuide({ low: 0.3, high: 0.7 }), [{ successes, tries: 30, between: 0 }]),
          )
        expect(at(k + 1)).toBeGreaterThan(at(k))
      }),
      { numRuns: 20 },
    )
  })

  it('that is one of very many is one of some, with the same mean', () => {
    const many = Array.from({ length: 500 }, (_, i) => ({ weight: 1 / 500, share: (i + 1) / 499 }))
    const few = condensed(many, 24)
    expect(few.length).toBeLessThanOrEqual(24)
    expect(meanShare(few)).toBeCloseTo(meanShare(many), 2)
    expect(few.every(({ share }) => share <= 1)).toBe(true)
    expect(few.reduce((sum_, { weight }) => sum_ + weight, 0)).toBeCloseTo(1, 12)
    expect(condensed(many.slice(0, 3), 24)).toEqual(
      many.slice(0, 3).map(s => ({ ...s, share: expect.closeTo(s.share, 12) })),
    )
  })

  it('that is one of several weighs those less that do not go with what was counted', () => {
    const shares = [
      { weight: 2 / 3, share: 1 / 4 },
      { weight: 1 / 3, share: 0 },
    ]
    expect(afterTries(shares, { successes: 0, tries: 0 })).toBe(shares)
    expect(afterTries(shares, { successes: 2, tries: 8 })[0]!.weight).toBeGreaterThan(0.99)
    expect(afterTries(shares, { successes: 0, tries: 20 })[1]!.weight).toBeGreaterThan(0.98)
    expect([0.1, 0.3, 0.4, 0.9].map(p => quantileAmong(shares, p))).toEqual([0, 0, 0.25, 0.25])
  })

  it.each([
    [0, 0.5],
    [0.5, 1],
    [0.6, 0.4],
  ])('refuses the range %d to %d', (low, high) => {
    expect(() => partsOf({ low, high })).toThrow(OutOfRange)
  })
})

describe('a mean count', () => {
  const estimate = (...args: Parameters<typeof learnMean>) => meanEstimate(learnMean(...args), 0)
  const width = (...args: Parameters<typeof learnMean>) => estimate(...args).high - estimate(...args).low

  it('without records has the guide’s range at both ends, also a wide one', () => {
    for (const guide of [
      { low: 14, high: 48 },
      { low: 3, high: 400 },
      { low: 90, high: 100 },
    ]) {
      const { shape, rate } = meanFromGuide(guide)
      expect(gammaQuantile(0.1, shape, rate) / guide.low).toBeCloseTo(1, 3)
      expect(gammaQuantile(0.9, shape, rate) / guide.high).toBeCloseTo(1, 3)
    }
  })

  it('with many records is the counted mean', () => {
    const counted = learnMean(meanFromGuide({ low: 14, high: 48 }), [{ cases: 100, total: 1200, between: 0 }])
    expect(meanEstimate(counted, 100)).toMatchObject({
      median: expect.closeTo(12, 0),
      origin: 'records',
      records: 100,
    })
  })

  it('is less sure where cases differ, and leans on the pool above where its own is small', () => {
    const guide = meanFromGuide({ low: 14, high: 48 })
    const pool = { cases: 20, total: 400, between: 0 }
    expect(width(guide, [pool], 2)).toBeGreaterThan(1.5 * width(guide, [pool]))
    const own = { cases: 2, total: 120 }
    const median = (between: number) => estimate(guide, [pool, { ...own, between }], 4).median
    expect(median(0.001)).toBeGreaterThan(20)
    expect(median(0.2)).toBeGreaterThan(median(0.001) + 3)
    expect(median(0.2)).toBeLessThan(60)
  })

  it('is not sure of none after a few fruits without a seed', () => {
    const few = estimate(meanFromGuide({ low: 14, high: 48 }), [{ cases: 2, total: 0, between: 0 }], 4)
    expect(few.high).toBeGreaterThan(4)
    expect(few.median).toBeLessThan(10)
  })

  it('finds by how much fruits differ, from packets of one or several', () => {
    const stream = randomStream(4)
    for (const truth of [1, 4, 30]) {
      const kinds = Array.from({ length: 30 }, (_, kind): Counted => {
        const mean = 20 + 3 * kind
        const packets = Array.from({ length: 12 }, (_, i) => {
          const cases = 1 + (i % 3)
          return { cases, total: stream.counts(cases * mean, cases * truth) }
        })
        return {
          cases: sum(packets, p => p.cases),
          total: sum(packets, p => p.total),
          groups: packets.length,
          squares: sum(packets, p => p.total ** 2 / p.cases),
        }
      })
      const found = shapeOf(kinds)
      expect(found / truth).toBeGreaterThan(0.75)
      expect(found / truth).toBeLessThan(1.33)
    }
    expect(shapeOf([])).toBe(4)
  })
})

describe('a wait that was not over yet', () => {
  const guide = { low: 4, high: 9 }
  it('lengthens what is expected, the more the later it was looked at', () => {
    const after = (from: number) => estimateDuration(guide, [{ from, to: null, times: 3 }]).median
    expect(after(1)).toBeCloseTo(estimateDuration(guide).median, 1)
    expect(after(7)).toBeGreaterThan(after(4))
    expect(after(9)).toBeGreaterThan(7)
  })

  it('keeps those that were seen in time from being all there is', () => {
    const random = randomStream(3)
    // Looked at for the last time on day 60: what takes longer is never seen.
    const errors = Array.from({ length: 40 }, () => {
      const waits = Array.from({ length: 30 }, () =>
        Math.exp(randomNormal.source(random.uniform)(Math.log(60), 0.3)()),
      )
      const seen = waits.filter(w => w <= 60).map(exactly)
      const open = waits.filter(w => w > 60).map(() => ({ from: 60, to: null }))
      const of = (records: DurationRecord[]) =>
        Math.log(estimateDuration({ low: 30, high: 90 }, records).median / 60)
      return [of([...seen, ...open]), of(seen)] as const
    })
    const mean = (k: 0 | 1) => sum(errors, e => e[k]) / errors.length
    expect(Math.abs(mean(0))).toBeLessThan(0.05)
    expect(mean(1)).toBeLessThan(-0.1)
  })
})

it('waits of which nothing was seen but that they were over leave the guide as it is', () => {
  // Forty fruits that nobody looked at before day 16 say next to nothing of a wait of four to nine days.
  const { median } = estimateDuration({ low: 4, high: 9 }, [{ from: 0, to: 16, times: 40 }])
  expect(median).toBeGreaterThan(5.7)
  expect(median).toBeLessThan(6.1)
})

it('a garden far from its guide is found between two looks as it is on the day', () => {
  const guide = { low: 4, high: 9 }
  const days = Array.from({ length: 30 }, (_, i) => 56 + (i % 5))
  const exact = estimateDuration(guide, days.map(exactly))
  const between = estimateDuration(
    guide,
    days.map(day => ({ from: day - 1, to: day + 1 })),
  )
  for (const end of ['low', 'median', 'high'] as const)
    expect(between[end] / exact[end], end).toBeCloseTo(1, 1)
})

describe('how far things of a kind differ', () => {
  const random = randomStream(8)
  const beta = (mean: number, between: number) => {
    const strength = 1 / between - 1
    return randomBeta.source(random.uniform)(mean * strength, (1 - mean) * strength)()
  }

  it.each([0.02, 0.1, 0.3])('finds the spread between trays of %d', truth => {
    const kinds = Array.from({ length: 60 }, (_, i) =>
      addedUp(
        Array.from({ length: 6 }, () => {
          const tries = 20 + 10 * (i % 3)
          return groupOf({ tries, successes: random.binomial(tries, beta(0.7, truth)) })
        }),
      ),
    )
    const found = spreadOfGroups(kinds, 0.7, 1 / 13)
    expect(found / truth).toBeGreaterThan(0.7)
    expect(found / truth).toBeLessThan(1.4)
  })

  it('finds the variance between things of which some were measured better than others', () => {
    const kinds = Array.from({ length: 40 }, () =>
      Array.from({ length: 8 }, (_, i) => {
        const variance = 0.02 * (1 + (i % 4))
        const normal = () => randomNormal.source(random.uniform)(0, 1)()
        return { variance, value: 3 + Math.sqrt(0.05) * normal() + Math.sqrt(variance) * normal() }
      }),
    )
    expect(varianceBetween(kinds, 0.08) / 0.05).toBeGreaterThan(0.75)
    expect(varianceBetween(kinds, 0.08) / 0.05).toBeLessThan(1.3)
  })

  it('takes what is usual where nothing tells', () => {
    expect(spreadOfGroups([], 0.5, 1 / 13)).toBeCloseTo(1 / 13, 12)
    expect(spreadOfGroups([groupOf({ successes: 3, tries: 9 })], 0.5, 1 / 13)).toBeCloseTo(1 / 13, 12)
    expect(varianceBetween([[{ value: 3, variance: 1 }]], 0.04)).toBeCloseTo(0.04, 12)
  })

  it('adds and takes away without a rest', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 1, max: 60 })), {
          minLength: 2,
        }),
        pairs => {
          const groups = pairs.map(([s, n]) => groupOf({ successes: Math.min(s, n), tries: n }))
          const [first, ...rest] = groups
          expect(addedUp([addedUp(groups), addedUp([first!], -1)])).toEqual(addedUp(rest))
        },
      ),
      { numRuns: 30 },
    )
  })
})

describe('the Wilson interval', () => {
  it.each([
    // Newcombe (1998), Statistics in Medicine 17:857, table I, 95 %
    [81, 263, 0.2553, 0.3662],
    [15, 148, 0.0624, 0.1605],
    [0, 20, 0, 0.1611],
    [1, 29, 0.0061, 0.1718],
  ])('of %d in %d is %d to %d', (successes, tries, low, high) => {
    const interval = wilsonInterval(successes, tries, 0.95)
    expect(interval.low).toBeCloseTo(low, 4)
    expect(interval.high).toBeCloseTo(high, 4)
  })

  it.each([
    [1, 0],
    [5, 4],
    [-1, 3],
  ])('refuses %d of %d', (successes, tries) => {
    expect(() => wilsonInterval(successes, tries)).toThrow(OutOfRange)
  })
})

describe('a random stream', () => {
  const draws = (seed: number) => {
    const random = randomStream(seed)
    return Array.from({ length: 50 }, () => [random.uniform(), random.binomial(40, 0.3), random.poisson(9)])
  }

  it('gives the same draws for the same seed and others for another', () => {
    expect(draws(7)).toEqual(draws(7))
    expect(draws(7)).not.toEqual(draws(8))
  })

  it('draws bits of which each is set half the times, for seeds that lie side by side too', () => {
    const N = 20_000
    const streams = [1, 2].map(seed => randomStream(seed).bits)
    const drawn = streams.map(bits => Int32Array.from({ length: N }, () => bits.next()))
    const alike = drawn[0]!.map((bits, i) => ~(bits ^ drawn[1]![i]!))
    for (const bits of [...drawn, alike]) {
      for (let place = 0; place < 32; place++) {
        const set = bits.reduce((sum, one) => sum + ((one >>> place) & 1), 0)
        expect(Math.abs(set - N / 2)).toBeLessThan(4.5 * Math.sqrt(N / 4))
      }
    }
  })

  it('draws with the right means', () => {
    const random = randomStream(3)
    const N = 20_000
    /** Distance of the mean of many draws from the true mean, in standard errors. */
    const errors = (draw: () => number, mean: number, spread: number) =>
      Math.abs(Array.from({ length: N }, draw).reduce((sum, x) => sum + x, 0) / N - mean) /
      (spread / Math.sqrt(N))
    expect(errors(() => random.binomial(40, 0.3), 12, Math.sqrt(8.4))).toBeLessThan(4)
    expect(errors(() => random.binomial(900, 0.7), 630, Math.sqrt(189))).toBeLessThan(4)
    expect(errors(() => random.poisson(9), 9, 3)).toBeLessThan(4)
    expect(errors(() => random.poisson(300), 300, Math.sqrt(300))).toBeLessThan(4)
  })

  it('needs no tries and no chance to draw nothing', () => {
    const random = randomStream(1)
    expect([
      random.binomial(0, 0.5),
      random.binomial(9, 0),
      random.binomial(9, 1),
      random.poisson(0),
    ]).toEqual([0, 0, 9, 0])
  })
})

it('reads the normal distribution from a table nearly as well as it is computed', () => {
  fc.assert(
    fc.property(fc.double({ min: -9, max: 9, noNaN: true }), z => {
      expect(Math.abs(tabulatedCdf(z) - normalCdf(z))).toBeLessThan(3e-7)
    }),
    { numRuns: 400 },
  )
  expect([tabulatedCdf(-Infinity), tabulatedCdf(0), tabulatedCdf(Infinity), tabulatedCdf(NaN)]).toEqual([
    0,
    0.5,
    1,
    NaN,
  ])
})

describe('a record that can hardly be', () => {
  const guide = { low: 3, high: 8 }
  it('weighs little, exact or as an interval, and leaves the estimate where it was', () => {
    const sound = Array.from({ length: 6 }, (_, i) => ({ from: 4 + (i % 3), to: 4 + (i % 3) }))
    const before = estimateDuration(guide, sound)
    for (const odd of [
      { from: 1166, to: 1166 },
      { from: 0, to: 1166 },
      { from: 400, to: 1166 },
    ]) {
      const after = estimateDuration(guide, [...sound, odd])
      expect(after.low / before.low).toBeGreaterThan(0.75)
      expect(after.high / before.high).toBeLessThan(1.35)
    }
    expect(estimateDuration(guide, [{ from: 0, to: 1166 }]).high).toBeLessThan(9)
  })

  it('is none where the records agree with each other, however far from the guide', () => {
    expect(
      weightsOf(
        guide,
        Array.from({ length: 8 }, () => ({ from: 60, to: 60 })),
      ),
    ).toEqual(Array(8).fill(1))
    expect(
      weightsOf(guide, [
        { from: 5, to: 5 },
        { from: 0, to: 1166 },
      ]),
    ).toEqual([1, 1])
    expect(
      weightsOf(guide, [
        { from: 5, to: 5 },
        { from: 1166, to: 1166 },
      ])[1],
    ).toBeLessThan(0.02)
  })
})
