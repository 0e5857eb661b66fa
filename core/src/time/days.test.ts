import { TZDate } from '@date-fns/tz'
import { format } from 'date-fns'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  addDays,
  clockOf,
  dayInWords,
  dayOf,
  monthAfter,
  daysBetween,
  hourOf,
  instantAt,
  isDay,
  weekOf,
} from './days'

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
    expect([weekOf('2026-01-01'), monthAfter('2026-07-01', 8)]).toEqual([1, '2027-03-01'])
  })
})

it('reads calendar and clock of a zone as they stand, also on days on which the clock is changed', () => {
  const zones = [
    'Europe/Dublin',
    'America/Santiago',
    'Australia/Lord_Howe',
    'Asia/Kathmandu',
    'Africa/Casablanca',
    'Pacific/Apia',
  ]
  const moment = fc.date({ min: new Date('1975-01-01'), max: new Date('2040-01-01'), noInvalidDate: true })
  fc.assert(
    fc.property(moment, fc.constantFrom(...zones), (at, zone) => {
      const instant = at.toISOString()
      expect(`${dayOf(instant, zone)} ${clockOf(instant, zone)}`).toBe(
        format(new TZDate(instant, zone), 'yyyy-MM-dd HH:mm'),
      )
    }),
  )
  // A day that is left out, and the half hour that comes twice.
  expect(dayOf('2011-12-30T10:30:00.000Z', 'Pacific/Apia')).toBe('2011-12-31')
  expect(clockOf('2026-04-04T14:45:00.000Z', 'Australia/Lord_Howe')).toBe('01:45')
  expect(clockOf('2026-04-04T15:15:00.000Z', 'Australia/Lord_Howe')).toBe('01:45')
})

it('reads a zone as well after more days than are remembered', () => {
  const zones = ['Europe/Dublin', 'Asia/Kolkata', 'America/Chicago']
  const noon = (day: number) => new Date(Date.UTC(1975, 0, 1 + day, 23, 30)).toISOString()
  for (const zone of zones) for (let day = 0; day < 18_000; day++) dayOf(noon(day), zone)
  expect(zones.map(zone => dayOf('2026-06-12T23:30:00.000Z', zone))).toEqual([
    '2026-06-13',
    '2026-06-13',
    '2026-06-12',
  ])
})
