import { sql } from 'drizzle-orm'
import type { PgTransactionConfig } from 'drizzle-orm/pg-core'
import { drizzle } from 'drizzle-orm/postgres-js'
import postgres from 'postgres'
import * as schema from './schema'

/** A database connection or a transaction on one: what every query takes. */
export type Database = Pick<ReturnType<typeof open>['db'], 'select' | 'selectDistinct' | 'insert' | 'update' | 'delete' | 'execute' | 'transaction'>

/** Opens a pool of connections to a PostgreSQL. */
export function open(url: string) {
  const client = postgres(url, { max: 8, onnotice: () => {} })
  return { db: drizzle(client, { schema }), close: () => client.end({ timeout: 5 }) }
}

let pool: ReturnType<typeof open> | undefined

/**
 * Works within one garden: a transaction in which the rows of other gardens are not there (row-level security), also
 * for a query that forgets to ask for its garden.
 *
 * @param kind of transaction, where the usual one will not do
 */
export function inGarden<T>(db: Database, gardenId: string, work: (tx: Database) => Promise<T>, kind?: PgTransactionConfig): Promise<T> {
  return db.transaction(async (tx) => {
    await tx.execute(sql`select set_config('virgulta.garden', ${gardenId}, true)`)
    return work(tx)
  }, kind)
}

/** The server's own pool, opened at the first query. */
export function database(): Database {
  const url = process.env.DATABASE_URL
  if (!url) throw new Error('DATABASE_URL is not set: start the server with `npm start`.')
  pool ??= open(url)
  return pool.db
}
