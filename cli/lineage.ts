import { OutOfRange } from '@virgulta/core/chance/estimate'
import { coancestriesOf, inbreedingOf } from '@virgulta/core/lineage/inbreeding'
import { UNKNOWN, generationsOf } from '@virgulta/core/lineage/pedigree'
import { argumentsOf, readText } from './input'
import { readPedigree, tellFounders } from './pedigreeFile'

const USES = {
  inbreeding: 'lineage inbreeding FILE',
  kinship: 'lineage kinship FILE --pairs FILE',
}

/** Lines that are written at once. */
const AT_ONCE = 50_000
/** A number without the last digits, which adding halves of halves leaves uncertain. */
const told = (number: number) => String(Math.round(number * 1e12) / 1e12)

function inbreeding(file: string | undefined): number {
  const pedigree = readPedigree(file, USES.inbreeding)
  tellFounders(pedigree)
  const found = inbreedingOf(pedigree, generationsOf(pedigree, pedigree.nameOf))
  let text = 'id,inbreeding\n'
  for (let plant = 0; plant < pedigree.lines; plant++) {
    text += `${pedigree.nameOf(plant)},${told(found[plant]!)}\n`
    if (plant % AT_ONCE === AT_ONCE - 1) {
      process.stdout.write(text)
      text = ''
    }
  }
  process.stdout.write(text)
  return 0
}

function kinship(file: string | undefined, pairsFile: string | undefined): number {
  const pedigree = readPedigree(file, USES.kinship)
  if (pairsFile === undefined) throw new OutOfRange(`Name the file with the pairs: ${USES.kinship}.`)
  tellFounders(pedigree)
  const lines = readText(pairsFile, USES.kinship)
    .split(/\r?\n/)
    .map((text, i) => ({
      cells: text.split(',').map(cell => cell.trim().replace(/^"(.*)"$/, '$1')),
      number: i + 1,
    }))
    .slice(1)
    .filter(({ cells }) => cells.some(Boolean))
  const pairs = lines.map(({ cells, number }) => {
    if (cells.length < 2)
      throw new OutOfRange(`Line ${number} of ${pairsFile} names two plants, with a comma between them.`)
    return cells.slice(0, 2).map(name => {
      const plant = pedigree.find(name)
      if (plant === UNKNOWN)
        throw new OutOfRange(`Line ${number} of ${pairsFile} names "${name}", which is not in ${file}.`)
      return plant
    }) as [number, number]
  })
  const found = coancestriesOf(pedigree, generationsOf(pedigree, pedigree.nameOf), pairs)
  const rows = pairs.map(
    ([one, other], i) => `${pedigree.nameOf(one)},${pedigree.nameOf(other)},${told(found[i]!)}\n`,
  )
  process.stdout.write(`a,b,kinship\n${rows.join('')}`)
  return 0
}

/** `lineage inbreeding FILE`, `lineage kinship FILE --pairs FILE` */
export function lineage(words: string[]): number {
  const {
    values: { pairs },
    positionals: [what, file],
  } = argumentsOf(words, { pairs: { type: 'string' } })
  if (what === 'inbreeding') return inbreeding(file)
  if (what === 'kinship') return kinship(file, pairs)
  throw new OutOfRange(`Say what of the lineage: ${Object.values(USES).join('  |  ')}.`)
}
