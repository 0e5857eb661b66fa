import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { OutOfRange } from '../chance/estimate'
import { plantsNeeded, plantsNeededInDoubt } from './plantsNeeded'

/** P(Binomial(n, q) ≥ r), summed term by term: independent of the incomplete beta function. */
function tail(n: number, q: number, r: number): number {
  let [term, below] = [(1 - q) ** n, 0]
  for (let k = 0; k < r; k++) {
    below += term
    term *= (((n - k) / (k + 1)) * q) / (1 - q)
  }
  return 1 - below
}

describe('plants needed', () => {
  it.each([
    [1 / 4, 1, 0.95, 11],
    [1 / 16, 1, 0.95, 47],
    [1 / 64, 1, 0.95, 191],
    [1 / 2, 1, 0.99, 7],
    [1, 3, 0.95, 3],
    [0.75, 1, 0.95, 3],
  ])('share %d, %d wanted at %d → %d plants', (share, wanted, confidence, plants) => {
    expect(plantsNeeded(share, wanted, confidence)).toBe(plants)
  })

  it('is the smallest number that is enough', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 0.9, noNaN: true }),
        fc.integer({ min: 1, max: 8 }),
        fc.double({ min: 0.1, max: 0.99, noNaN: true }),
        (share, wanted, confidence) => {
          const n = plantsNeeded(share, wanted, confidence)
          expect(tail(n, share, wanted)).toBeGreaterThanOrEqual(confidence - 1e-9)
          if (n > wanted) expect(tail(n - 1, share, wanted)).toBeLessThan(confidence + 1e-9)
        },
      ),
    )
  })

  it('never needs fewer plants for more confidence, or for more wanted', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 1, noNaN: true }),
        fc.integer({ min: 1, max: 20 }),
        fc.double({ min: 0.5, max: 0.98, noNaN: true }),
        (share, wanted, confidence) => {
          const n = plantsNeeded(share, wanted, confidence)
          expect(plantsNeeded(share, wanted, confidence + 0.01)).toBeGreaterThanOrEqual(n)
          expect(plantsNeeded(share, wanted + 1, confidence)).toBeGreaterThan(n)
        },
      ),
    )
  })

  it('agrees with the logarithm for one rare plant', () => {
    for (const share of [1e-3, 1e-6, 1 / 4096])
      expect(plantsNeeded(share, 1, 0.95)).toBe(Math.ceil(Math.log(0.05) / Math.log1p(-share)))
  })

  it('takes the doubt about the share into account', () => {
    // Two families in three have one in four; the others none.
    const shares = [
      { weight: 2 / 3, share: 1 / 4 },
      { weight: 1 / 3, share: 0 },
    ]
    expect(plantsNeededInDoubt(shares, 1, 0.6)).toBe(plantsNeeded(1 / 4, 1, 0.9))
    expect(plantsNeededInDoubt(shares, 1, 0.95)).toBeNull()
  })

  it.each([
    [0, 1, 0.95],
    [1.2, 1, 0.95],
    [-0.1, 1, 0.95],
    [NaN, 1, 0.95],
    [0.5, 0, 0.95],
    [0.5, 1.5, 0.95],
    [0.5, 1, 0],
    [0.5, 1, 1],
  ])('refuses a share of %d, %d wanted, confidence %d', (share, wanted, confidence) => {
    expect(() => plantsNeeded(share, wanted, confidence)).toThrow(OutOfRange)
  })
})
