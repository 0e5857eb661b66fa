import { sum } from 'd3-array'
import { binomialUpperTail } from '../chance/distributions'
import { highest } from '../chance/highest'
import type { Curve, GerminationFit, Sown } from './germination'
import { boundsOf, logLikelihoodOf, upBy } from './germination'

/** Seedlings that are still to come up in a tray by a day: what is expected, and in which range four cases in five lie. */
export interface StillToCome {
  /** days since sowing */
  by: number
  expected: number
  low: number
  high: number
  /** how likely it is that any comes */ any: number
}

/** By then this share of what is still to come is up, where nobody asks for another day. */
const MOST = 0.9
/** A slow curve has no end: nobody waits longer than this many times the days so far. */
const LONGEST = 10

/** The day by which nine in ten of those that a tray still gives are up. */
function dayOfMost(lastDay: number, curve: Curve): number {
  const now = upBy(lastDay, curve)
  const then = now + MOST * (1 - now)
  const day = curve.t50 * (then / (1 - then)) ** (1 / curve.slope)
  return Math.max(lastDay + 1, Math.ceil(Math.min(day, Math.max(lastDay, curve.t50) * LONGEST)))
}

/** From the last look to a day: the shares of what comes up at all that are up at both. */
interface Between {
  now: number
  then: number
}

/** How likely a seed that was not up at the last look comes up by then. */
const chanceOf = (final: number, { now, then }: Between): number =>
  (final * (then - now)) / Math.max(1 - final * now, 1e-12)

/** The share that comes up at all, of which that chance follows. */
const finalOf = (chance: number, { now, then }: Between): number => chance / (then - now + chance * now)

/** Chances that are tried; they lie closer where they are small: there a little more or less is another number of seedlings. */
const TRIED = 40
const tried = (i: number) => ((i + 0.5) / TRIED) ** 2

/** The profile likelihood of the chance that a seed which is not up comes up by a day; the weights come to 1. */
function profile(trays: Sown[], curve: Curve, lastDay: number, by: number) {
  const logOf = logLikelihoodOf(trays)
  const bounds = boundsOf(trays)
  const speedOf = ([logT50, logSlope]: number[]) => ({ t50: Math.exp(logT50!), slope: Math.exp(logSlope!) })
  const between = (speed: Pick<Curve, 't50' | 'slope'>): Between => ({
    now: upBy(lastDay, speed),
    then: upBy(by, speed),
  })
  const logs = new Array<number>(TRIED).fill(-Infinity)
  const best = chanceOf(curve.final, between(curve))
  const middle = Math.min(TRIED - 1, Math.floor(Math.sqrt(best) * TRIED))
  // From the likeliest chance outwards, each from the speed that fitted its neighbour.
  for (const way of [1, -1]) {
    let from = [Math.log(curve.t50), Math.log(curve.slope)]
    for (let i = way > 0 ? middle : middle - 1; i >= 0 && i < TRIED; i += way) {
      const at = (x: number[]) => {
        const speed = speedOf(x)
        const final = finalOf(tried(i), between(speed))
        // No speed makes more come up than were sown.
        return final <= 1 ? logOf({ ...speed, final }) : logOf({ ...speed, final: 1 }) - STEEP * (final - 1)
      }
      const found = highest(at, from, bounds)
      from = found.at
      logs[i] = found.value
    }
  }
  const most = Math.max(...logs)
  const weights = logs.map(log => Math.exp(log - most))
  const total = sum(weights)
  return weights.map((weight, i) => ({ chance: tried(i), weight: weight / total }))
}
const STEEP = 1e4

/**
 * Seedlings still to come up in a tray. The range holds both doubts: which chance of coming up the counts leave possible, by its
 * profile likelihood, and the luck of single seeds.
 *
 * @param tray also one that nobody looked at yet, where something is known beforehand
 * @param by days since sowing; absent: the day by which nine in ten of what is still to come are up
 * @param prior what the fit started from
 */
export function stillToCome(tray: Sown, fit: GerminationFit, by?: number, prior: Sown[] = []): StillToCome {
  const left = tray.seeds - sum(tray.looks, look => look.count)
  const lastDay = tray.looks.at(-1)?.day ?? 0
  if (!fit.t50 || !fit.slope) return { by: by ?? lastDay, expected: 0, low: 0, high: left, any: 0 }
  const curve = { final: fit.final.estimate, t50: fit.t50.estimate, slope: fit.slope.estimate }
  const day = by ?? dayOfMost(lastDay, curve)
  if (day <= lastDay || !left) return { by: day, expected: 0, low: 0, high: 0, any: 0 }
  const chances = profile([tray, ...prior], curve, lastDay, day).filter(({ weight }) => weight > 1e-5)
  const atLeast = (count: number) =>
    sum(chances, ({ chance, weight }) => weight * binomialUpperTail(count, left, chance))
  const expected = left * chanceOf(curve.final, { now: upBy(lastDay, curve), then: upBy(day, curve) })
  return {
    by: day,
    expected,
    low: quantileOf(0.1, left, atLeast),
    high: quantileOf(0.9, left, atLeast),
    any: atLeast(1),
  }
}

/** The smallest count that is not exceeded in such a share of the cases. */
function quantileOf(share: number, most: number, atLeast: (count: number) => number): number {
  let [low, high] = [0, most]
  while (low < high) {
    const middle = Math.floor((low + high) / 2)
    if (1 - atLeast(middle + 1) >= share) high = middle
    else low = middle + 1
  }
  return low
}
