import { CholeskyDecomposition, Matrix } from 'ml-matrix'
import { randomNormal } from 'd3-random'
import { group, range, sum } from 'd3-array'
import { OutOfRange } from '../chance/estimate'
import { randomStream } from '../chance/stream'
import { chancesOfBest } from '../offspring/bestOf'

/** What one plot of a line gave. */
export interface PlotRecord {
  line: string
  /** the season and the place */
  occasion: string
  /** the part of that place which is alike; null: it was not laid out in blocks */
  block: string | null
  value: number
}

/** A line as it would be on the mean of all occasions and blocks. */
export interface AdjustedLine {
  line: string
  plots: number
  /** adjusted, drawn towards the other lines by what plots may be off; with its 80 % range beside the others */
  mean: { mean: number; low: number; high: number }
  /** chances to be the best line, and among the best that are to be kept */
  first: number
  among: number
}

export interface Trial {
  lines: AdjustedLine[]
  /** of what lines, blocks and plots differ by */
  variances: { lines: number; blocks: number; plots: number }
  /** no line stood in two plots: how true a plot is, is assumed */
  isAssumed: boolean
}

const Z80 = 1.2816
/** Share of what single plots differ by that lies between lines, where no line stood in two. */
const ASSUMED_SHARE = 0.5
/** How much is drawn, and how often at least and at most. */
const [DRAWN, FEWEST, MOST] = [2_000_000, 400, 2000]
/** Ratios of the plots' variance to that of lines, or of blocks, are looked for between these, as logarithms. */
const [LEAST_LOG, MOST_LOG] = [-7, 7]

/**
 * Lines of a trial adjusted for season, place and block: a mixed model with occasions fixed, and lines and blocks random, whose
 * variances are found by restricted maximum likelihood. Lines are absorbed, so that the work grows with them and not with their cube.
 *
 * @param records plots, in any order
 * @param best how many lines are to be kept
 * @param checks lines that stand there to compare with: they tell of blocks, and are not ranked
 * @returns lines that are ranked, the likeliest of the best first; then the checks
 * @throws {OutOfRange} for fewer than two lines, and for values that are no numbers
 * @see Henderson (1975), Biometrics 31:423; Patterson & Thompson (1971), Biometrika 58:545 (REML); Searle, Casella & McCulloch (1992), Variance Components, ch. 6–7
 */
export function adjustedLines(
  records: PlotRecord[],
  best: number,
  checks: ReadonlySet<string> = new Set(),
): Trial {
  const wrong = records.find(r => !Number.isFinite(r.value))
  if (wrong) throw new OutOfRange(`A plot of ${wrong.line} has no number: ${wrong.value}.`)
  const table = tableOf(records)
  if (table.lines.length < 2) throw new OutOfRange('A trial compares two lines or more.')
  const isAssumed = table.lines.every(l => l.plots < 2)
  const { ratios, variance } = likeliest(table, isAssumed)
  const { effects, doubts, level } = solved(table, ratios, variance)
  const ranked = range(table.lines.length).filter(i => !checks.has(table.lines[i]!.line))
  const contenders = contendersOf(ranked, best, effects, doubts)
  const draws = Math.round(Math.max(FEWEST, Math.min(MOST, DRAWN / Math.max(1, contenders.length))))
  const normal = randomNormal.source(randomStream(1).uniform)()
  const { first, among } = chancesOfBest(contenders.length, best, draws, worth => {
    contenders.forEach((line, i) => (worth[i] = effects[line]! + doubts[line]! * normal()))
  })
  const placeOf = new Map(contenders.map((line, i) => [line, i]))
  const chancesOf = (line: number) => {
    const i = placeOf.get(line)
    return i === undefined ? { first: 0, among: 0 } : { first: first[i]!, among: among[i]! }
  }
  const told = (line: number): AdjustedLine => ({
    line: table.lines[line]!.line,
    plots: table.lines[line]!.plots,
    mean: {
      mean: level + effects[line]!,
      low: level + effects[line]! - Z80 * doubts[line]!,
      high: level + effects[line]! + Z80 * doubts[line]!,
    },
    ...chancesOf(line),
  })
  return {
    lines: [
      ...ranked.map(told).sort((a, b) => b.among - a.among || b.first - a.first || b.mean.mean - a.mean.mean),
      ...range(table.lines.length)
        .filter(i => checks.has(table.lines[i]!.line))
        .map(told),
    ],
    variances: { lines: variance / ratios.lines, blocks: variance / ratios.blocks, plots: variance },
    isAssumed,
  }
}

