import { max, range, sum, transpose } from 'd3-array'
import { betaQuantile, normalCdf } from '../chance/distributions'
import type { Estimate, GuideRange } from '../chance/estimate'
import { checkRange, originOf } from '../chance/estimate'
import { shareFromGuide } from '../chance/rate'
import { once } from '../once'
import type { PollenLife } from './life'
import { MOIST_KEEPS, THREE, along } from './prior'

/** What is thought of pollen of a kind before it is tested. */
export interface PollenPrior {
  /** share alive when it went into its tube, 80 % range */
  start: GuideRange
  /** days at the reference temperature in which half of it dies, 80 % range */
  halfLifeDays: GuideRange
  /** share that a thaw costs, 80 % range */
  thawLoss: GuideRange
}

/** A test: so many of those looked at germinated, or took the stain, after what the pollen had gone through. */
export interface PollenTest {
  alive: number
  seen: number
  /** fields of view that they were counted in */
  fields: number
  method: 'germinated' | 'stained'
  life: PollenLife
}

/**
 * Of the variance between collections of a class so much lies between donors and ways of taking it, the rest
 * between collections.
 */
const OF_KINDS = 0.5

const REACH = 3
const scaled = (weights: number[]) => weights.map(weight => weight / sum(weights))
/**
 * Points of what is a standard normal deviate over a class, with their weights, and with those among the
 * collections of a kind.
 */
function pointsOf(count: number) {
  const deviates = range(count).map(i => REACH * ((2 * (i + 0.5)) / count - 1))
  /** by kind and collection: weight of a collection's deviate, given that of its kind */
  const fromKind = deviates.map(kind =>
    scaled(deviates.map(z => Math.exp(-((z - Math.sqrt(OF_KINDS) * kind) ** 2) / (2 * (1 - OF_KINDS))))),
  )
  return {
    deviates,
    weights: scaled(deviates.map(z => Math.exp(-(z ** 2) / 2))),
    fromKind,
    toCollection: transpose(fromKind) as number[][],
  }
}
/** Shares alive at the start, and half-lives. */
const [STARTS, HALF_LIVES] = [20, 12]
const [OF_STARTS, OF_HALF_LIVES] = [pointsOf(STARTS), pointsOf(HALF_LIVES)]
const CELLS = STARTS * HALF_LIVES

/**
 * What all pollen of a class has in common, how fast it dies in the warm and what a thaw costs: the usual of
 * both, and each of them far to either side. Exact for what changes with the cube of either.
 *
 * @see Stroud (1971), Approximate Calculation of Multiple Integrals (normal weight, degree 3)
 */
const COMMON = [
  { q10: 1, thaw: 1, weight: 1 / 3 },
  { q10: 1, thaw: 0, weight: 1 / 6 },
  { q10: 1, thaw: 2, weight: 1 / 6 },
  { q10: 0, thaw: 1, weight: 1 / 6 },
  { q10: 2, thaw: 1, weight: 1 / 6 },
]

/**
 * By how much more take the stain than germinate: log odds, mean and standard deviation before both were
 * counted of one pollen.
 */
const STAINS_MORE = { mean: 0.6, sd: 0.5 }
const STAIN_POINTS = [-1.8, -0.9, 0, 0.9, 1.8]
const STAIN_WEIGHTS = scaled(STAIN_POINTS.map(z => Math.exp(-(z ** 2) / 2)))
/** How alike grains of one field are, where no count tells: intraclass correlation. */
export const FIELD_ALIKE = 0.02

/** The points of a prior. */
interface Grid {
  starts: number[]
  halfLives: number[]
  thawKeeps: number[]
}
const grids = new WeakMap<PollenPrior, Grid>()

function gridOf(prior: PollenPrior): Grid {
  const known = grids.get(prior)
  if (known) return known
  checkRange(prior.halfLifeDays, 1e-3)
  const { a, b } = shareFromGuide(prior.start)
  const logit = (p: number) => Math.log(p / (1 - p))
  const grid = {
    starts: OF_STARTS.deviates.map(z => betaQuantile(normalCdf(z), a, b)),
    halfLives: OF_HALF_LIVES.deviates.map(z =>
      Math.exp(along(Math.log(prior.halfLifeDays.low), Math.log(prior.halfLifeDays.high), z)),
    ),
    thawKeeps: THREE.map(z => {
      const odds = along(logit(prior.thawLoss.low), logit(prior.thawLoss.high), z)
      return 1 / (1 + Math.exp(odds))
    }),
  }
  grids.set(prior, grid)
  return grid
}

