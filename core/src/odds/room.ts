import type { ParentInDoubt } from './generations'
import { exactGenerations, partOf } from './generations'
import type { Genome } from './genome'
import { Effort, TooMuch } from './meiosis'
import { shareOf } from './odds'
import type { Step, Wanted } from './path'
import { checkPath, isAmong, isGeneration } from './path'
import type { Raised, RaisedChance } from './raised'
import { MOST_RAISED, coursesOf, simulated } from './raised'

/** How many plants to raise of each generation of a path. */
export interface RoomPlan extends RaisedChance {
  exact: boolean
  /** of each step; null at choices, and where all plants are alike, so that one is enough */
  plants: Raised
  total: number
}

/** Steps of work after which a plan is sought by simulation instead; some seconds. */
const MOST_EFFORT = 20_000_000

/** How thoroughly numbers are sought. */
interface Search {
  /** by how much the numbers grow from try to try while all are alike */
  growth: number
  /** by how much they are changed one by one: below 1 as a share */
  changes: number[]
  rounds: number
  /** how finely the last number is found, as a share of it */
  grain: number
  /** the largest number of a generation, where there are several; of one alone more are sought */
  most: number
  /** whether as many as that are enough is tried first */
  isQuick: boolean
}
const THOROUGH: Search = {
  growth: 1.4,
  changes: [-0.3, 0.3, -2, 2, -1, 1],
  rounds: 12,
  grain: 0,
  most: 5000,
  isQuick: false,
}
/** Each try of a simulation takes a hundred times as long. */
const QUICK: Search = { growth: 1.7, changes: [-0.3, 0.3], rounds: 3, grain: 0.04, most: 1000, isQuick: true }

/** Plants that a simulation breeds for each try of a plan, and for the one that is told. */
const [TRIED, TOLD] = [20_000, 400_000]

/** The smallest number from 1 on that is enough, or up to `grain` of it more; Infinity where none up to `most` is. */
function leastEnough(isEnough: (n: number) => boolean, most: number, grain: number): number {
  let [tooFew, enough] = [0, 1]
  while (!isEnough(enough)) {
    if (enough >= most) return Infinity
    tooFew = enough
    enough = Math.min(2 * enough, most)
  }
  while (enough - tooFew > Math.max(1, grain * enough)) {
    const middle = Math.floor((enough + tooFew) / 2)
    if (isEnough(middle)) enough = middle
    else tooFew = middle
  }
  return enough
}

/**
 * Numbers of plants in every generation that bring the wanted plants with the confidence, the whole in least room.
 *
 * Numbers before the last generation are tried from small to large, all alike at first and then one by one; the last one follows
 * from them. Exact chances where they can be had, see `classesRaised`; else simulated ones under the same draws.
 *
 * @param wanted looks, and how many plants of them
 * @param confidence 0 < confidence < 1
 * @param onProgress is told how much is done, from 0 to 1
 * @returns null where no number of plants brings it
 * @throws {OutOfRange} for a path that cannot be
 */
export function leastRoom(
  genome: Genome,
  seedParent: ParentInDoubt,
  pollenParent: ParentInDoubt,
  path: Step[],
  wanted: { looks: Wanted; plants: number },
  confidence: number,
  onProgress: (done: number) => void = () => {},
): RoomPlan | null {
  checkPath(path, genome)
  const looked = path.flatMap(step => (isGeneration(step) ? [] : Object.keys(step.select)))
  const pair = partOf({ genome, seedParent, pollenParent }, [...Object.keys(wanted.looks), ...looked])
  const parts = [pair.genome, pair.seedParent, pair.pollenParent] as const
  const isOfKind = (phenotype: Record<string, string>) => isAmong(phenotype, wanted.looks)

  if (reachable(parts, path, wanted.looks) < confidence) return null

  const generations = path.flatMap((step, i) => (isGeneration(step) ? [i] : []))
  const last = generations.at(-1)!
  const isUniform = (step: number) => {
    try {
      return coursesOf(
        ...parts,
        path,
        path.map((_, i) => (i === step ? 1 : null)),
      ).isUniform
    } catch (error) {
      if (error instanceof TooMuch) return false
      throw error
    }
  }
  const firstMixed = generations.findIndex(step => step === last || !isUniform(step))
  const counted = generations.slice(firstMixed)
  const raisedOf = (sizes: number[]): Raised => {
    const bySteps = new Map(counted.map((step, k) => [step, sizes[k]!]))
    return path.map((_, i) => bySteps.get(i) ?? null)
  }

  const bySimulation = (sizes: number[], plants: number): RaisedChance => {
    const seen = simulated(
      ...parts,
      path,
      raisedOf(sizes),
      { seed: 1, plants },
      (step, { plants: bred, looks, stride }) => {
        if (step !== last) return []
        let found = 0
        for (let at = 0; at < bred.length && found < wanted.plants; at += stride)
          if (isOfKind(looks.phenotypeOf(looks.numberOf(bred, at)))) found++
        return found >= wanted.plants ? ['enough'] : []
      },
    )
    return seen[last]!.get('enough') ?? { chance: 0, standardError: 0 }
  }
  const found = (search: Search, chanceOf: (sizes: number[], plants: number) => RaisedChance) => {
    const sizes = sought(counted.length, confidence, search, chanceOf, onProgress)
    return sizes && { plants: raisedOf(sizes), total: sumOf(sizes), ...chanceOf(sizes, TOLD) }
  }
  try {
    const courses = coursesOf(...parts, path, raisedOf(counted.map(() => 1)))
    const effort = new Effort(MOST_EFFORT)
    const exact = found(THOROUGH, sizes => ({
      chance: courses.chance(sizes, isOfKind, wanted.plants, effort),
    }))
    return exact && { exact: true, ...exact }
  } catch (error) {
    if (!(error instanceof TooMuch)) throw error
  }
  const simulation = found(QUICK, bySimulation)
  return simulation && { exact: false, ...simulation }
}

