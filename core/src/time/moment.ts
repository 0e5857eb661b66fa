import { parseISO } from 'date-fns'
import * as v from 'valibot'
import type { Instant } from './days'

/** Whatever is noted, asked for or computed lies in the years 1900 to 2199: what loops over days comes to an end. */
const FIRST = Date.UTC(1900, 0, 1)
const LAST = Date.UTC(2200, 0, 1) - 1

/** True for milliseconds of a moment within the years that count; false for no number. */
export const isWithinYears = (ms: number): boolean => ms >= FIRST && ms <= LAST

/** The moment within the years that count that is nearest. */
export const nearestMoment = (ms: number): Instant =>
  new Date(Math.min(Math.max(ms, FIRST), LAST)).toISOString()

/**
 * The milliseconds of a moment as it was written, with an offset of hours or of hours and minutes and as many fractions of a second
 * as there may be; not a number for a day that no calendar has.
 */
export function millisecondsOf(text: string): number {
  // As this program writes it, which almost all are: what comes back the same is a day that there is.
  const ms = Date.parse(text)
  return !Number.isNaN(ms) && new Date(ms).toISOString() === text ? ms : parseISO(text).getTime()
}

const written = 'Give the moment as 2027-06-14T05:40:00Z.'

/** A moment that people or programs gave: in any offset, kept in UTC to the millisecond, so that it is the same however it is written. */
export const Moment = v.pipe(
  v.string(written),
  v.isoTimestamp(written),
  v.check(text => !Number.isNaN(millisecondsOf(text)), written),
  v.check(text => isWithinYears(millisecondsOf(text)), 'Give a moment between the years 1900 and 2200.'),
  v.transform((text): Instant => new Date(millisecondsOf(text)).toISOString()),
)
