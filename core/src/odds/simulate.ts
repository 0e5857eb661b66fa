import type { Stream } from '../chance/stream'
import { randomStream } from '../chance/stream'
import { OutOfRange } from '../chance/estimate'
import type { ClassShare, Generation, ParentInDoubt } from './generations'
import type { Genome, Genotype } from './genome'
import { handing } from './handing'
import type { Phenotype } from './locus'
import type { LooksTable } from './looks'
import { looksTable } from './looks'
import type { Plants } from './packed'
import { layoutOf, packed } from './packed'
import type { Step } from './path'
import { isAmong } from './path'

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

/** A founder whose genotype is drawn anew each time where it is in doubt. */
function founder(parent: ParentInDoubt, genome: Genome, { uniform }: Stream): () => Plants {
  const layout = layoutOf(genome)
  const loci = layout.places.map(place => place.locus)
  const written = (genotype: Genotype) =>
    packed(layout, [
      genotype[loci[0]!.name]!.flatMap((_, set) =>
        loci.map(locus => locus.alleles.indexOf(genotype[locus.name]![set]!)),
      ),
    ])
  const whole = (pick: (part: ParentInDoubt[number]) => Genotype) =>
    written(Object.assign({}, ...parent.map(pick)))
  if (parent.every(part => part.possible.length === 1)) {
    const one = whole(part => part.possible[0]!.genotype)
    return () => one
  }
  return () =>
    whole(({ possible }) => {
      let left = uniform()
      return (possible.find(p => (left -= p.probability) < 0) ?? possible[0]!).genotype
    })
}

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
    const counts: number[] = this.sums.map(() => 0)
    for (let at = 0; at < plants.length; at += stride) {
      const number = numberOf(plants, at)
      let id = classOf instanceof Map ? (classOf.get(number) ?? -1) : classOf[number]!
      if (id < 0) {
        id = this.newClass(number)
        while (counts.length <= id) counts.push(0)
      }
      counts[id]!++
    }
    counts.forEach((times, id) => {
      const share = times / (plants.length / stride)
      this.sums[id]! += share
      this.squares[id]! += share * share
    })
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

/**
 * A path, simulated: in every generation each plant descends from plants drawn at random from the one before.
 *
 * @param sim how many plants and runs; the same seed gives the same answer
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
  const { plants: size, runs, seed } = sim
  const stream = randomStream(seed)
  const stride = layoutOf(genome).words * genome.ploidy
  const half = stride / 2
  const looks = looksTable(genome)
  const hand = handing(genome, stream)
  const parents = {
    seedParent: founder(seedParent, genome, stream),
    pollenParent: founder(pollenParent, genome, stream),
  }

  function bred(plants: Plants, step: Exclude<Step, { select: unknown }>): Plants {
    const next = new Int32Array(size * stride)
    const count = plants.length / stride
    const any = () => Math.floor(stream.uniform() * count) * stride
    for (let to = 0; to < next.length; to += stride) {
      if (step === 'cross') {
        hand(parents.seedParent(), 0, next, to)
        hand(parents.pollenParent(), 0, next, to + half)
        continue
      }
      const mother = any()
      hand(plants, mother, next, to)
      if (step === 'self') hand(plants, mother, next, to + half)
      else if (step === 'sib') hand(plants, any(), next, to + half)
      else hand(parents[step.backcross](), 0, next, to + half)
    }
    return next
  }

  function chosen(plants: Plants, wanted: Record<string, string[]>): Plants {
    const starts: number[] = []
    for (let at = 0; at < plants.length; at += stride)
      if (isAmong(looks.phenotypeOf(looks.numberOf(plants, at)), wanted)) starts.push(at)
    const kept = new Int32Array(starts.length * stride)
    starts.forEach((from, i) => kept.set(plants.subarray(from, from + stride), i * stride))
    return kept
  }

  const tallies = path.map(() => new Tally(looks, shown))
  for (let run = 0; run < runs; run++) {
    let plants: Plants = new Int32Array(0)
    for (const [i, step] of path.entries()) {
      if (typeof step === 'object' && 'select' in step) plants = chosen(plants, step.select)
      else if (step === 'cross' || plants.length) plants = bred(plants, step)
      if (plants.length) tallies[i]!.count(plants, stride)
    }
    onProgress(run + 1, runs)
  }
  return path.map((step, i) => {
    const classes = tallies[i]!.shares(size)
    if (!classes.length)
      throw new OutOfRange(
        `In ${runs * size} simulated plants none was left after step ${i + 1} of the path: nothing goes on from there.`,
      )
    return { step, blocks: [{ families: [{ weight: 1, classes }] }] }
  })
}
