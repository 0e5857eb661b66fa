import type { Estimate } from '../chance/estimate'
import type { CropGuide } from '../crops/guide'
import type { CropKnowledge } from '../crops/knowledge'
import type { ISODate } from '../time/days'
import { addDays, dayInWords, daysBetween } from '../time/days'
import type { Flower } from './flower'

/** The steps at a flower, in the order of the work. */
export type FlowerStep = 'emasculate' | 'lensCheck' | 'isolate' | 'look' | 'pollinate' | 'takeLook' | 'harvest'

/** Work that is due at a flower: from the first day it makes sense to the day after which it may be too late. */
export interface FlowerDue {
  step: FlowerStep
  from: ISODate
  until: ISODate
  /** the wait that the days come from */
  estimate: Estimate | null
  because: string
}

/** Whole days of an estimate: the first day worth a look, and the last. What comes within half a day comes on the same day. */
function window(start: ISODate, { low, high }: Estimate): { from: ISODate, until: ISODate } {
  // A guide's 9 days come back from the logarithm as 9.000000001.
  return { from: addDays(start, Math.round(low)), until: addDays(start, Math.max(1, Math.ceil(high - 1e-6))) }
}

/**
 * What is to be done next at a flower, or null when it has come to its end.
 *
 * @param flower its state from the log
 * @param guide the guide of its crop
 * @param knowledge what is expected of its crop
 */
export function dueAt(flower: Flower, guide: CropGuide, knowledge: CropKnowledge): FlowerDue | null {
  const sameDay = (step: FlowerStep, day: ISODate, because: string): FlowerDue => ({ step, from: day, until: day, estimate: null, because })
  switch (flower.status) {
    case 'chosen':
      return guide.emasculation.needed
        ? sameDay('emasculate', flower.chosenOn, `Chosen on ${dayInWords(flower.chosenOn)}; the anthers must be out before they shed.`)
        : sameDay('isolate', flower.chosenOn, `Chosen on ${dayInWords(flower.chosenOn)}; it must be shut before it opens.`)
    case 'open':
      return flower.lens
        ? sameDay('isolate', flower.emasculatedOn!, `Emasculated on ${dayInWords(flower.emasculatedOn!)} and not covered yet.`)
        : sameDay('lensCheck', flower.emasculatedOn!, 'One anther left behind would self the flower.')
    case 'waiting': {
      const start = flower.isolation!.on
      const expected = window(start, knowledge.days.toReceptive)
      const lastLook = flower.looks.at(-1)
      const again = lastLook ? addDays(lastLook.on, 1) : expected.from
      const from = again > expected.from ? again : expected.from
      return {
        step: 'look', from,
        // Looked at and not ready on the last expected day: it stays worth a look the day after.
        until: from > expected.until ? from : expected.until,
        estimate: knowledge.days.toReceptive,
        because: lastLook
          ? `Not ready on ${dayInWords(lastLook.on)}; look again a day later.`
          : `Covered on ${dayInWords(start)}; ready about then.`,
      }
    }
    case 'ready': {
      const seen = flower.looks.at(-1)!.on
      return { step: 'pollinate', from: seen, until: addDays(seen, Math.max(0, Math.floor(guide.receptive.lasts.low))), estimate: null, because: `Seen ready on ${dayInWords(seen)}.` }
    }
    case 'pollinated': {
      const start = flower.pollinations.at(-1)!.on
      const expected = window(start, knowledge.days.toTake)
      const lastLook = flower.takeLooks.at(-1)
      const from = lastLook && addDays(lastLook, 2) > expected.from ? addDays(lastLook, 2) : expected.from
      return {
        step: 'takeLook', from, until: from > expected.until ? from : expected.until, estimate: knowledge.days.toTake,
        because: `Pollinated on ${dayInWords(start)}; a take shows by now.`,
      }
    }
    case 'taken': {
      const start = flower.pollinations.at(-1)!.on
      return { step: 'harvest', ...window(start, knowledge.days.toRipe), estimate: knowledge.days.toRipe, because: `Pollinated on ${dayInWords(start)}; look for the ripeness cue.` }
    }
    default: return null
  }
}

/** How many days past its last day a work is on `today`; 0 while it is in time. */
export const daysOverdue = (due: { until: ISODate }, today: ISODate): number => Math.max(0, daysBetween(due.until, today))
