import type { SQL } from 'drizzle-orm'
import { sql } from 'drizzle-orm'
import { drizzle } from 'drizzle-orm/node-postgres'
import type { PgColumn, PgTransactionConfig } from 'drizzle-orm/pg-core'
import { Pool } from 'pg'
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
