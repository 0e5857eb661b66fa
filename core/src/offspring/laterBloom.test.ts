import { range } from 'd3-array'
import { randomNormal } from 'd3-random'
import { describe, expect, it } from 'vitest'
import { randomStream } from '../chance/stream'
import { foretoldBy, laterBloomOf } from './laterBloom'
import type { Score } from './score'
import type { Trait } from './trait'

const petals: Trait = { id: 'petals', name: 'petals', hint: 'an open flower', scale: 'count', most: 200 }
const double: Trait = { id: 'double', name: 'double', hint: 'an open flower', scale: 'yesNo' }
const look = (trait: string, year: number, value: number): Score => ({
  trait,
  value,
  on: `${year}-06-01`,
  placeId: null,
})
const seen = (trait: string, ...values: number[]) => ({
  scores: values.map((value, i) => look(trait, 2024 + i, value)),
})

describe('what the first bloom foretells', () => {
  it('is nothing while no plant was seen in two seasons', () => {
    expect(laterBloomOf([seen('petals', 20), seen('petals')], petals)).toBeNull()
  })

  it('of many plants is how they changed, with a range that holds as many as it says', () => {
    const normal = randomNormal.source(randomStream(5).uniform)(0, 3)
    const grown = (first: number) => Math.max(0, 6 + 1.2 * first + normal())
    const plants = range(60).map(i => seen('petals', 8 + (i % 20), grown(8 + (i % 20))))
    const later = laterBloomOf(plants, petals)!
    const foretold = foretoldBy(later, 20) as { mean: number; low: number; high: number }
    expect(foretold.mean).toBeCloseTo(30, 0)
    const fresh = range(2000).map(() => grown(20))
    const held = fresh.filter(value => value >= foretold.low && value <= foretold.high).length / 2000
    expect(held).toBeGreaterThan(0.75)
    expect(held).toBeLessThan(0.87)
  })

  it('of one plant is mostly that nothing changes, and hardly sure', () => {
    const foretold = foretoldBy(laterBloomOf([seen('petals', 20, 30)], petals)!, 20) as {
      mean: number
      low: number
      high: number
    }
    expect(foretold.mean).toBeCloseTo(25)
    expect(foretold.high - foretold.low).toBeGreaterThan(10)
  })

  it('of classes is what became of each: singles stay single, doubles may gain', () => {
    const plants = [
      ...range(18).map(() => seen('double', 0, 0)),
      ...range(4).map(() => seen('double', 0, 1)),
      ...range(3).map(() => seen('double', 1, 1, 1)),
    ]
    const later = laterBloomOf(plants, double)!
    expect(later.plants).toBe(25)
    expect((foretoldBy(later, 0) as { classes: number[] }).classes).toEqual([20 / 24, 4 / 24])
    expect((foretoldBy(later, 1) as { classes: number[] }).classes).toEqual([0, 1])
  })
})
