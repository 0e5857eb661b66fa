import type { LineLeftOut } from '../formats/csv'
import { dayOrderOf, readDay, readTable } from '../formats/csv'
import { addDays, dayInWords } from '../time/days'
import type { Blooming, BloomNote } from './note'
import { withBloomNote } from './note'

/** A plant that a file may name. */
export interface NamedPlant {
  id: string
  name: string
  code: string
  blooming: Blooming
}

/** What could be read of a file of blooms; nothing of it is noted yet. */
export interface BloomFile {
  notes: { plantId: string; name: string; note: BloomNote }[]
  /** plants and seasons that come in */
  seasons: number
  leftOut: LineLeftOut[]
}

const columnsOf = (headings: string[]) => {
  const find = (pattern: RegExp) => headings.findIndex(h => pattern.test(h))
  return {
    plant: find(/plant|name|code|tag|variety|line|clone/i),
    first: find(/first|begin|start|open/i),
    full: find(/full|peak/i),
    last: find(/last|end/i),
    place: find(/place|where|bench|bed/i),
  }
}

/**
 * Reads blooms of earlier seasons: a column for the plant (name or tag code), one each for first open flower, full bloom and last
 * flower; empty cells were not noted. What does not fit is left out and named with its line.
 *
 * @param plants those the file may name
 * @param today what lies after it is left out
 * @returns what was read; with a sentence instead where the file cannot be read at all
 */
export function readBloomCsv(text: string, plants: NamedPlant[], today: string): BloomFile | { why: string } {
  const { headings, rows } = readTable(text)
  const at = columnsOf(headings)
  if (at.plant < 0 || (at.first < 0 && at.full < 0 && at.last < 0))
    return {
      why: 'The first line names the columns: plant, first, full, last. At least the plant and one of the days are needed.',
    }
  const dayCells = [at.first, at.full, at.last].filter(i => i >= 0)
  const order = dayOrderOf(rows.flatMap(row => dayCells.map(i => row.cells[i] ?? '').filter(Boolean)))
  if (!order)
    return {
      why: 'It cannot be told which number of its dates is the day and which the month. Write them as 2027-06-14.',
    }
  const byName = new Map<string, NamedPlant[]>()
  for (const plant of plants)
    for (const key of new Set([plant.name.toLowerCase(), plant.code.toLowerCase()]))
      byName.set(key, [...(byName.get(key) ?? []), plant])
  const file: BloomFile = { notes: [], seasons: 0, leftOut: [] }
  const now = new Map<string, Blooming>()
  const spans: { plantId: string; place: string; from: string; to: string; line: number }[] = []
  for (const row of rows) {
    const leaveOut = (why: string) => file.leftOut.push({ line: row.line, text: row.text, why })
    const named = row.cells[at.plant] ?? ''
    const found = byName.get(named.toLowerCase()) ?? []
    if (found.length !== 1) {
      leaveOut(
        found.length
          ? `${found.length} plants are called “${named}”; use the tag code.`
          : `No plant of the garden is called “${named}”.`,
      )
      continue
    }
    const [plant] = found as [NamedPlant]
    const signs = (['first', 'full', 'last'] as const).flatMap(sign =>
      at[sign] >= 0 && row.cells[at[sign]] ? [{ sign, text: row.cells[at[sign]]! }] : [],
    )
    const notes = signs.map(({ sign, text }) => ({ sign, on: readDay(text, order), text }))
    const bad = notes.find(n => !n.on)
    if (bad || !notes.length) {
      leaveOut(bad ? `“${bad.text}” is no day.` : 'It holds no day.')
      continue
    }
    const place = (at.place >= 0 && row.cells[at.place]) || ''
    const [from, to] = [notes[0]!.on!, notes.at(-1)!.on!]
    const elsewhere = spans.find(
      s => s.plantId === plant.id && s.place !== place && s.from <= to && from <= s.to,
    )
    if (elsewhere) {
      leaveOut(
        `${plant.name} would be in bloom in two places at once: line ${elsewhere.line} has it elsewhere until ${dayInWords(elsewhere.to, true)}.`,
      )
      continue
    }
    try {
      let blooming = now.get(plant.id) ?? plant.blooming
      const fresh: BloomNote[] = []
      for (const { sign, on } of notes) {
        if (blooming.notes.some(n => n.sign === sign && n.on === on)) continue
        fresh.push({ sign, on: on! })
      }
      // As a whole, so that the first may come before what is known of the last.
      for (const note of fresh) blooming = withBloomNote(blooming, note, plant.name, today)
      if (!fresh.length) {
        leaveOut('It is noted already.')
        continue
      }
      now.set(plant.id, blooming)
      spans.push({ plantId: plant.id, place, from, to: to < from ? addDays(from, 1) : to, line: row.line })
      file.notes.push(...fresh.map(note => ({ plantId: plant.id, name: plant.name, note })))
      file.seasons++
    } catch (refusal) {
      leaveOut((refusal as Error).message)
    }
  }
  return file
}
