import { createHash } from 'node:crypto'
import type { SQL } from 'drizzle-orm'
import { and, asc, count, eq, gt } from 'drizzle-orm'
import type { PlantList } from '../../../shared/plantList'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { plants } from '../schema'
import { MODELS_VERSION } from '../modelsVersion'
import { sound } from '../readModels'

/** Text for a pattern search: what people type is meant literally. */
export const containing = (typed: string) => `%${typed.replace(/[\\%_]/g, '\\$&')}%`

async function countOf(db: Database, which: SQL | undefined): Promise<number> {
  const [found] = await db.select({ plants: count() }).from(plants).where(which)
  return found!.plants
}

/**
 * Plants of a screen, in the order of their codes: all, or those that changed since an earlier answer.
 *
 * @param which of the garden's plants; what it says is fixed, or of the plants themselves
 * @param since mark of an earlier answer; '': none
 * @param also what else decides which they are: where it is another, all are answered
 */
export async function plantList(
  db: Database,
  garden: Garden,
  which: SQL | undefined,
  since = '',
  also = '',
): Promise<PlantList> {
  const terms = createHash('sha256')
    .update(`${MODELS_VERSION} ${garden.id} ${also}`)
    .digest('hex')
    .slice(0, 12)
  const mark = `${terms}-${garden.revision}`
  const [of, revision] = since.split('-')
  const isChanges = of === terms && /^\d{1,15}$/.test(revision ?? '')
  const all = and(eq(plants.gardenId, garden.id), which, sound('plant'))
  const rows = await db
    .select({ state: plants.state })
    .from(plants)
    .where(isChanges ? and(all, gt(plants.revision, Number(revision))) : all)
    .orderBy(asc(plants.code))
  return {
    plants: rows.map(row => row.state),
    count: isChanges ? await countOf(db, all) : rows.length,
    mark,
    isChanges,
  }
}
