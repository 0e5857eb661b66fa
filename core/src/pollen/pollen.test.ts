import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { agingIn } from '../stores/aging'
import type { PollenTest } from './belief'
import { believe, chanceAlive, kindSurface, learnCommon, learnStains, surfaceOf, viabilityOf } from './belief'
import type { PollenLife } from './life'
import { POLLEN_PRIORS, Q10_POINTS } from './prior'
import { viabilityAfter } from './viability'

const loss = { halfLifeDays: { at: 4, days: 60 }, q10: 2.5, thawLoss: 0.1 }

describe('viability of pollen whose loss is known', () => {
  it('is halved in its half-life, and dies faster in the warm', () => {
    expect(viabilityAfter(0.8, loss, [{ hours: 60 * 24, celsius: 4 }])).toBeCloseTo(0.4, 12)
    expect(viabilityAfter(0.8, loss, [{ hours: (60 * 24) / 2.5, celsius: 14 }])).toBeCloseTo(0.4, 12)
    // By hand: 0.9 · 2^(−(2 + 0.25 · 2.5^1.8) / 60) · 0.9
    expect(
      viabilityAfter(
        0.9,
        loss,
        [
          { hours: 48, celsius: 4 },
          { hours: 6, celsius: 22 },
        ],
        1,
      ),
    ).toBeCloseTo(0.9 * 2 ** (-(2 + 0.25 * 2.5 ** 1.8) / 60) * 0.9, 12)
    expect(viabilityAfter(0.9, loss, [])).toBe(0.9)
  })

  it('does not depend on the order of what it went through', () => {
    const stays = fc.array(
      fc.record({
        hours: fc.double({ min: 0, max: 500, noNaN: true }),
        celsius: fc.double({ min: -30, max: 40, noNaN: true }),
      }),
      { maxLength: 8 },
    )
    fc.assert(
      fc.property(stays, all => {
        expect(viabilityAfter(0.9, loss, [...all].reverse())).toBeCloseTo(viabilityAfter(0.9, loss, all), 9)
      }),
    )
  })

  it.each([
    ['a share over one', () => viabilityAfter(1.2, loss, []), 'between 0 and 1'],
    ['half a thaw', () => viabilityAfter(0.9, loss, [], 0.5), 'Thaws are counted'],
    ['hours below none', () => viabilityAfter(0.9, loss, [{ hours: -1, celsius: 4 }]), 'not below 0'],
    [
      'a half-life of nothing',
      () => viabilityAfter(0.9, { ...loss, halfLifeDays: { at: 4, days: 0 } }, []),
      'above 0 days',
    ],
    ['a q10 below one', () => viabilityAfter(0.9, { ...loss, q10: 0.5 }, []), 'q10 lies between'],
    ['a thaw that kills all', () => viabilityAfter(0.9, { ...loss, thawLoss: 1 }, []), 'from 0 to under 1'],
  ])('refuses %s', (_, does, sentence) => {
    expect(does).toThrow(sentence)
  })
})

describe('the temperature history of a place', () => {
  const HOUR = 3_600_000
  const readings = Array.from({ length: 24 * 40 }, (_, i) => ({
    at: i * HOUR,
    celsius: 4 + 12 * Number(i % 100 < 6),
  }))

  it('ages pollen as summing the hours one by one does, from any moment to any', () => {
    const aging = agingIn(readings, 4, 2.5)
    const byHand = (from: number, to: number) => {
      let days = 0
      for (const { at, celsius } of readings)
        days +=
          (Math.max(0, Math.min(to, at + HOUR) - Math.max(from, at)) / (24 * HOUR)) *
          2.5 ** ((celsius - 4) / 10)
      return days
    }
    const moment = fc.double({ min: 0, max: 24 * 40, noNaN: true }).map(h => h * HOUR)
    fc.assert(
      fc.property(moment, moment, (a, b) => {
        const [from, to] = a < b ? [a, b] : [b, a]
        expect(aging.between(from, to)).toBeCloseTo(byHand(from, to), 6)
      }),
      { numRuns: 40 },
    )
    expect(aging.between(5, 5)).toBe(0)
  })

  it('goes on as at the nearest reading beyond its ends', () => {
    const aging = agingIn(
      [
        { at: 0, celsius: 4 },
        { at: 24 * HOUR, celsius: 14 },
      ],
      4,
      2.5,
    )
    expect(aging.between(-24 * HOUR, 0)).toBeCloseTo(1, 9)
    expect(aging.between(24 * HOUR, 72 * HOUR)).toBeCloseTo(5, 9)
  })

  it('needs readings, in the order of time', () => {
    expect(() => agingIn([], 4, 2)).toThrow('at least one reading')
    expect(() =>
      agingIn(
        [
          { at: 5, celsius: 4 },
          { at: 5, celsius: 4 },
        ],
        4,
        2,
      ),
    ).toThrow('go forward in time')
  })
})

