import { describe, expect, it } from 'vitest'
import { chiSquareCdf } from '../chance/distributions'
import { randomStream } from '../chance/stream'
import { compareGermination, comparisonInWords } from './compare'
import type { Curve, Sown } from './germination'
import { upBy } from './germination'

const LOOKS = [6, 9, 12, 16, 20, 26]
type Stream = ReturnType<typeof randomStream>
/** A tray as seed of such a curve comes up. */
function trayOf(curve: Curve, seeds: number, stream: Stream): Sown {
  let [left, before] = [seeds, 0]
  const looks = LOOKS.map(day => {
    const by = curve.final * upBy(day, curve)
    const count = stream.binomial(left, (by - before) / (1 - before))
    left -= count
    before = by
    return { day, count }
  })
  return { seeds, looks }
}
const GOOD: Curve = { final: 0.8, t50: 9, slope: 6 }
const POOR: Curve = { final: 0.5, t50: 13, slope: 6 }

describe('groups of trays', () => {
  it('that are alike are told to differ about once in twenty times', () => {
    const stream = randomStream(11)
    const told = Array.from({ length: 300 }, () => {
      const groups = ['a', 'b'].map(key => ({ key, trays: [trayOf(GOOD, 60, stream)] }))
      return compareGermination(groups).p! <= 0.05
    }).filter(Boolean).length
    expect(told / 300).toBeGreaterThan(0.015)
    expect(told / 300).toBeLessThan(0.1)
  })

  it('that differ are told apart where there is seed enough; with little of it, how much more it takes', () => {
    const stream = randomStream(5)
    const of = (seeds: number) =>
      compareGermination([
        { key: 'good', trays: [trayOf(GOOD, seeds, stream), trayOf(GOOD, seeds, stream)] },
        { key: 'poor', trays: [trayOf(POOR, seeds, stream)] },
      ])
    const many = of(100)
    expect(many.p).toBeLessThan(0.01)
    expect(many.times).toBeNull()
    expect(many.groups).toMatchObject([
      { key: 'good', trays: 2, seeds: 200 },
      { key: 'poor', seeds: 100 },
    ])
    expect(many.groups[0]!.fit.final.estimate).toBeCloseTo(0.8, 1)
    expect(comparisonInWords(many)).toMatch(/^They come up differently: .* less than 1 in 1000 times\.$/)
    const few = of(5)
    expect(few.p).toBeGreaterThan(0.05)
    expect(comparisonInWords(few)).toMatch(/^(Too few to tell|No difference is to be seen)/)
  })

  it('of one alone, or of which nothing came up, are compared with nothing', () => {
    const none: Sown = { seeds: 20, looks: [{ day: 10, count: 0 }] }
    expect(compareGermination([{ key: 'a', trays: [none] }]).p).toBeNull()
    const both = compareGermination(['a', 'b'].map(key => ({ key, trays: [none] })))
    expect(both.p).toBeNull()
    expect(comparisonInWords(both)).toBe('Nothing has come up yet, so there is nothing to compare.')
  })

  it('where nothing came up in one of them differ from one in which much did', () => {
    const none: Sown = { seeds: 40, looks: [{ day: 30, count: 0 }] }
    const { p } = compareGermination([
      { key: 'some', trays: [trayOf(GOOD, 40, randomStream(3))] },
      { key: 'none', trays: [none] },
    ])
    expect(p).toBeLessThan(0.001)
  })
})

it('the χ² distribution is that of tables', () => {
  expect(chiSquareCdf(7.815, 3)).toBeCloseTo(0.95, 3)
  expect(chiSquareCdf(12.592, 6)).toBeCloseTo(0.95, 3)
})
