import { sum } from 'd3-array'
import { betaBinomialCdf, gammaCdf, gammaQuantile } from '../chance/distributions'
import { meanShare } from '../chance/rate'
import { wilsonInterval } from '../chance/wilson'
import type { Estimate } from '../chance/estimate'
import type { CropYields } from '../crops/knowledge'
import { shareEstimate } from '../crops/knowledge'
import type { CountedQuantity } from '../crops/quantities'
import { expectedOf } from '../crops/expected'
import type { Flower } from '../flowers/flower'
import { failedUnder, lostUnder, reachedUnder, takenUnder } from '../flowers/units'
import type { Judged } from '../crops/records'
import type { SeedLot } from '../seed/lot'
import type { Sowing } from '../seed/sowing'
import type { Spread, Station, Standing } from './course'
import { STATIONS, expectedCourse, keepersOf, nothing } from './course'
import type { Cross } from './cross'

/** What left the stem at a station, with the reasons, the commonest first. */
interface Loss {
  count: number
  reasons: { reason: string; count: number }[]
}

/** The step into a station: what was counted, or while nothing is counted what is expected. */
interface StemRate {
  /** what of the crop it is */
  of: CountedQuantity
  /** share with its 80 % interval; for seeds the mean per fruit */
  value: Estimate
  /** what was expected of it when the cross was planned */
  expected: Estimate
  /** counted on this cross; else what is expected of it */
  isCounted: boolean
}

/** One station of the stem. */
export interface StemStage {
  stage: Station
  count: number
  plan: Spread
  rate: StemRate | null
  /** left for good */
  loss: Loss
  lossWords: string
  /** not gone on yet: seed in the packet, seedlings in the tray */
  waiting: number
  waitingWords: string
}

/** A cross from flowers to keepers, planned against real. */
export interface Stem {
  stages: StemStage[]
  /** what stands at the stations now */
  standing: Standing
  outlook: {
    /** chance of the wanted keepers from what is there now */
    chance: number
    wanted: number
    /** how sure the plan is to be */
    confidence: number
    /** flowers that bring the chance there; null when hundreds would not do */
    moreFlowers: number | null
  }
  /** the station before which the largest share was lost against plan */
  worst: Station | null
}

/** How many flowers the plan should grow by; 0 when those planned and not yet pollinated are enough, or hundreds would not do. */
export const flowersToPlan = (
  { stages, outlook: { moreFlowers } }: Pick<Stem, 'stages' | 'outlook'>,
  { flowersPlanned }: Pick<Cross, 'flowersPlanned'>,
): number => (moreFlowers ? Math.max(0, stages[0]!.count + moreFlowers - flowersPlanned) : 0)

/** Everything that belongs to one cross. */
export interface CrossStory {
  cross: Cross
  flowers: Flower[]
  lots: SeedLot[]
  sowings: Sowing[]
  offspring: Judged[]
}

function tally(reasons: { reason: string; count: number }[]): Loss {
  const counts = new Map<string, number>()
  for (const { reason, count } of reasons) counts.set(reason, (counts.get(reason) ?? 0) + count)
  return {
    count: sum(reasons.map(r => r.count)),
    reasons: [...counts].map(([reason, count]) => ({ reason, count })).sort((a, b) => b.count - a.count),
  }
}

const one = (end: { reason: string }) => ({ reason: end.reason, count: 1 })

/** A counted share with its 80 % interval; null while nothing was counted. */
const shareOf = (successes: number, tries: number): Estimate | null =>
  tries
    ? {
        median: successes / tries,
        ...wilsonInterval(successes, tries),
        origin: 'records',
        records: tries,
      }
    : null

/**
 * The stem of a cross.
 *
 * @param story all that belongs to the cross
 * @param before what was expected when it was planned: knowledge without this cross's own records
 * @param now what is expected today, its own records included
 */
