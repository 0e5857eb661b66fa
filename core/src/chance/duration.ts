import { rollup, sum } from 'd3-array'
import { normalCdf, tabulatedCdf } from './distributions'
import type { Estimate, GuideRange } from './estimate'
import { checkRange, originOf } from './estimate'
import type { NormalBelief } from './normalBelief'
import { beliefFrom, learnNormal, momentsOf, predictive, quantileOf } from './normalBelief'

/**
 * One observed duration in days. Seen on the day it happened: `from` = `to`. Seen only between two looks
 * ("not yet on day 2, ready on day 4"): it happened after `from` and at the latest at `to`; not seen yet at the last look: `to` is null.
 */
export interface DurationRecord {
  from: number
  to: number | null
  /** how often it was seen; absent: once */ times?: number
}

const timesOf = ({ times = 1 }: DurationRecord) => times

/** From so many spreads away from all that is known a record tells less of the wait than of a slip: a wrong day, another flower. */
const ODD_FROM = 3.5

/**
 * How much each record weighs: 1 where it can be, ever less the further it lies from what the guide and the other records say.
 *
 * The centre is the weighted median of the guide, worth four records, and the records; a garden whose records agree with each other is
 * believed, however far it lies from the guide. An interval weighs by its end that lies nearest.
 *
 * @see Huber (1981), Robust Statistics, chapter 3, for weights that fall with the distance
 */
export function weightsOf(guide: GuideRange, records: DurationRecord[]): number[] {
  const [low, high] = [Math.log(guide.low), Math.log(guide.high)]
  const logs = (record: DurationRecord) => {
    const { from, to } = endsOf(record)
    return { from: Math.log(from), to: Math.log(to) }
  }
  const prior = { at: (low + high) / 2, times: GUIDE_WEIGHT }
  const centre = weightedMedian([
    prior,
    ...records.map(r => ({ at: nearest(logs(r), prior.at), times: timesOf(r) })),
  ])
  const away = (r: DurationRecord) => Math.abs(nearest(logs(r), centre) - centre)
  const ofGuide = (high - low) / 2 / 1.2816
  const spread = Math.max(
    ofGuide,
    1.4826 *
      weightedMedian([
        { at: ofGuide / 1.4826, times: GUIDE_WEIGHT },
        ...records.map(r => ({ at: away(r), times: timesOf(r) })),
      ]),
  )
  return records.map(r => Math.min(1, ((ODD_FROM * spread) / Math.max(away(r), 1e-9)) ** 4))
}

/** Both ends of a record in days, with a logarithm; an open end lies nowhere. */
const endsOf = ({ from, to }: DurationRecord) => ({
  from: Math.max(from, SHORTEST_DAYS),
  to: to === null ? Infinity : Math.max(to, SHORTEST_DAYS),
})

/** The place in an interval that lies nearest to a value. */
const nearest = ({ from, to }: { from: number; to: number }, at: number) => Math.min(Math.max(at, from), to)

function weightedMedian(values: { at: number; times: number }[]): number {
  const sorted = [...values].sort((a, b) => a.at - b.at)
  const half = sum(sorted, v => v.times) / 2
  let below = 0
  return sorted.find(v => (below += v.times) >= half)?.at ?? 0
}

/** How many records the guide's range is worth. */
const GUIDE_WEIGHT = 4

/** Shortest duration the logarithm is taken of; a thing done the same day took about a quarter of one. */
const SHORTEST_DAYS = 0.25

/** Belief about the log of a duration. */
const beliefFromGuide = ({ low, high }: GuideRange): NormalBelief =>
  beliefFrom({ low: Math.log(low), high: Math.log(high) }, GUIDE_WEIGHT)

const learnExact = (belief: NormalBelief, records: { days: number; times: number }[]): NormalBelief =>
  learnNormal(belief, momentsOf(records.map(({ days, times }) => ({ value: Math.log(days), times }))))

function predictExact(belief: NormalBelief): (p: number) => number {
  const next = predictive(belief)
  return p => Math.exp(quantileOf(next, p))
}

/** Cells to either side of the middle of a grid. */
interface Cells {
  means: number
  spreads: number
}
/** What quantiles are summed on; and every fourth mean and third spread of it: enough to find where it belongs. */
const FINE: Cells = { means: 20, spreads: 15 }
const COARSE: Cells = { means: 5, spreads: 5 }
/** Times that a grid is moved and widened; a cell at its edge that weighs less than this beside the heaviest is as good as nothing. */
const [MOVES, EDGE] = [8, -9]

