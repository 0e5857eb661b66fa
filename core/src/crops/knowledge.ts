import { sum } from 'd3-array'
import type { MeanBelief } from '../chance/count'
import { estimateCount, learnMean } from '../chance/count'
import { betaQuantile } from '../chance/distributions'
import { estimateDuration } from '../chance/duration'
import type { Estimate } from '../chance/estimate'
import { originOf } from '../chance/estimate'
import type { ShareBelief, Tally } from '../chance/rate'
import { learnShare } from '../chance/rate'
import type { Flower } from '../flowers/flower'
import type { CropGuide } from './guide'
import type { CropHistory } from './records'
import { counts, waits } from './records'

/** Belief about a share, with the number of tries recorded. */
export type Share = ShareBelief & { records: number }

/** What is expected of a crop: the guide, brought up to date by the garden's own records. */
export interface CropKnowledge {
  days: Record<'toReceptive' | 'toTake' | 'toRipe' | 'toUp', Estimate>
  shares: Record<'take' | 'sound' | 'germination' | 'survival' | 'keep', Share>
  seedsPerFruit: MeanBelief & { records: number, estimate: Estimate }
}

/** A share as an estimate: median and 80 % interval. */
export function shareEstimate({ a, b, records }: Share): Estimate {
  return { median: betaQuantile(0.5, a, b), low: betaQuantile(0.1, a, b), high: betaQuantile(0.9, a, b), origin: originOf(records), records }
}

const total = (tallies: Tally[]): Tally => ({ successes: sum(tallies, t => t.successes), tries: sum(tallies, t => t.tries) })

/**
 * What is to be expected of a crop, or of one pair of it.
 *
 * Take rates are pooled from the crop over the seed parent to the pair; the others hold for the crop.
 *
 * @param guide the crop's guide
 * @param history all that the garden recorded of the crop
 * @param pair seed parent and pollen parent whose own records weigh most; absent: the crop at large
 */
export function cropKnowledge(guide: CropGuide, history: CropHistory, pair?: { seedParentId: string, pollenParentId: string | null }): CropKnowledge {
  const ofSeedParent = (f: Flower) => f.seedParentId === pair?.seedParentId
  const ofPair = (f: Flower) => ofSeedParent(f) && f.pollenParentId === pair?.pollenParentId
  const pools = pair ? [(f: Flower) => !ofSeedParent(f), (f: Flower) => ofSeedParent(f) && !ofPair(f), ofPair] : [() => true]
  const takes = pools.map(fits => total(counts.take({ ...history, flowers: history.flowers.filter(fits) })))

  const days = (of: keyof typeof waits, range: CropGuide['take']['daysAfterPollination']) => estimateDuration(range, waits[of](history))
  const share = (range: CropGuide['take']['rate'], tallies: Tally[]): Share => ({ ...learnShare(range, tallies), records: sum(tallies, t => t.tries) })
  const counted = (of: keyof typeof counts) => total(counts[of](history))
  const { successes: seeds, tries: fruits } = counted('seedsPerFruit')
  return {
    days: {
      toReceptive: days('toReceptive', guide.receptive.daysAfterIsolation),
      toTake: days('toTake', guide.take.daysAfterPollination),
      toRipe: days('toRipe', guide.ripening.daysAfterPollination),
      toUp: days('toUp', guide.sowing.daysToUp),
    },
    shares: {
      take: share(guide.take.rate, takes),
      sound: share(guide.ripening.sound, [counted('sound')]),
      germination: share(guide.sowing.germination, [counted('germination')]),
      survival: share(guide.sowing.survival, [counted('survival')]),
      keep: share(guide.judging.keepShare, [counted('keep')]),
    },
    seedsPerFruit: {
      ...learnMean(guide.ripening.seedsPerFruit, fruits, seeds),
      records: fruits,
      estimate: estimateCount(guide.ripening.seedsPerFruit, fruits, seeds),
    },
  }
}
