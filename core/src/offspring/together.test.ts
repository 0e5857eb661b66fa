import { describe, expect, it } from 'vitest'
import { togetherIn } from './together'

/** Plants of a selfed hybrid of two dominant genes, by the share of gametes in which both recessives are. */
const selfed = (plants: number, both: number) => {
  const theta = both * both
  return [
    [(2 + 4 * theta) / 4, (1 - 4 * theta) / 4],
    [(1 - 4 * theta) / 4, theta],
  ].map(row => row.map(share => Math.round(plants * share)))
}

describe('two traits of a family', () => {
  it('of a selfed hybrid tell how often two genes were parted, whichever way they came in', () => {
    // Coupling at 20 %: both recessives are in (1 - 0.2) / 2 of the gametes; repulsion at 20 %: in 0.2 / 2.
    const coupled = togetherIn(selfed(4000, 0.4)).linkage!
    expect(coupled.family).toBe('selfed')
    expect(coupled.recombination.estimate).toBeCloseTo(0.2, 2)
    expect(coupled.together).toEqual([1, 1])
    const apart = togetherIn(selfed(4000, 0.1)).linkage!
    expect(apart.recombination.estimate).toBeCloseTo(0.2, 2)
    expect(apart.together).toEqual([1, 0])
    expect(coupled.lod).toBeGreaterThan(apart.lod)
  })

  it('agree with the published estimate from the product of the crossed classes', () => {
    // 1997, 906, 904 and 32 maize seedlings: both recessives in 0.0357 of the pairs of gametes, whose root is 0.189 of them.
    const { linkage } = togetherIn([
      [1997, 906],
      [904, 32],
    ])
    expect(linkage!.recombination.estimate).toBeCloseTo(0.189, 2)
  })

  it('crossed back tell it by counting', () => {
    const { linkage } = togetherIn([
      [45, 5],
      [6, 44],
    ])
    expect(linkage!.family).toBe('backcrossed')
    expect(linkage!.recombination.estimate).toBeCloseTo(0.11, 2)
    expect(linkage!.recombination.low).toBeLessThan(0.09)
  })

  it('that are independent say so: the interval reaches a half', () => {
    const { independence, linkage } = togetherIn([
      [90, 30],
      [30, 10],
    ])
    expect(independence.p).toBeCloseTo(1)
    expect(linkage!.recombination.high).toBe(0.5)
    expect(linkage!.lod).toBeLessThan(0.1)
  })

  it('with three classes count the middle one as the hybrid', () => {
    const { linkage } = togetherIn([
      [24, 1, 0],
      [2, 46, 2],
      [0, 1, 24],
    ])
    expect(linkage!.recombination.estimate).toBeLessThan(0.06)
    expect(linkage!.lod).toBeGreaterThan(10)
  })

  it('of more classes, or none, tell no linkage', () => {
    expect(
      togetherIn([
        [3, 4, 5, 6],
        [4, 3, 6, 5],
      ]).linkage,
    ).toBeNull()
    expect(() => togetherIn([[3, 4]])).toThrow('two classes that were seen')
  })
})
