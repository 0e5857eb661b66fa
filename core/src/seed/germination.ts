import { sum } from 'd3-array'
import { bisect } from '../chance/bisect'
import { normalQuantile } from '../chance/distributions'
import { OutOfRange } from '../chance/estimate'
import type { Highest } from '../chance/highest'
import { highest } from '../chance/highest'

/** What was seen at one look: how many came up since the last. */
export interface Look {
  /** days since sowing, or since it became warm */
  day: number
  count: number
}

/** Seeds sown together, and what was seen of them: a look that found nothing counts as well. */
export interface Sown {
  seeds: number
  looks: readonly Look[]
}

/**
 * How seed comes up: of all seeds the share `final` does, by day t the share final / (1 + (t / t50)^(−slope)). It is the
 * log-logistic curve with a fraction that never comes up.
 */
export interface Curve {
  final: number
  /** the day by which half of those that come up at all are up */
  t50: number
  slope: number
}

/** A number with its 80 % interval; an end beyond which the counts say nothing is 0 or infinite. */
export interface Bounded {
  estimate: number
  low: number
  high: number
}

/** A curve as it was fitted. */
export interface GerminationFit {
  final: Bounded
  /** null where nothing came up: the counts say nothing of it */
  t50: Bounded | null
  slope: Bounded | null
  /** of the counts, without the multinomial constant */
  logLikelihood: number
}

/** Twice the log likelihood falls by this much to the ends of an 80 % interval. */
const FALL = normalQuantile(0.9) ** 2

/** A slope beyond these is a step, or a line; a t50 lies within this many times the days that were looked at. */
const SLOPES = [0.2, 80] as const
const REACH = 50

/** @throws {OutOfRange} with a sentence for counts that cannot be */
export function checkSown({ seeds, looks }: Sown): void {
  if (!(Number.isInteger(seeds) && seeds >= 1))
    throw new OutOfRange(`Seeds are sown in whole numbers from 1 on, not ${seeds}.`)
  if (!looks.length) throw new OutOfRange('There is no look: give at least one day with its count.')
  looks.forEach(({ day, count }, i) => {
    const before = looks[i - 1]?.day ?? 0
    if (!(Number.isFinite(day) && day > before))
      throw new OutOfRange(
        i
          ? `The looks are in the order of their days, each once: day ${day} cannot follow day ${before}.`
          : `Days are counted from sowing on and lie above 0; the first is ${day}.`,
      )
    if (!(Number.isInteger(count) && count >= 0))
      throw new OutOfRange(
        `A count is a whole number of new seedlings, 0 or more; on day ${day} it is ${count}.`,
      )
  })
  const up = sum(looks, look => look.count)
  if (up > seeds) throw new OutOfRange(`${up} came up of ${seeds} sown: more than there were seeds.`)
}

/** The share of those that come up at all which is up by a day. */
export const upBy = (day: number, { t50, slope }: Pick<Curve, 't50' | 'slope'>): number =>
  day <= 0 ? 0 : day === Infinity ? 1 : 1 / (1 + Math.exp(-slope * (Math.log(day) - Math.log(t50))))

/** What the likelihood takes of a tray, worked out once. */
interface Counted {
  seeds: number
  up: number
  /** logarithms of the days */ days: Float64Array
  counts: Float64Array
}

const counted = ({ seeds, looks }: Sown): Counted => ({
  seeds,
  up: sum(looks, look => look.count),
  days: Float64Array.from(looks, look => Math.log(look.day)),
  counts: Float64Array.from(looks, look => look.count),
})

/** What the counts of a tray say of the speed alone, and the share of what comes up at all that is up by the last look. */
interface Speed {
  log: number
  byLast: number
}

function speedIn({ days, counts }: Counted, logT50: number, slope: number): Speed {
  let [log, before] = [0, 0]
  for (let i = 0; i < days.length; i++) {
    const now = 1 / (1 + Math.exp(-slope * (days[i]! - logT50)))
    if (counts[i]) log += counts[i]! * Math.log(Math.max(now - before, 1e-300))
    before = now
  }
  return { log, byLast: before }
}

