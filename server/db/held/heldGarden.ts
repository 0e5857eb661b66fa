import { isDeepStrictEqual } from 'node:util'
import { halfOf } from '@virgulta/core/crops/half'
import type { LeftOut } from '@virgulta/core/crops/reckonable'
import type { Change, WholeGarden } from '@virgulta/core/garden/garden'
import { advanced, wholeGarden } from '@virgulta/core/garden/garden'
import type { KeptCrop } from '@virgulta/core/garden/keptLearning'
import { recalled, toKeep } from '@virgulta/core/garden/keptLearning'
import type { HeldState } from '@virgulta/core/garden/states'
import type { SubjectType } from '@virgulta/core/log/kind'
import type { SQL } from 'drizzle-orm'
import { sql } from 'drizzle-orm'
import { LRUCache } from 'lru-cache'
import type { Place } from '../../../shared/garden'
import type { Database } from '../connection'
import { rowsOf } from '../connection'
import type { Garden } from '../garden'
import { readModels, sound, subjectTypes } from '../readModels'
import { placesOf } from '../rows/garden'
import { gardens, removals } from '../schema'
import { keep, kept } from './kept'

/** What is held of gardens together, in bytes as they are guessed; who was asked about longest ago goes first. */
const MOST_BYTES = Number(process.env.VIRGULTA_HELD_MB ?? 256) * 1024 * 1024
/** What a state takes in memory for each byte that the database keeps of it. */
const BYTES_PER_KEPT = 6

/** A garden as it is held, with its places: they are in no log, and what changes them raises the garden's revision too. */
export interface Held {
  readonly garden: WholeGarden
  /** the same array for as long as nothing of them changes */
  readonly places: readonly Place[]
  readonly size: number
}

/**
 * A garden about which nobody asked for so long is let go: it may be deleted, or cared for by another server. Who comes once a day,
 * and not always at the same hour, finds it held.
 */
const HELD_MS = 36 * 60 * 60_000

const held = new LRUCache<string, Held>({
  maxSize: MOST_BYTES,
  ttl: HELD_MS,
  updateAgeOnGet: true,
  ttlAutopurge: true,
  // A garden that is larger than all together may be is held alone.
  sizeCalculation: ({ size }) => Math.min(size * BYTES_PER_KEPT + 1, MOST_BYTES),
})

/** Gardens that are being read, by id: who asks meanwhile waits for the same answer. */
const reading = new Map<string, Promise<Held>>()

/** The garden as one value: {@link heldWithPlaces} without its places. */
export const heldGarden = async (db: Database, garden: Garden): Promise<WholeGarden> =>
  (await heldWithPlaces(db, garden)).garden

/**
 * The garden as one value, at the revision that the request sees or a later one: kept in memory, and advanced by the rows that
 * changed since, whichever server wrote them.
 *
 * @param db a transaction that has written nothing to the log: what it would read of its own and take back later stays held
 */
export async function heldWithPlaces(db: Database, garden: Garden): Promise<Held> {
  const { id, revision } = garden
  for (;;) {
    const known = held.get(id)
    if (known && known.garden.revision >= revision) return known
    const under = reading.get(id)
    if (!under) break
    // It may be read for somebody who saw an earlier revision; where it fails, this request reads for itself.
    await under.catch(() => {})
  }
  const now = advance(db, garden)
  reading.set(id, now)
  try {
    return await now
  } finally {
    if (reading.get(id) === now) reading.delete(id)
  }
}

/** The gardens that are held, by id; who was asked about last comes first. */
export const heldIds = (): string[] => [...held.keys()]

/** Lets a garden go that is no more. */
export const letGoOf = ({ id }: Garden): boolean => held.delete(id)

