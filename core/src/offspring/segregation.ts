/** Counts of classes in a family, and the ratios by which genes make them. */
import { sum } from 'd3-array'
import { chiSquareCdf } from '../chance/distributions'
import { OutOfRange } from '../chance/estimate'
import { randomStream } from '../chance/stream'
import { counted } from '../formats/counted'

/** How counts go with a ratio. */
interface SegregationTest {
  chiSquare: number
  df: number
  /** of chi-square */ p: number
  g: number
  pG: number
  /** sum of the probabilities of all outcomes that are no likelier than the one observed */
  exactP: number
  /** where it is simulated: its standard error */
  standardError?: number
}

/** Families and classes at most: what is typed in by hand. */
const MOST_PLANTS = 1_000_000
/** Ways to fill classes that are looked at before the exact test is simulated instead, about half a second; and plants. */
const [MOST_OUTCOMES, MOST_EXACT] = [6_000_000, 20_000]
const SIMULATED = 100_000
/** Outcomes as likely as the observed one differ from it by rounding only. */
const ROUNDING = 1e-7

/** @throws {OutOfRange} with what is allowed */
function checkCounts(observed: number[], ratio?: number[]): void {
  const wrong = observed.find(n => !(Number.isInteger(n) && n >= 0))
  if (wrong !== undefined) throw new OutOfRange(`Counts are whole numbers of 0 or more, not ${wrong}.`)
  if (observed.length < 2) throw new OutOfRange('Give the counts of two classes or more.')
  const plants = sum(observed)
  if (!plants) throw new OutOfRange('No plant was counted in any class.')
  if (plants > MOST_PLANTS) throw new OutOfRange(`Count at most ${MOST_PLANTS} plants, not ${plants}.`)
  if (!ratio) return
  if (ratio.length !== observed.length)
    throw new OutOfRange(
      `The ratio ${ratio.join(':')} has ${counted(ratio.length, 'part')}, and ${counted(observed.length, 'class', 'classes')} were counted.`,
    )
  const part = ratio.find(one => !(Number.isFinite(one) && one > 0))
  if (part !== undefined) throw new OutOfRange(`The parts of a ratio are above 0, not ${part}.`)
}

/**
 * Counts of a family held against a ratio: chi-square, G and the exact multinomial test.
 *
 * @param observed plants of each class
 * @param ratio its parts, in the same order
 * @throws {OutOfRange} for counts that are none, and a ratio that does not fit them
 * @see Sokal & Rohlf (1995), Biometry, ch. 17; for the exact test Cressie & Read (1989), International Statistical Review 57:19
 */
export function segregationTest(observed: number[], ratio: number[]): SegregationTest {
  checkCounts(observed, ratio)
  const shares = sharesOf(ratio)
  const plants = sum(observed)
  const chiSquare = sum(observed, (n, i) => (n - plants * shares[i]!) ** 2 / (plants * shares[i]!))
  const g = 2 * sum(observed, (n, i) => (n ? n * Math.log(n / (plants * shares[i]!)) : 0))
  const df = observed.length - 1
  return {
    chiSquare,
    df,
    p: 1 - chiSquareCdf(chiSquare, df),
    g,
    pG: 1 - chiSquareCdf(g, df),
    ...exactTest(observed, shares),
  }
}

const sharesOf = (ratio: number[]): number[] => ratio.map(part => part / sum(ratio))

/** Logarithms of factorials, up to the largest that was asked for. */
const factorials = [0]
function logFactorial(n: number): number {
  for (let i = factorials.length; i <= n; i++) factorials.push(factorials[i - 1]! + Math.log(i))
  return factorials[n]!
}

/** log of the chance of an outcome. */
const logChance = (observed: number[], shares: number[]): number =>
  logFactorial(sum(observed)) + sum(observed, (n, i) => n * Math.log(shares[i]!) - logFactorial(n))

