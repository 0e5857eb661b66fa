import { and, desc, eq, sql } from 'drizzle-orm'
import type { LastPass } from '../../../shared/round'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { entries } from '../schema'
import { heldGarden } from './heldGarden'

/** The last pass of pollen that a person noted and did not take back; null where there is none. */
export async function lastPassOf(db: Database, garden: Garden, personId: string): Promise<LastPass | null> {
  const [last] = await db
    .select({ flowerId: entries.subjectId, at: entries.happenedAt })
    .from(entries)
    .where(
      and(
        eq(entries.gardenId, garden.id),
        eq(entries.recordedBy, personId),
        // As the index says it: a parameter in its place would not be known to fit.
        sql`${entries.kind} = 'pollinated'`,
        sql`not exists (select from entries later
          where later.garden_id = entries.garden_id and later.voids = entries.id)`,
      ),
    )
    .orderBy(desc(entries.happenedAt))
    .limit(1)
  if (!last) return null
  const flower = (await heldGarden(db, garden)).kept.flower.get(last.flowerId ?? '')
  return flower
    ? {
        seedParentId: flower.seedParentId,
        pollenParentId: flower.pollinations.at(-1)?.pollenParentId ?? flower.pollenParentId,
        at: new Date(last.at).toISOString(),
      }
    : null
}
