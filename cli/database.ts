import { readFileSync } from 'node:fs'
import { Refusal } from '@virgulta/core/log/refusal'
import type { Database } from '../server/db/connection'
import { open } from '../server/db/connection'

/** The database of a running `npm start`, from the files it keeps; null when none runs. */
function runningDatabase(): string | null {
  try {
    const data = process.env.VIRGULTA_DATA ?? '.data'
    return readFileSync(`${data}/database-url`, 'utf8').trim()
  } catch {
    return null
  }
}

/** Works on the database, as the owner of its tables; what is refused is said in one sentence. @returns the exit code */
export async function onDatabase(work: (db: Database, url: string) => Promise<number>): Promise<number> {
  const url = process.env.DATABASE_URL || runningDatabase()
  if (!url) {
    console.error('No database: start Virgulta with `npm start` in another window, or set DATABASE_URL.')
    return 2
  }
  const { db, close } = open(url)
  try {
    return await work(db, url)
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    console.error(error.message)
    return 1
  } finally {
    await close()
  }
}

/** Tells on standard error how far a long work has come, at most ten times. */
export function progressTold(what: string): (done: number, of: number) => void {
  let told = 0
  return (done, of) => {
    const tenth = Math.floor((10 * done) / Math.max(of, 1))
    if (tenth > told) console.error(`${what}: ${done} of ${of}`)
    told = tenth
  }
}
