import { sum } from 'd3-array'
import { describe, expect, it } from 'vitest'
import type { Wish } from '../aims/kinds'
import { chosenFrom } from './choosing'
import type { Score } from './score'
import { standingsIn } from './standing'
import type { Trait } from './trait'

const height: Trait = {
  id: 'height',
  name: 'height',
  hint: 'to the tip',
  scale: 'measure',
  unit: 'cm',
  most: 300,
}
const double: Trait = { id: 'double', name: 'double', hint: 'open flower', scale: 'yesNo' }
const vigour: Trait = {
  id: 'vigour',
  name: 'vigour',
  hint: 'whole plant',
  scale: 'steps',
  steps: ['weak', 'fair', 'good', 'strong'],
}
const tall: Wish = { trait: 'height', way: 'bring', weight: 3, must: false, target: { from: 90, to: null } }
const isDouble: Wish = { trait: 'double', way: 'bring', weight: 1, must: true, target: { classes: [1] } }
const score = (trait: string, value: number, on = '2026-07-01'): Score => ({
  trait,
  value,
  on,
  placeId: null,
})
const plants = (heights: number[]) =>
  heights.map((value, i) => ({ id: `p${i}`, scores: [score('height', value)] }))

describe('what a plant is like', () => {
  it('is drawn towards its family by what a look may be wrong, and is like the family where it was not seen', () => {
    const {
      plants: found,
      repeatability,
      isAssumed,
    } = standingsIn([...plants([40, 60, 80, 100]), { scores: [] }], height)
    const means = found.map(p => ('mean' in p ? p.mean : NaN))
    expect(means[4]).toBeCloseTo(70)
    expect(means[3]).toBeGreaterThan(70)
    expect(means[3]).toBeLessThan(100)
    expect(repeatability).toBeCloseTo(0.6)
    expect(isAssumed).toBe(true)
  })

  it('is told the better, the more often it was looked at', () => {
    const often = [40, 60, 80, 100].map(value => ({
      scores: ['2024', '2025', '2026'].map((year, i) => score('height', value + i - 1, `${year}-07-01`)),
    }))
    const { plants: found, repeatability, isAssumed } = standingsIn(often, height)
    expect(repeatability).toBeGreaterThan(0.75)
    expect(isAssumed).toBe(false)
    expect('mean' in found[3]! && found[3].deviation).toBeLessThan(12)
  })

  it('in steps is told within half a step; in yes and no by the chance of either', () => {
    const steps = standingsIn(
      [0, 3, 3, 1].map(value => ({ scores: [score('vigour', value)] })),
      vigour,
    ).plants
    expect('mean' in steps[1]! && steps[1].deviation).toBeGreaterThan(0.25)
    const [yes, never] = standingsIn([{ scores: [score('double', 1)] }, { scores: [] }], double).plants
    expect('classes' in yes! && yes.classes[1]).toBeGreaterThan(0.95)
    expect('classes' in never! && sum(never.classes)).toBeCloseTo(1)
  })
})

describe('choosing from a family', () => {
  const of = (wishes: Wish[], family: { id: string; scores: Score[] }[], best = 2) =>
    chosenFrom({ wishes, traits: [height, double, vigour], plants: family, best })

  it('puts the likeliest of the best first; their chances come to how many are wanted', () => {
    const { choices, assumed } = of([tall], plants([50, 95, 70, 60, 88]))
    expect(choices.slice(0, 2).map(c => c.id)).toEqual(['p1', 'p4'])
    expect(sum(choices, c => c.among)).toBeCloseTo(2)
    expect(sum(choices, c => c.first)).toBeCloseTo(1)
    expect(assumed).toEqual(['height'])
    for (const { worth } of choices) {
      expect(worth.low).toBeLessThanOrEqual(worth.mean + 1e-6)
      expect(worth.high).toBeGreaterThanOrEqual(worth.mean - 1e-6)
    }
  })

  it('puts a plant without what it must have behind those that have it', () => {
    const family = plants([95, 60, 70]).map((p, i) => ({
      ...p,
      scores: [...p.scores, score('double', i ? 1 : 0)],
    }))
    const { choices } = of([tall, isDouble], family)
    expect(choices.at(-1)!.id).toBe('p0')
    expect(choices.at(-1)!.musts).toBeLessThan(0.2)
  })

  it('does not raise a plant that nobody looked at, and does not shut it out', () => {
    const { choices } = of([tall], [...plants([95, 92, 50, 55]), { id: 'new', scores: [] }])
    const found = choices.find(c => c.id === 'new')!
    expect(found.seen).toBe(0)
    expect(found.among).toBeGreaterThan(0.05)
    expect(found.among).toBeLessThan(choices[0]!.among)
  })

  it('of wishes whose traits are gone, and of no plants, tells nothing', () => {
    expect(of([{ ...tall, trait: 'gone' }], plants([1, 2])).choices).toEqual([])
    expect(of([tall], []).choices).toEqual([])
  })
})
