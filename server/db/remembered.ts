import { LRUCache } from 'lru-cache'
import type { Garden } from './queries/garden'

const memory = new LRUCache<string, Promise<unknown>>({ max: 600 })

/** What is large: of each garden only the newest is kept. */
const newest = new LRUCache<string, { revision: number, answer: Promise<unknown> }>({ max: 40 })

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
  const answer = workOut()
  if (!known || known.revision < garden.revision) newest.set(key, { revision: garden.revision, answer })
  answer.catch(() => newest.delete(key))
  return answer
}

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
