/** A temporary PostgreSQL with the demo garden, and the production server on it, for all server tests. */
import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { TestProject } from 'vitest/node'
import { isBuilt } from '../../scripts/lib/build.mjs'
import { startPostgres } from '../../scripts/lib/postgres.mjs'
import { open } from '../../server/db/connection'
import { prepareDatabase } from '../../server/db/prepare'
import { loadDemo } from '../../server/demoGarden'
import { serve } from './serving'

declare module 'vitest' {
  interface ProvidedContext {
    databaseUrl: string
    address: string
  }
}

/** A folder of the tests' own that the database's user can pass, so that nothing is left elsewhere. */
export function temporaryFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'virgulta-test-'))
  chmodSync(folder, 0o755)
  return folder
}

export default async function setup(project: TestProject) {
  if (!isBuilt())
    throw new Error('The build is not of these sources; run `npm run test:server`, which builds first.')
  const data = temporaryFolder()
  const postgres = await startPostgres(data)
  await prepareDatabase(postgres.url)
  const { db, close } = open(postgres.url)
  await loadDemo(db)
  await close()

  const server = await serve(postgres.url)
  project.provide('databaseUrl', postgres.url)
  project.provide('address', server.address)

  return async () => {
    await server.kill()
    await postgres.stop()
    rmSync(data, { recursive: true, force: true })
  }
}
