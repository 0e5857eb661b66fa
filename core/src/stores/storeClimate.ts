import { median } from 'd3-array'
import type { Aging, Reading } from './aging'
import { agingIn } from './aging'
import { STORE_KINDS } from './kinds'
import type { Store } from './store'

/** A time in which a store was warmer or colder than is good for what stands in it. */
export interface Excursion {
  from: number
  to: number
  /** °C farthest out */ peak: number
  side: 'warm' | 'cold'
  /** it thawed what was frozen */ isThaw: boolean
  cause: 'door' | 'power'
}

/**
 * How what is kept ages: days count as at so many °C, and so many times faster for each 10 °C more, by
 * several reckonings.
 */
export interface Ages {
  celsius: number
  q10s: number[]
}

/** What a store was like, summed up once for all that stood in it. */
export interface StoreClimate {
  store: Store
  /** one for each reckoning */
  agings: Aging[]
  /** °C that it usually has of late; what comes is reckoned with it */
  typical: number
  isFreezing: boolean
  /** moments in which what was frozen thawed in it */
  thaws: number[]
  excursions: Excursion[]
  /** times without a reading, in which it counts as it usually is */
  gaps: { from: number; to: number }[]
  readings: Reading[]
}

const HOUR_MS = 3_600_000
const [DAYS_OF_LATE, SHORTEST_EXCURSION, DOOR_HOURS, GAP_HOURS] = [14, 0.5, 3, 6]
/** °C below which it freezes, and above which what was frozen has thawed. */
const [FROZEN, THAWED] = [-5, 0]

/**
 * What a store was like until now.
 *
 * @param readings of its logger in the order of time; none: it counts as what it is set to
 * @param ages of what is kept in it
 * @param now moment in milliseconds from which on it is taken to stay as it usually is
 */
export function climateOf(store: Store, readings: Reading[], ages: Ages, now: number): StoreClimate {
  const past = readings.filter(r => r.at <= now)
  const late = past.filter(r => r.at > now - DAYS_OF_LATE * 24 * HOUR_MS)
  const typical = median(late, r => r.celsius) ?? store.celsius
  const first = past[0]
  const known = [
    ...(first && first.at > 0 ? [{ at: 0, celsius: store.celsius }] : []),
    ...bridged(past, typical),
    ...(past.length ? [] : [{ at: 0, celsius: store.celsius }]),
  ]
  if (known.at(-1)!.at < now) known.push({ at: now, celsius: typical })
  return {
    store,
    typical,
    readings: past,
    isFreezing: typical < FROZEN,
    agings: ages.q10s.map(q10 => agingIn(known, ages.celsius, q10)),
    thaws: thawsIn(past),
    excursions: excursionsIn(past, STORE_KINDS[store.keeps].good),
    gaps: gapsIn(past),
  }
}

/**
 * Readings with what a store usually is from an hour after the last before a gap: a door that was open then
 * did not stay so.
 */
function bridged(readings: Reading[], typical: number): Reading[] {
  const all: Reading[] = []
  for (const reading of readings) {
    const last = all.at(-1)
    if (last && reading.at - last.at > GAP_HOURS * HOUR_MS)
      all.push({ at: last.at + HOUR_MS, celsius: typical })
    all.push(reading)
  }
  return all
}

function gapsIn(readings: Reading[]): StoreClimate['gaps'] {
  const gaps: StoreClimate['gaps'] = []
  for (let i = 1; i < readings.length; i++) {
    const [from, to] = [readings[i - 1]!.at, readings[i]!.at]
    if (to - from > GAP_HOURS * HOUR_MS) gaps.push({ from, to })
  }
  return gaps
}

/** Moments in which a frozen store rose over the thaw. */
function thawsIn(readings: Reading[]): number[] {
  const thaws: number[] = []
  let isFrozen = false
  for (const { at, celsius } of readings) {
    if (celsius < FROZEN) isFrozen = true
    else if (isFrozen && celsius > THAWED) {
      thaws.push(at)
      isFrozen = false
    }
  }
  return thaws
}

function excursionsIn(readings: Reading[], good: { low: number; high: number }): Excursion[] {
  const all: Excursion[] = []
  let open: Excursion | null = null
  const close = (at: number) => {
    if (!open) return
    const hours = (at - open.from) / HOUR_MS
    if (hours >= SHORTEST_EXCURSION)
      all.push({ ...open, to: at, cause: hours < DOOR_HOURS ? 'door' : 'power' })
    open = null
  }
  const startsFrozen = good.high < FROZEN
  for (const { at, celsius } of readings) {
    const side = celsius > good.high ? 'warm' : celsius < good.low ? 'cold' : null
    if (open && side !== open.side) close(at)
    if (side) {
      open ??= { from: at, to: at, peak: celsius, side, isThaw: false, cause: 'door' }
      if (side === 'warm' ? celsius > open.peak : celsius < open.peak) open.peak = celsius
      open.isThaw = startsFrozen && open.peak > THAWED
    }
  }
  close(readings.at(-1)?.at ?? 0)
  return all
}
