import { sum } from 'd3-array'
import { gammaQuantile, normalQuantile } from './distributions'
import type { Estimate, GuideRange } from './estimate'
import { checkRange, originOf } from './estimate'

/** Belief about a mean count: a gamma distribution. */
export interface MeanBelief {
  shape: number
  rate: number
}

/** What was counted of some cases, such as the seeds of fruits, in groups: only the total of a group is known. */
export interface Counted {
  cases: number
  total: number
  groups: number
  /** the sum of each group's total squared, by its cases */ squares: number
}

/** Without records fruits are taken to differ by half of their mean, as if so many groups had shown it. */
const [USUAL_SHAPE, USUAL_GROUPS] = [4, 4]
/** Cases that differ less than this are told apart from chance by no garden. */
const LARGEST_SHAPE = 1000

/**
 * By how much cases of one kind differ more than by chance: the shape of the gamma that their means follow, by moments, with what is
 * usual as if {@link USUAL_GROUPS} groups had shown it.
 *
 * Of a group of n the variance is n·μ + n·μ²/shape, so that the squares of the totals by their cases, less those of the whole, come
 * to μ + μ²/shape for each group but one.
 *
 * @param kinds each with a mean of its own
 * @see Clark & Perry (1989), Biometrics 45:309, for the estimate by moments
 */
export function shapeOf(kinds: Counted[]): number {
  let [freedom, excess] = [USUAL_GROUPS, USUAL_GROUPS / USUAL_SHAPE]
  for (const { cases, total, groups, squares } of kinds) {
    if (groups < 2 || !total) continue
    const mean = total / cases
    freedom += groups - 1
    excess += (squares - total * mean - (groups - 1) * mean) / mean ** 2
  }
  return excess > freedom / LARGEST_SHAPE ? freedom / excess : LARGEST_SHAPE
}

/** How much a pool above is trusted, in cases, when the one below starts from it. */
const POOL_WEIGHT = 12

/**
 * Belief about a mean count from the guide's range, the prior's 80 %, and the records of nested pools, widest first: the crop in this
 * garden, the seed parent, this pair. A record belongs to one pool only, the narrowest.
 *
 * @param shape by which the cases differ, see {@link shapeOf}: the more they do, the less each of them tells of the mean
 */
export function learnMean(
  guide: GuideRange,
  pools: Pick<Counted, 'cases' | 'total'>[],
  shape = Infinity,
): MeanBelief {
  checkRange(guide)
  const mean = (guide.low + guide.high) / 2
  const variance = ((guide.high - guide.low) / (2 * normalQuantile(0.9))) ** 2
  let belief = { shape: mean ** 2 / variance, rate: mean / variance }
  pools.forEach(({ cases, total }, level) => {
    const weight = 1 / (1 + (cases ? total / cases : mean) / shape)
    const kept = level ? Math.min(1, (POOL_WEIGHT * weight) / belief.rate) : 1
    belief = { shape: belief.shape * kept + total * weight, rate: belief.rate * kept + cases * weight }
  })
  return belief
}

/** A believed mean count as an estimate: median and 80 % interval. */
export const meanEstimate = ({ shape, rate }: MeanBelief, records: number): Estimate => ({
  median: gammaQuantile(0.5, shape, rate),
  low: gammaQuantile(0.1, shape, rate),
  high: gammaQuantile(0.9, shape, rate),
  origin: originOf(records),
  records,
})

/**
 * Mean count per case, such as seeds per fruit (gamma–Poisson).
 *
 * @param guide 80 % range of the mean, 0 ≤ low < high
 * @param pools cases that were counted and what they summed to, widest pool first
 * @param shape see {@link learnMean}
 * @throws {OutOfRange} if the range is no range
 */
export const estimateCount = (
  guide: GuideRange,
  pools: Pick<Counted, 'cases' | 'total'>[] = [],
  shape = Infinity,
): Estimate =>
  meanEstimate(
    learnMean(guide, pools, shape),
    sum(pools, pool => pool.cases),
  )
