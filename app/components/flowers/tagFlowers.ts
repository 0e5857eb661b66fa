import type { ISODate } from '@virgulta/core/time/days'
import type { STAGES } from '@virgulta/core/flowers/kinds'
import { v7 } from 'uuid'

type Stage = (typeof STAGES)[number]

/** The cross a flower is chosen for. */
export interface FlowerOf {
  crossId: string
  seedParentId: string
  pollenParentId: string | null
}

/**
 * Chooses flowers on the seed parent of a cross: each gets its tag code at once.
 *
 * @param count tags to tie
 * @param blooms single flowers under each tag, more than one for a cluster
 * @param day on which they were chosen; absent: now
 * @param idOf ids of the flowers, where a form has them
 * @param stage how far they were; one that was open already gives doubtful seed
 * @returns the flowers with their codes; null when the log refused
 */
export async function tagFlowers(
  of: FlowerOf,
  count = 1,
  blooms = 1,
  day?: ISODate,
  stage: Stage = 'right',
  idOf: (i: number) => string = () => v7(),
): Promise<{ id: string; code: string }[] | null> {
  const ids = Array.from({ length: count }, (_, i) => idOf(i))
  const codes = await useLogStore().noteTagged(
    count,
    codes =>
      codes.map((code, i) => ({
        kind: 'flowerChosen',
        subjectId: ids[i]!,
        payload: { ...of, code, blooms, stage },
      })),
    day,
  )
  return codes && codes.map((code, i) => ({ id: ids[i]!, code }))
}
