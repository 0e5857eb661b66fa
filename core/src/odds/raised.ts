import { OutOfRange } from '../chance/estimate'
import { randomStream } from '../chance/stream'
import type { Couple, Followed, ParentInDoubt } from './generations'
import { bred, chosen, followed } from './generations'
import type { Genome } from './genome'
import type { Phenotype } from './locus'
import type { ChancesById } from './meiosis'
import { Effort, TooMuch } from './meiosis'
import type { Plants } from './packed'
import { errorOver } from './odds'
import type { Breeding, Step } from './path'
import { checkPath, isAmong, isGeneration } from './path'
import type { Population } from './population'
import { couplesOf, populations } from './population'

/** Plants raised of each step of a path; null: as many as one likes, and at a choice, where nothing is raised. */
export type Raised = (number | null)[]

/** Plants of one generation that anyone raises at most. */
export const MOST_RAISED = 100_000

/** Steps of work after which it is simulated instead; about half a second. */
const MOST_EFFORT = 4_000_000
/** Plants that a simulation breeds, and the runs it makes of it at least and at most. */
const [SIMULATED_PLANTS, LEAST_RUNS, MOST_RUNS] = [2_000_000, 200, 20_000]
/** Runs with a kind of couple that is unlikely. */
const LEAST_RUNS_OF_KIND = 4
/**
 * Two plants of a generation of which this share is of one kind are not worth more than one: two lines, each
 * as good as known.
 */
const ALIKE = 0.98
/**
 * Plants that stand for a generation of as many as one likes: bred in every run, and before the first counted
 * one once for all.
 */
const [MANY, MANY_ONCE] = [2000, 20_000]

/** A chance; of a simulated one with its standard error. */
export interface RaisedChance {
  chance: number
  standardError?: number
}

/** Chances of 0, 1, … `wanted` − 1 plants of a kind: the first coefficients of what they come to. */
type FirstCounts = Float64Array

const none = (wanted: number): FirstCounts => Float64Array.from({ length: wanted }, (_, k) => (k ? 0 : 1))

/** The same of two independent lots of plants. */
function times(one: FirstCounts, other: FirstCounts): FirstCounts {
  const both = new Float64Array(one.length)
  for (let i = 0; i < one.length; i++)
    for (let j = 0; i + j < one.length; j++) both[i + j]! += one[i]! * other[j]!
  return both
}

function power(base: FirstCounts, exponent: number): FirstCounts {
  if (base.length === 1) return Float64Array.of(base[0]! ** exponent)
  let [found, square] = [none(base.length), base]
  for (let left = exponent; left; left >>= 1) {
    if (left & 1) found = times(found, square)
    if (left > 1) square = times(square, square)
  }
  return found
}

/** A path with finitely many plants on the way, in families of one kind of couple. */
interface Course {
  weight: number
  /** what each plant of the first counted generation may be; null: the path ended before */
  first: ChancesById | null
  /** share of them that are chosen, and what those may be; null: all go on */
  choice: { share: number; among: ChancesById | null } | null
  /** what the children of one plant may be, for each counted generation after the first */
  later: ((plant: number) => ChancesById)[]
}

/** The steps of which plants are counted, in order. */
const countedSteps = (raised: Raised) => raised.flatMap((plants, i) => (plants === null ? [] : [i]))

/**
 * Follows a couple up to the last generation of which plants are counted.
 *
 * @throws {TooMuch} where what one plant leads to depends on the others: a choice after the first counted
 *   generation, plants mated
 *   among themselves
 */
