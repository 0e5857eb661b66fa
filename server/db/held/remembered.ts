import { LRUCache } from 'lru-cache'
import type { Garden } from '../garden'
import { weightOf } from '../weight'

/** What is kept of answers in memory, in bytes as they are guessed. */
const MOST_BYTES = 256 * 1024 * 1024

/** An answer counts little while it is worked out; then by its weight. */
interface Kept {
  revision: number
  answer: Promise<unknown>
  bytes: number
}
const cache = (max: number) =>
  new LRUCache<string, Kept>({ max, maxSize: MOST_BYTES, sizeCalculation: kept => kept.bytes })

const memory = cache(600)

/** What is large: of each garden only the newest is kept. */
const newest = cache(40)

/** Keeps an answer, and forgets it again if it fails. */
function keep<T>(
  kept: LRUCache<string, Kept>,
  key: string,
  revision: number,
  working: Promise<T>,
): Promise<T> {
  kept.set(key, { revision, answer: working, bytes: 1 })
  const isStill = () => kept.peek(key)?.answer === working
  working.then(
    answer => isStill() && kept.set(key, { revision, answer: working, bytes: weightOf(answer) }),
    () => isStill() && kept.delete(key),
  )
  return working
}

/**
 * Works something large out once for each state of a garden's log, whatever the day; only what belongs to the newest state
 * stays in memory.
 *
 * @param what is worked out; together with garden and log it decides the answer
 */
export function rememberedNewest<T>(garden: Garden, what: string, workOut: () => Promise<T>): Promise<T> {
  const key = `${garden.id} ${what}`
  const known = newest.get(key)
  if (known?.revision === garden.revision) return known.answer as Promise<T>
  const working = workOut()
  // What an older request works out meanwhile does not take the place of the newer.
  return known && known.revision > garden.revision ? working : keep(newest, key, garden.revision, working)
}

/**
 * Works something out once for each state of a garden's log and each of its days. The log's number is read with every
 * request, so that an answer is never older than the log, whichever copy of the server wrote to it.
 *
 * @param what is worked out; together with garden, log and day it decides the answer
 */
export function remembered<T>(garden: Garden, what: string, workOut: () => Promise<T>): Promise<T> {
  const key = `${garden.id} ${garden.revision} ${garden.today} ${what}`
  return (memory.get(key)?.answer as Promise<T> | undefined) ?? keep(memory, key, garden.revision, workOut())
}
