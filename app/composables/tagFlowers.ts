import type { ISODate } from '@virgulta/core/time/days'
import { v7 } from 'uuid'

/** The cross a flower is chosen for. */
export interface FlowerOf { crossId: string, seedParentId: string, pollenParentId: string | null }

/**
 * Chooses flowers on the seed parent of a cross: each gets its tag code at once.
 *
 * @param count tags to tie
 * @param blooms single flowers under each tag, more than one for a cluster
 * @param day on which they were chosen; absent: now
 * @returns the flowers with their codes; null when the log refused
 */
export async function tagFlowers(of: FlowerOf, count = 1, blooms = 1, day?: ISODate): Promise<{ id: string, code: string }[] | null> {
  const log = useLogStore()
  const codes = await log.freshCodes(count)
  const flowers = codes.map(code => ({ id: v7(), code }))
  const isNoted = await log.note(flowers.map(({ id, code }) => ({ kind: 'flowerChosen', subjectId: id, payload: { ...of, code, blooms } })), day)
  return isNoted ? flowers : null
}
