import { describe, expect, it } from 'vitest'
import type { LoggedDeed } from '../log/entry'
import { chosen, deed, harvest, ids, sow, upToPollination } from '../testing/deeds'
import { cross, gardenOf, plant } from '../testing/garden'
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
const guideOf = (deeds: LoggedDeed[]) => gardenOf(deeds).crops.get('rose')!.guide

describe('doubts behind seed', () => {
  it('are the steps that its flowers went without, counted over them', () => {
    const garden = gardenOf(upToSeedling(open))
    const flowers = [...garden.states.flower.values()]
    const doubts = doubtsBehind(garden.states, [...flowers, ...flowers], guideOf(upToSeedling(open)))
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
    const garden = gardenOf(upToSeedling(mixed))
    expect(doubtsBehind(garden.states, [...garden.states.flower.values()], guideOf(mixed))).toContainEqual({
      words: 'its pollen was a mixture: its father is not known',
      flowers: 1,
    })
  })
})

describe('doubts of a lineage', () => {
  it('are those of its own seed, then of its forebears', () => {
    const garden = gardenOf([
      ...upToSeedling(open),
      {
        ...plant('2028-05-01', grandchild, 'Test Grandchild', 'rose'),
        payload: {
          ...plant('2028-05-01', grandchild, 'Test Grandchild', 'rose').payload,
          seedParentId: child,
          pollenParentId: ids.seedParent,
        },
      } as LoggedDeed,
    ])
    expect(lineageDoubts(garden, child)).toMatchObject([{ plant: { id: child }, flowers: 1 }])
    expect(lineageDoubts(garden, grandchild)).toEqual(lineageDoubts(garden, child))
    expect(lineageDoubts(garden, ids.seedParent)).toEqual([])
  })

  it('are none where every step was done', () =>
    expect(
      lineageDoubts(
        gardenOf(upToSeedling([...worked, deed('2026-06-02', 'isolated', ids.flower, { way: 'mesh' })])),
        child,
      ),
    ).toEqual([]))

  it('are none of a plant that nobody knows', () =>
    expect(lineageDoubts(gardenOf(upToSeedling(worked)), 'nobody')).toEqual([]))
})
