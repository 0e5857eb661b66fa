import type { Stage } from '@virgulta/core/crosses/course'
import { RUNS, expectedCourse } from '@virgulta/core/crosses/course'
import type { Cross } from '@virgulta/core/crosses/cross'
import { stemOf } from '@virgulta/core/crosses/stem'
import type { CropHistory } from '@virgulta/core/crops/records'
import { cropKnowledge } from '@virgulta/core/crops/knowledge'
import { dueAt } from '@virgulta/core/flowers/due'
import { sum } from 'd3-array'
import { and, eq } from 'drizzle-orm'
import type { CrossPage, CrossRow, PlanAnswer } from '../../../shared/crosses'
import type { Database } from '../connection'
import { crosses } from '../schema'
import { learntCrops } from './crops'
import type { Garden } from './garden'
import { linesOn } from './lines'
import { parentsOf } from './plants'

/** The part of a crop's history that belongs to one cross, and the rest. */
export function split(history: CropHistory, crossId: string): { own: CropHistory, others: CropHistory } {
  const part = (isOwn: boolean): CropHistory => ({
    crosses: history.crosses.filter(c => (c.id === crossId) === isOwn),
    flowers: history.flowers.filter(f => (f.crossId === crossId) === isOwn),
    lots: history.lots.filter(l => (l.crossId === crossId) === isOwn),
    sowings: history.sowings.filter(s => (s.crossId === crossId) === isOwn),
    offspring: history.offspring.filter(p => (p.crossId === crossId) === isOwn),
  })
  return { own: part(true), others: part(false) }
}

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

const open = new Set(['chosen', 'open', 'waiting', 'ready'])

/** All crosses of the garden, or those of one plant. */
export async function crossRows(db: Database, garden: Garden, ofPlant?: string): Promise<CrossRow[]> {
  const crops = await learntCrops(db, garden)
  const rows: CrossRow[] = []
  const wanted = (c: Cross) => !ofPlant || c.seedParentId === ofPlant || c.pollenParentId === ofPlant
  const listed = [...crops.values()].flatMap(c => c.history.crosses).filter(wanted)
  const parents = await parentsOf(db, garden, listed.flatMap(c => [c.seedParentId, c.pollenParentId]))
  for (const cross of listed) {
    const { guide, history, knowledge } = crops.get(cross.crop)!
    const { own } = split(history, cross.id)
    rows.push({
      cross,
      seedParent: parents.get(cross.seedParentId)!,
      pollenParent: parents.get(cross.pollenParentId ?? '') ?? null,
      counts: countsOf(own),
      tagged: own.flowers.filter(f => open.has(f.status)).length,
      due: own.flowers.filter((f) => {
        const due = dueAt(f, guide, knowledge)
        return due && due.from <= garden.today
      }).length,
    })
  }
  return rows.sort((a, b) => b.cross.plannedOn.localeCompare(a.cross.plannedOn) || b.cross.code.localeCompare(a.cross.code))
}

/** One cross; null when it is not in the garden. */
export async function crossById(db: Database, garden: Garden, id: string): Promise<Cross | null> {
  const [row] = await db.select({ state: crosses.state }).from(crosses).where(and(eq(crosses.gardenId, garden.id), eq(crosses.id, id)))
  return row?.state ?? null
}

/** One cross with its stem, flowers, packets, trays and log; null when it is not in the garden. */
export async function crossPage(db: Database, garden: Garden, id: string): Promise<CrossPage | null> {
  const cross = await crossById(db, garden, id)
  if (!cross) return null
  const crop = (await learntCrops(db, garden)).get(cross.crop)!
  const { own, others } = split(crop.history, id)
  const parents = await parentsOf(db, garden, [cross.seedParentId, cross.pollenParentId])
  const now = cropKnowledge(crop.guide, crop.history, cross)
  return {
    cross,
    seedParent: parents.get(cross.seedParentId)!,
    pollenParent: parents.get(cross.pollenParentId ?? '') ?? null,
    stem: stemOf({ cross, ...own }, cropKnowledge(crop.guide, others, cross), now),
    flowers: own.flowers.map(flower => ({ flower, due: dueAt(flower, crop.guide, now) })),
    lots: own.lots,
    sowings: own.sowings,
    offspring: own.offspring.length,
    log: await linesOn(db, garden, [id, ...own.flowers.map(f => f.id), ...own.lots.map(l => l.id), ...own.sowings.map(s => s.id)]),
  }
}

/** What so many flowers of a pair should lead to; null for a crop without a guide. */
export async function planAnswer(
  db: Database, garden: Garden, plan: { crop: string, seedParentId: string, pollenParentId: string | null, flowers: number },
): Promise<PlanAnswer | null> {
  const crop = (await learntCrops(db, garden)).get(plan.crop)
  if (!crop) return null
  const knowledge = cropKnowledge(crop.guide, crop.history, plan)
  return { course: expectedCourse(plan.flowers, knowledge), runs: RUNS, takeRecords: knowledge.shares.take.records }
}
