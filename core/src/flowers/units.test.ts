import { describe, expect, it } from 'vitest'
import type { LoggedDeed } from '../log/entry'
import { fold } from '../log/fold'
import { deed, ids } from '../testing/deeds'
import { failedUnder, reachedUnder, takenUnder } from './units'

const cluster = (...deeds: LoggedDeed[]) =>
  fold('flower', ids.flower, [
    deed('2026-06-01', 'flowerChosen', ids.flower, {
      code: '26-4RMX',
      crossId: ids.cross,
      seedParentId: ids.seedParent,
      pollenParentId: ids.pollenParent,
      blooms: 8,
    }),
    ...deeds,
  ])!
const pass = (day: string, reached?: number) =>
  deed(day, 'pollinated', ids.flower, {
    pollenParentId: ids.pollenParent,
    selfMeant: false,
    ...(reached ? { reached } : {}),
  })
const take = (take: 'taken' | 'failed', fruits?: number) =>
  deed('2026-06-12', 'takeNoted', ids.flower, { take, reason: null, ...(fruits ? { fruits } : {}) })
const unitsOf = (...deeds: LoggedDeed[]) => {
  const flower = cluster(...deeds)
  return [reachedUnder(flower), takenUnder(flower), failedUnder(flower)]
}

describe('single flowers under one tag', () => {
  it('are reached as the passes of each night or morning were counted, and never more than there are', () => {
    expect(unitsOf()).toEqual([0, 0, 0])
    expect(unitsOf(pass('2026-06-03', 3))).toEqual([3, 0, 0])
    expect(unitsOf(pass('2026-06-03', 3), pass('2026-06-04', 2))).toEqual([5, 0, 0])
    expect(unitsOf(pass('2026-06-03', 6), pass('2026-06-04', 6))).toEqual([8, 0, 0])
    expect(unitsOf(pass('2026-06-03', 3), pass('2026-06-04'))).toEqual([8, 0, 0])
  })

  it('take as they were counted; the rest of those reached did not', () => {
    expect(unitsOf(pass('2026-06-03', 5), take('taken', 2))).toEqual([5, 2, 3])
    expect(unitsOf(pass('2026-06-03', 5), take('taken'))).toEqual([5, 5, 0])
    expect(unitsOf(pass('2026-06-03', 5), take('failed'))).toEqual([5, 0, 5])
  })
})
