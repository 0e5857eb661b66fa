import type { CropGuide } from '../crops/guide'
import type { ISODate } from '../time/days'
import { dayNumber, dayOfNumber, yearOf } from '../time/days'
import { seasonStart } from './season'

type GuideBloom = CropGuide['bloom']

/** Ways to foretell the first flower: by the calendar, by days from sowing or potting, by warmth summed up. */
export const METHODS = ['date', 'sowing', 'warmth'] as const
export type Method = (typeof METHODS)[number]
/** Those for what is sown when it suits. */
export const SOWN: readonly Method[] = ['sowing', 'warmth']

/**
 * Degree days summed up from a day on: `sums[i]` at the end of day `first + i`. What is still to come is one
 * year's weather.
 */
export interface WarmthCurve {
  first: number
  sums: ArrayLike<number>
  /** last day that has been, or is foretold */
  known: number
  /** whose weather comes after it */
  year: number
}

/** Degree days by day, as far as they can be told. */
interface Warmth {
  first: number
  last: number
  sumAt: (day: number) => number
}

/** What a season of a plant starts from. */
export interface SeasonGround {
  season: number
  sownOn: ISODate | null
}

/** A method's scale: where a day lies on it. */
export type Scale = (day: number) => number

export function warmthOf({ first, sums }: WarmthCurve): Warmth {
  return {
    first,
    last: first + sums.length,
    sumAt: day => (day < first ? 0 : sums[Math.min(day - first, sums.length - 1)]!),
  }
}

/**
 * The warmth of an earlier season as it could be told on this day of its year: what had come by then, and
 * what other years brought
 * after it.
 *
 * @param back how many years ago that was
 */
export function warmthExpected(curves: WarmthCurve[], back: number): Warmth[] {
  const shift = Math.round(365.25 * back)
  return curves.flatMap(curve => {
    const cut = curve.known - shift
    if (cut <= curve.first || curve.year === yearOf(dayOfNumber(curve.known + 1)) - back) return []
    const { first, last, sumAt } = warmthOf(curve)
    const gap = sumAt(cut) - sumAt(curve.known)
    return [{ first, last: last - shift, sumAt: day => (day <= cut ? sumAt(day) : gap + sumAt(day + shift)) }]
  })
}

/** By then whatever flowers has flowered: warmth must be known, or foretold, until then. */
const LATEST_DAYS = 330

/** The day from which warmth counts for a season; null where that is not known. */
function warmthFrom({ season, sownOn }: SeasonGround, bloom: GuideBloom): number | null {
  if (!bloom.warmth) return null
  if (bloom.warmth.since === 'sowing') return sownOn ? dayNumber(sownOn) : null
  const isYearBefore = bloom.warmth.since > bloom.from
  return dayNumber(`${isYearBefore ? season - 1 : season}-${bloom.warmth.since}`)
}

/** The scale of a method in a season; null where the method has nothing to go by. */
export function scaleOf(
  method: Method,
  { season, sownOn }: SeasonGround,
  bloom: GuideBloom,
  warmth: Warmth | undefined,
): Scale | null {
  const start = dayNumber(seasonStart(season, bloom))
  switch (method) {
    case 'date':
      return day => day - start
    case 'sowing': {
      if (!sownOn || !bloom.fromSowing) return null
      const sown = dayNumber(sownOn)
      return day => (day > sown ? Math.log(day - sown) : -Infinity)
    }
    case 'warmth': {
      const from = warmthFrom({ season, sownOn }, bloom)
      if (from === null || !warmth || from < warmth.first || from + LATEST_DAYS > warmth.last) return null
      const before = warmth.sumAt(from)
      return day => {
        const gained = warmth.sumAt(day) - before
        return gained > 0 ? Math.log(gained) : -Infinity
      }
    }
  }
}

/**
 * The first day on which a scale reaches a value; between half a year before and a year after the season's
 * usual start.
 */
export function dayAt(scale: Scale, value: number, usualStart: number): number {
  let [low, high] = [usualStart - 200, usualStart + 400]
  while (low < high) {
    const middle = Math.floor((low + high) / 2)
    if (scale(middle) >= value - 1e-9) high = middle
    else low = middle + 1
  }
  return low
}
