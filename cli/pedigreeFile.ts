import { readFileSync } from 'node:fs'
import { OutOfRange } from '@virgulta/core/chance/estimate'
import type { Pedigree } from '@virgulta/core/lineage/pedigree'
import { UNKNOWN } from '@virgulta/core/lineage/pedigree'
import Papa from 'papaparse'

/** A pedigree as it was read from a file. */
export interface ReadPedigree extends Pedigree {
  /** plants that have a line of their own, in the order of the file; behind them parents that have none */
  lines: number
  size: number
  nameOf: (plant: number) => string
  /** {@link UNKNOWN} for a plant that the file does not name */
  find: (name: string) => number
}

const COLUMNS = ['id', 'seed_parent', 'pollen_parent'] as const
const [COMMA, LINE_FEED, RETURN, SPACE, QUOTE, ZERO] = [44, 10, 13, 32, 34, 48]

/** Names, each once, by the bytes they are written in: a table that is open addressed, so that of a million names no text is made. */
class Names {
  private slots: Int32Array
  private starts: Int32Array
  private ends: Int32Array
  size = 0

  constructor(
    private readonly bytes: Uint8Array,
    expected: number,
  ) {
    this.slots = new Int32Array(2 ** Math.ceil(Math.log2(2 * expected + 16))).fill(UNKNOWN)
    this.starts = new Int32Array(expected + 16)
    this.ends = new Int32Array(expected + 16)
  }

  private hashOf(bytes: Uint8Array, start: number, end: number): number {
    let hash = 0x811c9dc5
    for (let i = start; i < end; i++) hash = Math.imul(hash ^ bytes[i]!, 0x01000193)
    return hash ^ (hash >>> 15)
  }
  private isAt(name: number, bytes: Uint8Array, start: number, end: number): boolean {
    const from = this.starts[name]!
    if (this.ends[name]! - from !== end - start) return false
    for (let i = 0; i < end - start; i++) if (this.bytes[from + i] !== bytes[start + i]) return false
    return true
  }
  private slotOf(bytes: Uint8Array, start: number, end: number): number {
    const mask = this.slots.length - 1
    let slot = this.hashOf(bytes, start, end) & mask
    while (this.slots[slot] !== UNKNOWN && !this.isAt(this.slots[slot]!, bytes, start, end))
      slot = (slot + 1) & mask
    return slot
  }

  /** The number of the name that stands there; a new one gets the next. */
  numberOf(start: number, end: number): number {
    const slot = this.slotOf(this.bytes, start, end)
    if (this.slots[slot] !== UNKNOWN) return this.slots[slot]!
    if (2 * (this.size + 1) > this.slots.length) {
      this.grow()
      return this.numberOf(start, end)
    }
    this.starts[this.size] = start
    this.ends[this.size] = end
    return (this.slots[slot] = this.size++)
  }
  private grow(): void {
    this.slots = new Int32Array(2 * this.slots.length).fill(UNKNOWN)
    const longer = (list: Int32Array) => {
      const all = new Int32Array(this.slots.length / 2 + 16)
      all.set(list)
      return all
    }
    ;[this.starts, this.ends] = [longer(this.starts), longer(this.ends)]
    for (let name = 0; name < this.size; name++)
      this.slots[this.slotOf(this.bytes, this.starts[name]!, this.ends[name]!)] = name
  }

  find(name: string): number {
    const bytes = Buffer.from(name)
    return this.slots[this.slotOf(bytes, 0, bytes.length)]!
  }
  textOf = (name: number): string =>
    Buffer.from(this.bytes.buffer, this.bytes.byteOffset, this.bytes.byteLength).toString(
      'utf8',
      this.starts[name],
      this.ends[name],
    )
}

/**
 * Reads a pedigree: a table with the head `id,seed_parent,pollen_parent`, its lines in any order; an empty parent, or 0, is not known.
 *
 * @param use how the command is used, for those who name no file
 * @throws {OutOfRange} in a sentence: no file, another head, a plant that stands twice, a line without an id
 */
export function readPedigree(file: string | undefined, use: string): ReadPedigree {
  if (!file) throw new OutOfRange(`Name the file: ${use}.`)
  let bytes: Buffer
  try {
    bytes = readFileSync(file === '-' ? 0 : file)
  } catch {
    throw new OutOfRange(`There is no file ${file} that can be read.`)
  }
  // Quoted cells are rare in a pedigree: they are undone first, so that a cell is what stands between two commas.
  if (bytes.includes(QUOTE)) bytes = unquoted(bytes.toString())
  const from = bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf ? 3 : 0
  const headEnd = endOfLine(bytes, from)
  const heads = bytes
    .toString('utf8', from, headEnd)
    .split(',')
    .map(head => head.trim().toLowerCase())
  const columns = COLUMNS.map(column => heads.indexOf(column))
  if (columns.includes(-1))
    throw new OutOfRange(
      `${file} begins with the line "${COLUMNS.join(',')}", in any order; its first line is "${heads.join(',').slice(0, 80)}".`,
    )
  return readLines(bytes, headEnd + 1, columns as [number, number, number], file)
}

