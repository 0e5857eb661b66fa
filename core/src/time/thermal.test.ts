import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { degreeDays, warmthSums } from './thermal'

describe('degree days', () => {
  it.each([
    ['wholly above the base: the mean less the base', 12, 24, 10, 8],
    ['wholly below it: nothing', -2, 9, 10, 0],
    ['touching it from below: nothing', 0, 10, 10, 0],
    ['half above: the swing over π', 5, 15, 10, 5 / Math.PI],
    // base 10, 4 to 20: mean 12, swing 8, crossing at asin(−0.25) = −0.25268; (2·(1.5708 + 0.25268) + 8·0.96825)/π
    ['across it, worked by hand', 4, 20, 10, 3.6265],
    // base 10, 6 to 12: mean 9, swing 3, crossing at asin(1/3) = 0.33984; (−1·(1.5708 − 0.33984) + 3·0.94281)/π
    ['mostly below it, worked by hand', 6, 12, 10, 0.5085],
  ])('%s', (_, tmin, tmax, base, sum) => expect(degreeDays(tmin, tmax, base)).toBeCloseTo(sum, 3))

  it('never fall with warmth, and never with a lower base', () =>
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 30, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        fc.double({ min: 0, max: 15, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        (tmin, swing, base, more) => {
          const plain = degreeDays(tmin, tmin + swing, base)
          expect(degreeDays(tmin + more, tmin + swing + more, base)).toBeGreaterThanOrEqual(plain - 1e-9)
          expect(degreeDays(tmin, tmin + swing, base - more)).toBeGreaterThanOrEqual(plain - 1e-9)
        },
      ),
    ))

  it('refuse a day whose lowest lies above its highest', () =>
    expect(() => degreeDays(12, 8, 10)).toThrow('The lowest temperature of a day'))

  it('are summed in order, and days without readings are named', () => {
    const days = [
      { day: '2026-03-05', tmin: 10, tmax: 20 },
      { day: '2026-03-01', tmin: 12, tmax: 16 },
      { day: '2026-03-02', tmin: 12, tmax: 20 },
    ]
    expect(warmthSums(days, 10)).toEqual({
      days: [
        { date: '2026-03-01', degreeDays: 4, sum: 4 },
        { date: '2026-03-02', degreeDays: 6, sum: 10 },
        { date: '2026-03-05', degreeDays: 5, sum: 15 },
      ],
      missing: ['2026-03-03', '2026-03-04'],
    })
  })
})
