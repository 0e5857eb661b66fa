import { describe, expect, it } from 'vitest'
import type { LoggedDeed } from '../log/entry'
import { cross, dayIn, gardenOf, plant } from '../testing/garden'
import { deed, ids, newId, sow } from '../testing/deeds'
import { comingBlooms } from './blooms'
import { LEAST_HOURS, shortDays } from './daylight'
import { worthOfPlace } from './drawer'
import { growingFamilies, growingOfCross } from './growing'

const received = (id: string, code: string, seeds: number) =>
  deed('2024-02-01', 'seedReceived', id, { code, crossId: ids.cross, seeds, from: 'a friend' })
const [other, small] = [newId(), newId()]
const ground = (crop: string): LoggedDeed[] => [
  plant('2023-10-01', ids.seedParent, 'Test Ember', crop),
  plant('2023-10-01', ids.pollenParent, 'Test Lantern', crop),
  cross('2024-01-01', crop, ids.seedParent, ids.pollenParent, ids.cross),
  received(ids.lot, '24-7HNA', 40),
  received(other, '24-8KDS', 30),
  received(small, '24-9RTX', 2),
  sow('2024-03-01', 20),
  deed('2024-03-15', 'seedlingsUp', ids.sowing, { count: 9 }),
]
const raised = deed('2024-05-01', 'seedlingsRaised', ids.sowing, {
  plants: [1, 2, 3].map(i => ({ id: newId(), code: `24-7HN${i}` })),
  crop: 'rose',
  crossId: ids.cross,
  seedParentId: ids.seedParent,
  pollenParentId: ids.pollenParent,
  placeId: null,
})

describe('families that grow on', () => {
  it('tell what stands, and leave the list when plants of one season are over', () => {
    const [family] = growingFamilies(dayIn(gardenOf(ground('zinnia')), '2024-04-01'))
    expect(family).toMatchObject({ standing: 9, plants: 0, seen: null, stage: null })
    expect(growingFamilies(dayIn(gardenOf(ground('zinnia')), '2026-04-01'))).toEqual([])
    const [rose] = growingFamilies(dayIn(gardenOf([...ground('rose'), raised]), '2026-06-20'))
    expect(rose).toMatchObject({ standing: 6, plants: 3 })
    expect(rose!.shares.at(-1)).toMatchObject({ season: 2026, of: 3, flowered: 0 })
  })

  it('keep the share that has flowered after the last of them is gone', () => {
    const plants = (raised.payload as { plants: { id: string }[] }).plants
    const over = [
      ...plants.map(({ id }) => deed('2025-06-10', 'bloomSeen', id, { sign: 'first', on: '2025-06-10' })),
      ...plants.map(({ id }) => deed('2025-07-10', 'plantLost', id, { reason: 'drought' })),
      deed('2025-07-10', 'sowingEnded', ids.sowing, { reason: 'dried out' }),
    ]
    const day = dayIn(gardenOf([...ground('rose'), raised, ...over]), '2026-06-20')
    expect(growingFamilies(day)).toEqual([])
    const summary = growingOfCross(day, day.garden.states.cross.get(ids.cross)!)
    expect(summary).toMatchObject({ standing: 0, plants: 0, dues: [] })
    expect(summary.shares.at(-1)).toMatchObject({ flowered: 3, of: 3 })
  })
})

it('the place of a tray is worth what the best packet that waits would give there, of as many seeds', () => {
  const day = dayIn(gardenOf(ground('zinnia')), '2024-04-01')
  const worth = worthOfPlace(day, { lotId: ids.lot, seeds: 20 })!
  expect(worth.code).toBe('24-8KDS')
  expect(worth.seedlings).toBeGreaterThan(8)
  expect(worth.seedlings).toBeLessThanOrEqual(20)
  const kept = [other, small].map(id => deed('2024-02-02', 'keptAsReserve', id, {}))
  expect(
    worthOfPlace(dayIn(gardenOf([...ground('zinnia'), ...kept]), '2024-04-01'), {
      lotId: ids.lot,
      seeds: 20,
    }),
  ).toBe(null)
})

it('the blooms of a plant that come are foretold, those that are over left out', () => {
  const day = dayIn(gardenOf(ground('rose')), '2026-03-01')
  const blooms = comingBlooms(day, ids.seedParent)
  expect(blooms.map(({ from }) => from.slice(0, 4))).toEqual(['2026', '2027'])
  expect(
    comingBlooms(dayIn(gardenOf(ground('rose')), '2026-12-20'), ids.seedParent)[0]!.from > '2026-12-20',
  ).toBe(true)
  expect(comingBlooms(day, newId())).toEqual([])
})

describe('short days', () => {
  const at = (latitude: number, today = '2026-06-01') =>
    shortDays(dayIn(gardenOf(ground('rose')), today, { isSited: true, site: { latitude, longitude: 0 } }))

  it('lie around midwinter, half a year away in the south, and are not near the equator', () => {
    expect(LEAST_HOURS).toBe(10)
    const north = at(52)!
    expect([north.from.slice(0, 7), north.to.slice(0, 7)]).toEqual(['2026-10', '2027-02'])
    const south = at(-45, '2026-01-01')!
    expect([south.from.slice(5, 7), south.to.slice(5, 7)]).toEqual(['05', '08'])
    expect(at(0)).toBe(null)
    expect(at(75, '2026-06-01')!.from > '2026-09-01').toBe(true)
  })
})
