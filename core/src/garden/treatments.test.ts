import { expect, it } from 'vitest'
import { builtInGuide } from '../crops/guides/all'
import { fold } from '../log/fold'
import { deed, harvest, ids, newId, sow, withPayload } from '../testing/deeds'
import { addDays } from '../time/days'
import { compareTreatments } from './treatments'

const SOWN = '2026-02-01'
const guide = builtInGuide('zinnia')!
const lot = fold('seedLot', ids.lot, [harvest('2024-09-01', 400, 400, 0)])!
const names = {
  lot: () => lot,
  place: (id: string | null) => `bench ${id}`,
  family: (id: string) => `family ${id}`,
}
/** A tray of 40 with so many up after ten and twenty days. */
function tray(counts: [number, number], more: object = {}) {
  const id = newId()
  return fold('sowing', id, [
    { ...withPayload(sow(SOWN, 40), more), subjectId: id },
    ...counts.map((count, i) => deed(addDays(SOWN, 10 * (i + 1)), 'seedlingsUp', id, { count })),
  ])!
}

it('trays are grouped by what was told of them, the others are left out', () => {
  const trays = [
    tray([30, 4], { how: { medium: 'Grit' } }),
    tray([28, 6], { how: { medium: 'grit', soaked: true } }),
    tray([3, 9], { how: { medium: 'loam' } }),
    tray([20, 4]),
  ]
  const byMedium = compareTreatments('medium', trays, guide, names)
  expect(byMedium).toMatchObject({
    leftOut: 1,
    groups: [
      { key: 'grit', trays: 2, seeds: 80, up: 68 },
      { key: 'loam', trays: 1, up: 12 },
    ],
  })
  expect(byMedium.p).toBeLessThan(0.001)
  expect(compareTreatments('soaked', trays, guide, names).groups.map(one => [one.key, one.trays])).toEqual([
    ['not soaked', 3],
    ['soaked', 1],
  ])
})

it('seed is compared by its age, by how it was begun and by its family', () => {
  const trays = [tray([30, 4]), tray([28, 6], { container: 'bag', air: 'cold' })]
  const keys = (by: 'age' | 'begun' | 'family') =>
    compareTreatments(by, trays, guide, names).groups.map(one => one.key)
  expect(keys('age')).toEqual(['one year'])
  expect(keys('begun')).toEqual(['bag, cold', 'tray, warm'])
  expect(keys('family')).toEqual([`family ${ids.cross}`])
})
