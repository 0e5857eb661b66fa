import { describe, expect, it } from 'vitest'
import { cloneOf } from './clones'

const from = (plantId: string) => ({ plantId, by: 'cutting' as const })
const plants = new Map(
  [
    { id: 'mother', clonedFrom: null },
    { id: 'first', clonedFrom: from('mother') },
    { id: 'second', clonedFrom: from('first') },
    { id: 'other', clonedFrom: null },
    { id: 'bought', clonedFrom: from('not here') },
  ].map(plant => [plant.id, plant]),
)

describe('plants of one genotype', () => {
  it('are all that were multiplied from one, and from those again, whichever is asked for', () => {
    for (const id of ['mother', 'first', 'second'])
      expect(cloneOf(id, plants)).toEqual(['mother', 'first', 'second'])
  })
  it('are the plant alone where nothing was multiplied, or its origin is not here', () => {
    expect(cloneOf('other', plants)).toEqual(['other'])
    expect(cloneOf('bought', plants)).toEqual(['bought'])
  })
  it('end on a loop', () => {
    const loop = new Map(
      [
        { id: 'a', clonedFrom: from('b') },
        { id: 'b', clonedFrom: from('a') },
      ].map(plant => [plant.id, plant]),
    )
    expect(cloneOf('a', loop)).toHaveLength(2)
  })
})
