import { sum } from 'd3-array'
import type { CropGuide } from '../crops/guide'

/** Slices of equal chance that a wait is told by. */
const SLICES = 100

/** The day of the wait in the middle of each slice of equal chance, the shortest first. */
export const slicesOf = (quantile: (p: number) => number): Float64Array =>
  Float64Array.from({ length: SLICES }, (_, i) => quantile((i + 0.5) / SLICES))

/** Days to ripeness that are still possible of a fruit, each as likely as the next: those after the last look that found it unripe. */
export function possibleDays(slices: Float64Array, unripeAt: number): Float64Array {
  const left = slices.filter(day => day > unripeAt)
  // A fruit that outlasts all that was ever seen may be ripe any day.
  return left.length ? left : Float64Array.of(unripeAt + 1)
}

/** How likely a fruit is ripe by a day since its pollination. */
export const chanceRipe = (possible: Float64Array, day: number): number =>
  possible.filter(ripe => ripe <= day).length / possible.length

/** A day to come, as far as it may cost seed. */
export interface DayAhead {
  isWet: boolean
  isFrosty: boolean
}

/** What protects a fruit, and what it is like. */
export interface Hanging {
  /** it opens and drops its seed */ splits: boolean
  /** a net or a bag holds what drops, and keeps birds off */ isHeld: boolean
  /** shares of its seed that are lost on one day */ losses: FruitLosses
  /** a grain that was seen to be filled: it is fit, and only has to dry */ isFilled?: boolean
}
export type FruitLosses = CropGuide['ripening']['losses']

/** Seed of a fruit that is cut before this share of its way to ripeness is not fit to come up; from there on ever more of it is. */
export const FIT_FROM = 0.75

/** Of grain that is filled and cut moist so much spoils while it dries under a roof: a rule of thumb, as the others. */
const SPOILS_DRYING = 0.05

/** The share of its seed that is not fit yet when a fruit is cut on a day, if it would have been ripe on another. */
const unfit = (day: number, ripe: number): number =>
  day >= ripe ? 0 : Math.min(1, (ripe - day) / (ripe * (1 - FIT_FROM)))

/** The share of its seed that is lost by some day if a fruit hangs on from another. */
function lostHanging(
  day: number,
  ripe: number,
  ahead: DayAhead[],
  { splits, isHeld, losses }: Hanging,
): number {
  const kept = ahead.reduce((share, { isWet, isFrosty }, i) => {
    const isRipe = day + i + 1 > ripe
    const threats = [
      isRipe && splits && !isHeld ? losses.dropped : 0,
      isRipe && !isHeld ? losses.eaten : 0,
      isWet ? (isRipe ? losses.rotRipe : losses.rotUnripe) : 0,
      isFrosty && !isRipe ? losses.frost : 0,
    ]
    return threats.reduce((left, lost) => left * (1 - lost), share)
  }, 1)
  return 1 - kept
}

/** Whether to cut a fruit today or to let it hang until the next look. */
export interface CutOrWait {
  /** sound seeds that are lost by the one and by the other, on average */
  byCutting: number
  byWaiting: number
  advice: 'cut' | 'wait'
}

/**
 * Expected sound seed lost by cutting a fruit today, as unfit, against that lost by letting it hang over the days ahead: split, eaten,
 * rotted, frozen. What is lost by waiting counts beyond what would be unfit then.
 *
 * @param possible days since pollination on which it may be ripe
 * @param day since pollination, today
 * @param ahead the days until the next look
 * @param seeds sound seeds that it should hold
 */
export function cutOrWait(
  possible: Float64Array,
  day: number,
  ahead: DayAhead[],
  hanging: Hanging,
  seeds: number,
): CutOrWait {
  const mean = (of: (ripe: number) => number) => sum(possible, of) / possible.length
  const then = day + ahead.length
  const unfitOn = (on: number, ripe: number) =>
    hanging.isFilled ? Math.min(unfit(on, ripe), SPOILS_DRYING) : unfit(on, ripe)
  const byCutting = seeds * mean(ripe => unfitOn(day, ripe))
  // Whoever waits may still have to cut it early then: only what hangs on is compared with what is cut.
  const byWaiting =
    seeds *
    mean(ripe => {
      const lost = lostHanging(day, ripe, ahead, hanging)
      return lost + (1 - lost) * unfitOn(then, ripe)
    })
  // Nothing to choose between them: ripe seed is cut, unripe is left.
  const isEven = Math.abs(byCutting - byWaiting) < 0.005 * seeds
  return {
    byCutting,
    byWaiting,
    advice: isEven
      ? chanceRipe(possible, day) > 0.8
        ? 'cut'
        : 'wait'
      : byCutting < byWaiting
        ? 'cut'
        : 'wait',
  }
}
