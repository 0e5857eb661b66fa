import { sum } from 'd3-array'
import type { Counted, MeanBelief } from '../chance/count'
import { learnMean, meanEstimate, shapeOf } from '../chance/count'
import { betaQuantile } from '../chance/distributions'
import { estimateDuration } from '../chance/duration'
import type { Estimate, GuideRange } from '../chance/estimate'
import { originOf } from '../chance/estimate'
import type { ShareBelief, SharesInDoubt } from '../chance/rate'
import { afterTries, learnShare, quantileAmong } from '../chance/rate'
import { once } from '../once'
import type { Digest, PairCounts } from './digest'
import { summed } from './digest'
import type { CropGuide } from './guide'
import { daysToFlower } from './guide'

/** Belief about a share, with the number of tries recorded. */
export type Share = ShareBelief & { records: number }

/** Share of the offspring that is wanted, from the odds of the cross; one of several where the parents are in doubt. */
export type WantedShare = number | SharesInDoubt

/** What a cross of a crop should lead to, step by step. */
export interface CropYields {
  shares: Record<'take' | 'sound' | 'germination' | 'survival', Share> & {
    /** a number, or the ones it may be, where the odds of the cross say it */ keep: Share | WantedShare
  }
  seedsPerFruit: MeanBelief & { records: number; estimate: Estimate }
  /** shape of the gamma by which fruits differ in their seeds; the smaller, the more */
  perFruit: number
}

/** What is expected of a crop: the guide, brought up to date by the garden's own records. */
export interface CropKnowledge extends CropYields {
  days: Record<'toReceptive' | 'toTake' | 'toRipe' | 'toUp' | 'toFlower', Estimate>
}

/** A share as an estimate: median and 80 % interval. */
export function shareEstimate(share: Share | WantedShare): Estimate {
  if (typeof share === 'number') return { median: share, low: share, high: share, origin: 'odds', records: 0 }
  if (Array.isArray(share)) {
    const at = (p: number) => quantileAmong(share, p)
    return { median: at(0.5), low: at(0.1), high: at(0.9), origin: 'odds', records: 0 }
  }
  const { a, b, records } = share
  return {
    median: betaQuantile(0.5, a, b),
    low: betaQuantile(0.1, a, b),
    high: betaQuantile(0.9, a, b),
    origin: originOf(records),
    records,
  }
}

/** What was counted of the pools that a pair starts from, widest first: the rest of the crop, the rest of the seed parent, the pair. */
function poolsOf<T>(digest: Digest, pair: Pair | undefined, sumOf: (pairs: PairCounts[]) => T): T[] {
  if (!pair) return [sumOf(digest.pairs)]
  const ofSeedParent = (one: PairCounts) => one.seedParentId === pair.seedParentId
  const ofPair = (one: PairCounts) => ofSeedParent(one) && one.pollenParentId === pair.pollenParentId
  return [
    sumOf(digest.pairs.filter(one => !ofSeedParent(one))),
    sumOf(digest.pairs.filter(one => ofSeedParent(one) && !ofPair(one))),
    sumOf(digest.pairs.filter(ofPair)),
  ]
}

interface Pair {
  seedParentId: string
  pollenParentId: string | null
  /** absent or null: the crop's usual share of keepers */
  wantedShare?: WantedShare | null
}

/**
 * What crosses of a crop, or of one pair of it, should lead to. Every rate is pooled from the crop over the seed parent to the pair.
 *
 * @param guide the crop's guide
 * @param digest of all that the garden recorded of the crop
 * @param pair seed parent and pollen parent whose own records weigh most; absent: the crop at large
 */
export function cropYields(guide: CropGuide, digest: Digest, pair?: Pair): CropYields {
  if (!pair) return once(digest, 'yields', () => yieldsOf(guide, digest), [guide])
  const yields = yieldsOf(guide, digest, pair)
  const wanted = pair.wantedShare
  if (!Array.isArray(wanted))
    return { ...yields, shares: { ...yields.shares, keep: wanted ?? yields.shares.keep } }
  // What was judged of the pair tells which kind of family it is.
  const judged = poolsOf(digest, pair, pairs => summed(pairs.map(({ counts }) => counts.keep))).at(-1)!
  return { ...yields, shares: { ...yields.shares, keep: afterTries(wanted, judged) } }
}

function yieldsOf(guide: CropGuide, digest: Digest, pair?: Pair): CropYields {
  const share = (range: GuideRange, name: keyof PairCounts['counts']): Share => {
    const tallies = poolsOf(digest, pair, pairs => summed(pairs.map(({ counts }) => counts[name])))
    return { ...learnShare(range, tallies), records: sum(tallies, t => t.tries) }
  }
  const perFruit = once(digest, 'fruits differ', () => shapeOf(digest.pairs.map(fruitsOf)))
  const fruits = poolsOf(digest, pair, pairs => {
    const { successes, tries } = summed(pairs.map(({ counts }) => counts.seedsPerFruit))
    return { cases: tries, total: successes }
  })
  const seeds = learnMean(guide.ripening.seedsPerFruit, fruits, perFruit)
  const records = sum(fruits, pool => pool.cases)
  return {
    shares: {
      take: share(guide.take.rate, 'take'),
      sound: share(guide.ripening.sound, 'sound'),
      germination: share(guide.sowing.germination, 'germination'),
      survival: share(guide.sowing.survival, 'survival'),
      keep: share(guide.judging.keepShare, 'keep'),
    },
    seedsPerFruit: { ...seeds, records, estimate: meanEstimate(seeds, records) },
    perFruit,
  }
}

const fruitsOf = ({ counts: { seedsPerFruit }, packets }: PairCounts): Counted => ({
  cases: seedsPerFruit.tries,
  total: seedsPerFruit.successes,
  groups: packets.count,
  squares: packets.squares,
})

/** What is to be expected of a crop at large, its waits too. */
export function cropKnowledge(guide: CropGuide, digest: Digest): CropKnowledge {
  return {
    days: {
      toReceptive: estimateDuration(guide.receptive.daysAfterIsolation, digest.waits.toReceptive),
      toTake: estimateDuration(guide.take.daysAfterPollination, digest.waits.toTake),
      toRipe: estimateDuration(guide.ripening.daysAfterPollination, digest.waits.toRipe),
      toUp: estimateDuration(guide.sowing.daysToUp, digest.waits.toUp),
      toFlower: estimateDuration(daysToFlower(guide), digest.waits.toFlower),
    },
    ...cropYields(guide, digest),
  }
}