/** How many standard errors a line may be off for its chances to be reckoned at all: beyond them lies less than one in a million. */
const FAR = 5

/** Lines that could be among the best: of most of a large trial nothing needs to be drawn. */
function contendersOf(
  lines: number[],
  best: number,
  effects: ArrayLike<number>,
  doubts: ArrayLike<number>,
): number[] {
  const sure = Float64Array.from(lines, line => effects[line]! - FAR * doubts[line]!).sort()
  const least = sure[Math.max(0, sure.length - best)]!
  return lines.filter(line => effects[line]! + FAR * doubts[line]! >= least)
}

interface TrialLine {
  line: string
  plots: number
  sum: number
  /** plots by column */
  at: Map<number, number>
}

/** Lines that stand in the same columns: how many, and what their sums and the squares of those come to. */
interface Alike extends Pick<TrialLine, 'plots' | 'at'> {
  lines: number
  sum: number
  squares: number
}

const alikeOf = (lines: TrialLine[]): Alike[] =>
  [...group(lines, ({ at }) => [...at].sort(([a], [b]) => a - b).join(';')).values()].map(own => ({
    plots: own[0]!.plots,
    at: own[0]!.at,
    lines: own.length,
    sum: sum(own, line => line.sum),
    squares: sum(own, line => line.sum ** 2),
  }))

/** Sums over a trial's plots; columns are its occasions, then its blocks. */
interface Table {
  plots: number
  occasions: number
  columns: number
  lines: TrialLine[]
  /** lines that stand in the same columns as often as each other: to absorb many is as much work as to absorb one */
  alike: Alike[]
  /** plots of each column, and of each pair of columns; their sums; the sum of all squares */
  counts: Matrix
  sums: number[]
  squares: number
}

function tableOf(records: PlotRecord[]): Table {
  const numbers = (keys: string[]) => new Map([...new Set(keys)].map((key, i) => [key, i]))
  const occasionOf = numbers(records.map(r => r.occasion))
  const blockKey = (r: PlotRecord) => JSON.stringify([r.occasion, r.block])
  const blockOf = numbers(records.filter(r => r.block !== null).map(blockKey))
  const columns = occasionOf.size + blockOf.size
  const counts = Matrix.zeros(columns, columns)
  const sums = range(columns).map(() => 0)
  const lines = new Map<string, TrialLine>()
  for (const record of records) {
    const { line, value } = record
    const own = lines.get(line) ?? { line, plots: 0, sum: 0, at: new Map<number, number>() }
    lines.set(line, own)
    own.plots++
    own.sum += value
    const at = [occasionOf.get(record.occasion)!]
    if (record.block !== null) at.push(occasionOf.size + blockOf.get(blockKey(record))!)
    for (const i of at) {
      own.at.set(i, (own.at.get(i) ?? 0) + 1)
      sums[i]! += value
      for (const j of at) counts.set(i, j, counts.get(i, j) + 1)
    }
  }
  return {
    plots: records.length,
    occasions: occasionOf.size,
    columns,
    lines: [...lines.values()],
    alike: alikeOf([...lines.values()]),
    counts,
    sums,
    squares: sum(records, r => r.value ** 2),
  }
}

/** The variance of plots over that of lines, and over that of blocks. */
interface Ratios {
  lines: number
  blocks: number
}

