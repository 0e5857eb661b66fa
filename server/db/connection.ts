import type { SQL } from 'drizzle-orm'
import { getTableColumns, sql } from 'drizzle-orm'
import { drizzle } from 'drizzle-orm/node-postgres'
import type { PgColumn, PgTable, PgTransactionConfig } from 'drizzle-orm/pg-core'
import { Pool } from 'pg'
import { PreparingClient } from './preparing'
import * as schema from './schema'

/** A database connection or a transaction on one: what every query takes. */
export type Database = Pick<
  ReturnType<typeof open>['db'],
  'select' | 'selectDistinct' | 'insert' | 'update' | 'delete' | 'execute' | 'transaction'
>

/** A transaction: what is thrown in it ends it, and nothing of it stays. */
export type Transaction = Database & { rollback: () => never }

/** What a pool may hold and how long; absent: as long as it wants, as a migration may. */
interface Bounds {
  connections?: number
  /** one statement */ statementMs?: number
  /** waiting for a lock */ lockMs?: number
  /** a transaction in which nothing is asked */ idleMs?: number
}

/** Opens a pool of connections to a PostgreSQL. */
export function open(url: string, { connections = 8, statementMs, lockMs, idleMs }: Bounds = {}) {
  const client = new Pool({
    Client: PreparingClient,
    connectionString: url,
    max: connections,
    connectionTimeoutMillis: 10_000,
    statement_timeout: statementMs,
    lock_timeout: lockMs,
    idle_in_transaction_session_timeout: idleMs,
  })
  // A connection that breaks is replaced with the next query; what was under way on it fails by itself.
  client.on('error', () => {}).on('connect', connection => void connection.on('error', () => {}))
  return { db: drizzle(client, { schema }), close: () => client.end() }
}

/** The rows of a query in SQL's own words. */
export async function rowsOf<T extends Record<string, unknown>>(db: Database, query: SQL): Promise<T[]> {
  return (await db.execute(query)).rows as T[]
}

/**
 * What inserts rows, all of them as one parameter: neither the statement nor the binding of its values grows with them, and it is the
 * same statement for one row and for a thousand.
 *
 * @param rows by the names of the table's columns; what one of them leaves out and another gives is null
 */
export function inserting(table: PgTable, rows: object[]): SQL {
  const given = new Set(rows.flatMap(row => Object.keys(row)))
  const columns = Object.entries(getTableColumns(table)).filter(([key]) => given.has(key))
  const names = sql.join(
    columns.map(([, column]) => sql.identifier(column.name)),
    sql`, `,
  )
  const typed = sql.join(
    columns.map(([, column]) => sql`${sql.identifier(column.name)} ${sql.raw(column.getSQLType())}`),
    sql`, `,
  )
  const values = rows.map(row =>
    Object.fromEntries(columns.map(([key, column]) => [column.name, (row as Record<string, unknown>)[key]])),
  )
  return sql`insert into ${table} (${names})
    select ${names} from jsonb_to_recordset(${JSON.stringify(values)}::jsonb) as given (${typed})`
}

/** A write that can be carried out together with others. */
export interface Write {
  rows: number
  query: SQL
  /** is told what it returned; throws where that will not do */
  check?: (written: Record<string, unknown>[]) => void
}

/** What is written in one statement has this many rows at most. */
const ROWS_TOGETHER = 1000

/** Carries writes out, few of them in one statement; none may need what another one writes. */
export async function carryOut(db: Database, writes: Write[]): Promise<void> {
  if (writes.reduce((sum, { rows }) => sum + rows, 0) > ROWS_TOGETHER) {
    for (const { query, check } of writes) {
      const written = await rowsOf(db, query)
      check?.(written)
    }
    return
  }
  if (!writes.length) return
  const name = (i: number) => sql.raw(`write${i}`)
  const steps = writes.map(({ query }, i) => sql`${name(i)} as (${query})`)
  const told = writes.flatMap(({ check }, i) =>
    check ? [sql`select ${i}::int as of, to_jsonb(${name(i)}) as row from ${name(i)}`] : [],
  )
  const answer = told.length ? sql.join(told, sql` union all `) : sql`select`
  const rows = await rowsOf<{ of: number; row: Record<string, unknown> }>(
    db,
    sql`with ${sql.join(steps, sql`, `)} ${answer}`,
  )
  writes.forEach(({ check }, i) => check?.(rows.filter(({ of }) => of === i).map(({ row }) => row)))
}

/**
 * True for rows whose id, or code, is one of these. Longer searches go step by step, each asking for the ids the last one
 * found: for one statement the database must guess how much a garden holds, and of one that has just come it knows
 * nothing. The ids are one parameter, so that there may be any number of them.
 */
export function among(column: PgColumn, ids: string[]): SQL {
  return sql`${column} = any(${sql.param(ids)})`
}

/** No request waits longer for one statement; deleting a garden of 100 000 entries takes about a second. */
const REQUESTS = { connections: 8, statementMs: 60_000, lockMs: 20_000, idleMs: 60_000 } satisfies Bounds
/** Downloads and long works: they never take a connection from a request, and a fold of a whole log sits between two statements for a while. */
const LONG_WORK = { connections: 6, statementMs: 120_000, lockMs: 60_000, idleMs: 300_000 } satisfies Bounds

const pools = new Map<Bounds, ReturnType<typeof open>>()
function poolOf(bounds: Bounds): Database {
  const url = process.env.DATABASE_URL
  if (!url) throw new Error('DATABASE_URL is not set: start the server with `npm start`.')
  const pool = pools.get(bounds) ?? open(url, bounds)
  pools.set(bounds, pool)
  return pool.db
}

/** What a transaction knows of who asks; row-level security shows the rows that go with it and no others. */
export interface Known {
  garden?: string
  person?: string
  email?: string
  /** hash of a secret */ secret?: string
}

/**
 * Works in a transaction that knows who asks.
 *
 * @param kind of transaction, where the usual one will not do
 */
export function knowing<T>(
  db: Database,
  known: Known,
  work: (tx: Transaction) => Promise<T>,
  kind?: PgTransactionConfig,
): Promise<T> {
  return db.transaction(async tx => {
    await tellTransaction(tx, known)
    return work(tx)
  }, kind)
}

/** Tells a transaction one thing more. */
export async function tellTransaction(tx: Database, known: Known): Promise<void> {
  const settings = Object.entries(known).map(
    ([name, value]) => sql`set_config(${`virgulta.${name}`}, ${value}, true)`,
  )
  await tx.execute(sql`select ${sql.join(settings, sql`, `)}`)
}

/** Works within one garden: the rows of other gardens are not there, also for a query that forgets to ask for its garden. */
export function inGarden<T>(
  db: Database,
  gardenId: string,
  work: (tx: Transaction) => Promise<T>,
  kind?: PgTransactionConfig,
): Promise<T> {
  return knowing(db, { garden: gardenId }, work, kind)
}

/** Ends the server's pools when what runs in them has come to its end. */
export async function closeDatabase(): Promise<void> {
  await Promise.all([...pools.values()].map(pool => pool.close()))
}

/** The server's pool for requests, opened at the first query. */
export const database = (): Database => poolOf(REQUESTS)

/** The server's pool for what takes long: it may be used up without a request waiting. */
export const longDatabase = (): Database => poolOf(LONG_WORK)
