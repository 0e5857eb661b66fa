/**
 * `npm run bench`: how fast it is, on a generated garden of about 100 000 entries. Prints a table; with
 * `--json` one JSON
 * object. `VIRGULTA_BENCH=DIR` keeps the filled database there for the next run.
 */
import { existsSync, mkdirSync, rmSync, writeFileSync } from 'node:fs'
import { cpus } from 'node:os'
import { join } from 'node:path'
import { installBrowser } from '../scripts/lib/browser.mjs'
import { buildIfNeeded } from '../scripts/lib/build.mjs'
import { installPostgres } from '../scripts/lib/install.mjs'
import { findPrograms, startPostgres } from '../scripts/lib/postgres.mjs'
import { open } from '../server/db/connection'
import { prepareDatabase } from '../server/db/prepare'
import { lastingGardens } from '../server/db/rows/garden'
import { rebuild } from '../server/db/rows/log'
import { accountAt } from '../server/db/rows/people'
import { serve } from '../tests/server/serving'
import { temporaryFolder } from '../tests/server/setup'
import { Visitor } from '../tests/server/visitor'
import { backupRows } from './backup'
import { bloomRows } from './bloom'
import { calibrationRows } from './calibration'
import { coreRows } from './core'
import { fillLargeGarden } from './largeGarden'
import type { Row } from './measure'
import { lineageRows } from './lineage'
import { oddsRows } from './odds'
import { printed } from './measure'
import { offspringRows } from './offspring'
import { pollenRows } from './pollen'
import { seedRows } from './seed'
import { roundRows } from './round'
import { pageRows } from './page'
import { serverRows } from './server'

const isJson = process.argv.includes('--json')
const tell = (words: string) => console.error(words)
await installPostgres(() => findPrograms() !== null)
await installBrowser()
await buildIfNeeded()

const kept = process.env.VIRGULTA_BENCH
const folder = kept ?? temporaryFolder()
mkdirSync(folder, { recursive: true, mode: 0o755 })
const postgres = await startPostgres(folder)
const owner = open(postgres.url)
try {
  await prepareDatabase(postgres.url)
  const server = await serve(postgres.url)
  const keeper = new Visitor(server.address)
  const account = { email: 'bench@garden.example', password: 'four words for the bench' }
  const filled = join(folder, 'filled')
  if (!existsSync(filled)) {
    await keeper.ask('POST', '/api/account', { name: 'Una Sedge', ...account })
    tell('Filling the large garden; this takes a minute or two …')
    const { entries } = await fillLargeGarden(owner.db, (await accountAt(owner.db, account.email))!.personId)
    writeFileSync(filled, String(entries))
  }
  await keeper.ask('POST', '/api/session', account)
  const garden = (await lastingGardens(owner.db)).find(g => g.name === 'Wide fields')!
  const rows: Row[] = [...(await serverRows(postgres.url, server.address, keeper))]
  tell(`${printed(rows)}\nThe browser …`)
  rows.push(...(await pageRows(server.address, keeper.cookie)))
  tell('Rebuilding …')
  const began = performance.now()
  const { entries } = await rebuild(owner.db, garden)
  rows.push({ what: 'rebuild', value: entries / ((performance.now() - began) / 1000), unit: 'entries/s' })
  await server.kill()
  tell('Backing up and restoring …')
  rows.push(
    ...(await backupRows(owner.db, postgres.url, garden.id, entries, folder)),
    ...(await coreRows()),
    ...(await oddsRows()),
    ...(await bloomRows()),
    ...(await roundRows()),
    ...(await pollenRows()),
    ...(await offspringRows()),
    ...(await lineageRows()),
    ...(await seedRows()),
  )
  tell('Whether the numbers hold; this takes some minutes …')
  rows.push(...calibrationRows())
  if (isJson)
    console.log(
      JSON.stringify({
        at: new Date().toISOString(),
        node: process.version,
        cores: cpus().length,
        entries,
        rows,
      }),
    )
  else
    console.log(
      `\n${entries} entries, ${cpus().length} cores, Node.js ${process.version}\n\n${printed(rows)}`,
    )
} finally {
  await owner.close()
  await postgres.stop()
  if (!kept) rmSync(folder, { recursive: true, force: true })
}
