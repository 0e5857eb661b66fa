import { sum } from 'd3-array'
import type { CropGuide } from '../crops/guide'
import type { Flower } from '../flowers/flower'
import { seasonOf } from '../bloom/season'
import { bloomEndingAfter, isYearRound } from '../season/band'
import type { ISODate } from '../time/days'
import { dayInWords } from '../time/days'
import type { Cross } from './cross'

/** Flowers that a cross still lacks, and the bloom in which they can be chosen. */
export interface CrossDue {
  step: 'choose'
  from: ISODate
  until: ISODate
  estimate: null
  because: string
  missing: number
}

/** When a parent is foretold to flower in the present season. */
export interface ParentBloom {
  /** from the first day on which its first flower is likely enough to bring tags */
  from: ISODate
  /** the likely last day, and the one after which it is almost surely over */
  to: ISODate
  over: ISODate
}

/** The bloom that a cross was planned for: what is foretold of its seed parent, where that is the bloom of the present season; else the usual one of its crop. */
export function bloomFor(
  cross: Cross,
  guide: CropGuide,
  today: ISODate,
  foretold: ParentBloom | null,
): ParentBloom & { isForetold: boolean } {
  const usual = bloomEndingAfter(cross.plannedOn, guide.bloom)
  return foretold && seasonOf(usual.from, guide.bloom) === seasonOf(today, guide.bloom)
    ? { ...foretold, isForetold: true }
    : { ...usual, over: usual.to, isForetold: false }
}

/** True while a flower under a tag can still get its pollen. */
export const canBePollinated = ({ pollinations, status }: Flower): boolean =>
  !pollinations.length && ['chosen', 'open', 'waiting', 'ready'].includes(status)

/** Single flowers under some tags: a cluster counts for as many as it has. */
export const bloomsUnder = (flowers: Flower[]): number => sum(flowers, f => f.blooms)

/**
 * Single flowers that a cross still lacks for its plan: those that were pollinated count, and those that still can be.
 *
 * @param flowers all flowers of this cross
 */
export const missingFlowers = (
  { flowersPlanned }: Pick<Cross, 'flowersPlanned'>,
  flowers: Flower[],
): number =>
  Math.max(0, flowersPlanned - bloomsUnder(flowers.filter(f => f.pollinations.length || canBePollinated(f))))

/**
 * The flowers that are still to be chosen for a cross, in the bloom it was planned for; null when it has enough, or
 * when that bloom is over.
 *
 * @param flowers all flowers of this cross
 * @param foretold when its seed parent flowers this season; null: as the crop usually does
 * @param stalksCut when a stalk of the seed parent was cut, so that no seed is wanted of it in that bloom
 */
export function crossDue(
  cross: Cross,
  flowers: Flower[],
  guide: CropGuide,
  today: ISODate,
  foretold: ParentBloom | null = null,
  stalksCut: ISODate[] = [],
): CrossDue | null {
  const missing = missingFlowers(cross, flowers)
  if (!missing) return null
  const bloom = bloomFor(cross, guide, today, foretold)
  if (bloom.over < today || stalksCut.some(day => day >= bloom.from)) return null
  const until = bloom.isForetold
    ? `its seed parent is likely to flower until ${dayInWords(bloom.to)}`
    : isYearRound(guide.bloom)
      ? 'no season says when it flowers here'
      : `${guide.name.toLowerCase()} usually flowers until ${dayInWords(bloom.to)}`
  return {
    step: 'choose',
    from: bloom.from > cross.plannedOn ? bloom.from : cross.plannedOn,
    until: bloom.to,
    estimate: null,
    missing,
    because: `${cross.flowersPlanned - missing} of ${cross.flowersPlanned} planned flowers have a tag; ${until}.`,
  }
}
