import { gammaQuantile, normalQuantile } from './distributions'
import type { Estimate, GuideRange } from './estimate'
import { checkRange, originOf } from './estimate'

/** Belief about a mean count: a gamma distribution. */
export interface MeanBelief {
  shape: number
  rate: number
}

/** Belief about the mean count after `cases` cases that summed to `total`; the guide's range is the prior's 80 %. */
export function learnMean(guide: GuideRange, cases: number, total: number): MeanBelief {
  checkRange(guide)
  const mean = (guide.low + guide.high) / 2
  const variance = ((guide.high - guide.low) / (2 * normalQuantile(0.9))) ** 2
  return { shape: mean ** 2 / variance + total, rate: mean / variance + cases }
}

/**
 * Mean count per case, such as seeds per fruit (gamma–Poisson).
 *
 * @param guide 80 % range of the mean, 0 ≤ low < high
 * @param cases how many cases were counted
 * @param total what they summed to
 * @throws {OutOfRange} if the range is no range
 */
export function estimateCount(guide: GuideRange, cases = 0, total = 0): Estimate {
  const { shape, rate } = learnMean(guide, cases, total)
  return {
    median: gammaQuantile(0.5, shape, rate),
    low: gammaQuantile(0.1, shape, rate),
    high: gammaQuantile(0.9, shape, rate),
    origin: originOf(cases),
    records: cases,
  }
}
