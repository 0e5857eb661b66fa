import { max, min, rollup, sum } from 'd3-array'
import type { LoggedDeed } from '../log/entry'
import { Refusal } from '../log/refusal'
import type { ISODate } from '../time/days'
import { dayOf } from '../time/days'
import type { DayWarmth } from '../time/thermal'
import type { DayRow, HourRow } from './kinds'

/** Weather that was read in from a file, as much of it as one entry holds. */
export type Readings = { id: string; source: string; readOn: ISODate } & (
  { unit: 'day'; rows: DayRow[] } | { unit: 'hour'; rows: HourRow[] }
)

/** The readings after one more deed: they are read once, and taken back whole. */
export function readingsAfter(readings: Readings | null, deed: LoggedDeed, id: string): Readings {
  if (deed.kind !== 'weatherRead')
    throw new Refusal('unknown-readings', 'These readings are not in the garden.')
  if (readings) throw new Refusal('already-there', 'These readings are in the garden already.')
  // Earlier versions took hours that no calendar has.
  const rows = deed.payload.rows.filter(([at]) => !Number.isNaN(Date.parse(at)))
  return { id, ...deed.payload, rows, readOn: deed.day } as Readings
}

/** A day as it was read: what hours it was put together from does not matter any more. */
export interface DayRead extends DayWarmth {
  rainMm: number | null
}

/** Hours that make a day's lowest and highest: with fewer either may have been missed. */
const ENOUGH_HOURS = 20

/** All days that were read, each once: what was read last counts. */
export function daysRead(all: Readings[], zone: string): DayRead[] {
  const days = new Map<ISODate, DayRead>()
  for (const readings of [...all].sort(
    (a, b) => a.readOn.localeCompare(b.readOn) || a.id.localeCompare(b.id),
  )) {
    if (readings.unit === 'day') {
      for (const [day, tmin, tmax, rainMm] of readings.rows) days.set(day, { day, tmin, tmax, rainMm })
      continue
    }
    const byDay = rollup(
      readings.rows,
      rows => rows,
      ([at]) => dayOf(at, zone),
    )
    for (const [day, rows] of byDay) {
      if (rows.length < ENOUGH_HOURS) continue
      const rain = rows.flatMap(([, , mm]) => (mm === null ? [] : [mm]))
      days.set(day, {
        day,
        tmin: min(rows, r => r[1])!,
        tmax: max(rows, r => r[1])!,
        rainMm: rain.length ? sum(rain) : null,
      })
    }
  }
  return [...days.values()].sort((a, b) => a.day.localeCompare(b.day))
}
