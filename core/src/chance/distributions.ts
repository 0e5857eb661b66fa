/** The distributions the estimates rest on, from a well-kept numerical library, under the names used here. */
import betaQuantileBase from '@stdlib/stats-base-dists-beta-quantile'
import gammaQuantileBase from '@stdlib/stats-base-dists-gamma-quantile'
import normalCdfBase from '@stdlib/stats-base-dists-normal-cdf'
import normalQuantileBase from '@stdlib/stats-base-dists-normal-quantile'
import tQuantileBase from '@stdlib/stats-base-dists-t-quantile'

/** x with P(Beta(a, b) ≤ x) = p. */
export const betaQuantile = (p: number, a: number, b: number): number => betaQuantileBase(p, a, b)

/** x with P(Gamma(shape, rate) ≤ x) = p. */
export const gammaQuantile = (p: number, shape: number, rate: number): number => gammaQuantileBase(p, shape, rate)

/** P(N(0, 1) ≤ z). */
export const normalCdf = (z: number): number => normalCdfBase(z, 0, 1)

/** z with P(N(0, 1) ≤ z) = p. */
export const normalQuantile = (p: number): number => normalQuantileBase(p, 0, 1)

/** t with P(T ≤ t) = p for Student's t with the given degrees of freedom. */
export const tQuantile = (p: number, freedom: number): number => tQuantileBase(p, freedom)
