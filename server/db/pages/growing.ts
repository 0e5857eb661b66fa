import type { Family } from '@virgulta/core/offspring/growingOn'
import {
  familiesOf,
  familyDues,
  firstFlowerExpected,
  firstFlowerSeen,
  floweredBySeason,
  isThereYet,
  placeOfFamily,
} from '@virgulta/core/offspring/growingOn'
import type { Cross } from '@virgulta/core/crosses/cross'
import type { GardenDay } from '@virgulta/core/garden/day'
import type { LearntCrop } from '@virgulta/core/garden/learnt'
import { WORK } from '@virgulta/core/round/work'
import { stageOf } from '@virgulta/core/seed/growing'
import { sum } from 'd3-array'
import type { GrowingRow, GrowingSummary } from '../../../shared/growing'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { gardenDay } from '../held/gardenDay'
import { withParents } from '../held/names'

/** How a family grows on: what stands, when it flowers, and what is due at it. */
function growingSummary({ today }: GardenDay, family: Family, crop: LearntCrop): GrowingSummary {
  const { guide, knowledge } = crop
  const grown = [family.cross.grown, ...family.sowings.map(s => s.grown)]
  return {
    standing: sum(family.sowings, s => s.standing),
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

/** How the family of a cross grows on; of one of which nothing grows, all is nought. */
export function growingOfCross(day: GardenDay, cross: Cross): GrowingSummary {
  const crop = day.garden.crops.get(cross.crop)!
  const family = familiesOf(crop.history).find(one => one.cross.id === cross.id)
  return growingSummary(day, family ?? { cross, sowings: [], seedlings: [], offspring: [] }, crop)
}

/** All families of which something grows. */
export async function growingFamilies(db: Database, garden: Garden): Promise<GrowingRow[]> {
  const day = await gardenDay(db, garden)
  const rows = [...day.garden.crops.values()].flatMap(crop =>
    familiesOf(crop.history)
      .filter(family => isThereYet(family, crop.guide, crop.knowledge, day.today))
      .map(family => ({
        cross: family.cross,
        placeId: day.resolved(placeOfFamily(family)),
        ...growingSummary(day, family, crop),
      })),
  )
  return withParents(db, garden, rows)
}
