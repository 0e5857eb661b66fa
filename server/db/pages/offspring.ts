import type { CropGuide } from '@virgulta/core/crops/guide'
import type { Flower } from '@virgulta/core/flowers/flower'
import type { GardenDay } from '@virgulta/core/garden/day'
import { doubtsBehind, seedDoubts } from '@virgulta/core/garden/doubts'
import { growingOfCross } from '@virgulta/core/garden/growing'
import type { Descended } from '@virgulta/core/odds/phases'
import { laterBloomOf } from '@virgulta/core/offspring/laterBloom'
import type { Score } from '@virgulta/core/offspring/score'
import { latestScore } from '@virgulta/core/offspring/score'
import type { Trait } from '@virgulta/core/offspring/trait'
import { classNames } from '@virgulta/core/offspring/trait'
import { group, range } from 'd3-array'
import { and, asc, eq, isNotNull, sql } from 'drizzle-orm'
import type {
  FamilyBeside,
  FamilyCounts,
  FamilyPage,
  FamilyQuery,
  FamilyRow,
  FamilySelfsPage,
} from '../../../shared/offspring'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import type { FamilySheet } from '../../print/familySheet'
import { gardenDay } from '../held/gardenDay'
import { selfsIn, stockOf } from '../held/genes'
import { withParents } from '../held/names'
import { sound, statesOf } from '../readModels'
import { crossById } from '../rows/crosses'
import { plantList } from '../rows/plants'
import { plants } from '../schema'

/** All families that have plants, counted in the database. */
export async function families(db: Database, garden: Garden): Promise<FamilyRow[]> {
  const verdict = (which: string) => sql<number>`count(*) filter (where ${plants.verdict} = ${which})::int`
  const counts = await db
    .select({
      crossId: plants.crossId,
      plants: sql<number>`count(*)::int`,
      scored: sql<number>`count(*) filter (where jsonb_array_length(${plants.state} -> 'scores') > 0)::int`,
      keep: verdict('keep'),
      watch: verdict('watch'),
      discard: verdict('discard'),
    })
    .from(plants)
    .where(and(eq(plants.gardenId, garden.id), isNotNull(plants.crossId)))
    .groupBy(plants.crossId)
  // In a second step: joined, the database may count all plants again for each cross of a garden that it has not counted yet.
  const crosses = await statesOf(
    db,
    garden.id,
    'cross',
    counts.map(c => c.crossId!),
  )
  const rows = counts.map(({ crossId, ...count }) => ({ cross: crosses.get(crossId!)!, ...count }))
  return (await withParents(db, garden, rows)).sort(
    (a, b) => b.cross.plannedOn.localeCompare(a.cross.plannedOn) || b.cross.code.localeCompare(a.cross.code),
  )
}

/**
 * Selfs among the plants of a family, by what was seen of them; null when the cross is not in the garden. None are sought where
 * a self was meant, or a parent is many plants.
 */
export async function familySelfs(
  db: Database,
  garden: Garden,
  crossId: string,
): Promise<FamilySelfsPage | null> {
  const cross = await crossById(db, garden, crossId)
  if (!cross) return null
  const found = await statesOf(
    db,
    garden.id,
    'plant',
    [cross.seedParentId, cross.pollenParentId ?? ''].filter(Boolean),
  )
  const [seedParent, pollenParent] = [found.get(cross.seedParentId), found.get(cross.pollenParentId ?? '')]
  const isSought =
    seedParent &&
    pollenParent &&
    seedParent !== pollenParent &&
    ![seedParent, pollenParent].some(plant => plant.plantKind === 'population')
  if (!isSought) return { selfs: null }
  const crop = (await gardenDay(db, garden)).garden.crops.get(cross.crop)!
  const stock = await stockOf(db, garden, crop.guide)
  const family = [...stock.plants.values()].filter(({ plant }) => plant.crossId === crossId && !plant.apart)
  const parents: [Descended, Descended] = [seedParent, pollenParent]
  return {
    selfs: await selfsIn(
      garden,
      stock,
      { id: crossId, parents },
      family.map(({ plant }) => plant.id),
    ),
  }
}

/**
 * What other plants of the crop say of a trait; null when the cross is not in the garden, or its crop has no such trait.
 */
export async function familyBeside(
  db: Database,
  garden: Garden,
  crossId: string,
  traitId: string,
): Promise<FamilyBeside | null> {
  const cross = await crossById(db, garden, crossId)
  if (!cross) return null
  const crop = (await gardenDay(db, garden)).garden.crops.get(cross.crop)!
  const stock = await stockOf(db, garden, crop.guide)
  const trait = stock.definition.traits.find(t => t.id === traitId)
  if (!trait) return null
  const scored = [...stock.plants.values()].flatMap(({ plant, looks }) => {
    const scores = looks.get(traitId)?.scores
    return scores ? [{ crossId: plant.apart ? null : plant.crossId, scores }] : []
  })
  const classes = classNames(trait)
  const later = laterBloomOf(scored, trait, stock.definition.half)
  return { families: classes ? await countsOf(db, garden, scored, trait, classes.length) : [], later }
}

