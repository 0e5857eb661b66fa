import { cityMapping } from 'city-timezones'
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

const MOST = 12

/** Towns whose name, or a word of it, begins as was typed; the largest first. */
export function townsLike(typed: string): Town[] {
  const wanted = plain(typed)
  return towns
    .filter(({ key }) => key.startsWith(wanted) || key.includes(` ${wanted}`))
    .slice(0, MOST)
    .map(({ town }) => town)
}
