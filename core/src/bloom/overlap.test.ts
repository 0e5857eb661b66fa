import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { randomStream } from '../chance/stream'
import { bestBatches, chanceOfBatches } from './batchChances'
import type { Chances } from './chances'
import { certain, chancesFrom, moved, notBelow, quantileIn } from './chances'
import type { MeetingTerms, Window } from './overlap'
import { chanceOfMeeting, covering, meeting, pollenSide, seedSide, usualTerms } from './overlap'

const fixed = (start: number, length: number): Window => ({ start: certain(start), length: certain(length) })
const terms = (more: Partial<MeetingTerms> = {}): MeetingTerms => ({ ...usualTerms, ...more })

/** Days in common by the definition, trying every delay. */
function daysTogether(
  s: number,
  ls: number,
  p: number,
  lp: number,
  { pollenKeepsDays, holdDays }: MeetingTerms,
): number {
  const common = (hold: number) =>
    Math.max(0, Math.min(s + hold + ls, p + lp + pollenKeepsDays) - Math.max(s + hold, p))
  return Math.max(...Array.from({ length: holdDays + 1 }, (_, hold) => common(hold)))
}

/** The same by enumerating every combination. */
function enumerated(seed: Window, pollen: Window, t: MeetingTerms) {
  let [probability, expectedDays] = [0, 0]
  const each = ({ first, p }: Chances, does: (value: number, chance: number) => void) =>
    Array.from(p).forEach((chance, i) => does(first + i, chance))
  each(seed.start, (s, a) =>
    each(seed.length, (ls, b) =>
      each(pollen.start, (p, c) =>
        each(pollen.length, (lp, d) => {
          const days = daysTogether(s, ls, p, lp, t)
          expectedDays += a * b * c * d * days
          if (days >= t.atLeastDays) probability += a * b * c * d
        }),
      ),
    ),
  )
  return { probability, expectedDays }
}

const chances = (least: number, most: number) =>
  fc
    .tuple(
      fc.integer({ min: least, max: most }),
      fc
        .array(fc.integer({ min: 0, max: 9 }), { minLength: 1, maxLength: 6 })
        .filter(w => w.some(n => n > 0)),
    )
    .map(([first, weights]): Chances => ({
      first,
      p: weights.map(w => w / weights.reduce((sum, n) => sum + n, 0)),
    }))
const window = fc.record({ start: chances(-5, 12), length: chances(1, 7) })
const someTerms = fc.record({
  pollenKeepsDays: fc.integer({ min: 0, max: 5 }),
  holdDays: fc.integer({ min: 0, max: 5 }),
  atLeastDays: fc.integer({ min: 1, max: 5 }),
})

describe('meeting', () => {
  it.each([
    ['the same days', fixed(10, 3), fixed(10, 3), {}, 1, 3],
    ['the seed parent a day too late', fixed(13, 3), fixed(10, 3), {}, 0, 0],
    ['its last day on the pollen parent’s first', fixed(8, 3), fixed(10, 3), {}, 1, 1],
    ['one day where two are asked for', fixed(8, 3), fixed(10, 3), { atLeastDays: 2 }, 0, 1],
    ['held back by the two days that lack', fixed(5, 3), fixed(10, 3), { holdDays: 3 }, 1, 1],
    ['held back in vain', fixed(5, 3), fixed(10, 3), { holdDays: 2 }, 0, 0],
    ['pollen from the store', fixed(15, 3), fixed(10, 3), { pollenKeepsDays: 4 }, 1, 2],
  ])('%s', (_, seed, pollen, more, probability, expectedDays) => {
    expect(meeting(seed, pollen, terms(more))).toEqual({ probability, expectedDays })
  })

  it('is what enumerating every combination gives', () =>
    fc.assert(
      fc.property(window, window, someTerms, (seed, pollen, t) => {
        const exact = meeting(seed, pollen, t)
        const expected = enumerated(seed, pollen, t)
        expect(exact.probability).toBeCloseTo(expected.probability, 9)
        expect(exact.expectedDays).toBeCloseTo(expected.expectedDays, 9)
      }),
      { numRuns: 200 },
    ))

  it('is what a simulation comes to', () => {
    const { uniform } = randomStream(11)
    const draw = (of: Chances) => quantileIn(of, uniform())
    const bell = (first: number, days: number): Chances => {
      const weights = Array.from({ length: days }, (_, i) => Math.exp(-(((i - days / 2) / (days / 5)) ** 2)))
      return { first, p: weights.map(w => w / weights.reduce((sum, n) => sum + n, 0)) }
    }
    const [seed, pollen] = [
      { start: bell(100, 40), length: bell(10, 20) },
      { start: bell(125, 30), length: bell(5, 12) },
    ]
    const t = terms({ atLeastDays: 3, holdDays: 4, pollenKeepsDays: 2 })
    let [met, days] = [0, 0]
    const runs = 40_000
    for (let i = 0; i < runs; i++) {
      const together = daysTogether(
        draw(seed.start),
        draw(seed.length),
        draw(pollen.start),
        draw(pollen.length),
        t,
      )
      days += together
      if (together >= t.atLeastDays) met++
    }
    const exact = meeting(seed, pollen, t)
    expect(Math.abs(exact.probability - met / runs)).toBeLessThan(4 * Math.sqrt(0.25 / runs))
    expect(exact.expectedDays).toBeCloseTo(days / runs, 1)
  })

  it('never gets less likely with more to help it', () =>
    fc.assert(
      fc.property(window, window, someTerms, (seed, pollen, t) => {
        const plain = meeting(seed, pollen, t)
        for (const better of [
          { holdDays: t.holdDays + 1 },
          { pollenKeepsDays: t.pollenKeepsDays + 1 },
          { atLeastDays: Math.max(1, t.atLeastDays - 1) },
        ]) {
          expect(meeting(seed, pollen, { ...t, ...better }).probability).toBeGreaterThanOrEqual(
            plain.probability - 1e-12,
          )
        }
      }),
    ))

  it('is the same with both sides prepared once for many', () =>
    fc.assert(
      fc.property(window, window, someTerms, (seed, pollen, t) => {
        expect(chanceOfMeeting(seedSide(seed, t), pollenSide(pollen, t))).toBeCloseTo(
          meeting(seed, pollen, t).probability,
          12,
        )
      }),
    ))

  it('refuses terms that make no sense', () => {
    expect(() => meeting(fixed(1, 1), fixed(1, 1), terms({ atLeastDays: 0 }))).toThrow('At least one day')
    expect(() => meeting(fixed(1, 1), fixed(1, 1), terms({ holdDays: 1.5 }))).toThrow('whole numbers')
  })
})

