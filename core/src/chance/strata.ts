import { once } from '../once'
import { gammaQuantile } from './distributions'
import type { MeanBelief } from './count'
import type { ShareBelief } from './rate'
import type { Stream } from './stream'

/** A number that is known only so far is drawn from this many equally likely slices of what is believed of it. */
export const STRATA = 256

const GRID = 800

/**
 * The middle quantile of each of {@link STRATA} equally likely slices of a share.
 *
 * The density is summed on a grid of the angle whose squared sine is the share: it is smooth there and needs no special
 * function, and 256 quantiles come in a fraction of a millisecond.
 */
export const shareStrata = (share: ShareBelief): Float64Array =>
  once(share, 'strata', () => strataOfShare(share))

function strataOfShare({ a, b }: ShareBelief): Float64Array {
  const mean = a / (a + b)
  const spread = Math.sqrt((mean * (1 - mean)) / (a + b + 1))
  const angle = (share: number) => Math.asin(Math.sqrt(Math.min(1, Math.max(0, share))))
  const [from, to] = [angle(mean - 12 * spread), angle(mean + 12 * spread)]
  const at = (i: number) => from + ((to - from) * i) / GRID
  const logDensity = (i: number) => {
    const sine = Math.min(Math.max(Math.sin(at(i)), 1e-12), 1 - 1e-16)
    return (2 * a - 1) * Math.log(sine) + (2 * b - 1) * Math.log(Math.sqrt(1 - sine * sine))
  }
  const logs = Array.from({ length: GRID + 1 }, (_, i) => logDensity(i))
  const highest = Math.max(...logs)
  const below = [0]
  for (let i = 1; i <= GRID; i++)
    below.push(below[i - 1]! + Math.exp(logs[i - 1]! - highest) + Math.exp(logs[i]! - highest))
  const total = below[GRID]!
  let i = 1
  return Float64Array.from({ length: STRATA }, (_, stratum) => {
    const target = ((stratum + 0.5) / STRATA) * total
    while (below[i]! < target) i++
    return Math.sin(at(i - 1 + (target - below[i - 1]!) / (below[i]! - below[i - 1]!))) ** 2
  })
}

/** The same of a mean count. */
export const meanStrata = (mean: MeanBelief): Float64Array =>
  once(mean, 'strata', () =>
    Float64Array.from({ length: STRATA }, (_, stratum) =>
      gammaQuantile((stratum + 0.5) / STRATA, mean.shape, mean.rate),
    ),
  )

/** The slices in a random order. @see McKay, Beckman & Conover (1979), Technometrics 21:239 (Latin hypercube) */
export function shuffled(strata: Float64Array, { uniform }: Stream): Float64Array {
  const order = Float64Array.from(strata)
  for (let i = order.length - 1; i > 0; i--) {
    const j = Math.floor(uniform() * (i + 1))
    const held = order[i]!
    order[i] = order[j]!
    order[j] = held
  }
  return order
}
