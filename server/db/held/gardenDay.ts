import type { GardenDay } from '@virgulta/core/garden/day'
import type { WholeGarden } from '@virgulta/core/garden/garden'
import { once } from '@virgulta/core/garden/once'
import { instantAt } from '@virgulta/core/time/days'
import type { HourAhead, Weather } from '@virgulta/core/weather/known'
import { weatherOf } from '@virgulta/core/weather/known'
import { daysRead } from '@virgulta/core/weather/readings'
import { LRUCache } from 'lru-cache'
import type { StationView } from '../../../shared/bloom'
import type { Place } from '../../../shared/garden'
import { resolvedPlace } from '../../../shared/garden'
import { loggerIn } from '../../devices/coldLogger'
import type { WeatherStation } from '../../devices/weatherStation'
import { stationAt, stationDay } from '../../devices/weatherStation'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { placesOf } from '../rows/garden'
import { heldGarden } from './heldGarden'

interface Kept<T> {
  /** what else it was worked out from */
  from: string
  it: T
}

/** The day of each garden that is held, by its states: for as long as nothing of them changes and the hour lasts. */
const days = new WeakMap<WholeGarden['kept'], Kept<GardenDay>>()

/** The garden of a request with what no log tells: the hour, the weather, its places. One value for as long as nothing changes. */
export async function gardenDay(db: Database, garden: Garden): Promise<GardenDay> {
  const whole = await heldGarden(db, garden)
  const from = surroundingsOf(garden)
  const isKnown = () => days.get(whole.kept)?.from === from
  if (!isKnown()) {
    const places = await placesOf(db, garden)
    // Others may have been faster meanwhile.
    if (!isKnown()) days.set(whole.kept, { from, it: dayOf(whole, garden, places) })
  }
  return days.get(whole.kept)!.it
}

/** What is around a garden for an hour. */
const surroundingsOf = ({ now, today, zone, site, isSited, hasStation }: Garden): string =>
  JSON.stringify([now.slice(0, 13), today, zone, site, isSited, hasStation])

function dayOf(whole: WholeGarden, garden: Garden, places: Place[]): GardenDay {
  const { now, today, zone, site, isSited } = garden
  return {
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
  }
}

interface KeptWeather extends Kept<Weather> {
  readings: WholeGarden['states']['readings']
}

/** The weather of each garden for an hour: it changes with what is read in, not with every entry of the log. */
const weathers = new LRUCache<string, KeptWeather>({ max: 500 })

function weatherIn({ states: { readings } }: WholeGarden, garden: Garden): Weather {
  const from = surroundingsOf(garden)
  const known = weathers.get(garden.id)
  if (known?.from === from && known.readings === readings) return known.it
  const read = once(readings, `days in ${garden.zone}`, () => daysRead([...readings.values()], garden.zone))
  const station = stationOf(garden)
  const it = weatherOf(
    garden,
    read,
    station && { dayAt: day => stationDay(station, garden.site, day), hours: hoursAhead(station, garden) },
  )
  weathers.set(garden.id, { from, readings, it })
  return it
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