function courseOf(couple: Couple, path: Step[], raised: Raised, own: Followed, effort: Effort): Course {
  const counted = countedSteps(raised)
  const course: Course = { weight: couple.weight, first: null, choice: null, later: [] }
  const { inheritance } = own
  let plants: ChancesById | null = new Map()
  let uncounted: Breeding[] = []
  for (let i = 0; i <= counted.at(-1)!; i++) {
    const step = path[i]!
    if (i <= counted[0]!) {
      plants = !plants
        ? null
        : isGeneration(step)
          ? bred(step, couple, plants, inheritance, effort)
          : chosen(step.select, plants, own)
      if (i === counted[0]) course.first = plants
      continue
    }
    if (!isGeneration(step)) {
      if (course.later.length || uncounted.length) throw new TooMuch()
      const before: Course['choice'] = course.choice ?? { share: 1, among: course.first }
      const fits = (plant: number) => isAmong(own.phenotypeOf(plant), step.select)
      const share = [...(before.among ?? [])].reduce((sum, [plant, p]) => (fits(plant) ? sum + p : sum), 0)
      course.choice = {
        share: before.share * share,
        among: before.among && chosen(step.select, before.among, own),
      }
      continue
    }
    if (step === 'sib') throw new TooMuch()
    uncounted = [...uncounted, step]
    if (raised[i] === null) continue
    const steps = uncounted
    uncounted = []
    const kept = new Map<number, ChancesById>()
    course.later.push(plant => {
      const found =
        kept.get(plant) ??
        steps.reduce<ChancesById>(
          (from, s) => bred(s, couple, from, inheritance, effort),
          new Map([[plant, 1]]),
        )
      kept.set(plant, found)
      return found
    })
  }
  return course
}

/** How plants of one generation are mothers to those after, as far as it matters: mothers of one shape do alike. */
interface Shapes {
  /** shape of the offspring of each plant of the first generation, with how many have it */
  first: Map<string, number>
  /** for each generation but the last: what each shape is made of */
  made: Map<string, [shape: string, times: number][]>[]
}

/** Children are spread evenly: the mothers take turns. @param sizes plants of each generation, the first first */
function shapesOf(sizes: number[], effort: Effort): Shapes {
  const made: Shapes['made'] = []
  let shapes: string[] | null = null
  for (let level = sizes.length - 2; level >= 0; level--) {
    const [mothers, children] = [sizes[level]!, sizes[level + 1]!]
    effort.spend(mothers + children)
    const counts = Array.from({ length: mothers }, () => new Map<string, number>())
    for (let child = 0; child < children; child++) {
      const of = counts[child % mothers]!
      const shape: string = shapes ? shapes[child]! : ''
      of.set(shape, (of.get(shape) ?? 0) + 1)
    }
    const table = new Map<string, [string, number][]>()
    const numbers = new Map<string, string>()
    shapes = counts.map(of => {
      const list = [...of].sort(([a], [b]) => (a < b ? -1 : 1))
      const key = JSON.stringify(list)
      const number = numbers.get(key) ?? String(numbers.size)
      numbers.set(key, number)
      table.set(number, list)
      return number
    })
    made.unshift(table)
  }
  const first = new Map<string, number>()
  if (shapes) for (const shape of shapes) first.set(shape, (first.get(shape) ?? 0) + 1)
  else first.set('', sizes[0]!)
  return { first, made }
}

/**
 * Chances of the first few counts of a kind in the last of some generations that begin with plants of a
 * distribution.
 */
