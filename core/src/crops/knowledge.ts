import { sum } from 'd3-array'
import type { MeanBelief } from '../chance/count'
import { estimateCount, learnMean } from '../chance/count'
import { betaQuantile } from '../chance/distributions'
import { estimateDuration } from '../chance/duration'
import type { Estimate } from '../chance/estimate'
import { originOf } from '../chance/estimate'
import type { ShareBelief, Tally } from '../chance/rate'
import { learnShare } from '../chance/rate'
import { once } from '../once'
import type { Digest } from './digest'
import type { CropGuide } from './guide'

/** Belief about a share, with the number of tries recorded. */
export type Share = ShareBelief & { records: number }

/** What a cross of a crop should lead to, step by step. */
export interface CropYields {
  shares: Record<'take' | 'sound' | 'germination' | 'survival', Share> & {
    /** a number where the odds of the cross say it exactly */ keep: Share | number
  }
  seedsPerFruit: MeanBelief & { records: number; estimate: Estimate }
}

/** What is expected of a crop: the guide, brought up to date by the garden's own records. */
export interface CropKnowledge extends CropYields {
  days: Record<'toReceptive' | 'toTake' | 'toRipe' | 'toUp', Estimate>
}

/** A share as an estimate: median and 80 % interval. */
export function shareEstimate(share: Share | number): Estimate {
  if (typeof share === 'number') return { median: share, low: share, high: share, origin: 'odds', records: 0 }
  const { a, b, records } = share
  return {
    median: betaQuantile(0.5, a, b),
    low: betaQuantile(0.1, a, b),
    high: betaQuantile(0.9, a, b),
    origin: originOf(records),
    records,
  }
}

/** The pools of take tallies, widest first: the rest of the crop, the rest of the seed parent, the pair. */
function takePools(takes: Digest['takes'], pair?: Pair): Tally[] {
  const total = (fits: (take: Digest['takes'][number]) => boolean): Tally => {
    const fitting = takes.filter(fits)
    return { successes: sum(fitting, t => t.successes), tries: sum(fitting, t => t.tries) }
  }
  const ofSeedParent = (t: Digest['takes'][number]) => t.seedParentId === pair?.seedParentId
  const ofPair = (t: Digest['takes'][number]) => ofSeedParent(t) && t.pollenParentId === pair?.pollenParentId
  return pair
    ? [total(t => !ofSeedParent(t)), total(t => ofSeedParent(t) && !ofPair(t)), total(ofPair)]
    : [total(() => true)]
}

interface Pair {
  seedParentId: string
  pollenParentId: string | null
  /** share of the offspring that is wanted, from the odds; absent or null: the crop's usual share of keepers */ wantedShare?:
    number | null
}

/**
 * What crosses of a crop, or of one pair of it, should lead to.
 *
 * Take rates are pooled from the crop over the seed parent to the pair; the others hold for the crop.
 *
 * @param guide the crop's guide
 * @param digest of all that the garden recorded of the crop
 * @param pair seed parent and pollen parent whose own records weigh most; absent: the crop at large
 */
export function cropYields(guide: CropGuide, digest: Digest, pair?: Pair): CropYields {
  const atLarge = once(digest, 'yields', () => yieldsAtLarge(guide, digest), [guide])
  if (!pair) return atLarge
  return {
    ...atLarge,
    shares: {
      ...atLarge.shares,
      take: learntShare(guide.take.rate, takePools(digest.takes, pair)),
      keep: pair.wantedShare ?? atLarge.shares.keep,
    },
  }
}

const learntShare = (range: CropGuide['take']['rate'], tallies: Tally[]): Share => ({
  ...learnShare(range, tallies),
  records: sum(tallies, t => t.tries),
})

function yieldsAtLarge(guide: CropGuide, digest: Digest): CropYields {
  const {
    sound,
    germination,
    survival,
    keep,
    seedsPerFruit: { successes: seeds, tries: fruits },
  } = digest.counts
  return {
    shares: {
      take: learntShare(guide.take.rate, takePools(digest.takes)),
      sound: learntShare(guide.ripening.sound, [sound]),
      germination: learntShare(guide.sowing.germination, [germination]),
      survival: learntShare(guide.sowing.survival, [survival]),
      keep: learntShare(guide.judging.keepShare, [keep]),
    },
    seedsPerFruit: {
      ...learnMean(guide.ripening.seedsPerFruit, fruits, seeds),
      records: fruits,
      estimate: estimateCount(guide.ripening.seedsPerFruit, fruits, seeds),
    },
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
    },
    ...cropYields(guide, digest),
  }
}
