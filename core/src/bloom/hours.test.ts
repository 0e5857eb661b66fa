import { describe, expect, it } from 'vitest'
import { chilli } from '../crops/guides/chilli'
import { squash } from '../crops/guides/squash'
import type { FlowerHourRules } from '../crops/guide'
import type { WeatherHour } from '../weather/hour'
import { bestDay, bestDayInWords, clockWords, hoursInWords, hoursOn, readyTogether } from './hours'

const site = { latitude: 53, longitude: -8 }
const [day, zone] = ['2026-06-12', 'Europe/Dublin']
const mild: Omit<WeatherHour, 'at'> = {
  celsius: 18,
  cloud: 0.2,
  light: 500,
  rainMm: 0,
  humidity: 75,
  windMs: 2,
}
/** A day's hours, some of them otherwise; hours are those of the clock. */
const weather = (otherwise: (clock: number) => Partial<WeatherHour> = () => ({})): WeatherHour[] =>
  Array.from({ length: 26 }, (_, hour) => ({
    at: new Date(Date.UTC(2026, 5, 11, 23 + hour)).toISOString(),
    ...mild,
    ...otherwise(hour),
  }))
const hours = (hoursOfDay: WeatherHour[], rules: FlowerHourRules = chilli.bloom.hours, ahead = 0) =>
  hoursOn(day, site, zone, hoursOfDay, rules, ahead)

describe('the best day', () => {
  it('is the one on which stigmas are ready while pollen is dry for longest', () => {
    const dull = hours(weather(clock => ({ cloud: clock < 13 ? 1 : 0.2, humidity: clock < 11 ? 97 : 75 })))
    const clear = hours(weather())
    const span = (of: typeof clear) => {
      const both = readyTogether(of)
      return both ? both.until - both.from : 0
    }
    expect(span(clear)).toBeGreaterThan(span(dull))
    const days = [
      { on: '2026-06-12', hours: dull },
      { on: '2026-06-13', hours: clear },
      { on: '2026-06-14', hours: clear },
    ]
    expect(bestDay(days)!.on).toBe('2026-06-13')
    expect(bestDay([])).toBeNull()
    expect(bestDayInWords({ on: '2026-06-13', from: 8.5, until: 11 }, '2026-06-12')).toBe(
      'The best hours of the coming week are on 13 June, 8:30–11:00.',
    )
  })
})

describe('the hours of a flower', () => {
  it('are those of the guide on a clear, mild, dry day', () => {
    const { opens, sheds } = hours(weather())
    // Sunrise is about 5:10 by this clock; 120 to 210 minutes later.
    expect(clockWords(opens.usual)).toMatch(/^7:5|^8:0/)
    expect(opens.at).toBeCloseTo(opens.usual, 0)
    expect(opens.because).toEqual([])
    expect(sheds.usual).toBeGreaterThan(opens.usual + 1)
    expect(hoursInWords('opens', opens)).toMatch(/as usual$/)
  })

  it('are later when it is overcast until ten, and say so', () => {
    const { opens } = hours(weather(clock => (clock < 10 ? { cloud: 1 } : {})))
    expect(opens.at! - opens.usual).toBeGreaterThan(2)
    expect(opens.at).toBeGreaterThan(10)
    expect(opens.because[0]).toBe('overcast until 10:00')
    expect(hoursInWords('opens', opens)).toMatch(
      /^overcast until 10:00: flowers open about 1[01]:\d\d, not (7|8):\d\d$/,
    )
  })

  it('are later in the cold, and sooner in the warmth', () => {
    expect(hours(weather(() => ({ celsius: 8 }))).opens.at!).toBeGreaterThan(hours(weather()).opens.at! + 1)
    expect(hours(weather(() => ({ celsius: 26 }))).opens.at!).toBeLessThan(hours(weather()).opens.at!)
    expect(hours(weather(() => ({ celsius: 8 }))).opens.because[0]).toBe('cool, about 8 °C')
  })

  it('begin anew for pollen that rain has wetted', () => {
    const { sheds } = hours(weather(clock => (clock === 9 ? { rainMm: 1 } : {})))
    expect(sheds.at).toBeGreaterThan(14)
    expect(sheds.because[0]).toMatch(/^rain until 9:5/)
    const soaked = hours(weather(() => ({ rainMm: 1 }))).sheds
    expect(soaked.at).toBeNull()
    expect(hoursInWords('sheds', soaked)).toMatch(/pollen is not dry on this day$/)
  })

  it('come at dawn for a flower of the dawn', () => {
    const { opens } = hours(
      weather(() => ({ celsius: 14 })),
      squash.bloom.hours,
    )
    expect(opens.at).toBeGreaterThan(4.8)
    expect(opens.at).toBeLessThan(6)
    expect(
      hours(
        weather(() => ({ celsius: 6 })),
        squash.bloom.hours,
      ).opens.at! - opens.at!,
    ).toBeGreaterThan(0.4)
  })

  it('of an evening flower are counted from noon', () => {
    const evening: FlowerHourRules = {
      ...chilli.bloom.hours,
      opens: { after: 'sunset', minutes: { low: -90, high: -30 }, lastsMinutes: 400, needs: ['warmth'] },
    }
    const { opens } = hours(weather(), evening)
    expect(opens.at).toBeCloseTo(opens.usual, 0)
    expect(opens.at).toBeGreaterThan(20)
  })

  it('are less sure the further ahead, and cut by noon where the sun never sets', () => {
    const wide = ({ low, high }: { low: number | null; high: number | null }) => high! - low!
    expect(wide(hours(weather(), chilli.bloom.hours, 4).opens)).toBeCloseTo(
      2 * wide(hours(weather()).opens),
      3,
    )
    const polar = hoursOn(day, { latitude: 75, longitude: 20 }, 'Europe/Oslo', [], chilli.bloom.hours)
    expect(polar.opens.at).toBeGreaterThan(6)
    expect(polar.opens.at).toBeLessThan(12)
  })
})
