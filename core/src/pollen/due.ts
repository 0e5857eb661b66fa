import { counted } from '../formats/counted'
import type { ISODate } from '../time/days'
import { addDays, dayInWords, daysBetween } from '../time/days'
import type { Plant } from '../plants/plant'
import type { PollenAnswer } from './plan'
import { TUBE_DOUBTS } from './kinds'
import type { PollenLife } from './life'
import type { Tube } from './tube'
import type { PollenClass } from './worth'
import { canBeDried } from './worth'

/** Work that pollen asks for. */
export interface PollenDue {
  step: 'coverDonor' | 'donorLook' | 'collectPollen' | 'tubePollen' | 'testPollen'
  from: ISODate
  until: ISODate
  because: string
}

/**
 * Days that pollen dries at least and at most; days after which a tube is tested before it is counted on, and
 * before the day it is wanted.
 */
const [DRIES_FROM, DRIES_UNTIL, TEST_AFTER, TEST_AHEAD] = [1, 2, 30, 10]

/**
 * What a tube asks for next: to be filled once its pollen is dry, to be tested before it is counted on; null
 * where it asks for nothing.
 *
 * @param wantedOn the next day on which a cross counts on it
 * @param pollen how long pollen of its crop lives
 */
export function tubeDue(
  tube: Tube,
  wantedOn: ISODate | null,
  today: ISODate,
  pollen: PollenClass = 'medium',
): PollenDue | null {
  if (tube.ended) return null
  if (tube.waits) return donorLookDue(tube.waits)
  // What is used fresh is neither filled nor tested.
  if (tube.isFresh) return null
  if (!tube.tubed && !canBeDried(pollen))
    return {
      step: 'tubePollen',
      from: tube.collectedOn,
      until: addDays(tube.collectedOn, DRIES_FROM),
      because: `Collected on ${dayInWords(tube.collectedOn)}; it lives for a day at most and is not dried: empty it and use it today, or tomorrow morning.`,
    }
  if (!tube.tubed) {
    return {
      step: 'tubePollen',
      from: addDays(tube.collectedOn, DRIES_FROM),
      until: addDays(tube.collectedOn, DRIES_UNTIL),
      because: `Collected on ${dayInWords(tube.collectedOn)}; dry it sheds by now, and longer in the open it dies.`,
    }
  }
  if (!wantedOn || tube.left <= 0) return null
  const known = tube.tests.at(-1)?.on ?? tube.collectedOn
  if (daysBetween(known, wantedOn) <= TEST_AFTER) return null
  const from = addDays(wantedOn, -TEST_AHEAD)
  return {
    step: 'testPollen',
    from: from > today ? from : today,
    until: wantedOn > today ? wantedOn : today,
    because: `${tube.tests.length ? `Tested last on ${dayInWords(known)}` : `Collected on ${dayInWords(known)} and never tested`}; it is counted on from ${dayInWords(wantedOn)}.`,
  }
}

/** Days after it was covered within which a father's flower sheds. */
const SHEDS_WITHIN = 2

/** A flower that was covered to give its pollen is looked at from the next day on, until it sheds. */
function donorLookDue({ on, lookedOn: last, gaveOn }: NonNullable<Tube['waits']>): PollenDue {
  const from = addDays(last ?? on, 1)
  return {
    step: 'donorLook',
    from,
    until: last ? from : addDays(on, SHEDS_WITHIN),
    because: last
      ? gaveOn === last
        ? `It gave pollen on ${dayInWords(last)}, and stays covered to give again.`
        : `It did not shed on ${dayInWords(last)}; look again a day later.`
      : `Covered on ${dayInWords(on)}; it is taken while it sheds.`,
  }
}

/**
 * The work of covering what gives pollen, on the day before it is wanted; null where that day is over.
 *
 * @param wantedOn the day on which the flowers of the seed parent are likely to be ready
 */
export const coverDonorDue = (wantedOn: ISODate, today: ISODate, code: string): PollenDue | null =>
  wantedOn <= today
    ? null
    : {
        step: 'coverDonor',
        from: addDays(wantedOn, -1),
        until: addDays(wantedOn, -1),
        because: `${code} wants its pollen on ${dayInWords(wantedOn)}; uncovered, visitors or wind come first.`,
      }

/** The work of collecting for a cross; null where nothing has to be, or can be. */
export function collectDue({ collect, need, short }: PollenAnswer): PollenDue | null {
  return (
    collect && {
      step: 'collectPollen',
      from: collect.from,
      until: collect.until,
      because: `${need.code} lacks pollen for ${counted(short, 'touch', 'touches')}; its flowers are open from ${dayInWords(need.from)}.`,
    }
  )
}

/** What is said of seed whose pollen came from a flower that visitors or wind could reach, or that was over. */
export const STOOD_OPEN = 'its pollen came from a flower that stood open: other pollen may have been on it'
export const SPENT = 'its pollen came from a spent flower: little of it was alive'

/** What a tube leaves open about the father of the seed it made, in words. */
export const fatherDoubts = ({ doubts, donors, isCovered, isFresh, stage }: Tube): string[] => [
  ...(isFresh && isCovered === false ? [STOOD_OPEN] : []),
  ...(stage === 'spent' ? [SPENT] : []),
  ...(donors.length > 1 ? [`its pollen was a bulk of ${donors.length} plants: its father is not known`] : []),
  ...doubts
    .filter(doubt => doubt === 'usedTool' || (doubt === 'mixed' && donors.length === 1))
    .map(doubt => `its pollen: ${TUBE_DOUBTS[doubt]}`),
]

/** Of a donor that is lost there is no more pollen; of one that is struck off nobody means to take more. */
const goneInWords = ({ name, lost, struckOff }: Pick<Plant, 'name' | 'lost' | 'struckOff'>) =>
  lost
    ? [`${name} is lost (${lost.reason}): no more of it can be had`]
    : struckOff
      ? [`${name} is struck off (${struckOff.reason}): use its pollen only if you mean to`]
      : []

/** What makes a tube doubtful, in words: what people saw, and what follows from how it was treated. */
export function tubeDoubts(
  tube: Tube,
  { thaws, ices }: Pick<PollenLife, 'thaws' | 'ices'>,
  donors: Pick<Plant, 'name' | 'lost' | 'struckOff'>[] = [],
): string[] {
  const taken = tube.uses.reduce((sum, use) => sum + use.doses, 0)
  return [
    ...tube.doubts.map(doubt => TUBE_DOUBTS[doubt]),
    ...(tube.tubed?.drying === 'none' && !tube.tubed.hasDesiccant ? ['never dried: it dies faster'] : []),
    ...(ices ? ['it froze while it was moist: ice kills most of it'] : []),
    ...(thaws > 1 ? [`thawed ${thaws} times`] : []),
    ...(taken > tube.doses && tube.doses
      ? [`${taken} touches were taken, it was filled for about ${tube.doses}: how much is left is a guess`]
      : []),
    ...donors.flatMap(goneInWords),
  ]
}
