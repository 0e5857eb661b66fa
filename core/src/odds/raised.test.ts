import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { OutOfRange } from '../chance/estimate'
import { randomStream } from '../chance/stream'
import type { ParentInDoubt } from './generations'
import { known, oneOf } from './generations'
import type { Step } from './path'
import type { Raised } from './raised'
import { classesRaised } from './raised'
import { carrying, genome, locus } from './testing'

const on = genome([locus('a')])
const [dominant, recessive] = [known(carrying({ a: 'AA' })), known(carrying({ a: 'aa' }))]
const carrier = oneOf([
  { genotype: carrying({ a: 'Aa' }), probability: 2 / 3 },
  { genotype: carrying({ a: 'AA' }), probability: 1 / 3 },
])
const back: Step = { backcross: 'seedParent' }
const dominants: Step = { select: { a: ['A'] } }

/** Chance of a recessive in the last counted generation. */
function chanceOf(path: Step[], raised: Raised, seed: ParentInDoubt = dominant, pollen = recessive) {
  const { exact, steps } = classesRaised(on, seed, pollen, path, raised, ['a'])
  return { exact, ...steps.findLast(classes => classes.length)!.find(c => c.phenotype.a === 'a') }
}

describe('plants on the way are finite', () => {
  it.each([
    ['all from one back-crossed plant', ['cross', back, 'self'], [null, 1, 18], 0.5 * (1 - 0.75 ** 18)],
    ['from three', ['cross', back, 'self'], [null, 3, 18], 1 - ((1 + 0.75 ** 6) / 2) ** 3],
    [
      'from ten, of which eight have two children',
      ['cross', back, 'self'],
      [null, 10, 18],
      1 - ((1 + 0.75 ** 2) / 2) ** 8 * ((1 + 0.75) / 2) ** 2,
    ],
    ['from as many as one likes', ['cross', back, 'self'], [null, null, 18], 1 - (7 / 8) ** 18],
    ['from more mothers than children', ['cross', back, 'self'], [null, 30, 18], 1 - (7 / 8) ** 18],
    [
      'over two generations: two mothers with two daughters each, one child of each',
      ['cross', back, back, 'self'],
      [null, 2, 4, 4],
      1 - (0.5 + 0.5 * (0.5 + 0.5 * 0.75) ** 2) ** 2,
    ],
    [
      'of chosen plants: one F2 plant is dominant with 3/4, and then carries with 2/3',
      ['cross', 'self', dominants, 'self'],
      [null, 1, null, 5],
      0.75 * (2 / 3) * (1 - 0.75 ** 5),
    ],
    [
      'of plants chosen twice over at once',
      ['cross', 'self', dominants, dominants, 'self'],
      [null, 1, null, null, 5],
      0.75 * (2 / 3) * (1 - 0.75 ** 5),
    ],
    [
      'of those among two that are chosen, which share the children',
      ['cross', 'self', dominants, 'self'],
      [null, 2, null, 4],
      2 * 0.75 * 0.25 * (2 / 3) * (1 - 0.75 ** 4) + 0.75 ** 2 * (1 - (1 / 3 + (2 / 3) * 0.75 ** 2) ** 2),
    ],
  ] as [string, Step[], Raised, number][])('%s', (_, path, raised, chance) => {
    const found = chanceOf(path, raised)
    expect(found.exact).toBe(true)
    expect(found.chance).toBeCloseTo(chance, 12)
  })

  it('never brings less than more of them, and all of them together what as many as one likes bring', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 1, max: 60 }), (mothers, children) => {
        const chance = (of: number | null) => chanceOf(['cross', back, 'self'], [null, of, children]).chance!
        expect(chance(mothers)).toBeLessThanOrEqual(chance(mothers + 1) + 1e-12)
        expect(chance(mothers)).toBeLessThanOrEqual(chance(null) + 1e-12)
      }),
      { numRuns: 40 },
    )
  })
})

describe('a plant in doubt is one plant', () => {
  it('that is selfed', () => {
    expect(chanceOf([{ self: 'seedParent' }], [12], carrier).chance).toBeCloseTo(
      (2 / 3) * (1 - 0.75 ** 12),
      12,
    )
  })
  it('to which a family goes back', () => {
    // Each back-crossed plant is from the carrier again: all of them may bring it, or none.
    expect(chanceOf(['cross', { backcross: 'seedParent' }], [null, 40], carrier).chance).toBeCloseTo(
      (2 / 3) * (1 - (5 / 8) ** 40),
      12,
    )
  })
})

/** What is simulated is right where it can be known otherwise. */
it('simulates what hangs on more than one plant', () => {
  // Two F2 plants of which the dominant ones are selfed, of whose children the dominant ones are selfed.
  const twice: Step[] = ['cross', 'self', dominants, 'self', dominants, 'self']
  const found = chanceOf(twice, [null, 1, null, 1, null, 6])
  expect(found.exact).toBe(false)
  const expected = 0.75 * (2 / 3) * 0.75 * (2 / 3) * (1 - 0.75 ** 6)
  expect(Math.abs(found.chance! - expected)).toBeLessThan(4 * found.standardError!)
})

it('finds by enumeration what a simulation finds, linked loci and doubt and all', () => {
  const linked = genome([locus('a', { group: '1', cM: 0 }), locus('b', { group: '1', cM: 20 })])
  const doubtful = oneOf([
    { genotype: { a: ['A', 'a'], b: ['B', 'b'] }, probability: 0.6 },
    { genotype: { a: ['A', 'a'], b: ['b', 'B'] }, probability: 0.4 },
  ])
  const other = known(carrying({ a: 'AA', b: 'bb' }))
  const cases: [Step[], Raised][] = [
    [
      [{ self: 'seedParent' }, 'self'],
      [5, 12],
    ],
    [
      ['cross', { backcross: 'seedParent' }],
      [3, 10],
    ],
    [
      ['cross', { select: { b: ['B'] } }, 'self'],
      [4, null, 9],
    ],
  ]
  const { uniform } = randomStream(5)
  for (const [path, raised] of cases) {
    const exact = classesRaised(linked, doubtful, other, path, raised, ['a', 'b'])
    expect(exact.exact).toBe(true)
    // A choice that chooses all makes it hang on more than one plant, and changes nothing.
    const all: Step = { select: { a: ['A', 'a'] } }
    const simulated = classesRaised(
      linked,
      doubtful,
      other,
      [...path, all, 'self', all, 'self'],
      [...raised, null, 1, null, 1],
      ['a', 'b'],
      Math.ceil(uniform() * 1e6),
    )
    expect(simulated.exact).toBe(false)
    path.forEach((_, i) => {
      for (const { phenotype, chance } of exact.steps[i]!) {
        const same = simulated.steps[i]!.find(
          c => c.phenotype.a === phenotype.a && c.phenotype.b === phenotype.b,
        )
        expect(Math.abs((same?.chance ?? 0) - chance)).toBeLessThan(4.5 * (same?.standardError ?? 0) + 1e-3)
      }
    })
  }
})

it.each([
  [[null, 0, 5], /Step 2 of the path raises 0 plants; give a whole number from 1/],
  [[null, 2.5, 5], /raises 2.5 plants/],
] as [Raised, RegExp][])('refuses %j', (raised, words) => {
  expect(() => chanceOf(['cross', back, 'self'], raised)).toThrow(words)
  expect(() => chanceOf(['cross', back, 'self'], raised)).toThrow(OutOfRange)
})
it('raises nothing at a choice', () => {
  expect(() => chanceOf(['cross', dominants, 'self'], [null, 3, 5])).toThrow(/is a choice: nothing is raised/)
})
