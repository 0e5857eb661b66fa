import { summariesOf } from '@virgulta/core/aims/stock'
import { shareEstimate } from '@virgulta/core/crops/knowledge'
import { crossLines } from '@virgulta/core/garden/crosses'
import type { GardenDay } from '@virgulta/core/garden/day'
import { lineageDoubts } from '@virgulta/core/garden/doubts'
import type { HeldPlant } from '@virgulta/core/garden/states'
import { cloneOf } from '@virgulta/core/lineage/clones'
import { forebearsOf } from '@virgulta/core/lineage/forebears'
import { possibleOf } from '@virgulta/core/odds/carriers'
import { canBePollinated } from '@virgulta/core/crosses/due'
import { carryingOf, lastFruitOn } from '@virgulta/core/plants/carrying'
import { fruitLoadOf } from '@virgulta/core/plants/fruitLoad'
import { bearingOf } from '@virgulta/core/plants/plant'
import { usualKind } from '@virgulta/core/plants/kinds'
import type { PlantTable } from '@virgulta/core/plants/readTable'
import { readPlantTable } from '@virgulta/core/plants/readTable'
import { and, asc, desc, eq, ilike, isNull, or, sql } from 'drizzle-orm'
import type { PlantGenes, PlantPage, PlantQuery, PlantStory } from '../../../shared/plants'
import type { PlantSheet } from '../../print/plantSheet'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { gardenDay } from '../held/gardenDay'
import { stockOf } from '../held/genes'
import { guidesOf, learntCrops } from '../held/learnt'
import { linesOn } from '../held/lines'
import { parentsOf, withParents } from '../held/names'
import { remembered } from '../held/remembered'
import { sound, statesOf } from '../readModels'
import { placesOf } from '../rows/garden'
import { containing } from '../rows/plants'
import { batches, plants } from '../schema'

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
  const day = await gardenDay(db, garden)
  const ofPlant = crossLines(day).filter(({ cross }) =>
    [cross.seedParentId, cross.pollenParentId].includes(id),
  )
  const crop = day.garden.crops.get(plant.crop)!
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
    clones: clonesIn(day, id),
    crosses: await withParents(db, garden, ofPlant),
    batches: own,
    reminders: [...day.garden.states.task.values()]
      .filter(task => task.plantId === id && task.does === 'remind' && !task.ended)
      .sort((a, b) => a.from.localeCompare(b.from)),
    load: fruitLoadOf(
      crop.history.flowers.filter(f => f.seedParentId === id),
      crop.guide,
      shareEstimate(crop.knowledge.shares.take).median,
      bearingOf(plant),
    ),
    carrying: carryingOf(plant, crop.guide, day.today, lastFruitOn(crop.history.flowers, id)),
    tagged: crop.history.flowers
      .filter(flower => flower.seedParentId === id && canBePollinated(flower))
      .map(({ id: flowerId, code }) => ({ id: flowerId, code })),
    doubts: lineageDoubts(day, id),
    log: await linesOn(db, garden, [id, ...own.map(b => b.id)]),
  }
}

/** The other plants of the genotype of a plant. */
const clonesIn = ({ garden: { states } }: GardenDay, id: string) =>
  cloneOf(id, states.plant).flatMap(other => {
    const plant = states.plant.get(other)
    return plant && other !== id ? [plant] : []
  })

/** A plant as it goes on paper; null when it is not in the garden. */
export async function plantSheetOf(db: Database, garden: Garden, id: string): Promise<PlantSheet | null> {
  const plant = (await statesOf(db, garden.id, 'plant', [id])).get(id)
  if (!plant) return null
  const day = await gardenDay(db, garden)
  const { states } = day.garden
  const { guide } = day.garden.crops.get(plant.crop)!
  const { definition } = await stockOf(db, garden, guide)
  const family = states.cross.get(plant.crossId ?? '')
  return {
    garden: garden.name,
    day: garden.today,
    half: definition.half,
    crop: guide.name,
    plant,
    forebears: forebearsOf<HeldPlant>(plant, other => states.plant.get(other), 3),
    family: family ? { code: family.code, aim: family.aim } : null,
    clones: [plant, ...clonesIn(day, id)].filter(one => !one.lost).length,
    traits: definition.traits,
  }
}

/** What its scores come to and what it may be; null when it is not in the garden. */
export async function plantGenes(db: Database, garden: Garden, id: string): Promise<PlantGenes | null> {
  const plant = (await statesOf(db, garden.id, 'plant', [id])).get(id)
  if (!plant) return null
  const stock = await stockOf(db, garden, (await learntCrops(db, garden)).get(plant.crop)!.guide)
  return {
    summaries: summariesOf(stock, id),
    genes: stock.worked.map(known => ({
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
