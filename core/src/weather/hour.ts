import type { Instant } from '../time/days'

/** The weather of one hour. */
export interface WeatherHour {
  /** its beginning */
  at: Instant
  celsius: number
  /** share of the sky that is covered, 0 to 1 */
  cloud: number
  /** W/m² on the level */
  light: number
  rainMm: number
  /** relative, % */
  humidity: number
  windMs: number
}
