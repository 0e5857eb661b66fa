/** Brings the database up to date before the server starts: newest layout, demo garden on the first start. */
import { loadDemos } from '../server/demoGarden'
import { open } from '../server/db/connection'
import { MayNotMakeRole } from '../server/db/grants'
import { prepareDatabase } from '../server/db/prepare'

const url = process.env.DATABASE_URL!
await prepareDatabase(url).catch(error => {
  if (!(error instanceof MayNotMakeRole)) throw error
  console.error(error.message)
  process.exit(1)
})

if (!process.argv.includes('--empty')) {
  const { db, close } = open(url)
  const began = Date.now()
  for (const { name, entries } of await loadDemos(db))
    console.log(
      `Loaded the demo garden ${name}: ${entries} log entries, ${((Date.now() - began) / 1000).toFixed(1)} s.`,
    )
  await close()
}
