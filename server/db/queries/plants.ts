import { shareEstimate } from '@virgulta/core/crops/knowledge'
import { possibleOf } from '@virgulta/core/odds/carriers'
import { fruitLoadOf } from '@virgulta/core/plants/fruitLoad'
import { usualKind } from '@virgulta/core/plants/kinds'
import type { Plant } from '@virgulta/core/plants/plant'
import type { PlantTable } from '@virgulta/core/plants/readTable'
import { readPlantTable } from '@virgulta/core/plants/readTable'
import { and, asc, desc, eq, ilike, isNull, or, sql } from 'drizzle-orm'
import type { Parent } from '../../../shared/crosses'
import type { PlantGenes, PlantPage, PlantQuery, PlantStory } from '../../../shared/plants'
import type { Database } from '../connection'
import { among } from '../connection'
import { heldGarden } from '../heldGarden'
import { statesOf } from '../readModels'
import { remembered } from '../remembered'
import { batches, plants } from '../schema'
import { sound } from '../sound'
import { learntCrops } from './crops'
import { crossRows } from './crosses'
import type { Garden } from './garden'
import { guidesOf, placesOf } from './garden'
import { stockOf } from './genes'
import { linesOn } from './lines'
import { doubtsBehind } from './seed'

/** Text for a pattern search: what people type is meant literally. */
export const containing = (typed: string) => `%${typed.replace(/[\\%_]/g, '\\$&')}%`

/** One page of the plants that fit a query, sorted and filtered in the database; by name, those that have one come first. */
export async function plantPage(db: Database, garden: Garden, query: PlantQuery): Promise<PlantPage> {
  const { q, crop, kind, verdict, sort, order, page, size } = query
  const fitting = and(
    eq(plants.gardenId, garden.id),
    sound('plant'),
    q ? or(ilike(plants.name, containing(q)), ilike(plants.code, containing(q))) : undefined,
    crop ? eq(plants.crop, crop) : undefined,
    kind ? eq(plants.plantKind, kind) : undefined,
    verdict === 'none' ? isNull(plants.verdict) : verdict ? eq(plants.verdict, verdict) : undefined,
  )
  const rows = await db
    .select({ state: plants.state })
    .from(plants)
    .where(fitting)
    .orderBy(
      ...(sort === 'name' ? [sql`name = code`] : []),
      (order === 'desc' ? desc : asc)(plants[sort]),
      asc(plants.id),
    )
    .limit(size)
    .offset((page - 1) * size)
  const total = await remembered(garden, `plants ${JSON.stringify([q, crop, kind, verdict])}`, async () => {
    const [count] = await db
      .select({ total: sql<number>`count(*)::int` })
      .from(plants)
      .where(fitting)
    return count!.total
  })
  const found = rows.map(r => r.state)
  const parents = await parentsOf(
    db,
    garden,
    found.flatMap(p => [p.seedParentId, p.pollenParentId]),
  )
  return { plants: found, total, parents: [...parents.values()] }
}

/** Names and codes of some plants, by id; also of those that are left out elsewhere. */
export async function parentsOf(
  db: Database,
  garden: Garden,
  ids: (string | null)[],
): Promise<Map<string, Parent>> {
  const { plant } = (await heldGarden(db, garden)).states
  const wanted = [...new Set(ids.filter(id => id !== null))]
  const there = wanted.flatMap(id => plant.get(id) ?? []).map(({ id, name, code }) => ({ id, name, code }))
  const others = wanted.filter(id => !plant.has(id))
  const rows = others.length
    ? await db
        .select({ id: plants.id, name: plants.name, code: plants.code })
        .from(plants)
        .where(and(eq(plants.gardenId, garden.id), among(plants.id, others)))
    : []
  return new Map([...there, ...rows].map(row => [row.id, row]))
}

/** The plants of one family, in the order of their codes. */
export async function offspringOf(db: Database, garden: Garden, crossId: string): Promise<Plant[]> {
  const rows = await db
    .select({ state: plants.state })
    .from(plants)
    .where(and(eq(plants.gardenId, garden.id), eq(plants.crossId, crossId), sound('plant')))
    .orderBy(asc(plants.code))
  return rows.map(row => row.state)
}

