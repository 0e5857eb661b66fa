import type { Stream } from '../chance/stream'
import { randomStream } from '../chance/stream'
import type { CropYields } from '../crops/knowledge'

/** The stations of a cross, from the flower to the plants that are kept. */
export const STAGES = ['pollinated', 'taken', 'seeds', 'sown', 'up', 'judged', 'kept'] as const
export type Stage = typeof STAGES[number]

/** Counts that stand at each station and have not gone on yet. */
export type Standing = Record<Stage, number>

/** Nothing anywhere. */
export const nothing: Standing = { pollinated: 0, taken: 0, seeds: 0, sown: 0, up: 0, judged: 0, kept: 0 }

/** The shares of one run, drawn from what is believed: our not knowing them. */
type Drawn = Record<'take' | 'seedsEach' | 'sound' | 'germination' | 'survival' | 'keep', number>

/** Runs in one answer; the figure is shown with it. */
export const RUNS = 1000

/** One run of the cross from so many flowers, with the luck of the draw: how many get to each station. */
function run(flowers: number, { take, seedsEach, sound, germination, survival, keep }: Drawn, random: Stream): Standing {
  const taken = random.binomial(flowers, take)
  const seeds = random.binomial(random.poisson(taken * seedsEach), sound)
  const up = random.binomial(seeds, germination)
  const judged = random.binomial(up, survival)
  return { pollinated: flowers, taken, seeds, sown: seeds, up, judged, kept: random.binomial(judged, keep) }
}

/** {@link RUNS} draws of the shares. */
function draws({ shares, seedsPerFruit }: CropYields, seed: number): Drawn[] {
  const random = randomStream(seed)
  const of = {
    take: random.shares(shares.take), seedsEach: random.means(seedsPerFruit), sound: random.shares(shares.sound),
    germination: random.shares(shares.germination), survival: random.shares(shares.survival), keep: random.shares(shares.keep),
  }
  return Array.from({ length: RUNS }, () => ({
    take: of.take(), seedsEach: of.seedsEach(), sound: of.sound(), germination: of.germination(), survival: of.survival(), keep: of.keep(),
  }))
}

/** Median and 80 % interval of a count. */
export interface Spread { median: number, low: number, high: number }

/**
 * What a number of flowers should lead to, station by station, if every sound seed is sown.
 *
 * @param flowers how many are to be pollinated
 * @param yields what is expected of the pair
 * @param seed of the simulation, {@link RUNS} runs
 */
export function expectedCourse(flowers: number, yields: CropYields, seed = 1): Record<Stage, Spread> {
  const random = randomStream(seed + 1)
  const all = draws(yields, seed).map(shares => run(flowers, shares, random))
  return Object.fromEntries(STAGES.map((stage) => {
    const counts = all.map(r => r[stage]).sort((a, b) => a - b)
    const at = (p: number) => counts[Math.floor(p * (RUNS - 1))]!
    return [stage, { median: at(0.5), low: at(0.1), high: at(0.9) }]
  })) as Record<Stage, Spread>
}

/**
 * What keepers are to be hoped for; all answers under the same draws of the shares, so that they can be compared.
 *
 * Each seed or seedling is kept or not by itself, so the steps on its way come to one share, and the keepers of a fruit
 * to a Poisson count: the same as {@link run}, with a draw for each station instead of each step.
 */
export function keepersOf(yields: CropYields, seed = 1) {
  const shares = draws(yields, seed).map(({ take, seedsEach, sound, germination, survival, keep }) => {
    const up = survival * keep
    const seed = germination * up
    return { take, fruit: seedsEach * sound * seed, seed, up, judged: keep }
  })

  /** Chance of `wanted` keepers for any number of flowers in place of those of a standing. */
  function chances(from: Standing, wanted: number): (flowers: number) => number {
    const luck = randomStream(seed + 1)
    const inHand = shares.map(({ fruit, seed, up, judged }) =>
      from.kept + luck.poisson(from.taken * fruit) + luck.binomial(from.seeds + from.sown, seed) + luck.binomial(from.up, up) + luck.binomial(from.judged, judged))
    return (flowers) => {
      const luck = randomStream(seed + 2)
      return shares.filter(({ take, fruit }, i) => inHand[i]! >= wanted || inHand[i]! + luck.poisson(luck.binomial(flowers, take) * fruit) >= wanted).length / RUNS
    }
  }

  /** Chance that at least `wanted` plants are kept in the end, from what stands at each station now. */
  const chance = (from: Standing, wanted: number): number => chances(from, wanted)(from.pollinated)

  /**
   * How many more flowers bring the chance of `wanted` keepers to `confidence`.
   *
   * @returns 0 when no more are needed, null when `most` flowers are not enough
   */
  function moreFlowers(from: Standing, wanted: number, confidence = 0.9, most = 500): number | null {
    const chanceOf = chances(from, wanted)
    const isEnough = (flowers: number) => chanceOf(from.pollinated + flowers) >= confidence
    if (isEnough(0)) return 0
    let tooFew = 0
    let enough = 1
    // Few flowers are quickly tried, many are seldom needed: the step doubles until it is enough.
    while (!isEnough(enough)) {
      if (enough >= most) return null
      tooFew = enough
      enough = Math.min(2 * enough, most)
    }
    while (enough - tooFew > 1) {
      const middle = Math.floor((enough + tooFew) / 2)
      if (isEnough(middle)) enough = middle
      else tooFew = middle
    }
    return enough
  }
  return { chance, moreFlowers }
}
