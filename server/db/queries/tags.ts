import type { SQL } from 'drizzle-orm'
import { and, asc, eq, sql } from 'drizzle-orm'
import type { PrintedTag } from '../../../shared/tags'
import type { Database } from '../connection'
import type { tags } from '../schema'
import { flowers } from '../schema'
import { crossById } from './crosses'
import type { Garden } from './garden'
import { parentsOf } from './plants'

/**
 * The tags of a cross: one for each flower that still hangs on the plant; null when the cross is not in the garden.
 *
 * @param only codes of those that are wanted; absent: all
 */
export async function tagsOfCross(db: Database, garden: Garden, crossId: string, only?: string[]): Promise<PrintedTag[] | null> {
  const cross = await crossById(db, garden, crossId)
  if (!cross) return null
  const rows = await db.select({ flower: flowers.state }).from(flowers)
    .where(and(eq(flowers.gardenId, garden.id), eq(flowers.crossId, crossId))).orderBy(asc(flowers.code))
  const parents = await parentsOf(db, garden, [cross.seedParentId, cross.pollenParentId])
  const isWanted = (code: string) => !only || only.includes(code)
  return rows.filter(({ flower }) => isWanted(flower.code) && !flower.lost && !flower.failed && flower.status !== 'missed').map(({ flower }) => ({
    code: flower.code,
    crossCode: cross.code,
    seedParent: parents.get(cross.seedParentId)!.name,
    pollenParent: parents.get(cross.pollenParentId ?? '')?.name ?? 'open',
    day: flower.pollinations.at(-1)?.on ?? flower.chosenOn,
  }))
}

/**
 * True for codes that begin as typed, in letters of either size. As a range: of a search by pattern PostgreSQL makes no
 * use of the index under row-level security.
 */
export function beginsWith(column: typeof tags.code, typed: string): SQL {
  const code = typed.toUpperCase()
  return sql`(${column} collate "C" >= ${code} and ${column} collate "C" < ${`${code}~`})`
}
