import { fileURLToPath } from 'node:url'
import { drizzle } from 'drizzle-orm/node-postgres'
import { migrate as applyMigrations } from 'drizzle-orm/node-postgres/migrator'
import { Client } from 'pg'

const OWN = fileURLToPath(new URL('./migrations', import.meta.url))

/**
 * Brings a database to the newest layout: whole or not at all.
 *
 * @param url of the database, as the owner of the tables
 * @param folder of the migrations
 */
export async function migrate(url: string, folder = OWN): Promise<void> {
  const client = new Client({ connectionString: url })
  await client.connect()
  try {
    await applyMigrations(drizzle(client), { migrationsFolder: folder })
  } finally {
    await client.end()
  }
}
