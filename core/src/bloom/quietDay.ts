import type { CropGuide } from '../crops/guide'
import type { ISODate } from '../time/days'
import { addDays, daysBetween } from '../time/days'
import { seasonOf } from './season'

const YEAR = 365
/** Blooms that were noted, from which the year is cut by them. */
const ENOUGH = 3
/** A year without a leap day, on which days of the year are counted. */
const BEGINS: ISODate = '2001-01-01'

const dayOfYear = (day: ISODate): number => {
  const same = `2001${day.slice(4)}`
  return daysBetween(BEGINS, same.endsWith('-02-29') ? '2001-02-28' : same)
}

/** A span in which something was in bloom. */
export interface Span {
  from: ISODate
  to: ISODate
}

/**
 * The day of the year on which a crop flowers least by what was noted of it, in the middle of the longest such time; null where too
 * little was noted, or where the guide's own cut falls into no bloom.
 *
 * @param spans blooms that were noted, from the first to the last flower
 */
export function quietDay(spans: Span[], bloom: CropGuide['bloom']): string | null {
  const isTorn = spans.some(({ from, to }) => seasonOf(from, bloom) !== seasonOf(to, bloom))
  if (spans.length < ENOUGH || !isTorn) return null
  const flowering = new Array<number>(YEAR).fill(0)
  for (const { from, to } of spans)
    for (let i = 0; i <= Math.min(YEAR - 1, daysBetween(from, to)); i++)
      flowering[(dayOfYear(from) + i) % YEAR]!++
  const least = Math.min(...flowering)
  let best = { start: 0, length: 0 }
  for (let start = 0; start < YEAR; start++) {
    if (flowering[start] !== least || flowering[(start + YEAR - 1) % YEAR] === least) continue
    let length = 1
    while (length < YEAR && flowering[(start + length) % YEAR] === least) length++
    if (length > best.length) best = { start, length }
  }
  return best.length ? addDays(BEGINS, (best.start + Math.floor(best.length / 2)) % YEAR).slice(5) : null
}
