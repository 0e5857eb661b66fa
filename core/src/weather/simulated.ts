import { hashed } from '../chance/hashed'
import type { ISODate, Instant } from '../time/days'
import { addDays } from '../time/days'
import type { Site } from '../time/sun'
import { sunHeight } from '../time/sun'
import type { DayWarmth } from '../time/thermal'
import type { WeatherHour } from './hour'

const HOUR_MS = 3_600_000
const DAY_MS = 24 * HOUR_MS

/** How far ahead a forecast reaches. */
export const FORECAST_DAYS = 7

/** What wanders by itself in the weather. */
type Channel = 'warmth' | 'cloud' | 'wet' | 'wind'
/** A wandering quantity, about −1 to 1, at a moment in days since 1970. */
type Wander = (channel: Channel, at: number) => number

/** Days over which each channel changes, with how much each contributes. */
const periods: Record<Channel, [days: number, part: number][]> = {
  warmth: [
    [4, 0.35],
    [11, 0.4],
    [33, 0.4],
  ],
  cloud: [
    [0.25, 0.25],
    [1.7, 0.55],
    [6, 0.45],
  ],
  wet: [
    [0.2, 0.45],
    [1.1, 0.6],
  ],
  wind: [
    [0.15, 0.3],
    [1.3, 0.5],
    [4, 0.4],
  ],
}
const channels = Object.keys(periods) as Channel[]

/** Wandering without a history: each moment can be asked for by itself. */
function wanderOf(seed: number): Wander {
  return (channel, at) => {
    const which = channels.indexOf(channel)
    let sum = 0
    periods[channel].forEach(([days, part], octave) => {
      const step = Math.floor(at / days)
      const along = at / days - step
      const smooth = along * along * (3 - 2 * along)
      const from = hashed(seed, which, octave, step)
      const to = hashed(seed, which, octave, step + 1)
      sum += part * 1.6 * (from + (to - from) * smooth)
    })
    return sum
  }
}

const clamp = (value: number, least: number, most: number) => Math.min(most, Math.max(least, value))

/** Temperature without clouds' and fronts' doing: by latitude, time of the year and hour by the sun. */
function usualCelsius(
  { latitude, longitude }: Site,
  at: number,
): { mean: number; swing: number; summer: number } {
  const south = latitude < 0 ? 182.6 : 0
  const summer = Math.cos((2 * Math.PI * (at + longitude / 360 - 200 - south)) / 365.2425)
  const mean = 27.5 - 0.0066 * latitude ** 2 + 0.15 * Math.abs(latitude) * summer
  return { mean, swing: 4.2 + 1.4 * summer, summer }
}

function skyAt(site: Site, at: number, wander: Wander) {
  const { mean, swing, summer } = usualCelsius(site, at)
  const cloud = clamp(0.55 - 0.08 * summer + 0.62 * wander('cloud', at), 0, 1)
  const hour = ((at + site.longitude / 360) % 1) * 24
  // Clouds keep the day cool and the night warm.
  const celsius =
    mean +
    3.4 * wander('warmth', at) -
    1.6 * summer * (cloud - 0.5) +
    swing * (1.25 - 0.7 * cloud) * Math.cos((2 * Math.PI * (hour - 14.6)) / 24)
  return { celsius, cloud }
}

function rainAt(at: number, cloud: number, wander: Wander): number {
  const wet = wander('wet', at) + 1.1 * (cloud - 0.72)
  return cloud > 0.55 && wet > 0.35 ? Math.round(25 * (wet - 0.35) ** 1.6) / 10 : 0
}

