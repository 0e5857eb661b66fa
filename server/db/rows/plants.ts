import type { Plant } from '@virgulta/core/plants/plant'
import { and, asc, eq } from 'drizzle-orm'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { plants } from '../schema'
import { sound } from '../readModels'

/** Text for a pattern search: what people type is meant literally. */
export const containing = (typed: string) => `%${typed.replace(/[\\%_]/g, '\\$&')}%`

/** The plants of one family, in the order of their codes. */
export async function offspringOf(db: Database, garden: Garden, crossId: string): Promise<Plant[]> {
  const rows = await db
    .select({ state: plants.state })
    .from(plants)
    .where(and(eq(plants.gardenId, garden.id), eq(plants.crossId, crossId), sound('plant')))
    .orderBy(asc(plants.code))
  return rows.map(row => row.state)
}
