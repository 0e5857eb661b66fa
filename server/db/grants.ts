import { sql } from 'drizzle-orm'
import { serverRoleOf } from '../../scripts/lib/serverRole.mjs'
import { open, rowsOf } from './connection'

/** PostgreSQL's code for what a user may not do. */
const INSUFFICIENT_PRIVILEGE = '42501'

/** The owner's rights do not reach as far as the server's role. */
export class MayNotMakeRole extends Error {}

/** Tables whose rows are written once: the log, and its pictures. */
const APPEND_ONLY = ['entries', 'touches', 'photos']

/** What reaches over gardens, one thing each: these work as the owner of the tables. */
const FUNCTIONS = ['copy_demo', 'clear_expired', 'demo_copies', 'waiting_bytes']

/**
 * Makes the server's own role and gives it what it needs and no more: it reads and writes rows, owns no table, cannot
 * pass row-level security, and can neither change nor delete an entry of the log.
 *
 * @param ownerUrl address with the user that owns the tables and may make roles
 * @throws {MayNotMakeRole} when that user may not make roles
 */
export async function grantToServer(ownerUrl: string): Promise<void> {
  const { role, password } = serverRoleOf(ownerUrl)
  const { db, close } = open(ownerUrl)
  // Role and password hold letters, digits and underscores only.
  const [name, options] = [
    sql.raw(`"${role}"`),
    sql.raw(`login nosuperuser nocreatedb nocreaterole nobypassrls password '${password}'`),
  ]
  try {
    await db.transaction(async tx => {
      // Two copies that start at once must not both make it.
      await tx.execute(sql`select pg_advisory_xact_lock(hashtext(${role}))`)
      const [known] = await rowsOf(tx, sql`select 1 from pg_roles where rolname = ${role}`)
      await tx.execute(
        known ? sql`alter role ${name} with ${options}` : sql`create role ${name} with ${options}`,
      )
      await tx.execute(sql`grant usage on schema public to ${name}`)
      await tx.execute(sql`grant select, insert, update, delete on all tables in schema public to ${name}`)
      await tx.execute(sql`grant usage on schema pgboss to ${name}`)
      await tx.execute(sql`grant select, insert, update, delete on all tables in schema pgboss to ${name}`)
      await tx.execute(sql`grant execute on all functions in schema pgboss to ${name}`)
      for (const work of FUNCTIONS)
        await tx.execute(sql`grant execute on function ${sql.identifier(work)} to ${name}`)
      for (const table of APPEND_ONLY)
        await tx.execute(sql`revoke update, delete on ${sql.identifier(table)} from ${name}`)
    })
  } catch (error) {
    if ((error as { cause?: { code?: string } }).cause?.code !== INSUFFICIENT_PRIVILEGE) throw error
    throw new MayNotMakeRole(
      `The database user ${decodeURIComponent(new URL(ownerUrl).username)} may not make the role "${role}" that Virgulta's server works as. Let a user with CREATEROLE start Virgulta, or give this one that right: alter role … createrole.`,
    )
  } finally {
    await close()
  }
}
