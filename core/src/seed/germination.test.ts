import { describe, expect, it } from 'vitest'
import { randomStream } from '../chance/stream'
import type { Curve, Sown } from './germination'
import { checkSown, fitGermination, logLikelihoodOf, upBy } from './germination'
import { stillToCome } from './stillToCome'

const truth: Curve = { final: 0.7, t50: 9, slope: 5 }
const DAYS = [4, 6, 8, 10, 12, 15, 18, 22, 28]

/** The day on which each seed comes up; never: infinity. */
function daysUp(seeds: number, seed: number, { final, t50, slope }: Curve = truth): number[] {
  const { uniform } = randomStream(seed)
  return Array.from({ length: seeds }, () => {
    const late = uniform()
    return uniform() < final ? t50 * (late / (1 - late)) ** (1 / slope) : Infinity
  })
}
/** What is seen of them on some days. */
const seenOn = (up: number[], days: number[]): Sown => ({
  seeds: up.length,
  looks: days.map((day, i) => ({
    day,
    count: up.filter(t => t <= day && t > (days[i - 1] ?? 0)).length,
  })),
})
const tray = (seeds: number, ...looks: [day: number, count: number][]): Sown => ({
  seeds,
  looks: looks.map(([day, count]) => ({ day, count })),
})

describe('the likelihood of a tray', () => {
  it('is that of counts between looks, and of the seeds that were not up at the last', () => {
    const f = (t: number) => 1 / (1 + (t / 9) ** -5)
    const by = [f(6), f(10)] as const
    const log =
      3 * Math.log(0.7 * by[0]) + 8 * Math.log(0.7 * (by[1] - by[0])) + 9 * Math.log(1 - 0.7 * by[1])
    expect(logLikelihoodOf([tray(20, [6, 3], [10, 8])])(truth)).toBeCloseTo(log, 10)
    expect([upBy(0, truth), upBy(9, truth)]).toEqual([0, 0.5])
  })

  it('is nowhere higher than at the fit', () => {
    const sown = seenOn(daysUp(80, 1), DAYS)
    const fit = fitGermination([sown])
    const at = logLikelihoodOf([sown])
    const best = { final: fit.final.estimate, t50: fit.t50!.estimate, slope: fit.slope!.estimate }
    expect(at(best)).toBeCloseTo(fit.logLikelihood, 6)
    for (const key of ['final', 't50', 'slope'] as const)
      for (const by of [0.98, 1.02]) expect(at({ ...best, [key]: best[key] * by })).toBeLessThan(at(best))
  })
})

describe('the fit', () => {
  it('comes close to what is true of many seeds', () => {
    const { final, t50, slope } = fitGermination([seenOn(daysUp(20_000, 2), DAYS)])
    expect(final.estimate).toBeCloseTo(0.7, 1)
    expect(t50!.estimate).toBeCloseTo(9, 0)
    expect(slope!.estimate).toBeCloseTo(5, 0)
    expect(final.high - final.low).toBeLessThan(0.02)
  })

  it.each([40, 100, 200])('holds what is true in four intervals of five, with %i seeds', seeds => {
    const held = { final: 0, t50: 0, slope: 0 }
    for (let run = 1; run <= 400; run++) {
      const fit = fitGermination([seenOn(daysUp(seeds, 1000 * seeds + run), DAYS)])
      for (const key of ['final', 't50', 'slope'] as const)
        if (fit[key]!.low <= truth[key] && truth[key] <= fit[key]!.high) held[key] += 1 / 400
    }
    for (const share of Object.values(held)) {
      expect(share).toBeGreaterThan(0.75)
      expect(share).toBeLessThan(0.85)
    }
  })

  it('of several trays is one curve, surer than that of each', () => {
    const [a, b] = [seenOn(daysUp(60, 5), DAYS), seenOn(daysUp(40, 6), [5, 9, 14, 21])]
    const both = fitGermination([a!, b!])
    expect(both.logLikelihood).toBeLessThan(fitGermination([a!]).logLikelihood)
    const widthOf = ({ final }: typeof both) => final.high - final.low
    expect(widthOf(both)).toBeLessThan(widthOf(fitGermination([a!])))
    const alone = fitGermination([{ ...a!, looks: a!.looks }])
    expect(fitGermination([a!, a!]).final.estimate).toBeCloseTo(alone.final.estimate, 3)
  })

  it('leaves open what the counts do not tell', () => {
    expect(fitGermination([tray(20, [5, 0], [9, 0])])).toEqual({
      final: { estimate: 0, low: 0, high: 1 },
      t50: null,
      slope: null,
      logLikelihood: 0,
    })
    const atOnce = fitGermination([tray(20, [5, 15])])
    expect(atOnce.t50).toMatchObject({ low: 0 })
    expect(atOnce.slope).toMatchObject({ low: 0, high: Infinity })
    expect(fitGermination([tray(20, [5, 1])]).final.high).toBe(1)
  })

  it.each<[string, Sown, RegExp]>([
    ['more up than sown', tray(5, [4, 3], [6, 3]), /^6 came up of 5 sown/],
    ['looks out of order', tray(9, [6, 1], [4, 1]), /day 4 cannot follow day 6/],
    ['two looks on one day', tray(9, [6, 1], [6, 1]), /each once/],
    ['a day before sowing', tray(9, [0, 1]), /lie above 0/],
    ['a count that falls', tray(9, [4, 3], [6, -1]), /whole number of new seedlings/],
    ['half a seed', tray(2.5, [4, 1]), /whole numbers/],
    ['no look', tray(9), /no look/],
  ])('refuses %s', (_, sown, sentence) => {
    expect(() => checkSown(sown)).toThrow(sentence)
    expect(() => fitGermination([sown])).toThrow(sentence)
  })
})

describe('what is still to come', () => {
  it('lies in its range four times in five, and is right on average', () => {
    const early = DAYS.slice(0, 5)
    let [held, expected, came] = [0, 0, 0]
    for (let run = 1; run <= 200; run++) {
      const up = daysUp(200, 7000 + run)
      const sown = seenOn(up, early)
      const coming = stillToCome(sown, fitGermination([sown]), 25)
      const really = up.filter(t => t > 12 && t <= 25).length
      if (coming.low <= really && really <= coming.high) held += 1 / 200
      expected += coming.expected
      came += really
    }
    expect(held).toBeGreaterThan(0.74)
    expect(held).toBeLessThan(0.88)
    expect(expected / came).toBeGreaterThan(0.9)
    expect(expected / came).toBeLessThan(1.2)
  })

  it('is told by the day on which nine in ten of it are up, or by another', () => {
    const sown = seenOn(daysUp(100, 9), DAYS.slice(0, 4))
    const fit = fitGermination([sown])
    const usual = stillToCome(sown, fit)
    expect(usual.by).toBeGreaterThan(10)
    expect(stillToCome(sown, fit, usual.by + 20).expected).toBeGreaterThan(usual.expected)
    expect(stillToCome(sown, fit, 10)).toEqual({ by: 10, expected: 0, low: 0, high: 0, any: 0 })
  })

  it('is nothing where all are up, and anything where nothing is', () => {
    const all = tray(10, [4, 6], [8, 4])
    expect(stillToCome(all, fitGermination([all]))).toMatchObject({ expected: 0, high: 0 })
    const none = tray(10, [4, 0])
    expect(stillToCome(none, fitGermination([none]))).toMatchObject({ by: 4, expected: 0, low: 0, high: 10 })
  })
})
