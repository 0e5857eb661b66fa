import { and, asc, eq, inArray } from 'drizzle-orm'
import type { PrintedTag } from '../../../shared/tags'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { parentsOf } from '../held/names'
import { crossById } from '../rows/crosses'
import { flowers, tubes } from '../schema'
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

/** The labels of tubes of pollen that are still there, by their codes. */
export async function labelsOfTubes(db: Database, garden: Garden, codes: string[]): Promise<PrintedTag[]> {
  const rows = await db
    .select({ tube: tubes.state })
    .from(tubes)
    .where(and(eq(tubes.gardenId, garden.id), inArray(tubes.code, codes), sound('tube')))
    .orderBy(asc(tubes.code))
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
