import { sum } from 'd3-array'
import type { CropGuide } from '../crops/guide'
import type { Flower } from '../flowers/flower'
import { failedUnder, reachedUnder, takenUnder, unreachedUnder } from '../flowers/units'
import type { ISODate } from '../time/days'
import { daysBetween } from '../time/days'
import type { Cross } from './cross'
import type { ParentBloom } from './due'
import { bloomFor, bloomsUnder, canBePollinated, missingFlowers } from './due'

/** How far a cross has come against its target, and what is still possible this season. */
export interface CrossProgress {
  target: number
  /** flowers that were pollinated, and what became of them */
  done: number
  taken: number
  failed: number
  pending: number
  /** buds and flowers under a tag that can still be pollinated */
  buds: number
  /** flowers that neither were pollinated nor can be any more, under a tag */
  gone: number
  /** flowers that still need a tag to reach the target */
  missing: number
  /** days until the last flower is likely to fade; 0 when the bloom is over */
  daysLeft: number
}

/**
 * The progress of a cross.
 *
 * @param flowers all flowers of this cross
 * @param foretold when its seed parent flowers this season; null: as the crop usually does
 */
export function progressOf(
  cross: Cross,
  flowers: Flower[],
  guide: CropGuide,
  today: ISODate,
  foretold: ParentBloom | null = null,
): CrossProgress {
  const pollinated = flowers.filter(f => f.pollinations.length)
  const open = flowers.filter(canBePollinated)
  const waiting = pollinated.filter(f => f.status === 'pollinated')
  const last = bloomFor(cross, guide, today, foretold).to
  return {
    target: cross.flowersPlanned,
    done: sum(pollinated, reachedUnder),
    taken: sum(pollinated, takenUnder),
    failed: sum(pollinated, f => (f.lost && !f.takenOn ? reachedUnder(f) : failedUnder(f))),
    pending: sum(waiting, f => reachedUnder(f) - failedUnder(f)),
    buds: bloomsUnder(open) + sum(waiting, unreachedUnder),
    gone: bloomsUnder(flowers.filter(f => !f.pollinations.length && !open.includes(f))),
    missing: missingFlowers(cross, flowers),
    daysLeft: Math.max(0, daysBetween(today, last)),
  }
}
