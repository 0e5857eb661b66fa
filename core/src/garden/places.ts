import { maxIndex, rollup } from 'd3-array'
import type { BestDay, FlowerHours } from '../bloom/hours'
import { bestDay, hoursOn, readyTogether } from '../bloom/hours'
import type { CropGuide } from '../crops/guide'
import type { AroundFlower } from '../flowers/around'
import { once } from '../once'
import { airAt } from '../places/air'
import type { Conditions } from '../places/kinds'
import { conditionsOn, isRainedOn } from '../places/place'
import type { Reading } from '../stores/aging'
import { readingsWith } from '../stores/store'
import type { ISODate } from '../time/days'
import { addDays, dayOf, instantAt } from '../time/days'
import type { WeatherHour } from '../weather/hour'
import { rainAhead } from '../weather/known'
import { bloomGround } from './blooms'
import { conditionsAt } from './conditions'
import type { GardenDay } from './day'

const HOUR_MS = 3_600_000

/** What is around the flowers of a plant today. */
export function aroundPlant(day: GardenDay, plantId: string): AroundFlower {
  const known = once(day, 'around plants', () => new Map<string, AroundFlower>())
  const around = known.get(plantId) ?? aroundUnder(day, conditionsAt(day, plantId, day.today))
  known.set(plantId, around)
  return around
}

function aroundUnder(day: GardenDay, here: Conditions): AroundFlower {
  const rain = once(day, 'rain ahead', () => {
    const on = rainAhead(day.weather, day.today)
    return on ? { on, isToday: on === day.today } : null
  })
  return {
    isVisited: here.visitors,
    rain: isRainedOn(here) ? rain : null,
    air: once(day, `warmest air: ${JSON.stringify(here)}`, () => warmestAir(day, here)),
  }
}

/** The air at a place in the warmest hour of today; null where no weather is known. */
function warmestAir(day: GardenDay, here: Conditions): AroundFlower['air'] {
  if (!day.weather.hours.length) return null
  const today = airIn(day, here, day.today, MILD).filter(({ at }) => dayOf(at, day.zone) === day.today)
  const warmest = today[maxIndex(today, hour => hour.celsius)]
  return warmest ? { celsius: warmest.celsius, humidity: warmest.humidity } : null
}

/** °C of a day of which nothing is known. */
const MILD = 18

/** The hours of a crop's flowers today at a place, in the light, the warmth and the rain that come there. */
export function hoursAt(day: GardenDay, guide: CropGuide, placeId: string | null): FlowerHours {
  const here = conditionsOn(day.garden.states.place.get(placeId ?? ''), day.today)
  const work = () => hoursUnder(day, here, guide)
  return once(day, `hours of ${guide.id}: ${JSON.stringify(here)}`, work, [guide])
}

/** Days of a week ahead, today among them. */
const WEEK = 7

/** The day of the coming week whose stigmas are ready while pollen is dry for longest, and when; null where no weather is foretold. */
export function bestDayAt(day: GardenDay, guide: CropGuide, placeId: string | null): BestDay | null {
  const here = conditionsOn(day.garden.states.place.get(placeId ?? ''), day.today)
  const work = (): BestDay | null => {
    const days = Array.from({ length: WEEK }, (_, ahead) => ({
      on: addDays(day.today, ahead),
      hours: hoursUnder(day, here, guide, ahead),
    }))
    const best = bestDay(days.filter(({ on }) => on <= day.weather.knownUntil))
    return best && { on: best.on, ...readyTogether(best.hours)! }
  }
  // As long as the weather is the same, an entry changes nothing of it; what a logger measures may.
  const also = here.warmth.by === 'store' ? day : null
  return day.weather.hours.length
    ? once(day.weather, `best day of ${guide.id}: ${JSON.stringify(here)}`, work, [guide, day.today, also])
    : null
}

/** The hours of a crop's flowers under some conditions, today or so many days ahead. */
export function hoursUnder(day: GardenDay, here: Conditions, guide: CropGuide, ahead = 0): FlowerHours {
  const on = addDays(day.today, ahead)
  return hoursOn(
    on,
    day.site,
    day.zone,
    airIn(day, here, on, guide.bloom.hours.mildCelsius),
    guide.bloom.hours,
    ahead,
  )
}

/** The conditions under which the plants of a crop stand that may be parents, each once, the commonest first. */
export function conditionsOf(day: GardenDay, crop: string): Conditions[] {
  const all = [...bloomGround(day).plants.values()]
    .filter(plant => plant.crop === crop)
    .map(plant => conditionsAt(day, plant.id, day.today))
  const kinds = rollup(
    all,
    same => ({ conditions: same[0]!, plants: same.length }),
    conditions => JSON.stringify(conditions),
  )
  return [...kinds.values()].sort((a, b) => b.plants - a.plants).map(({ conditions }) => conditions)
}

function airIn(day: GardenDay, here: Conditions, on: ISODate, mildCelsius: number): WeatherHour[] {
  const isOfWeather = here.shelter === 'open' && here.warmth.by === 'weather'
  // Where no weather is known, what was told of the place is known all the same.
  const known = day.weather.hours
  const hours = known.length || isOfWeather ? known : stillHours(day, on, mildCelsius)
  return here.warmth.by === 'store'
    ? airAt(here, hours, measuredIn(day, here.warmth.storeId, hours))
    : airAt(here, hours)
}

/** A mild, dry, clear day, which neither puts a flower off nor brings it forward. */
function stillHours({ zone }: GardenDay, on: ISODate, celsius: number): WeatherHour[] {
  const begins = Date.parse(instantAt(on, 0, zone))
  const mild = { celsius, cloud: 0.25, light: 300, rainMm: 0, humidity: 70, windMs: 1 }
  return Array.from({ length: 25 }, (_, hour) => ({
    at: new Date(begins + hour * HOUR_MS).toISOString(),
    ...mild,
  }))
}

/** What was measured in a store over some hours; where nothing was, what it is set to. */
function measuredIn(day: GardenDay, storeId: string, hours: WeatherHour[]): Reading[] {
  const { store: stores, storeReadings } = day.garden.states
  const store = stores.get(storeId)
  const [first, last] = [hours[0], hours.at(-1)]
  if (!store || !first || !last) return []
  const [from, to] = [Date.parse(first.at), Date.parse(last.at) + HOUR_MS]
  const read = [...storeReadings.values()].filter(file => file.storeId === storeId)
  const logged = store.isLogged ? day.logged(store, from, Math.min(to, Date.parse(day.now))) : []
  const measured = readingsWith(logged, read).filter(({ at }) => at >= from && at < to)
  return measured.length ? measured : [{ at: from, celsius: store.celsius }]
}
