import type { Estimate, GuideRange } from '../chance/estimate'
import { checkRange, originOf } from '../chance/estimate'
import { normalQuantile } from '../chance/distributions'
import { shareFromGuide } from '../chance/rate'

/** What is thought of pollen of a kind before it is tested. */
export interface PollenPrior {
  /** share alive when it went into its tube, 80 % range */
  start: GuideRange
  /** days at the reference temperature in which half of it dies, 80 % range */
  halfLifeDays: GuideRange
  thawLoss: number
}

/** A test: so many of those looked at germinated or took the stain, when the pollen had aged so much. */
export interface PollenTest {
  alive: number
  seen: number
  agingDays: number
  thaws: number
}

/** Belief about one tube: weights on a grid of shares alive at the start and half-lives. */
export interface PollenBelief {
  starts: Float64Array
  halfLives: Float64Array
  /** row by row of starts; they sum to 1 */ weights: Float64Array
  thawLoss: number
  tests: number
}

const [STARTS, HALF_LIVES] = [40, 36]
/** How far the grid of half-lives reaches, in standard deviations of their logarithm. */
const REACH = 3.5
const BINS = 400

/** The grid of a prior with the logarithm of its density, up to a constant. */
interface Grid {
  starts: Float64Array
  halfLives: Float64Array
  logPrior: Float64Array
  thawLoss: number
}
const grids = new WeakMap<PollenPrior, Grid>()

/** The share alive at the start is a beta, the half-life a log-normal. */
function gridOf(prior: PollenPrior): Grid {
  const known = grids.get(prior)
  if (known) return known
  checkRange(prior.halfLifeDays, 1e-3)
  const { a, b } = shareFromGuide(prior.start)
  const [low, high] = [Math.log(prior.halfLifeDays.low), Math.log(prior.halfLifeDays.high)]
  const [mean, sd] = [(low + high) / 2, (high - low) / 2 / normalQuantile(0.9)]
  const starts = Float64Array.from({ length: STARTS }, (_, i) => (i + 0.5) / STARTS)
  const deviations = Float64Array.from(
    { length: HALF_LIVES },
    (_, j) => REACH * ((2 * (j + 0.5)) / HALF_LIVES - 1),
  )
  const logPrior = new Float64Array(STARTS * HALF_LIVES)
  for (const [i, start] of starts.entries())
    for (const [j, z] of deviations.entries())
      logPrior[i * HALF_LIVES + j] = (a - 1) * Math.log(start) + (b - 1) * Math.log(1 - start) - z ** 2 / 2
  const grid = {
    starts,
    halfLives: deviations.map(z => Math.exp(mean + sd * z)),
    logPrior,
    thawLoss: prior.thawLoss,
  }
  grids.set(prior, grid)
  return grid
}

/** What some tests say of each point of a prior's grid: the logarithm of their likelihood, by which several tests are added up. */
export interface TestSurface {
  log: Float64Array
  tests: number
}

/** A test of n finds binomially many alive. */
export function surfaceOf(prior: PollenPrior, tests: PollenTest[]): TestSurface {
  const { starts, halfLives, thawLoss } = gridOf(prior)
  const log = new Float64Array(STARTS * HALF_LIVES)
  for (const { alive, seen, agingDays, thaws } of tests) {
    const left = halfLives.map(days => 2 ** (-agingDays / days) * (1 - thawLoss) ** thaws)
    const logLeft = left.map(Math.log)
    for (let i = 0; i < STARTS; i++) {
      const [start, logStart] = [starts[i]!, Math.log(starts[i]!)]
      for (let j = 0; j < HALF_LIVES; j++)
        log[i * HALF_LIVES + j]! +=
          alive * (logStart + logLeft[j]!) + (seen - alive) * Math.log1p(-start * left[j]!)
    }
  }
  return { log, tests: tests.length }
}

/** What several sets of tests say together. */
export function joinedSurface(surfaces: TestSurface[]): TestSurface {
  if (surfaces.length === 1) return surfaces[0]!
  const log = new Float64Array(STARTS * HALF_LIVES)
  for (const { log: one } of surfaces) for (let k = 0; k < log.length; k++) log[k]! += one[k]!
  return { log, tests: surfaces.reduce((sum, s) => sum + s.tests, 0) }
}

/** What tests make of the prior, each set of them counted with its weight. */
export function believeSurfaces(
  prior: PollenPrior,
  surfaces: { surface: TestSurface; weight: number }[],
): PollenBelief {
  const { starts, halfLives, logPrior, thawLoss } = gridOf(prior)
  const weights = Float64Array.from(logPrior)
  for (const {
    surface: { log },
    weight,
  } of surfaces)
    for (let k = 0; k < weights.length; k++) weights[k]! += weight * log[k]!
  let most = -Infinity
  for (const log of weights) if (log > most) most = log
  let total = 0
  for (let k = 0; k < weights.length; k++) total += weights[k] = Math.exp(weights[k]! - most)
  for (let k = 0; k < weights.length; k++) weights[k]! /= total
  return {
    starts,
    halfLives,
    weights,
    thawLoss,
    tests: surfaces.reduce((sum, s) => sum + s.surface.tests, 0),
  }
}

/**
 * What tests make of the prior, on a grid.
 *
 * @param tests of this tube, or of others of its donor and kind; `weight` 1 counts it fully
 */
export const believe = (prior: PollenPrior, tests: (PollenTest & { weight?: number })[] = []): PollenBelief =>
  believeSurfaces(
    prior,
    tests.map(test => ({ surface: surfaceOf(prior, [test]), weight: test.weight ?? 1 })),
  )

/**
 * The share alive when it has aged so much: median and 80 % interval over the grid.
 *
 * @param agingDays since it went into its tube, in days at the reference temperature
 */
export function viabilityOf(
  { starts, halfLives, weights, thawLoss, tests }: PollenBelief,
  agingDays: number,
  thaws = 0,
): Estimate {
  const bins = new Float64Array(BINS)
  const left = Float64Array.from(halfLives, days => 2 ** (-agingDays / days) * (1 - thawLoss) ** thaws)
  for (let i = 0, k = 0; i < starts.length; i++) {
    const start = starts[i]! * BINS
    for (let j = 0; j < left.length; j++, k++) bins[(start * left[j]!) | 0]! += weights[k]!
  }
  return {
    median: quantile(bins, 0.5),
    low: quantile(bins, 0.1),
    high: quantile(bins, 0.9),
    origin: originOf(tests),
    records: tests,
  }
}

function quantile(bins: Float64Array, p: number): number {
  let below = 0
  for (let i = 0; i < bins.length; i++) {
    if (below + bins[i]! >= p) return (i + (bins[i]! ? (p - below) / bins[i]! : 0)) / bins.length
    below += bins[i]!
  }
  return 1
}
