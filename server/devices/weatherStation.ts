import type { ISODate, Instant } from '@virgulta/core/time/days'
import type { Site } from '@virgulta/core/time/sun'
import type { WeatherHour } from '@virgulta/core/weather/hour'
import type { WeatherDay } from '@virgulta/core/weather/simulated'
import { simulatedWeather } from '@virgulta/core/weather/simulated'

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
