import { OutOfRange } from '@virgulta/core/chance/estimate'
import type { Look, Sown } from '@virgulta/core/seed/germination'
import { checkSown, fitGermination } from '@virgulta/core/seed/germination'
import { viabilityStored } from '@virgulta/core/seed/life'
import { stillToCome } from '@virgulta/core/seed/stillToCome'
import Papa from 'papaparse'
import * as v from 'valibot'
import { answer, argumentsOf, numberIn, readInput, readText } from './input'

const USE = 'germination FILE --sown N'

/** `germination FILE --sown N [--by DAY]`: one tray, or a list of trays in the order in which they first stand in the file. */
export function germination(words: string[]): number {
  const {
    values,
    positionals: [file],
  } = argumentsOf(words, { sown: { type: 'string' }, by: { type: 'string' } })
  const text = readText(file, USE)
  if (values.sown === undefined) throw new OutOfRange(`Say how many seeds were sown: ${USE}.`)
  const seeds = numberIn(values.sown, '--sown')
  const by = values.by === undefined ? undefined : numberIn(values.by, '--by')
  const { isMany, trays } = traysIn(text, file!)
  const answers = [...trays].map(([tray, looks]) => {
    const sown = { seeds, looks }
    try {
      checkSown(sown)
    } catch (error) {
      throw isMany ? new OutOfRange(`Tray ${tray}: ${(error as Error).message}`) : error
    }
    return { ...(isMany ? { tray } : {}), ...fitted(sown, by) }
  })
  return answer(isMany ? answers : answers[0]!)
}

function fitted(sown: Sown, by: number | undefined) {
  const fit = fitGermination([sown])
  const { any: _, ...coming } = stillToCome(sown, fit, by)
  return { ...fit, stillToCome: coming }
}

/** The looks of each tray in a CSV file with the columns day and count, and tray where there are many. */
function traysIn(text: string, file: string): { isMany: boolean; trays: Map<string, Look[]> } {
  const { data, meta } = Papa.parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: name => name.trim().toLowerCase(),
  })
  const columns = meta.fields ?? []
  if (!columns.includes('day') || !columns.includes('count'))
    throw new OutOfRange(`${file} needs a line of headings with day and count, or with tray, day and count.`)
  const isMany = columns.includes('tray')
  const trays = new Map<string, Look[]>()
  data.forEach((row, i) => {
    const tray = isMany ? (row.tray ?? '').trim() : ''
    if (isMany && !tray) throw new OutOfRange(`Line ${i + 2} of ${file} names no tray.`)
    const read = (column: 'day' | 'count') =>
      numberIn(row[column] ?? '', `The ${column} in line ${i + 2} of ${file}`)
    trays.set(tray, [...(trays.get(tray) ?? []), { day: read('day'), count: read('count') }])
  })
  if (!trays.size) throw new OutOfRange(`${file} holds no look: give at least one day with its count.`)
  return { isMany, trays }
}

const number = v.number('this is a number.')
const StorageFile = v.strictObject({
  ke: number,
  cw: number,
  ch: number,
  cq: number,
  ki: number,
  moisturePercent: number,
  celsius: number,
  days: number,
})

/** `storage FILE` */
export function storage(words: string[]): number {
  const {
    positionals: [file],
  } = argumentsOf(words, {})
  const { ki, moisturePercent, celsius, days, ...constants } = readInput(file, StorageFile, 'storage FILE')
  return answer({ viability: viabilityStored(ki, constants, { moisturePercent, celsius }, days) })
}
