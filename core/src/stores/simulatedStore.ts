import { hashed } from '../chance/hashed'
import type { Reading } from './aging'
import { ROOM_CELSIUS } from './kinds'
import type { Store } from './store'

const HOUR_MS = 3_600_000
const DAY_MS = 24 * HOUR_MS
/** Hours in which a store warms by two thirds towards the room when its power is gone, and when it cools back. */
const [WARMS_HOURS, COOLS_HOURS] = [20, 3]
/** The simulated power cut of each year: its day and hour (UTC), and how long it lasts. */
const CUT = { month: 5, day: 2, hour: 21, hours: 18 }

/**
 * Hourly temperatures of a store that could be: set point with the swing of its compressor, doors opened on some mornings, and one
 * power cut a year. The same store and hours always give the same readings.
 *
 * @param from first moment, @param to last moment; milliseconds
 */
export function simulatedReadings(store: Store, from: number, to: number): Reading[] {
  const readings: Reading[] = []
  const seed = seedOf(store.id)
  const isPowered = store.keeps === 'refrigerator' || store.keeps === 'freezer'
  for (let day = Math.floor(from / DAY_MS); day * DAY_MS <= to; day++) {
    const drawn = (what: number) => (hashed(seed, day, what, 0) + 1) / 2
    const doorAt = drawn(24) < 0.35 ? 6 + Math.floor(drawn(25) * 4) : -1
    const door = 2 + drawn(26) * 5
    const cut = Date.UTC(new Date(day * DAY_MS).getUTCFullYear(), CUT.month, CUT.day, CUT.hour)
    for (let hour = 0; hour < 24; hour++) {
      const at = day * DAY_MS + hour * HOUR_MS
      if (at < from || at > to) continue
      const opened = isPowered && hour === doorAt ? door : 0
      const celsius =
        store.celsius +
        (drawn(hour) - 0.5) * (isPowered ? 1.2 : 4) +
        opened +
        (isPowered ? afterCut(store, at - cut) : 0)
      readings.push({ at, celsius: Math.round(celsius * 10) / 10 })
    }
  }
  return readings
}

/** How many °C a store is over its set point, so many milliseconds after the power of the year was cut. */
function afterCut({ celsius }: Store, since: number): number {
  const hours = since / HOUR_MS
  if (hours <= 0 || hours > CUT.hours + 10 * COOLS_HOURS) return 0
  const rise = (h: number) => (ROOM_CELSIUS - celsius) * (1 - Math.exp(-h / WARMS_HOURS))
  return hours <= CUT.hours ? rise(hours) : rise(CUT.hours) * Math.exp(-(hours - CUT.hours) / COOLS_HOURS)
}

/** A number for a store. */
function seedOf(id: string): number {
  let hash = 7
  for (const letter of id) hash = (Math.imul(hash, 31) + letter.charCodeAt(0)) | 0
  return hash
}