/** Chance that the family is of a kind that can bring what is wanted at all: no number of plants is surer; 1 where that is too much work. */
function reachable(
  [genome, seedParent, pollenParent]: readonly [Genome, ParentInDoubt, ParentInDoubt],
  path: Step[],
  looks: Wanted,
): number {
  try {
    const last = exactGenerations(genome, seedParent, pollenParent, path, Object.keys(looks)).at(-1)!
    return shareOf(last, looks).reduce((sum, { weight, share }) => (share > 0 ? sum + weight : sum), 0)
  } catch (error) {
    if (!(error instanceof TooMuch)) throw error
    return 1
  }
}

const sumOf = (sizes: number[]) => sizes.reduce((sum, n) => sum + n, 0)

/**
 * The sizes of some generations that are enough and the least in all: one after another from small to large, all but the last alike at
 * first and then each by itself.
 *
 * @param chanceOf sizes, by a simulation of so many plants where it is one
 */
function sought(
  generations: number,
  confidence: number,
  { growth, changes, rounds, grain, most: mostOfSeveral, isQuick }: Search,
  chanceOf: (sizes: number[], plants: number) => RaisedChance,
  onProgress: (done: number) => void,
): number[] | null {
  const most = generations > 1 ? mostOfSeveral : MOST_RAISED
  const known = new Map<string, boolean>()
  const isEnough = (sizes: number[]) => {
    const key = sizes.join()
    const found = known.get(key) ?? chanceOf(sizes, TRIED).chance >= confidence
    known.set(key, found)
    return found
  }
  let best: number[] | null = null as number[] | null
  /** Takes these numbers before the last generation, with the last one that they need, if that is less in all. */
  const offer = (before: number[]) => {
    const room = best ? sumOf(best) - sumOf(before) - 1 : most
    if (room < 1) return false
    const last = leastEnough(n => isEnough([...before, n]), Math.min(most, room), grain)
    if (last === Infinity) return false
    best = [...before, last]
    return true
  }
  if (isQuick && !isEnough(Array<number>(generations).fill(most))) return null
  const before = generations - 1
  if (!before) offer([])
  else
    for (
      let n = 1;
      n <= most && (!best || n * before < sumOf(best));
      n = Math.max(n + 1, Math.round(n * growth))
    ) {
      offer(Array<number>(before).fill(n))
      onProgress(Math.min(0.6, Math.log(n + 1) / 10))
    }
  for (let round = 0, isBetter = before > 0; best && isBetter && round < rounds; round++) {
    isBetter = false
    for (let k = 0; k < before; k++) {
      for (const by of changes) {
        const own: number[] = best.slice(0, before)
        const step = Math.abs(by) < 1 ? Math.round(own[k]! * by) : by
        own[k] = own[k]! + step
        if (step && own[k]! >= 1 && offer(own)) isBetter = true
      }
    }
    onProgress(0.6 + (0.4 * (round + 1)) / rounds)
  }
  if (!best) return null
  // The few plants of a try may have been lucky.
  while (chanceOf(best, TOLD).chance < confidence && best.at(-1)! < most)
    best = [...best.slice(0, -1), Math.ceil(best.at(-1)! * 1.05)]
  return best
}
