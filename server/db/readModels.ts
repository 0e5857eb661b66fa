import type { States } from '@virgulta/core/log/fold'
import type { Subject, SubjectType } from '@virgulta/core/log/kind'
import { group } from 'd3-array'
import type { SQL } from 'drizzle-orm'
import { and, eq, getTableColumns, sql } from 'drizzle-orm'
import type { PgTable } from 'drizzle-orm/pg-core'
import type { Database, Write } from './connection'
import { among, inserting, rowsOf } from './connection'
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
  placeHistories,
  storeReadings,
  stores,
  tasks,
  ways,
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
  way: { table: ways, columns: ofCrop },
  guide: { table: guides, columns: ofCrop },
  custom: { table: customs, columns: () => ({}) },
  tube: { table: tubes, columns: ({ code, crop }: States['tube']) => ({ code, crop }) },
  place: { table: placeHistories, columns: () => ({}) },
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
 * What writes the states of some subjects, new or changed.
 *
 * @param revision of the log that changed them
 * @param stateOf a subject; undefined: of it nothing is written
 */
export function stateWrites(
  gardenId: string,
  revision: number,
  subjects: Subject[],
  stateOf: (subject: Subject) => { id: string } | undefined,
): Write[] {
  return Array.from(
    group(subjects, subject => subject.type),
    ([type, ofType]) => {
      const { table, columns } = modelOf(type)
      const changing = sql.join(
        Object.entries(getTableColumns(table as PgTable))
          .filter(([name, { generated }]) => name !== 'gardenId' && name !== 'id' && !generated)
          .map(([, column]) => sql.raw(`"${column.name}" = excluded."${column.name}"`)),
        sql`, `,
      )
      return inGroups(ofType.flatMap(subject => stateOf(subject) ?? [])).map(some => ({
        rows: some.length,
        query: sql`${inserting(
          table as PgTable,
          some.map(state => ({ gardenId, id: state.id, state, revision, ...columns(state) })),
        )} on conflict (garden_id, id) do update set ${changing}`,
      }))
    },
  ).flat()
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

/** The rows of some subjects of one type by id, with the columns that are searched. */
export async function keptRows(
  db: Database,
  gardenId: string,
  type: SubjectType,
  ids: string[],
): Promise<Map<string, Record<string, unknown>>> {
  const { table } = modelOf(type)
  const rows = await db
    .select()
    .from(table)
    .where(and(eq(table.gardenId, gardenId), among(table.id, ids)))
  return new Map(rows.map(row => [row.id, row]))
}

/** What is kept of a state: itself and its columns, as the database gives them back; of none nothing but that. */
export function asKept(type: SubjectType, state: States[SubjectType] | null): Record<string, unknown> {
  const kept = state ? { state, ...modelOf(type).columns(state) } : { state }
  const present = Object.entries(kept).map(([name, value]) => [name, value ?? null])
  return JSON.parse(JSON.stringify(Object.fromEntries(present)))
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

/**
 * What lies around some deeds, in one statement: the states of some subjects, whatever is in them, and all those of types of which
 * a garden has few.
 */
export function statesAround(
  db: Database,
  gardenId: string,
  subjects: Subject[],
  whole: SubjectType[],
): Promise<{ type: SubjectType; id: string; state: States[SubjectType] }[]> {
  const part = (type: SubjectType, which: (table: Model['table']) => SQL | undefined): SQL => {
    const { table } = modelOf(type)
    return sql`(select ${sql.raw(`'${type}'`)} as type, ${table.id} as id, ${table.state} as state
      from ${table} where ${table.gardenId} = ${gardenId} and ${which(table) ?? sql`true`} order by ${table.id})`
  }
  const named = group(subjects, subject => subject.type)
  const parts = [
    ...Array.from(named, ([type, of]) =>
      part(type, table => among(table.id, [...new Set(of.map(subject => subject.id))])),
    ),
    ...whole.map(type => part(type, () => sound(type))),
  ]
  return rowsOf(db, sql.join(parts, sql` union all `))
}

/** The ids of all subjects of one type that have a state. */
export async function keptIds(db: Database, gardenId: string, type: SubjectType): Promise<string[]> {
  const { table } = modelOf(type)
  return (await db.select({ id: table.id }).from(table).where(eq(table.gardenId, gardenId))).map(
    row => row.id,
  )
}
