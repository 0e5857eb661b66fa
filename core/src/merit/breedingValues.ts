import { OutOfRange } from '../chance/estimate'
import type { Descent } from '../lineage/inbreeding'
import { descentOf } from '../lineage/inbreeding'
import type { Pedigree } from '../lineage/pedigree'
import { UNKNOWN } from '../lineage/pedigree'
import type { Factor, Pattern, SymmetricMatrix } from './sparse'
import { SymmetricSum, factored, patternOf } from './sparse'

/** One score of a plant, with the level of each fixed effect it was scored under. */
export interface MeritScore {
  /** its number in the pedigree */
  plant: number
  levels: number[]
  value: number
}

/** Scores and the pedigree behind them. */
export interface Scored {
  pedigree: Pedigree
  /** of the plants, as `generationsOf` gives them */
  generations: Int32Array
  /** what each plant is inbred by at least, by plant; absent: as the pedigree says */
  least?: Float64Array
  scores: MeritScore[]
  /** how many levels each fixed effect has */
  levels: number[]
}

/** A heritability with its 80 % interval. */
interface Heritability {
  estimate: number
  low: number
  high: number
}

/** What plants are worth as parents. */
export interface Merit {
  /** by effect and level: the first effect whole, or the mean where there is none; of the others the difference from their first level */
  fixed: number[][]
  /** by plant, as a difference from the founders */
  values: Float64Array
  /** by plant: how much of the differences between true values these tell, 0 to 1 */
  reliability: Float64Array
  heritability: Heritability
}

/** What a plant of its own brings is never quite nothing: the offspring of a pure line are that line but for as much. */
const LEAST_OWN = 1e-6
/** Between these a heritability is looked for. */
const [LEAST, MOST] = [0.001, 0.999]
/** How far twice the log of the likelihood falls at the ends of an 80 % interval. */
const FALLS = 1.2816 ** 2

/** The equations of scores and relations: everything that does not change with the heritability. */
interface Equations {
  fixed: number
  size: number
  records: number
  /** of the scores, and scaled by the ratio of the variances the inverse of the relationships */
  matrix: SymmetricMatrix
  right: Float64Array
  squares: number
  /** taken off all values, so that squares do not drown differences */
  level: number
  inbred: Float64Array
  /** the first column of each effect's levels that have one; -1 for what is nought */
  columnOf: (effect: number, level: number) => number
}

function equationsOf({ pedigree, generations, least, scores, levels }: Scored): Equations {
  const plants = pedigree.seed.length
  const starts: number[] = []
  let fixed = 0
  for (const [effect, count] of levels.entries()) {
    starts.push(fixed)
    fixed += effect ? count - 1 : count
  }
  if (!levels.length) fixed = 1
  const columnOf = (effect: number, level: number) =>
    effect === 0 ? level : level === 0 ? -1 : starts[effect]! + level - 1
  const size = fixed + plants
  const right = new Float64Array(size)
  const matrix = new SymmetricSum(size)
  const level = scores.reduce((sum, score) => sum + score.value, 0) / scores.length
  let squares = 0
  for (const { plant, levels: at, value } of scores) {
    const columns = (levels.length ? at.map((one, effect) => columnOf(effect, one)) : [0]).filter(c => c >= 0)
    columns.push(fixed + plant)
    const off = value - level
    squares += off * off
    columns.forEach((column, i) => {
      right[column]! += off
      for (let e = 0; e <= i; e++) matrix.add(column, columns[e]!, 1)
    })
  }
  const descent = descentOf(pedigree, generations, least)
  addRelations(matrix, pedigree, descent, fixed)
  return {
    fixed,
    size,
    records: scores.length,
    matrix: matrix.merged(),
    right,
    squares,
    level,
    inbred: descent.inbred,
    columnOf,
  }
}

/**
 * Adds the inverse of the relationships between all plants, as what each has beyond the mean of its parents makes it.
 *
 * @see Henderson (1976), Biometrics 32:69; Quaas (1976), Biometrics 32:949, for inbred parents
 */
function addRelations(
  matrix: SymmetricSum,
  { seed, pollen }: Pedigree,
  { own }: Descent,
  first: number,
): void {
  for (let plant = 0; plant < seed.length; plant++) {
    const [one, other] = [seed[plant]!, pollen[plant]!]
    const weight = 1 / Math.max(LEAST_OWN, own[plant]!)
    const parts: [number, number][] = [[first + plant, 1]]
    if (one !== UNKNOWN) parts.push([first + one, one === other ? -1 : -0.5])
    if (other !== UNKNOWN && other !== one) parts.push([first + other, -0.5])
    parts.forEach(([a, x], i) => {
      for (const [b, y] of parts.slice(0, i + 1)) matrix.add(a, b, 0, weight * x * y)
    })
  }
}

/** The equations solved at one heritability. */
interface Solved {
  factor: Factor
  found: Float64Array
  ratio: number
  /** minus twice the log of the restricted likelihood, but for what does not change */
  deviance: number
}

