import { once } from '../once'
import type { Days } from '../season/band'
import { addDays } from '../time/days'
import type { SunDay } from '../time/sun'
import { sunDay } from '../time/sun'
import type { GardenDay } from './day'

/** Seedlings that have less light than this, without lamps, grow long and weak: a rule of thumb. */
export const LEAST_HOURS = 10

const MS_AN_HOUR = 3_600_000
/** A year and some days more, so that a span that begins within it is found whole. */
const DAYS_AHEAD = 600

function hoursOf({ kind, sunrise, sunset }: SunDay): number {
  if (kind === 'polarDay') return 24
  if (kind === 'polarNight' || !sunrise || !sunset) return 0
  return (Date.parse(sunset) - Date.parse(sunrise)) / MS_AN_HOUR
}

/** The days that are shorter than {@link LEAST_HOURS}, those that are on or come next; null where there are none, or nobody said where the garden lies. */
export function shortDays(day: GardenDay): Days | null {
  if (!day.isSited) return null
  return once(day, 'short days', () => {
    const days = Array.from({ length: DAYS_AHEAD }, (_, i) => addDays(day.today, i))
    const isShort = days.map(on => hoursOf(sunDay(on, day.site)) < LEAST_HOURS)
    const first = isShort.indexOf(true)
    if (first < 0) return null
    const after = isShort.indexOf(false, first)
    return { from: days[first]!, to: days[(after < 0 ? DAYS_AHEAD : after) - 1]! }
  })
}
