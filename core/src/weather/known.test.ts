import { describe, expect, it } from 'vitest'
import { addDays, instantAt } from '../time/days'
import type { DayRead } from './readings'
import { daysIn, rainAhead, weatherOf } from './known'

const today = '2026-06-12'
const zone = 'Australia/Hobart'
const clock = { today, zone, now: instantAt(today, 8, zone) }
const read = (day: string, tmin: number, tmax: number, rainMm: number | null = 0): DayRead => ({
  day,
  tmin,
  tmax,
  rainMm,
})
const hour = (day: string, at: number, celsius: number, rainMm = 0) => ({
  at: instantAt(day, at, zone),
  celsius,
  rainMm,
  cloud: 0.5,
  light: 300,
  humidity: 60,
  windMs: 2,
  isForecast: true,
})
/** A station that measured the same each day, and foretells rain the day after tomorrow. */
const station = {
  dayAt: (day: string) => ({ day, tmin: 5, tmax: 15, rainMm: 2 }),
  hours: [
    hour(today, 9, 11),
    hour(today, 15, 17),
    hour(addDays(today, 2), 9, 8, 3.24),
    hour(addDays(today, 2), 15, 10, 1),
  ],
} as never

describe('the weather of a garden', () => {
  it('is nothing where nobody measured: no weather is made up', () => {
    const none = weatherOf(clock, [], null)
    expect([none.dayAt(today), none.view(today), none.years, none.hours]).toEqual([null, null, [], []])
    expect(rainAhead(none, today)).toBeNull()
    expect(daysIn(none, addDays(today, -3), addDays(today, 3))).toEqual([])
  })

  it('is what was read, before what a station says; ahead of today what is foretold', () => {
    const weather = weatherOf(clock, [read('2026-06-10', 1, 9, 4)], station)
    expect(weather.view('2026-06-10')).toEqual({
      day: '2026-06-10',
      tmin: 1,
      tmax: 9,
      rainMm: 4,
      from: 'read',
    })
    expect(weather.view('2026-06-11')).toEqual({
      day: '2026-06-11',
      tmin: 5,
      tmax: 15,
      rainMm: 2,
      from: 'station',
    })
    expect(weather.view(today)).toEqual({ day: today, tmin: 11, tmax: 17, rainMm: 0, from: 'forecast' })
    // A day of which no hour is foretold has the station's usual warmth, and nobody knows its rain.
    expect(weather.view(addDays(today, 1))).toMatchObject({ tmin: 5, rainMm: null, from: 'forecast' })
    expect(weather.view(addDays(today, 2))).toMatchObject({ tmin: 8, tmax: 10, rainMm: 4.2 })
    expect(rainAhead(weather, today)).toBe(addDays(today, 2))
    expect(daysIn(weather, addDays(today, -1), addDays(today, 400)).at(-1)!.day).toBe(weather.knownUntil)
  })

  it('without a station has on days to come what the same day had in years that were read whole', () => {
    const year = (n: number, tmin: number) =>
      Array.from({ length: 365 }, (_, i) => read(addDays(`${n}-01-01`, i), tmin, tmin + 10))
    const weather = weatherOf(clock, [...year(2024, 4), ...year(2025, 8), read('2023-08-01', 40, 50)], null)
    expect(weather.dayAt('2026-08-01')).toEqual({ day: '2026-08-01', tmin: 6, tmax: 16 })
    expect([weather.years, weather.yearsFrom]).toEqual([[2024, 2025], 'read'])
    expect(weather.knownUntil).toBe(today)
  })

  it('takes the years of its own readings from three whole ones on, else those of the station', () => {
    const years = [2023, 2024, 2025].flatMap(n =>
      Array.from({ length: 362 }, (_, i) => read(addDays(`${n}-01-01`, i), 5, 15)),
    )
    expect(weatherOf(clock, years, station)).toMatchObject({ years: [2023, 2024, 2025], yearsFrom: 'read' })
    expect(weatherOf(clock, years.slice(362), station)).toMatchObject({
      years: [2016, 2017, 2018, 2019, 2020, 2021, 2022, 2023, 2024, 2025],
      yearsFrom: 'station',
    })
  })
})
