import * as v from 'valibot'
import { Day, kind, words } from '../log/kind'
import { Moment } from '../time/moment'

const number = (least: number, most: number, what: string) =>
  v.pipe(
    v.number(),
    v.minValue(least, `${what} lies between ${least} and ${most}.`),
    v.maxValue(most, `${what} lies between ${least} and ${most}.`),
  )
export const Celsius = number(-80, 65, 'A temperature in °C')
const maybe = (least: number, most: number, what: string) => v.nullable(number(least, most, what))

/** A day's readings: day, lowest and highest °C, rain in mm. */
export const DayRow = v.pipe(
  v.strictTuple([Day, Celsius, Celsius, maybe(0, 2000, 'Rain in mm')]),
  v.check(([, tmin, tmax]) => tmin <= tmax, 'The lowest temperature of a day lies at or below the highest.'),
)
/** An hour's readings: beginning (UTC), °C, rain in mm, humidity in %, wind in m/s, light in W/m². */
export const HourRow = v.strictTuple([
  Moment,
  Celsius,
  maybe(0, 500, 'Rain in mm'),
  maybe(0, 100, 'Humidity in %'),
  maybe(0, 120, 'Wind in m/s'),
  maybe(0, 1500, 'Light in W/m²'),
])
export type DayRow = v.InferOutput<typeof DayRow>
export type HourRow = v.InferOutput<typeof HourRow>

/** Rows of one entry: a month of hours fits. */
export const MOST_ROWS = 800

const rows = <S extends v.GenericSchema>(row: S) =>
  v.pipe(v.array(row), v.minLength(1, 'There is no reading in it.'), v.maxLength(MOST_ROWS))

export const weatherKinds = {
  weatherRead: kind(
    'readings',
    v.variant('unit', [
      v.strictObject({ unit: v.literal('day'), source: words(120), rows: rows(DayRow) }),
      v.strictObject({ unit: v.literal('hour'), source: words(120), rows: rows(HourRow) }),
    ]),
    p => `read ${p.rows.length} ${p.unit === 'day' ? 'days' : 'hours'} of weather from ${p.source}`,
  ),
}