function countsFrom(
  first: ChancesById,
  sizes: number[],
  later: Course['later'],
  isOfKind: (plant: number) => boolean,
  wanted: number,
  effort: Effort,
): FirstCounts {
  const shapes = shapesOf(sizes, effort)
  const [no, yes] = [none(wanted), Float64Array.from({ length: wanted }, (_, k) => (k === 1 ? 1 : 0))]
  const memo: Map<string, FirstCounts>[] = sizes.map(() => new Map())
  /** what one plant of a generation brings, by its shape */
  function brings(level: number, shape: string, plant: number): FirstCounts {
    if (level === sizes.length - 1) return isOfKind(plant) ? yes : no
    const key = `${shape} ${plant}`
    const known = memo[level]!.get(key)
    if (known) return known
    const children = later[level]!(plant)
    const found = shapes.made[level]!.get(shape)!.reduce(
      (product, [of, times_]) => times(product, power(meanOver(children, level + 1, of), times_)),
      no,
    )
    memo[level]!.set(key, found)
    return found
  }
  function meanOver(plants: ChancesById, level: number, shape: string): FirstCounts {
    effort.spend(plants.size * wanted)
    const mean = new Float64Array(wanted)
    for (const [plant, p] of plants) {
      const own = brings(level, shape, plant)
      for (let k = 0; k < wanted; k++) mean[k]! += p * own[k]!
    }
    return mean
  }
  return [...shapes.first].reduce(
    (product, [shape, count]) => times(product, power(meanOver(first, 0, shape), count)),
    no,
  )
}

const sumOf = (counts: FirstCounts) => counts.reduce((sum, p) => sum + p, 0)

/** Chance that a counted generation of a course holds at least `wanted` of a kind. */
function chanceIn(
  { first, choice, later }: Course,
  sizes: number[],
  isOfKind: (plant: number) => boolean,
  wanted: number,
  effort: Effort,
): number {
  if (!first) return 0
  const own = later.slice(0, sizes.length - 1)
  if (sizes.length === 1 || !choice) return 1 - sumOf(countsFrom(first, sizes, own, isOfKind, wanted, effort))
  if (!choice.among) return 0
  // So many of the first generation are chosen; the next is spread over them.
  const [raised, ...rest] = sizes as [number, ...number[]]
  let chance = 0
  binomialChances(raised, choice.share).forEach((p, chosenCount) => {
    if (chosenCount && p > 1e-15)
      chance +=
        p * (1 - sumOf(countsFrom(choice.among!, [chosenCount, ...rest], own, isOfKind, wanted, effort)))
  })
  return chance
}

/**
 * The courses of all kinds of couples, ready to be asked.
 *
 * @throws {TooMuch} where they must be simulated
 */
export function coursesOf(
  genome: Genome,
  seedParent: ParentInDoubt,
  pollenParent: ParentInDoubt,
  path: Step[],
  raised: Raised,
) {
  const effort = new Effort(MOST_EFFORT)
  const names = genome.loci.map(l => l.name)
  const own = followed(names, genome, seedParent, pollenParent, effort)
  const courses = own.couples.map(couple => courseOf(couple, path, raised, own, effort))
  return {
    /** true where the first counted generation is as good as all alike: one plant of it does for many */
    get isUniform(): boolean {
      const alike = courses.reduce(
        (sum, { weight, first }) => sum + weight * Math.max(0, ...(first?.values() ?? [])),
        0,
      )
      return alike > ALIKE
    },
    /** looks of all plants that the counted generation `level` may hold */
    reached(level: number): Phenotype[] {
      const plants = new Set<number>()
      for (const { first, choice, later } of courses) {
        let reached = [...((level && choice ? choice.among : first)?.keys() ?? [])]
        for (const children of later.slice(0, level))
          reached = [...new Set(reached.flatMap(plant => [...children(plant).keys()]))]
        for (const plant of reached) plants.add(plant)
      }
      return [...plants].map(own.phenotypeOf)
    },
    /**
     * Chance of at least `wanted` plants of a kind in the last of the counted generations.
     *
     * @param sizes plants that are raised of each of them
     * @throws {TooMuch} when the effort is spent
     */
    chance(
      sizes: number[],
      isOfKind: (phenotype: Phenotype) => boolean,
      wanted: number,
      left = new Effort(MOST_EFFORT),
    ): number {
      const isOf = (plant: number) => isOfKind(own.phenotypeOf(plant))
      return courses.reduce(
        (sum, course) => sum + course.weight * chanceIn(course, sizes, isOf, wanted, left),
        0,
      )
    },
  }
}

