import { once } from '../once'
import type { MeanBelief } from './count'
import type { KnownShare } from './rate'
import { quantileAmong } from './rate'
import type { Stream } from './stream'

/** A number that is known only so far is drawn from this many equally likely slices of what is believed of it. */
export const STRATA = 256

/** Steps of the grid on which a density is summed: some sixteen to each of its spreads. */
const GRID = 400

/**
 * The middle quantile of each of {@link STRATA} equally likely slices of a density that is summed on a grid: it needs no
 * special function, and 256 quantiles come in a fraction of a millisecond.
 *
 * @param logDensity up to a constant; smooth, and as good as nothing outside `from` and `to`
 */
function slices(logDensity: (x: number) => number, from: number, to: number): Float64Array {
  const at = (i: number) => from + ((to - from) * i) / GRID
  const logs = new Float64Array(GRID + 1)
  let highest = -Infinity
  for (let i = 0; i <= GRID; i++) highest = Math.max(highest, (logs[i] = logDensity(at(i))))
  const density = logs.map(log => Math.exp(log - highest))
  const below = new Float64Array(GRID + 1)
  for (let i = 1; i <= GRID; i++) below[i] = below[i - 1]! + (density[i - 1]! + density[i]!) / 2
  const total = below[GRID]!
  const middles = new Float64Array(STRATA)
  for (let stratum = 0, i = 1; stratum < STRATA; stratum++) {
    const target = ((stratum + 0.5) / STRATA) * total
    while (below[i]! < target) i++
    // Within a step the density goes from one end to the other in a straight line.
    const [left, rest] = [density[i - 1]!, target - below[i - 1]!]
    const root = Math.sqrt(Math.max(0, left * left + 2 * (density[i]! - left) * rest))
    middles[stratum] = at(i - 1 + (2 * rest) / (left + root))
  }
  return middles
}

const known = (value: number) => new Float64Array(STRATA).fill(value)

/** The slices of a share, summed over the angle whose squared sine it is: there its density is smooth; of a known one, itself. */
export const shareStrata = (share: KnownShare): Float64Array =>
  typeof share === 'number'
    ? known(share)
    : once(share, 'strata', () => {
        if (Array.isArray(share))
          return Float64Array.from({ length: STRATA }, (_, i) => quantileAmong(share, (i + 0.5) / STRATA))
        const { a, b } = share
        const mean = a / (a + b)
        const spread = Math.sqrt((mean * (1 - mean)) / (a + b + 1))
        const angle = (x: number) => Math.asin(Math.sqrt(Math.min(1, Math.max(0, x))))
        const logDensity = (at: number) => {
          const sine = Math.min(Math.max(Math.sin(at), 1e-12), 1 - 1e-16)
          return (2 * a - 1) * Math.log(sine) + (2 * b - 1) * Math.log(Math.sqrt(1 - sine * sine))
        }
        return slices(logDensity, angle(mean - 12 * spread), angle(mean + 12 * spread)).map(
          at => Math.sin(at) ** 2,
        )
      })

/** The slices of a mean count, summed over its logarithm. */
export const meanStrata = (mean: MeanBelief | number): Float64Array =>
  typeof mean === 'number'
    ? known(mean)
    : once(mean, 'strata', () => {
        const { shape, rate } = mean
        const middle = Math.log(shape / rate)
        const spread = Math.sqrt(1 / shape + 1 / (2 * shape * shape))
        // Towards nothing the density of the logarithm falls as slowly as the exponential of the shape.
        const [from, to] = [middle - 8 * spread - 10 / shape, middle + 8 * spread]
        return slices(log => shape * log - rate * Math.exp(log), from, to).map(Math.exp)
      })

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