/** Where a grid over the mean and the logarithm of the spread lies, and how far it reaches to either side. */
interface Frame {
  mean: number
  logSpread: number
  reach: { mean: number; logSpread: number }
}

/** A grid with the log weight of each of its cells. */
interface Grid {
  means: Float64Array
  spreads: Float64Array
  logWeights: Float64Array
  highest: number
  /** where it would rather lie; null where it reaches as far as anything weighs */
  better: Frame | null
}

function gridOn(
  { mean, logSpread, reach }: Frame,
  cells: Cells,
  logWeightOf: (mean: number, spread: number) => number,
): Grid {
  const size = (2 * cells.means + 1) * (2 * cells.spreads + 1)
  const [means, spreads, logWeights] = [
    new Float64Array(size),
    new Float64Array(size),
    new Float64Array(size),
  ]
  let [highest, atMean, atSpread] = [-Infinity, mean, logSpread]
  const edges = { mean: -Infinity, logSpread: -Infinity }
  let cell = 0
  for (let i = -cells.means; i <= cells.means; i++) {
    for (let j = -cells.spreads; j <= cells.spreads; j++, cell++) {
      const ownLogSpread = logSpread + (j / cells.spreads) * reach.logSpread
      means[cell] = mean + (i / cells.means) * reach.mean
      spreads[cell] = Math.exp(ownLogSpread)
      const weight = (logWeights[cell] = logWeightOf(means[cell]!, spreads[cell]!))
      if (weight > highest) [highest, atMean, atSpread] = [weight, means[cell]!, ownLogSpread]
      if (Math.abs(i) === cells.means) edges.mean = Math.max(edges.mean, weight)
      if (Math.abs(j) === cells.spreads) edges.logSpread = Math.max(edges.logSpread, weight)
    }
  }
  const isOpen = { mean: edges.mean - highest > EDGE, logSpread: edges.logSpread - highest > EDGE }
  const better = {
    mean: atMean,
    logSpread: atSpread,
    reach: {
      mean: reach.mean * (isOpen.mean ? 1.5 : 1),
      logSpread: reach.logSpread * (isOpen.logSpread ? 1.3 : 1),
    },
  }
  return {
    means,
    spreads,
    logWeights,
    highest,
    better: isOpen.mean || isOpen.logSpread ? better : null,
  }
}

/**
 * Predictive quantiles when some records are intervals: the posterior over (mean, spread) of the log duration is
 * summed on a grid, so that an interval contributes its probability and not a made-up day inside it. The grid is moved until the
 * heaviest cell lies in its middle, and widened until nothing lies at its edges.
 */
function predictOnGrid(prior: NormalBelief, records: DurationRecord[]): (p: number) => number {
  // What was never looked at before its end, or not seen yet, may come at any time: it lies where the guide has it, as far as it can.
  const likely = (r: DurationRecord) =>
    nearest(endsOf(r), r.from > 0 && r.to !== null ? (r.from + r.to) / 2 : Math.exp(prior.mean))
  const centre = learnExact(
    prior,
    records.map(r => ({ days: likely(r), times: timesOf(r) })),
  )
  const typical = Math.sqrt(centre.scale / centre.shape)
  const likelihood = logLikelihoodOf(records)
  const logWeightOf = (mean: number, spread: number): number => {
    const priorOfSpread = -(2 * prior.shape) * Math.log(spread) - prior.scale / spread ** 2
    const priorOfMean = -Math.log(spread) - (prior.weight * (mean - prior.mean) ** 2) / (2 * spread ** 2)
    return priorOfSpread + priorOfMean + likelihood(mean, spread)
  }
  let frame: Frame = {
    mean: centre.mean,
    logSpread: Math.log(typical),
    reach: { mean: (5 * typical) / Math.sqrt(centre.weight / 4), logSpread: 1.6 },
  }
  const settledOn = (cells: Cells): Grid => {
    let grid = gridOn(frame, cells, logWeightOf)
    for (let move = 1; grid.better && move < MOVES; move++) {
      frame = grid.better
      grid = gridOn(frame, cells, logWeightOf)
    }
    return grid
  }
  settledOn(COARSE)
  return quantilesOf(settledOn(FINE), frame)
}

