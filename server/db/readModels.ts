import type { States } from '@virgulta/core/log/fold'
import type { Subject, SubjectType } from '@virgulta/core/log/kind'
import type { SQL } from 'drizzle-orm'
import { and, eq, getTableColumns, sql } from 'drizzle-orm'
import type { PgTable } from 'drizzle-orm/pg-core'
import type { Database } from './connection'
import { among, rowsOf } from './connection'
import {
  aims,
  batches,
  crosses,
  customs,
  flowers,
  guides,
  inheritances,
  loci,
  plants,
  readings,
  removals,
  rules,
  seedLots,
  sowings,
  storeReadings,
  stores,
  tasks,
  traits,
  tubes,
} from './schema'

const ofCrop = ({ crop }: { crop: string }) => ({ crop })

/** The table of each type of subject, and which of its state's fields have columns of their own. */
export const readModels = {
  plant: {
    table: plants,
    columns: ({ code, name, crop, plantKind, placeId, crossId, verdict, since }: States['plant']) => ({
      code,
      name,
      crop,
      plantKind,
      placeId,
      crossId,
      verdict: verdict?.verdict ?? null,
      since,
    }),
  },
  cross: {
    table: crosses,
    columns: ({ code, crop, seedParentId, pollenParentId, plannedOn }: States['cross']) => ({
      code,
      crop,
      seedParentId,
      pollenParentId,
      plannedOn,
    }),
  },
  flower: {
    table: flowers,
    columns: ({ code, crossId, seedParentId, status }: States['flower']) => ({
      code,
      crossId,
      seedParentId,
      status,
    }),
  },
  seedLot: { table: seedLots, columns: ({ code, crossId }: States['seedLot']) => ({ code, crossId }) },
  sowing: {
    table: sowings,
    columns: ({ code, crossId, lotId }: States['sowing']) => ({ code, crossId, lotId }),
  },
  trait: { table: traits, columns: ofCrop },
  locus: { table: loci, columns: ofCrop },
  rule: { table: rules, columns: ofCrop },
  inheritance: { table: inheritances, columns: ofCrop },
  aim: { table: aims, columns: ofCrop },
  batch: { table: batches, columns: ({ code, crop, plantId }: States['batch']) => ({ code, crop, plantId }) },
  task: { table: tasks, columns: ofCrop },
  guide: { table: guides, columns: ofCrop },
  custom: { table: customs, columns: () => ({}) },
  tube: { table: tubes, columns: ({ code, crop }: States['tube']) => ({ code, crop }) },
  store: { table: stores, columns: () => ({}) },
  storeReadings: { table: storeReadings, columns: ({ storeId }: States['storeReadings']) => ({ storeId }) },
  readings: { table: readings, columns: ({ readOn }: States['readings']) => ({ readOn }) },
}

/** True of the states of a type that pages can work with; types of which nothing is asked are taken as they are. */
export function sound(type: SubjectType): SQL {
  const { table } = readModels[type]
  return 'isSound' in table ? sql`${table.isSound}` : sql`true`
}

export const subjectTypes = Object.keys(readModels) as SubjectType[]

/** PostgreSQL takes at most 65 535 parameters in one statement. */
const ROWS_AT_ONCE = 2000

/** Items in groups that fit one statement. */
export function inGroups<T>(items: T[], size = ROWS_AT_ONCE): T[][] {
  return Array.from({ length: Math.ceil(items.length / size) }, (_, i) =>
    items.slice(i * size, (i + 1) * size),
  )
}

interface Model {
  table: typeof plants
  columns: (state: unknown) => Record<string, unknown>
}
const modelOf = (type: SubjectType) => readModels[type] as unknown as Model

/**
 * Writes the states of subjects of one type, new or changed.
 *
 * @param revision of the log that changed them
 */
export async function saveStates(
  db: Database,
  gardenId: string,
  revision: number,
  type: SubjectType,
  states: { id: string }[],
): Promise<void> {
  const { table, columns } = modelOf(type)
  const changing = Object.fromEntries(
    Object.entries(getTableColumns(table as PgTable))
      .filter(([name, { generated }]) => name !== 'gardenId' && name !== 'id' && !generated)
      .map(([name, column]) => [name, sql.raw(`excluded."${column.name}"`)]),
  )
  for (const group of inGroups(states)) {
    const rows = group.map(state => ({ gardenId, id: state.id, state, revision, ...columns(state) }))
    await db
      .insert(table)
      .values(rows as never)
      .onConflictDoUpdate({ target: [table.gardenId, table.id], set: changing })
  }
}

/** Removes subjects of which nothing is noted any more. */
export async function removeStates(
  db: Database,
  gardenId: string,
  revision: number,
  subjects: Subject[],
): Promise<void> {
  for (const type of subjectTypes) {
    const ids = subjects.filter(s => s.type === type).map(s => s.id)
    const { table } = modelOf(type)
    if (ids.length) await db.delete(table).where(and(eq(table.gardenId, gardenId), among(table.id, ids)))
  }
  for (const group of inGroups(subjects)) {
    await db
      .insert(removals)
      .values(group.map(({ type, id }) => ({ gardenId, type, id, revision })))
      .onConflictDoUpdate({
        target: [removals.gardenId, removals.type, removals.id],
        set: { revision: sql`excluded.revision` },
      })
  }
}

/** The states of some subjects of one type, by id; those that pages cannot work with are left out. */
export function statesOf<T extends SubjectType>(
  db: Database,
  gardenId: string,
  type: T,
  ids: string[],
): Promise<Map<string, States[T]>> {
  return keptStates(db, gardenId, type, ids, sound(type))
}

/** The states of some subjects of one type by id, whatever is in them. */
export async function keptStates<T extends SubjectType>(
  db: Database,
  gardenId: string,
  type: T,
  ids: string[],
  filter?: SQL,
): Promise<Map<string, States[T]>> {
  const { table } = modelOf(type)
  if (!ids.length) return new Map()
  const rows = await db
    .select({ id: table.id, state: table.state })
    .from(table)
    .where(and(eq(table.gardenId, gardenId), among(table.id, ids), filter))
  return new Map(rows.map(({ id, state }) => [id, state as unknown as States[T]]))
}

/** The states of all subjects of some types of which a garden has few, in one statement; those that pages cannot work with are left out. */
export async function allStates<T extends 'trait' | 'locus' | 'rule' | 'inheritance' | 'guide'>(
  db: Database,
  gardenId: string,
  types: T[],
): Promise<{ [K in T]: States[K][] }> {
  const parts = types.map((type): SQL => {
    const { table } = modelOf(type)
    return sql`(select ${sql.raw(`'${type}'`)} as type, ${table.state} as state from ${table}
      where ${table.gardenId} = ${gardenId} and ${sound(type)} order by ${table.id})`
  })
  const rows = await rowsOf<{ type: T; state: States[T] }>(db, sql.join(parts, sql` union all `))
  return Object.fromEntries(
    types.map(type => [type, rows.filter(row => row.type === type).map(row => row.state)]),
  ) as { [K in T]: States[K][] }
}

/** The ids of all subjects of one type that have a state. */
export async function keptIds(db: Database, gardenId: string, type: SubjectType): Promise<string[]> {
  const { table } = modelOf(type)
  return (await db.select({ id: table.id }).from(table).where(eq(table.gardenId, gardenId))).map(
    row => row.id,
  )
}
