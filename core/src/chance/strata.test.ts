import { expect, it } from 'vitest'
import { betaQuantile, gammaQuantile } from './distributions'
import { STRATA, meanStrata, shareStrata } from './strata'

const middles = Array.from({ length: STRATA }, (_, i) => (i + 0.5) / STRATA)

it.each([
  [0.6, 0.9],
  [1, 1],
  [3, 40],
  [900, 250],
])('the slices of a share with beta(%d, %d) are its quantiles', (a, b) => {
  const strata = shareStrata({ a, b })
  middles.forEach((p, i) => expect(Math.abs(strata[i]! - betaQuantile(p, a, b))).toBeLessThan(0.002))
})

it.each([
  [0.7, 0.1],
  [1, 1],
  [4, 0.2],
  [2500, 80],
])('the slices of a mean with gamma(%d, %d) are its quantiles', (shape, rate) => {
  const strata = meanStrata({ shape, rate })
  middles.forEach((p, i) =>
    expect(Math.abs(strata[i]! / gammaQuantile(p, shape, rate) - 1)).toBeLessThan(0.005),
  )
})
