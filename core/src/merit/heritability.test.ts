import { range } from 'd3-array'
import { randomNormal } from 'd3-random'
import { describe, expect, it } from 'vitest'
import { randomStream } from '../chance/stream'
import { heritabilityByParents, heritabilityBySibs } from './heritability'

const normal = randomNormal.source(randomStream(3).uniform)()

/** Families of a trait that is handed on so far: what their parents and plants show. */
const familiesOf = (count: number, size: number, h2: number) =>
  range(count).map(() => {
    const parents = range(2).map(() => normal() * Math.sqrt(h2))
    const shown = parents.map(worth => worth + normal() * Math.sqrt(1 - h2))
    const middle = (parents[0]! + parents[1]!) / 2
    return {
      seedParent: shown[0]!,
      pollenParent: shown[1]!,
      offspring: range(size).map(() => middle + normal() * Math.sqrt(h2 / 2) + normal() * Math.sqrt(1 - h2)),
    }
  })

describe('how far a trait is handed on', () => {
  it('by parents is the slope of families on the mean of both', () => {
    const told = heritabilityByParents(
      [1, 2, 3, 4].map(x => ({
        seedParent: x - 1,
        pollenParent: x + 1,
        offspring: [0.5 * x, 0.5 * x + 0.2],
      })),
    )
    expect(told).toMatchObject({ estimate: expect.closeTo(0.5, 10) as number, families: 4 })
  })
  it('by sibs is twice the share between families, with the interval of the table of variance', () => {
    // Four families of three: squares between 26, 3 free; within 16, 8 free.
    const told = heritabilityBySibs([
      [1, 3, 5],
      [2, 4, 3],
      [5, 6, 7],
      [4, 5, 6],
    ])!
    const [between, within] = [told.estimate, told.families]
    expect(within).toBe(4)
    const means = [3, 3, 6, 5]
    const centre = 4.25
    const msb = (3 * means.reduce((total, m) => total + (m - centre) ** 2, 0)) / 3
    const msw = (8 + 2 + 2 + 2) / 8
    expect(between).toBeCloseTo(Math.min(1, (2 * (msb - msw)) / (msb + 2 * msw)), 10)
  })
  it('is within the interval four times of five', () => {
    const worlds = 400
    for (const way of ['parents', 'sibs'] as const) {
      const held = range(worlds).filter(() => {
        const families = familiesOf(60, 8, 0.4)
        const told =
          way === 'parents'
            ? heritabilityByParents(families)!
            : heritabilityBySibs(families.map(family => family.offspring))!
        return told.low <= 0.4 && 0.4 <= told.high
      }).length
      expect(held / worlds).toBeGreaterThan(0.73)
      expect(held / worlds).toBeLessThan(0.87)
    }
  })
  it('is not told by too few, and said to be too few by a few', () => {
    expect(heritabilityByParents(familiesOf(2, 5, 0.4))).toBeNull()
    expect(heritabilityBySibs([[1, 2], [3]])).toBeNull()
    expect(heritabilityByParents(familiesOf(4, 2, 0.4))!.isTooFew).toBe(true)
    expect(heritabilityBySibs(familiesOf(200, 10, 0.4).map(f => f.offspring))!.isTooFew).toBe(false)
  })
})
