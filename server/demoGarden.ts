import type { DemoGarden } from '../demo/gardens'
import { demoGardens } from '../demo/gardens'
import type { Database } from './db/connection'
import { createGarden, demosLoaded, gardenById, placesOf, skipCodes } from './db/rows/garden'
import { record } from './db/rows/log'
import { addPerson } from './db/rows/people'

/** Makes those demo gardens that are not there yet. @returns the names and the number of entries of those that were made */
export async function loadDemos(db: Database): Promise<{ name: string; entries: number }[]> {
  const there = await demosLoaded(db)
  const made = []
  for (const demo of Object.values<DemoGarden>(demoGardens).filter(({ wish }) => !there.includes(wish.name)))
    made.push({ name: demo.wish.name, entries: await load(db, demo) })
  return made
}

/** Writes the story of a demo garden into its log, the way people would have: everything shown comes from entries. */
function load(db: Database, { wish: { keeper, ...wish }, story }: DemoGarden): Promise<number> {
  return db.transaction(async tx => {
    const personId = await addPerson(tx, keeper)
    const garden = (await gardenById(tx, await createGarden(tx, personId, { ...wish, isTemplate: true })))!
    const { entries, serials } = story(await placesOf(tx, garden))
    await record(tx, garden, { personId, role: 'keeper' }, entries)
    for (const [year, next] of serials) await skipCodes(tx, garden, year, next)
    return entries.length
  })
}
