import { OutOfRange } from '../chance/estimate'
import { randomStream } from '../chance/stream'
import type { ClassShare, Generation, ParentInDoubt } from './generations'
import type { Genome } from './genome'
import type { Phenotype } from './locus'
import type { LooksTable } from './looks'
import type { Plants } from './packed'
import type { Step } from './path'
import { isGeneration } from './path'
import { couplesOf, populations } from './population'

/** How a path is simulated: so many runs of so many plants in every generation. */
export interface Simulation {
  plants: number
  runs: number
  seed: number
}

/** A million plants; from how much the runs differ follows the standard error. */
export const USUAL_SIMULATION: Simulation = { plants: 50_000, runs: 20, seed: 1 }

/** Told how many runs are done, of how many. */
export type Progress = (done: number, of: number) => void

/** Up to so many looks are counted in an array, more in a map. */
const COUNTED_IN_ARRAY = 4_194_304

/** Counts the classes of one generation, run after run. */
class Tally {
  private readonly classes = new Map<string | number, number>()
  private readonly isWhole: boolean
  private readonly phenotypes: Phenotype[] = []
  private readonly sums: number[] = []
  private readonly squares: number[] = []
  /** class of each number of looks, where it is known: −1 while it is not */
  private readonly classOf: Int32Array | Map<number, number>
  private runs = 0

  constructor(
    private readonly looks: LooksTable,
    private readonly shown: string[],
  ) {
    this.isWhole = shown.length === looks.names.length && looks.names.every((name, i) => shown[i] === name)
    this.classOf = looks.numbers <= COUNTED_IN_ARRAY ? new Int32Array(looks.numbers).fill(-1) : new Map()
  }

  private newClass(number: number): number {
    const phenotype = this.looks.phenotypeOf(number)
    // Where everything is shown, every number is a class of its own.
    const key = this.isWhole ? number : this.shown.map(name => phenotype[name]).join('\n')
    let id = this.classes.get(key)
    if (id === undefined) {
      id =
        this.phenotypes.push(
          this.isWhole ? phenotype : Object.fromEntries(this.shown.map(name => [name, phenotype[name]!])),
        ) - 1
      this.classes.set(key, id)
      this.sums.push(0)
      this.squares.push(0)
    }
    if (this.classOf instanceof Map) this.classOf.set(number, id)
    else this.classOf[number] = id
    return id
  }

  /** Counts the plants of one run. */
  count(plants: Plants, stride: number): void {
    const {
      looks: { numberOf },
      classOf,
    } = this
    const size = plants.length / stride
    // A run finds at most as many new classes as it has plants.
    const counts = new Int32Array(this.sums.length + size)
    for (let at = 0; at < plants.length; at += stride) {
      const number = numberOf(plants, at)
      let id = classOf instanceof Map ? (classOf.get(number) ?? -1) : classOf[number]!
      if (id < 0) id = this.newClass(number)
      counts[id]!++
    }
    for (let id = 0; id < this.sums.length; id++) {
      const share = counts[id]! / size
      this.sums[id]! += share
      this.squares[id]! += share * share
    }
    this.runs++
  }

  /** Means over the runs with their standard errors, the commonest class first; empty when no run had a plant. */
  shares(size: number): ClassShare[] {
    const n = this.runs
    return this.phenotypes
      .map((phenotype, id) => {
        const probability = this.sums[id]! / n
        const variance =
          n > 1
            ? Math.max(0, this.squares[id]! - n * probability ** 2) / (n - 1) / n
            : (probability * (1 - probability)) / size
        return { phenotype, probability, standardError: Math.sqrt(variance) }
      })
      .sort((a, b) => b.probability - a.probability)
  }
}

/** Runs for each kind of couple at least, so that their spread tells the error, and plants in a run at least. */
const [LEAST_RUNS, LEAST_PLANTS] = [4, 500]

/**
 * A path, simulated: in every generation each plant descends from plants drawn at random from the one before. Where the parents are
 * in doubt every kind of couple is simulated by itself, or, where there are too many kinds, some that are drawn.
 *
 * @param sim how many plants and runs in all; the same seed gives the same answer
 * @param shown names of the loci and rules whose looks make a class
 * @returns generations of one block, whose classes carry standard errors (from the spread between the runs)
 * @throws {OutOfRange} when a step leaves no plant in any run
 */
export function simulatedGenerations(
  genome: Genome,
  seedParent: ParentInDoubt,
  pollenParent: ParentInDoubt,
  path: Step[],
  shown: string[],
  sim: Simulation = USUAL_SIMULATION,
  onProgress: Progress = () => {},
): Generation[] {
  const stream = randomStream(sim.seed)
  const { couples, isDrawn } = couplesOf(seedParent, pollenParent, stream)
  const populationOf = populations(genome, stream)
  const runs = couples.length === 1 ? sim.runs : Math.max(LEAST_RUNS, Math.round(sim.runs / couples.length))
  const size = Math.max(LEAST_PLANTS, Math.round((sim.plants * sim.runs) / couples.length / runs))
  const tallies = couples.map((couple, kind) => {
    const { bred, chosen, looks, stride } = populationOf(couple)
    const own = path.map(() => new Tally(looks, shown))
    for (let run = 0; run < runs; run++) {
      let plants: Plants = new Int32Array(0)
      for (const [i, step] of path.entries()) {
        if (!isGeneration(step)) plants = chosen(plants, step.select)
        else if (i === 0 || plants.length) plants = bred(step, plants, size, 'any')
        if (plants.length) own[i]!.count(plants, stride)
      }
      onProgress(kind * runs + run + 1, couples.length * runs)
    }
    return { weight: couple.weight, own }
  })
  return path.map((step, i) => {
    const families = tallies.map(({ weight, own }) => ({ weight, classes: own[i]!.shares(size) }))
    if (families.every(f => !f.classes.length))
      throw new OutOfRange(
        `In ${runs * size * couples.length} simulated plants none was left after step ${i + 1} of the path: nothing goes on from there.`,
      )
    return { step, blocks: [{ families, ...(isDrawn ? { isDrawn } : {}) }] }
  })
}
