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
export interface PollenTest { alive: number, seen: number, agingDays: number, thaws: number }

/** Belief about one tube: weights on a grid of shares alive at the start and half-lives. */
export interface PollenBelief { starts: Float64Array, halfLives: Float64Array, /** row by row of starts; they sum to 1 */ weights: Float64Array, thawLoss: number, tests: number }

const [STARTS, HALF_LIVES] = [60, 48]
/** How far the grid of half-lives reaches, in standard deviations of their logarithm. */
const REACH = 3.5
const BINS = 400

/**
 * What tests make of the prior, on a grid.
 *
 * The share alive at the start is a beta, the half-life a log-normal; a test of n finds binomially many alive. Tests of other
 * tubes can be given with less weight.
 *
 * @param tests of this tube, or of others of its donor and kind; `weight` 1 counts it fully
 */
export function believe(prior: PollenPrior, tests: (PollenTest & { weight?: number })[] = []): PollenBelief {
  checkRange(prior.halfLifeDays, 1e-3)
  const { a, b } = shareFromGuide(prior.start)
  const [low, high] = [Math.log(prior.halfLifeDays.low), Math.log(prior.halfLifeDays.high)]
  const [mean, sd] = [(low + high) / 2, (high - low) / 2 / normalQuantile(0.9)]
  const starts = Float64Array.from({ length: STARTS }, (_, i) => (i + 0.5) / STARTS)
  const deviations = Float64Array.from({ length: HALF_LIVES }, (_, j) => REACH * (2 * (j + 0.5) / HALF_LIVES - 1))
  const halfLives = deviations.map(z => Math.exp(mean + sd * z))
  const weights = new Float64Array(STARTS * HALF_LIVES)
  let most = -Infinity
  for (let i = 0; i < STARTS; i++) {
    const start = starts[i]!
    const ofStart = (a - 1) * Math.log(start) + (b - 1) * Math.log(1 - start)
    for (let j = 0; j < HALF_LIVES; j++) {
      let log = ofStart - deviations[j]! ** 2 / 2
      for (const { alive, seen, agingDays, thaws, weight = 1 } of tests) {
        const share = start * 2 ** (-agingDays / halfLives[j]!) * (1 - prior.thawLoss) ** thaws
        log += weight * (alive * Math.log(share) + (seen - alive) * Math.log1p(-share))
      }
      weights[i * HALF_LIVES + j] = log
      most = Math.max(most, log)
    }
  }
  let total = 0
  for (let k = 0; k < weights.length; k++) total += weights[k] = Math.exp(weights[k]! - most)
  for (let k = 0; k < weights.length; k++) weights[k]! /= total
  return { starts, halfLives, weights, thawLoss: prior.thawLoss, tests: tests.length }
}

/**
 * The share alive when it has aged so much: median and 80 % interval over the grid.
 *
 * @param agingDays since it went into its tube, in days at the reference temperature
 */
export function viabilityOf({ starts, halfLives, weights, thawLoss, tests }: PollenBelief, agingDays: number, thaws = 0): Estimate {
  const bins = new Float64Array(BINS)
  const left = Float64Array.from(halfLives, days => 2 ** (-agingDays / days) * (1 - thawLoss) ** thaws)
  for (let i = 0; i < starts.length; i++) {
    for (let j = 0; j < left.length; j++) bins[Math.min(BINS - 1, Math.floor(starts[i]! * left[j]! * BINS))]! += weights[i * left.length + j]!
  }
  return { median: quantile(bins, 0.5), low: quantile(bins, 0.1), high: quantile(bins, 0.9), origin: originOf(tests), records: tests }
}

function quantile(bins: Float64Array, p: number): number {
  let below = 0
  for (let i = 0; i < bins.length; i++) {
    if (below + bins[i]! >= p) return (i + (bins[i]! ? (p - below) / bins[i]! : 0)) / bins.length
    below += bins[i]!
  }
  return 1
}
