import { plural } from '../formats/counted'
import { TZDate } from '@date-fns/tz'
import { group, sum } from 'd3-array'
import type { LineLeftOut } from '../formats/csv'
import { dayOrderOf, readDay, readNumber, readTable } from '../formats/csv'
import { addDays, daysBetween } from '../time/days'
import type { DayRow, HourRow } from './kinds'

/** What could be read of a weather file; nothing of it is in the garden yet. */
export interface WeatherFile {
  unit: 'day' | 'hour'
  days: DayRow[]
  hours: HourRow[]
  /** lines that were not taken, with their day where it is known */
  leftOut: (LineLeftOut & { day?: string })[]
  /** spans between the first and the last reading of which nothing was read */
  gaps: { from: string; to: string }[]
  /** what was made of the file's columns and units */
  notes: string[]
}

interface Column {
  index: number
  heading: string
  isFahrenheit: boolean
}

const meanings = {
  tmin: /(^|[^a-z])(t[ _-]?min|min(imum)?[ _-]?(temp\w*|t)?|temp\w*[ _-]?min\w*|low(est)?)([^a-z]|$)/i,
  tmax: /(^|[^a-z])(t[ _-]?max|max(imum)?[ _-]?(temp\w*|t)?|temp\w*[ _-]?max\w*|high(est)?)([^a-z]|$)/i,
  celsius: /^(t|temp(erature)?|air[ _-]?temp\w*|celsius|°c|fahrenheit|°f)([^a-z]|$)|temperature/i,
  rain: /rain|precip/i,
  humidity: /humid|(^|[^a-z])rh([^a-z]|$)/i,
  wind: /wind/i,
  light: /light|radiation|solar|(^|[^a-z])w\/m/i,
}
type Meaning = keyof typeof meanings

const isFahrenheit = (heading: string) =>
  /°\s*f|\(f\)|fahrenheit|(^|[^a-z])deg\.? ?f([^a-z]|$)|[_ ]f$/i.test(heading)
const isOutOfReach = (celsius: number) => celsius < -60 || celsius > 60

/**
 * Reads a weather file: days with lowest and highest temperature, or hours. What is certain is read; what is not is left out
 * and named with its line.
 *
 * Understood are cells separated by commas, semicolons, tabs or bars, decimal commas, days written 2027-06-14, 14.6.2027 or
 * 14/6/2027 (where a day beyond the twelfth tells the order), Fahrenheit where the heading says so. An hour that the clock
 * skips is left out; of the hour that it shows twice, the first readings are taken for the first one. Several readings of an
 * hour are put together: rain is summed, everything else averaged.
 *
 * @param zone the clock the file's hours were read from, unless they say themselves (Z or +02:00)
 * @returns what was read; with a sentence instead where the file cannot be read at all
 */
export const readWeatherCsv = (text: string, zone: string): WeatherFile | { why: string } =>
  readRows(text, zone, hourly)

/** Reads a logger's file of temperatures, every reading for itself; else as {@link readWeatherCsv} does. */
export const readLoggerCsv = (text: string, zone: string): WeatherFile | { why: string } =>
  readRows(text, zone, rows => rows)

