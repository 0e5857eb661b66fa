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
  const ids = Array.from({ length: count }, () => v7())
  const codes = await useLogStore().noteTagged(count, codes => codes.map((code, i) => ({ kind: 'flowerChosen', subjectId: ids[i]!, payload: { ...of, code, blooms } })), day)
  return codes && codes.map((code, i) => ({ id: ids[i]!, code }))
}
