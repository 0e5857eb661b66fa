import { parseArgs } from 'node:util'
import { lastingGardens } from '../server/db/rows/garden'
import { rebuild } from '../server/db/rows/log'
import { onDatabase, progressTold } from './database'

/** `rebuild`: read models from the log; prints a line of JSON for each garden, with the subjects that differed. */
export function rebuildModels(words: string[]): Promise<number> {
  const { values } = parseArgs({ args: words, options: { garden: { type: 'string' } } })
  return onDatabase(async db => {
    const gardens = (await lastingGardens(db)).filter(garden => !values.garden || garden.id === values.garden)
    if (values.garden && !gardens.length) {
      console.error(`There is no garden ${values.garden}.`)
      return 2
    }
    for (const garden of gardens) {
      const { subjects, differed } = await rebuild(db, garden, progressTold(garden.name))
      console.log(JSON.stringify({ garden: garden.name, id: garden.id, subjects, differed }))
    }
    return 0
  })
}