function readRows(
  text: string,
  zone: string,
  put: (rows: HourRow[]) => HourRow[],
): WeatherFile | { why: string } {
  const { headings, rows, separator } = readTable(text)
  const dateAt = headings.findIndex(h => /date|day|time|hour/i.test(h))
  if (dateAt < 0 || !rows.length)
    return {
      why: 'There is no table in it with a column for the date. The first line names the columns, for example: date,tmin,tmax.',
    }
  const timeAt = headings.findIndex((h, i) => i !== dateAt && /^(time|hour|clock)/i.test(h))
  const columns = new Map<Meaning, Column>()
  headings.forEach((heading, index) => {
    if (index === dateAt || index === timeAt) return
    const meaning = (Object.keys(meanings) as Meaning[]).find(
      m => !columns.has(m) && meanings[m].test(heading),
    )
    if (meaning) columns.set(meaning, { index, heading, isFahrenheit: isFahrenheit(heading) })
  })
  const isDaily = columns.has('tmin') && columns.has('tmax')
  if (!isDaily && !columns.has('celsius'))
    return {
      why: `No column for the temperature was found among: ${headings.join(', ')}. Name them tmin and tmax for days, or temperature for hours.`,
    }
  const order = dayOrderOf(rows.map(row => row.cells[dateAt] ?? ''))
  if (!order)
    return {
      why: 'It cannot be told which number of its dates is the day and which the month. Write them as 2027-06-14.',
    }

  const file: WeatherFile = {
    unit: isDaily ? 'day' : 'hour',
    days: [],
    hours: [],
    leftOut: [],
    gaps: [],
    notes: [],
  }
  const used = (
    isDaily
      ? (['tmin', 'tmax', 'rain'] as const)
      : (['celsius', 'rain', 'humidity', 'wind', 'light'] as const)
  ).flatMap(m => {
    const column = columns.get(m)
    return column ? [{ meaning: m, ...column }] : []
  })
  file.notes.push(
    `Read as ${isDaily ? 'days' : 'hours'}: ${used.map(c => `“${c.heading}” as ${{ tmin: 'lowest', tmax: 'highest', celsius: 'temperature', rain: 'rain', humidity: 'humidity', wind: 'wind', light: 'light' }[c.meaning]}`).join(', ')}.`,
  )
  const fahrenheit = used.filter(c => c.isFahrenheit)
  if (fahrenheit.length)
    file.notes.push(
      `${fahrenheit.map(c => `“${c.heading}”`).join(' and ')} ${plural(fahrenheit.length, 'says', 'say')} Fahrenheit and ${plural(fahrenheit.length, 'was', 'were')} turned into °C.`,
    )
  if (separator !== ',')
    file.notes.push(
      `Cells are separated by ${{ ';': 'semicolons', '\t': 'tabs', '|': 'bars' }[separator] ?? `“${separator}”`}.`,
    )

  const leaveOut = (row: { line: number; text: string }, why: string, day?: string) => {
    file.leftOut.push({ line: row.line, text: row.text, why, ...(day && { day }) })
  }
  /** The value of a column; undefined where it is no number or cannot be. */
  const valueOf = (cells: string[], meaning: Meaning): number | null | undefined => {
    const column = columns.get(meaning)
    if (!column) return null
    const value = readNumber(cells[column.index], separator)
    if (value === null) return null
    if (Number.isNaN(value)) return undefined
    const scaled = inOurUnit(value, meaning, column)
    return Math.round(scaled * 100) / 100
  }
  const seen = new Map<string, { row: (typeof rows)[number]; value: string }>()
  const twice = new Set<string>()
  const keep = <T>(list: T[], key: string, reading: T, row: (typeof rows)[number]) => {
    const known = seen.get(key)
    if (!known) {
      seen.set(key, { row, value: JSON.stringify(reading) })
      list.push(reading)
    } else if (known.value !== JSON.stringify(reading)) {
      twice.add(key)
      leaveOut(row, `${key} was read on line ${known.row.line} with other values; neither is taken.`, key)
    }
  }

  const clock = clockOf(zone)
  for (const row of rows) {
    const day = readDay(row.cells[dateAt] ?? '', order)
    if (!day) {
      leaveOut(row, 'It has no day that exists.')
      continue
    }
    if (isDaily) {
      const [tmin, tmax, rain] = [
        valueOf(row.cells, 'tmin'),
        valueOf(row.cells, 'tmax'),
        valueOf(row.cells, 'rain'),
      ]
      if (tmin == null || tmax == null)
        leaveOut(
          row,
          tmin === undefined || tmax === undefined
            ? 'A temperature is no number.'
            : 'A temperature is missing.',
          day,
        )
      else if (isOutOfReach(tmin) || isOutOfReach(tmax))
        leaveOut(
          row,
          `A temperature of ${isOutOfReach(tmin) ? tmin : tmax} °C is beyond what weather brings; is the unit right?`,
          day,
        )
      else if (tmin > tmax) leaveOut(row, 'The lowest temperature lies above the highest.', day)
      else keep(file.days, day, [day, tmin, tmax, rain === undefined || (rain ?? 0) < 0 ? null : rain], row)
      continue
    }
    const celsius = valueOf(row.cells, 'celsius')
    const moment = clock(day, row.cells[timeAt] ?? '', row.cells[dateAt]!)
    if (celsius == null)
      leaveOut(row, celsius === undefined ? 'The temperature is no number.' : 'The temperature is missing.')
    else if (isOutOfReach(celsius))
      leaveOut(row, `A temperature of ${celsius} °C is beyond what weather brings; is the unit right?`)
    else if ('why' in moment) leaveOut(row, moment.why)
    else {
      const within = (meaning: Meaning, least: number, most: number) => {
        const value = valueOf(row.cells, meaning)
        return value == null || value < least || value > most ? null : value
      }
      keep(
        file.hours,
        moment.at,
        [
          moment.at,
          celsius,
          within('rain', 0, 500),
          within('humidity', 0, 100),
          within('wind', 0, 120),
          within('light', 0, 1500),
        ],
        row,
      )
    }
  }
  for (const key of twice) {
    const { row } = seen.get(key)!
    leaveOut(row, `${key} is there again with other values; neither is taken.`)
  }
  file.days = file.days.filter(([day]) => !twice.has(day)).sort((a, b) => a[0].localeCompare(b[0]))
  file.hours = put(file.hours.filter(([at]) => !twice.has(at)).sort((a, b) => a[0].localeCompare(b[0])))
  file.leftOut.sort((a, b) => a.line - b.line)
  file.gaps = isDaily
    ? file.days.flatMap(([day], i) =>
        i > 0 && daysBetween(file.days[i - 1]![0], day) > 1
          ? [{ from: addDays(file.days[i - 1]![0], 1), to: addDays(day, -1) }]
          : [],
      )
    : file.hours.flatMap(([at], i) =>
        i > 0 && Date.parse(at) - Date.parse(file.hours[i - 1]![0]) > HOUR_MS
          ? [{ from: later(file.hours[i - 1]![0], 1), to: later(at, -1) }]
          : [],
      )
  if (!file.days.length && !file.hours.length)
    return { why: `No line of it could be read. The first: ${file.leftOut[0]?.why ?? 'there is none.'}` }
  return file
}