/** Families by how many of their plants are of each class, in the order of their codes. */
async function countsOf(
  db: Database,
  garden: Garden,
  scored: { crossId: string | null; scores: Score[] }[],
  trait: Trait,
  classes: number,
): Promise<FamilyCounts[]> {
  const byCross = group(
    scored.filter(one => one.crossId),
    one => one.crossId!,
  )
  const crosses = await statesOf(db, garden.id, 'cross', [...byCross.keys()])
  return [...byCross]
    .map(([id, plants]) => {
      const { code, aim, seedParentId, pollenParentId } = crosses.get(id)!
      const values = plants.map(p => latestScore(p.scores, trait.id)?.value)
      return {
        cross: { id, code, aim, seedParentId, pollenParentId },
        counts: range(classes).map(c => values.filter(value => value === c).length),
      }
    })
    .sort((a, b) => a.cross.code.localeCompare(b.cross.code))
}

/** Flowers whose seed is doubtful, with the living plants that may have come from each. */
async function doubtfulOf(
  db: Database,
  garden: Garden,
  day: GardenDay,
  crossId: string,
  behind: Flower[],
  guide: CropGuide,
): Promise<FamilyPage['doubtful']> {
  const doubtful = behind
    .map(flower => ({ flower: { id: flower.id, code: flower.code }, words: seedDoubts(day, flower, guide) }))
    .filter(({ words }) => words.length)
  if (!doubtful.length) return []
  const { sowing, seedLot } = day.garden.states
  const family = await db
    .select({ id: plants.id, sowingId: sql<string | null>`${plants.state} ->> 'sowingId'` })
    .from(plants)
    .where(
      and(
        eq(plants.gardenId, garden.id),
        eq(plants.crossId, crossId),
        sql`${plants.state} ->> 'lost' is null`,
        sound('plant'),
      ),
    )
    .orderBy(asc(plants.code))
  /** Flowers that a plant may have come from: those of its packet. */
  const flowersOf = (sowingId: string | null) =>
    seedLot.get(sowing.get(sowingId ?? '')?.lotId ?? '')?.flowerIds ?? []
  return doubtful.map(({ flower, words }) => {
    const own = family.filter(plant => flowersOf(plant.sowingId).includes(flower.id))
    const others = new Set(own.flatMap(plant => flowersOf(plant.sowingId))).size - 1
    return { flower, words, plants: own.map(plant => plant.id), others }
  })
}

/** One family with its plants; null when the cross is not in the garden. */
export async function familyPage(
  db: Database,
  garden: Garden,
  crossId: string,
  { beside, since }: FamilyQuery,
): Promise<FamilyPage | null> {
  const cross = await crossById(db, garden, crossId)
  if (!cross) return null
  const day = await gardenDay(db, garden)
  const { guide, ofCross } = day.garden.crops.get(cross.crop)!
  const { flowers, lots } = ofCross(crossId)
  const sown = new Set(lots.filter(lot => lot.sown > 0).flatMap(lot => lot.flowerIds))
  const behind = flowers.filter(flower => sown.has(flower.id))
  const others = await statesOf(
    db,
    garden.id,
    'plant',
    [cross.seedParentId, cross.pollenParentId, ...beside].filter(p => p !== null),
  )
  const inFamily = eq(plants.crossId, crossId)
  return {
    ...(await plantList(db, garden, inFamily, since)),
    cross,
    seedParent: others.get(cross.seedParentId)!,
    pollenParent: others.get(cross.pollenParentId ?? '') ?? null,
    checks: beside.flatMap(id => {
      const check = others.get(id)
      return check?.crop === cross.crop ? [check] : []
    }),
    doubts: doubtsBehind(day, behind, guide),
    doubtful: await doubtfulOf(db, garden, day, crossId, behind, guide),
    flowers: behind.length,
    growing: growingOfCross(day, cross),
  }
}

/** A family as it goes on paper; null when the cross is not in the garden. */
export async function familySheetOf(
  db: Database,
  garden: Garden,
  crossId: string,
): Promise<FamilySheet | null> {
  const page = await familyPage(db, garden, crossId, { beside: [], since: '' })
  if (!page) return null
  const { cross, seedParent, pollenParent, plants: family } = page
  const crop = (await gardenDay(db, garden)).garden.crops.get(cross.crop)!
  const { definition } = await stockOf(db, garden, crop.guide)
  return {
    garden: garden.name,
    day: garden.today,
    aim: cross.aim,
    code: cross.code,
    seedParent,
    pollenParent,
    plants: family,
    traits: definition.traits,
  }
}
