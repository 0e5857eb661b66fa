import { LRUCache } from 'lru-cache'
import type { Garden } from '../garden'
import { weightOf } from '../weight'

/** What is kept of answers in memory, in bytes as they are guessed. */
const MOST_BYTES = 256 * 1024 * 1024

/** An answer, and the revision of the log that it was worked out from. */
interface Earlier<T> {
  revision: number
  answer: T
}

/** An answer counts little while it is worked out; then by its weight. */
interface Kept extends Earlier<Promise<unknown>> {
  hour: string
  bytes: number
}
const memory = new LRUCache<string, Kept>({
  max: 10_000,
  maxSize: MOST_BYTES,
  sizeCalculation: kept => kept.bytes,
})

/** The hour that an answer is worked out for. */
export const hourOf = ({ now }: Pick<Garden, 'now'>): string => now.slice(0, 13)

/**
 * Works something out once for each state of a garden's log and each hour of its days; of each answer the newest is kept. The
 * log's number is read with every request, so that an answer is never older than the log, whichever copy of the server wrote to it.
 *
 * @param what is worked out; together with garden, log and hour it decides the answer
 * @param workOut `earlier` gives the answer that this one follows, where it is still there
 */
export function remembered<T>(
  garden: Garden,
  what: string,
  workOut: (earlier: () => Promise<Earlier<T> | null>) => Promise<T>,
): Promise<T> {
  const key = `${garden.id} ${what}`
  const { revision } = garden
  const hour = hourOf(garden)
  const known = memory.get(key) as (Kept & Earlier<Promise<T>>) | undefined
  if (known?.revision === revision && known.hour === hour) return known.answer
  const isLate = known !== undefined && known.revision > revision
  const working = workOut(async () => {
    if (!known || isLate) return null
    const follows = (answer: T) => ({ revision: known.revision, answer })
    return known.answer.then(follows, () => null)
  })
  // What an older request works out meanwhile does not take the place of the newer.
  if (isLate) return working
  memory.set(key, { revision, hour, answer: working, bytes: 1 })
  const isStill = () => memory.peek(key)?.answer === working
  working.then(
    answer => isStill() && memory.set(key, { revision, hour, answer: working, bytes: weightOf(answer) }),
    // What failed is not kept.
    () => isStill() && memory.delete(key),
  )
  return working
}
