/** A temporary PostgreSQL with the demo garden, and the production server on it, for the server tests: one of each for each lane. */
import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import type { TestProject } from 'vitest/node'
import { isBuilt } from '../../scripts/lib/build.mjs'
import { startPostgres } from '../../scripts/lib/postgres.mjs'
import { open } from '../../server/db/connection'
import { prepareDatabase } from '../../server/db/prepare'
import { loadDemos } from '../../server/demoGarden'
import type { Lane } from './lane'
import { serve } from './serving'

declare module 'vitest' {
  interface ProvidedContext {
    lanes: Lane[]
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
  const postgres = await startPostgres(data, { isLasting: false })
  const urls = Array.from(
    { length: project.config.maxWorkers as number },
    (_, i) => Object.assign(new URL(postgres.url), { pathname: `/lane_${i + 1}` }).href,
  )
  const owner = open(postgres.url)
  for (const [i, url] of urls.entries()) {
    await owner.db.execute(sql.raw(`create database lane_${i + 1} template ${i ? 'lane_1' : 'template1'}`))
    // The first is filled, the others are copies of it.
    await prepareDatabase(url)
    if (i) continue
    const { db, close } = open(url)
    await loadDemos(db)
    await close()
  }
  await owner.close()

  const servers = await Promise.all(urls.map(url => serve(url)))
  project.provide(
    'lanes',
    urls.map((databaseUrl, i) => ({ databaseUrl, address: servers[i]!.address })),
  )

  return async () => {
    await Promise.all(servers.map(server => server.kill()))
    await postgres.stop()
    rmSync(data, { recursive: true, force: true })
  }
}
