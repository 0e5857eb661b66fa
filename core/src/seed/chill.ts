import { sum } from 'd3-array'
import type { ISODate } from '../time/days'
import { addDays } from '../time/days'

/** Moist seed is chilled on days whose mean, in °C, lies above the first and up to the second: below, nothing goes on in it. */
export const CHILLS = { above: 0, upTo: 8 }

/** No winter is longer. */
const MOST_DAYS = 400

/** How far seed that lies outdoors was chilled. */
export interface Chill {
  /** chill days so far, and how many it wants */
  days: number
  wants: number
  /** the day on which it had, or should have, enough; null: not within a year */
  enoughOn: ISODate | null
}

/**
 * Counts the chill days of seed outdoors.
 *
 * @param from the day on which it was put there
 * @param wants chill days that it needs
 * @param meanOn the mean temperature of a day, °C; ahead of today what is usual; null where nothing is known
 * @returns null where the weather of some day up to today is not known
 */
export function chillOf(
  from: ISODate,
  today: ISODate,
  wants: number,
  meanOn: (day: ISODate) => number | null,
): Chill | null {
  const means: { day: ISODate; mean: number }[] = []
  for (let day = from, i = 0; i < MOST_DAYS; i++, day = addDays(day, 1)) {
    const mean = meanOn(day)
    if (mean === null) {
      if (day <= today) return null
      break
    }
    means.push({ day, mean })
  }
  const chilly = means.filter(({ mean }) => mean > CHILLS.above && mean <= CHILLS.upTo)
  return {
    days: sum(chilly, ({ day }) => Number(day <= today)),
    wants,
    enoughOn: chilly[wants - 1]?.day ?? null,
  }
}
