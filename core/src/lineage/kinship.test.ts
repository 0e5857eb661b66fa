import fc from 'fast-check'
import { expect, it } from 'vitest'
import type { Relation } from './genets'
import { lineageOf } from './genets'
import { kinshipOf } from './kinship'

const plant = (
  id: string,
  seedParentId: string | null = null,
  pollenParentId: string | null = null,
  plantKind: Relation['plantKind'] = 'seedling',
): Relation => ({ id, seedParentId, pollenParentId, plantKind })

it('gives the textbook values', () => {
  const kin = kinshipOf(
    lineageOf([
      plant('a'),
      plant('b'),
      plant('c'),
      plant('sib1', 'a', 'b'),
      plant('sib2', 'a', 'b'),
      plant('half', 'a', 'c'),
      plant('self', 'a', 'a'),
      plant('selfself', 'self', 'self'),
      plant('inbred', 'sib1', 'sib2'),
    ]),
  )
  expect(kin('a', 'a')).toBe(0.5)
  expect(kin('a', 'b')).toBe(0)
  expect(kin('a', 'sib1')).toBe(0.25)
  expect(kin('sib1', 'sib2')).toBe(0.25)
  expect(kin('sib1', 'half')).toBe(0.125)
  expect(kin('self', 'self')).toBe(0.75)
  expect(kin('selfself', 'selfself')).toBe(0.875)
  expect(kin('inbred', 'inbred')).toBe(0.625)
  expect(kin('sib2', 'sib1')).toBe(kin('sib1', 'sib2'))
})

it('takes a line for nearly homozygous, and a population for many plants', () => {
  const kin = kinshipOf(
    lineageOf([
      plant('line', null, null, 'line'),
      plant('bulk', null, null, 'population'),
      plant('child', 'line', 'bulk'),
    ]),
  )
  expect(kin('line', 'line')).toBeCloseTo(0.985, 10)
  expect(kin('bulk', 'bulk')).toBe(0)
  expect(kin('line', 'child')).toBeCloseTo(0.4925, 10)
})

it('knows nothing of plants that are not there, and comes to an end on a loop', () => {
  const kin = kinshipOf(lineageOf([plant('a', 'b', null), plant('b', 'a', null)]))
  expect(kin('a', 'nobody')).toBe(0)
  expect(kin('a', 'b')).toBeLessThanOrEqual(1)
})

it('is of a plant with another of its clone what it is with itself', () => {
  const cutting = { ...plant('cutting', 'mother', 'father'), clonedFrom: { plantId: 'first' } }
  const kin = kinshipOf(
    lineageOf([plant('mother'), plant('father'), plant('first', 'mother', 'father'), cutting]),
  )
  expect(kin('first', 'cutting')).toBe(0.5)
  expect(kin('cutting', 'mother')).toBe(0.25)
})

/** The recursion of the tabular method, as it is in textbooks. @see Emik & Terrill (1949), Journal of Heredity 40:51 */
function recursive(plants: Relation[]) {
  const at = new Map(plants.map((p, i) => [p.id, i]))
  const kin = (one: string | null, other: string | null): number => {
    if (!one || !other) return 0
    if (
      plants[at.get(one)!]!.plantKind === 'population' ||
      plants[at.get(other)!]!.plantKind === 'population'
    )
      return 0
    const [younger, older] = at.get(one)! > at.get(other)! ? [one, other] : [other, one]
    const { seedParentId, pollenParentId, plantKind } = plants[at.get(younger)!]!
    if (younger !== older) return (kin(seedParentId, older) + kin(pollenParentId, older)) / 2
    const fromParents = kin(seedParentId, pollenParentId)
    return (1 + (plantKind === 'line' ? Math.max(fromParents, 0.97) : fromParents)) / 2
  }
  return kin
}

it('is that of the recursion in any garden with lines and populations', () => {
  const kinds = ['clone', 'line', 'population', 'seedling'] as const
  const garden = fc
    .array(fc.tuple(fc.nat(), fc.nat(), fc.nat(3), fc.nat(3)), { minLength: 1, maxLength: 12 })
    .map(rows =>
      rows.map(([a, b, how, kind], i) => {
        const [one, other] = [i ? `p${a % i}` : null, i ? `p${b % i}` : null]
        const parents = [
          [one, other],
          [one, one],
          [one, null],
          [null, null],
        ][how]!
        return plant(`p${i}`, parents[0], parents[1], kinds[kind])
      }),
    )
  fc.assert(
    fc.property(garden, plants => {
      const [found, expected] = [kinshipOf(lineageOf([...plants].reverse())), recursive(plants)]
      for (const { id: one } of plants)
        for (const { id: other } of plants) expect(found(one, other)).toBeCloseTo(expected(one, other), 10)
    }),
    { numRuns: 60 },
  )
})
