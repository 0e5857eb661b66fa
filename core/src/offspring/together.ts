import { range, sum } from 'd3-array'
import { chiSquareCdf } from '../chance/distributions'
import { OutOfRange } from '../chance/estimate'

/** How two traits of one family go together. */
export interface Together {
  plants: number
  /** G test of independence */
  independence: { g: number; df: number; p: number }
  /** recombination of two genes that make them; null where their classes do not stand as one gene each makes them */
  linkage: Linkage | null
}

interface Linkage {
  /** what the family is taken for: a hybrid selfed, or crossed with a plant that shows neither */
  family: 'selfed' | 'backcrossed'
  /** share of the gametes in which the two were parted, with its 80 % interval */
  recombination: { estimate: number; low: number; high: number }
  /** the hybrid got both from one parent, or one from each: pairs of classes that came in together */
  together: [number, number]
  /** log10 of how much likelier this is than independence */
  lod: number
}

/** How one gene makes the classes of a trait, by how many of its two alleles are the second one. */
interface OneGene {
  family: Linkage['family']
  /** class of a plant with 0, 1 and 2 of them */
  classes: [number, number, number]
  ratio: number[]
}

/** The ways one gene makes two or three classes in a family of a hybrid. */
function genesFor(count: number): OneGene[] {
  if (count === 2)
    return [
      { family: 'selfed', classes: [0, 0, 1], ratio: [3, 1] },
      { family: 'selfed', classes: [1, 1, 0], ratio: [1, 3] },
      { family: 'backcrossed', classes: [0, 0, 1], ratio: [1, 1] },
    ]
  if (count === 3)
    return [0, 1, 2].map(middle => {
      const [low, high] = [0, 1, 2].filter(c => c !== middle) as [number, number]
      return {
        family: 'selfed' as const,
        classes: [low, middle, high] as [number, number, number],
        ratio: [0, 1, 2].map(c => (c === middle ? 2 : 1)),
      }
    })
  return []
}

const logLikelihood = (observed: number[], shares: number[]) =>
  sum(observed, (n, i) => (n ? n * Math.log(shares[i]!) : 0))
const fitOf = (observed: number[], { ratio }: OneGene) =>
  logLikelihood(
    observed,
    ratio.map(part => part / sum(ratio)),
  )

/** Recombination is looked for at these shares; above a half the genes came in apart. */
const SHARES = range(1, 1000).map(i => i / 1000)
/** By so much the log of the likelihood falls to the ends of an 80 % interval. */
const FALL = 1.2816 ** 2 / 2

/**
 * How two traits of one family go together: whether they are independent, and where each stands in its classes as one gene makes
 * them, how often the two were parted.
 *
 * @param table plants by class of the first trait and of the second; classes that nobody saw left out
 * @throws {OutOfRange} for a table without two classes either way
 * @see Allard (1956), Hilgardia 24:235 (recombination from families of a selfed hybrid by maximum likelihood)
 */
export function togetherIn(table: number[][]): Together {
  const [rows, columns] = [table.length, table[0]?.length ?? 0]
  if (rows < 2 || columns < 2)
    throw new OutOfRange('Each of the two traits needs two classes that were seen.')
  const byRow = table.map(row => sum(row))
  const byColumn = range(columns).map(j => sum(table, row => row[j]!))
  const plants = sum(byRow)
  const g =
    2 *
    sum(table, (row, i) =>
      sum(row, (n, j) => (n ? n * Math.log((n * plants) / byRow[i]! / byColumn[j]!) : 0)),
    )
  const df = (rows - 1) * (columns - 1)
  return {
    plants,
    independence: { g: Math.max(0, g), df, p: 1 - chiSquareCdf(Math.max(0, g), df) },
    linkage: linkageIn(table, byRow, byColumn),
  }
}

function linkageIn(table: number[][], byRow: number[], byColumn: number[]): Linkage | null {
  const readings = genesFor(byRow.length).flatMap(first =>
    genesFor(byColumn.length)
      .filter(second => second.family === first.family)
      .map(second => ({ first, second, fit: fitOf(byRow, first) + fitOf(byColumn, second) })),
  )
  const best = readings.sort((a, b) => b.fit - a.fit)[0]
  if (!best) return null
  const { first, second } = best
  const logs = SHARES.map(share =>
    sum(table, (row, i) => logLikelihood(row, sharesAt(first, second, share)[i]!)),
  )
  const at = logs.indexOf(Math.max(...logs))
  const inside = SHARES.filter((_, i) => logs[i]! >= logs[at]! - FALL)
  const [low, high] = [inside[0]!, inside.at(-1)!]
  const isApart = SHARES[at]! > 0.5
  const half = logs[SHARES.indexOf(0.5)]!
  return {
    family: first.family,
    recombination: isApart
      ? { estimate: 1 - SHARES[at]!, low: 1 - high, high: Math.min(0.5, 1 - low) }
      : { estimate: SHARES[at]!, low, high: Math.min(0.5, high) },
    together: [first.classes[2], second.classes[isApart ? 0 : 2]],
    lod: (logs[at]! - half) / Math.LN10,
  }
}

/** Shares of the classes, by that of gametes in which the two alleles that stand second are parted. */
function sharesAt(first: OneGene, second: OneGene, parted: number): number[][] {
  const gametes = [
    { a: 0, b: 0, share: (1 - parted) / 2 },
    { a: 0, b: 1, share: parted / 2 },
    { a: 1, b: 0, share: parted / 2 },
    { a: 1, b: 1, share: (1 - parted) / 2 },
  ]
  // Crossed back, the other gamete carries the second allele of both: what is recessive shows.
  const others = first.family === 'selfed' ? gametes : [{ a: 1, b: 1, share: 1 }]
  const shares = range(Math.max(...first.classes) + 1).map(() =>
    range(Math.max(...second.classes) + 1).map(() => 0),
  )
  for (const one of gametes)
    for (const other of others) {
      const [i, j] = [first.classes[one.a + other.a]!, second.classes[one.b + other.b]!]
      shares[i]![j]! += one.share * other.share
    }
  return shares
}
