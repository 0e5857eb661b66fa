import { betaQuantile } from '../chance/distributions'
import type { MeanBelief } from '../chance/count'
import { estimateCount, learnMean } from '../chance/count'
import type { DurationRecord } from '../chance/duration'
import { estimateDuration } from '../chance/duration'
import type { Estimate } from '../chance/estimate'
import { originOf } from '../chance/estimate'
import type { ShareBelief, Tally } from '../chance/rate'
import { learnShare } from '../chance/rate'
import type { Cross } from '../crosses/cross'
import type { Flower } from '../flowers/flower'
import type { Plant } from '../plants/plant'
import type { SeedLot } from '../seed/lot'
import type { Sowing } from '../seed/sowing'
import { daysBetween } from '../time/days'
import type { CropGuide } from './guide'

/** What the garden has recorded of one crop. */
export interface CropHistory { crosses: Cross[], flowers: Flower[], lots: SeedLot[], sowings: Sowing[], offspring: Plant[] }

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

/** A wait that ended at a look: it ended after the last look that said "not yet". */
function waited(start: string, looksBefore: string[], end: string): DurationRecord {
  const before = looksBefore.filter(day => day < end).map(day => daysBetween(start, day))
  return { from: Math.max(0, ...before), to: Math.max(daysBetween(start, end), 0.5) }
}

function receptiveRecord({ isolation, emasculatedOn, looks }: Flower): DurationRecord[] {
  const start = isolation?.on ?? emasculatedOn
  const ready = looks.find(l => l.look === 'ready')
  if (!start || !ready || ready.on < start) return []
  return [waited(start, looks.filter(l => l.look === 'notYet' && l.on >= start).map(l => l.on), ready.on)]
}

function takeRecord({ pollinations, takeLooks, takenOn, harvest }: Flower): DurationRecord[] {
  const pollinated = pollinations.at(-1)
  // Taken only because it was harvested: nobody looked, so nothing is known of the day.
  if (!pollinated || !takenOn || takenOn === harvest?.on) return []
  return [waited(pollinated.on, takeLooks, takenOn)]
}

function exact(start: string | undefined, end: string | null | undefined): DurationRecord[] {
  const days = start && end ? daysBetween(start, end) : 0
  return days > 0 ? [{ from: days, to: days }] : []
}

/** A flower's take counts once it is known. */
const takeKnown = (flower: Flower) => flower.takenOn !== null || flower.failed !== null

function takes(flowers: Flower[]): Tally {
  const known = flowers.filter(takeKnown)
  return { successes: known.filter(f => f.takenOn).length, tries: known.length }
}

const sum = (numbers: number[]) => numbers.reduce((total, n) => total + n, 0)

/** A tray counts for germination and survival when it has been emptied or given up: before, more may come up. */
const isFinished = (sowing: Sowing) => sowing.ended !== null || sowing.raised > 0

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
  const { flowers, lots, sowings, offspring } = history
  const ofSeedParent = (f: Flower) => f.seedParentId === pair?.seedParentId
  const ofPair = (f: Flower) => ofSeedParent(f) && f.pollenParentId === pair?.pollenParentId
  const takePools = pair
    ? [flowers.filter(f => !ofSeedParent(f)), flowers.filter(f => ofSeedParent(f) && !ofPair(f)), flowers.filter(ofPair)].map(takes)
    : [takes(flowers)]

  const share = (range: CropGuide['take']['rate'], pools: Tally[]): Share =>
    ({ ...learnShare(range, pools), records: sum(pools.map(p => p.tries)) })

  const finished = sowings.filter(isFinished)
  const judged = offspring.filter(p => p.verdict)
  const fruits = sum(lots.map(l => l.fruits))
  const seeds = sum(lots.map(l => l.seeds))
  return {
    days: {
      toReceptive: estimateDuration(guide.receptive.daysAfterIsolation, flowers.flatMap(receptiveRecord)),
      toTake: estimateDuration(guide.take.daysAfterPollination, flowers.flatMap(takeRecord)),
      toRipe: estimateDuration(guide.ripening.daysAfterPollination, flowers.flatMap(f => exact(f.pollinations.at(-1)?.on, f.harvest?.on))),
      toUp: estimateDuration(guide.sowing.daysToUp, sowings.flatMap((s) => {
        const first = s.looks.find(l => l.up > 0)
        return first ? [waited(s.sownOn, s.looks.filter(l => l.up === 0).map(l => l.on), first.on)] : []
      })),
    },
    shares: {
      take: share(guide.take.rate, takePools),
      sound: share(guide.ripening.sound, [{ successes: sum(lots.map(l => l.sound)), tries: sum(lots.map(l => l.sound + l.empty)) }]),
      germination: share(guide.sowing.germination, [{ successes: sum(finished.map(s => s.up)), tries: sum(finished.map(s => s.seeds)) }]),
      survival: share(guide.sowing.survival, [{ successes: sum(finished.map(s => s.up - s.lost)), tries: sum(finished.map(s => s.up)) }]),
      keep: share(guide.judging.keepShare, [{ successes: judged.filter(p => p.verdict!.verdict === 'keep').length, tries: judged.length }]),
    },
    seedsPerFruit: {
      ...learnMean(guide.ripening.seedsPerFruit, fruits, seeds),
      records: fruits,
      estimate: estimateCount(guide.ripening.seedsPerFruit, fruits, seeds),
    },
  }
}
