import { bisect } from './bisect'
import { betaCdf, betaQuantile } from './distributions'
import type { Estimate, GuideRange } from './estimate'
import { checkRange, originOf } from './estimate'

/** Successes out of tries, for example flowers taken out of flowers looked at. */
export interface Tally {
  successes: number
  tries: number
}

/** Belief about a share: a beta distribution. */
export interface ShareBelief {
  a: number
  b: number
}

/** A share that is one of several, each with its weight, such as what a parent in doubt makes of it. */
export type SharesInDoubt = { weight: number; share: number }[]

/** What is known of a share: itself, what is believed of it, or the ones it may be. */
export type KnownShare = number | ShareBelief | SharesInDoubt

/** The mean of what is known of a share. */
export const meanShare = (share: KnownShare): number =>
  typeof share === 'number' ? share : Array.isArray(share) ? meanOf(share) : share.a / (share.a + share.b)

/** The mean of a share that is one of several. */
export const meanOf = (shares: SharesInDoubt): number =>
  shares.reduce((sum, { weight, share }) => sum + weight * share, 0)

/** How often a plant that is counted as one of a class is none, or the other way round. */
const MISTAKEN = 0.01

/** A share that is one of several, after so many successes of so many tries: those that do not go with them weigh less. */
export function afterTries(shares: SharesInDoubt, { successes, tries }: Tally): SharesInDoubt {
  if (!tries) return shares
  const logs = shares.map(({ weight, share }) => {
    const seen = MISTAKEN + (1 - 2 * MISTAKEN) * share
    return Math.log(weight) + successes * Math.log(seen) + (tries - successes) * Math.log(1 - seen)
  })
  const highest = Math.max(...logs)
  const total = logs.reduce((sum, log) => sum + Math.exp(log - highest), 0)
  return shares.map(({ share }, i) => ({ share, weight: Math.exp(logs[i]! - highest) / total }))
}

/** The smallest of several shares with at least `p` of the weight at or below it. */
export function quantileAmong(shares: SharesInDoubt, p: number): number {
  const rising = [...shares].sort((one, other) => one.share - other.share)
  let below = 0
  return (rising.find(({ weight }) => (below += weight) >= p - 1e-9) ?? rising.at(-1)!).share
}

/**
 * How much a level above is trusted, in records, when the one below starts from it: a seed parent may differ from its
 * crop, so a thousand flowers of the crop must not drown twenty of its own.
 */
const POOL_WEIGHT = 12

const fitted = new Map<string, ShareBelief>()

/**
 * The beta distribution whose 80 % interval is the guide's range.
 *
 * @param guide 0 < low < high < 1
 * @throws {OutOfRange} if the range is not inside (0, 1)
 */
export function shareFromGuide(guide: GuideRange): ShareBelief {
  checkRange(guide, 1e-6, 1 - 1e-6)
  const key = `${guide.low}–${guide.high}`
  const known = fitted.get(key)
  if (known) return known

  // The more weight, the narrower: bisect the weight, and inside it the mean that puts the upper end right.
  const meanFor = (weight: number) =>
    bisect(0, 1, mean => betaCdf(guide.high, mean * weight, (1 - mean) * weight) > 0.9)
  const weight = Math.exp(
    bisect(Math.log(0.5), Math.log(2000), logWeight => {
      const w = Math.exp(logWeight)
      const mean = meanFor(w)
      return betaCdf(guide.low, mean * w, (1 - mean) * w) > 0.1
    }),
  )
  const mean = meanFor(weight)
  const belief = { a: mean * weight, b: (1 - mean) * weight }
  fitted.set(key, belief)
  return belief
}

/**
 * Belief about a share after the records of nested pools, widest first: the crop in this garden, the seed parent,
 * this pair. A record belongs to one pool only, the narrowest. Each pool starts from the one above at a limited weight.
 */
export function learnShare(guide: GuideRange, pools: Tally[]): ShareBelief {
  let belief = shareFromGuide(guide)
  pools.forEach((pool, level) => {
    if (level > 0) {
      const weight = belief.a + belief.b
      const kept = Math.min(weight, POOL_WEIGHT)
      belief = { a: (belief.a / weight) * kept, b: (belief.b / weight) * kept }
    }
    belief = { a: belief.a + pool.successes, b: belief.b + pool.tries - pool.successes }
  })
  return belief
}

/**
 * A rate such as take, germination or survival, from the guide's range and the records of nested pools.
 *
 * @param guide 80 % range of the share, inside (0, 1)
 * @param pools successes and tries, widest pool first; each record in one pool
 * @returns share: median, 80 % interval, number of tries recorded
 */
export function estimateRate(guide: GuideRange, pools: Tally[] = []): Estimate {
  const { a, b } = learnShare(guide, pools)
  const records = pools.reduce((sum, pool) => sum + pool.tries, 0)
  return {
    median: betaQuantile(0.5, a, b),
    low: betaQuantile(0.1, a, b),
    high: betaQuantile(0.9, a, b),
    origin: originOf(records),
    records,
  }
}