describe('chances', () => {
  it('are taken by number, and refused when they do not come to one', () => {
    expect(chancesFrom({ 12: 0.25, 10: 0.75 })).toEqual({ first: 10, p: Float64Array.of(0.75, 0, 0.25) })
    expect(() => chancesFrom({ 10: 0.5 })).toThrow('come to 0.5')
    expect(() => chancesFrom({ 10.5: 1 })).toThrow('whole numbers')
    expect(() => chancesFrom({})).toThrow('at least one')
  })

  it('lose what has not come true, and move', () => {
    expect(notBelow({ first: 3, p: [0.5, 0.25, 0.25] }, 4)).toEqual({ first: 4, p: [0.5, 0.5] })
    expect(notBelow({ first: 3, p: [1] }, 5)).toBeNull()
    expect(moved(certain(3), 4)).toEqual(certain(7))
  })

  it('of being in bloom on a day are those of having begun and not ended', () => {
    expect(covering({ start: { first: 10, p: [0.5, 0.5] }, length: { first: 1, p: [0.5, 0.5] } })).toEqual({
      first: 10,
      p: Float64Array.of(0.5, 0.75, 0.25),
    })
  })
})

describe('batches', () => {
  it('meet as often as enumerating both of them says', () =>
    fc.assert(
      fc.property(window, window, window, someTerms, (seed, one, other, t) => {
        let expected = 0
        Array.from(seed.start.p).forEach((a, s) =>
          Array.from(seed.length.p).forEach((b, l) => {
            const given = { start: certain(seed.start.first + s), length: certain(seed.length.first + l) }
            const misses = [one, other].map(batch => 1 - enumerated(given, batch, t).probability)
            expected += a * b * (1 - misses[0]! * misses[1]!)
          }),
        )
        expect(chanceOfBatches(seed, [one, other], t)).toBeCloseTo(expected, 9)
        expect(chanceOfBatches(seed, [one], t)).toBeCloseTo(meeting(seed, one, t).probability, 9)
      }),
      { numRuns: 100 },
    ))

  const bell = (first: number, days: number, spread: number): Chances => {
    const weights = Array.from({ length: days }, (_, i) => Math.exp(-(((i - days / 2) / spread) ** 2)))
    return { first, p: weights.map(w => w / weights.reduce((sum, n) => sum + n, 0)) }
  }
  const seed = { start: bell(150, 50, 11), length: bell(4, 10, 3) }
  const windowOf = (day: number): Window => ({ start: bell(day + 60, 24, 6), length: bell(4, 8, 2) })
  const candidates = Array.from({ length: 40 }, (_, i) => 70 + 2 * i)

  it('are sown on the days that trying all of them would choose', () => {
    const found = bestBatches(seed, windowOf, candidates, 3, terms({ atLeastDays: 2 }))
    const chance = (...days: number[]) => chanceOfBatches(seed, days.map(windowOf), terms({ atLeastDays: 2 }))
    const best1 = Math.max(...candidates.map(day => chance(day)))
    const best2 = Math.max(
      ...candidates.flatMap((day, i) => candidates.slice(i).map(other => chance(day, other))),
    )
    expect(found[0]!.probability).toBeGreaterThan(best1 - 0.003)
    expect(found[1]!.probability).toBeGreaterThan(best2 - 0.003)
    expect(found[2]!.probability).toBeGreaterThan(found[1]!.probability + 0.02)
    expect(found.map(f => new Set(f.days).size)).toEqual([1, 2, 3])
    expect(bestBatches(seed, windowOf, candidates.slice(0, 2), 3, terms())).toHaveLength(2)
    expect(found[2]!.probability).toBeCloseTo(chance(...found[2]!.days), 12)
  })

  it('are few where a batch that flowers anyway does it', () => {
    const given = [windowOf(candidates[20]!)]
    const [more] = bestBatches(seed, windowOf, candidates, 1, terms(), given)
    expect(more!.probability).toBeGreaterThan(chanceOfBatches(seed, given, terms()))
    expect(more!.probability).toBeLessThan(1)
  })
})
