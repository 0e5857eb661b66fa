import type { WantedShare } from '@virgulta/core/crops/knowledge'
import { cropYields } from '@virgulta/core/crops/knowledge'
import { RUNS, expectedCourse } from '@virgulta/core/crosses/course'
import { crossLines, crossView } from '@virgulta/core/garden/crosses'
import type { CrossPage, CrossRow, PlanAnswer } from '../../../shared/crosses'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { gardenDay } from '../held/gardenDay'
import { learntCrops } from '../held/learnt'
import { linesOn } from '../held/lines'
import { withParents } from '../held/names'
import { remembered } from '../held/remembered'

/** All crosses of the garden, the latest first. */
export async function crossRows(db: Database, garden: Garden): Promise<CrossRow[]> {
  return withParents(db, garden, crossLines(await gardenDay(db, garden)))
}

/** One cross with its stem, flowers, packets, trays and log; null when it is not in the garden. */
export function crossPage(db: Database, garden: Garden, id: string): Promise<CrossPage | null> {
  return remembered(garden, `cross ${id}`, async () => {
    const view = crossView(await gardenDay(db, garden), id)
    if (!view) return null
    const [page] = await withParents(db, garden, [view])
    const { flowers, lots, sowings } = view
    const behind = [...flowers.map(f => f.flower), ...lots, ...sowings].map(one => one.id)
    return { ...page!, log: await linesOn(db, garden, [id, ...behind]) }
  })
}

/** What so many flowers of a pair should lead to; null for a crop without a guide. */
export async function planAnswer(
  db: Database,
  garden: Garden,
  plan: {
    crop: string
    seedParentId: string
    pollenParentId: string | null
    flowers: number
    wantedShare: WantedShare | null
  },
): Promise<PlanAnswer | null> {
  const crop = (await learntCrops(db, garden)).get(plan.crop)
  if (!crop) return null
  const yields = cropYields(crop.guide, crop.digest, plan)
  return { course: expectedCourse(plan.flowers, yields), runs: RUNS, takeRecords: yields.shares.take.records }
}
