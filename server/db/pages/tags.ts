import type { Cross } from '@virgulta/core/crosses/cross'
import { stayInWords } from '@virgulta/core/seed/course'
import { and, asc, eq, inArray } from 'drizzle-orm'
import type { PrintedTag } from '../../../shared/tags'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { parentsOf } from '../held/names'
import { crossById } from '../rows/crosses'
import { crosses, flowers, plants, seedLots, sowings, tubes } from '../schema'
import { sound } from '../readModels'

/**
 * The tags of a cross: one for each flower that still hangs on the plant; null when the cross is not in the garden.
 *
 * @param only codes of those that are wanted; absent: all
 */
export async function tagsOfCross(
  db: Database,
  garden: Garden,
  crossId: string,
  only?: string[],
): Promise<PrintedTag[] | null> {
  const cross = await crossById(db, garden, crossId)
  if (!cross) return null
  const rows = await db
    .select({ flower: flowers.state })
    .from(flowers)
    .where(and(eq(flowers.gardenId, garden.id), eq(flowers.crossId, crossId)))
    .orderBy(asc(flowers.code))
  const parents = await parentsOf(db, garden, [cross.seedParentId, cross.pollenParentId])
  const isWanted = (code: string) => !only || only.includes(code)
  return rows
    .filter(
      ({ flower }) => isWanted(flower.code) && !flower.lost && !flower.failed && flower.status !== 'missed',
    )
    .map(({ flower }) => ({
      code: flower.code,
      of: `cross ${cross.code}`,
      names: [parents.get(cross.seedParentId)!.name, parents.get(cross.pollenParentId ?? '')?.name ?? 'open'],
      day: flower.pollinations.at(-1)?.on ?? flower.chosenOn,
    }))
}

/** Labels of tubes of pollen, packets, what was sown, and plants, in the order of their codes as asked; what is gone has none. */
export async function labelsOf(db: Database, garden: Garden, codes: string[]): Promise<PrintedTag[]> {
  const parts = await Promise.all([
    labelsOfTubes(db, garden, codes),
    labelsOfSeed(db, garden, codes),
    labelsOfPlants(db, garden, codes),
  ])
  const byCode = new Map(parts.flat().map(tag => [tag.code, tag]))
  return [...new Set(codes)].flatMap(code => byCode.get(code) ?? [])
}

/** The labels of tubes of pollen that are still there. */
async function labelsOfTubes(db: Database, garden: Garden, codes: string[]): Promise<PrintedTag[]> {
  const rows = await db
    .select({ tube: tubes.state })
    .from(tubes)
    .where(and(eq(tubes.gardenId, garden.id), inArray(tubes.code, codes), sound('tube')))
  const donors = await parentsOf(
    db,
    garden,
    rows.flatMap(({ tube }) => tube.donors),
  )
  return rows
    .filter(({ tube }) => !tube.ended)
    .map(({ tube }) => ({
      code: tube.code,
      day: tube.collectedOn,
      of: tube.waits ? 'gives pollen' : tube.tubed ? `pollen, ${tube.doses} doses` : 'pollen, drying',
      names: [
        tube.donors.length > 1 ? `bulk of ${tube.donors.length}` : (donors.get(tube.donors[0]!)?.name ?? ''),
      ],
    }))
}

/** The labels of packets that hold seed, and of trays, rows, bags and flasks. */
async function labelsOfSeed(db: Database, garden: Garden, codes: string[]): Promise<PrintedTag[]> {
  const lots = await db
    .select({ lot: seedLots.state, cross: crosses.state })
    .from(seedLots)
    .innerJoin(crosses, and(eq(crosses.gardenId, seedLots.gardenId), eq(crosses.id, seedLots.crossId)))
    .where(and(eq(seedLots.gardenId, garden.id), inArray(seedLots.code, codes)))
  const sown = await db
    .select({ sowing: sowings.state, cross: crosses.state })
    .from(sowings)
    .innerJoin(crosses, and(eq(crosses.gardenId, sowings.gardenId), eq(crosses.id, sowings.crossId)))
    .where(and(eq(sowings.gardenId, garden.id), inArray(sowings.code, codes)))
  const parents = await parentsOf(
    db,
    garden,
    [...lots, ...sown].flatMap(({ cross }) => [cross.seedParentId, cross.pollenParentId]),
  )
  const namesOf = ({ seedParentId, pollenParentId }: Cross) => [
    parents.get(seedParentId)!.name,
    parents.get(pollenParentId ?? '')?.name ?? 'open',
  ]
  return [
    ...lots
      .filter(({ lot }) => lot.left)
      .map(({ lot, cross }) => ({
        code: lot.code,
        of: `seed, ${lot.left}`,
        names: namesOf(cross),
        day: lot.harvestedOn,
      })),
    ...sown
      .filter(({ sowing }) => !sowing.ended)
      .map(({ sowing, cross }) => ({
        code: sowing.code,
        of: sowing.row ? `${sowing.row.of}, row ${sowing.row.at}` : stayInWords(sowing.stays.at(-1)!),
        names: namesOf(cross),
        day: sowing.sownOn,
      })),
  ]
}

/** The labels of plants that stand: of a seedling that goes by its code, with its parents. */
async function labelsOfPlants(db: Database, garden: Garden, codes: string[]): Promise<PrintedTag[]> {
  const rows = await db
    .select({ plant: plants.state })
    .from(plants)
    .where(and(eq(plants.gardenId, garden.id), inArray(plants.code, codes), sound('plant')))
  const parents = await parentsOf(
    db,
    garden,
    rows.flatMap(({ plant }) => [plant.seedParentId, plant.pollenParentId]),
  )
  return rows
    .filter(({ plant }) => !plant.lost)
    .map(({ plant }) => {
      const mother = parents.get(plant.seedParentId ?? '')?.name
      const isNamed = plant.name !== plant.code || !mother
      return {
        code: plant.code,
        of: plant.crossId ? 'seedling' : plant.plantKind,
        names: isNamed ? [plant.name] : [mother, parents.get(plant.pollenParentId ?? '')?.name ?? 'open'],
        day: plant.since,
      }
    })
}