async function advance(db: Database, garden: Garden): Promise<Held> {
  const before = held.get(garden.id)
  // Before the states, so that it is not of a later revision than they.
  const learning = before ? [] : await kept(db, garden, 'learning')
  const { size, newest, ...since } = await changeSince(db, garden.id, before?.garden.revision ?? -1)
  const change = { ...since, half: halfOf(garden.site) }
  const places = await placesOf(db, garden)
  const now: Held = {
    garden: before ? advanced(before.garden, change) : readAnew(garden, change, learning, newest),
    places: before && isDeepStrictEqual(before.places, places) ? before.places : places,
    size: (before?.size ?? 0) + size,
  }
  held.set(garden.id, now)
  return now
}

/** So many crosses that are summed up anew are worth keeping what they come to. */
const MANY_CROSSES = 20

/** @param newest revision of all that is noted of a cross, by its id */
function readAnew(
  garden: Garden,
  change: Change,
  learning: KeptCrop[],
  newest: Map<string, number>,
): WholeGarden {
  let anew = 0
  const whole = wholeGarden(change, (states, guides) => {
    const before = recalled(learning, states, guides, id => newest.get(id) ?? Infinity)
    anew = before.changed.size
    return before
  })
  if (anew >= MANY_CROSSES)
    void keep(
      garden,
      'learning',
      toKeep(whole).map(one => [one.crop, one]),
    )
  return whole
}

interface Row extends Record<string, unknown> {
  type: SubjectType | 'revision'
  id: string
  /** null: it was removed */
  state: HeldState['state'] | null
  code: string | null
  isSound: boolean
  revision: number
  size: number
}

/** Columns that a plant's state is held without. */
const WITHOUT_MOST = sql.raw(`- '{scores,missing,remarks,photos,genotype,note}'::text[]`)

interface Since extends Change {
  /** of what changed, in bytes as the database keeps it */
  size: number
  /** the latest revision of what changed of a cross, by the cross */
  newest: Map<string, number>
}

/** What changed in a garden since a revision, in one statement: it sees one moment. */
async function changeSince(db: Database, id: string, revision: number): Promise<Since> {
  const parts = subjectTypes.map((type): SQL => {
    const { table } = readModels[type]
    const state = type === 'plant' ? sql`${table.state} ${WITHOUT_MOST}` : sql`${table.state}`
    const code = 'code' in table ? sql`${table.code}` : sql`''`
    return sql`select ${sql.raw(`'${type}'`)} as type, ${table.id} as id, ${state} as state, ${code} as code,
      ${sound(type)} as "isSound", ${table.revision} as revision, pg_column_size(${table.state}) as size
      from ${table} where ${table.gardenId} = ${id} and ${table.revision} > ${revision}`
  })
  const rows = await rowsOf<Row>(
    db,
    sql.join(
      [
        sql`select 'revision' as type, ${gardens.id} as id, null::jsonb as state, null as code, true as "isSound", ${gardens.revision} as revision, 0 as size from ${gardens} where ${gardens.id} = ${id}`,
        sql`select ${removals.type}, ${removals.id}, null, null, true, ${removals.revision}, 0 from ${removals} where ${removals.gardenId} = ${id} and ${removals.revision} > ${revision}`,
        ...parts,
      ],
      sql` union all `,
    ),
  )
  const change = {
    changed: [] as HeldState[],
    removed: [] as Change['removed'] & object,
    damaged: [] as LeftOut[],
  }
  let now = revision
  let size = 0
  const newest = new Map<string, number>()
  for (const row of rows) {
    size += row.size
    if (row.type === 'revision') now = Number(row.revision)
    else if (!row.isSound) change.damaged.push({ type: row.type, id: row.id, code: row.code!, crossId: null })
    else if (row.state) {
      change.changed.push({ type: row.type, state: row.state } as HeldState)
      const cross = crossOf(row.type, row.state)
      if (cross) newest.set(cross, Math.max(newest.get(cross) ?? 0, Number(row.revision)))
    } else change.removed.push({ type: row.type, id: row.id })
  }
  return { revision: now, ...change, size, newest }
}

/** The cross that a state belongs to. */
const crossOf = (type: SubjectType, state: HeldState['state']): string | null =>
  type === 'cross' ? state.id : 'crossId' in state ? state.crossId : null