/** The quantiles of a duration whose log has the weighted means and spreads of a grid. */
function quantilesOf({ means, spreads, logWeights, highest }: Grid, frame: Frame): (p: number) => number {
  // Most of the grid weighs nothing; the few cells that do are what every quantile is summed from.
  const weights = logWeights.map(log => Math.exp(log - highest))
  const heavy = Int32Array.from(weights.keys()).filter(cell => weights[cell]! > 1e-5)
  const total = heavy.reduce((sum, cell) => sum + weights[cell]!, 0)
  const below = (logDays: number) => {
    let sum = 0
    for (const cell of heavy) sum += weights[cell]! * tabulatedCdf((logDays - means[cell]!) / spreads[cell]!)
    return sum / total
  }
  const far = 12 * Math.exp(frame.logSpread)
  return p => {
    let [lo, hi] = [frame.mean - far, frame.mean + far]
    while (hi - lo > 1e-5) {
      const between = (lo + hi) / 2
      if (below(between) < p) lo = between
      else hi = between
    }
    return Math.exp((lo + hi) / 2)
  }
}

/**
 * The log likelihood of records for a mean and a spread of the log duration. Gardens note whole days: exact
 * records are summed up once, and hundreds of intervals end on a dozen days, of which each is asked for once.
 */
function logLikelihoodOf(records: DurationRecord[]): (mean: number, spread: number) => number {
  const exact = records.filter(({ from, to }) => from === to)
  const logs = exact.map(record => ({ log: Math.log(endsOf(record).to), times: timesOf(record) }))
  const count = sum(logs, r => r.times)
  const total = sum(logs, r => r.times * r.log)
  const squares = sum(logs, r => r.times * r.log ** 2)

  const intervals = records.filter(({ from, to }) => from !== to)
  // From nothing lies nothing below it, and below an open end everything.
  const days = intervals.flatMap(({ from, to }) => [Math.max(from, 0), to ?? Infinity])
  const ends = [...new Set(days)].map(Math.log)
  const placeOf = new Map([...new Set(days)].map((day, i) => [day, i]))
  const seen = rollup(
    intervals.map(r => ({
      lower: placeOf.get(Math.max(r.from, 0))!,
      upper: placeOf.get(r.to ?? Infinity)!,
      times: timesOf(r),
    })),
    same => ({ ...same[0]!, times: sum(same, r => r.times) }),
    r => r.lower * ends.length + r.upper,
  )
  const below = new Float64Array(ends.length)
  return (mean, spread) => {
    let log = -(squares - 2 * mean * total + count * mean ** 2) / (2 * spread ** 2) - count * Math.log(spread)
    for (let i = 0; i < ends.length; i++) below[i] = normalCdf((ends[i]! - mean) / spread)
    for (const { lower, upper, times } of seen.values())
      log += times * Math.log(Math.max(below[upper]! - below[lower]!, 1e-300))
    return log
  }
}

/** The quantiles of the next case: days by the share of cases that are over by then. See {@link estimateDuration}. */
export function durationQuantiles(guide: GuideRange, noted: DurationRecord[] = []): (p: number) => number {
  checkRange(guide, Number.MIN_VALUE)
  const prior = beliefFromGuide(guide)
  const weights = weightsOf(guide, noted)
  const records = noted.map((record, i) =>
    weights[i] === 1 ? record : { ...record, times: timesOf(record) * weights[i]! },
  )
  if (!records.length) return predictExact(prior)
  return records.every(r => r.from === r.to)
    ? predictExact(
        learnExact(
          prior,
          records.map(r => ({ days: endsOf(r).to, times: timesOf(r) })),
        ),
      )
    : predictOnGrid(prior, records)
}

/**
 * How many days one step takes until the next.
 *
 * The guide's range is the prior predictive 80 % interval on the log scale, worth four records. Records that are
 * exact update it in closed form (Student's t on the log scale); as soon as one is an interval between two looks the
 * posterior is summed on a grid.
 *
 * @param guide 80 % range in days, 0 < low < high
 * @param noted observed durations in days; an interval must have from < to, an open one ends nowhere; what cannot be weighs little, see {@link weightsOf}
 * @returns days: median and 80 % interval of the next case
 * @throws {OutOfRange} if the guide's range is not a positive range
 * @see Gelman et al. (2013), Bayesian Data Analysis, section 3.3
 */
export function estimateDuration(guide: GuideRange, noted: DurationRecord[] = []): Estimate {
  const quantile = durationQuantiles(guide, noted)
  const count = sum(noted, timesOf)
  return {
    median: quantile(0.5),
    low: quantile(0.1),
    high: quantile(0.9),
    origin: originOf(count),
    records: count,
  }
}
