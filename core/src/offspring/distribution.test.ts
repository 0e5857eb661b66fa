import { range, sum } from 'd3-array'
import { describe, expect, it } from 'vitest'
import { distributionOf } from './distribution'
import type { Score } from './score'
import type { Trait } from './trait'

const height: Trait = {
  id: 'height',
  name: 'height',
  hint: 'to the tip',
  scale: 'measure',
  unit: 'cm',
  most: 300,
}
const at = (...values: number[]) => ({
  scores: values.map((value, i): Score => ({
    trait: 'height',
    value,
    on: `2026-07-0${i + 1}`,
    placeId: null,
  })),
})

describe('a family that is measured', () => {
  const family = [...[40, 52, 58, 61, 63, 70, 95].map(value => at(value)), at()]

  it('is drawn from its least to its most, its parents included, every plant once', () => {
    const { bars, measured, missing, mean } = distributionOf(
      family,
      { seedParent: at(30), pollenParent: at(80, 84) },
      height,
    )!
    expect(sum(bars, bar => bar.plants)).toBe(7)
    expect(bars[0]!.from).toBeLessThanOrEqual(30)
    expect(bars.at(-1)!.to).toBeGreaterThanOrEqual(95)
    expect([measured, missing]).toEqual([7, 1])
    expect(mean).toBeCloseTo(439 / 7)
    bars.slice(1).forEach((bar, i) => expect(bar.from).toBeCloseTo(bars[i]!.to))
  })

  it('goes beyond both parents less often than it measures: what lies outside is partly a look that was off', () => {
    const found = distributionOf(family, { seedParent: at(50), pollenParent: at(90) }, height)!
    expect(found.parents).toEqual({ seedParent: 50, pollenParent: 90 })
    expect(found.beyond!.above.measured).toBe(1)
    expect(found.beyond!.above.expected).toBeLessThan(1)
    expect(found.beyond!.below.measured).toBe(1)
  })

  it('without two parents that were measured is not held against them', () => {
    expect(distributionOf(family, { seedParent: at(50), pollenParent: null }, height)!.beyond).toBeNull()
    expect(distributionOf(family, { seedParent: at(50), pollenParent: at() }, height)!.beyond).toBeNull()
  })

  it('of equal plants is one bar, of none nothing', () => {
    const { bars, deviation } = distributionOf(
      range(5).map(() => at(12)),
      { seedParent: at(), pollenParent: null },
      height,
    )!
    expect(bars.filter(bar => bar.plants)).toHaveLength(1)
    expect(deviation).toBe(0)
    expect(distributionOf([at()], { seedParent: at(), pollenParent: null }, height)).toBeNull()
  })
})
