import { bisect } from './bisect'
import { gammaQuantile } from './distributions'
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

/** Shape of the gamma by which fruits differ where nothing was noted: by half of their mean. */
export const USUAL_SHAPE = 4
/** As if so many groups had shown it. */
const USUAL_GROUPS = 4
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

/** Cases of one level of nested pools, each in the narrowest. */
export interface CountLevel extends Pick<Counted, 'cases' | 'total'> {
  /** squared coefficient of variation by which the means of this level's things differ around the one above; 0: they do not */
  between: number
}

const fitted = new Map<string, MeanBelief>()

/** The gamma distribution whose 80 % interval is the guide's range, at both ends. */
export function meanFromGuide(guide: GuideRange): MeanBelief {
  checkRange(guide)
  const low = Math.max(guide.low, guide.high / 1000)
  const key = `${low}–${guide.high}`
  const known = fitted.get(key)
  if (known) return known
  // The larger the shape, the closer together the ends: bisect its logarithm.
  const shape = Math.exp(
    bisect(Math.log(0.05), Math.log(20_000), log => {
      const own = Math.exp(log)
      return gammaQuantile(0.9, own, 1) / gammaQuantile(0.1, own, 1) > guide.high / low
    }),
  )
  const belief = { shape, rate: gammaQuantile(0.9, shape, 1) / guide.high }
  fitted.set(key, belief)
  return belief
}

/** A belief about the mean of another thing of a kind that differ: the same mean, held less firmly. */
const loosenedMean = ({ shape, rate }: MeanBelief, between: number): MeanBelief => {
  const loose = 1 / (1 / shape + between * (1 + 1 / shape))
  return { shape: loose, rate: (rate * loose) / shape }
}

/** How much one case tells of the mean, beside one that differs by chance alone. */
export const worthOfCase = (mean: number, shape: number): number => 1 / (1 + mean / shape)

/** What a guide's range is taken to be made of, until records tell: how the variance of a pair's mean is shared out. */
const PARTS = { crop: 0.4, seedParents: 0.3, pairs: 0.3 }

/** A guide's range, taken apart: with all of them put together again it is the range of a pair's mean. */
export interface MeanParts {
  crop: MeanBelief
  /** squared coefficients of variation by which seed parents, and pairs of one, differ */
  seedParents: number
  pairs: number
}

/** @param guide 80 % range of the mean @throws {OutOfRange} if it is none */
export function meanPartsOf(guide: GuideRange): MeanParts {
  const { shape, rate } = meanFromGuide(guide)
  const part = (of: keyof typeof PARTS) => Math.expm1(PARTS[of] * Math.log1p(1 / shape))
  const own = 1 / part('crop')
  return {
    crop: { shape: own, rate: (rate * own) / shape },
    seedParents: part('seedParents'),
    pairs: part('pairs'),
  }
}

/**
 * Belief about a mean count from what is believed of the widest pool, see {@link meanPartsOf}, and the records of nested pools, widest first. Each level starts
 * from the one above as loosely as its things are known to differ.
 *
 * @param shape by which the cases differ, see {@link shapeOf}: the more they do, the less each of them tells of the mean
 * @see Gelman et al. (2013), Bayesian Data Analysis, ch. 5 (hierarchical models)
 */
export const learnMean = (before: MeanBelief, levels: CountLevel[], shape = Infinity): MeanBelief =>
  levels.reduce((above, { cases, total, between }) => {
    const belief = between ? loosenedMean(above, between) : above
    // By what is believed with them: a fruit without a seed is no witness for a mean of none.
    const worth = worthOfCase((belief.shape + total) / (belief.rate + cases), shape)
    return { shape: belief.shape + total * worth, rate: belief.rate + cases * worth }
  }, before)

/** A believed mean count as an estimate: median and 80 % interval. */
export const meanEstimate = ({ shape, rate }: MeanBelief, records: number): Estimate => ({
  median: gammaQuantile(0.5, shape, rate),
  low: gammaQuantile(0.1, shape, rate),
  high: gammaQuantile(0.9, shape, rate),
  origin: originOf(records),
  records,
})
