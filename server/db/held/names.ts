import type { Cross } from '@virgulta/core/crosses/cross'
import { and, eq } from 'drizzle-orm'
import type { Named } from '../../../shared/crosses'
import type { Parent } from '../../../shared/parent'
import type { Database } from '../connection'
import { among } from '../connection'
import type { Garden } from '../garden'
import { plants } from '../schema'
import { heldGarden } from './heldGarden'

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

/** Adds to what is of a cross the names of its parents. */
export async function withParents<T extends { cross: Cross }>(
  db: Database,
  garden: Garden,
  rows: T[],
): Promise<Named<T>[]> {
  const parents = await parentsOf(
    db,
    garden,
    rows.flatMap(({ cross }) => [cross.seedParentId, cross.pollenParentId]),
  )
  return rows.map(row => ({
    ...row,
    seedParent: parents.get(row.cross.seedParentId)!,
    pollenParent: parents.get(row.cross.pollenParentId ?? '') ?? null,
  }))
}
