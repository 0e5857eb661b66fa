import { sum } from 'd3-array'
import type { Cross } from '../crosses/cross'
import type { Family, FamilyDue, FloweredBy } from '../offspring/growingOn'
import {
  familiesOf,
  familyDues,
  firstFlowerExpected,
  firstFlowerSeen,
  floweredBySeason,
  isThereYet,
  placeOfFamily,
  traysOf,
} from '../offspring/growingOn'
import { WORK } from '../round/work'
import type { Days } from '../season/band'
import { stageOf } from '../seed/growing'
import type { ISODate } from '../time/days'
import type { GardenDay } from './day'
import type { LearntCrop } from './learnt'

/** How a family grows on. */
export interface GrowingSummary {
  /** seedlings that stand in trays */
  standing: number
  /** those with tags that are there yet */
  plants: number
  /** seen last; null: nobody noted one */
  stage: string | null
  /** null: nobody knows when it was sown */ expected: Days | null
  /** the first flower; null: none was seen yet */ seen: ISODate | null
  shares: FloweredBy[]
  /** what is due today */
  dues: { step: FamilyDue['step']; words: string; because: string }[]
}

/** How a family grows on: what stands, when it flowers, and what is due at it. */
function growingSummary({ today }: GardenDay, family: Family, crop: LearntCrop): GrowingSummary {
  const { guide, knowledge } = crop
  const grown = [family.cross.grown, ...family.sowings.map(s => s.grown)]
  return {
    standing: sum(traysOf(family), s => s.standing),
    plants: family.seedlings.length,
    stage: stageOf(grown.flat().sort((a, b) => a.on.localeCompare(b.on))),
    expected: firstFlowerExpected(family, guide, knowledge),
    seen: firstFlowerSeen(family),
    // What was lost before it flowered counts as well, up to then.
    shares: floweredBySeason(family.offspring, guide, today),
    dues: familyDues(family, guide, knowledge, today)
      .filter(({ from }) => from <= today)
      .map(({ step, because }) => ({ step, words: WORK[step].words, because })),
  }
}

/** How the family of a cross grows on; of one that is over, how it flowered. */
export function growingOfCross(day: GardenDay, cross: Cross): GrowingSummary {
  const crop = day.garden.crops.get(cross.crop)!
  const family = familiesOf(crop.history).find(one => one.cross.id === cross.id)
  const over = { cross, sowings: [], seedlings: [], offspring: crop.ofCross(cross.id).offspring }
  return growingSummary(day, family ?? over, crop)
}

/** All families of which something grows, with where each stands. */
export const growingFamilies = (
  day: GardenDay,
): (GrowingSummary & { cross: Cross; placeId: string | null })[] =>
  [...day.garden.crops.values()].flatMap(crop =>
    familiesOf(crop.history)
      .filter(family => isThereYet(family, crop.guide, crop.knowledge, day.today))
      .map(family => ({
        cross: family.cross,
        placeId: day.resolved(placeOfFamily(family)),
        ...growingSummary(day, family, crop),
      })),
  )
