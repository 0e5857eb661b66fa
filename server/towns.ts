import { cityMapping } from 'city-timezones'
import type { Site } from '@virgulta/core/time/sun'
import { latitudeOf, longitudeOf } from '@virgulta/core/time/sun'
import type { Town } from '../shared/towns'

/** Letters without their marks: "São Paulo" is found as "sao paulo". */
const plain = (text: string) =>
  text
    .normalize('NFKD')
    .replace(/\p{Mark}/gu, '')
    .toLowerCase()

/** The shipped list of towns, the largest first. */
const towns = [...cityMapping]
  .sort((a, b) => b.pop - a.pop)
  .map(city => ({
    key: plain(city.city),
    town: {
      name: city.city,
      region: city.province ?? '',
      country: city.country,
      latitude: city.lat,
      longitude: city.lng,
      zone: city.timezone,
    } satisfies Town,
  }))

/** Where the largest town of a time zone lies: a first guess for a garden that did not say. */
const largest = new Map<string, Site>()
for (const { zone, latitude, longitude } of towns.map(({ town }) => town))
  if (!largest.has(zone)) largest.set(zone, { latitude, longitude })

/** A guess where a garden lies, by its time zone alone. */
export const guessedSite = (zone: string): Site =>
  largest.get(zone) ?? { latitude: latitudeOf(zone), longitude: longitudeOf(zone) }

const MOST = 12

/** Towns whose name, or a word of it, begins as was typed; the largest first. */
export function townsLike(typed: string): Town[] {
  const wanted = plain(typed)
  return towns
    .filter(({ key }) => key.startsWith(wanted) || key.includes(` ${wanted}`))
    .slice(0, MOST)
    .map(({ town }) => town)
}
