import { CholeskyDecomposition, Matrix } from 'ml-matrix'
import { group, max, sum } from 'd3-array'
import type { NormalBelief, Predictive } from './normalBelief'

/** What was seen of a unit (a plant) in a season. */
export interface CrossedRecord {
  unit: string
  season: number
  value: number
}

/** Parts of the whole variance: between units, between seasons that all units share, and the rest. */
interface Parts {
  units: number
  seasons: number
  rest: number
}

/**
 * What a case of a season is expected to be; `shared` is the part of its spread that all units of that season
 * have in common.
 */
export interface SeasonalPredictive extends Predictive {
  shared: number
}

/** The effects of units and seasons for one division of the variance, in units of its rest. */
interface Fit {
  parts: Parts
  weight: number
  /** belief about the whole variance: inverse gamma */
  shape: number
  scale: number
  /** estimates of the mean (as distance from the guide's) and of the seasons, and their covariance */
  effects: number[]
  covariance: Matrix
}

/** What is known of units and seasons that cross each other. */
export interface CrossedBelief {
  guide: NormalBelief
  seasons: ReadonlyMap<number, number>
  units: ReadonlyMap<string, Unit>
  fits: Fit[]
}

/** The cases of one unit: how many of each season, and their sum, as distances from the guide's mean. */
interface Unit {
  n: number
  sum: number
  seasons: { at: number; n: number }[]
}

/** All units with as many cases in the same seasons: they weigh alike, whatever the cases were. */
interface Alike extends Pick<Unit, 'n' | 'seasons'> {
  units: number
  /** of the units' sums */
  sum: number
  squares: number
}

/** All cases together: the sum of their squares, and of each season how many there were and their sum. */
interface Totals {
  squares: number
  n: number[]
  sums: number[]
}

/**
 * Shares of the variance that units, seasons and the rest are thought to have, and what that guess is worth
 * in cases: Dirichlet.
 */
const GUESS = { units: 1, seasons: 1, rest: 0.5 }
/** Ratios to the rest that are tried out for units and for seasons. */
const RATIOS = [1 / 32, 1 / 8, 0.35, 1, 2.8, 8, 22, 64]
/** Divisions that are so much less likely than the likeliest are left out. */
const NEGLIGIBLE = 1e-3

const GRID: Parts[] = RATIOS.flatMap(units =>
  RATIOS.map(seasons => {
    const rest = 1 / (1 + units + seasons)
    return { units: units * rest, seasons: seasons * rest, rest }
  }),
)

/** Density of a division, over the logs of its ratios. */
const logGuess = ({ units, seasons, rest }: Parts) =>
  GUESS.units * Math.log(units) + GUESS.seasons * Math.log(seasons) + GUESS.rest * Math.log(rest)

/**
 * Learns from cases of units in seasons: each case lies around a mean by the unit's effect, by that of the
 * season, which all units
 * feel, and by chance. How the variance divides among the three is weighed, not fixed.
 *
 * Units are absorbed, and those of the same seasons weigh alike: each division costs as many operations as there
 * are choices of seasons among the units, and the cube of the number of seasons.
 *
 * @param guide belief about the next case of a unit and a season that were never seen
 * @param grid divisions of the variance that are weighed
 * @see Searle, Casella & McCulloch (1992), Variance Components, ch. 7; Gelman et al. (2013), Bayesian Data
 *   Analysis, ch. 5
 */
export function learnCrossed(
  guide: NormalBelief,
  records: CrossedRecord[],
  grid: Parts[] = GRID,
): CrossedBelief {
  const seasons = new Map([...new Set(records.map(r => r.season))].map((season, at) => [season, at]))
  const units = new Map<string, Unit>()
  const totals: Totals = {
    squares: 0,
    n: Array<number>(seasons.size).fill(0),
    sums: Array<number>(seasons.size).fill(0),
  }
  for (const { unit, season, value } of records) {
    const own = units.get(unit) ?? { n: 0, sum: 0, seasons: [] }
    units.set(unit, own)
    const [off, at] = [value - guide.mean, seasons.get(season)!]
    own.n++
    own.sum += off
    const same = own.seasons.find(one => one.at === at)
    if (same) same.n++
    else own.seasons.push({ at, n: 1 })
    totals.squares += off ** 2
    totals.n[at]!++
    totals.sums[at]! += off
  }
  const alike = alikeAmong([...units.values()])
  const fits = grid.map(parts => fitWith(guide, alike, totals, parts))
  const most = max(fits, f => f.weight)!
  const weighed = fits
    .map(fit => ({ ...fit, weight: Math.exp(fit.weight - most) }))
    .filter(fit => fit.weight > NEGLIGIBLE)
  const whole = sum(weighed, f => f.weight)
  return {
    guide,
    seasons,
    units,
    fits: weighed.map(({ cholesky, ...fit }) => ({
      ...fit,
      weight: fit.weight / whole,
      covariance: cholesky.solve(Matrix.eye(1 + seasons.size)),
    })),
  }
}

const alikeAmong = (units: Unit[]): Alike[] =>
  Array.from(
    group(units, unit =>
      unit.seasons
        .map(({ at, n }) => `${at} ${n}`)
        .sort()
        .join(),
    ).values(),
    own => ({
      n: own[0]!.n,
      seasons: own[0]!.seasons,
      units: own.length,
      sum: sum(own, unit => unit.sum),
      squares: sum(own, unit => unit.sum ** 2),
    }),
  )

