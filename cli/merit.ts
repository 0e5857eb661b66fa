import { OutOfRange } from '@virgulta/core/chance/estimate'
import { readNumber, readTable } from '@virgulta/core/formats/csv'
import { generationsOf, UNKNOWN } from '@virgulta/core/lineage/pedigree'
import type { MeritScore } from '@virgulta/core/merit/breedingValues'
import { breedingValues } from '@virgulta/core/merit/breedingValues'
import { answer, argumentsOf, numberIn, readText } from './input'
import type { ReadPedigree } from './pedigreeFile'
import { readPedigree, tellFounders } from './pedigreeFile'

const USE = 'merit PEDIGREE SCORES [--h2 0.333] [--fixed sex,season]'

/** Scores as a file holds them, with the levels of each effect in the order of their names. */
function readScores(file: string | undefined, effects: string[], pedigree: ReadPedigree) {
  const { headings, rows, separator } = readTable(readText(file, USE))
  const column = (name: string) => {
    const at = headings.indexOf(name)
    if (at === -1)
      throw new OutOfRange(`${file} has no column "${name}"; its columns are: ${headings.join(', ')}.`)
    return at
  }
  const [id, value] = [column('id'), column('value')]
  const columns = effects.map(column)
  const names = columns.map(at => [...new Set(rows.map(row => row.cells[at] ?? ''))].sort())
  const numbers = names.map(list => new Map(list.map((name, i) => [name, i])))
  const scores = rows.map(({ cells, line }): MeritScore => {
    const plant = pedigree.find(cells[id] ?? '')
    if (plant === UNKNOWN)
      throw new OutOfRange(
        `Line ${line} of ${file} scores "${cells[id] ?? ''}", which is not in the pedigree.`,
      )
    const number = readNumber(cells[value], separator)
    if (number === null || Number.isNaN(number))
      throw new OutOfRange(`Line ${line} of ${file} has no number as its value: "${cells[value] ?? ''}".`)
    const levels = columns.map((at, effect) => {
      const name = cells[at] ?? ''
      if (!name) throw new OutOfRange(`Line ${line} of ${file} does not say its ${effects[effect]}.`)
      return numbers[effect]!.get(name)!
    })
    return { plant, levels, value: number }
  })
  return { scores, names }
}

/** A number without the digits that rounding leaves uncertain. */
const told = (number: number) => Number(number.toPrecision(10))

/** `merit PEDIGREE SCORES --h2 0.333 --fixed sex,season` */
export function merit(words: string[]): number {
  const {
    values,
    positionals: [pedigreeFile, scoresFile],
  } = argumentsOf(words, { h2: { type: 'string' }, fixed: { type: 'string' } })
  const pedigree = readPedigree(pedigreeFile, USE)
  tellFounders(pedigree)
  const effects = (values.fixed ?? '')
    .split(',')
    .map(name => name.trim())
    .filter(Boolean)
  const { scores, names } = readScores(scoresFile, effects, pedigree)
  const generations = generationsOf(pedigree, pedigree.nameOf)
  const given = values.h2 === undefined ? undefined : numberIn(values.h2, '--h2')
  const found = breedingValues(
    { pedigree, generations, scores, levels: names.map(list => list.length) },
    given,
  )
  const fixed = effects.length
    ? Object.fromEntries(
        effects.map((effect, e) => [
          effect,
          Object.fromEntries(names[e]!.map((name, l) => [name, told(found.fixed[e]![l]!)])),
        ]),
      )
    : { mean: told(found.fixed[0]![0]!) }
  return answer({
    ...(given === undefined && { h2: found.heritability }),
    fixed,
    plants: Array.from({ length: pedigree.lines }, (_, plant) => ({
      id: pedigree.nameOf(plant),
      value: told(found.values[plant]!),
      reliability: told(found.reliability[plant]!),
    })),
  })
}
