import type { Plant } from '@virgulta/core/plants/plant'
import { describe, expect, it } from 'vitest'
import type { PlantList } from './plantList'
import { listAfter } from './plantList'

const plant = (id: string, name = id) => ({ id, name }) as Plant
const whole = (...plants: Plant[]): PlantList => ({
  plants,
  count: plants.length,
  mark: 'terms-7',
  isChanges: false,
})
const changes = (count: number, ...plants: Plant[]): PlantList => ({
  plants,
  count,
  mark: 'terms-8',
  isChanges: true,
})

describe('a list of plants after changes', () => {
  const before = whole(plant('a'), plant('b'), plant('c'))

  it('has the changed ones in their places; the others stay the same objects', () => {
    const after = listAfter(before, changes(3, plant('b', 'renamed')))!
    expect(after.plants.map(p => p.name)).toEqual(['a', 'renamed', 'c'])
    expect(after.plants[0]).toBe(before.plants[0])
    expect([after.mark, after.isChanges]).toEqual(['terms-8', false])
  })

  it('is what was answered where that is all of it', () => {
    const answer = whole(plant('c'))
    expect(listAfter(before, answer)).toBe(answer)
  })

  it('is not to be had where plants came, went, or one came as another went', () => {
    expect(listAfter(before, changes(4, plant('d')))).toBeNull()
    expect(listAfter(before, changes(2))).toBeNull()
    expect(listAfter(before, changes(3, plant('d')))).toBeNull()
  })
})
