import { demoGardenWish, demoEntries } from '../demo/garden'
import type { Database } from './db/connection'
import { createGarden, gardenById, placesOf, skipCodes } from './db/rows/garden'
import { record } from './db/rows/log'
import { addPerson } from './db/rows/people'

/** Makes the demo garden and writes its story into the log, the way people would have: everything shown comes from entries. */
export async function loadDemo(db: Database): Promise<{ entries: number }> {
  return db.transaction(async tx => {
    const { keeper, ...wish } = demoGardenWish
    const personId = await addPerson(tx, keeper)
    const garden = (await gardenById(tx, await createGarden(tx, personId, { ...wish, isTemplate: true })))!
    const story = demoEntries(await placesOf(tx, garden))
    await record(tx, garden, { personId, role: 'keeper' }, story.entries)
    for (const [year, next] of story.serials) await skipCodes(tx, garden, year, next)
    return { entries: story.entries.length }
  })
}
