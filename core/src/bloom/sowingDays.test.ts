import { describe, expect, it } from 'vitest'
import { builtInGuide } from '../crops/guides/all'
import { moved } from './chances'
import { latestSowing, sowingDays } from './sowingDays'
import { dayNumber, dayOfNumber } from '../time/days'

const { bloom } = builtInGuide('chilli')!
const sure = { first: 0, p: [1] }
const open = (on: string, days: number) => ({ start: moved(sure, dayNumber(on)), length: moved(sure, days) })

describe('days to sow on', () => {
  it('begin with today where the slowest batch would be late already, and end where the quickest would be', () => {
    const days = sowingDays(open('2026-08-01', 20), bloom, 2026, '2026-05-01')
    expect(dayOfNumber(days[0]!)).toBe('2026-05-01')
    const { low } = bloom.fromSowing!
    expect(dayNumber('2026-08-20') - days.at(-1)!).toBe(Math.floor(low * 0.8))
    expect(days.every((day, i) => !i || day === days[i - 1]! + 1)).toBe(true)
  })

  it('do not begin long before the slowest batch needs to, and are never more than can be tried', () => {
    const days = sowingDays(open('2027-08-01', 20), bloom, 2027, '2026-05-01')
    expect(dayNumber('2027-08-01') - days[0]!).toBe(Math.ceil(bloom.fromSowing!.high) + 20)
    expect(days.length).toBeLessThanOrEqual(220)
  })

  it('are none once it is too late, and for a crop that is not sown for bloom', () => {
    expect(sowingDays(open('2026-05-20', 5), bloom, 2026, '2026-05-19')).toEqual([])
    const shrub = { ...bloom, fromSowing: null }
    expect(sowingDays(open('2026-08-01', 20), shrub, 2026, '2026-05-01')).toEqual([])
  })

  it('end some months after the usual bloom begins, or today where that is past', () => {
    expect(latestSowing(2026, bloom, '2026-05-01') > '2026-05-01').toBe(true)
    expect(latestSowing(2025, bloom, '2026-12-30')).toBe('2026-12-30')
  })
})
