import type { SQL } from 'drizzle-orm'
import { sql } from 'drizzle-orm'
import type { PgColumn, PgTransactionConfig } from 'drizzle-orm/pg-core'
import { drizzle } from 'drizzle-orm/node-postgres'
import { Pool } from 'pg'
import * as schema from './schema'

/** A database connection or a transaction on one: what every query takes. */
export type Database = Pick<ReturnType<typeof open>['db'], 'select' | 'selectDistinct' | 'insert' | 'update' | 'delete' | 'execute' | 'transaction'>

/** A transaction: what is thrown in it ends it, and nothing of it stays. */
export type Transaction = Database & { rollback: () => never }

/**
 * Opens a pool of connections to a PostgreSQL.
 *
 * @param mostMs how long one statement may take; absent: as long as it wants, as a migration may
 */
export function open(url: string, mostMs?: number) {
  const client = new Pool({ connectionString: url, max: 8, connectionTimeoutMillis: 10_000, statement_timeout: mostMs })
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
const STATEMENT_MS = 60_000

let pool: ReturnType<typeof open> | undefined

/** What a transaction knows of who asks; row-level security shows the rows that go with it and no others. */
export interface Known { garden?: string, person?: string, email?: string, /** hash of a secret */ secret?: string }

/**
 * Works in a transaction that knows who asks.
 *
 * @param kind of transaction, where the usual one will not do
 */
export function knowing<T>(db: Database, known: Known, work: (tx: Transaction) => Promise<T>, kind?: PgTransactionConfig): Promise<T> {
  return db.transaction(async (tx) => {
    await tellTransaction(tx, known)
    return work(tx)
  }, kind)
}

/** Tells a transaction one thing more. */
export async function tellTransaction(tx: Database, known: Known): Promise<void> {
  const settings = Object.entries(known).map(([name, value]) => sql`set_config(${`virgulta.${name}`}, ${value}, true)`)
  await tx.execute(sql`select ${sql.join(settings, sql`, `)}`)
}

/** Works within one garden: the rows of other gardens are not there, also for a query that forgets to ask for its garden. */
export function inGarden<T>(db: Database, gardenId: string, work: (tx: Transaction) => Promise<T>, kind?: PgTransactionConfig): Promise<T> {
  return knowing(db, { garden: gardenId }, work, kind)
}

/** Ends the server's pool when what runs in it has come to its end. */
export async function closeDatabase(): Promise<void> {
  await pool?.close()
}

/** The server's own pool, opened at the first query. */
export function database(): Database {
  const url = process.env.DATABASE_URL
  if (!url) throw new Error('DATABASE_URL is not set: start the server with `npm start`.')
  pool ??= open(url, STATEMENT_MS)
  return pool.db
}
