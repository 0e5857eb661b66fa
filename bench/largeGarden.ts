import type { Deed } from '@virgulta/core/log/entry'
import { tagCodes } from '@virgulta/core/tags/code'
import { v7 } from 'uuid'
import { lakeEntries, lakeWish } from '../demo/lake'
import { NOW } from '../demo/scribe'
import type { Database } from '../server/db/connection'
import { createGarden, gardenById, placesOf, skipCodes } from '../server/db/rows/garden'
import { record } from '../server/db/rows/log'

/** Tellings of the demo garden's story, 40 crosses each. */
const TELLINGS = 12
/** Flowers that wait for work, beside those of the stories. */
const OPEN_FLOWERS = 1500
const AT_ONCE = 4000

/**
 * Fills a garden of about 100 000 entries, 500 crosses and 2 000 open flowers: the story of the demo garden told again
 * and again with other chances, and more flowers on the crosses of its last season.
 *
 * @returns the garden's id and the number of its entries
 */
export async function fillLargeGarden(
  db: Database,
  keeperId: string,
): Promise<{ gardenId: string; entries: number }> {
  const { keeper: _, ...wish } = lakeWish
  const gardenId = await createGarden(db, keeperId, { ...wish, name: 'Wide fields' })
  const garden = (await gardenById(db, gardenId))!
  const places = await placesOf(db, garden)
  let serials: [number, number][] = []
  let entries = 0
  const note = async (deeds: Deed[]) => {
    for (let at = 0; at < deeds.length; at += AT_ONCE)
      await db.transaction(tx =>
        record(tx, garden, { personId: keeperId, role: 'keeper' }, deeds.slice(at, at + AT_ONCE)),
      )
    entries += deeds.length
  }
  for (let telling = 0; telling < TELLINGS; telling++) {
    const story = lakeEntries(places, 1000 + telling, serials)
    serials = story.serials
    await note(story.entries.toSorted((a, b) => a.happenedAt.localeCompare(b.happenedAt)))
    const year = Number(NOW.slice(0, 4))
    const crosses = story.entries.filter(
      e => e.kind === 'crossPlanned' && e.happenedAt > `${year}-03`,
    ) as Extract<Deed, { kind: 'crossPlanned' }>[]
    const count = Math.ceil(OPEN_FLOWERS / TELLINGS)
    const { codes, next } = tagCodes(year, serials.find(([y]) => y === year)![1], count)
    serials = serials.map(([y, n]) => [y, y === year ? next : n])
    await note(
      codes.flatMap((code, i): Deed[] => {
        const cross = crosses[i % crosses.length]!
        const flowerId = v7()
        const { seedParentId, pollenParentId } = cross.payload
        const at = (daysAgo: number) => new Date(Date.parse(NOW) - daysAgo * 86_400_000).toISOString()
        return [
          {
            id: v7(),
            kind: 'flowerChosen',
            subjectId: flowerId,
            happenedAt: at(2),
            payload: { code, crossId: cross.subjectId, seedParentId, pollenParentId, blooms: 1 },
          },
          { id: v7(), kind: 'isolated', subjectId: flowerId, happenedAt: at(1.9), payload: { way: 'bag' } },
        ]
      }),
    )
  }
  for (const [year, next] of serials) await skipCodes(db, garden, year, next)
  return { gardenId, entries }
}
