import type { WarmthCurve } from '../bloom/scale'
import type { ISODate } from '../time/days'
import { dayNumber, dayOfNumber, isDay, yearOf } from '../time/days'
import type { DayWarmth } from '../time/thermal'
import { degreeDays } from '../time/thermal'

/** The same day of another year; the 29 February falls on the 28th where there is none. */
export function inYear(day: ISODate, year: number): ISODate {
  const same = `${year}${day.slice(4)}`
  return day.endsWith('-02-29') && !isDay(same) ? `${year}-02-28` : same
}

/**
 * Warmth summed up over days: what came, and for the days to come what each of some years brought.
 *
 * @param dayAt weather of a day that has been, or is foretold
 * @param first the sums begin at the end of this day
 * @param knownUntil last day that has been or is foretold
 * @param until last day of the sums
 * @param years whose weather the days to come may have; behind New Year each goes on with the next of them,
 *   the last with the first
 * @param base °C above which warmth counts
 * @returns one curve for each year, equal up to `knownUntil`; none where no year is known
 */
export function warmthCurves(
  dayAt: (day: ISODate) => DayWarmth | null,
  first: ISODate,
  knownUntil: ISODate,
  until: ISODate,
  years: number[],
  base: number,
): WarmthCurve[] {
  const [from, known, to] = [dayNumber(first), dayNumber(knownUntil), dayNumber(until)]
  const gained = (day: ISODate) => {
    const weather = dayAt(day)
    return weather ? degreeDays(weather.tmin, weather.tmax, base) : 0
  }
  const sums = new Float64Array(Math.max(0, to - from + 1))
  let sum = 0
  for (let day = from; day <= Math.min(known, to); day++) sums[day - from] = sum += gained(dayOfNumber(day))
  const thisYear = yearOf(dayOfNumber(known + 1))
  const begin = Math.max(known + 1, from)
  const ahead = Array.from({ length: Math.max(0, to - begin + 1) }, (_, i) => dayOfNumber(begin + i))
  return years.map((year, i) => {
    const own = Float64Array.from(sums)
    let running = sum
    for (const [n, day] of ahead.entries())
      own[begin + n - from] = running += gained(
        inYear(day, years[(i + yearOf(day) - thisYear) % years.length]!),
      )
    return { first: from, sums: own, known, year }
  })
}

/** What a week of the year is usually like, from some years. */
export interface Normal {
  day: ISODate
  tmin: number
  tmax: number
}

/** Means of lowest and highest over some years, around each day of a span. */
export function normalsFor(
  dayAt: (day: ISODate) => DayWarmth | null,
  from: ISODate,
  to: ISODate,
  years: number[],
  everyDays = 7,
): Normal[] {
  const normals: Normal[] = []
  if (!years.length) return normals
  for (let number = dayNumber(from); number <= dayNumber(to); number += everyDays) {
    const day = dayOfNumber(number)
    const around = years
      .flatMap(year => [-6, -3, 0, 3, 6].map(off => dayAt(dayOfNumber(dayNumber(inYear(day, year)) + off))))
      .filter(d => d !== null)
    if (!around.length) continue
    const mean = (of: (d: DayWarmth) => number) =>
      Math.round((around.reduce((sum, d) => sum + of(d), 0) / around.length) * 10) / 10
    normals.push({ day, tmin: mean(d => d.tmin), tmax: mean(d => d.tmax) })
  }
  return normals
}
