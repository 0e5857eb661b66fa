import { readFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { open } from '../server/db/connection'
import { allGardens } from '../server/db/queries/garden'
import { rebuild } from '../server/db/queries/log'

/** The database of a running `npm start`, from the files it keeps; null when none runs. */
function runningDatabase(): string | null {
  try {
    const data = process.env.VIRGULTA_DATA ?? '.data'
    return readFileSync(`${data}/database-url`, 'utf8').trim()
  }
  catch {
    return null
  }
}

/** `rebuild`: read models from the log; prints a line of JSON for each garden, with the subjects that differed. */
export async function rebuildModels(words: string[]): Promise<number> {
  const { values } = parseArgs({ args: words, options: { garden: { type: 'string' } } })
  const url = process.env.DATABASE_URL ?? runningDatabase()
  if (!url) {
    console.error('No database: start Virgulta with `npm start` in another window, or set DATABASE_URL.')
    return 2
  }
  const { db, close } = open(url)
  try {
    const gardens = (await allGardens(db)).filter(garden => !values.garden || garden.id === values.garden)
    if (values.garden && !gardens.length) {
      console.error(`There is no garden ${values.garden}.`)
      return 2
    }
    for (const garden of gardens) {
      const { subjects, differed } = await rebuild(db, garden)
      console.log(JSON.stringify({ garden: garden.name, id: garden.id, subjects, differed }))
    }
    return 0
  }
  finally {
    await close()
  }
}
