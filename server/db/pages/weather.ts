import { addDays } from '@virgulta/core/time/days'
import { normalsFor } from '@virgulta/core/weather/climate'
import { daysIn } from '@virgulta/core/weather/known'
import type { WeatherPage } from '../../../shared/bloom'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { gardenDay, stationView } from '../held/gardenDay'

/** What is known of the weather of a garden, the last months in days. */
export async function weatherPage(db: Database, garden: Garden): Promise<WeatherPage> {
  const { weather, today, isSited, site, garden: whole } = await gardenDay(db, garden)
  const from = addDays(today, -90)
  const to = addDays(today, 60)
  return {
    station: stationView(garden),
    isSited,
    site,
    years: weather.years,
    yearsFrom: weather.yearsFrom,
    days: daysIn(weather, from, to),
    normals: normalsFor(weather.dayAt, from, to, weather.years),
    read: [...whole.states.readings.values()]
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