/** The log likelihood of a tray, without the multinomial constant. */
function logOf({ seeds, up }: Counted, { log, byLast }: Speed, final: number): number {
  const ofUp = up ? up * Math.log(Math.max(final, 1e-300)) : 0
  const ofOthers = up < seeds ? (seeds - up) * Math.log(Math.max(1 - final * byLast, 1e-300)) : 0
  return log + ofUp + ofOthers
}

/** The share that comes up which some trays make likeliest, where the speed is known. */
function finalFor(trays: Counted[], speeds: Speed[]): number {
  if (trays.length === 1)
    return Math.min(1, trays[0]!.up / (trays[0]!.seeds * Math.max(speeds[0]!.byLast, 1e-12)))
  // Σ up / d = Σ not · P / (1 − d P): the one side falls with d, the other rises.
  const up = sum(trays, tray => tray.up)
  return bisect(0, 1, final => {
    const pull = sum(trays, (tray, i) => {
      const { byLast } = speeds[i]!
      return ((tray.seeds - tray.up) * byLast) / Math.max(1 - final * byLast, 1e-12)
    })
    return up > pull * final
  })
}

/** The log likelihood of some trays at a speed; the share that comes up as it fits best, or as it is given. */
function logAt(
  trays: Counted[],
  logT50: number,
  slope: number,
  given?: number,
): { log: number; final: number } {
  const speeds = trays.map(tray => speedIn(tray, logT50, slope))
  const final = given ?? finalFor(trays, speeds)
  return { log: sum(trays, (tray, i) => logOf(tray, speeds[i]!, final)), final }
}

/**
 * The log likelihood of counts under a curve, without the multinomial constant: those between two looks came up between them, and
 * the seeds that are not up had not come up by the last one.
 */
export function logLikelihoodOf(sown: Sown[]): (curve: Curve) => number {
  const trays = sown.map(counted)
  return ({ final, t50, slope }) => logAt(trays, Math.log(t50), slope, final).log
}

/**
 * The curve that makes the counts of some trays likeliest, with 80 % intervals by profile likelihood.
 *
 * @param prior what is known beforehand, as if it had been seen of other seeds, see {@link seenAlong}
 * @throws {OutOfRange} for counts that cannot be, see {@link checkSown}
 * @see Hay, Mead & Bloomberg (2014), Seed Science Research 24:165, on curves with a fraction that never germinates
 */
export function fitGermination(sown: Sown[], prior: Sown[] = []): GerminationFit {
  sown.forEach(checkSown)
  const all = [...sown, ...prior]
  const trays = all.map(counted)
  const up = sum(trays, tray => tray.up)
  const bounds = boundsOf(all)
  // A seed may take longer than anybody looked: where nothing came up, the counts allow every share.
  if (!up) return { final: { estimate: 0, low: 0, high: 1 }, t50: null, slope: null, logLikelihood: 0 }

  const free = ([logT50, logSlope]: number[]) => logAt(trays, logT50!, Math.exp(logSlope!)).log
  const middle = medianDay(trays)
  const best = [2, 8]
    .map(slope => highest(free, [middle, Math.log(slope)], bounds))
    .reduce((a, b) => (b.value > a.value + 1e-9 ? b : a))
  const [logT50, logSlope] = best.at as [number, number]
  const { final } = logAt(trays, logT50, Math.exp(logSlope))

  /** How high the likelihood is along one parameter, the others as they fit best, each from where the last one stood. */
  const along = (at: (x: number, from: number[]) => Highest, start: number[]) => {
    let from = start
    return (x: number) => {
      const found = at(x, from)
      from = found.at
      return found.value
    }
  }
  const alongT50 = (x: number, from: number[]) => highest(([b]) => free([x, b!]), from, [bounds[1]])
  const alongSlope = (x: number, from: number[]) => highest(([a]) => free([a!, x]), from, [bounds[0]])
  const alongFinal = (x: number, from: number[]) =>
    highest(([a, b]) => logAt(trays, a!, Math.exp(b!), shareOf(x)).log, from, bounds)
  const end = (at: Parameters<typeof along>[0], from: number[], estimate: number, bound: number) =>
    endOf(along(at, from), estimate, bound, best.value - FALL / 2)
  const logitFinal = logit(final)
  return {
    final: {
      estimate: final,
      low: shareOf(end(alongFinal, best.at, logitFinal, -MOST_LOGIT) ?? -Infinity),
      high: shareOf(end(alongFinal, best.at, logitFinal, MOST_LOGIT) ?? Infinity),
    },
    t50: {
      estimate: Math.exp(logT50),
      low: Math.exp(end(alongT50, [logSlope], logT50, bounds[0][0]) ?? -Infinity),
      high: Math.exp(end(alongT50, [logSlope], logT50, bounds[0][1]) ?? Infinity),
    },
    slope: {
      estimate: Math.exp(logSlope),
      low: Math.exp(end(alongSlope, [logT50], logSlope, bounds[1][0]) ?? -Infinity),
      high: Math.exp(end(alongSlope, [logT50], logSlope, bounds[1][1]) ?? Infinity),
    },
    logLikelihood: best.value,
  }
}

