import { expect, it } from 'vitest'
import type { Relation } from './kinship'
import { kinshipOf } from './kinship'

const plant = (
  id: string,
  seedParentId: string | null = null,
  pollenParentId: string | null = null,
  plantKind: Relation['plantKind'] = 'seedling',
): Relation => ({ id, seedParentId, pollenParentId, plantKind })

it('gives the textbook values', () => {
  const kin = kinshipOf([
    plant('a'),
    plant('b'),
    plant('c'),
    plant('sib1', 'a', 'b'),
    plant('sib2', 'a', 'b'),
    plant('half', 'a', 'c'),
    plant('self', 'a', 'a'),
    plant('selfself', 'self', 'self'),
    plant('inbred', 'sib1', 'sib2'),
  ])
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
  const kin = kinshipOf([
    plant('line', null, null, 'line'),
    plant('bulk', null, null, 'population'),
    plant('child', 'line', 'bulk'),
  ])
  expect(kin('line', 'line')).toBeCloseTo(0.985, 10)
  expect(kin('bulk', 'bulk')).toBe(0)
  expect(kin('line', 'child')).toBeCloseTo(0.4925, 10)
})

it('knows nothing of plants that are not there, and comes to an end on a loop', () => {
  const kin = kinshipOf([plant('a', 'b', null), plant('b', 'a', null)])
  expect(kin('a', 'nobody')).toBe(0)
  expect(kin('a', 'b')).toBeLessThanOrEqual(1)
})
