import type { Stage } from '@virgulta/core/crosses/course'
import { RUNS, expectedCourse } from '@virgulta/core/crosses/course'
import type { Cross } from '@virgulta/core/crosses/cross'
import { stemOf } from '@virgulta/core/crosses/stem'
import type { CropHistory } from '@virgulta/core/crops/records'
import { without } from '@virgulta/core/crops/digest'
import { cropYields, shareEstimate } from '@virgulta/core/crops/knowledge'
import { progressOf } from '@virgulta/core/crosses/progress'
import { parentBlooms } from '@virgulta/core/garden/blooms'
import { pollenAt, tubesAtHand } from '@virgulta/core/garden/pollen'
import { rainAhead } from '@virgulta/core/weather/known'
import { fruitLoadOf } from '@virgulta/core/plants/fruitLoad'
import { dueAt } from '@virgulta/core/flowers/due'
import { sum } from 'd3-array'
import { and, eq } from 'drizzle-orm'
import type { CrossPage, CrossRow, PlanAnswer } from '../../../shared/crosses'
import type { Database } from '../connection'
import { gardenDay } from '../gardenDay'
import { remembered } from '../remembered'
import { crosses } from '../schema'
import { learntCrops } from './crops'
import type { Garden } from './garden'
import { linesOn } from './lines'
import { parentsOf } from './plants'

function countsOf({ flowers, lots, sowings, offspring }: CropHistory): Record<Stage, number> {
  return {
    pollinated: flowers.filter(f => f.pollinations.length).length,
    taken: flowers.filter(f => f.takenOn).length,
    seeds: sum(lots.map(l => l.seeds - l.empty)),
    sown: sum(sowings.map(s => s.seeds)),
    up: sum(sowings.map(s => s.up)),
    judged: offspring.filter(p => p.verdict).length,
    kept: offspring.filter(p => p.verdict?.verdict === 'keep').length,
  }
}

/** All crosses of the garden, or those of one plant. */
export async function crossRows(db: Database, garden: Garden, ofPlant?: string): Promise<CrossRow[]> {
  const rows = await remembered(garden, 'crosses', () => allRows(db, garden))
  return ofPlant
    ? rows.filter(({ cross }) => cross.seedParentId === ofPlant || cross.pollenParentId === ofPlant)
    : rows
}

async function allRows(db: Database, garden: Garden): Promise<CrossRow[]> {
  const day = await gardenDay(db, garden)
  const crops = [...day.garden.crops.values()]
  const parents = await parentsOf(
    db,
    garden,
    crops.flatMap(c => c.history.crosses).flatMap(c => [c.seedParentId, c.pollenParentId]),
  )
  const blooms = parentBlooms(day)
  const rows = crops.flatMap(({ guide, history, ofCross, knowledge }) =>
    history.crosses.map((cross): CrossRow => {
      const own = ofCross(cross.id)
      return {
        cross,
        seedParent: parents.get(cross.seedParentId)!,
        pollenParent: parents.get(cross.pollenParentId ?? '') ?? null,
        counts: countsOf(own),
        progress: progressOf(cross, own.flowers, guide, garden.today, blooms.get(cross.seedParentId)),
        due: own.flowers.filter(f => {
          const due = dueAt(f, guide, knowledge)
          return due && due.from <= garden.today
        }).length,
      }
    }),
  )
  return rows.sort(
    (a, b) => b.cross.plannedOn.localeCompare(a.cross.plannedOn) || b.cross.code.localeCompare(a.cross.code),
  )
}

/** One cross; null when it is not in the garden. */
export async function crossById(db: Database, garden: Garden, id: string): Promise<Cross | null> {
  const [row] = await db
    .select({ state: crosses.state })
    .from(crosses)
    .where(and(eq(crosses.gardenId, garden.id), eq(crosses.id, id)))
  return row?.state ?? null
}

/** One cross with its stem, flowers, packets, trays and log; null when it is not in the garden. */
export function crossPage(db: Database, garden: Garden, id: string): Promise<CrossPage | null> {
  return remembered(garden, `cross ${id}`, () => pageOf(db, garden, id))
}

async function pageOf(db: Database, garden: Garden, id: string): Promise<CrossPage | null> {
  const day = await gardenDay(db, garden)
  // One that is left out has no page until it is put right.
  const cross = day.garden.states.cross.get(id)
  if (!cross) return null
  const { guide, digest, digests, knowledge, history, ofCross } = day.garden.crops.get(cross.crop)!
  const own = ofCross(id)
  const rainOn = rainAhead(day.weather, day.today)
  const parents = await parentsOf(db, garden, [cross.seedParentId, cross.pollenParentId])
  const planned = cropYields(guide, without(digest, digests.get(id)!), cross)
  return {
    cross,
    seedParent: parents.get(cross.seedParentId)!,
    pollenParent: parents.get(cross.pollenParentId ?? '') ?? null,
    stem: stemOf({ cross, ...own }, planned, cropYields(guide, digest, cross)),
    progress: progressOf(cross, own.flowers, guide, garden.today, parentBlooms(day).get(cross.seedParentId)),
    load: fruitLoadOf(
      history.flowers.filter(f => f.seedParentId === cross.seedParentId),
      guide,
      shareEstimate(knowledge.shares.take).median,
    ),
    flowers: own.flowers.map(flower => ({ flower, due: dueAt(flower, guide, knowledge, rainOn) })),
    pollen: pollenAt(day, own.flowers),
    tubes: tubesAtHand(day).get(cross.pollenParentId ?? '') ?? [],
    lots: own.lots,
    sowings: own.sowings,
    offspring: own.offspring.length,
    log: await linesOn(db, garden, [
      id,
      ...own.flowers.map(f => f.id),
      ...own.lots.map(l => l.id),
      ...own.sowings.map(s => s.id),
    ]),
  }
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
    wantedShare: number | null
  },
): Promise<PlanAnswer | null> {
  const crop = (await learntCrops(db, garden)).get(plan.crop)
  if (!crop) return null
  const yields = cropYields(crop.guide, crop.digest, plan)
  return { course: expectedCourse(plan.flowers, yields), runs: RUNS, takeRecords: yields.shares.take.records }
}
