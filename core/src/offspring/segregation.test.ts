import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { OutOfRange } from '../chance/estimate'
import { rankRatios, segregationTest } from './segregation'

/** Every way to count so many plants in so many classes. */
function outcomes(plants: number, classes: number): number[][] {
  if (classes === 1) return [[plants]]
  return Array.from({ length: plants + 1 }, (_, n) =>
    outcomes(plants - n, classes - 1).map(rest => [n, ...rest]),
  ).flat()
}
const factorial = (n: number): number => (n < 2 ? 1 : n * factorial(n - 1))
function chanceOf(counts: number[], ratio: number[]): number {
  const [plants, parts] = [counts, ratio].map(of => of.reduce((sum, one) => sum + one, 0)) as [number, number]
  return counts.reduce((p, n, i) => (p * (ratio[i]! / parts) ** n) / factorial(n), factorial(plants))
}

describe('counts against a ratio', () => {
  it.each([
    ['round and wrinkled seed', [5474, 1850], [3, 1], 0.2629],
    ['yellow and green seed', [6022, 2001], [3, 1], 0.015],
    ['violet and white flowers', [705, 224], [3, 1], 0.3907],
    ['full and pinched pods', [882, 299], [3, 1], 0.0635],
    ['green and yellow pods', [428, 152], [3, 1], 0.4506],
    ['flowers along the stem and at its end', [651, 207], [3, 1], 0.3497],
    ['long and short stems', [787, 277], [3, 1], 0.6065],
    ['seed by shape and colour', [315, 108, 101, 32], [9, 3, 3, 1], 0.47],
  ])('of Mendel’s: %s', (_, observed, ratio, chiSquare) => {
    expect(segregationTest(observed, ratio).chiSquare).toBeCloseTo(chiSquare, 3)
  })

  it('go with a chi-square, a G and their degrees of freedom', () => {
    const { df, p, g, pG } = segregationTest([315, 108, 101, 32], [9, 3, 3, 1])
    expect(df).toBe(3)
    expect(p).toBeCloseTo(0.9254, 4)
    expect(g).toBeCloseTo(0.4754, 4)
    expect(pG).toBeCloseTo(0.9243, 4)
  })

  it('are tested exactly as by looking at every outcome', () => {
    const family = fc
      .integer({ min: 2, max: 4 })
      .chain(classes =>
        fc.tuple(
          fc.array(fc.integer({ min: 0, max: 6 }), { minLength: classes, maxLength: classes }),
          fc.array(fc.integer({ min: 1, max: 9 }), { minLength: classes, maxLength: classes }),
        ),
      )
    fc.assert(
      fc.property(family, ([observed, ratio]) => {
        const plants = observed.reduce((sum, n) => sum + n, 0)
        fc.pre(plants > 0)
        const bound = chanceOf(observed, ratio) * (1 + 1e-7)
        const right = outcomes(plants, observed.length)
          .map(one => chanceOf(one, ratio))
          .filter(p => p <= bound)
          .reduce((sum, p) => sum + p, 0)
        expect(segregationTest(observed, ratio).exactP).toBeCloseTo(right, 9)
      }),
      { numRuns: 150 },
    )
  })

  it('are simulated where there are too many outcomes, and say so', () => {
    const many = segregationTest([60_000, 20_500], [3, 1])
    expect(many.standardError).toBeLessThan(0.002)
    expect(Math.abs(many.exactP - many.p)).toBeLessThan(5 * many.standardError! + 0.005)
    expect(segregationTest([315, 108, 101, 32], [9, 3, 3, 1])).not.toHaveProperty('standardError')
  })

  it.each([
    ['a count below 0', [3, -1], [3, 1], /not -1/],
    ['half a plant', [3, 1.5], [3, 1], /whole numbers/],
    ['one class', [3], [3], /two classes/],
    ['no plant', [0, 0], [3, 1], /No plant/],
    ['a ratio of other classes', [3, 1, 2], [3, 1], /3:1 has 2 parts, and 3 classes/],
    ['a part of nothing', [3, 1], [3, 0], /above 0, not 0/],
    ['more than can be', [2_000_000, 1], [3, 1], /at most 1000000/],
  ])('are refused for %s', (_, observed, ratio, why) => {
    expect(() => segregationTest(observed, ratio)).toThrow(OutOfRange)
    expect(() => segregationTest(observed, ratio)).toThrow(why)
  })
})

describe('the usual ratios', () => {
  it('are ranked in every order of the classes, the likeliest first', () => {
    const { ranked, apartWith } = rankRatios([27, 7, 14])
    expect(ranked[0]!.ratio).toEqual([9, 3, 4])
    expect(ranked[0]!.posterior).toBeGreaterThan(0.35)
    expect(ranked.map(r => r.posterior)).toEqual(ranked.map(r => r.posterior).sort((a, b) => b - a))
    expect(ranked.map(r => r.ratio.join(':'))).toEqual(expect.arrayContaining(['2:1:1', '10:3:3']))
    // 48 plants do not tell 9:3:4 from 10:3:3.
    expect(apartWith).toBeGreaterThan(300)
    expect(rankRatios([7, 14, 27]).ranked[0]!.ratio).toEqual([3, 4, 9])
  })

  it('need the plants that are named to be told apart', () => {
    const { ranked, apartWith } = rankRatios([73, 27])
    expect(ranked[0]!.ratio).toEqual([3, 1])
    // Of families of that size the true ratio is twenty times as likely as its nearest rival in nine of ten.
    const apartFrom = ([some, others]: number[]) => {
      const share = some! / (some! + others!)
      let apart = 0
      for (let n = 0; n <= apartWith!; n++) {
        const log = n * Math.log(0.75 / share) + (apartWith! - n) * Math.log(0.25 / (1 - share))
        if (log >= Math.log(20)) apart += binomial(apartWith!, n, 0.75)
      }
      return apart
    }
    const rivals = ranked.slice(1).filter(r => r.posterior > 0.01 * ranked[0]!.posterior)
    const hardest = Math.min(...rivals.map(r => apartFrom(r.ratio)))
    expect(hardest).toBeGreaterThan(0.87)
    expect(hardest).toBeLessThan(0.94)
  })

  it('of many classes are ranked without delay', () => {
    expect(rankRatios([27, 9, 9, 9, 3, 3, 3, 1]).ranked[0]!.ratio).toEqual([27, 9, 9, 9, 3, 3, 3, 1])
    expect(rankRatios([4, 9, 5, 8, 17, 9, 3, 8, 4]).ranked[0]!.ratio).toEqual([1, 2, 1, 2, 4, 2, 1, 2, 1])
  })

  it('that have so many classes are named where none has', () => {
    expect(() => rankRatios([1, 2, 3, 4, 5, 6, 7])).toThrow(
      /No usual ratio has 7 classes; .* 2, 3, 4, 5, 6, 8, 9/,
    )
  })
})

function binomial(tries: number, successes: number, share: number): number {
  let log = 0
  for (let i = 0; i < successes; i++) log += Math.log((tries - i) / (i + 1))
  return Math.exp(log + successes * Math.log(share) + (tries - successes) * Math.log(1 - share))
}