/** The equations of occasions and blocks once the lines are absorbed. */
function absorbed({ alike, counts, sums, columns, occasions }: Table, ratios: Ratios) {
  const left = counts.clone()
  const right = [...sums]
  for (let i = occasions; i < columns; i++) left.set(i, i, left.get(i, i) + ratios.blocks)
  let [logs, explained] = [0, 0]
  for (const { plots, sum: whole, squares, lines, at } of alike) {
    const weight = plots + ratios.lines
    logs += lines * Math.log(weight)
    explained += squares / weight
    for (const [i, n] of at) {
      right[i]! -= (n * whole) / weight
      for (const [j, m] of at) left.set(i, j, left.get(i, j) - (lines * n * m) / weight)
    }
  }
  const cholesky = new CholeskyDecomposition(left)
  const found = cholesky.solve(Matrix.columnVector(right)).to1DArray()
  const diagonal = cholesky.lowerTriangularMatrix.diagonal()
  return {
    cholesky,
    found,
    logs: logs + 2 * sum(diagonal, Math.log),
    explained: explained + sum(found, (value, i) => value * right[i]!),
  }
}

/** Minus twice the logarithm of the restricted likelihood, and the variance of plots at which it is least. */
function deviance(table: Table, ratios: Ratios): { deviance: number; variance: number } {
  const { logs, explained } = absorbed(table, ratios)
  const freedom = Math.max(1, table.plots - table.occasions)
  // Values that are all alike leave nothing to explain.
  const variance = Math.max(table.squares - explained, Number.EPSILON * (1 + table.squares)) / freedom
  return {
    variance,
    deviance:
      freedom * Math.log(variance) -
      table.lines.length * Math.log(ratios.lines) -
      (table.columns - table.occasions) * Math.log(ratios.blocks) +
      logs,
  }
}

function likeliest(table: Table, isAssumed: boolean): { ratios: Ratios; variance: number } {
  const hasBlocks = table.columns > table.occasions
  let at = { lines: isAssumed ? Math.log((1 - ASSUMED_SHARE) / ASSUMED_SHARE) : 0, blocks: 1 }
  const ratiosAt = ({ lines, blocks }: typeof at): Ratios => ({
    lines: Math.exp(lines),
    blocks: Math.exp(blocks),
  })
  const search = (key: keyof typeof at, half: number) => {
    const [from, to] = [Math.max(LEAST_LOG, at[key] - half), Math.min(MOST_LOG, at[key] + half)]
    const least = leastOf(from, to, log => deviance(table, ratiosAt({ ...at, [key]: log })).deviance)
    at = { ...at, [key]: least }
  }
  // One after the other, in ever smaller stretches: the two hardly depend on each other.
  for (const half of hasBlocks ? [14, 4, 2, 1] : [14, 1]) {
    if (!isAssumed) search('lines', half)
    if (hasBlocks) search('blocks', half)
  }
  const ratios = ratiosAt(at)
  return { ratios, variance: deviance(table, ratios).variance }
}

const GOLDEN = (Math.sqrt(5) - 1) / 2
const SHRUNK = 24

/** Where a function with one valley is least, by golden section. */
function leastOf(from: number, to: number, of: (at: number) => number): number {
  let [low, high] = [from, to]
  let [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)]
  let [fa, fb] = [of(a), of(b)]
  for (let i = 0; i < SHRUNK; i++) {
    if (fa < fb) {
      ;[high, b, fb] = [b, a, fa]
      a = high - GOLDEN * (high - low)
      fa = of(a)
    } else {
      ;[low, a, fa] = [a, b, fb]
      b = low + GOLDEN * (high - low)
      fb = of(b)
    }
  }
  return (low + high) / 2
}

/** Effects of lines with their standard errors, and the level of a usual occasion. */
function solved(table: Table, ratios: Ratios, variance: number) {
  const { cholesky, found } = absorbed(table, ratios)
  const inverse = cholesky.solve(Matrix.eye(table.columns))
  const effects = new Float64Array(table.lines.length)
  const doubts = new Float64Array(table.lines.length)
  table.lines.forEach(({ plots, sum: whole, at }, i) => {
    const weight = plots + ratios.lines
    let [expected, shared] = [0, 0]
    for (const [a, n] of at) {
      expected += n * found[a]!
      for (const [b, m] of at) shared += n * m * inverse.get(a, b)
    }
    effects[i] = (whole - expected) / weight
    doubts[i] = Math.sqrt(variance * (1 / weight + shared / weight ** 2))
  })
  return { effects, doubts, level: sum(found.slice(0, table.occasions)) / table.occasions }
}
