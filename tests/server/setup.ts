/** A temporary PostgreSQL with the demo garden, and the production server on it, for all server tests. */
import type { ChildProcess } from 'node:child_process'
import { spawn } from 'node:child_process'
import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import type { TestProject } from 'vitest/node'
import { isBuilt, serverFile } from '../../scripts/lib/build.mjs'
import { startPostgres } from '../../scripts/lib/postgres.mjs'
import { serverRoleOf } from '../../scripts/lib/serverRole.mjs'
import { open } from '../../server/db/connection'
import { prepareDatabase } from '../../server/db/prepare'
import { loadDemo } from '../../server/demoGarden'

declare module 'vitest' {
  interface ProvidedContext { databaseUrl: string, address: string }
}

/**
 * How the server of the tests is set: as behind a proxy, so that every visitor comes from an address of their own; with
 * cheap password hashes.
 */
export const serverSettings = {
  HOST: '127.0.0.1', VIRGULTA_PROXY: '1', VIRGULTA_DEMO: 'open', VIRGULTA_MAIL_TRAY: 'open',
  NUXT_SESSION_PASSWORD: 'only-for-tests-only-for-tests-only-for-tests', NUXT_HASH_SCRYPT_COST: '1024',
}

/** A folder of the tests' own that the database's user can pass, so that nothing is left elsewhere. */
export function temporaryFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'virgulta-test-'))
  chmodSync(folder, 0o755)
  return folder
}

export const freePort = () => new Promise<number>((resolve) => {
  const probe = createServer()
  probe.listen(0, '127.0.0.1', () => {
    const { port } = probe.address() as { port: number }
    probe.close(() => resolve(port))
  })
})

export default async function setup(project: TestProject) {
  if (!isBuilt()) throw new Error('The build is not of these sources; run `npm run test:server`, which builds first.')
  const data = temporaryFolder()
  const postgres = await startPostgres(data)
  await prepareDatabase(postgres.url)
  const { db, close } = open(postgres.url)
  await loadDemo(db)
  await close()

  const port = await freePort()
  const server: ChildProcess = spawn(process.execPath, [serverFile], {
    env: { ...process.env, DATABASE_URL: serverRoleOf(postgres.url).url, PORT: String(port), ...serverSettings },
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  const address = `http://127.0.0.1:${port}`
  for (const until = Date.now() + 30_000; Date.now() < until; await wait(100)) {
    if (await fetch(`${address}/api/session`).then(r => r.ok, () => false)) break
  }
  project.provide('databaseUrl', postgres.url)
  project.provide('address', address)

  return async () => {
    const ended = new Promise(resolve => server.once('exit', resolve))
    server.kill('SIGKILL')
    await ended
    await postgres.stop()
    rmSync(data, { recursive: true, force: true })
  }
}