/** One plant with its parents, its crosses and its log; null when it is not in the garden. */
export async function plantStory(db: Database, garden: Garden, id: string): Promise<PlantStory | null> {
  const plant = (await statesOf(db, garden.id, 'plant', [id])).get(id)
  if (!plant) return null
  const own = (
    await db
      .select({ state: batches.state })
      .from(batches)
      .where(and(eq(batches.gardenId, garden.id), eq(batches.plantId, id), sound('batch')))
      .orderBy(asc(batches.code))
  ).map(row => row.state)
  const crop = (await learntCrops(db, garden)).get(plant.crop)!
  const parents = await statesOf(
    db,
    garden.id,
    'plant',
    [plant.seedParentId, plant.pollenParentId].filter(p => p !== null),
  )
  return {
    plant,
    seedParent: parents.get(plant.seedParentId ?? '') ?? null,
    pollenParent: parents.get(plant.pollenParentId ?? '') ?? null,
    crosses: await crossRows(db, garden, id),
    batches: own,
    load: fruitLoadOf(
      crop.history.flowers.filter(f => f.seedParentId === id),
      crop.guide,
      shareEstimate(crop.knowledge.shares.take).median,
    ),
    doubts: await lineageDoubts(db, garden, plant),
    log: await linesOn(db, garden, [id, ...own.map(b => b.id)]),
  }
}

/** Generations that are looked back through. */
const GENERATIONS = 12

/** Doubts about the seed that a plant and its forebears came from, generation by generation. */
async function lineageDoubts(db: Database, garden: Garden, plant: Plant): Promise<PlantStory['doubts']> {
  const { states } = await heldGarden(db, garden)
  const { guide } = (await learntCrops(db, garden)).get(plant.crop)!
  const seen = new Set<string>()
  const doubts: PlantStory['doubts'] = []
  let generation = [plant]
  for (let back = 0; back < GENERATIONS && generation.length; back++) {
    for (const { id, name, sowingId } of generation) {
      seen.add(id)
      const lot = states.seedLot.get(states.sowing.get(sowingId ?? '')?.lotId ?? '')
      const flowers = (lot?.flowerIds ?? []).flatMap(flowerId => states.flower.get(flowerId) ?? [])
      const found = await doubtsBehind(db, garden, flowers, guide)
      if (found.length) doubts.push({ plant: { id, name }, doubts: found, flowers: flowers.length })
    }
    const parents = generation
      .flatMap(p => [p.seedParentId, p.pollenParentId])
      .filter(id => id !== null && !seen.has(id))
    generation = [...(await statesOf(db, garden.id, 'plant', [...new Set(parents as string[])])).values()]
  }
  return doubts
}

/** What its scores come to and what it may be; null when it is not in the garden. */
export async function plantGenes(db: Database, garden: Garden, id: string): Promise<PlantGenes | null> {
  const plant = (await statesOf(db, garden.id, 'plant', [id])).get(id)
  if (!plant) return null
  const { summaries, worked } = await stockOf(
    db,
    garden,
    (await learntCrops(db, garden)).get(plant.crop)!.guide,
  )
  return {
    summaries: summaries.get(id)!,
    genes: worked.map(known => ({
      loci: known.loci,
      isExact: known.isExact,
      possible: possibleOf(known, id),
    })),
  }
}

/** What a table of plants says; nothing is noted by it. */
export async function readPlants(
  db: Database,
  garden: Garden,
  text: string,
  crop: string | null,
): Promise<PlantTable | { why: string }> {
  const rows = await db
    .select({ id: plants.id, name: plants.name, code: plants.code, crop: plants.crop })
    .from(plants)
    .where(and(eq(plants.gardenId, garden.id), sql`state ->> 'lost' is null`))
  const guides = await guidesOf(db, garden)
  const places = (await placesOf(db, garden)).filter(place => !place.mergedInto)
  return readPlantTable(text, {
    plants: rows,
    places,
    guides,
    crop,
    usualKind: id => usualKind(guides.find(guide => guide.id === id)!),
  })
}