/** What {@link leftOf} told last: it is read at once, and asked thousands of times. */
const SCRATCH = new Float64Array(HALF_LIVES)
/** Share left of what was alive at the start, by half-life, for one pair of what is common; until it is asked again. */
function leftOf({ halfLives, thawKeeps }: Grid, life: PollenLife, q10: number, thaw: number): Float64Array {
  const kept = thawKeeps[thaw]! ** life.thaws * MOIST_KEEPS ** life.ices
  for (let j = 0; j < HALF_LIVES; j++)
    SCRATCH[j] = kept * Math.exp((-Math.LN2 * life.aging[q10]!) / halfLives[j]!)
  return SCRATCH
}

/**
 * What some tests of one collection say of each point: the logarithm of their likelihood, for every pair of
 * what is common.
 */
export interface TestSurface {
  log: Float64Array[]
  tests: number
}

/**
 * What tests of a class tell of how they are done: how alike grains of a field are, and what a stain tells of
 * germination.
 */
export interface TestsKnown {
  fieldsAlike: number
  /** weights of the points of {@link STAIN_POINTS} */
  stains: number[]
}
export const nothingTested: TestsKnown = { fieldsAlike: FIELD_ALIKE, stains: STAIN_WEIGHTS }

/** What a grain of a count is worth of one that was drawn by itself: fields differ (Kish 1965, design effect). */
export const worthOfCount = (seen: number, fields: number, alike = FIELD_ALIKE): number =>
  1 / (1 + Math.max(0, seen / fields - 1) * alike)

/** Log likelihood of some tests for one pair of what is common; `more` are the log odds by which a stain shows more. */
function logOf(
  grid: Grid,
  tests: PollenTest[],
  { q10, thaw }: { q10: number; thaw: number },
  alike: number,
  more: number,
): Float64Array {
  const log = new Float64Array(CELLS)
  for (const { alive, seen, fields, method, life } of tests) {
    const left = leftOf(grid, life, q10, thaw)
    const worth = worthOfCount(seen, fields, alike)
    const factor = method === 'stained' ? Math.exp(more) : 1
    for (let i = 0, k = 0; i < STARTS; i++)
      for (let j = 0; j < HALF_LIVES; j++, k++) {
        const p = grid.starts[i]! * left[j]!
        const shown = Math.min(1 - 1e-9, Math.max(1e-9, (factor * p) / (1 - p + factor * p)))
        log[k]! += worth * (alive * Math.log(shown) + (seen - alive) * Math.log1p(-shown))
      }
  }
  return log
}

/** The log odds by which a stain shows more, at a point. */
const stainsMore = (z: number) => STAINS_MORE.mean + STAINS_MORE.sd * z

/** log of the weighted mean of what some logs stand for, cell by cell. */
function meanOfLogs(logs: Float64Array[], weights: number[]): Float64Array {
  if (logs.length === 1) return logs[0]!
  return logs[0]!.map((_, k) => {
    const most = max(logs, log => log[k]!)!
    return most + Math.log(sum(logs, (log, i) => weights[i]! * Math.exp(log[k]! - most)))
  })
}

/** Tests of one collection: a test of n finds binomially many alive, fields and stain allowed for. */
export function surfaceOf(
  prior: PollenPrior,
  tests: PollenTest[],
  { fieldsAlike, stains }: TestsKnown = nothingTested,
): TestSurface {
  const grid = gridOf(prior)
  const isStained = tests.some(t => t.method === 'stained')
  const points = isStained ? STAIN_POINTS : [0]
  // What never thawed tells the same whatever a thaw costs.
  const thawed = tests.some(t => t.life.thaws > 0)
  const log: Float64Array[] = []
  for (const common of COMMON) {
    const told = () => points.map(z => logOf(grid, tests, common, fieldsAlike, stainsMore(z)))
    log.push(common.thaw !== 1 && !thawed ? log[0]! : meanOfLogs(told(), stains))
  }
  return { tests: tests.length, log }
}

/** What collections of which both was counted tell of the stain: the weights of its points. */
export function learnStains(prior: PollenPrior, collections: PollenTest[][], fieldsAlike: number): number[] {
  const grid = gridOf(prior)
  const both = collections.filter(tests => new Set(tests.map(t => t.method)).size > 1)
  const logs = STAIN_POINTS.map(
    (z, i) =>
      Math.log(STAIN_WEIGHTS[i]!) +
      sum(both, tests => logMass(logOf(grid, tests, COMMON[0]!, fieldsAlike, stainsMore(z)), PRIOR)),
  )
  return scaled(logs.map(log => Math.exp(log - max(logs)!)))
}

/** Weights of all cells before anything is known. */
const PRIOR = Float64Array.from(
  { length: CELLS },
  (_, k) => OF_STARTS.weights[Math.floor(k / HALF_LIVES)]! * OF_HALF_LIVES.weights[k % HALF_LIVES]!,
)

