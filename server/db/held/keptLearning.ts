import { deserialize, serialize } from 'node:v8'
import type { WholeGarden } from '@virgulta/core/garden/garden'
import type { KeptCrop } from '@virgulta/core/garden/keptLearning'
import { toKeep } from '@virgulta/core/garden/keptLearning'
import { and, eq, sql } from 'drizzle-orm'
import type { Database } from '../connection'
import { inGarden } from '../connection'
import type { Garden } from '../garden'
import { learnings } from '../schema'

interface Keeper {
  /** in which no request waits for what is written */
  db: Database
  /** what another build learnt is learnt again: its rules may have been others */
  build: string
}
let keeper: Keeper | null = null

/** From now on what is learnt of large gardens is kept for the next start; until then nothing is kept, nor read. */
export const keepLearningBy = (own: Keeper | null): void => void (keeper = own)

/** What was kept of a garden's learning; what cannot be read is learnt again. */
export async function keptLearning(db: Database, { id }: Pick<Garden, 'id'>): Promise<KeptCrop[]> {
  if (!keeper) return []
  const rows = await db
    .select({ kept: learnings.kept })
    .from(learnings)
    .where(and(eq(learnings.gardenId, id), eq(learnings.build, keeper.build)))
  try {
    return rows.map(({ kept }) => deserialize(kept) as KeptCrop)
  } catch {
    return []
  }
}

/** Keeps what was learnt of a garden. Nobody needs to wait for it, and where it cannot be kept nothing is lost. */
export async function keepLearning({ id }: Pick<Garden, 'id'>, whole: WholeGarden): Promise<void> {
  if (!keeper) return
  const { db, build } = keeper
  const write = (tx: Database) =>
    tx
      .insert(learnings)
      .values(toKeep(whole).map(one => ({ gardenId: id, crop: one.crop, build, kept: serialize(one) })))
      .onConflictDoUpdate({
        target: [learnings.gardenId, learnings.crop],
        set: { build: sql`excluded.build`, kept: sql`excluded.kept` },
      })
  await inGarden(db, id, write).catch(() => {})
}
