import { describe, expect, it } from 'vitest'
import { mean } from 'd3-array'
import { simulatedWeather } from './simulated'

const lake = { latitude: 53, longitude: -8 }
const weather = simulatedWeather(lake)
const celsius = (site: typeof lake, from: string, to: string) =>
  mean(simulatedWeather(site).hours(from, to), h => h.celsius)!

describe('the simulated weather', () => {
  it('is the same however it is asked for', () => {
    const june = weather.hours('2026-06-10T00:00:00Z', '2026-06-20T00:00:00Z')
    expect(june).toHaveLength(240)
    expect(simulatedWeather(lake).hours('2026-06-14T03:20:00Z', '2026-06-14T05:00:00Z')).toEqual(
      june.slice(99, 101),
    )
    expect(
      simulatedWeather({ latitude: 53, longitude: -7 }).hours('2026-06-10T00:00:00Z', '2026-06-20T00:00:00Z'),
    ).not.toEqual(june)
  })

  it('is warmer in summer, in the afternoon and towards the equator; the south has its summer in January', () => {
    expect(
      celsius(lake, '2025-07-01T00:00:00Z', '2025-08-01T00:00:00Z') -
        celsius(lake, '2025-01-01T00:00:00Z', '2025-02-01T00:00:00Z'),
    ).toBeGreaterThan(8)
    expect(
      celsius({ latitude: 20, longitude: 0 }, '2025-01-01T00:00:00Z', '2026-01-01T00:00:00Z'),
    ).toBeGreaterThan(celsius(lake, '2025-01-01T00:00:00Z', '2026-01-01T00:00:00Z') + 8)
    const south = { latitude: -40, longitude: 0 }
    expect(celsius(south, '2025-01-01T00:00:00Z', '2025-02-01T00:00:00Z')).toBeGreaterThan(
      celsius(south, '2025-07-01T00:00:00Z', '2025-08-01T00:00:00Z') + 5,
    )
    const july = weather.hours('2025-07-01T00:00:00Z', '2025-08-01T00:00:00Z')
    const at = (hour: number) =>
      mean(
        july.filter(h => Number(h.at.slice(11, 13)) === hour),
        h => h.celsius,
      )!
    expect(at(15) - at(4)).toBeGreaterThan(4)
  })

  it('stays within what weather is, dark at night, drier under a clear sky', () => {
    const year = weather.hours('2025-01-01T00:00:00Z', '2026-01-01T00:00:00Z')
    for (const h of year) {
      expect(h.cloud).toBeGreaterThanOrEqual(0)
      expect(h.cloud).toBeLessThanOrEqual(1)
      expect(h.humidity).toBeLessThanOrEqual(100)
      expect(h.celsius).toBeGreaterThan(-25)
      expect(h.celsius).toBeLessThan(42)
    }
    expect(year.filter(h => h.at.slice(11, 13) === '01').every(h => h.light === 0)).toBe(true)
    const rain = year.reduce((sum, h) => sum + h.rainMm, 0)
    expect(rain).toBeGreaterThan(300)
    expect(rain).toBeLessThan(2000)
    const noons = year.filter(h => h.at.slice(11, 13) === '12')
    expect(
      mean(
        noons.filter(h => h.cloud < 0.3),
        h => h.light,
      )!,
    ).toBeGreaterThan(
      mean(
        noons.filter(h => h.cloud > 0.8),
        h => h.light,
      )! * 1.5,
    )
  })

  it('has days that are the lowest and highest of their hours', () => {
    const site = { latitude: 53, longitude: 0 }
    const [day] = simulatedWeather(site).days('2026-06-12', '2026-06-12')
    const hours = simulatedWeather(site)
      .hours('2026-06-12T00:00:00Z', '2026-06-13T00:00:00Z')
      .map(h => h.celsius)
    expect(day).toEqual({
      day: '2026-06-12',
      tmin: Math.min(...hours),
      tmax: Math.max(...hours),
      rainMm: expect.closeTo(
        simulatedWeather(site)
          .hours('2026-06-12T00:00:00Z', '2026-06-13T00:00:00Z')
          .reduce((sum, h) => sum + h.rainMm, 0),
        5,
      ),
    })
  })

  it('is foretold for seven days, well for tomorrow and badly for the week’s end', () => {
    const days = Array.from({ length: 60 }, (_, i) =>
      new Date(Date.UTC(2025, 4, 1) + i * 86_400_000).toISOString(),
    )
    const errors = (ahead: number) =>
      mean(days, now => {
        const foretold = weather.forecast(now)
        expect(foretold).toHaveLength(168)
        const hour = foretold[ahead * 24 - 1]!
        return Math.abs(
          hour.celsius - weather.hours(hour.at, new Date(Date.parse(hour.at) + 1).toISOString())[0]!.celsius,
        )
      })!
    expect(errors(1)).toBeLessThan(1)
    expect(errors(7)).toBeGreaterThan(1.2)
    expect(errors(7)).toBeGreaterThan(2 * errors(1))
  })
})
