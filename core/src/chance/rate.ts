import { bisect } from './bisect'
import { betaCdf } from './distributions'
import type { GuideRange } from './estimate'
import { checkRange } from './estimate'

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

/**
 * A share that is one of several, after so many successes of so many tries: those that do not go with them
 * weigh less.
 */
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

/** The same with at most so many shares: neighbours are put together, by their weight. None is above 1. */
export function condensed(shares: SharesInDoubt, most: number): SharesInDoubt {
  const bins = new Map<number, { weight: number; share: number }>()
  let below = 0
  for (const { weight, share } of [...shares].sort((one, other) => one.share - other.share)) {
    const bin = shares.length > most ? Math.min(most - 1, Math.floor((below + weight / 2) * most)) : bins.size
    const known = bins.get(bin) ?? { weight: 0, share: 0 }
    const whole = known.weight + weight
    bins.set(bin, { weight: whole, share: (known.weight * known.share + weight * share) / whole })
    below += weight
  }
  return [...bins.values()].map(bin => ({ ...bin, share: Math.min(1, bin.share) }))
}

/** The smallest of several shares with at least `p` of the weight at or below it. */
export function quantileAmong(shares: SharesInDoubt, p: number): number {
  const rising = [...shares].sort((one, other) => one.share - other.share)
  let below = 0
  return (rising.find(({ weight }) => (below += weight) >= p - 1e-9) ?? rising.at(-1)!).share
}

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
 * Records of one level of nested pools (the crop in this garden, the seed parent, this pair), each record in
 * the narrowest.
 */
export interface Level extends Tally {
  /** part of p·(1 − p) by which things of this level differ around the one above, see `spread.ts`; 0: they do not */
  between: number
}

/** A belief about the share of another thing of a kind that differ: the same mean, held less firmly. */
export function loosened({ a, b }: ShareBelief, between: number): ShareBelief {
  const weight = a + b
  const variance = 1 / (weight + 1)
  const loose = 1 / (variance + between * (1 - variance)) - 1
  return { a: (a / weight) * loose, b: (b / weight) * loose }
}

/** What a guide's range is taken to be made of, until records tell: how the variance of the next tray is shared out. */
const PARTS = { crop: 0.25, seedParents: 0.25, pairs: 0.2, units: 0.3 }

/** A guide's range, taken apart: with all of them put together again it is the range of the next tray or cross. */
export interface ShareParts {
  /** of the crop in this garden */
  crop: ShareBelief
  /** by how much seed parents, pairs of one, and trays or crosses of a pair differ, as parts of p·(1 − p) */
  seedParents: number
  pairs: number
  units: number
}

/** @param guide 80 % range of the share, inside (0, 1) @throws {OutOfRange} if it is not */
export function partsOf(guide: GuideRange): ShareParts {
  const { a, b } = shareFromGuide(guide)
  const whole = Math.log1p(1 / (a + b))
  const part = (of: keyof typeof PARTS) => -Math.expm1(-PARTS[of] * whole)
  const weight = 1 / part('crop') - 1
  return {
    crop: { a: (a / (a + b)) * weight, b: (b / (a + b)) * weight },
    seedParents: part('seedParents'),
    pairs: part('pairs'),
    units: part('units'),
  }
}

/**
 * Belief about a share after the records of nested pools, widest first. Each level starts from the one above
 * as loosely as its things
 * are known to differ: by how much is estimated, not fixed.
 *
 * @param before what is believed of the widest, see {@link partsOf}
 * @see Gelman et al. (2013), Bayesian Data Analysis, ch. 5 (hierarchical models)
 */
export const learnShare = (before: ShareBelief, levels: Level[]): ShareBelief =>
  levels.reduce((above, { successes, tries, between }) => {
    const { a, b } = between ? loosened(above, between) : above
    return { a: a + successes, b: b + tries - successes }
  }, before)
