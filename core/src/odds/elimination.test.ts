import fc from 'fast-check'
import { expect, it } from 'vitest'
import type { Factor } from './elimination'
import { joint, marginals } from './elimination'

const SIZE = 3

/** Every combination of states, summed. */
function enumerated(variables: number, factors: Factor[], [a, b]: number[]) {
  const found = Array.from({ length: variables }, () => Array<number>(SIZE).fill(0))
  const both = Array<number>(SIZE ** 2).fill(0)
  const states = Array<number>(variables).fill(0)
  const go = (variable: number) => {
    if (variable < variables) {
      for (states[variable] = 0; states[variable]! < SIZE; states[variable]!++) go(variable + 1)
      return
    }
    const p = factors.reduce(
      (product, { scope, values }) =>
        product * values[scope.reduce((at, one) => at * SIZE + Math.min(SIZE - 1, states[one]!), 0)]!,
      1,
    )
    states.forEach((state, one) => (found[one]![state]! += p))
    both[states[a!]! * SIZE + states[b!]!]! += p
  }
  go(0)
  return { found, both }
}
const shares = (of: ArrayLike<number>) => {
  const all = Array.from(of).reduce((sum, one) => sum + one, 0)
  return Array.from(of, one => one / all)
}

it('tells of each variable, and of two, what the sum over all combinations tells, whatever ties them together', () => {
  const factor = fc.uniqueArray(fc.integer({ min: 0, max: 5 }), { minLength: 1, maxLength: 3 }).chain(scope =>
    fc
      .array(fc.double({ min: 0.01, max: 1, noNaN: true }), {
        minLength: SIZE ** scope.length,
        maxLength: SIZE ** scope.length,
      })
      .map((values): Factor => ({ scope, values: Float64Array.from(values) })),
  )
  fc.assert(
    fc.property(
      fc.array(factor, { minLength: 1, maxLength: 9 }),
      fc.uniqueArray(fc.integer({ min: 0, max: 5 }), { minLength: 2, maxLength: 2 }),
      (factors, two) => {
        const { found, both } = enumerated(6, factors, two)
        marginals(6, SIZE, factors)!.forEach((of, variable) =>
          shares(of).forEach((share, state) =>
            expect(share).toBeCloseTo(shares(found[variable]!)[state]!, 9),
          ),
        )
        const together = joint(6, SIZE, factors, two as [number, number])!.flatMap(row => [...row])
        shares(together).forEach((share, entry) => expect(share).toBeCloseTo(shares(both)[entry]!, 9))
      },
    ),
    { numRuns: 40 },
  )
})

it('says when it would be too much', () => {
  const all = Array.from({ length: 14 }, (_, i) => i)
  const pairs = all.flatMap(one =>
    all
      .filter(other => other > one)
      .map(other => ({ scope: [one, other], values: new Float64Array(9).fill(1) })),
  )
  expect(marginals(14, SIZE, pairs)).toBeNull()
  expect(joint(14, SIZE, pairs, [2, 5])).toBeNull()
})