/** log Σ weight · exp(log). */
function logMass(log: Float64Array, weights: Float64Array): number {
  const most = mostOf(log)
  let mass = 0
  for (let k = 0; k < CELLS; k++) mass += weights[k]! * likelihood(log[k]! - most)
  return most + Math.log(mass)
}

/** A matrix along each side of a grid: of starts · cells · of half-livesᵀ. */
function alongBoth(way: 'fromKind' | 'toCollection', cells: Float64Array): Float64Array {
  const [starts, halfLives] = [OF_STARTS[way], OF_HALF_LIVES[way]]
  const [half, whole] = [new Float64Array(CELLS), new Float64Array(CELLS)]
  for (let to = 0; to < STARTS; to++)
    for (let from = 0; from < STARTS; from++) {
      const weight = starts[to]![from]!
      for (let j = 0; j < HALF_LIVES; j++)
        half[to * HALF_LIVES + j]! += weight * cells[from * HALF_LIVES + j]!
    }
  for (let i = 0; i < STARTS; i++)
    for (let to = 0; to < HALF_LIVES; to++) {
      const row = halfLives[to]!
      let sum = 0
      for (let from = 0; from < HALF_LIVES; from++) sum += row[from]! * half[i * HALF_LIVES + from]!
      whole[i * HALF_LIVES + to] = sum
    }
  return whole
}

/** What is so much less likely than the likeliest counts as nothing; numbers near the least there are would be slow. */
const likelihood = (log: number): number => (log > -60 ? Math.exp(log) : 0)

const mostOf = (cells: Float64Array): number => {
  let most = -Infinity
  for (const one of cells) if (one > most) most = one
  return most
}

/** What is likely of a collection, as it is of its kind: the mean over the collections of that kind; logs. */
function ofKind(log: Float64Array): Float64Array {
  const most = mostOf(log)
  const cells = new Float64Array(CELLS)
  for (let k = 0; k < CELLS; k++) cells[k] = likelihood(log[k]! - most)
  const mean = alongBoth('fromKind', cells)
  for (let k = 0; k < CELLS; k++) mean[k] = most + Math.log(Math.max(1e-300, mean[k]!))
  return mean
}

/** What one collection tells of its kind. */
export function kindSurface({ log, tests }: TestSurface): TestSurface {
  const told = new Map(log.map(one => [one, one]))
  for (const one of told.keys()) told.set(one, ofKind(one))
  return { log: log.map(one => told.get(one)!), tests }
}

/** What several collections say of their kind together. */
export function joined(surfaces: TestSurface[]): TestSurface {
  if (surfaces.length === 1) return surfaces[0]!
  return {
    tests: sum(surfaces, s => s.tests),
    log: byCommon(surfaces, c => {
      const log = new Float64Array(CELLS)
      for (const { log: logs } of surfaces) for (let k = 0; k < CELLS; k++) log[k]! += logs[c]![k]!
      return log
    }),
  }
}

/** One for each pair of what is common; the same one again where all surfaces say the same of two. */
function byCommon(surfaces: TestSurface[], of: (c: number) => Float64Array): Float64Array[] {
  const found: Float64Array[] = []
  COMMON.forEach((_, c) => {
    const same = found.findIndex((_, before) => surfaces.every(({ log }) => log[c] === log[before]))
    found.push(same < 0 ? of(c) : found[same]!)
  })
  return found
}

/** The same without one of them. */
export const lessOne = (all: TestSurface, one: TestSurface): TestSurface => ({
  tests: all.tests - one.tests,
  log: byCommon([all, one], c => {
    const [rest, own] = [all.log[c]!.slice(), one.log[c]!]
    for (let k = 0; k < CELLS; k++) rest[k]! -= own[k]!
    return rest
  }),
})

/** Weights of what is common, after what all kinds of a class have shown. */
export function learnCommon(kinds: TestSurface[]): number[] {
  const logs = COMMON.map(({ weight }) => Math.log(weight))
  for (const { log } of kinds) {
    const masses = new Map<Float64Array, number>()
    for (let c = 0; c < logs.length; c++) {
      const mass = masses.get(log[c]!) ?? logMass(log[c]!, PRIOR)
      masses.set(log[c]!, mass)
      logs[c]! += mass
    }
  }
  return scaled(logs.map(log => Math.exp(log - max(logs)!)))
}
const COMMON_PRIOR = COMMON.map(({ weight }) => weight)

/** Belief about one tube: weights of shares alive at the start and half-lives, for every pair of what is common. */
export interface PollenBelief {
  prior: PollenPrior
  /** they sum to 1 over all */ weights: Float64Array[]
  tests: number
}

