import fc from 'fast-check'
import { max, range, sum } from 'd3-array'
import { beforeAll, describe, expect, it } from 'vitest'
import { randomStream } from '../chance/stream'
import type { PossibleCross, SetLimits, Solve } from './chooseCrosses'
import { crossSets } from './chooseCrosses'
import { solver } from './solver'

let solve: Solve
beforeAll(async () => {
  solve = await solver()
})

const unrelated = (parents: number) =>
  Float64Array.from({ length: parents ** 2 }, (_, i) => (i % (parents + 1) === 0 ? 0.5 : 0))
const limitsOf = (parents: number, crosses: number, uses = 2, seedUses = uses): SetLimits => ({
  crosses,
  uses: range(parents).map(() => uses),
  seedUses: range(parents).map(() => seedUses),
})
const fits = (chosen: PossibleCross[], { uses, seedUses }: SetLimits) =>
  uses.every(
    (most, parent) =>
      chosen.filter(c => c.seed === parent || c.pollen === parent).length <= most &&
      chosen.filter(c => c.seed === parent).length <= seedUses[parent]!,
  )
/** What the worthiest set is worth in all, by trying each. */
const tried = (crosses: PossibleCross[], limits: SetLimits): number =>
  max(
    range(2 ** crosses.length)
      .map(bits => crosses.filter((_, i) => (bits >> i) & 1))
      .filter(set => set.length <= limits.crosses && fits(set, limits)),
    set => sum(set, c => c.worth),
  )!

describe('the next crosses', () => {
  it('are the worthiest set within the limits, as trying all finds it', () => {
    const anyCross = fc.record({
      seed: fc.nat(4),
      pollen: fc.nat(4),
      worth: fc.integer({ min: 1, max: 100 }),
    })
    fc.assert(
      fc.property(
        fc.array(anyCross, { minLength: 1, maxLength: 9 }),
        fc.integer({ min: 1, max: 5 }),
        (crosses, wanted) => {
          const limits = limitsOf(5, wanted, 2, 1)
          const [worthiest] = crossSets(crosses, unrelated(5), limits, solve)
          const chosen = worthiest!.chosen.map(i => crosses[i]!)
          expect(fits(chosen, limits)).toBe(true)
          expect(sum(chosen, c => c.worth)).toBeCloseTo(tried(crosses, limits), 6)
        },
      ),
      { numRuns: 40 },
    )
  })

  it('trade worth for kin along a curve on which none is beaten by another', () => {
    const { uniform } = randomStream(4)
    const parents = 12
    // Two families of sibs, the one much worthier than the other.
    const kinship = Float64Array.from({ length: parents ** 2 }, (_, at) => {
      const [i, j] = [Math.floor(at / parents), at % parents]
      return i === j ? 0.5 : i < 6 === j < 6 ? 0.25 : 0
    })
    const crosses = range(parents).flatMap(i =>
      range(i + 1, parents).map(j => ({
        seed: i,
        pollen: j,
        worth: (i < 6 ? 1 : 0) + (j < 6 ? 1 : 0) + uniform(),
      })),
    )
    const sets = crossSets(crosses, kinship, limitsOf(parents, 6), solve)
    expect(sets.length).toBeGreaterThan(2)
    sets.slice(1).forEach((set, i) => {
      expect(set.worth).toBeLessThanOrEqual(sets[i]!.worth)
      expect(set.coancestry).toBeLessThan(sets[i]!.coancestry)
    })
    expect(sets.at(-1)!.coancestry).toBeLessThan(0.2)
  })

  it('are fewer where the limits allow no more, and none where nothing fits', () => {
    const crosses = [
      { seed: 0, pollen: 1, worth: 1 },
      { seed: 0, pollen: 2, worth: 2 },
    ]
    expect(crossSets(crosses, unrelated(3), limitsOf(3, 5, 1), solve)[0]!.chosen).toEqual([1])
    expect(crossSets(crosses, unrelated(3), limitsOf(3, 5, 2, 0), solve)).toEqual([])
    expect(crossSets([], unrelated(3), limitsOf(3, 5), solve)).toEqual([])
  })
})
