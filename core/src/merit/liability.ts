import { sum } from 'd3-array'
import { normalCdf, normalQuantile } from '../chance/distributions'

/**
 * A scale of steps taken for what it is: what lies behind it is measured in standard deviations, and the steps are cuts through it.
 */
export interface Liability {
  /** between each class and the next, where what is behind the scale is cut */
  cuts: number[]
  /** by class, the mean of what is behind it */
  scores: number[]
  /** how much of the differences behind the scale the steps let through, 0 to 1 */
  passed: number
}

const density = (z: number) => (Number.isFinite(z) ? Math.exp(-(z * z) / 2) / Math.sqrt(2 * Math.PI) : 0)

/**
 * The cuts of a scale, so that as many are in each class as were seen in it.
 *
 * @param counts by class
 * @returns null where all are of one class
 * @see Falconer & Mackay (1996), Introduction to Quantitative Genetics, ch. 18 (threshold characters); Snell (1964), Biometrics 20:592 (scores of ordered classes)
 */
export function liabilityOf(counts: number[]): Liability | null {
  const all = sum(counts)
  if (counts.filter(count => count > 0).length < 2) return null
  let below = 0
  const cuts = counts.slice(0, -1).map(count => {
    below += count
    return below <= 0 ? -Infinity : below >= all ? Infinity : normalQuantile(below / all)
  })
  const scores = counts.map((count, c) => {
    const [low, high] = [cuts[c - 1] ?? -Infinity, cuts[c] ?? Infinity]
    if (count) return ((density(low) - density(high)) * all) / count
    return Number.isFinite(low) ? low : high
  })
  return { cuts, scores, passed: sum(scores, (score, c) => (score ** 2 * counts[c]!) / all) }
}

/** Share of each class where what is behind the scale has a mean and a deviation. */
export function classShares({ cuts }: Liability, mean: number, deviation: number): number[] {
  const below = [0, ...cuts.map(cut => normalCdf((cut - mean) / deviation)), 1]
  return below.slice(1).map((share, c) => share - below[c]!)
}

/** The mean class, from 0, where what is behind the scale has a mean and a deviation. */
export const meanClass = (of: Liability, mean: number, deviation: number): number =>
  sum(classShares(of, mean, deviation), (share, c) => share * c)
