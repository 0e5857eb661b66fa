import { OutOfRange } from '../chance/estimate'
import type { Descent } from '../lineage/inbreeding'
import { descentOf } from '../lineage/inbreeding'
import type { Meiosis } from '../lineage/meiosis'
import { DIPLOID, descentRules } from '../lineage/meiosis'
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
  /** how they hand on what they have; absent: as diploids */
  meiosis?: Meiosis
  scores: MeritScore[]
  /** how many levels each fixed effect has */
  levels: number[]
  /** whether what a plant shows again and again beside what it hands on is told apart; it takes plants that were scored more than once */
  isRepeated?: boolean
}

/** A heritability with its 80 % interval. */
interface Heritability {
  estimate: number
  low: number
  high: number
}

/** What a heritability is usually like: as a normal one of this mean and deviation, before any score tells. */
interface Usual {
  mean: number
  deviation: number
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
  /** of what is handed on, of what a plant shows again and again beside it, and of a single score */
  variances: { additive: number; lasting: number; rest: number }
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
  plants: number
  /** plants with a column of their own for what they show again and again */
  lasting: number
  size: number
  records: number
  /** of the scores; by the ratio of variances, the inverse of the relationships; by another, what lasts */
  matrix: SymmetricMatrix
  right: Float64Array
  squares: number
  /** taken off all values, so that squares do not drown differences */
  level: number
  inbred: Float64Array
  /** relation of a plant with itself, by what it is inbred by */
  self: (inbreeding: number) => number
  /** the first column of each effect's levels that have one; -1 for what is nought */
  columnOf: (effect: number, level: number) => number
}

function equationsOf({
  pedigree,
  generations,
  least,
  meiosis = DIPLOID,
  scores,
  levels,
  isRepeated = false,
}: Scored): Equations {
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
  const scored = isRepeated ? lastingPlants(scores) : []
  const lastingOf = new Map(scored.map((plant, i) => [plant, fixed + plants + i]))
  const size = fixed + plants + scored.length
  const right = new Float64Array(size)
  const matrix = new SymmetricSum(size, scored.length ? 3 : 2)
  const level = scores.reduce((sum, score) => sum + score.value, 0) / scores.length
  let squares = 0
  for (const { plant, levels: at, value } of scores) {
    const columns = (levels.length ? at.map((one, effect) => columnOf(effect, one)) : [0]).filter(c => c >= 0)
    columns.push(fixed + plant)
    if (lastingOf.has(plant)) columns.push(lastingOf.get(plant)!)
    const off = value - level
    squares += off * off
    columns.forEach((column, i) => {
      right[column]! += off
      for (let e = 0; e <= i; e++) matrix.add(column, columns[e]!, 1)
    })
  }
  const descent = descentOf(pedigree, generations, least, meiosis)
  addRelations(matrix, pedigree, descent, fixed)
  for (const column of lastingOf.values()) matrix.add(column, column, 1, 2)
  return {
    fixed,
    plants,
    lasting: scored.length,
    size,
    records: scores.length,
    matrix: matrix.merged(),
    right,
    squares,
    level,
    inbred: descent.inbred,
    self: descentRules(meiosis).self,
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
      for (const [b, y] of parts.slice(0, i + 1)) matrix.add(a, b, weight * x * y, 1)
    })
  }
}

/** The plants that were scored, where one of them was more than once: else nothing tells what lasts from a single score. */
function lastingPlants(scores: MeritScore[]): number[] {
  const scored = new Set(scores.map(score => score.plant))
  return scored.size < scores.length ? [...scored] : []
}

/** Shares of the variance: what is handed on, and what lasts beside it. */
interface Shares {
  heritability: number
  lasting: number
}

/** The equations solved at some shares. */
interface Solved {
  factor: Factor
  found: Float64Array
  /** of the rest to what is handed on */
  ratio: number
  /** of a single score */
  variance: number
  /** minus twice the log of the restricted likelihood, but for what does not change */
  deviance: number
}

function solvedAt(equations: Equations, pattern: Pattern, { heritability, lasting }: Shares): Solved {
  const { plants, lasting: lastingOnes } = equations
  const rest = 1 - heritability - lasting
  const [ratio, ratioLasting] = [rest / heritability, rest / lasting]
  const factor = factored(equations.matrix, pattern, lastingOnes ? [ratio, ratioLasting] : [ratio])
  const found = factor.solve(equations.right)
  const freedom = Math.max(1, equations.records - (factor.rank - plants - lastingOnes))
  const explained = found.reduce((sum, x, i) => sum + x * equations.right[i]!, 0)
  const variance = Math.max(equations.squares - explained, Number.EPSILON * (1 + equations.squares)) / freedom
  return {
    factor,
    found,
    ratio,
    variance,
    deviance:
      freedom * Math.log(variance) -
      plants * Math.log(ratio) -
      (lastingOnes ? lastingOnes * Math.log(ratioLasting) : 0) +
      factor.logDeterminant,
  }
}

