import Papa from 'papaparse'

/** A line of a file that was not taken, and why; lines are counted from 1. */
export interface LineLeftOut {
  line: number
  text: string
  why: string
}

/** A table as it stands in a file: its headings, and its rows with the lines they stand on. */
export interface CsvTable {
  headings: string[]
  rows: { line: number; cells: string[]; text: string }[]
  /** what separates the cells */ separator: string
}

/** What may separate cells, the commonest last: where cells are separated by semicolons, commas stand in numbers. */
const SEPARATORS = [';', '\t', '|', ',']

/** The separator that most of the first lines hold. */
function separatorOf(text: string): string {
  const lines = text.split(/\r?\n/, 60)
  const holding = (separator: string) => lines.filter(line => line.includes(separator)).length
  return SEPARATORS.reduce((best, separator) => (holding(separator) > holding(best) ? separator : best))
}

/** The first lines are no part of the table while they hold fewer cells than it: titles, stations, remarks. */
function headingLine(lines: string[][]): number {
  const most = Math.max(0, ...lines.slice(0, 60).map(cells => cells.filter(c => c.trim()).length))
  return Math.max(
    0,
    lines.findIndex(
      cells =>
        cells.filter(c => c.trim()).length >= Math.min(most, 2) && cells.some(c => /[a-z]{2}/i.test(c)),
    ),
  )
}

/**
 * Reads a table of text, whatever separates its cells.
 *
 * @returns headings of the first line that can be one; empty lines are passed over
 */
export function readTable(text: string): CsvTable {
  const separator = separatorOf(text)
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    delimiter: separator,
    skipEmptyLines: false,
  })
  const at = headingLine(data)
  const headings = (data[at] ?? []).map(cell => cell.trim())
  const rows = data
    .slice(at + 1)
    .map((cells, i) => ({
      line: at + i + 2,
      cells: cells.map(cell => cell.trim()),
      text: cells.join(separator).slice(0, 120),
    }))
    .filter(row => row.cells.some(cell => cell !== ''))
  return { headings, rows, separator }
}

/** A number as people write it: with a decimal comma where the cells are not separated by commas; null for an empty cell, NaN for what is none. */
export function readNumber(cell: string | undefined, separator: string): number | null {
  const text = (cell ?? '').trim()
  if (text === '' || /^(na|n\/a|nan|null|-|--|m)$/i.test(text)) return null
  const plain = separator === ',' ? text : text.replace(/^([+-]?\d+),(\d+)$/, '$1.$2')
  return /^[+-]?(\d+\.?\d*|\.\d+)$/.test(plain) ? Number(plain) : NaN
}

/** The order in which the parts of a day are written. */
export type DayOrder = 'ymd' | 'dmy' | 'mdy'

const parts = (text: string) => /^(\d{1,4})[-./ ](\d{1,2})[-./ ](\d{1,4})/.exec(text.trim())

/**
 * In which order a file writes its days; null where it cannot be told, because no day says which number is the month.
 *
 * @param texts all days of the file
 */
export function dayOrderOf(texts: string[]): DayOrder | null {
  const days = texts.map(parts).filter(found => found !== null)
  if (!days.length) return null
  if (days.every(d => d[1]!.length === 4)) return 'ymd'
  const [firsts, seconds] = [1, 2].map(i => days.map(d => Number(d[i])))
  if (firsts!.some(n => n > 12)) return seconds!.some(n => n > 12) ? null : 'dmy'
  if (seconds!.some(n => n > 12)) return 'mdy'
  // A day written with full stops begins with the day of the month.
  return texts.every(text => /^\d{1,2}\.\d{1,2}\./.test(text.trim())) ? 'dmy' : null
}

/** A day as the file writes it, as `2027-06-14`; null where it is none. */
export function readDay(text: string, order: DayOrder): string | null {
  const found = parts(text)
  if (!found) return null
  const [a, b, c] = [found[1]!, found[2]!, found[3]!]
  const [year, month, day] = order === 'ymd' ? [a, b, c] : order === 'dmy' ? [c, b, a] : [c, a, b]
  if (year.length !== 4) return null
  const iso = `${year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`
  const at = new Date(`${iso}T00:00:00Z`)
  return !Number.isNaN(at.getTime()) && at.toISOString().startsWith(iso) ? iso : null
}
