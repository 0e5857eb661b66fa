import { group, min } from 'd3-array'
import type { Half } from '../crops/half'
import type { ISODate } from '../time/days'
import { addDays, daysBetween, yearOf } from '../time/days'

/** Days in a row, the first and the last. */
export interface Days {
  from: ISODate
  to: ISODate
}

/** First and last day of the year on which something usually happens, `12-10` and `04-10`. */
interface DaysOfYear {
  from: string
  to: string
}

/** The month in which a garden's year begins, so that no summer is cut in two. */
const FIRST_MONTH: Record<Half, string> = { north: '01', tropics: '01', south: '07' }

/** The garden's year that begins in a calendar year. */
export function gardenYear(year: number, half: Half): Days {
  const first = (of: number) => `${of}-${FIRST_MONTH[half]}-01`
  return { from: first(year), to: addDays(first(year + 1), -1) }
}

/** The calendar year in which the garden's year of a day begins. */
export const gardenYearOf = (day: ISODate, half: Half): number =>
  day < gardenYear(yearOf(day), half).from ? yearOf(day) - 1 : yearOf(day)

/** A year that may run over New Year, in words: "2026", or "2026/27". */
export const yearsInWords = (year: number, isOverNewYear: boolean): string =>
  isOverNewYear ? `${year}/${String((year + 1) % 100).padStart(2, '0')}` : String(year)

/** The garden's year in words. */
export const yearInWords = (year: number, half: Half): string => yearsInWords(year, half === 'south')

/** The weeks of a garden's year, each of seven days from its first day on; the last one is short. */
export const weeksOf = (year: Days): Days[] =>
  Array.from({ length: 53 }, (_, week) => {
    const from = addDays(year.from, 7 * week)
    const to = addDays(from, 6)
    return { from, to: to > year.to ? year.to : to }
  }).filter(week => week.from <= year.to)

/** A week of a garden's year, with how much falls into it. */
export interface SeasonWeek extends Days {
  due: number
  done: number
  /** the day to look at: the first on which something is due, or else was done; of an empty week its first */
  opens: ISODate
}

/**
 * The weeks of a garden's year with what falls into each.
 *
 * @param due days on which something is due, as often as something is; those of other years are left out
 * @param done days on which something was done, in the same way
 */
export function weeksWith(due: ISODate[], done: ISODate[], year: Days): SeasonWeek[] {
  const byWeek = (days: ISODate[]) =>
    group(
      days.filter(day => isWithin(day, year)),
      day => Math.floor(daysBetween(year.from, day) / 7),
    )
  const [ofDue, ofDone] = [byWeek(due), byWeek(done)]
  return weeksOf(year).map((week, i) => {
    const [isDue, wasDone] = [ofDue.get(i) ?? [], ofDone.get(i) ?? []]
    const opens = min(isDue) ?? min(wasDone) ?? week.from
    return { ...week, due: isDue.length, done: wasDone.length, opens }
  })
}

const isWithin = (day: ISODate, { from, to }: Days) => from <= day && day <= to

/** The part of some days that lies in a year; null where none does. */
export function partIn({ from, to }: Days, year: Days): Days | null {
  const part = { from: from < year.from ? year.from : from, to: to > year.to ? year.to : to }
  return part.from <= part.to ? part : null
}

/** The usual bloom that begins in a calendar year; it may end in the next one. */
const bloomFrom = (year: number, { from, to }: DaysOfYear): Days => ({
  from: `${year}-${from}`,
  to: `${from <= to ? year : year + 1}-${to}`,
})

/** The parts of the usual blooms of a crop that lie in a garden's year: two, where it is cut within a bloom. */
export const bloomIn = (year: Days, bloom: DaysOfYear): Days[] =>
  [yearOf(year.from) - 1, yearOf(year.from), yearOf(year.to)]
    .filter((begins, i, all) => all.indexOf(begins) === i)
    .flatMap(begins => partIn(bloomFrom(begins, bloom), year) ?? [])

/** True on the days of a crop's usual bloom. */
export const isInBloom = (day: ISODate, bloom: DaysOfYear): boolean =>
  bloomIn({ from: day, to: day }, bloom).length > 0

/** True for a crop that no season tells when to flower. */
export const isYearRound = ({ from, to }: DaysOfYear): boolean => from === '01-01' && to === '12-31'

/** The first whole bloom that ends on a day or after it; of what flowers all year round, the year from that day on. */
export function bloomEndingAfter(day: ISODate, bloom: DaysOfYear): Days {
  if (isYearRound(bloom)) return { from: day, to: addDays(day, 364) }
  const year = yearOf(day)
  return [year - 1, year, year + 1].map(begins => bloomFrom(begins, bloom)).find(one => one.to >= day)!
}