export function stemOf(story: CrossStory, before: CropYields, now: CropYields): Stem {
  const { cross, flowers, lots, sowings, offspring } = story
  const pollinated = flowers.filter(f => f.pollinations.length)
  const taken = pollinated.filter(f => f.takenOn)
  const lostBefore = pollinated.filter(f => f.lost && !f.takenOn && !f.failed)
  const lostAfter = taken.filter(f => f.lost)
  const judged = offspring.filter(p => p.verdict)
  const verdicts = (verdict: string) => judged.filter(p => p.verdict!.verdict === verdict)
  const unjudgedLost = offspring.filter(p => p.lost && !p.verdict)

  const seeds = sum(lots.map(l => l.seeds - l.empty))
  const sown = sum(sowings.map(s => s.seeds))
  const up = sum(sowings.map(s => s.up))
  const finished = sowings.filter(s => s.ended || s.raised)
  const notUp = sum(finished.map(s => s.seeds - s.up))

  const potted = offspring.length - judged.length - unjudgedLost.length
  const fruits = sum(lots.map(l => l.fruits))
  const counts: Record<Station, number> = {
    pollinated: sum(pollinated, reachedUnder),
    taken: sum(taken, takenUnder),
    seeds,
    sown,
    up,
    judged: judged.length,
    kept: verdicts('keep').length,
  }
  const waiting: Standing = {
    ...nothing,
    pollinated:
      counts.pollinated - counts.taken - sum(pollinated, failedUnder) - sum(lostBefore, reachedUnder),
    taken: sum(
      taken.filter(f => !f.harvest && !f.lost),
      takenUnder,
    ),
    seeds: sum(lots.map(l => l.left)),
    sown: sum(sowings.map(s => s.seeds - s.up)) - notUp,
    up: sum(sowings.map(s => s.standing)) + potted,
    potted,
    judged: verdicts('watch').length,
  }
  const losses: Record<Station, { loss: Loss; words: string }> = {
    pollinated: { loss: tally([]), words: '' },
    taken: {
      loss: tally([
        ...pollinated
          .filter(failedUnder)
          .map(f => ({ reason: f.failed?.reason ?? 'did not take', count: failedUnder(f) })),
        ...lostBefore.map(f => ({ reason: f.lost!.reason, count: reachedUnder(f) })),
      ]),
      words: 'did not take',
    },
    seeds: {
      loss: tally([
        ...lostAfter.map(f => ({ reason: f.lost!.reason, count: takenUnder(f) })),
        ...lots.filter(l => l.empty).map(l => ({ reason: 'empty seed', count: l.empty })),
      ]),
      words: 'empty or lost',
    },
    sown: { loss: tally([]), words: '' },
    up: { loss: tally(notUp ? [{ reason: 'never came up', count: notUp }] : []), words: 'not up' },
    judged: {
      loss: tally([...sowings.flatMap(s => s.losses), ...unjudgedLost.map(p => one(p.lost!))]),
      words: 'lost',
    },
    kept: { loss: tally(verdicts('discard').map(p => one(p.verdict!))), words: 'discarded' },
  }
  const waitingWords: Record<Station, string> = {
    pollinated: 'not looked at yet',
    taken: 'fruit on the plant',
    seeds: 'in the packet',
    sown: 'may still come up',
    up: 'not judged yet',
    judged: 'watched',
    kept: '',
  }
  /** chance of so few as were counted, or fewer, by what was expected */
  const unluck = new Map<CountedQuantity, number>()
  const rate = (of: CountedQuantity, counted: Estimate | null): StemRate => {
    const expected = of === 'seedsPerFruit' ? soundPerFruit(before) : expectedOf[of](before)
    return { of, expected, value: counted ?? expected, isCounted: counted !== null }
  }
  const share = (of: keyof typeof before.shares, successes: number, tries: number) => {
    const believed = before.shares[of]
    if (tries && of !== 'keep' && typeof believed === 'object' && 'a' in believed)
      unluck.set(of, betaBinomialCdf(successes, tries, believed.a, believed.b))
    return rate(of, shareOf(successes, tries))
  }
  const cameUp = sum(finished.map(s => s.up))
  const seedsCounted = sum(lots.map(l => l.seeds - l.empty))
  if (fruits) unluck.set('seedsPerFruit', chanceOfFewer(seedsCounted / fruits, fruits, before))
  const rates: Record<Station, StemRate | null> = {
    pollinated: null,
    taken: share('take', counts.taken, counts.taken + sum(pollinated, f => failedUnder(f) + lostUnder(f))),
    seeds: rate('seedsPerFruit', fruits ? meanPerFruit(seedsCounted, fruits, now.perFruit) : null),
    // How much of the seed is sown is a choice, not a rate.
    sown: null,
    up: share('germination', cameUp, sum(finished.map(s => s.seeds))),
    judged: share('survival', sum(finished.map(s => s.up - s.lost)), cameUp),
    kept: share('keep', counts.kept, counts.kept + verdicts('discard').length),
  }
  const keepers = keepersOf(now)
  const plan = expectedCourse(cross.flowersPlanned, before)
  const inHand: Standing = { ...waiting, kept: counts.kept }
  return {
    stages: STATIONS.map(stage => ({
      stage,
      count: counts[stage],
      plan: plan[stage],
      rate: rates[stage],
      loss: losses[stage].loss,
      lossWords: losses[stage].words,
      waiting: waiting[stage],
      waitingWords: waitingWords[stage],
    })),
    standing: inHand,
    outlook: {
      wanted: cross.keepersWanted,
      chance: keepers.chance(inHand, cross.keepersWanted),
      confidence: cross.confidence,
      moreFlowers: keepers.moreFlowers(inHand, cross.keepersWanted, cross.confidence),
    },
    worst: worstStage(rates, unluck),
  }
}

