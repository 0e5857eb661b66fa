import { describe, expect, it } from 'vitest'
import { addDays, dayInWords, dayOf, dayOfYear, daysBetween, hourOf, instantAt, isDay, weekOf } from './days'

describe('days', () => {
  it('are counted over months, leap days and the change of clocks', () => {
    expect(addDays('2024-02-28', 2)).toBe('2024-03-01')
    expect(addDays('2026-03-01', -1)).toBe('2026-02-28')
    expect(daysBetween('2026-03-28', '2026-03-30')).toBe(2)
    expect(daysBetween('2026-06-12', '2026-06-10')).toBe(-2)
  })

  it('fall where the garden lies', () => {
    const late = '2026-06-12T23:30:00.000Z'
    expect(dayOf(late, 'Europe/Dublin')).toBe('2026-06-13')
    expect(dayOf(late, 'America/Chicago')).toBe('2026-06-12')
    expect(hourOf(late, 'Asia/Kolkata')).toBe(5)
  })

  it('become instants by the garden’s clock', () => {
    expect(instantAt('2026-06-12', 5.75, 'Europe/Dublin')).toBe('2026-06-12T04:45:00.000Z')
    expect(instantAt('2026-01-12', 5.75, 'Europe/Dublin')).toBe('2026-01-12T05:45:00.000Z')
    expect(dayOf(instantAt('2026-10-25', 23.9, 'Europe/Dublin'), 'Europe/Dublin')).toBe('2026-10-25')
  })

  it('are told from what is no day', () => {
    expect([isDay('2026-06-12'), isDay('2026-02-30'), isDay('12.6.2026'), isDay('')]).toEqual([
      true,
      false,
      false,
      false,
    ])
  })

  it('have words, weeks and places in the year', () => {
    expect(dayInWords('2026-06-12')).toBe('12 June')
    expect(dayInWords('2026-06-12', true)).toBe('12 June 2026')
    expect([weekOf('2026-01-01'), dayOfYear('2024-12-31')]).toEqual([1, 366])
  })
})