/** P(Binomial(tries, share) = k) for every k, from the middle outwards so that nothing is lost to small numbers. */
function binomialChances(tries: number, share: number): Float64Array {
  const p = new Float64Array(tries + 1)
  if (share >= 1) return p.fill(1, tries)
  const mode = Math.min(tries, Math.floor((tries + 1) * share))
  p[mode] = 1
  for (let k = mode; k < tries; k++) p[k + 1] = (p[k]! * (tries - k) * share) / (k + 1) / (1 - share)
  for (let k = mode; k > 0; k--) p[k - 1] = (p[k]! * k * (1 - share)) / (tries - k + 1) / share
  const sum = p.reduce((total, q) => total + q, 0)
  return p.map(q => q / sum)
}

/** @throws {OutOfRange} for numbers that cannot be */
function checkRaised(path: Step[], raised: Raised): void {
  path.forEach((step, i) => {
    const plants = raised[i] ?? null
    if (plants === null) return
    if (!isGeneration(step))
      throw new OutOfRange(
        `Step ${i + 1} of the path is a choice: nothing is raised there. Give the plants with the step before it.`,
      )
    if (!(Number.isInteger(plants) && plants >= 1 && plants <= MOST_RAISED))
      throw new OutOfRange(
        `Step ${i + 1} of the path raises ${plants} plants; give a whole number from 1 to ${MOST_RAISED}.`,
      )
  })
}

/** The plants that are raised at the counted steps up to one of them. */
const sizesTo = (step: number, raised: Raised) =>
  countedSteps(raised)
    .filter(i => i <= step)
    .map(i => raised[i]!)

/** Plants that are bred, with what is to be seen of them. */
type Bred = Pick<Population, 'looks' | 'stride'> & { plants: Plants }

/**
 * Chances by simulating the whole path over and over, in families of each kind of couple.
 *
 * @param seen what is seen of the plants of a counted step, each thing once
 * @returns for each step the chance of each thing that was ever seen
 */
export function simulated(
  genome: Genome,
  seedParent: ParentInDoubt,
  pollenParent: ParentInDoubt,
  path: Step[],
  raised: Raised,
  { seed, plants: inAll = SIMULATED_PLANTS }: { seed: number; plants?: number },
  seen: (step: number, bred: Bred) => Iterable<string>,
): Map<string, RaisedChance>[] {
  const stream = randomStream(seed)
  const { couples, isDrawn } = couplesOf(seedParent, pollenParent, stream)
  const populationOf = populations(genome, stream)
  const counted = countedSteps(raised)
  const [firstCounted, last] = [counted[0]!, counted.at(-1)!]
  const inARun = path.reduce(
    (sum, step, i) => (i < firstCounted || !isGeneration(step) ? sum : sum + (raised[i] ?? MANY)),
    0,
  )
  const inEach = Math.min(MOST_RUNS, Math.max(LEAST_RUNS, inAll / inARun))
  const runsOf = couples.map(({ weight }) => Math.max(LEAST_RUNS_OF_KIND, Math.round(inEach * weight)))
  const tallies = path.map(() => new Map<string, number[]>())
  couples.forEach((couple, kind) => {
    const population = populationOf(couple)
    const { bred, chosen: among, looks, stride } = population
    const next = (plants: Plants, i: number, many: number): Plants => {
      const step = path[i]!
      if (!isGeneration(step)) return among(plants, step.select)
      if (i > 0 && !plants.length) return plants
      return raised[i] === null ? bred(step, plants, many, 'any') : bred(step, plants, raised[i]!, 'in turn')
    }
    let before: Plants = new Int32Array(0)
    for (let i = 0; i < firstCounted; i++) before = next(before, i, MANY_ONCE)
    const spare = Math.max(0, before.length / stride - raised[firstCounted]!)
    for (let run = 0; run < runsOf[kind]!; run++) {
      // Each run takes other plants of those that there are as many of as one likes.
      let plants = before.subarray(Math.floor(stream.uniform() * (spare + 1)) * stride)
      for (let i = firstCounted; i <= last; i++) {
        plants = next(plants, i, MANY)
        if (raised[i] === null || !isGeneration(path[i]!)) continue
        for (const thing of seen(i, { plants, looks, stride })) {
          const found = tallies[i]!.get(thing) ?? couples.map(() => 0)
          found[kind]!++
          tallies[i]!.set(thing, found)
        }
      }
    }
  })
  return tallies.map(
    things =>
      new Map(
        [...things].map(([thing, counts]) => {
          const kinds = couples.map(({ weight }, kind) => {
            const value = counts[kind]! / runsOf[kind]!
            return { weight, value, variance: (value * (1 - value)) / runsOf[kind]! }
          })
          return [
            thing,
            {
              chance: kinds.reduce((sum, k) => sum + k.weight * k.value, 0),
              standardError: errorOver(kinds, isDrawn),
            },
          ]
        }),
      ),
  )
}

