import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { betaQuantile, normalQuantile } from '../chance/distributions'
import { shareFromGuide } from '../chance/rate'
import { randomStream } from '../chance/stream'
import { agingIn } from '../stores/aging'
import type { PollenPrior, PollenTest } from './belief'
import { believe, viabilityOf } from './belief'
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
  const prior: PollenPrior = {
    start: { low: 0.55, high: 0.9 },
    halfLifeDays: { low: 25, high: 120 },
    thawLoss: 0.08,
  }

  it('is the guide’s range before any test', () => {
    const { median, low, high, origin } = viabilityOf(believe(prior), 0)
    expect(origin).toBe('guide')
    expect(low).toBeCloseTo(0.55, 1)
    expect(high).toBeCloseTo(0.9, 1)
    expect(median).toBeGreaterThan(0.65)
  })

  it('comes near what is tested, the more the more is seen, and stays wide where it was not', () => {
    const test = (seen: number): PollenTest => ({
      alive: Math.round(seen * 0.4),
      seen,
      agingDays: 30,
      thaws: 0,
    })
    const few = viabilityOf(believe(prior, [test(20)]), 30)
    const many = viabilityOf(believe(prior, [test(400)]), 30)
    expect(many.median).toBeCloseTo(0.4, 1)
    expect(many.high - many.low).toBeLessThan(few.high - few.low)
    expect(many.origin).toBe('records')
    const later = viabilityOf(believe(prior, [test(400)]), 120)
    expect(later.high / later.low).toBeGreaterThan(many.high / many.low)
  })

  it('weighs a test of another tube less', () => {
    const of = (weight: number) =>
      viabilityOf(believe(prior, [{ alive: 5, seen: 100, agingDays: 0, thaws: 0, weight }]), 0).median
    expect(of(0.1)).toBeGreaterThan(of(1))
  })

  it('recovers known pollen through the histories of stores: four in five of simulated tubes lie in the interval', () => {
    const random = randomStream(7)
    const { a, b } = shareFromGuide(prior.start)
    const normal = () => normalQuantile(random.uniform())
    const [DAYS, STEP_HOURS, q10] = [90, 6, 2.5]
    let inside = 0
    const TUBES = 400
    for (let tube = 0; tube < TUBES; tube++) {
      const start = betaQuantile(random.uniform(), a, b)
      const days = Math.exp(
        (Math.log(25) + Math.log(120)) / 2 +
          ((Math.log(120) - Math.log(25)) / 2 / normalQuantile(0.9)) * normal(),
      )
      // A refrigerator whose door is left open now and then; the truth goes through its steps one by one.
      const stays = Array.from({ length: (DAYS * 24) / STEP_HOURS }, () => ({
        hours: STEP_HOURS,
        celsius: 4 + normal() + (random.uniform() < 0.03 ? 14 : 0),
      }))
      const alive = (untilDay: number, thaws: number) =>
        viabilityAfter(
          start,
          { halfLifeDays: { at: 4, days }, q10, thawLoss: prior.thawLoss },
          stays.slice(0, (untilDay * 24) / STEP_HOURS),
          thaws,
        )
      const aging = agingIn(
        stays.map(({ celsius }, i) => ({ at: i * STEP_HOURS * 3_600_000, celsius })),
        4,
        q10,
      )
      const aged = (untilDay: number) => aging.between(0, untilDay * 86_400_000)
      const tests = [5, 40].map((day, thaws) => ({
        alive: random.binomial(50, alive(day, thaws)),
        seen: 50,
        agingDays: aged(day),
        thaws,
      }))
      const { low, high } = viabilityOf(believe(prior, tests), aged(DAYS), 1)
      if (alive(DAYS, 1) >= low && alive(DAYS, 1) <= high) inside++
    }
    expect(inside / TUBES).toBeGreaterThan(0.75)
    expect(inside / TUBES).toBeLessThan(0.85)
  })
})
