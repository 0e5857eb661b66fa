/** `npm run upgrade-database`: takes the database over to the newest PostgreSQL that is installed. Node's own modules only. */
import { rmSync } from 'node:fs'
import { leaveData, startMarkOf, takeData } from './lib/dataLock.mjs'
import { dataDir } from './lib/paths.mjs'
import { upgradePostgres } from './lib/postgres.mjs'
import { Failure } from './lib/run.mjs'

const isAnyway = process.argv.includes('--anyway')
try {
  await takeData(dataDir)
  try {
    const done = await upgradePostgres(dataDir, isAnyway)
    console.log(
      done
        ? `The database was taken over from PostgreSQL ${done.from} to ${done.to}, ${done.entries || 'no'} entries; it lies in ${done.dir}. The old one is kept in ${done.kept}: delete that folder when all is well.`
        : 'The newest PostgreSQL that is installed has made this database: there is nothing to do. With --anyway it is made anew all the same.',
    )
  } finally {
    rmSync(startMarkOf(dataDir), { force: true })
    await leaveData()
  }
} catch (error) {
  console.error(error instanceof Failure ? error.message : error)
  process.exitCode = 1
}
