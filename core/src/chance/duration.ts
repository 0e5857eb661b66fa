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

/** Cells of the grid to either side of its middle, for the mean and for the logarithm of the spread. */
const [MEANS, SPREADS] = [20, 15]
/** Times that a grid is moved and widened; a cell at its edge that weighs less than this beside the heaviest is as good as nothing. */
const [MOVES, EDGE] = [8, -9]

interface Cell {
  mean: number
  spread: number
  logWeight: number
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
  const cellAt = (mean: number, spread: number): Cell => {
    const priorOfSpread = -(2 * prior.shape) * Math.log(spread) - prior.scale / spread ** 2
    const priorOfMean = -Math.log(spread) - (prior.weight * (mean - prior.mean) ** 2) / (2 * spread ** 2)
    return { mean, spread, logWeight: priorOfSpread + priorOfMean + likelihood(mean, spread) }
  }
  let middle = { mean: centre.mean, logSpread: Math.log(typical) }
  let reach = { mean: (5 * typical) / Math.sqrt(centre.weight / 4), logSpread: 1.6 }
  let cells: Cell[] = []
  for (let move = 0; move < MOVES; move++) {
    cells = []
    let [highest, atMean, atSpread] = [-Infinity, 0, 0]
    const edges = { mean: -Infinity, logSpread: -Infinity }
    for (let i = -MEANS; i <= MEANS; i++) {
      for (let j = -SPREADS; j <= SPREADS; j++) {
        const cell = cellAt(
          middle.mean + (i / MEANS) * reach.mean,
          Math.exp(middle.logSpread + (j / SPREADS) * reach.logSpread),
        )
        cells.push(cell)
        if (cell.logWeight > highest) [highest, atMean, atSpread] = [cell.logWeight, i, j]
        if (Math.abs(i) === MEANS) edges.mean = Math.max(edges.mean, cell.logWeight)
        if (Math.abs(j) === SPREADS) edges.logSpread = Math.max(edges.logSpread, cell.logWeight)
      }
    }
    const isOpen = { mean: edges.mean - highest > EDGE, logSpread: edges.logSpread - highest > EDGE }
    if (!isOpen.mean && !isOpen.logSpread) break
    middle = {
      mean: middle.mean + (atMean / MEANS) * reach.mean,
      logSpread: middle.logSpread + (atSpread / SPREADS) * reach.logSpread,
    }
    reach = {
      mean: reach.mean * (isOpen.mean ? 1.5 : 1),
      logSpread: reach.logSpread * (isOpen.logSpread ? 1.3 : 1),
    }
  }
  const highest = Math.max(...cells.map(c => c.logWeight))
  // Most of the grid weighs nothing; the few cells that do are what every quantile is summed from.
  const heavy = cells
    .map(c => ({ ...c, weight: Math.exp(c.logWeight - highest) }))
    .filter(c => c.weight > 1e-5)
  const total = heavy.reduce((sum, c) => sum + c.weight, 0)
  const below = (logDays: number) =>
    heavy.reduce((sum, c) => sum + c.weight * tabulatedCdf((logDays - c.mean) / c.spread), 0) / total
  return p => {
    let lo = middle.mean - 12 * Math.exp(middle.logSpread)
    let hi = middle.mean + 12 * Math.exp(middle.logSpread)
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
