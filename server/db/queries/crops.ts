import type { CropKnowledge } from '@virgulta/core/crops/knowledge'
import { cropKnowledge } from '@virgulta/core/crops/knowledge'
import type { CropGuide } from '@virgulta/core/crops/guide'
import type { Quantity } from '@virgulta/core/crops/quantities'
import type { CropHistory, Judged } from '@virgulta/core/crops/records'
import { counts, waits } from '@virgulta/core/crops/records'
import { group } from 'd3-array'
import { and, eq, isNotNull, sql } from 'drizzle-orm'
import { LRUCache } from 'lru-cache'
import type { CropPage } from '../../../shared/crops'
import type { Database } from '../connection'
import { crosses, flowers, plants, seedLots, sowings } from '../schema'
import type { Garden } from './garden'
import { guidesOf } from './garden'

/** All that happened to the crosses of a garden, by crop. */
async function historyOf(db: Database, garden: Garden): Promise<Map<string, CropHistory>> {
  const crossRows = await db.select({ state: crosses.state }).from(crosses).where(eq(crosses.gardenId, garden.id))
  const flowerRows = await db.select({ state: flowers.state }).from(flowers).where(eq(flowers.gardenId, garden.id))
  const lotRows = await db.select({ state: seedLots.state }).from(seedLots).where(eq(seedLots.gardenId, garden.id))
  const sowingRows = await db.select({ state: sowings.state }).from(sowings).where(eq(sowings.gardenId, garden.id))
  // Only what is counted: the whole states of thousands of seedlings would be the most of what is read.
  const offspring = await db.select({
    id: plants.id, code: plants.code, crossId: plants.crossId,
    verdict: sql<Judged['verdict']>`${plants.state} -> 'verdict'`, lost: sql<Judged['lost']>`${plants.state} -> 'lost'`,
  }).from(plants).where(and(eq(plants.gardenId, garden.id), isNotNull(plants.crossId)))
  const cropOf = new Map(crossRows.map(({ state }) => [state.id, state.crop]))
  const byCrop = <T extends { crossId: string | null }>(things: T[]) => group(things, thing => cropOf.get(thing.crossId!)!)
  const byCropOf = { flowers: byCrop(flowerRows.map(r => r.state)), lots: byCrop(lotRows.map(r => r.state)), sowings: byCrop(sowingRows.map(r => r.state)), offspring: byCrop(offspring) }
  return new Map([...group(crossRows.map(r => r.state), cross => cross.crop)].map(([crop, ofCrop]) => [crop, {
    crosses: ofCrop, flowers: byCropOf.flowers.get(crop) ?? [], lots: byCropOf.lots.get(crop) ?? [],
    sowings: byCropOf.sowings.get(crop) ?? [], offspring: byCropOf.offspring.get(crop) ?? [],
  }]))
}

const noHistory: CropHistory = { crosses: [], flowers: [], lots: [], sowings: [], offspring: [] }

/** A crop of the garden: its guide, its records, and what follows from both. */
export interface LearntCrop { guide: CropGuide, history: CropHistory, knowledge: CropKnowledge }

/**
 * What was learnt at one revision of a garden's log. The log's number is read with every request, so that an answer
 * is never older than the log, whichever copy of the server wrote to it.
 */
const learnt = new LRUCache<string, Promise<Map<string, LearntCrop>>>({ max: 40 })

/** Every crop of the garden with what is expected of it. */
export function learntCrops(db: Database, garden: Garden): Promise<Map<string, LearntCrop>> {
  const key = `${garden.id} ${garden.revision}`
  const known = learnt.get(key)
  if (known) return known
  const learning = learn(db, garden)
  learnt.set(key, learning)
  learning.catch(() => learnt.delete(key))
  return learning
}

async function learn(db: Database, garden: Garden): Promise<Map<string, LearntCrop>> {
  const guides = await guidesOf(db, garden)
  const histories = await historyOf(db, garden)
  return new Map(guides.map((guide) => {
    const history = histories.get(guide.id) ?? noHistory
    return [guide.id, { guide, history, knowledge: cropKnowledge(guide, history) }]
  }))
}

/** A crop with the records behind one of its quantities, those of one cross if wanted; null for an unknown crop. */
export async function cropPage(db: Database, garden: Garden, id: string, of: Quantity, crossId?: string): Promise<CropPage | null> {
  const crop = (await learntCrops(db, garden)).get(id)
  if (!crop) return null
  const found = of in waits ? waits[of as keyof typeof waits](crop.history) : counts[of as keyof typeof counts](crop.history)
  return { guide: crop.guide, knowledge: crop.knowledge, of, records: found.filter(record => !crossId || record.crossId === crossId) }
}
