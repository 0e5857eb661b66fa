import { max, min, range, sum } from 'd3-array'
import { tQuantile } from '../chance/distributions'
import type { SeasonalPredictive } from '../chance/crossed'
import type { Predictive } from '../chance/normalBelief'
import { quantileOf } from '../chance/normalBelief'
import { tParts, tabulatedTCdf } from '../chance/studentTable'
import type { CropGuide } from '../crops/guide'
import type { ISODate } from '../time/days'
import { dayNumber } from '../time/days'
import type { Chances } from './chances'
import { certain, chancesBelow, mixed, notAbove, notBelow } from './chances'
import type { Bloom } from './note'
import type { Window } from './overlap'
import type { Predictor } from './predict'
import type { SeasonGround, WarmthCurve } from './scale'
import { dayAt, scaleOf, warmthOf } from './scale'
import { seasonStart } from './season'

const chanceBelow = ({ location, spread, freedom }: Predictive, x: number): number =>
  x === -Infinity ? 0 : tabulatedTCdf((x - location) / spread, freedom)

/** Of the days on which it may begin the rarest at either end are left out: a hundredth in all. */
const RARE = 0.005
const MOST_DAYS = 400

/**
 * Seasons that may come, each as likely as the others: with the weather of one of the years, and, beyond what
 * weather tells, early or late by one of the parts of the shared spread. The same for all plants of a garden,
 * whatever they are foretold by; years that follow each other fall far apart (3 and 10 have no factor in common).
 */
const SEASONS = range(10).map(i => ({ year: i / 10, part: (3 * i) % 10 }))

/**
 * What a plant's own is expected to be in each of the seasons. Both parts of a spread that is itself in doubt
 * are a t of two variables: far from the usual season the plant's own part is wider, too.
 *
 * @see Kotz & Nadarajah (2004), Multivariate t Distributions and Their Applications, section 1.11
 */
function inSeasons({ location, spread, freedom, shared }: SeasonalPredictive): Predictive[] {
  const parts = tParts(SEASONS.length, freedom)
  return SEASONS.map(({ part }) => {
    const { middle, variance } = parts[part]!
    return {
      location: location + shared * middle,
      spread: Math.sqrt(
        (Math.max(0.02 * spread ** 2, spread ** 2 - shared ** 2) * (freedom + middle ** 2)) / (freedom + 1) +
          shared ** 2 * variance,
      ),
      freedom: freedom + 1,
    }
  })
}

/**
 * When a plant is expected to begin to bloom, in each season that may come and over all of them, and for how long.
 *
 * @param curves warmth of years that may come; each is as likely as the others
 */
export function foretold(
  { method, next, length }: Pick<Predictor, 'method' | 'next' | 'length'>,
  ground: SeasonGround,
  bloom: CropGuide['bloom'],
  curves: WarmthCurve[],
): Window {
  const usual = dayNumber(seasonStart(ground.season, bloom))
  const scales = (method === 'warmth' ? curves : [undefined]).map(curve =>
    scaleOf(method, ground, bloom, curve && warmthOf(curve))!,
  )
  const seasons = inSeasons(next)
  // All of them have the same degrees of freedom.
  const reach = tQuantile(1 - RARE, seasons[0]!.freedom)
  const starts = seasons.map((own, i): Chances => {
    const scale = scales[Math.floor(SEASONS[i]!.year * scales.length)]!
    const first = dayAt(scale, own.location - reach * own.spread, usual)
    const last = Math.max(first, dayAt(scale, own.location + reach * own.spread, usual))
    return chancesBelow(first, Math.min(last, first + MOST_DAYS), day => chanceBelow(own, scale(day)))
  })
  return {
    start: mixed(starts.map(start => ({ weight: 1, chances: start }))),
    length: lengthChances(length),
    seasons: starts.map(start => ({ likelihood: 1, start })),
  }
}

/** Chances of the number of days of a bloom. */
export function lengthChances(length: Predictive): Chances {
  const longest = Math.min(300, Math.max(2, Math.ceil(Math.exp(quantileOf(length, 1 - RARE)))))
  return chancesBelow(1, longest, days => (days < 1 ? 0 : chanceBelow(length, Math.log(days + 0.5))))
}

/** When a plant is in bloom in a season. */
export interface BloomWindow extends Window {
  /** what was seen of it already */ isBegun: boolean
  isOver: boolean
}

/**
 * The window of a season, as it is foretold and as it has come about so far.
 *
 * @param seen what was noted of this season's bloom; null: nothing
 * @param notYetOn last day on which it was looked at in vain in this season
 */
export function bloomWindow(whole: Window, seen: Bloom | null, notYetOn: ISODate | null): BloomWindow {
  if (!seen?.first) {
    if (seen) {
      // Seen in bloom without its beginning: it began by then.
      const by = dayNumber(seen.full ?? seen.seen)
      const begun = where(whole, start => notAbove(start, by), certain(by))
      return {
        ...begun,
        ...(seen.last && { length: certain(Math.max(1, dayNumber(seen.last) - by + 1)) }),
        isBegun: true,
        isOver: Boolean(seen.last),
      }
    }
    const still = notYetOn
      ? where(whole, start => notBelow(start, dayNumber(notYetOn) + 1), soon(dayNumber(notYetOn)))
      : whole
    return { ...still, isBegun: false, isOver: false }
  }
  const first = dayNumber(seen.first)
  if (seen.last)
    return {
      start: certain(first),
      length: certain(dayNumber(seen.last) - first + 1),
      isBegun: true,
      isOver: true,
    }
  const soFar = dayNumber(seen.seen) - first + 1
  return {
    start: certain(first),
    length: notBelow(whole.length, soFar) ?? certain(soFar + 1),
    isBegun: true,
    isOver: false,
  }
}

/**
 * A window of which something of its start was seen: what was seen makes some of the seasons likelier than others.
 *
 * @param left what is left of the start; null for nothing
 * @param otherwise the start where nothing is left in any season
 */
function where(
  { start, length, seasons }: Window,
  left: (start: Chances) => Chances | null,
  otherwise: Chances,
): Window {
  const now = left(start)
  if (!now) return { start: otherwise, length }
  return {
    start: now,
    length,
    ...(seasons && {
      seasons: seasons.map(season => {
        const own = left(season.start)
        return own
          ? { likelihood: season.likelihood * shareIn(season.start, own), start: own }
          : { likelihood: 0, start: season.start }
      }),
    }),
  }
}

/** The chance that some numbers had before others were ruled out. */
function shareIn({ first, p }: Chances, left: Chances): number {
  const from = max([first, left.first])!
  const to = min([first + p.length, left.first + left.p.length])!
  return sum(range(from, to), day => p[day - first]!)
}

/** When all foretold days have gone by in vain: within a week or so. */
const soon = (day: number): Chances => ({ first: day + 1, p: Array<number>(10).fill(0.1) })
