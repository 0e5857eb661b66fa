import type { MeanBelief } from '../chance/count'
import { learnMean, meanEstimate, meanPartsOf } from '../chance/count'
import { betaQuantile } from '../chance/distributions'
import { estimateDuration } from '../chance/duration'
import type { Estimate, GuideRange } from '../chance/estimate'
import { originOf } from '../chance/estimate'
import type { ShareBelief, SharesInDoubt } from '../chance/rate'
import { afterTries, learnShare, loosened, partsOf, quantileAmong } from '../chance/rate'
import { NO_TALLY } from '../chance/spread'
import { once } from '../once'
import type { Digest } from './digest'
import type { CropGuide } from './guide'
import { daysToFlower } from './guide'
import type { ShareName } from './pools'
import { countsOfPair, fruitPoolsOf, poolsOf } from './pools'

/** Belief about a share, with the number of tries recorded. */
export type Share = ShareBelief & { records: number }

/** Share of the offspring that is wanted, from the odds of the cross; one of several where the parents are in doubt. */
export type WantedShare = number | SharesInDoubt

/** What a cross of a crop should lead to, step by step. */
export interface CropYields {
  shares: Record<'take' | 'held' | 'sound' | 'germination' | 'survival' | 'reach', Share> & {
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

interface Pair {
  seedParentId: string
  pollenParentId: string | null
  /** absent or null: the crop's usual share of keepers */
  wantedShare?: WantedShare | null
}

/**
 * What crosses of a crop, or of one pair of it, should lead to. Every rate is pooled from the crop over the seed parent to the pair, and
 * is that of the next cross, packet or tray, which differ among themselves.
 *
 * @param guide the crop's guide
 * @param digest of all that the garden recorded of the crop
 * @param pair seed parent and pollen parent whose own records weigh most; absent: the crop at large
 */
export function cropYields(guide: CropGuide, digest: Digest, pair?: Pair): CropYields {
  if (!pair) return once(digest, 'yields', () => yieldsOf(guide, digest, NEW_PAIR), [guide])
  const yields = yieldsOf(guide, digest, pair)
  const wanted = pair.wantedShare
  if (!Array.isArray(wanted))
    return { ...yields, shares: { ...yields.shares, keep: wanted ?? yields.shares.keep } }
  // What was judged of the pair tells which kind of family it is.
  const judged = countsOfPair(digest, pair)?.counts.keep ?? NO_TALLY
  return { ...yields, shares: { ...yields.shares, keep: afterTries(wanted, judged) } }
}

/** Parents of which nothing was noted. */
const NEW_PAIR: Pair = { seedParentId: '-', pollenParentId: '-' }

function yieldsOf(guide: CropGuide, digest: Digest, pair: Pair): CropYields {
  const share = (range: GuideRange, name: ShareName): Share => {
    const parts = partsOf(range)
    const { units, levels, records } = poolsOf(digest, name, pair, parts)
    return { ...loosened(learnShare(parts.crop, levels), units), records }
  }
  const parts = meanPartsOf(guide.ripening.seedsPerFruit)
  const { levels, records, perFruit } = fruitPoolsOf(digest, pair, parts)
  const seeds = learnMean(parts.crop, levels, perFruit)
  return {
    shares: {
      take: share(guide.take.rate, 'take'),
      held: share(guide.ripening.held, 'held'),
      sound: share(guide.ripening.sound, 'sound'),
      germination: share(guide.sowing.germination, 'germination'),
      survival: share(guide.sowing.survival, 'survival'),
      reach: share(guide.judging.reach, 'reach'),
      keep: share(guide.judging.keepShare, 'keep'),
    },
    seedsPerFruit: { ...seeds, records, estimate: meanEstimate(seeds, records) },
    perFruit,
  }
}

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
