import type { CropGuide } from '../crops/guide'
import type { Flower } from '../flowers/flower'
import { bloomEndingAfter } from '../season/band'
import type { ISODate } from '../time/days'
import { dayInWords } from '../time/days'
import type { Cross } from './cross'

/** Flowers that a cross still lacks, and the bloom in which they can be chosen. */
export interface CrossDue { step: 'choose', from: ISODate, until: ISODate, estimate: null, because: string, missing: number }

/** A flower counts for the plan while it can still be pollinated, and once it has been. */
const countsForPlan = (flower: Flower) => flower.pollinations.length > 0 || !['lost', 'failed', 'missed'].includes(flower.status)

/**
 * The flowers that are still to be chosen for a cross, in the bloom it was planned for; null when it has enough, or
 * when that bloom is over.
 *
 * @param flowers all flowers of this cross
 */
export function crossDue(cross: Cross, flowers: Flower[], guide: CropGuide, today: ISODate): CrossDue | null {
  const missing = cross.flowersPlanned - flowers.filter(countsForPlan).length
  if (missing <= 0) return null
  const bloom = bloomEndingAfter(cross.plannedOn, guide.bloom)
  if (bloom.to < today) return null
  return {
    step: 'choose', from: bloom.from > cross.plannedOn ? bloom.from : cross.plannedOn, until: bloom.to, estimate: null, missing,
    because: `${cross.flowersPlanned - missing} of ${cross.flowersPlanned} planned flowers have a tag; ${guide.name.toLowerCase()} usually flowers until ${dayInWords(bloom.to)}.`,
  }
}