const HOUR_MS = 3_600_000

/** Readings in the order of time, several of an hour put together. */
function hourly(rows: HourRow[]): HourRow[] {
  const average = (values: (number | null)[]) => {
    const known = values.filter(v => v !== null)
    return known.length ? Math.round((sum(known) / known.length) * 100) / 100 : null
  }
  return [
    ...group(rows, ([at]) => new Date(Math.floor(Date.parse(at) / HOUR_MS) * HOUR_MS).toISOString()),
  ].map(([at, own]): HourRow => {
    const rain = own.map(r => r[2]).filter(mm => mm !== null)
    return [
      at,
      average(own.map(r => r[1]))!,
      rain.length ? Math.round(sum(rain) * 100) / 100 : null,
      average(own.map(r => r[3])),
      average(own.map(r => r[4])),
      average(own.map(r => r[5])),
    ]
  })
}
const later = (at: string, hours: number) => new Date(Date.parse(at) + hours * HOUR_MS).toISOString()

function inOurUnit(value: number, meaning: Meaning, { heading, isFahrenheit }: Column): number {
  if (isFahrenheit && ['tmin', 'tmax', 'celsius'].includes(meaning)) return ((value - 32) * 5) / 9
  if (meaning === 'rain' && /\binch|\(in\)|\bin\b/i.test(heading)) return value * 25.4
  if (meaning === 'wind')
    return /km\s*\/?\s*h|kph/i.test(heading)
      ? value / 3.6
      : /mph/i.test(heading)
        ? value * 0.44704
        : /knot|\bkn\b|\bkt\b/i.test(heading)
          ? value * 0.514444
          : value
  return value
}

/** Turns a day and a clock time into a moment, hour by hour in the order of the file, so that a doubled hour can be told apart. */
function clockOf(
  zone: string,
): (day: string, time: string, whole: string) => { at: string } | { why: string } {
  const used = new Set<string>()
  return (day, time, whole) => {
    const stamped = /[T ](\d{1,2}):?(\d{2})?(?::\d{2}(?:\.\d+)?)?\s*(Z|[+-]\d{2}:?\d{2})?\s*$/.exec(whole)
    const separate = /^(\d{1,2})(?::(\d{2}))?/.exec(time)
    const hour = Number(separate?.[1] ?? stamped?.[1] ?? NaN)
    if (!(hour >= 0 && hour <= 23)) return { why: 'It has no hour from 0 to 23.' }
    const offset = stamped?.[3]
    const minute = Number(separate?.[2] ?? stamped?.[2] ?? 0)
    if (offset)
      return {
        at: new Date(
          `${day}T${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}:00${offset === 'Z' ? 'Z' : `${offset.slice(0, 3)}:${offset.slice(-2)}`}`,
        ).toISOString(),
      }
    const [year, month, date] = day.split('-').map(Number) as [number, number, number]
    const local = new TZDate(year, month - 1, date, hour, minute, zone)
    if (local.getHours() !== hour)
      return { why: `The clock skips ${hour}:00 on this day: summer time begins.` }
    const at = new Date(local.getTime()).toISOString()
    const again = new TZDate(local.getTime() + HOUR_MS, zone)
    const isDoubled = again.getHours() === hour
    const first = isDoubled
      ? at
      : new TZDate(local.getTime() - HOUR_MS, zone).getHours() === hour
        ? later(at, -1)
        : at
    const second = later(first, 1)
    if (new TZDate(Date.parse(second), zone).getHours() !== hour) return { at: first }
    if (!used.has(first)) {
      used.add(first)
      return { at: first }
    }
    return { at: second }
  }
}