/**
 * The exact test. Classes are filled one after the other; all ways to fill the rest are taken at once where even the likeliest of
 * them is no likelier than what was observed, and left where even the least likely is.
 *
 * @param part of the usual work that may be done
 */
function exactTest(
  observed: number[],
  shares: number[],
  part = 1,
): Pick<SegregationTest, 'exactP' | 'standardError'> {
  const plants = sum(observed)
  const bound = logChance(observed, shares) + ROUNDING
  // The largest classes first: what is left has few ways.
  const order = shares.map((_, i) => i).sort((a, b) => shares[b]! - shares[a]!)
  const logs = order.map(i => Math.log(shares[i]!))
  const left = order.map((_, i) => Math.log(sum(order.slice(i), one => shares[one]!)))
  const last = order.length - 1
  let [outcomes, p] = [0, 0]
  if (plants <= MOST_EXACT) {
    const likeliest = likeliestFillings(logs, plants)
    const fill = (at: number, rest: number, log: number): void => {
      if (++outcomes > MOST_OUTCOMES * part) return
      if (log + likeliest[at]![rest]! <= bound) p += Math.exp(log + rest * left[at]! - logFactorial(rest))
      // The least likely way is all in the rarest class.
      else if (at < last && log + rest * logs[last]! - logFactorial(rest) <= bound)
        for (let n = 0; n <= rest; n++) fill(at + 1, rest - n, log + n * logs[at]! - logFactorial(n))
    }
    fill(0, plants, logFactorial(plants))
    if (outcomes <= MOST_OUTCOMES * part) return { exactP: Math.min(1, p) }
  }
  return simulatedTest(plants, shares, bound, Math.ceil(SIMULATED * part))
}

/** log of the likeliest way to fill the classes from one on with so many plants, less what all ways have in common. */
function likeliestFillings(logs: number[], plants: number): Float64Array[] {
  return logs.map((_, from) => {
    const found = new Float64Array(plants + 1)
    const filled = logs.map(() => 0)
    for (let n = 0; n < plants; n++) {
      // The next plant goes where it costs least: what each class gains falls with every plant in it.
      let [best, gain] = [from, -Infinity]
      for (let i = from; i < logs.length; i++) {
        const own = logs[i]! - Math.log(filled[i]! + 1)
        if (own > gain) [best, gain] = [i, own]
      }
      filled[best]!++
      found[n + 1] = found[n]! + gain
    }
    return found
  })
}

/** The same by drawing families: so many of them are no likelier. */
function simulatedTest(
  plants: number,
  shares: number[],
  bound: number,
  runs: number,
): Pick<SegregationTest, 'exactP' | 'standardError'> {
  const random = randomStream(1)
  let hits = 0
  for (let run = 0; run < runs; run++) {
    let [rest, ahead] = [plants, 1]
    const drawn = shares.map(share => {
      const n = random.binomial(rest, Math.min(1, share / ahead))
      rest -= n
      ahead -= share
      return n
    })
    drawn[shares.length - 1]! += rest
    if (logChance(drawn, shares) <= bound) hits++
  }
  const exactP = (hits + 1) / (runs + 1)
  return { exactP, standardError: Math.sqrt((exactP * (1 - exactP)) / runs) }
}

/** Ratios by which one gene, two and three make classes, in diploids and in tetraploids. */
const USUAL_RATIOS: number[][] = [
  [1, 1],
  [2, 1],
  [3, 1],
  [5, 1],
  [7, 1],
  [5, 3],
  [9, 7],
  [13, 3],
  [15, 1],
  [35, 1],
  [37, 27],
  [63, 1],
  [1, 2, 1],
  [9, 3, 4],
  [9, 6, 1],
  [10, 3, 3],
  [12, 3, 1],
  [1, 1, 1, 1],
  [3, 3, 1, 1],
  [9, 3, 3, 1],
  [6, 3, 3, 4],
  [1, 4, 6, 4, 1],
  [3, 6, 3, 1, 2, 1],
  [1, 1, 1, 1, 1, 1, 1, 1],
  [27, 9, 9, 9, 3, 3, 3, 1],
  [1, 2, 1, 2, 4, 2, 1, 2, 1],
]

