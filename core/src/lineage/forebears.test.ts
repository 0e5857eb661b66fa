import { describe, expect, it } from 'vitest'
import { forebearsOf } from './forebears'

const plants = new Map(
  [
    { id: 'c', seedParentId: 'a', pollenParentId: 'b' },
    { id: 'a', seedParentId: 'x', pollenParentId: 'x' },
    { id: 'b', seedParentId: null, pollenParentId: 'gone' },
    { id: 'x', seedParentId: null, pollenParentId: null },
  ].map(plant => [plant.id, plant]),
)
const names = (id: string, generations: number) =>
  forebearsOf(plants.get(id)!, other => plants.get(other), generations).map(plant => plant?.id ?? null)

describe('the forebears of a plant', () => {
  it('stand in the order of a table of descent, each behind the one it is a parent of', () => {
    expect(names('c', 1)).toEqual(['c', 'a', 'b'])
    expect(names('c', 2)).toEqual(['c', 'a', 'b', 'x', 'x', null, null])
  })
  it('are left empty where nobody knows them, and behind those', () => {
    expect(names('x', 2)).toEqual(['x', null, null, null, null, null, null])
    expect(names('c', 0)).toEqual(['c'])
  })
})
