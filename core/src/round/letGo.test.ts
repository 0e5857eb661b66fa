import { describe, expect, it } from 'vitest'
import { fold } from '../log/fold'
import { deed, harvest, ids, sow } from '../testing/deeds'
import { lotDue } from '../seed/due'
import { builtInGuide } from '../crops/guides/all'
import { isLongGone, letGoDeed } from './letGo'

const hellebore = builtInGuide('hellebore')!
const lot = (...deeds: Parameters<typeof fold>[2]) =>
  fold('seedLot', ids.lot, [harvest('2026-06-01', 20, 18, 2), ...deeds])!
const gone = (seeds: number, how: 'usedUp' | 'givenAway' | 'thrownAway' = 'givenAway') =>
  deed('2026-06-10', 'seedsGone', ids.lot, { how, seeds, note: 'to a friend' })

describe('seed that does not keep', () => {
  it('is asked to be sown until it is gone, or kept on purpose', () => {
    expect(lotDue(lot(), hellebore)).toMatchObject({ step: 'sow' })
    expect(lotDue(lot(gone(18)), hellebore)).toBeNull()
    expect(lotDue(lot(gone(10)), hellebore)).toMatchObject({ step: 'sow' })
    expect(lotDue(lot(deed('2026-06-10', 'keptAsReserve', ids.lot, {})), hellebore)).toBeNull()
  })

  it('leaves the packet as it was told, and no more than is in it', () => {
    expect(lot(gone(5), gone(3, 'thrownAway'))).toMatchObject({
      left: 10,
      gone: [
        { how: 'givenAway', seeds: 5, note: 'to a friend' },
        { how: 'thrownAway', seeds: 3 },
      ],
    })
    expect(() => lot(gone(19))).toThrow('holds 18 seeds, so 19 cannot leave it')
    expect(() => lot(gone(18), deed('2026-06-11', 'keptAsReserve', ids.lot, {}))).toThrow('holds 0 seeds')
  })

  it('is no reserve any more once it is sown from', () => {
    expect(lot(deed('2026-06-10', 'keptAsReserve', ids.lot, {}), sow('2026-09-01', 4))).toMatchObject({
      reserveSince: null,
      left: 14,
    })
  })
})

describe('work that was let go', () => {
  it('stands apart after weeks, where something can be noted that ends it', () => {
    const stop = (overdue: number, type: 'seedLot' | 'plant') => ({ overdue, subject: { type, id: ids.lot } })
    expect([stop(45, 'seedLot'), stop(46, 'seedLot'), stop(400, 'plant')].map(isLongGone)).toEqual([
      false,
      true,
      false,
    ])
  })

  it('ends with a deed of its own for each kind of thing', () => {
    expect(
      (['seedLot', 'sowing', 'flower', 'batch', 'task', 'tube'] as const).map(
        type => letGoDeed({ type, id: 'x' })!.kind,
      ),
    ).toEqual(['keptAsReserve', 'sowingEnded', 'flowerLost', 'batchEnded', 'taskDropped', 'tubeEnded'])
    expect(letGoDeed({ type: 'cross', id: 'x' })).toBeNull()
  })
})
