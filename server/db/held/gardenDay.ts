import type { GardenDay } from '@virgulta/core/garden/day'
import type { WholeGarden } from '@virgulta/core/garden/garden'
import { once } from '@virgulta/core/once'
import { instantAt } from '@virgulta/core/time/days'
import type { HourAhead, Weather } from '@virgulta/core/weather/known'
import { weatherOf } from '@virgulta/core/weather/known'
import { daysRead } from '@virgulta/core/weather/readings'
import type { StationView } from '../../../shared/bloom'
import { resolvedPlace } from '../../../shared/garden'
import { loggerIn } from '../../devices/coldLogger'
import type { WeatherStation } from '../../devices/weatherStation'
import { stationAt, stationDays } from '../../devices/weatherStation'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { heldWithPlaces } from './heldGarden'

/**
 * The garden of a request with what no log tells: the hour, the weather, its places. One value for as long as nothing of its
 * states or places changes and the hour lasts.
 */
export async function gardenDay(db: Database, garden: Garden): Promise<GardenDay> {
  const { garden: whole, places } = await heldWithPlaces(db, garden)
  const { now, today, zone, site, isSited } = garden
  const work = (): GardenDay => ({
    garden: whole,
    now,
    today,
    zone,
    site,
    isSited,
    weather: weatherIn(whole, garden),
    places: places.map(place => place.id),
    resolved: id => resolvedPlace(places, id),
    logged: (store, from, to) => loggerIn(store)?.readings(from, to) ?? [],
  })
  return once(whole.kept, 'day', work, [places, surroundingsOf(garden)])
}

/** What is around a garden for an hour. */
const surroundingsOf = ({ now, today, zone, site, isSited, hasStation }: Garden): string =>
  JSON.stringify([now.slice(0, 13), today, zone, site, isSited, hasStation])

/** The weather of a garden for an hour: it changes with what is read in, not with every entry of the log. */
function weatherIn({ states: { readings } }: WholeGarden, garden: Garden): Weather {
  const work = () => {
    const { zone, site } = garden
    const read = once(readings, `days in ${zone}`, () => daysRead([...readings.values()], zone))
    const station = stationOf(garden)
    const measured = station && {
      dayAt: stationDays(station, site),
      hours: hoursAhead(station, garden),
    }
    return weatherOf(garden, read, measured)
  }
  return once(readings, 'weather', work, [surroundingsOf(garden)])
}

/** The garden's weather station; null where it has none: simulated weather is never taken for the garden's own. */
const stationOf = (garden: Garden): WeatherStation | null =>
  garden.hasStation ? stationAt(garden.site) : null

/** What is shown of the garden's station. */
export const stationView = (garden: Garden): StationView | null => {
  const station = stationOf(garden)
  return station && { name: station.name, isSimulated: station.isSimulated }
}

/** The hours of today and the days ahead: measured up to now, then foretold. */
const hoursAhead = (station: WeatherStation, { today, zone, now }: Garden): HourAhead[] => [
  ...station.hours(instantAt(today, 0, zone), now).map(hour => ({ ...hour, isForecast: false })),
  ...station.forecast(now).map(hour => ({ ...hour, isForecast: true })),
]
