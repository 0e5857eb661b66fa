import { describe, expect, it } from 'vitest'
import type { LoggedDeed } from '../log/entry'
import { chosen, deed, harvest, ids, sow, upToPollination, withPayload } from '../testing/deeds'
import { cross, dayIn, gardenOf, plant } from '../testing/garden'
import { doubtsBehind, lineageDoubts } from './doubts'

const child = '00000000-0000-7000-8000-0000000c1d00'
const grandchild = '00000000-0000-7000-8000-0000000c1d01'

/** Two roses crossed; a seedling raised of it, and crossed back to its mother. */
const upToSeedling = (flower: LoggedDeed[]): LoggedDeed[] => [
  plant('2026-05-01', ids.seedParent, 'Test Ember', 'rose'),
  plant('2026-05-01', ids.pollenParent, 'Test Lantern', 'rose'),
  cross('2026-05-02', 'rose', ids.seedParent, ids.pollenParent, ids.cross),
  ...flower,
  deed('2026-06-20', 'takeNoted', ids.flower, { take: 'taken', reason: null }),
  harvest('2026-10-01', 30, 28, 2),
  sow('2026-11-20', 20),
  deed('2027-02-01', 'seedlingsUp', ids.sowing, { count: 9 }),
  deed('2027-03-01', 'seedlingsRaised', ids.sowing, {
    plants: [{ id: child, code: '27-4RMX' }],
    crop: 'rose',
    crossId: ids.cross,
    seedParentId: ids.seedParent,
    pollenParentId: ids.pollenParent,
    placeId: null,
  }),
]
const worked = upToPollination('2026-06-01', '2026-06-02')
const open = [
  chosen('2026-06-01'),
  deed('2026-06-02', 'pollinated', ids.flower, { pollenParentId: ids.pollenParent, selfMeant: false }),
]
const here = (deeds: LoggedDeed[]) => dayIn(gardenOf(deeds), '2029-01-01')
/** Doubts behind the seed of all flowers of a garden. */
const behind = (deeds: LoggedDeed[], times = 1) => {
  const day = here(deeds)
  const flowers = Array.from({ length: times }, () => [...day.garden.states.flower.values()]).flat()
  return doubtsBehind(day, flowers, day.garden.crops.get('rose')!.guide)
}

describe('doubts behind seed', () => {
  it('are the steps that its flowers went without, counted over them', () => {
    const doubts = behind(upToSeedling(open), 2)
    expect(doubts.map(({ words }) => words)).toContainEqual(expect.stringContaining('was not isolated: '))
    expect(new Set(doubts.map(doubt => doubt.flowers))).toEqual(new Set([2]))
  })

  it('are what its pollen leaves open of the father', () => {
    const tube = '00000000-0000-7000-8000-00000000ab0e'
    const mixed = [
      deed('2026-06-01', 'pollenCollected', tube, {
        code: '26-7ABC',
        crop: 'rose',
        donors: [ids.pollenParent, ids.other],
        how: 'anthers',
        doses: 10,
        storeId: null,
      } as never),
      ...worked.slice(0, -1),
      deed('2026-06-02', 'pollinated', ids.flower, {
        pollenParentId: ids.pollenParent,
        selfMeant: false,
        tubeId: tube,
        doses: 1,
      }),
    ]
    expect(behind(upToSeedling(mixed))).toContainEqual({
      words: 'its pollen was a bulk of 2 plants: its father is not known',
      flowers: 1,
    })
  })
})

describe('doubts of a lineage', () => {
  it('are those of its own seed, then of its forebears', () => {
    const garden = here([
      ...upToSeedling(open),
      withPayload(plant('2028-05-01', grandchild, 'Test Grandchild', 'rose'), {
        seedParentId: child,
        pollenParentId: ids.seedParent,
      }),
    ])
    expect(lineageDoubts(garden, child)).toMatchObject([{ plant: { id: child }, flowers: 1 }])
    expect(lineageDoubts(garden, grandchild)).toEqual(lineageDoubts(garden, child))
    expect(lineageDoubts(garden, ids.seedParent)).toEqual([])
  })

  it('are none where every step was done', () =>
    expect(
      lineageDoubts(
        here(upToSeedling([...worked, deed('2026-06-02', 'isolated', ids.flower, { way: 'mesh' })])),
        child,
      ),
    ).toEqual([]))

  it('are none of a plant that nobody knows', () =>
    expect(lineageDoubts(here(upToSeedling(worked)), 'nobody')).toEqual([]))
})
