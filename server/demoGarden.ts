import { demoGardenWish, demoEntries } from '../demo/garden'
import type { Database } from './db/connection'
import { createGarden, gardenById, placesOf, skipCodes } from './db/queries/garden'
import { record } from './db/queries/log'

/** Makes the demo garden and writes its story into the log, the way people would have: everything shown comes from entries. */
export async function loadDemo(db: Database): Promise<{ gardenId: string, personId: string, entries: number }> {
  return db.transaction(async (tx) => {
    const made = await createGarden(tx, demoGardenWish)
    const garden = (await gardenById(tx, made.gardenId))!
    const story = demoEntries(await placesOf(tx, garden))
    await record(tx, garden, made.personId, story.entries)
    for (const [year, next] of story.serials) await skipCodes(tx, garden, year, next)
    return { ...made, entries: story.entries.length }
  })
}