function unquoted(text: string): Buffer {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { delimiter: ',', skipEmptyLines: true })
  const wrong = data.flat().find(cell => /[,\r\n]/.test(cell))
  if (wrong !== undefined)
    throw new OutOfRange(
      `"${wrong.slice(0, 40)}" cannot be the id of a plant: it holds a comma or a line's end.`,
    )
  return Buffer.from(data.map(cells => cells.join(',')).join('\n'))
}

function endOfLine(bytes: Uint8Array, from: number): number {
  const end = bytes.indexOf(LINE_FEED, from)
  return end === -1 ? bytes.length : end
}

function readLines(
  bytes: Buffer,
  begin: number,
  [idAt, seedAt, pollenAt]: [number, number, number],
  file: string,
): ReadPedigree {
  let most = 1
  for (let i = bytes.indexOf(LINE_FEED, begin); i !== -1; i = bytes.indexOf(LINE_FEED, i + 1)) most++
  const names = new Names(bytes, most)
  /** Where the cells of each line's parents stand: start and end of both. */
  const cells = new Int32Array(4 * most)
  const found = new Int32Array(6)
  const put = (which: number, start: number, end: number) => {
    while (start < end && bytes[start]! <= SPACE) start++
    while (end > start && bytes[end - 1]! <= SPACE) end--
    found[2 * which] = start
    found[2 * which + 1] = end
  }
  let lines = 0
  for (let at = begin, number = 2; at < bytes.length; number++) {
    found.fill(0)
    let [start, cell, isEmpty] = [at, 0, true]
    for (; ; at++) {
      const byte = at < bytes.length ? bytes[at]! : LINE_FEED
      if (byte === COMMA || byte === LINE_FEED) {
        const which = cell === idAt ? 0 : cell === seedAt ? 1 : cell === pollenAt ? 2 : -1
        if (which >= 0) put(which, start, at)
        cell++
        start = at + 1
        if (byte === LINE_FEED) break
      } else if (byte !== RETURN && byte !== SPACE) isEmpty = false
    }
    at++
    if (isEmpty) continue
    const [from, to] = [found[0]!, found[1]!]
    if (isNobody(bytes, from, to))
      throw new OutOfRange(
        `Line ${number} of ${file} has no id; every plant has one of its own, and 0 is none.`,
      )
    if (names.numberOf(from, to) !== lines)
      throw new OutOfRange(
        `${bytes.toString('utf8', from, to)} stands twice in ${file}, again in line ${number}; every plant has one line.`,
      )
    cells.set(found.subarray(2), 4 * lines)
    lines++
  }
  if (!lines) throw new OutOfRange(`${file} holds no plant below its first line.`)
  const parents = [new Int32Array(lines), new Int32Array(lines)]
  for (let line = 0; line < lines; line++)
    for (const which of [0, 1]) {
      const [from, to] = [cells[4 * line + 2 * which]!, cells[4 * line + 2 * which + 1]!]
      parents[which]![line] = isNobody(bytes, from, to) ? UNKNOWN : names.numberOf(from, to)
    }
  const withFounders = (list: Int32Array) => {
    const all = new Int32Array(names.size).fill(UNKNOWN)
    all.set(list)
    return all
  }
  const [seed, pollen] = parents.map(withFounders) as [Int32Array, Int32Array]
  return {
    seed,
    pollen,
    lines,
    size: names.size,
    nameOf: names.textOf,
    find: name => names.find(name),
  }
}

/** True for an empty cell, and for 0. */
const isNobody = (bytes: Uint8Array, from: number, to: number): boolean =>
  from === to || (to - from === 1 && bytes[from] === ZERO)

/** Says how many parents have no line of their own: they are founders. */
export function tellFounders({ size, lines, nameOf }: ReadPedigree): void {
  const missing = size - lines
  if (missing)
    console.error(
      `${missing === 1 ? '1 parent has' : `${missing} parents have`} no line of ${missing === 1 ? 'its' : 'their'} own (${nameOf(lines)}${missing > 1 ? ', …' : ''}) and ${missing === 1 ? 'is' : 'are'} taken for ${missing === 1 ? 'a founder' : 'founders'}.`,
    )
}