/**
 * Breeding values of all plants of a pedigree from the scores of some: fixed effects and values by Henderson's mixed-model equations
 * with the inverse of the relationships, inbreeding taken into account; the reliability of each from the inverse of the equations.
 *
 * @param given the heritability; absent: the likeliest, by restricted maximum likelihood, with the range where it falls by no more than an 80 % interval allows
 * @param usual what the likelihood is weighed with; absent: nothing, the scores alone tell
 * @throws {OutOfRange} without scores, for a heritability that is not between 0 and 1, and for values that are no numbers
 * @see Henderson (1975), Biometrics 31:423; Patterson & Thompson (1971), Biometrika 58:545; Mrode (2014), Linear Models for the Prediction of Animal Breeding Values, ch. 3
 */
export function breedingValues(scored: Scored, given?: number, usual?: Usual): Merit {
  if (!scored.scores.length) throw new OutOfRange('Give at least one score.')
  const wrong = scored.scores.find(({ value }) => !Number.isFinite(value))
  if (wrong) throw new OutOfRange(`A score is a number, not ${wrong.value}.`)
  if (given !== undefined && !(given > 0 && given < 1))
    throw new OutOfRange(`A heritability lies between 0 and 1, not at ${given}.`)
  const equations = equationsOf(scored)
  const pattern = patternOf(equations.matrix)
  const at = profile(equations, pattern)
  const heritability =
    given === undefined ? likeliest(at, usual) : { estimate: given, low: given, high: given }
  const shares = at(heritability.estimate)
  const { factor, found, ratio, variance } = solvedAt(equations, pattern, shares)
  const diagonal = factor.inverseDiagonal()
  const { fixed, inbred, self, level, columnOf, plants } = equations
  const value = (column: number) => (column < 0 ? 0 : found[column]!)
  return {
    fixed: scored.levels.length
      ? scored.levels.map((count, effect) =>
          Array.from({ length: count }, (_, l) => value(columnOf(effect, l)) + (effect ? 0 : level)),
        )
      : [[value(0) + level]],
    values: found.slice(fixed, fixed + plants),
    reliability: Float64Array.from(inbred, (f, plant) =>
      Math.min(1, Math.max(0, 1 - (ratio * diagonal[fixed + plant]!) / self(f))),
    ),
    heritability,
    variances: {
      additive: variance / ratio,
      lasting: equations.lasting
        ? (variance * shares.lasting) / (1 - shares.heritability - shares.lasting)
        : 0,
      rest: variance,
    },
  }
}

/** The likeliest share of what lasts at each heritability, with how likely both are; each is worked out once. */
function profile(
  equations: Equations,
  pattern: Pattern,
): (heritability: number) => Shares & { deviance: number } {
  const known = new Map<number, Shares & { deviance: number }>()
  return heritability => {
    const kept = known.get(heritability)
    if (kept) return kept
    const devianceAt = (lasting: number) => solvedAt(equations, pattern, { heritability, lasting }).deviance
    const most = 1 - heritability
    const lasting = equations.lasting
      ? lowest(LEAST_LASTING * most, (1 - LEAST_LASTING) * most, devianceAt, LASTING_STEPS)
      : 0
    const found = { heritability, lasting, deviance: devianceAt(lasting) }
    known.set(heritability, found)
    return found
  }
}

/** The likeliest heritability: the best of some that are tried, and then ever closer around it. */
function likeliest(profiled: (heritability: number) => { deviance: number }, usual?: Usual): Heritability {
  const at = (h: number) => profiled(h).deviance + (usual ? ((h - usual.mean) / usual.deviation) ** 2 : 0)
  const tried = [LEAST, ...Array.from({ length: 9 }, (_, i) => (i + 1) / 10), MOST]
  const best = tried.reduce((least, h) => (at(h) < at(least) ? h : least))
  const i = tried.indexOf(best)
  const estimate = lowest(tried[Math.max(0, i - 1)]!, tried[Math.min(tried.length - 1, i + 1)]!, at)
  const limit = at(estimate) + FALLS
  return { estimate, low: crossing(LEAST, estimate, limit, at), high: crossing(MOST, estimate, limit, at) }
}

const GOLDEN = (Math.sqrt(5) - 1) / 2
const STEPS = 18
/** What lasts takes at least that part of what is not handed on, and is looked for in so many steps. */
const [LEAST_LASTING, LASTING_STEPS] = [0.001, 9]

/** Where a function with one valley between two ends is lowest. */
function lowest(from: number, to: number, of: (x: number) => number, steps = STEPS): number {
  let [low, high] = [from, to]
  let [one, other] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)]
  for (let i = 0; i < steps; i++) {
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
