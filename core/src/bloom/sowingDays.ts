import type { CropGuide } from '../crops/guide'
import type { ISODate } from '../time/days'
import { addDays, dayNumber } from '../time/days'
import { quantileIn } from './chances'
import type { Window } from './overlap'
import { seasonStart } from './season'

/** Nobody sows for a season so many days after its usual bloom begins. */
const LATEST_DAYS = 120
/** Earlier than the slowest batch needs by so many days would be too early by far. */
const SPARE_DAYS = 20
/** A quick batch may take this share of the shortest time that its guide gives. */
const QUICKEST = 0.8
/** Days that are tried out at most. */
const MOST_DAYS = 220

/** The last day on which a batch for a season is sown; today where the season is past it. */
export function latestSowing(season: number, bloom: CropGuide['bloom'], today: ISODate): ISODate {
  const latest = addDays(seasonStart(season, bloom), LATEST_DAYS)
  return latest > today ? latest : today
}

/**
 * Days on which a batch could still be sown so that it flowers with another plant.
 *
 * @param other when the other plant can be pollinated
 * @returns day numbers, none left out between first and last; empty where it is too late, or the crop is not sown for bloom
 */
export function sowingDays(
  other: Window,
  bloom: CropGuide['bloom'],
  season: number,
  today: ISODate,
): number[] {
  if (!bloom.fromSowing) return []
  const { low, high } = bloom.fromSowing
  const first = Math.max(dayNumber(today), quantileIn(other.start, 0.01) - Math.ceil(high) - SPARE_DAYS)
  const over = quantileIn(other.start, 0.98) + quantileIn(other.length, 0.98) - 1
  const last = Math.min(over - Math.floor(low * QUICKEST), dayNumber(latestSowing(season, bloom, today)))
  return Array.from({ length: Math.max(0, Math.min(MOST_DAYS, last - first + 1)) }, (_, i) => first + i)
}