/** The chance of a class among the plants that are raised. */
type ClassChance = { phenotype: Phenotype } & RaisedChance

/**
 * Chance of at least one plant of each class among those that are raised. The plants on the way are as finite
 * as they are: of few
 * back-crossed plants perhaps none carries what is looked for. Children are spread evenly over the plants
 * before; where plants are
 * chosen, over those chosen. A generation of which no number is given is as large as one likes.
 *
 * Exact by the tree of descent, since what a plant leads to hangs on itself alone. Where it does not (a
 * second choice, sibs mated
 * among themselves), or where that is too much work, simulated.
 *
 * @param raised plants of each step
 * @param shown names of the loci and rules whose looks make a class
 * @param seed of a simulation
 * @returns for each step the classes that can come, none where no plants are counted
 * @throws {OutOfRange} for a path or numbers that cannot be
 */
export function classesRaised(
  genome: Genome,
  seedParent: ParentInDoubt,
  pollenParent: ParentInDoubt,
  path: Step[],
  raised: Raised,
  shown: string[],
  seed = 1,
): { exact: boolean; steps: ClassChance[][] } {
  checkPath(path, genome)
  checkRaised(path, raised)
  const counted = countedSteps(raised)
  const steps = path.map((): ClassChance[] => [])
  if (!counted.length) return { exact: true, steps }
  const keyOf = (phenotype: Phenotype) => shown.map(name => phenotype[name]).join('\n')
  const classOf = (phenotype: Phenotype): Phenotype =>
    Object.fromEntries(shown.map(name => [name, phenotype[name]!]))
  const classes = new Map<string, Phenotype>()
  const seen = (phenotype: Phenotype) => {
    const key = keyOf(phenotype)
    if (!classes.has(key)) classes.set(key, classOf(phenotype))
    return key
  }
  try {
    const courses = coursesOf(genome, seedParent, pollenParent, path, raised)
    for (const step of counted) {
      const sizes = sizesTo(step, raised)
      steps[step] = [...new Set([...courses.reached(sizes.length - 1)].map(seen))].map(key => ({
        phenotype: classes.get(key)!,
        chance: courses.chance(sizes, phenotype => keyOf(phenotype) === key, 1),
      }))
    }
    return { exact: true, steps }
  } catch (error) {
    if (!(error instanceof TooMuch)) throw error
  }
  const found = simulated(
    genome,
    seedParent,
    pollenParent,
    path,
    raised,
    { seed },
    (_, { plants, looks, stride }) => {
      const numbers = new Set<number>()
      for (let at = 0; at < plants.length; at += stride) numbers.add(looks.numberOf(plants, at))
      return new Set([...numbers].map(number => seen(looks.phenotypeOf(number))))
    },
  )
  return {
    exact: false,
    steps: found.map(things =>
      [...things].map(([key, chance]) => ({ phenotype: classes.get(key)!, ...chance })),
    ),
  }
}
