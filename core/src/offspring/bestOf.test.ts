import { sum } from 'd3-array'
import { describe, expect, it } from 'vitest'
import { randomStream } from '../chance/stream'
import { normalCdf } from '../chance/distributions'
import { randomNormal } from 'd3-random'
import { chancesOfBest } from './bestOf'

describe('chances to be the best', () => {
  it('of two, one a standard deviation of their difference ahead, are those of the normal distribution', () => {
    const normal = randomNormal.source(randomStream(3).uniform)()
    const { first } = chancesOfBest(2, 1, 40_000, worth => {
      worth[0] = Math.SQRT2 + normal()
      worth[1] = normal()
    })
    expect(first[0]).toBeCloseTo(normalCdf(1), 2)
    expect(first[0]! + first[1]!).toBeCloseTo(1)
  })

  it('come to the number of places, and equals share what is left', () => {
    const { first, among } = chancesOfBest(5, 3, 10, worth => worth.set([4, 2, 2, 2, 1]))
    expect([...among].map(chance => Number(chance.toFixed(9)))).toEqual([
      1, 0.666666667, 0.666666667, 0.666666667, 0,
    ])
    expect([...first]).toEqual([1, 0, 0, 0, 0])
    expect(sum(among)).toBeCloseTo(3)
  })

  it('of fewer than are wanted all are among the best', () => {
    expect([...chancesOfBest(2, 7, 10, worth => worth.set([1, 2])).among]).toEqual([1, 1])
  })
})