/** Beyond this a share is none, or all. */
const MOST_LOGIT = 16
const logit = (share: number) =>
  Math.min(MOST_LOGIT - 1, Math.max(1 - MOST_LOGIT, Math.log(share / (1 - share))))
const shareOf = (x: number) => (Math.abs(x) >= MOST_LOGIT ? Number(x > 0) : 1 / (1 + Math.exp(-x)))

/** The days by which these shares of what comes up at all are up tell a curve. */
const TELLING = [0.1, 0.3, 0.5, 0.7, 0.9, 0.99]

/** What would have been seen of so many seeds that come up along a curve, as knowledge to start from. */
export function seenAlong({ final, t50, slope }: Curve, seeds: number): Sown {
  const dayOf = (share: number) => t50 * (share / (1 - share)) ** (1 / slope)
  return {
    seeds,
    looks: TELLING.map((share, i) => ({
      day: dayOf(share),
      count: seeds * final * (share - (TELLING[i - 1] ?? 0)),
    })),
  }
}

/** The least and the greatest logarithm of t50 and of the slope that the looks at some trays can tell of. */
export function boundsOf(sown: Sown[]): [[number, number], [number, number]] {
  const days = sown.flatMap(({ looks }) => looks.map(({ day }) => day))
  return [
    [Math.log(Math.min(...days) / REACH), Math.log(Math.max(...days) * REACH)],
    [Math.log(SLOPES[0]), Math.log(SLOPES[1])],
  ]
}

/** The logarithm of the day by which half of those that came up were up, along the looks. */
function medianDay(trays: Counted[]): number {
  const seen = trays
    .flatMap(({ days, counts }) => [...days].map((day, i) => ({ day, count: counts[i]! })))
    .sort((a, b) => a.day - b.day)
  const half = sum(seen, look => look.count) / 2
  let before = 0
  return seen.find(look => (before += look.count) >= half)!.day
}

/** As near to the height as an end needs to be, in log likelihood. */
const CLOSE = 1e-3

/**
 * Where the likelihood has fallen to a height on the way from the estimate to a bound; null where it never falls so far.
 *
 * The way is doubled until it has, then narrowed by the secant that keeps both sides (Illinois).
 */
function endOf(of: (x: number) => number, estimate: number, bound: number, height: number): number | null {
  const way = Math.sign(bound - estimate)
  let [near, nearBy] = [estimate, of(estimate) - height]
  let [far, farBy] = [near, nearBy]
  for (let step = 0.1; farBy > 0; step *= 2) {
    if (far === bound) return null
    ;[near, nearBy] = [far, farBy]
    far = way > 0 ? Math.min(bound, far + step) : Math.max(bound, far - step)
    farBy = of(far) - height
  }
  let kept = 0
  for (let i = 0; i < 30 && Math.abs(far - near) > 1e-4; i++) {
    const x = far - (farBy * (far - near)) / (farBy - nearBy)
    const by = of(x) - height
    if (Math.abs(by) < CLOSE) return x
    if (by > 0) {
      ;[near, nearBy] = [x, by]
      if (kept > 0) farBy /= 2
      kept = 1
    } else {
      ;[far, farBy] = [x, by]
      if (kept < 0) nearBy /= 2
      kept = -1
    }
  }
  return (near + far) / 2
}
