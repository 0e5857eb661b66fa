/** The distributions the estimates rest on, from a well-kept numerical library, under the names used here. */
import betaCdfBase from '@stdlib/stats-base-dists-beta-cdf'
import betaQuantileBase from '@stdlib/stats-base-dists-beta-quantile'
import chiSquareCdfBase from '@stdlib/stats-base-dists-chisquare-cdf'
import gammaQuantileBase from '@stdlib/stats-base-dists-gamma-quantile'
import normalCdfBase from '@stdlib/stats-base-dists-normal-cdf'
import normalQuantileBase from '@stdlib/stats-base-dists-normal-quantile'
import tCdfBase from '@stdlib/stats-base-dists-t-cdf'
import tQuantileBase from '@stdlib/stats-base-dists-t-quantile'

/** P(χ² with so many degrees of freedom ≤ x). */
export const chiSquareCdf = (x: number, freedom: number): number => chiSquareCdfBase(x, freedom)

/** x with P(Beta(a, b) ≤ x) = p. */
export const betaQuantile = (p: number, a: number, b: number): number => betaQuantileBase(p, a, b)

/** P(Beta(a, b) ≤ x). */
export const betaCdf = (x: number, a: number, b: number): number => betaCdfBase(x, a, b)

/** P(Binomial(tries, share) ≥ least), by the incomplete beta function, so that small tails and many tries are exact too. */
export function binomialUpperTail(least: number, tries: number, share: number): number {
  if (least <= 0) return 1
  if (least > tries || share <= 0) return 0
  return share >= 1 ? 1 : betaCdf(share, least, tries - least + 1)
}
/** P(at most `most` of `tries`) where the share is drawn from Beta(a, b). */
export function betaBinomialCdf(most: number, tries: number, a: number, b: number): number {
  if (most >= tries) return 1
  // From none up: each chance follows from the one before; in logs, as the first may be next to nothing.
  let log = 0
  for (let i = 0; i < tries; i++) log += Math.log((b + i) / (a + b + i))
  let sum = 0
  for (let k = 0; k <= most; k++) {
    sum += Math.exp(log)
    log += Math.log(((tries - k) * (a + k)) / ((k + 1) * (tries - k - 1 + b)))
  }
  return Math.min(1, sum)
}

/** P(Gamma(shape, rate) ≤ x). */
export const gammaCdf = (x: number, shape: number, rate: number): number =>
  chiSquareCdf(2 * rate * x, 2 * shape)

/** x with P(Gamma(shape, rate) ≤ x) = p. */
export const gammaQuantile = (p: number, shape: number, rate: number): number =>
  gammaQuantileBase(p, shape, rate)

/** P(N(0, 1) ≤ z). */
export const normalCdf = (z: number): number => normalCdfBase(z, 0, 1)

/** Steps of the table to each unit of z, and how far it reaches: beyond lie less than 1e-15. */
const [STEPS, REACH] = [512, 8]
let table: Float64Array | undefined

/** {@link normalCdf} from a table, right to 3e-7, for loops over hundreds of thousands of values. */
export function tabulatedCdf(z: number): number {
  table ??= Float64Array.from({ length: 2 * REACH * STEPS + 2 }, (_, i) => normalCdf(i / STEPS - REACH))
  if (!(z > -REACH)) return Number.isNaN(z) ? NaN : 0
  if (z >= REACH) return 1
  const at = (z + REACH) * STEPS
  const i = Math.floor(at)
  return table[i]! + (at - i) * (table[i + 1]! - table[i]!)
}
/** z with P(N(0, 1) ≤ z) = p. */
export const normalQuantile = (p: number): number => normalQuantileBase(p, 0, 1)

/** t with P(T ≤ t) = p for Student's t with the given degrees of freedom. */
export const tQuantile = (p: number, freedom: number): number => tQuantileBase(p, freedom)

/** P(T ≤ t) for Student's t with the given degrees of freedom. */
export const tCdf = (t: number, freedom: number): number => tCdfBase(t, freedom)