/** A ratio in one order of the classes, and how the counts go with it. */
export interface RankedRatio {
  ratio: number[]
  logLikelihood: number
  /** chance among the usual ratios, each as likely before, and each order of one */
  posterior: number
  exactP: number
  /** where that is simulated */ standardError?: number
}

/** Readings that are told, and how much less likely than the first one is still a rival. */
const [TOLD, RIVAL] = [12, 0.01]
/** Part of the usual work that the exact test of each of them may take. */
const PART_OF_EACH = 1 / 24

/**
 * The usual ratios of so many classes, in every order, the likeliest first.
 *
 * @param observed plants of each class
 * @returns the first of them, and how many plants of a family would tell the first from its nearest rival: with nine chances in ten
 *   it would then be at least twenty times as likely; null where there is no other
 * @throws {OutOfRange} for counts that are none, and for so many classes that no usual ratio has
 */
export function rankRatios(observed: number[]): { ranked: RankedRatio[]; apartWith: number | null } {
  checkCounts(observed)
  const usual = USUAL_RATIOS.filter(ratio => ratio.length === observed.length)
  if (!usual.length) {
    const classes = [...new Set(USUAL_RATIOS.map(ratio => ratio.length))].sort((a, b) => a - b)
    throw new OutOfRange(
      `No usual ratio has ${observed.length} classes; those that are known have ${classes.join(', ')}.`,
    )
  }
  const readings = usual.flatMap(ratio => {
    const all = ordersOf(ratio)
    return all.map(order => ({
      ratio: order,
      logLikelihood: logChance(observed, sharesOf(order)),
      prior: 1 / usual.length / all.length,
    }))
  })
  const highest = Math.max(...readings.map(r => r.logLikelihood + Math.log(r.prior)))
  const weightOf = (r: (typeof readings)[number]) => r.prior * Math.exp(r.logLikelihood - highest)
  const whole = sum(readings, weightOf)
  const ranked = readings
    .map(r => ({ ratio: r.ratio, logLikelihood: r.logLikelihood, posterior: weightOf(r) / whole }))
    .sort((a, b) => b.posterior - a.posterior)
  const [first, ...others] = ranked
  const rivals = others.filter((r, i) => i === 0 || r.posterior > RIVAL * first!.posterior)
  const apart = rivals.map(r => plantsToTell(sharesOf(first!.ratio), sharesOf(r.ratio)))
  return {
    ranked: ranked
      .slice(0, TOLD)
      .map(r => ({ ...r, ...exactTest(observed, sharesOf(r.ratio), PART_OF_EACH) })),
    apartWith: apart.length ? Math.max(...apart) : null,
  }
}

/** Every order of the parts of a ratio, each once. */
function ordersOf(ratio: number[]): number[][] {
  if (ratio.length < 2) return [ratio]
  return [...new Set(ratio)].flatMap(first => {
    const rest = [...ratio]
    rest.splice(rest.indexOf(first), 1)
    return ordersOf(rest).map(order => [first, ...order])
  })
}

const [TWENTY_TIMES, NINE_IN_TEN] = [Math.log(20), 1.2816]

/** Plants of a family that tell two ratios apart, if the first is true: by the normal distribution of their likelihood ratio. */
function plantsToTell(shares: number[], others: number[]): number {
  const logs = shares.map((share, i) => Math.log(share / others[i]!))
  const mean = sum(shares, (share, i) => share * logs[i]!)
  const deviation = Math.sqrt(sum(shares, (share, i) => share * (logs[i]! - mean) ** 2))
  // n · mean − z · deviation · √n = ln 20
  const root =
    (NINE_IN_TEN * deviation + Math.sqrt((NINE_IN_TEN * deviation) ** 2 + 4 * mean * TWENTY_TIMES)) /
    (2 * mean)
  return Math.ceil(root ** 2)
}