/** Flowers beyond which nobody goes to make up for weak pollen. */
const MOST_FLOWERS = 400

/** Chances of the wanted keepers from what stands at a stem, with as many flowers more, if its pair brings something else than was thought. */
export function chancesWith({ standing: inHand, outlook: { wanted } }: Stem, yields: CropYields) {
  const keepers = keepersOf(yields)
  const after = (flowers: number) =>
    keepers.chance({ ...inHand, pollinated: inHand.pollinated + flowers }, wanted)
  return {
    after,
    /** flowers beyond `first` that bring the chance to `chance`; null where hundreds do not */
    flowersFor(chance: number, first: number): number | null {
      if (after(first) >= chance) return 0
      let [low, high] = [first, Math.max(first * 2, first + 1)]
      while (after(high) < chance) {
        if (high > MOST_FLOWERS) return null
        ;[low, high] = [high, high * 2]
      }
      while (high - low > 1) {
        const middle = Math.floor((low + high) / 2)
        if (after(middle) >= chance) high = middle
        else low = middle
      }
      return high - first
    },
  }
}

/**
 * Mean seeds per fruit that went into packets; its interval is that of a count of fruits that differ as the garden's do. A gamma with half
 * a seed more than was counted: no seed in some fruits does not make it certain that there is none in the next.
 */
function meanPerFruit(seeds: number, fruits: number, perFruit: number): Estimate {
  const half = (seeds + 0.5) / fruits
  const shape = 1 / ((1 / half + 1 / perFruit) / fruits)
  return {
    median: seeds / fruits,
    low: seeds ? gammaQuantile(0.1, shape, shape / half) : 0,
    high: gammaQuantile(0.9, shape, shape / half),
    origin: 'records',
    records: fruits,
  }
}

/** Chance of so few seeds per fruit in the packet, or fewer, in so many fruits, by what was expected: its doubt, fruits that differ, luck. */
function chanceOfFewer(perFruitCounted: number, fruits: number, expected: CropYields): number {
  const { seedsPerFruit, perFruit, shares } = expected
  const sound = meanShare(shares.sound)
  const mean = (seedsPerFruit.shape / seedsPerFruit.rate) * sound
  const variation =
    1 / seedsPerFruit.shape +
    (1 - sound) / sound / (shares.sound.a + shares.sound.b + 1) +
    (1 / mean + 1 / perFruit) / fruits
  return gammaCdf(perFruitCounted, 1 / variation, 1 / variation / mean)
}

/** Seeds expected in the packet for each fruit: less the share that is usually found to be empty. */
function soundPerFruit({ seedsPerFruit: { estimate }, shares }: CropYields): Estimate {
  const sound = shareEstimate(shares.sound).median
  return {
    ...estimate,
    median: estimate.median * sound,
    low: estimate.low * sound,
    high: estimate.high * sound,
  }
}

/** With five stations that may be unlucky, this raises a false alarm in about one cross of ten. */
const ALARM = 0.02

/** Where the counted rate falls furthest below the one expected, if that is seldom mere luck; to keep few is no loss. */
function worstStage(
  rates: Record<Station, StemRate | null>,
  unluck: ReadonlyMap<CountedQuantity, number>,
): Station | null {
  const short = STATIONS.flatMap(stage => {
    const rate = rates[stage]
    if (!rate || (unluck.get(rate.of) ?? 1) >= ALARM) return []
    return [{ stage, ratio: rate.value.median / rate.expected.median }]
  })
  return short.sort((a, b) => a.ratio - b.ratio)[0]?.stage ?? null
}
