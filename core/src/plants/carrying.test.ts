import { describe, expect, it } from 'vitest'
import { builtInGuide } from '../crops/guides/all'
import { fold } from '../log/fold'
import type { LoggedDeed } from '../log/entry'
import { deed, harvest, ids, newId, upToPollination } from '../testing/deeds'
import { plant } from '../testing/garden'
import { carryingInWords, carryingOf, lastFruitOn } from './carrying'
import { fruitLoadOf } from './fruitLoad'
import { bearingOf } from './plant'

const id = newId()
const orchid = builtInGuide('moth-orchid')!
const grown = (...deeds: LoggedDeed[]) =>
  fold('plant', id, [plant('2020-01-01', id, 'Test Spray', 'moth-orchid'), ...deeds])!
const today = '2026-03-10'
const may = (deeds: LoggedDeed[], lastOn: string | null = null) =>
  carryingOf(grown(...deeds), orchid, today, lastOn)
const scored = (trait: string, value: number, on = '2026-02-01') => deed(on, 'scored', id, { trait, value })

describe('a plant', () => {
  it('may carry what it bears while nothing speaks against it', () => {
    expect(may([])).toEqual({ may: 'full', reasons: [] })
    expect(carryingInWords(may([]))).toBe('')
  })

  it('carries none while it is sick, little while it is marked, small or newly potted', () => {
    expect(may([scored('health', 0)])).toMatchObject({ may: 'none' })
    expect(may([scored('health', 0), scored('health', 2, '2026-03-01')])).toMatchObject({ may: 'full' })
    expect(may([scored('health', 0, '2024-01-01')])).toMatchObject({ may: 'full' })
    expect(may([deed('2026-03-01', 'potted', id, {})])).toMatchObject({ may: 'little' })
    expect(carryingInWords(may([scored('vigour', 0)]))).toBe(
      'Its vigour was scored “poor” on 1 February. Better no fruit this season.',
    )
  })

  it('rests a season after a slow fruit', () => {
    expect(may([], '2025-08-01')).toMatchObject({
      may: 'little',
      reasons: ['It bore fruit until 1 August; after so long a fruit a plant rests a season.'],
    })
    expect(may([], '2024-08-01')).toMatchObject({ may: 'full' })
  })

  it('builds strength in its first year where it was raised here', () => {
    const seedling = { ...grown(), sowingId: ids.sowing, since: '2025-10-01' }
    expect(carryingOf(seedling, orchid, today, null)).toMatchObject({ may: 'none' })
    expect(carryingOf(seedling, builtInGuide('chilli')!, today, null)).toMatchObject({ may: 'full' })
  })
})

it('the last fruit is that of the last harvest', () => {
  const flower = fold('flower', ids.flower, [
    ...upToPollination('2026-06-01', '2026-06-02'),
    harvest('2026-08-01', 3, 3, 0),
  ])!
  expect(lastFruitOn([flower], flower.seedParentId)).toBe('2026-08-01')
  expect(lastFruitOn([flower], id)).toBeNull()
})

it('what bears one fruit loses the other flowers when that one has taken; a clump bears twice as much', () => {
  const taken = [
    ...upToPollination('2026-03-01', '2026-03-02'),
    deed('2026-03-08', 'takeNoted', ids.flower, { take: 'taken' as const, reason: null }),
  ]
  const other = newId()
  const pending = fold('flower', other, upToPollination('2026-03-01', '2026-03-02', other))!
  const flowers = [fold('flower', ids.flower, taken)!, pending]
  const one = { ...orchid, fruitLoad: { low: 1, high: 1 } }
  expect(fruitLoadOf(flowers, one, 0.5).tooMany).toBe(1)
  expect(fruitLoadOf([pending], one, 0.5).tooMany).toBe(0)
  const size = (large: 'small' | 'large') =>
    fruitLoadOf(
      [],
      { ...orchid, fruitLoad: { low: 2, high: 4 } },
      0.5,
      bearingOf({ ...grown(), size: large }),
    ).mayCarry
  expect([size('small'), size('large')]).toEqual([
    { low: 0, high: 2 },
    { low: 2, high: 8 },
  ])
})