/** Effects, whole variance and log of the weight for one division of the variance; the matrix of their covariance. */
function fitWith(
  guide: NormalBelief,
  alike: Alike[],
  totals: Totals,
  parts: Parts,
): Omit<Fit, 'covariance'> & { cholesky: CholeskyDecomposition } {
  const [ofUnits, ofSeasons] = [parts.units / parts.rest, parts.seasons / parts.rest]
  const prior = [parts.rest * guide.weight, ...totals.n.map(() => 1 / ofSeasons)]
  const matrix = prior.map((precision, i) =>
    prior.map((_, j) => (i === j ? precision + (i && totals.n[i - 1]!) : 0)),
  )
  const right = [0, ...totals.sums]
  let [squares, logUnits, cases] = [totals.squares, 0, 0]
  for (const { units, n, sum: all, squares: ofSums, seasons } of alike) {
    const left = 1 / (1 + n * ofUnits)
    const drawn = ofUnits * left
    matrix[0]![0]! += units * n * left
    right[0]! += all * left
    for (const one of seasons) {
      matrix[0]![1 + one.at]! += units * one.n * left
      matrix[1 + one.at]![0]! += units * one.n * left
      right[1 + one.at]! -= drawn * one.n * all
      for (const other of seasons) matrix[1 + one.at]![1 + other.at]! -= drawn * units * one.n * other.n
    }
    squares -= drawn * ofSums
    logUnits -= units * Math.log(left)
    cases += units * n
  }
  const cholesky = new CholeskyDecomposition(new Matrix(matrix))
  const effects = cholesky.solve(Matrix.columnVector(right)).to1DArray()
  const explained = sum(effects, (effect, i) => effect * right[i]!)
  const shape = guide.shape + cases / 2
  const scale = guide.scale + Math.max(0, squares - explained) / (2 * parts.rest)
  const logMatrix = 2 * sum(cholesky.lowerTriangularMatrix.diagonal(), Math.log)
  const logCovariance = cases * Math.log(parts.rest) + logUnits + logMatrix - sum(prior, Math.log)
  return {
    parts,
    shape,
    scale,
    effects,
    cholesky,
    weight: logGuess(parts) - logCovariance / 2 - shape * Math.log(scale),
  }
}

/**
 * Mean and variance of the log of a gamma variable of rate 1, and the shape that has a variance: Stirling's
 * series, second order.
 */
const meanLog = (shape: number) => Math.log(shape) - 1 / (2 * shape) - 1 / (12 * shape ** 2)
const varianceLog = (shape: number) => 1 / shape + 1 / (2 * shape ** 2)
const shapeOf = (variance: number) => (1 + Math.sqrt(1 + 2 * variance)) / (2 * variance)

/** The likeliest division of the variance. */
export const likeliestParts = ({ fits }: CrossedBelief): Parts =>
  fits.reduce((best, fit) => (fit.weight > best.weight ? fit : best)).parts

/** By how much the cases of each season lie above the usual, whatever units they are of. */
export const seasonEffects = ({ seasons, fits }: CrossedBelief): ReadonlyMap<number, number> =>
  new Map(
    [...seasons].map(([season, at]) => [
      season,
      sum(fits, ({ weight, effects }) => weight * effects[1 + at]!),
    ]),
  )

/**
 * What the next case of a unit in a season is expected to be; either may be new.
 *
 * The mixture over the divisions of the variance is told as one t: the log of its variance has the mixture's
 * mean and spread.
 */
export function foretellCrossed(
  { guide, seasons, units, fits }: CrossedBelief,
  unit: string,
  season: number,
): SeasonalPredictive {
  const own = units.get(unit)
  const at = seasons.get(season)
  const told = fits.map(({ parts, weight, shape, scale, effects, covariance }) => {
    const ofUnits = parts.units / parts.rest
    const left = 1 / (1 + (own?.n ?? 0) * ofUnits)
    const drawn = ofUnits * left
    // The share of the mean and of each season that is left in the case once the unit's own cases are known.
    const loads = Array<number>(effects.length).fill(0)
    loads[0] = left
    for (const one of own?.seasons ?? []) loads[1 + one.at]! -= drawn * one.n
    if (at !== undefined) loads[1 + at]! += 1
    const doubt = sum(loads, (load, i) =>
      load ? load * sum(loads, (other, j) => (other ? other * covariance.get(i, j) : 0)) : 0,
    )
    const shared = parts.rest * (doubt + (at === undefined ? parts.seasons / parts.rest : 0))
    const whole = shared + parts.rest * (drawn + 1)
    const location = drawn * (own?.sum ?? 0) + sum(loads, (load, i) => load * effects[i]!)
    return { weight, shape, scale: scale * whole, location, shared: shared / whole }
  })
  const mean = (of: (one: (typeof told)[number]) => number) => sum(told, one => one.weight * of(one))
  const location = mean(one => one.location)
  const logOf = ({ shape, scale }: { shape: number; scale: number }) => Math.log(scale) - meanLog(shape)
  const log = mean(logOf)
  const shape = shapeOf(mean(one => varianceLog(one.shape) + (logOf(one) - log) ** 2))
  const variance = Math.exp(log + meanLog(shape)) / shape
  const spread = Math.sqrt(variance + mean(one => (one.location - location) ** 2))
  return {
    location: guide.mean + location,
    spread,
    freedom: 2 * shape,
    shared: spread * Math.sqrt(mean(one => one.shared)),
  }
}
