import { quantileSorted } from 'd3-array'
import { halfOf } from '../crops/half'
import { once } from '../once'
import type { ISODate } from '../time/days'
import { addDays, daysBetween, yearOf } from '../time/days'
import { inYear } from '../weather/climate'
import type { GardenDay } from './day'

/** When the last frost of the next spring is over. */
export interface LastFrost {
  /** in half of the years */ usual: ISODate
  /** in nine of ten */ late: ISODate
  /** years that it is read off */ years: number
}

const FREEZES_BELOW = 0
/** From midwinter to midsummer. */
const SPRING_DAYS = 183

/** The last frost of the spring that comes next, or goes on; null near the equator, where no year is known, or where it never freezes. */
export function lastFrost(day: GardenDay): LastFrost | null {
  const half = halfOf(day.site)
  if (!day.isSited || half === 'tropics') return null
  return once(day, 'last frost', () => {
    const midwinter = half === 'north' ? '01-01' : '07-01'
    const { years, dayAt } = day.weather
    const lasts = years
      .map(year => {
        const from = `${year}-${midwinter}`
        const last = Array.from({ length: SPRING_DAYS }, (_, i) => addDays(from, i)).findLast(
          on => (dayAt(on)?.tmin ?? Infinity) < FREEZES_BELOW,
        )
        return last ? daysBetween(from, last) : null
      })
      .filter(days => days !== null)
      .sort((a, b) => a - b)
    if (!lasts.length) return null
    const spring = `${yearOf(day.today)}-${midwinter}`
    const over = (share: number, from: ISODate) => addDays(from, Math.ceil(quantileSorted(lasts, share)!) + 1)
    const next = over(0.9, spring) < day.today ? inYear(spring, yearOf(day.today) + 1) : spring
    return { usual: over(0.5, next), late: over(0.9, next), years: years.length }
  })
}
