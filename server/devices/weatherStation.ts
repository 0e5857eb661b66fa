import type { ISODate, Instant } from '@virgulta/core/time/days'
import type { Site } from '@virgulta/core/time/sun'
import type { WeatherHour } from '@virgulta/core/weather/hour'
import type { WeatherDay } from '@virgulta/core/weather/simulated'
import { simulatedWeather } from '@virgulta/core/weather/simulated'
import { LRUCache } from 'lru-cache'

/** A weather station: what it measured, hour by hour or day by day, and what is foretold for the week ahead. */
export interface WeatherStation {
  name: string
  /** true while nobody's real weather is shown */
  isSimulated: boolean
  hours: (from: Instant, to: Instant) => WeatherHour[]
  forecast: (now: Instant) => WeatherHour[]
  days: (from: ISODate, to: ISODate) => WeatherDay[]
}

/** The simulated station that ships: believable weather by latitude and season. Another one is put in its place here. */
export const stationAt = (site: Site): WeatherStation => ({
  name: 'Simulated station',
  isSimulated: true,
  ...simulatedWeather(site),
})

/** Days of stations by year and site: they never change, and every copy of the demo garden has the same. */
const years = new LRUCache<string, Map<ISODate, WeatherDay>>({ max: 200 })

function daysIn(station: WeatherStation, site: Site, year: string): Map<ISODate, WeatherDay> {
  const key = `${site.latitude} ${site.longitude} ${year}`
  let days = years.get(key)
  if (!days) {
    days = new Map(station.days(`${year}-01-01`, `${year}-12-31`).map(d => [d.day, d]))
    years.set(key, days)
  }
  return days
}

/** What a station measured, by day: for the thousands of days that a garden asks for. */
export function stationDays(station: WeatherStation, site: Site): (day: ISODate) => WeatherDay {
  const own = new Map<string, Map<ISODate, WeatherDay>>()
  return day => {
    const year = day.slice(0, 4)
    let days = own.get(year)
    if (!days) own.set(year, (days = daysIn(station, site, year)))
    return days.get(day)!
  }
}