function hourAt(site: Site, ms: number, wander: Wander): WeatherHour {
  const at = ms / DAY_MS
  const { celsius, cloud } = skyAt(site, at, wander)
  const instant = new Date(ms).toISOString()
  const height = Math.sin(
    (Math.max(0, sunHeight(new Date(ms + HOUR_MS / 2).toISOString(), site)) * Math.PI) / 180,
  )
  const rainMm = rainAt(at, cloud, wander)
  return {
    at: instant,
    celsius: round(celsius, 1),
    cloud: round(cloud, 2),
    light: Math.round(1020 * height ** 1.15 * (1 - 0.78 * cloud ** 1.6)),
    rainMm,
    humidity: Math.round(
      clamp(
        82 + 14 * (cloud - 0.5) - 2.6 * (celsius - usualCelsius(site, at).mean) + (rainMm > 0 ? 12 : 0),
        25,
        100,
      ),
    ),
    windMs: round(Math.max(0.2, 3.4 + 3 * wander('wind', at) + 1.2 * height), 1),
  }
}

const round = (value: number, digits: number) => Math.round(value * 10 ** digits) / 10 ** digits

/** A weather that could be, at a site: seeded, so that the same site always has the same. */
export interface SimulatedWeather {
  /** the hours from the one that holds `from` up to, without, `to` */
  hours: (from: Instant, to: Instant) => WeatherHour[]
  /** what a forecast made at `now` says of the hours after it, for seven days: the further ahead, the less it is to be trusted */
  forecast: (now: Instant) => WeatherHour[]
  /** lowest, highest and rain of each day (24 hours from midnight UTC moved to the site's sun), `from` and `to` included */
  days: (from: ISODate, to: ISODate) => WeatherDay[]
}

/** The weather of one day. */
export interface WeatherDay extends DayWarmth {
  rainMm: number
}

/** A seed that belongs to a site. */
const seedOf = ({ latitude, longitude }: Site): number =>
  (Math.round(latitude * 100) * 36007 + Math.round(longitude * 100) + 7) | 0

/**
 * Believable weather by latitude and season: temperature, cloud, light, rain, humidity and wind that wander over hours, days
 * and weeks around what the season brings. It stands in for a station; it is nobody's real weather.
 *
 * @param site decides climate and, unless `seed` is given, which weather
 */
export function simulatedWeather(site: Site, seed = seedOf(site)): SimulatedWeather {
  const truth = wanderOf(seed)
  const between = (from: number, to: number, wander: Wander) =>
    Array.from({ length: Math.max(0, Math.ceil((to - from) / HOUR_MS)) }, (_, i) =>
      hourAt(site, from + i * HOUR_MS, wander),
    )
  const wholeHour = (at: Instant) => Math.floor(Date.parse(at) / HOUR_MS) * HOUR_MS
  return {
    hours: (from, to) => between(wholeHour(from), Date.parse(to), truth),
    forecast(now) {
      const began = wholeHour(now) + HOUR_MS
      // Forecasts are made anew every day; each goes wrong in a way of its own.
      const wrong = wanderOf(seed ^ Math.imul(Math.floor(began / DAY_MS), 0x27d4eb2f))
      const blended: Wander = (channel, at) => {
        const doubt = clamp(0.06 + 0.1 * (at - began / DAY_MS), 0, 0.8)
        return (1 - doubt) * truth(channel, at) + doubt * wrong(channel, at)
      }
      return between(began, began + FORECAST_DAYS * DAY_MS, blended)
    },
    days(from, to) {
      const days: WeatherDay[] = []
      for (let day = from; day <= to; day = addDays(day, 1)) {
        const began = Date.parse(day) / DAY_MS - site.longitude / 360
        const skies = Array.from({ length: 24 }, (_, hour) => ({
          at: began + hour / 24,
          ...skyAt(site, began + hour / 24, truth),
        }))
        const celsius = skies.map(s => s.celsius)
        days.push({
          day,
          tmin: round(Math.min(...celsius), 1),
          tmax: round(Math.max(...celsius), 1),
          rainMm: round(
            skies.reduce((sum, s) => sum + rainAt(s.at, s.cloud, truth), 0),
            1,
          ),
        })
      }
      return days
    },
  }
}
