import { sum } from 'd3-array'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Counted } from './count'
import { estimateCount, shapeOf } from './count'
import { betaQuantile, normalCdf, tQuantile, tabulatedCdf } from './distributions'
import { estimateDuration, weightsOf } from './duration'
import type { Estimate } from './estimate'
import { OutOfRange } from './estimate'
import { estimateRate, learnShare, shareFromGuide } from './rate'
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

  it('counts successes and tries', () => {
    const before = shareFromGuide({ low: 0.35, high: 0.75 })
    const after = learnShare({ low: 0.35, high: 0.75 }, [{ successes: 17, tries: 24 }])
    expect(after.a).toBeCloseTo(before.a + 17, 9)
    expect(after.b).toBeCloseTo(before.b + 7, 9)
  })

  it('of a pair with many records is the pair’s own; with none it is the pool’s', () => {
    const crop = { successes: 300, tries: 400 }
    const own = estimateRate({ low: 0.35, high: 0.75 }, [
      crop,
      { successes: 0, tries: 0 },
      { successes: 20, tries: 200 },
    ])
    const none = estimateRate({ low: 0.35, high: 0.75 }, [
      crop,
      { successes: 0, tries: 0 },
      { successes: 0, tries: 0 },
    ])
    expect(own.median).toBeLessThan(0.2)
    expect(none.median).toBeCloseTo(0.75, 1)
    // What the crop does is not what this pair must do: the interval stays wide.
    expect(none.high - none.low).toBeGreaterThan(0.2)
  })

  it('rises with every success', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 29 }), k => {
        const at = (successes: number) =>
          estimateRate({ low: 0.3, high: 0.7 }, [{ successes, tries: 30 }]).median
        expect(at(k + 1)).toBeGreaterThan(at(k))
      }),
      { numRuns: 20 },
    )
  })

  it.each([
    [0, 0.5],
    [0.5, 1],
    [0.6, 0.4],
  ])('refuses the range %d to %d', (low, high) => {
    expect(() => estimateRate({ low, high })).toThrow(OutOfRange)
  })
})

describe('a mean count', () => {
  it('without records has the guide’s range nearly, with many the counted mean', () => {
    const guide = estimateCount({ low: 14, high: 48 })
    expect(guide.median).toBeGreaterThan(25)
    expect(guide.median).toBeLessThan(32)
    expect(guide.low).toBeGreaterThan(13)
    expect(guide.high).toBeLessThan(50)
    const counted = estimateCount({ low: 14, high: 48 }, [{ cases: 100, total: 1200 }])
    expect(counted.median).toBeCloseTo(12, 0)
    expect(counted).toMatchObject({ origin: 'records', records: 100 })
  })

  it('is less sure where cases differ, and leans on the pool above where its own is small', () => {
    const range = { low: 14, high: 48 }
    const width = ({ low, high }: Estimate) => high - low
    const pool = [{ cases: 20, total: 400 }]
    expect(width(estimateCount(range, pool, 2))).toBeGreaterThan(1.5 * width(estimateCount(range, pool)))
    const own = { cases: 2, total: 120 }
    const median = (weight: number) =>
      estimateCount(range, [{ cases: weight, total: 20 * weight }, own], 4).median
    expect(median(4)).toBeGreaterThan(20)
    expect(median(400)).toBeGreaterThan(22)
    expect(median(400)).toBeLessThan(40)
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
