import { describe, expect, it } from 'vitest'
import { shareFromGuide } from '../chance/rate'
import type { LoggedDeed } from '../log/entry'
import { fold } from '../log/fold'
import { deed, harvest, ids, newId, sow, withPayload } from '../testing/deeds'
import { agedYears, agingAt, germinationAfter, germinationOn } from './drawer'

const belief = {
  germination: { ...shareFromGuide({ low: 0.6, high: 0.9 }), records: 0 },
  keepsYears: { low: 3, high: 6 },
}
const lot = (...deeds: LoggedDeed[]) => fold('seedLot', ids.lot, deeds)!
const tested = (day: string, seeds: number, up: number) => deed(day, 'seedTested', ids.lot, { seeds, up })
const fridge = newId()
const split = (into: { id: string; seeds: number }[]) =>
  deed('2025-09-01', 'seedsSplit', ids.lot, {
    into: into.map(part => ({ ...part, code: '26-9QQA' })),
    crossId: ids.cross,
    flowerIds: [ids.flower],
    harvestedOn: '2024-08-01',
  })

describe('the germination of kept seed', () => {
  it('begins as the crop’s, and half of it is lost after the years of the guide', () => {
    const [fresh, late] = [germinationAfter(belief, 0), germinationAfter(belief, Math.sqrt(18))]
    expect(fresh).toMatchObject({ origin: 'guide', records: 0 })
    expect(fresh.low).toBeCloseTo(0.58, 1)
    expect(fresh.high).toBeCloseTo(0.9, 1)
    expect(late.median / fresh.median).toBeCloseTo(0.5, 1)
    // How long it keeps is not known well: the range is wider than that of fresh seed.
    expect(late.high - late.low).toBeGreaterThan(fresh.high - fresh.low)
  })

  it('lives twice as long for each 5 °C less, from the day on which it was put there', () => {
    expect(agingAt(15)).toBe(1)
    expect(agingAt(5)).toBeCloseTo(0.25)
    expect(agingAt(20)).toBeCloseTo(2)
    const kept = lot(
      harvest('2024-08-01', 60, 60, 0),
      deed('2025-08-01', 'putAway', ids.lot, { storeId: fridge }),
    )
    expect(agedYears(kept, () => 5, '2027-08-01')).toBeCloseTo(1 + 2 / 4, 2)
    expect(agedYears(kept, () => null, '2027-08-01')).toBeCloseTo(3, 2)
    expect(agedYears(kept, () => 5, '2024-06-01')).toBe(0)
  })

  it('is corrected by the tests of the packet, the more the larger they are', () => {
    const of = (...tests: LoggedDeed[]) =>
      germinationOn(lot(harvest('2024-08-01', 900, 900, 0), ...tests), belief, () => null, '2026-08-01')
    const [untested, few, many] = [of(), of(tested('2026-07-01', 10, 2)), of(tested('2026-07-01', 200, 40))]
    expect(few.median).toBeLessThan(untested.median)
    expect(many.median).toBeLessThan(few.median)
    expect(many.median).toBeCloseTo(0.2, 1)
    expect(many).toMatchObject({ origin: 'records', records: 200 })
    expect(many.high - many.low).toBeLessThan(untested.high - untested.low)
  })
})

describe('a packet in the drawer', () => {
  const full = harvest('2024-08-01', 60, 50, 4)

  it('gives seed to a test, and to other packets that know as much of it', () => {
    const part = newId()
    const deeds = [full, tested('2025-01-10', 10, 7), split([{ id: part, seeds: 20 }])]
    expect(lot(...deeds)).toMatchObject({ left: 26, tests: [{ seeds: 10, up: 7 }] })
    expect(fold('seedLot', part, [deeds[2]!])).toMatchObject({
      code: '26-9QQA',
      seeds: 20,
      left: 20,
      flowerIds: [ids.flower],
      harvestedOn: '2024-08-01',
      splitFrom: ids.lot,
      fruits: 0,
    })
  })

  it('takes another one of its cross in, and is as old as the oldest seed in it', () => {
    const other = newId()
    const merge = (crossId: string) =>
      deed('2025-09-02', 'seedsMerged', ids.lot, {
        fromId: other,
        seeds: 9,
        crossId,
        flowerIds: [ids.other],
        harvestedOn: '2023-08-01',
      })
    expect(lot(full, merge(ids.cross))).toMatchObject({
      left: 65,
      harvestedOn: '2023-08-01',
      flowerIds: [ids.flower, ids.other],
    })
    expect(() => lot(full, merge(newId()))).toThrow('nobody could tell the parents')
    const given = fold('seedLot', other, [{ ...full, subjectId: other }, merge(ids.cross)])
    expect(given).toMatchObject({ left: 47 })
  })

  it('of dust holds about so many, and may be counted anew when there is more', () => {
    const dust = withPayload(full, { sound: 0, empty: 0, isAbout: true })
    expect(() => lot(dust, sow('2025-01-01', 80))).toThrow(
      'about 60 seeds, so 80 cannot be sown from it. If there',
    )
    const anew = deed('2024-12-31', 'seedsRecounted', ids.lot, { left: 100 })
    expect(lot(dust, anew, sow('2025-01-01', 80))).toMatchObject({ left: 20, isAbout: true })
  })

  it.each([
    ['more up than were tested', [full, tested('2025-01-10', 5, 6)], 'at most as many come up, not 6'],
    ['a test of more than it holds', [full, tested('2025-01-10', 70, 6)], 'so 70 cannot be tested'],
    [
      'splitting into more than it holds',
      [full, split([{ id: newId(), seeds: 57 }])],
      'so 57 cannot be split off',
    ],
  ])('refuses %s', (_, deeds, sentence) => {
    expect(() => lot(...deeds)).toThrow(sentence)
  })
})
