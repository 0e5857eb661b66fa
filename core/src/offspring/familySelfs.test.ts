import { describe, expect, it } from 'vitest'
import type { Relative } from '../odds/carriers'
import { genome, locus } from '../odds/testing'
import { selfsOfFamily } from './familySelfs'

const on = genome([locus('leaf', { alleles: ['P', 'p'] }), locus('eye', { alleles: ['E', 'e'] })])
const plant = (id: string, more: Partial<Relative> = {}): Relative => ({
  id,
  seedParentId: null,
  pollenParentId: null,
  plantKind: 'seedling',
  noted: {},
  looks: {},
  ...more,
})
const child = (id: string, looks: Relative['looks']) =>
  plant(id, { seedParentId: 'mother', pollenParentId: 'father', looks })
const mother = plant('mother', { noted: { leaf: ['p', 'p'] } })
const father = plant('father', { noted: { leaf: ['P', 'P'], eye: ['E', 'E'] } })
const named = (id: string) => ({ id, seedParentId: null, pollenParentId: null })
const found = (all: Relative[], family: string[]) =>
  selfsOfFamily(all, on, [named('mother'), named('father')], family)

describe('selfs of a family', () => {
  it('are told by what the father must have handed on', () => {
    const family = [child('one', { leaf: 'P' }), child('two', { leaf: 'p' }), child('three', {})]
    const { share, plants } = found([mother, father, ...family], ['one', 'two', 'three'])!
    expect(plants).toEqual([
      { id: 'one', self: expect.closeTo(0, 2) as number, stranger: expect.closeTo(0.01, 2) as number },
      { id: 'two', self: expect.closeTo(1, 1) as number, stranger: expect.closeTo(0.01, 2) as number },
    ])
    expect(share.estimate).toBeCloseTo(0.5, 2)
  })

  it('do not make the parents what they are taken to be', () => {
    // Were the family asked of its parents, a father of which nothing is noted would hand on p himself.
    const family = ['P', 'P', 'P', 'P', 'p'].map((leaf, i) => child(`${i}`, { leaf }))
    const purple = plant('father', { looks: { leaf: 'P' }, plantKind: 'line' })
    const told = found(
      [mother, purple, ...family],
      family.map(one => one.id),
    )!
    expect(told.plants[4]!.self).toBeGreaterThan(0.9)
  })

  it('are not sought where nothing was seen that genes make', () => {
    expect(found([mother, father, child('one', {})], ['one'])).toBeNull()
    expect(found([mother, father, child('one', { leaf: 'striped', root: 'white' })], ['one'])).toBeNull()
  })
})
