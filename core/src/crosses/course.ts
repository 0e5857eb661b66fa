import type { Stream } from '../chance/stream'
import { randomStream } from '../chance/stream'
import { STRATA, meanStrata, shareStrata, shuffled } from '../chance/strata'
import type { CropYields } from '../crops/knowledge'
import type { BudgetSteps, Waiting } from '../odds/budget'
import { keepersFrom } from '../odds/budget'

/** The stations of a cross, from the flower to the plants that are kept. */
export const STATIONS = ['pollinated', 'taken', 'seeds', 'sown', 'up', 'judged', 'kept'] as const
export type Station = (typeof STATIONS)[number]

/** Counts that stand at each station and have not gone on yet; of those that are up, `potted` have left the tray. */
export type Standing = Record<Station | 'potted', number>

/** Nothing anywhere. */
export const nothing: Standing = {
  pollinated: 0,
  taken: 0,
  seeds: 0,
  sown: 0,
  up: 0,
  potted: 0,
  judged: 0,
  kept: 0,
}

/** The shares of each run, drawn from what is believed: our not knowing them. */
type Drawn = Record<ShareOf | 'seedsEach', Float64Array>
type ShareOf = keyof CropYields['shares']

/** Times that every slice of what is believed is drawn. */
const REPEATS = 2
/** Runs in one answer; the figure is shown with it. */
export const RUNS = REPEATS * STRATA

/** One run of the cross from so many flowers, with the luck of the draw: how many get to each station. */
function run(
  flowers: number,
  { take, held, seedsEach, sound, germination, survival, reach, keep }: Drawn,
  perFruit: number,
  i: number,
  random: Stream,
): Record<Station, number> {
  const taken = random.binomial(flowers, take[i]!)
  const fruits = random.binomial(taken, held[i]!)
  const seeds = random.binomial(random.counts(fruits * seedsEach[i]!, fruits * perFruit), sound[i]!)
  const up = random.binomial(seeds, germination[i]!)
  const judged = random.binomial(random.binomial(up, survival[i]!), reach[i]!)
  const kept = random.binomial(judged, keep[i]!)
  return { pollinated: flowers, taken, seeds, sown: seeds, up, judged, kept }
}

/** {@link RUNS} draws of the shares: every slice of each equally often, and in an order of its own. */
function draws({ shares, seedsPerFruit }: CropYields, seed: number): Drawn {
  const random = randomStream(seed)
  const strata = [
    ...Object.entries(shares).map(([name, share]) => [name, shareStrata(share)] as const),
    ['seedsEach', meanStrata(seedsPerFruit)] as const,
  ]
  const drawn = Object.fromEntries(strata.map(([name]) => [name, new Float64Array(RUNS)])) as Drawn
  for (let repeat = 0; repeat < REPEATS; repeat++)
    for (const [name, own] of strata) drawn[name as keyof Drawn].set(shuffled(own, random), repeat * STRATA)
  return drawn
}

/** Median and 80 % interval of a count. */
export interface Spread {
  median: number
  low: number
  high: number
}

/**
 * What a number of flowers should lead to, station by station, if every sound seed is sown.
 *
 * @param flowers how many are to be pollinated
 * @param yields what is expected of the pair
 * @param seed of the simulation, {@link RUNS} runs
 */
export function expectedCourse(flowers: number, yields: CropYields, seed = 1): Record<Station, Spread> {
  const random = randomStream(seed + 1)
  const shares = draws(yields, seed)
  const all = Array.from({ length: RUNS }, (_, i) => run(flowers, shares, yields.perFruit, i, random))
  return Object.fromEntries(
    STATIONS.map(stage => {
      const counts = Float64Array.from(all, one => one[stage]).sort()
      const at = (p: number) => counts[Math.floor(p * (RUNS - 1))]!
      return [stage, { median: at(0.5), low: at(0.1), high: at(0.9) }]
    }),
  ) as Record<Station, Spread>
}

const stepsOf = ({
  shares: { take, held, sound, germination, survival, reach, keep },
  seedsPerFruit,
  perFruit,
}: CropYields): BudgetSteps => ({
  take,
  held,
  seedsPerFruit,
  perFruit,
  passes: [sound, germination, survival, reach, keep],
})

/** What stands at the stations, as the budget takes it; what is in a packet is past what was found to be empty. */
const waitingOf = ({ pollinated, taken, seeds, sown, up, potted, judged, kept }: Standing): Waiting => ({
  flowers: pollinated,
  fruits: taken,
  before: [0, seeds + sown, up - potted, potted, judged],
  kept,
})

/** What keepers are to be hoped for; all answers under the same draws of the shares, so that they can be compared. */
export function keepersOf(yields: CropYields, seed = 1) {
  const keepers = keepersFrom(stepsOf(yields), seed, 2)
  return {
    /** chance that at least `wanted` plants are kept in the end, from what stands at each station now */
    chance: (from: Standing, wanted: number): number => keepers.chance(waitingOf(from), wanted).chance,
    /** how many more flowers bring that chance to `confidence`; null when hundreds are not enough */
    moreFlowers: (from: Standing, wanted: number, confidence = 0.9): number | null =>
      keepers.moreFlowers(waitingOf(from), wanted, confidence),
  }
}
