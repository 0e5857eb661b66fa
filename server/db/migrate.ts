import { fileURLToPath } from 'node:url'
import { drizzle } from 'drizzle-orm/postgres-js'
import { migrate as applyMigrations } from 'drizzle-orm/postgres-js/migrator'
import postgres from 'postgres'

/** Brings a database to the newest layout. Each migration is applied whole or not at all. */
export async function migrate(url: string): Promise<void> {
  const client = postgres(url, { max: 1, onnotice: () => {} })
  try {
    await applyMigrations(drizzle(client), { migrationsFolder: fileURLToPath(new URL('./migrations', import.meta.url)) })
  }
  finally {
    await client.end()
  }
}
