import type { Stream } from '../chance/stream'
import { randomStream } from '../chance/stream'
import type { CropKnowledge } from '../crops/knowledge'

/** The stations of a cross, from the flower to the plants that are kept. */
export const STAGES = ['pollinated', 'taken', 'seeds', 'sown', 'up', 'judged', 'kept'] as const
export type Stage = typeof STAGES[number]

/** Counts that stand at each station and have not gone on yet. */
export type Standing = Record<Stage, number>

/** Nothing anywhere. */
export const nothing: Standing = { pollinated: 0, taken: 0, seeds: 0, sown: 0, up: 0, judged: 0, kept: 0 }

/**
 * One run of the cross from what stands at each station: how many get to each, those before included. Shares are drawn
 * from what is believed, so that a run carries both our not knowing the rate and the luck of the draw.
 */
function run(from: Standing, knowledge: CropKnowledge, random: Stream): Standing {
  const { shares, seedsPerFruit } = knowledge
  const takeShare = random.share(shares.take)
  const seedsEach = random.mean(seedsPerFruit)
  const soundShare = random.share(shares.sound)
  const germination = random.share(shares.germination)
  const survival = random.share(shares.survival)
  const keepShare = random.share(shares.keep)

  const taken = from.taken + random.binomial(from.pollinated, takeShare)
  const seeds = from.seeds + random.binomial(random.poisson(taken * seedsEach), soundShare)
  const sown = from.sown + seeds
  const up = from.up + random.binomial(sown, germination)
  const judged = from.judged + random.binomial(up, survival)
  return { pollinated: from.pollinated, taken, seeds, sown, up, judged, kept: from.kept + random.binomial(judged, keepShare) }
}

/** Runs in one answer; the figure is shown with it. */
export const RUNS = 1000

function runs(from: Standing, knowledge: CropKnowledge, seed: number): Standing[] {
  const random = randomStream(seed)
  return Array.from({ length: RUNS }, () => run(from, knowledge, random))
}

/** Median and 80 % interval of a count. */
export interface Spread { median: number, low: number, high: number }

/**
 * What a number of flowers should lead to, station by station, if every sound seed is sown.
 *
 * @param flowers how many are to be pollinated
 * @param knowledge what is expected of the pair
 * @param seed of the simulation, {@link RUNS} runs
 */
export function expectedCourse(flowers: number, knowledge: CropKnowledge, seed = 1): Record<Stage, Spread> {
  const all = runs({ ...nothing, pollinated: flowers }, knowledge, seed)
  return Object.fromEntries(STAGES.map((stage) => {
    const counts = all.map(r => r[stage]).sort((a, b) => a - b)
    const at = (p: number) => counts[Math.floor(p * (RUNS - 1))]!
    return [stage, { median: at(0.5), low: at(0.1), high: at(0.9) }]
  })) as Record<Stage, Spread>
}

/** Chance that at least `wanted` plants are kept in the end, from what stands at each station now. */
export function chanceOfKeepers(from: Standing, wanted: number, knowledge: CropKnowledge, seed = 1): number {
  return runs(from, knowledge, seed).filter(r => r.kept >= wanted).length / RUNS
}

/**
 * How many more flowers bring the chance of `wanted` keepers to `confidence`.
 *
 * @returns 0 when no more are needed, null when `most` flowers are not enough
 */
export function moreFlowersFor(from: Standing, wanted: number, knowledge: CropKnowledge, confidence = 0.9, most = 500, seed = 1): number | null {
  const chanceWith = (flowers: number) => chanceOfKeepers({ ...from, pollinated: from.pollinated + flowers }, wanted, knowledge, seed)
  if (chanceWith(0) >= confidence) return 0
  if (chanceWith(most) < confidence) return null
  let enough = most
  let tooFew = 0
  while (enough - tooFew > 1) {
    const middle = Math.floor((enough + tooFew) / 2)
    if (chanceWith(middle) >= confidence) enough = middle
    else tooFew = middle
  }
  return enough
}
