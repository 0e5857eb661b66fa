import type { ISODate } from '../time/days'
import { addDays, dayOfYear, yearOf } from '../time/days'

/** One seventh-day slice of the garden's year; the last slice is short. */
export interface SeasonWeek {
  from: ISODate
  to: ISODate
}

/** The weeks of a year, from 1 January on. */
export function weeksOf(year: number): SeasonWeek[] {
  const last = `${year}-12-31`
  return Array.from({ length: 53 }, (_, week) => {
    const from = addDays(`${year}-01-01`, 7 * week)
    const to = addDays(from, 6)
    return { from, to: to > last ? last : to }
  }).filter(week => week.from <= last)
}

/** Index of the week of its year that a day falls in. */
export const weekIndex = (day: ISODate): number => Math.floor((dayOfYear(day) - 1) / 7)

/** How often things fell into each week of a year; those of other years are left out. */
export function countByWeek(days: ISODate[], year: number): number[] {
  const counts = weeksOf(year).map(() => 0)
  for (const day of days) if (yearOf(day) === year) counts[weekIndex(day)]!++
  return counts
}

/**
 * The parts of a bloom window that lie in a year. A window that runs over New Year has two.
 *
 * @param from month and day, `12-10`
 * @param to month and day, `04-10`
 */
export function bloomIn(
  year: number,
  { from, to }: { from: string; to: string },
): { from: ISODate; to: ISODate }[] {
  if (from <= to) return [{ from: `${year}-${from}`, to: `${year}-${to}` }]
  return [
    { from: `${year}-01-01`, to: `${year}-${to}` },
    { from: `${year}-${from}`, to: `${year}-12-31` },
  ]
}

/** True on the days of a crop's usual bloom. */
export const isInBloom = (day: ISODate, bloom: { from: string; to: string }): boolean =>
  bloomIn(yearOf(day), bloom).some(part => part.from <= day && day <= part.to)

/** The first whole bloom that ends on a day or after it; one that runs over New Year ends in the year after. */
export function bloomEndingAfter(
  day: ISODate,
  { from, to }: { from: string; to: string },
): { from: ISODate; to: ISODate } {
  const year = yearOf(day)
  const blooms = [year - 1, year, year + 1].map(y => ({
    from: `${y}-${from}`,
    to: `${from <= to ? y : y + 1}-${to}`,
  }))
  return blooms.find(bloom => bloom.to >= day)!
}
