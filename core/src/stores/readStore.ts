import { median } from 'd3-array'
import type { LineLeftOut } from '../formats/csv'
import { readLoggerCsv } from '../weather/readCsv'
import type { Store, StoreReadings } from './store'

/** What could be read of a logger's file; nothing of it is in the garden yet. */
export interface StoreFile {
  rows: StoreReadings['rows']
  leftOut: LineLeftOut[]
  /** times of more than six hours without a reading */
  gaps: { from: string; to: string }[]
  notes: string[]
}

const GAP_MS = 6 * 3_600_000
/** °C by which a single reading leaves both its neighbours when the sensor failed, and within which these agree. */
const [JUMP, AGREE] = [15, 5]
/** °C between what a store is set to and what its file says, from which on something is wrong. */
const FAR_OFF = 15

/**
 * Reads the file of a store's logger. Readings that jump and come back at once are left out, gaps are named, and a file in the wrong
 * unit is refused.
 *
 * @param zone the clock the file was written by, unless it says itself
 */
export function readStoreCsv(
  text: string,
  zone: string,
  { name, celsius }: Pick<Store, 'name' | 'celsius'>,
): StoreFile | { why: string } {
  const file = readLoggerCsv(text, zone)
  if ('why' in file) return file
  if (file.unit === 'day')
    return {
      why: 'This file holds the lowest and highest of days; a store needs single readings with date, time and temperature.',
    }
  const all = file.hours.map(([at, t]): StoreReadings['rows'][number] => [at, t])
  const usual = median(all, row => row[1])!
  const asFahrenheit = ((usual - 32) * 5) / 9
  if (Math.abs(usual - celsius) > FAR_OFF && Math.abs(asFahrenheit - celsius) < FAR_OFF / 2) {
    return {
      why: `Its readings lie about ${round(usual)}, but ${name} is set to ${celsius} °C; ${round(usual)} °F would be ${round(asFahrenheit)} °C. Name the column “temp °F” if that is its unit.`,
    }
  }
  const jumps = all.filter(([, t], i) => {
    const [before, after] = [all[i - 1]?.[1], all[i + 1]?.[1]]
    return (
      before !== undefined &&
      after !== undefined &&
      Math.abs(t - before) > JUMP &&
      Math.abs(t - after) > JUMP &&
      Math.abs(before - after) < AGREE
    )
  })
  const rows = all.filter(row => !jumps.includes(row))
  return {
    rows,
    leftOut: file.leftOut,
    gaps: rows.flatMap(([at], i) =>
      i > 0 && Date.parse(at) - Date.parse(rows[i - 1]![0]) > GAP_MS
        ? [{ from: rows[i - 1]![0], to: at }]
        : [],
    ),
    notes: [
      ...file.notes,
      ...jumps.map(
        ([at, t]) =>
          `Left out: ${t} °C at ${at.slice(0, 16).replace('T', ' ')} UTC stands alone between readings that agree; the sensor failed.`,
      ),
      ...(Math.abs(usual - celsius) > FAR_OFF
        ? [
            `Its readings lie about ${round(usual)} °C, far from the ${celsius} °C that ${name} is set to; is it the right store?`,
          ]
        : []),
    ],
  }
}

const round = (n: number) => Math.round(n * 10) / 10