function solvedAt(equations: Equations, pattern: Pattern, heritability: number): Solved {
  const ratio = (1 - heritability) / heritability
  const factor = factored(equations.matrix, pattern, ratio)
  const found = factor.solve(equations.right)
  const plants = equations.size - equations.fixed
  const freedom = Math.max(1, equations.records - (factor.rank - plants))
  const explained = found.reduce((sum, x, i) => sum + x * equations.right[i]!, 0)
  const variance = Math.max(equations.squares - explained, Number.EPSILON * (1 + equations.squares)) / freedom
  return {
    factor,
    found,
    ratio,
    deviance: freedom * Math.log(variance) - plants * Math.log(ratio) + factor.logDeterminant,
  }
}

/**
 * Breeding values of all plants of a pedigree from the scores of some: fixed effects and values by Henderson's mixed-model equations
 * with the inverse of the relationships, inbreeding taken into account; the reliability of each from the inverse of the equations.
 *
 * @param given the heritability; absent: the likeliest, by restricted maximum likelihood, with the range where it falls by no more than an 80 % interval allows
 * @throws {OutOfRange} without scores, for a heritability that is not between 0 and 1, and for values that are no numbers
 * @see Henderson (1975), Biometrics 31:423; Patterson & Thompson (1971), Biometrika 58:545; Mrode (2014), Linear Models for the Prediction of Animal Breeding Values, ch. 3
 */
export function breedingValues(scored: Scored, given?: number): Merit {
  if (!scored.scores.length) throw new OutOfRange('Give at least one score.')
  const wrong = scored.scores.find(({ value }) => !Number.isFinite(value))
  if (wrong) throw new OutOfRange(`A score is a number, not ${wrong.value}.`)
  if (given !== undefined && !(given > 0 && given < 1))
    throw new OutOfRange(`A heritability lies between 0 and 1, not at ${given}.`)
  const equations = equationsOf(scored)
  const pattern = patternOf(equations.matrix)
  const heritability =
    given === undefined ? likeliest(equations, pattern) : { estimate: given, low: given, high: given }
  const { factor, found, ratio } = solvedAt(equations, pattern, heritability.estimate)
  const diagonal = factor.inverseDiagonal()
  const { fixed, inbred, level, columnOf } = equations
  const value = (column: number) => (column < 0 ? 0 : found[column]!)
  return {
    fixed: scored.levels.length
      ? scored.levels.map((count, effect) =>
          Array.from({ length: count }, (_, l) => value(columnOf(effect, l)) + (effect ? 0 : level)),
        )
      : [[value(0) + level]],
    values: found.slice(fixed),
    reliability: Float64Array.from(inbred, (f, plant) =>
      Math.min(1, Math.max(0, 1 - (ratio * diagonal[fixed + plant]!) / (1 + f))),
    ),
    heritability,
  }
}

/** The likeliest heritability: the best of some that are tried, and then ever closer around it. */
function likeliest(equations: Equations, pattern: Pattern): Heritability {
  const known = new Map<number, number>()
  const at = (h: number) => {
    const kept = known.get(h) ?? solvedAt(equations, pattern, h).deviance
    known.set(h, kept)
    return kept
  }
  const tried = [LEAST, ...Array.from({ length: 9 }, (_, i) => (i + 1) / 10), MOST]
  const best = tried.reduce((least, h) => (at(h) < at(least) ? h : least))
  const i = tried.indexOf(best)
  const estimate = lowest(tried[Math.max(0, i - 1)]!, tried[Math.min(tried.length - 1, i + 1)]!, at)
  const limit = at(estimate) + FALLS
  return { estimate, low: crossing(LEAST, estimate, limit, at), high: crossing(MOST, estimate, limit, at) }
}

const GOLDEN = (Math.sqrt(5) - 1) / 2
const STEPS = 22

/** Where a function with one valley between two ends is lowest. */
function lowest(from: number, to: number, of: (x: number) => number): number {
  let [low, high] = [from, to]
  let [one, other] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)]
  for (let i = 0; i < STEPS; i++) {
    if (of(one) <= of(other)) [high, other, one] = [other, one, other - GOLDEN * (other - low)]
    else [low, one, other] = [one, other, one + GOLDEN * (high - one)]
  }
  return [from, to, (low + high) / 2].reduce((least, x) => (of(x) < of(least) ? x : least))
}

/** Where, from the lowest point towards an end, a function comes to a limit; the end where it does not. */
function crossing(end: number, lowestAt: number, limit: number, of: (x: number) => number): number {
  if (of(end) <= limit) return end
  let [inside, outside] = [lowestAt, end]
  for (let i = 0; i < STEPS / 2; i++) {
    const middle = (inside + outside) / 2
    if (of(middle) <= limit) inside = middle
    else outside = middle
  }
  return (inside + outside) / 2
}
