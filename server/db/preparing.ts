import { createHash } from 'node:crypto'
import { LRUCache } from 'lru-cache'
import { Client } from 'pg'

/** What is asked this often on a connection is prepared there. */
const OFTEN = 4
/** Statements prepared on a connection at most: each holds its plan in the memory of the database. */
const MOST_PREPARED = 100

/**
 * A connection on which the database parses and plans once what is asked again and again: for most of what a request asks
 * that takes as long as finding the rows. Names are never given up, so that only what comes often gets one.
 */
export class PreparingClient extends Client {
  readonly #asked = new LRUCache<string, number>({ max: 500 })
  readonly #names = new Map<string, string>()

  // What is handed on is none of this class's business: it only gives a name to what has a text and none.
  override query = ((config: unknown, ...rest: unknown[]) => {
    const named = hasText(config) ? { ...config, name: config.name ?? this.#nameOf(config.text) } : config
    return (super.query as (...args: unknown[]) => unknown)(named, ...rest)
  }) as Client['query']

  #nameOf(text: string): string | undefined {
    const known = this.#names.get(text)
    if (known || this.#names.size >= MOST_PREPARED) return known
    const times = (this.#asked.get(text) ?? 0) + 1
    this.#asked.set(text, times)
    if (times < OFTEN) return undefined
    const name = createHash('sha256').update(text).digest('base64url')
    this.#names.set(text, name)
    this.#asked.delete(text)
    return name
  }
}

const hasText = (config: unknown): config is { text: string; name?: string } =>
  typeof config === 'object' && config !== null && 'text' in config && !('submit' in config)
