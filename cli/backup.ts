import { once } from 'node:events'
import { createReadStream, createWriteStream, existsSync } from 'node:fs'
import { rename, rm } from 'node:fs/promises'
import { parseArgs } from 'node:util'
import { SNAPSHOT, backup, restore, writerTo } from '../server/db/backup'
import { migrate } from '../server/db/migrate'
import { lastingGardens } from '../server/db/rows/garden'
import { complain } from './complain'
import { onDatabase, progressTold } from './database'

/** `backup FILE`: one garden into one JSON file, which stands there whole or not at all. */
export async function backupGarden(words: string[]): Promise<number> {
  const {
    values,
    positionals: [file],
  } = parseArgs({ args: words, options: { garden: { type: 'string' } }, allowPositionals: true })
  if (!file) return complain('Name the file: backup FILE [--garden ID].')
  return onDatabase(async db => {
    const gardens = await lastingGardens(db)
    const garden = values.garden
      ? gardens.find(g => g.id === values.garden)
      : gardens.length === 1
        ? gardens[0]
        : undefined
    if (!garden)
      return complain(
        `${values.garden ? `There is no garden ${values.garden}.` : 'Say which garden with --garden.'} Gardens:\n${gardens.map(g => `  ${g.id}  ${g.name}`).join('\n')}`,
      )
    const part = `${file}.part`
    const stream = createWriteStream(part)
    try {
      const entries = await db.transaction(
        tx => backup(tx, garden.id, writerTo(stream), progressTold('Backed up')),
        SNAPSHOT,
      )
      stream.end()
      await once(stream, 'close')
      await rename(part, file)
      console.log(JSON.stringify({ garden: garden.name, id: garden.id, entries, file }))
      return 0
    } finally {
      await rm(part, { force: true })
    }
  })
}

/** `restore FILE`: a garden from its backup, whole or not at all. */
export async function restoreGarden([file]: string[]): Promise<number> {
  if (!file) return complain('Name the file: restore FILE.')
  if (!existsSync(file)) return complain(`There is no file ${file}.`)
  return onDatabase(async (db, url) => {
    await migrate(url)
    console.log(JSON.stringify(await restore(db, createReadStream(file), null, progressTold('Restored'))))
    return 0
  })
}
