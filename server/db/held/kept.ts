import { deserialize, serialize } from 'node:v8'
import type { KeptCrop } from '@virgulta/core/garden/keptLearning'
import { and, eq, sql } from 'drizzle-orm'
import type { Database } from '../connection'
import { inGarden } from '../connection'
import type { Garden } from '../garden'
import { keepings } from '../schema'

/** An answer, and what it was worked out from. */
export interface KeptAnswer {
  what: string
  revision: number
  hour: string
  answer: unknown
}

/** What is kept, by its kind. */
interface Kinds {
  learning: KeptCrop
  answer: KeptAnswer
}

interface Keeper {
  /** in which no request waits for what is written */
  db: Database
  /** what another build worked out is worked out again: its rules may have been others */
  build: string
}
let keeper: Keeper | null = null

/** From now on what is worked out is kept for the next start; until then nothing is kept, nor read. */
export const keepBy = (own: Keeper | null): void => void (keeper = own)

/**
 * What is kept of a garden; what cannot be read is worked out again.
 *
 * @param name under which it was kept; absent: all of the kind
 */
export async function kept<K extends keyof Kinds>(
  db: Database,
  { id }: Pick<Garden, 'id'>,
  kind: K,
  name?: string,
): Promise<Kinds[K][]> {
  if (!keeper) return []
  const rows = await db
    .select({ kept: keepings.kept })
    .from(keepings)
    .where(
      and(
        eq(keepings.gardenId, id),
        eq(keepings.kind, kind),
        eq(keepings.build, keeper.build),
        name === undefined ? undefined : eq(keepings.name, name),
      ),
    )
  try {
    return rows.map(row => deserialize(row.kept) as Kinds[K])
  } catch {
    return []
  }
}

/** Keeps something of a garden, by name. Nobody needs to wait for it, and where it cannot be kept nothing is lost. */
export async function keep<K extends keyof Kinds>(
  { id }: Pick<Garden, 'id'>,
  kind: K,
  things: readonly (readonly [name: string, thing: Kinds[K]])[],
): Promise<void> {
  if (!keeper || !things.length) return
  const { db, build } = keeper
  const write = (tx: Database) =>
    tx
      .insert(keepings)
      .values(things.map(([name, thing]) => ({ gardenId: id, kind, name, build, kept: serialize(thing) })))
      .onConflictDoUpdate({
        target: [keepings.gardenId, keepings.kind, keepings.name],
        set: { build: sql`excluded.build`, kept: sql`excluded.kept` },
      })
  await inGarden(db, id, write).catch(() => {})
}
