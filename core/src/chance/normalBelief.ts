import { tCdf, tQuantile } from './distributions'
import type { GuideRange } from './estimate'

/** Belief about the mean and the spread of something that scatters normally: normal–inverse-gamma. */
export interface NormalBelief {
  mean: number
  weight: number
  shape: number
  scale: number
}

/** How many cases there were, their sum and the sum of their squares: enough to learn from, and to take some of them out again. */
export interface Moments {
  n: number
  sum: number
  squares: number
}

/** The moments of some cases, each counted so many times. */
export function momentsOf(cases: Iterable<{ value: number; times?: number }>): Moments {
  let [n, sum, squares] = [0, 0, 0]
  for (const { value, times = 1 } of cases) {
    n += times
    sum += times * value
    squares += times * value ** 2
  }
  return { n, sum, squares }
}

/** What the next case is expected to be: Student's t, moved and stretched. */
export interface Predictive {
  location: number
  spread: number
  freedom: number
}

/**
 * The belief whose next case lies in a range four times in five.
 *
 * @param range ends of the 80 % interval
 * @param weight how many cases the range is worth
 */
export function beliefFrom({ low, high }: GuideRange, weight: number): NormalBelief {
  const spread = (high - low) / (2 * tQuantile(0.9, weight))
  const shape = weight / 2
  return { mean: (low + high) / 2, weight, shape, scale: (spread ** 2 * shape * weight) / (weight + 1) }
}

/**
 * The belief after some cases.
 *
 * @see Gelman et al. (2013), Bayesian Data Analysis, section 3.3
 */
export function learnNormal(belief: NormalBelief, { n, sum, squares }: Moments): NormalBelief {
  if (n === 0) return belief
  const mean = sum / n
  const around = Math.max(0, squares - n * mean ** 2)
  const weight = belief.weight + n
  return {
    mean: (belief.weight * belief.mean + n * mean) / weight,
    weight,
    shape: belief.shape + n / 2,
    scale: belief.scale + around / 2 + (belief.weight * n * (mean - belief.mean) ** 2) / (2 * weight),
  }
}

/** What a belief expects of the next case. */
export const predictive = ({ mean, weight, shape, scale }: NormalBelief): Predictive => ({
  location: mean,
  spread: Math.sqrt((scale * (weight + 1)) / (shape * weight)),
  freedom: 2 * shape,
})

/** x with P(next case ≤ x) = p. */
export const quantileOf = ({ location, spread, freedom }: Predictive, p: number): number =>
  location + spread * tQuantile(p, freedom)

/** P(next case ≤ x). */
export const chanceBelow = ({ location, spread, freedom }: Predictive, x: number): number =>
  x === -Infinity ? 0 : tCdf((x - location) / spread, freedom)
