import type { CropHistory, CropKnowledge } from '@virgulta/core/crops/knowledge'
import { cropKnowledge } from '@virgulta/core/crops/knowledge'
import type { CropGuide } from '@virgulta/core/crops/guide'
import { and, eq, isNotNull } from 'drizzle-orm'
import type { Database } from '../connection'
import { crosses, flowers, plants, seedLots, sowings } from '../schema'
import type { Garden } from './garden'
import { guidesOf } from './garden'

/** All that happened to the crosses of a garden, by crop. */
export async function historyOf(db: Database, garden: Garden): Promise<Map<string, CropHistory>> {
  const [crossRows, flowerRows, lotRows, sowingRows, offspringRows] = await Promise.all([
    db.select({ state: crosses.state }).from(crosses).where(eq(crosses.gardenId, garden.id)),
    db.select({ state: flowers.state }).from(flowers).where(eq(flowers.gardenId, garden.id)),
    db.select({ state: seedLots.state }).from(seedLots).where(eq(seedLots.gardenId, garden.id)),
    db.select({ state: sowings.state }).from(sowings).where(eq(sowings.gardenId, garden.id)),
    db.select({ state: plants.state }).from(plants).where(and(eq(plants.gardenId, garden.id), isNotNull(plants.crossId))),
  ])
  const history = new Map<string, CropHistory>()
  const historyOfCrop = new Map<string, CropHistory>()
  for (const { state: cross } of crossRows) {
    let ofCrop = history.get(cross.crop)
    if (!ofCrop) history.set(cross.crop, ofCrop = { crosses: [], flowers: [], lots: [], sowings: [], offspring: [] })
    ofCrop.crosses.push(cross)
    historyOfCrop.set(cross.id, ofCrop)
  }
  for (const { state } of flowerRows) historyOfCrop.get(state.crossId)!.flowers.push(state)
  for (const { state } of lotRows) historyOfCrop.get(state.crossId)!.lots.push(state)
  for (const { state } of sowingRows) historyOfCrop.get(state.crossId)!.sowings.push(state)
  for (const { state } of offspringRows) historyOfCrop.get(state.crossId!)!.offspring.push(state)
  return history
}

const noHistory: CropHistory = { crosses: [], flowers: [], lots: [], sowings: [], offspring: [] }

/** A crop of the garden: its guide, its records, and what follows from both. */
export interface LearntCrop { guide: CropGuide, history: CropHistory, knowledge: CropKnowledge }

/** Every crop of the garden with what is expected of it. */
export async function learntCrops(db: Database, garden: Garden): Promise<Map<string, LearntCrop>> {
  const [guides, histories] = await Promise.all([guidesOf(db, garden), historyOf(db, garden)])
  return new Map(guides.map((guide) => {
    const history = histories.get(guide.id) ?? noHistory
    return [guide.id, { guide, history, knowledge: cropKnowledge(guide, history) }]
  }))
}
