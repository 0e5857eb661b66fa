import type { Estimate } from '../chance/estimate'
import type { CropGuide } from '../crops/guide'
import type { CropKnowledge } from '../crops/knowledge'
import type { ISODate } from '../time/days'
import { addDays, dayInWords } from '../time/days'
import type { SeedLot } from './lot'
import type { Sowing } from './sowing'

/** Work that is due at a packet or a tray. */
export interface SeedDue {
  step: 'sow' | 'countUp'
  from: ISODate
  until: ISODate
  estimate: Estimate | null
  because: string
}

/** Days between two counts of a tray in which seedlings come up, by how slowly the crop comes up at all. */
const daysBetweenCounts = (daysToUp: Estimate) => Math.max(2, Math.round((daysToUp.high - daysToUp.low) / 5))

/** When the next count of a tray is due; null when nothing more is awaited. */
export function sowingDue(sowing: Sowing, knowledge: CropKnowledge): SeedDue | null {
  if (sowing.ended || sowing.raised > 0 || sowing.up >= sowing.seeds) return null
  const wait = knowledge.days.toUp
  const lastLook = sowing.looks.at(-1)?.on
  const firstDay = addDays(sowing.sownOn, Math.floor(wait.low))
  const lastDay = addDays(sowing.sownOn, Math.ceil(wait.high) * 2)
  const from = lastLook ? addDays(lastLook, daysBetweenCounts(wait)) : firstDay
  // Past twice the usual wait nothing is asked any more; giving the tray up stays with the person.
  if (from > lastDay) return null
  return {
    step: 'countUp',
    from,
    until: addDays(from, daysBetweenCounts(wait)),
    estimate: wait,
    because: lastLook
      ? `Last counted on ${dayInWords(lastLook)}.`
      : `Sown on ${dayInWords(sowing.sownOn)}; the first come up from about ${dayInWords(firstDay)}.`,
  }
}

/** A packet whose seed must not wait; null for seed that keeps. */
export function lotDue(lot: SeedLot, guide: CropGuide): SeedDue | null {
  if (guide.seedHandling.kind !== 'sowAtOnce' || lot.left === 0 || lot.reserveSince) return null
  return {
    step: 'sow',
    from: lot.harvestedOn,
    until: addDays(lot.harvestedOn, 14),
    estimate: null,
    because: `${lot.received ? 'Received' : 'Harvested'} on ${dayInWords(lot.harvestedOn)}; this seed does not keep.`,
  }
}
