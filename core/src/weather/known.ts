import { max, min, rollup, sum } from 'd3-array'
import type { Clock } from '../time/clock'
import type { ISODate } from '../time/days'
import { addDays, dayOf, daysBetween, yearOf } from '../time/days'
import type { DayWarmth } from '../time/thermal'
import { inYear } from './climate'
import type { WeatherHour } from './hour'
import type { DayRead } from './readings'
import type { WeatherDay } from './simulated'
import { FORECAST_DAYS } from './simulated'

/** A day's weather as it is shown, and where it comes from. */
export interface DayView extends DayWarmth {
  rainMm: number | null
  from: 'read' | 'station' | 'forecast'
}

/** An hour of today or the days ahead. */
export interface HourAhead extends WeatherHour {
  isForecast: boolean
}

/** The weather of a garden: what was read in, else what the station measured; ahead of today, what is foretold. */
export interface Weather {
  /** last day that has been or is foretold */
  knownUntil: ISODate
  /** the hours of today and the days ahead: measured up to now, then foretold; none without a station */
  hours: HourAhead[]
  /** a day's weather, where nothing was measured that of the same day in years that were read; null where nothing is known */
  dayAt: (day: ISODate) => DayWarmth | null
  view: (day: ISODate) => DayView | null
  /** years whose weather the days to come may have, and where they come from */
  years: number[]
  yearsFrom: 'read' | 'station'
}

/** Years that stand for the days to come: of one's own readings, when there are so many whole ones, else of the station. */
const [ENOUGH_YEARS, YEARS] = [3, 10]
/** Days of a year that make it a whole one. */
const WHOLE_YEAR = 360

/** What a day was like on average in the years that were read in; null where there are none. */
function usualOf(read: Map<ISODate, DayWarmth>, years: number[], day: ISODate): DayWarmth | null {
  const same = years.flatMap(year => read.get(inYear(day, year)) ?? [])
  return same.length
    ? { day, tmin: sum(same, d => d.tmin) / same.length, tmax: sum(same, d => d.tmax) / same.length }
    : null
}

/**
 * The weather of a garden, as far as it is known now.
 *
 * @param read days that were read in, each once
 * @param station its days, and its hours from the beginning of today on; null where there is none: simulated weather is never
 *   taken for the garden's own
 */
export function weatherOf(
  { today, zone }: Clock,
  read: DayRead[],
  station: { dayAt: (day: ISODate) => WeatherDay; hours: HourAhead[] } | null,
): Weather {
  const readOn = new Map(read.map(d => [d.day, d]))
  const hours = station?.hours ?? []
  const foretold = rollup(
    hours,
    ofDay => ({
      tmin: min(ofDay, h => h.celsius)!,
      tmax: max(ofDay, h => h.celsius)!,
      rainMm: Math.round(sum(ofDay, h => h.rainMm) * 10) / 10,
    }),
    h => dayOf(h.at, zone),
  )
  const wholeYears = [
    ...rollup(
      read,
      days => days.length,
      d => yearOf(d.day),
    ),
  ]
    .filter(([, days]) => days >= WHOLE_YEAR)
    .map(([year]) => year)
    .sort()
  const dayAt = (day: ISODate): DayWarmth | null => {
    const own = readOn.get(day)
    if (own) return own
    const ahead = day >= today ? foretold.get(day) : undefined
    if (ahead) return { day, tmin: ahead.tmin, tmax: ahead.tmax }
    return station ? station.dayAt(day) : usualOf(readOn, wholeYears, day)
  }
  const last = yearOf(today) - 1
  return {
    knownUntil: station ? addDays(today, FORECAST_DAYS - 1) : today,
    hours,
    dayAt,
    view: day => {
      const own = readOn.get(day)
      if (own) return { day, tmin: own.tmin, tmax: own.tmax, rainMm: own.rainMm, from: 'read' }
      if (!station) return null
      const { tmin, tmax } = dayAt(day)!
      return day < today
        ? { day, tmin, tmax, rainMm: station.dayAt(day).rainMm, from: 'station' }
        : { day, tmin, tmax, rainMm: foretold.get(day)?.rainMm ?? null, from: 'forecast' }
    },
    ...(wholeYears.length >= ENOUGH_YEARS || !station
      ? { years: wholeYears, yearsFrom: 'read' as const }
      : {
          years: Array.from({ length: YEARS }, (_, i) => last - YEARS + 1 + i),
          yearsFrom: 'station' as const,
        }),
  }
}

/** From this much rain on, in mm, a day is a wet one. */
const WET_MM = 1
/** How far ahead rain is heeded. */
const RAIN_DAYS = 2

/** The next day on which rain is likely, today or soon; null where none is foretold. */
export const rainAhead = (weather: Weather, today: ISODate): ISODate | null =>
  daysIn(weather, today, addDays(today, RAIN_DAYS)).find(day => (day.rainMm ?? 0) >= WET_MM)?.day ?? null

/** Days of a span that have been or are foretold. */
export function daysIn(weather: Weather, from: ISODate, to: ISODate): DayView[] {
  const last = to < weather.knownUntil ? to : weather.knownUntil
  return Array.from({ length: Math.max(0, daysBetween(from, last) + 1) }, (_, i) =>
    weather.view(addDays(from, i)),
  ).filter(day => day !== null)
}
