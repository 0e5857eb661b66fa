import type { CropGuide } from '@virgulta/core/crops/guide'
import { doubtsAt } from '@virgulta/core/flowers/doubts'
import type { Flower } from '@virgulta/core/flowers/flower'
import { fatherDoubts } from '@virgulta/core/pollen/due'
import { rollup } from 'd3-array'
import { asc, and, desc, eq } from 'drizzle-orm'
import type { Cross } from '@virgulta/core/crosses/cross'
import type { LotStory, SeedDoubt, SeedShelf, SowingStory } from '../../../shared/seed'
import type { Database } from '../connection'
import { heldGarden } from '../heldGarden'
import { statesOf } from '../readModels'
import { crosses, seedLots, sowings } from '../schema'
import { learntCrops } from './crops'
import type { Garden } from './garden'
import { linesOn } from './lines'
import { parentsOf } from './plants'

async function withParents<T extends { cross: Cross }>(db: Database, garden: Garden, rows: T[]) {
  const parents = await parentsOf(
    db,
    garden,
    rows.flatMap(r => [r.cross.seedParentId, r.cross.pollenParentId]),
  )
  return rows.map(({ cross, ...row }) => ({
    ...row,
    crossCode: cross.code,
    crop: cross.crop,
    seedParent: parents.get(cross.seedParentId)!,
    pollenParent: parents.get(cross.pollenParentId ?? '') ?? null,
  }))
}

/** All packets and trays of the garden, the latest first. */
export async function seedShelf(db: Database, garden: Garden): Promise<SeedShelf> {
  const lots = await db
    .select({ lot: seedLots.state, cross: crosses.state })
    .from(seedLots)
    .innerJoin(crosses, and(eq(crosses.gardenId, seedLots.gardenId), eq(crosses.id, seedLots.crossId)))
    .where(eq(seedLots.gardenId, garden.id))
    .orderBy(desc(seedLots.code))
  const trays = await db
    .select({ sowing: sowings.state, cross: crosses.state })
    .from(sowings)
    .innerJoin(crosses, and(eq(crosses.gardenId, sowings.gardenId), eq(crosses.id, sowings.crossId)))
    .where(eq(sowings.gardenId, garden.id))
    .orderBy(desc(sowings.code))
  return { lots: await withParents(db, garden, lots), sowings: await withParents(db, garden, trays) }
}

/** What makes seed doubtful, and at how many of the flowers it comes from: how they were worked, and the pollen they got. */
export async function doubtsBehind(
  db: Database,
  garden: Garden,
  flowers: Flower[],
  guide: CropGuide,
): Promise<SeedDoubt[]> {
  const { tube: tubes } = (await heldGarden(db, garden)).states
  const ofPollen = (flower: Flower) =>
    new Set(
      flower.pollinations.flatMap(p =>
        p.tubeId && tubes.has(p.tubeId) ? fatherDoubts(tubes.get(p.tubeId)!) : [],
      ),
    )
  return [
    ...rollup(
      flowers.flatMap(flower => [...doubtsAt(flower, guide), ...ofPollen(flower)]),
      all => all.length,
      words => words,
    ),
  ].map(([words, count]) => ({ words, flowers: count }))
}

/** One packet with what was sown from it; null when it is not in the garden. */
export async function lotStory(db: Database, garden: Garden, id: string): Promise<LotStory | null> {
  const lot = (await statesOf(db, garden.id, 'seedLot', [id])).get(id)
  if (!lot) return null
  const cross = (await statesOf(db, garden.id, 'cross', [lot.crossId])).get(lot.crossId)!
  const [row] = await withParents(db, garden, [{ lot, cross }])
  const sown = await db
    .select({ state: sowings.state })
    .from(sowings)
    .where(and(eq(sowings.gardenId, garden.id), eq(sowings.lotId, id)))
    .orderBy(asc(sowings.code))
  const harvested = await statesOf(db, garden.id, 'flower', lot.flowerIds)
  const guide = (await learntCrops(db, garden)).get(cross.crop)!.guide
  return {
    ...row!,
    sowings: sown.map(s => s.state),
    doubts: await doubtsBehind(db, garden, [...harvested.values()], guide),
    log: await linesOn(db, garden, [id]),
  }
}

/** One tray with its packet; null when it is not in the garden. */
export async function sowingStory(db: Database, garden: Garden, id: string): Promise<SowingStory | null> {
  const sowing = (await statesOf(db, garden.id, 'sowing', [id])).get(id)
  if (!sowing) return null
  const cross = (await statesOf(db, garden.id, 'cross', [sowing.crossId])).get(sowing.crossId)!
  const [row] = await withParents(db, garden, [{ sowing, cross }])
  const lot = (await statesOf(db, garden.id, 'seedLot', [sowing.lotId])).get(sowing.lotId)!
  return { ...row!, lot, log: await linesOn(db, garden, [id]) }
}
