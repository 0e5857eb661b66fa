import { once } from '@virgulta/core/garden/garden'
import type { ISODate } from '@virgulta/core/time/days'
import { addDays, dayOf, daysBetween, instantAt, yearOf } from '@virgulta/core/time/days'
import type { DayWarmth } from '@virgulta/core/time/thermal'
import { inYear, normalsFor } from '@virgulta/core/weather/climate'
import type { WeatherHour } from '@virgulta/core/weather/hour'
import { daysRead } from '@virgulta/core/weather/readings'
import type { WeatherDay } from '@virgulta/core/weather/simulated'
import { FORECAST_DAYS } from '@virgulta/core/weather/simulated'
import { max, min, rollup, sum } from 'd3-array'
import { LRUCache } from 'lru-cache'
import type { DayView, StationView, WeatherPage } from '../../../shared/bloom'
import type { WeatherStation } from '../../devices/weatherStation'
import { stationAt } from '../../devices/weatherStation'
import type { Database } from '../connection'
import { heldGarden } from '../heldGarden'
import { remembered } from '../remembered'
import type { Garden } from './garden'

/** The weather of a garden: what was read in, else what the station measured; ahead of today, what is foretold. */
export interface Weather {
  /** null where there is none: nothing but what was read in is known then */
  station: WeatherStation | null
  /** last day that has been or is foretold */
  knownUntil: ISODate
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

/** The garden's weather station; null where it has none: simulated weather is never taken for the garden's own. */
const stationOf = (garden: Garden): WeatherStation | null =>
  garden.hasStation ? stationAt(garden.site) : null

/** What a day was like on average in the years that were read in; null where there are none. */
function usualOf(read: Map<ISODate, DayWarmth>, years: number[], day: ISODate): DayWarmth | null {
  const same = years.flatMap(year => read.get(inYear(day, year)) ?? [])
  return same.length
    ? { day, tmin: sum(same, d => d.tmin) / same.length, tmax: sum(same, d => d.tmax) / same.length }
    : null
}

/** What is shown of the garden's station. */
export const stationView = (garden: Garden): StationView | null => {
  const station = stationOf(garden)
  return station && { name: station.name, isSimulated: station.isSimulated }
}

/** Days of the station by year and site: they never change, and every copy of the demo garden has the same. */
const yearsOfStation = new LRUCache<string, Map<ISODate, WeatherDay>>({ max: 200 })

function stationDay(station: WeatherStation, { site }: Garden, day: ISODate): WeatherDay {
  const key = `${site.latitude} ${site.longitude} ${day.slice(0, 4)}`
  let year = yearsOfStation.get(key)
  if (!year)
    yearsOfStation.set(
      key,
      (year = new Map(
        station.days(`${day.slice(0, 4)}-01-01`, `${day.slice(0, 4)}-12-31`).map(d => [d.day, d]),
      )),
    )
  return year.get(day)!
}

/** The hours of today and the days ahead: measured up to now, then foretold. */
export function hoursAhead(garden: Garden): (WeatherHour & { isForecast: boolean })[] {
  const station = stationOf(garden)
  if (!station) return []
  const measured = station
    .hours(instantAt(garden.today, 0, garden.zone), garden.now)
    .map(hour => ({ ...hour, isForecast: false }))
  return [...measured, ...station.forecast(garden.now).map(hour => ({ ...hour, isForecast: true }))]
}

/** The weather of a garden, as far as it is known now. */
export function weatherOf(db: Database, garden: Garden): Promise<Weather> {
  return remembered(garden, `weather ${garden.now.slice(0, 13)}`, async () => {
    const station = stationOf(garden)
    const { readings } = (await heldGarden(db, garden)).states
    const read = new Map(
      once(readings, `days in ${garden.zone}`, () => daysRead([...readings.values()], garden.zone)).map(d => [
        d.day,
        d,
      ]),
    )
    const knownUntil = station ? addDays(garden.today, FORECAST_DAYS - 1) : garden.today
    const foretold = rollup(
      hoursAhead(garden),
      hours => ({
        tmin: min(hours, h => h.celsius)!,
        tmax: max(hours, h => h.celsius)!,
        rainMm: Math.round(sum(hours, h => h.rainMm) * 10) / 10,
      }),
      h => dayOf(h.at, garden.zone),
    )
    const dayAt = (day: ISODate): DayWarmth | null => {
      const own = read.get(day)
      if (own) return own
      const ahead = day >= garden.today ? foretold.get(day) : undefined
      if (ahead) return { day, tmin: ahead.tmin, tmax: ahead.tmax }
      return station ? stationDay(station, garden, day) : usualOf(read, wholeYears, day)
    }
    const wholeYears = [
      ...rollup(
        read.values(),
        days => days.length,
        d => yearOf(d.day),
      ),
    ]
      .filter(([, days]) => days >= WHOLE_YEAR)
      .map(([year]) => year)
    const last = yearOf(garden.today) - 1
    return {
      station,
      knownUntil,
      dayAt,
      view: day => {
        const own = read.get(day)
        if (own) return { day, tmin: own.tmin, tmax: own.tmax, rainMm: own.rainMm, from: 'read' }
        if (!station) return null
        if (day < garden.today)
          return { ...dayAt(day)!, rainMm: stationDay(station, garden, day).rainMm, from: 'station' }
        return { ...dayAt(day)!, rainMm: foretold.get(day)?.rainMm ?? null, from: 'forecast' }
      },
      ...(wholeYears.length >= ENOUGH_YEARS || !station
        ? { years: wholeYears.sort(), yearsFrom: 'read' as const }
        : {
            years: Array.from({ length: YEARS }, (_, i) => last - YEARS + 1 + i),
            yearsFrom: 'station' as const,
          }),
    }
  })
}

/** From this much rain on, in mm, a day is a wet one. */
const WET_MM = 1
/** How far ahead rain is heeded. */
const RAIN_DAYS = 2

/** The next day on which rain is likely, today or soon; null where none is foretold. */
export async function rainAhead(db: Database, garden: Garden): Promise<ISODate | null> {
  const weather = await weatherOf(db, garden)
  return (
    daysIn(weather, garden.today, addDays(garden.today, RAIN_DAYS)).find(day => (day.rainMm ?? 0) >= WET_MM)
      ?.day ?? null
  )
}

/** Days of a span that have been or are foretold. */
export function daysIn(weather: Weather, from: ISODate, to: ISODate): DayView[] {
  const last = to < weather.knownUntil ? to : weather.knownUntil
  return Array.from({ length: Math.max(0, daysBetween(from, last) + 1) }, (_, i) =>
    weather.view(addDays(from, i)),
  ).filter(day => day !== null)
}

/** What is known of the weather of a garden, the last months in days. */
export async function weatherPage(db: Database, garden: Garden): Promise<WeatherPage> {
  const weather = await weatherOf(db, garden)
  const from = addDays(garden.today, -90)
  const to = addDays(garden.today, 60)
  const read = [...(await heldGarden(db, garden)).states.readings.values()]
  return {
    station: stationView(garden),
    isSited: garden.isSited,
    site: garden.site,
    years: weather.years,
    yearsFrom: weather.yearsFrom,
    days: daysIn(weather, from, to),
    normals: normalsFor(weather.dayAt, from, to, weather.years),
    read: read
      .map(({ id, source, readOn, unit, rows }) => ({
        id,
        source,
        readOn,
        unit,
        from: rows[0]![0].slice(0, 10),
        to: rows.at(-1)![0].slice(0, 10),
        rows: rows.length,
      }))
      .sort((a, b) => b.from.localeCompare(a.from)),
  }
}
