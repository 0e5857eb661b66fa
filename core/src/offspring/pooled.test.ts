import { describe, expect, it } from 'vitest'
import { pooledTest } from './pooled'

/** Ten plants on which round and wrinkled seed was counted in the first published crosses of garden peas. */
const TEN_PLANTS = [
  [45, 12],
  [27, 8],
  [24, 7],
  [19, 10],
  [32, 11],
  [26, 6],
  [88, 24],
  [22, 10],
  [28, 6],
  [25, 7],
]

describe('families pooled', () => {
  it('of the ten plants of the pea experiment go with 3:1, alone, together and among each other', () => {
    const { pooled, heterogeneity, families } = pooledTest(TEN_PLANTS, [3, 1])
    // 336 to 101 of 437.
    expect(pooled.df).toBe(1)
    expect(pooled.g).toBeCloseTo(2 * (336 * Math.log(336 / 327.75) + 101 * Math.log(101 / 109.25)), 10)
    expect(heterogeneity.df).toBe(9)
    expect(heterogeneity.g).toBeCloseTo(families.reduce((all, f) => all + f.g, 0) - pooled.g, 10)
    expect(heterogeneity.p).toBeGreaterThan(0.5)
  })

  it('that differ hide it in their sum: together 1:1, each far from it', () => {
    const { pooled, heterogeneity } = pooledTest(
      [
        [30, 10],
        [10, 30],
      ],
      [1, 1],
    )
    expect(pooled.p).toBeCloseTo(1)
    expect(heterogeneity.p).toBeLessThan(1e-4)
  })

  it('are two at least, in the same classes', () => {
    expect(() => pooledTest([[3, 1]], [3, 1])).toThrow('Pool two families or more.')
    expect(() =>
      pooledTest(
        [
          [3, 1],
          [3, 1, 2],
        ],
        [3, 1],
      ),
    ).toThrow('3 classes were counted')
  })
})
