import { OutOfRange } from '../chance/estimate'
import type { ISODate } from './days'
import { addDays, daysBetween } from './days'

/** The coldest and the warmest of a day, °C. */
export interface DayWarmth {
  day: ISODate
  tmin: number
  tmax: number
}

/**
 * Degree days of one day above a base: the area between the base and a sine curve through the day's lowest and highest
 * temperature.
 *
 * @param tmin lowest, °C
 * @param tmax highest, °C
 * @param base temperature below which nothing develops, °C
 * @returns °C·days, 0 or more
 * @throws {OutOfRange} if a temperature is missing or the lowest lies above the highest
 * @see Baskerville & Emin (1969), Ecology 50:514
 */
export function degreeDays(tmin: number, tmax: number, base: number): number {
  if (!(Number.isFinite(tmin) && Number.isFinite(tmax) && tmin <= tmax))
    throw new OutOfRange(
      `The lowest temperature of a day lies at or below the highest; not ${tmin} and ${tmax}.`,
    )
  const mean = (tmin + tmax) / 2
  if (tmax <= base) return 0
  if (tmin >= base) return mean - base
  const swing = (tmax - tmin) / 2
  const crossing = Math.asin((base - mean) / swing)
  return ((mean - base) * (Math.PI / 2 - crossing) + swing * Math.cos(crossing)) / Math.PI
}

/** Degree days of each day with their running sum; days without readings between the first and the last. */
export interface WarmthSums {
  days: { date: ISODate; degreeDays: number; sum: number }[]
  missing: ISODate[]
}

/**
 * Degree days day by day, and summed. A day without readings adds nothing and is named.
 *
 * @param days in any order, each once
 * @param base °C
 */
export function warmthSums(days: DayWarmth[], base: number): WarmthSums {
  const ordered = [...days].sort((a, b) => a.day.localeCompare(b.day))
  const missing: ISODate[] = []
  let sum = 0
  const summed = ordered.map(({ day, tmin, tmax }, i) => {
    const before = ordered[i - 1]?.day
    if (before) for (let n = 1; n < daysBetween(before, day); n++) missing.push(addDays(before, n))
    const gained = degreeDays(tmin, tmax, base)
    sum += gained
    return { date: day, degreeDays: gained, sum }
  })
  return { days: summed, missing }
}
