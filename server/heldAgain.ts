import { readFile, writeFile } from 'node:fs/promises'
import type { Database } from './db/connection'
import { inGarden } from './db/connection'
import { heldIds } from './db/held/heldGarden'
import { gardenById } from './db/rows/garden'
import { roundOn } from './db/pages/round'

/** Gardens that are remembered over a start. */
const MOST_REMEMBERED = 40

/** Writes down which gardens are held: their ids, and nothing else of them. */
export const rememberHeld = (file: string): Promise<void> =>
  writeFile(file, JSON.stringify(heldIds().slice(0, MOST_REMEMBERED)))

/**
 * Holds the gardens again that were held before a start, with what Today is made of: so that not the first who looks waits for their
 * reading. Those that were asked about last come last, as if they had been asked about in that order.
 *
 * @param file as `rememberHeld` wrote it; where there is none, or it is damaged, nothing is held
 * @param isOver true: the server ends, and there is no more use in it
 * @returns how many are held
 */
export async function holdAgain(db: Database, file: string, isOver = () => false): Promise<number> {
  let holding = 0
  for (const id of (await idsIn(file)).reverse()) {
    if (isOver()) break
    const work = async (tx: Database) => {
      const garden = await gardenById(tx, id)
      if (garden) await roundOn(tx, garden, garden.today, 1)
      return garden ? 1 : 0
    }
    // One that cannot be read is told of to whoever asks for it.
    holding += await inGarden(db, id, work).catch(() => 0)
  }
  return holding
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/

async function idsIn(file: string): Promise<string[]> {
  try {
    const found: unknown = JSON.parse(await readFile(file, 'utf8'))
    return Array.isArray(found) ? found.filter(id => typeof id === 'string' && UUID.test(id)) : []
  } catch {
    return []
  }
}