/** Chance that the start is at least that of a point, by pair and half-life: for what is asked thousands of times. */
const atLeastOf = (belief: PollenBelief): Float64Array[] =>
  once(belief, 'at least', () =>
    belief.weights.map(cells => {
      const above = new Float64Array(CELLS + HALF_LIVES)
      for (let k = CELLS - 1; k >= 0; k--) above[k] = above[k + HALF_LIVES]! + cells[k]!
      return above
    }),
  )

/**
 * What tests make of the prior, on a grid: those of its own collection, and, as far as collections of a kind
 * are alike, those of others.
 *
 * @param own tests of the same pollen
 * @param others what other collections of its kind tell of that kind
 * @param common weights of what all pollen of its class has in common
 * @see Gelman et al. (2013), Bayesian Data Analysis, ch. 5
 */
export function believe(
  prior: PollenPrior,
  own: TestSurface | null = null,
  others: TestSurface | null = null,
  common: number[] = COMMON_PRIOR,
): PollenBelief {
  const expected = new Map<Float64Array | null, Float64Array>([[null, PRIOR]])
  const expectedBy = (log: Float64Array | null) => {
    if (!expected.has(log)) expected.set(log, fromKind(log!))
    return expected.get(log)!
  }
  const weights = COMMON.map((_, c) => {
    const cells = expectedBy(others?.log[c] ?? null).slice()
    if (own) {
      const log = own.log[c]!
      const most = mostOf(log)
      for (let k = 0; k < CELLS; k++) cells[k]! *= likelihood(log[k]! - most)
    }
    let whole = 0
    for (const weight of cells) whole += weight
    for (let k = 0; k < CELLS; k++) cells[k]! *= common[c]! / whole
    return cells
  })
  return { prior, weights, tests: (own?.tests ?? 0) + (others?.tests ?? 0) }
}

/** Weights of a collection's cells, given what is known of its kind. */
function fromKind(log: Float64Array): Float64Array {
  const most = mostOf(log)
  const kinds = new Float64Array(CELLS)
  for (let k = 0; k < CELLS; k++) kinds[k] = PRIOR[k]! * likelihood(log[k]! - most)
  return alongBoth('toCollection', kinds)
}

const BINS = 400

/** The share alive after what it has gone through: median and 80 % interval over the grid. */
export function viabilityOf({ prior, weights, tests }: PollenBelief, life: PollenLife): Estimate {
  const grid = gridOf(prior)
  const bins = new Float64Array(BINS)
  for (let c = 0; c < COMMON.length; c++) {
    const left = leftOf(grid, life, COMMON[c]!.q10, COMMON[c]!.thaw)
    const cells = weights[c]!
    for (let i = 0, k = 0; i < STARTS; i++) {
      const start = grid.starts[i]! * BINS
      for (let j = 0; j < HALF_LIVES; j++, k++) bins[(start * left[j]!) | 0]! += cells[k]!
    }
  }
  return {
    median: quantile(bins, 0.5),
    low: quantile(bins, 0.1),
    high: quantile(bins, 0.9),
    origin: originOf(tests),
    records: tests,
  }
}

/**
 * The chance that at least a share is alive after what it has gone through; between two points of the start
 * in proportion.
 */
export function chanceAlive(belief: PollenBelief, share: number, life: PollenLife): number {
  const grid = gridOf(belief.prior)
  const { starts } = grid
  const atLeast = atLeastOf(belief)
  let chance = 0
  for (let c = 0; c < COMMON.length; c++) {
    const left = leftOf(grid, life, COMMON[c]!.q10, COMMON[c]!.thaw)
    const above = atLeast[c]!
    // A longer half-life leaves more: what must have been alive at the start falls from one to the next.
    for (let j = 0, at = STARTS; j < HALF_LIVES; j++) {
      const needed = share / left[j]!
      while (at > 0 && starts[at - 1]! >= needed) at--
      if (at === STARTS) continue
      if (at === 0) {
        chance += above[j]!
        continue
      }
      // The weight of a point lies half below and half above it.
      const k = at * HALF_LIVES + j
      const here = (above[k]! + above[k + HALF_LIVES]!) / 2
      const before = (above[k - HALF_LIVES]! + above[k]!) / 2
      chance += here + ((starts[at]! - needed) / (starts[at]! - starts[at - 1]!)) * (before - here)
    }
  }
  return chance
}

function quantile(bins: Float64Array, p: number): number {
  let below = 0
  for (let i = 0; i < bins.length; i++) {
    if (below + bins[i]! >= p) return (i + (bins[i]! ? (p - below) / bins[i]! : 0)) / bins.length
    below += bins[i]!
  }
  return 1
}
