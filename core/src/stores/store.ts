import { extent } from 'd3-array'
import type { LoggedDeed } from '../log/entry'
import { Refusal } from '../log/refusal'
import type { Instant } from '../time/days'
import type { Reading } from './aging'
import type { StoreKind } from './kinds'

/** Where tubes are kept. */
export interface Store {
  id: string
  name: string
  keeps: StoreKind
  celsius: number
  isLogged: boolean
}

/** The store after one more deed. @throws {Refusal} for a store that was never set up */
export function storeAfter(store: Store | null, deed: LoggedDeed, id: string): Store {
  if (deed.kind === 'storeSet') return { id, ...deed.payload }
  if (!store) throw new Refusal('unknown-store', 'This store is not in the garden; set it up first.')
  return store
}

/** Temperatures of a store that were read in from a file, as many as one entry holds. */
export interface StoreReadings {
  id: string
  storeId: string
  source: string
  rows: [at: Instant, celsius: number][]
}

/** The readings after one more deed: they are read once, and taken back whole. */
export function storeReadingsAfter(
  readings: StoreReadings | null,
  deed: LoggedDeed,
  id: string,
): StoreReadings {
  if (deed.kind !== 'storeRead')
    throw new Refusal('unknown-readings', 'These readings are not in the garden.')
  if (readings) throw new Refusal('already-there', 'These readings are in the garden already.')
  return { id, ...deed.payload }
}

/** What a logger measured, with what a file says in its place; in the order of time, each moment once. */
export function readingsWith(logged: Reading[], read: StoreReadings[]): Reading[] {
  // Earlier versions took moments that no calendar has.
  const rows = read
    .flatMap(r => r.rows.map(([at, celsius]): Reading => ({ at: Date.parse(at), celsius })))
    .filter(r => !Number.isNaN(r.at))
  const [first, last] = extent(rows, r => r.at)
  if (first === undefined) return logged
  const known = new Map(rows.map(r => [r.at, r]))
  return [...logged.filter(r => r.at < first || r.at > last), ...known.values()].sort((a, b) => a.at - b.at)
}