describe('what tests make of a tube', () => {
  const prior = POLLEN_PRIORS.long
  const lifeAt = (days: number, thaws = 0): PollenLife => ({
    aging: Q10_POINTS.map(() => days),
    thaws,
    ices: 0,
  })
  const germinated = (alive: number, seen: number, life: PollenLife, fields = seen): PollenTest => ({
    alive,
    seen,
    fields,
    method: 'germinated',
    life,
  })
  const after = (...tests: PollenTest[]) => believe(prior, tests.length ? surfaceOf(prior, tests) : null)

  it('is the guide’s range before any test', () => {
    const { median, low, high, origin } = viabilityOf(after(), lifeAt(0))
    expect(origin).toBe('guide')
    expect(low).toBeCloseTo(0.55, 1)
    expect(high).toBeCloseTo(0.9, 1)
    expect(median).toBeGreaterThan(0.65)
    expect(Math.abs(chanceAlive(after(), median, lifeAt(0)) - 0.5)).toBeLessThan(0.07)
  })

  it('comes near what is tested, the more the more is seen, and stays wide where it was not', () => {
    const test = (seen: number) => germinated(Math.round(seen * 0.4), seen, lifeAt(30))
    const few = viabilityOf(after(test(20)), lifeAt(30))
    const many = viabilityOf(after(test(400)), lifeAt(30))
    expect(many.median).toBeCloseTo(0.4, 1)
    expect(many.high - many.low).toBeLessThan(few.high - few.low)
    expect(many.origin).toBe('records')
    const later = viabilityOf(after(test(400)), lifeAt(120))
    expect(later.high / later.low).toBeGreaterThan(many.high / many.low)
  })

  it('trusts a count in one field less than one in many', () => {
    const width = (fields: number) => {
      const { low, high } = viabilityOf(after(germinated(80, 200, lifeAt(30), fields)), lifeAt(30))
      return high - low
    }
    expect(width(1)).toBeGreaterThan(1.3 * width(20))
  })

  it('takes a stain for more than germinates, by what counts of both have shown', () => {
    const stained: PollenTest = { ...germinated(160, 200, lifeAt(0)), method: 'stained' }
    expect(viabilityOf(after(stained), lifeAt(0)).median).toBeLessThan(
      viabilityOf(after(germinated(160, 200, lifeAt(0))), lifeAt(0)).median - 0.05,
    )
    // Where both were counted, a stain showed 90 of 100 of which 60 germinated: log odds of 1.8.
    const both = Array.from({ length: 5 }, () => [
      germinated(120, 200, lifeAt(0)),
      { ...germinated(180, 200, lifeAt(0)), method: 'stained' as const },
    ])
    const stains = learnStains(prior, both, 0.01)
    expect(stains[4]!).toBeGreaterThan(0.8)
    const learnt = believe(prior, surfaceOf(prior, [stained], { fieldsAlike: 0.01, stains }))
    expect(viabilityOf(learnt, lifeAt(0)).median).toBeLessThan(
      viabilityOf(after(stained), lifeAt(0)).median - 0.08,
    )
  })

  it('learns what a thaw costs from tests before and after, for tubes that were never tested', () => {
    const costly = Array.from({ length: 6 }, () =>
      kindSurface(surfaceOf(prior, [germinated(140, 200, lifeAt(1)), germinated(98, 200, lifeAt(2, 1))])),
    )
    const told = (common?: number[]) =>
      viabilityOf(believe(prior, null, null, common), lifeAt(2, 1)).median /
      viabilityOf(believe(prior, null, null, common), lifeAt(2)).median
    expect(told()).toBeGreaterThan(0.9)
    expect(told(learnCommon(costly))).toBeLessThan(0.84)
  })

  it('is little of what was moist when it froze', () => {
    expect(viabilityOf(after(), { ...lifeAt(0), ices: 1 }).median).toBeLessThan(0.1)
  })

  it('knows less of how fast it dies at another temperature than at that of the tests', () => {
    const warm: PollenLife = { aging: Q10_POINTS.map(q10 => 10 * q10 ** 1.6), thaws: 0, ices: 0 }
    const same = lifeAt(warm.aging[1]!)
    const width = (life: PollenLife) => {
      const { low, high } = viabilityOf(after(germinated(120, 200, lifeAt(20))), life)
      return high - low
    }
    expect(width(warm)).toBeGreaterThan(1.05 * width(same))
  })
})
