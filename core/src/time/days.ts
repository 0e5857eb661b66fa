import { TZDate, tzOffset } from '@date-fns/tz'
import { addMonths, format, formatISO, getISOWeek, parseISO, startOfMonth } from 'date-fns'

/** A day without hours, `2027-06-14`. */
export type ISODate = string

/** A moment, UTC, `2027-06-14T05:40:00.000Z`. */
export type Instant = string

/** Days without hours are counted in UTC, where each has as many. */
const DAY_MS = 86_400_000

/** Days that are remembered; then it begins anew, so that nobody fills the memory with days. */
const MOST_DAYS = 50_000

/** What is asked again and again of days, remembered: reading and writing a date takes far longer. */
function rememberedBy<K, V>(workOut: (key: K) => V): (key: K) => V {
  const known = new Map<K, V>()
  return key => {
    let answer = known.get(key)
    if (answer === undefined) {
      answer = workOut(key)
      if (known.size >= MOST_DAYS) known.clear()
      known.set(key, answer)
    }
    return answer
  }
}

/** Days are counted from 1 January 1970 where they are reckoned with. */
export const dayNumber = rememberedBy((day: ISODate) => Date.parse(day) / DAY_MS)
export const dayOfNumber = rememberedBy((number: number) =>
  new Date(number * DAY_MS).toISOString().slice(0, 10),
)

/** The day `count` days after `day`; a negative count goes back. */
export const addDays = (day: ISODate, count: number): ISODate => dayOfNumber(dayNumber(day) + count)

/** Calendar days from `from` to `to`; negative when `to` lies before. */
export const daysBetween = (from: ISODate, to: ISODate): number => dayNumber(to) - dayNumber(from)

/** How far the clock of a zone is ahead of UTC as a day of UTC begins and as it ends, in minutes. */
type Ahead = readonly [asItBegins: number, asItEnds: number]

const clocks = new Map<string, Map<number, Ahead>>()

/** Days that are remembered of all zones together. */
let remembered = 0

/** Asking the calendar of zones takes far longer than to remember the days on which nobody puts a clock forward or back. */
function minutesAhead(moment: number, zone: string): number {
  const clock = clocks.get(zone) ?? new Map<number, Ahead>()
  clocks.set(zone, clock)
  const day = Math.floor(moment / DAY_MS)
  const ahead = (at: number) => tzOffset(zone, new Date(at))
  let known = clock.get(day)
  if (!known) {
    known = [ahead(day * DAY_MS), ahead((day + 1) * DAY_MS)]
    if (++remembered > MOST_DAYS) {
      clocks.clear()
      remembered = 0
    } else clock.set(day, known)
  }
  const [asItBegins, asItEnds] = known
  return asItBegins === asItEnds ? asItBegins : ahead(moment)
}

/** What stands on calendar and clock of a zone at an instant, written as an instant is. */
function local(instant: Instant, zone: string): string {
  const moment = Date.parse(instant)
  return new Date(moment + minutesAhead(moment, zone) * 60_000).toISOString()
}

/** The calendar day of an instant in the garden's time zone (IANA name). */
export const dayOf = (instant: Instant, zone: string): ISODate => local(instant, zone).slice(0, 10)

/** The time on the clock of an instant in the garden's time zone: "05:40". */
export const clockOf = (instant: Instant, zone: string): string => local(instant, zone).slice(11, 16)

/** Hours since midnight, with minutes as a fraction, of an instant in the garden's time zone. */
export function hourOf(instant: Instant, zone: string): number {
  const [hours, minutes] = clockOf(instant, zone).split(':').map(Number) as [number, number]
  return hours + minutes / 60
}

/** The instant at which `hour` (may hold a fraction) is on the clock on `day` in the garden's zone. */
export function instantAt(day: ISODate, hour: number, zone: string): Instant {
  const [year, month, date] = day.split('-').map(Number) as [number, number, number]
  const minutes = Math.round(hour * 60)
  return new Date(
    new TZDate(year, month - 1, date, Math.floor(minutes / 60), minutes % 60, zone).getTime(),
  ).toISOString()
}

/** ISO week number, 1–53. */
export function weekOf(day: ISODate): number {
  return getISOWeek(parseISO(day))
}

/** The first day of the month that lies so many months after the month of a day. */
export function monthAfter(day: ISODate, months: number): ISODate {
  return formatISO(addMonths(startOfMonth(parseISO(day)), months), { representation: 'date' })
}

/** Calendar year of a day. */
export function yearOf(day: ISODate): number {
  return Number(day.slice(0, 4))
}

/** "12 June" or, with the year, "12 June 2026". */
export function dayInWords(day: ISODate, withYear = false): string {
  return format(parseISO(day), withYear ? 'd MMMM yyyy' : 'd MMMM')
}

/** True for a calendar day written as `2027-06-14`. */
export function isDay(text: string): boolean {
  // The 31 February is read as a day in March.
  return /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(Date.parse(text)) && addDays(text, 0) === text
}
