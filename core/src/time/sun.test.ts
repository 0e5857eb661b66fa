import { Body, Observer, SearchHourAngle, SearchRiseSet } from 'astronomy-engine'
import { describe, expect, it } from 'vitest'
import { longitudeOf, sunDay, sunHeight } from './sun'

const minutesApart = (one: string, other: Date) => Math.abs(Date.parse(one) - other.getTime()) / 60_000

describe('the sun’s day', () => {
  const sites = [
    { latitude: 53.1, longitude: -8.6 },
    { latitude: 0, longitude: 0 },
    { latitude: -33.9, longitude: 18.4 },
    { latitude: 64, longitude: 20 },
    { latitude: 40, longitude: 139 },
  ]
  const days = ['2026-01-15', '2026-03-20', '2026-06-12', '2026-09-30', '2026-12-21']
  it.each(sites.flatMap(site => days.map(day => ({ ...site, day }))))(
    'is within two minutes of the reference at $latitude, $longitude on $day',
    ({ day, ...site }) => {
      const sun = sunDay(day, site)
      const observer = new Observer(site.latitude, site.longitude, 0)
      const noon = SearchHourAngle(
        Body.Sun,
        observer,
        0,
        new Date(Date.parse(`${day}T12:00:00Z`) - (site.longitude / 15 + 1) * 3_600_000),
      ).time
      expect(minutesApart(sun.noon, noon.date)).toBeLessThan(2)
      const morning = SearchRiseSet(Body.Sun, observer, +1, noon.AddDays(-0.51), 1)!
      const evening = SearchRiseSet(Body.Sun, observer, -1, noon, 1)!
      expect(minutesApart(sun.sunrise!, morning.date)).toBeLessThan(2)
      expect(minutesApart(sun.sunset!, evening.date)).toBeLessThan(2)
      expect(sun.kind).toBe('usual')
    },
  )

  it('has neither rise nor set where the sun stays up or down', () => {
    const north = { latitude: 78, longitude: 15 }
    expect(sunDay('2026-06-21', north)).toMatchObject({ kind: 'polarDay', sunrise: null, sunset: null })
    expect(sunDay('2026-12-21', north)).toMatchObject({ kind: 'polarNight', sunrise: null, sunset: null })
    expect(sunHeight('2026-06-21T23:00:00Z', north)).toBeGreaterThan(0)
  })

  it('is guessed from the winter clock where nobody said where the garden lies', () => {
    expect(longitudeOf('Europe/Berlin')).toBe(15)
    expect(longitudeOf('Europe/Dublin')).toBe(0)
    expect(longitudeOf('America/New_York')).toBe(-75)
    expect(longitudeOf('Australia/Sydney')).toBe(150)
  })

  it('stands highest at noon', () => {
    const site = { latitude: 53, longitude: -8 }
    const { noon, sunrise } = sunDay('2026-06-12', site)
    expect(sunHeight(noon, site)).toBeCloseTo(90 - 53 + 23.1, 0)
    expect(Math.abs(sunHeight(sunrise!, site))).toBeLessThan(0.6)
  })
})
