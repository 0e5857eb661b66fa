import { describe, expect, it } from 'vitest'
import type { Deed } from '../log/entry'
import { gardenOf, plant } from '../testing/garden'
import { deed, newId } from '../testing/deeds'
import { cropLineage, descentTold, populationsOf, relatedOf, tiesBetween } from './lineage'

const [A, B, C, AB, SELF, CUTTING, BULK, NEXT] = Array.from({ length: 8 }, newId) as [
  string,
  string,
  string,
  string,
  string,
  string,
  string,
  string,
]
type Added = Extract<Deed, { kind: 'plantAdded' }>['payload']
const added = (id: string, name: string, more: Partial<Added>, day = '2026-03-01') =>
  deed(day, 'plantAdded', id, {
    name,
    code: `26-${id.slice(-4)}`,
    crop: 'chilli',
    plantKind: 'seedling',
    placeId: null,
    note: null,
    seedParentId: null,
    pollenParentId: null,
    ...more,
  })
const entries = [
  plant('2025-03-01', A, 'Red Post', 'chilli'),
  plant('2025-03-01', B, 'Blue Post', 'chilli'),
  plant('2025-03-01', C, 'Far Post', 'chilli'),
  added(AB, 'Half', { seedParentId: A, pollenParentId: B }),
  added(SELF, 'Whole', { seedParentId: AB, pollenParentId: AB }),
  added(CUTTING, 'Half again', {
    seedParentId: A,
    pollenParentId: B,
    clonedFrom: { plantId: AB, by: 'cutting' },
  }),
  added(BULK, 'Old bulk', { plantKind: 'population', plants: 40 }),
  added(NEXT, 'New bulk', { plantKind: 'population', seedParentId: BULK, pollenParentId: BULK }),
]
const garden = gardenOf(entries)
const of = cropLineage(garden, 'chilli')

describe('the lineage of a crop', () => {
  it('is one object while no plant changes', () => expect(cropLineage(garden, 'chilli')).toBe(of))

  it('says of a plant what it comes of, and what of whom is in it', () => {
    expect(descentTold(of, SELF)).toMatchObject({
      generation: 'F2',
      inbreeding: 0.5,
      selfed: 0.75,
      seedParent: { name: 'Half' },
      pollenParent: { name: 'Half' },
      words: 'Red Post/Blue Post',
      founders: [
        { founder: { name: 'Red Post' }, share: 0.5 },
        { founder: { name: 'Blue Post' }, share: 0.5 },
      ],
    })
    expect(descentTold(of, CUTTING)).toMatchObject({ living: 2, offspring: 1, generation: 'F1' })
    expect(descentTold(of, newId())).toBeNull()
  })

  it('ties two plants by their kinship, what they share and the way between', () => {
    expect(tiesBetween(of, SELF, A)).toMatchObject({
      kinship: 0.25,
      inbreeding: 0.25,
      shared: [{ name: 'Red Post', steps: [2, 0] }],
      way: [
        { name: 'Whole', as: null },
        { name: 'Half', as: 'seed parent' },
        { name: 'Red Post', as: 'seed parent' },
      ],
    })
    expect(tiesBetween(of, A, C)).toEqual({ kinship: 0, inbreeding: 0, shared: [], way: null })
  })

  it('compares each with each, a clone once and no populations', () => {
    const related = relatedOf(of, [A, B, AB, CUTTING, BULK])
    expect(related.plants.map(p => p.name)).toEqual(['Red Post', 'Blue Post', 'Half'])
    expect(related.kinship).toEqual([0.5, 0, 0.25, 0, 0.5, 0.25, 0.25, 0.25, 0.5])
    expect(related.statusNumber).toBeCloseTo(4.5 / 2.5, 10)
    expect(relatedOf(of, []).statusNumber).toBeNull()
  })

  it('reckons with the sets of chromosomes that the garden says the crop has', () => {
    const tetraploid = gardenOf([
      ...entries,
      deed('2025-03-01', 'inheritanceSet', newId(), {
        crop: 'chilli',
        mating: 'selfing',
        ploidy: 4,
        map: 'haldane',
        doubleReduction: 0,
      }),
    ])
    const told = cropLineage(tetraploid, 'chilli')
    expect(descentTold(told, SELF)).toMatchObject({
      inbreeding: expect.closeTo(1 / 6, 12),
      selfed: expect.closeTo(1 - (5 / 6) ** 2, 12),
    })
    expect(tiesBetween(told, SELF, A)).toMatchObject({ kinship: 0.125 })
    expect(tiesBetween(told, SELF, A)!.inbreeding).toBeCloseTo((1 / 12 + 1 / 4) / 3, 12)
    expect(relatedOf(told, [A, B]).statusNumber).toBe(2)
  })

  it('knows how often a population was grown on', () => {
    expect(populationsOf(of)).toMatchObject([
      { name: 'Old bulk', plants: 40, generation: null },
      { name: 'New bulk', generation: 'bulk 1' },
    ])
  })
})
