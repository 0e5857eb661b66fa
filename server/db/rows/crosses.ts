import type { Cross } from '@virgulta/core/crosses/cross'
import { and, eq } from 'drizzle-orm'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { crosses } from '../schema'

/** One cross; null when it is not in the garden. */
export async function crossById(db: Database, garden: Garden, id: string): Promise<Cross | null> {
  const [row] = await db
    .select({ state: crosses.state })
    .from(crosses)
    .where(and(eq(crosses.gardenId, garden.id), eq(crosses.id, id)))
  return row?.state ?? null
}
