import { LRUCache } from 'lru-cache'
import type { Garden } from './queries/garden'

const memory = new LRUCache<string, Promise<unknown>>({ max: 600 })

/**
 * Works something out once for each state of a garden's log and each of its days. The log's number is read with every
 * request, so that an answer is never older than the log, whichever copy of the server wrote to it.
 *
 * @param what is worked out; together with garden, log and day it decides the answer
 */
export function remembered<T>(garden: Garden, what: string, workOut: () => Promise<T>): Promise<T> {
  const key = `${garden.id} ${garden.revision} ${garden.today} ${what}`
  const known = memory.get(key) as Promise<T> | undefined
  if (known) return known
  const working = workOut()
  memory.set(key, working)
  working.catch(() => memory.delete(key))
  return working
}
