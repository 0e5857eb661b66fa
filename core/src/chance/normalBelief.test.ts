import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { beliefFrom, chanceBelow, learnNormal, momentsOf, predictive, quantileOf } from './normalBelief'

const cases = (...values: number[]) => values.map(value => ({ value }))

describe('a belief about what scatters normally', () => {
  it('holds the range it came from four times in five', () => {
    const next = predictive(beliefFrom({ low: 10, high: 30 }, 4))
    expect(quantileOf(next, 0.1)).toBeCloseTo(10, 9)
    expect(quantileOf(next, 0.9)).toBeCloseTo(30, 9)
    expect(chanceBelow(next, 20)).toBeCloseTo(0.5, 9)
    expect(chanceBelow(next, -Infinity)).toBe(0)
  })

  it('learns mean and spread as worked by hand', () => {
    // mean (4·20 + 2·26)/6 = 22; scale grows by 2·1/2 for the spread of 25 and 27, and by 4·2·36/(2·6) = 24 for their distance
    const before = beliefFrom({ low: 10, high: 30 }, 4)
    const after = learnNormal(before, momentsOf(cases(25, 27)))
    expect(after).toMatchObject({ mean: 22, weight: 6, shape: before.shape + 1 })
    expect(after.scale - before.scale).toBeCloseTo(1 + 24, 9)
    expect(learnNormal(before, momentsOf([]))).toBe(before)
  })

  it('is the same learnt at once or case by case', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -50, max: 50 }), { minLength: 1, maxLength: 12 }), values => {
        const belief = beliefFrom({ low: -10, high: 10 }, 4)
        const at = learnNormal(belief, momentsOf(cases(...values)))
        const stepwise = values.reduce((known, value) => learnNormal(known, momentsOf(cases(value))), belief)
        for (const key of ['mean', 'weight', 'shape', 'scale'] as const)
          expect(stepwise[key]).toBeCloseTo(at[key], 6)
      }),
    ))
})
