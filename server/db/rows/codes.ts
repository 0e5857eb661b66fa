import type { SQL } from 'drizzle-orm'
import { sql } from 'drizzle-orm'
import type { tags } from '../schema'

/**
 * True for codes that begin as typed, in letters of either size. As a range: of a search by pattern PostgreSQL makes no
 * use of the index under row-level security.
 */
export function beginsWith(column: typeof tags.code, typed: string): SQL {
  const code = typed.toUpperCase()
  return sql`(${column} collate "C" >= ${code} and ${column} collate "C" < ${`${code}~`})`
}
