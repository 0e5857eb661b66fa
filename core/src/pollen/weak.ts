import type { CropYields } from '../crops/knowledge'

/**
 * Share alive in fresh pollen, at which a crop's take rate is told; and the share alive at which a touch does
 * two thirds of what it can.
 */
const [FRESH, ENOUGH] = [0.75, 0.2]
/** A take that is so near to that of fresh pollen is as good. */
const AS_GOOD = 0.97
/** Share alive under which pollen is weak: a touch does notably less than a fresh one. */
const WEAK = 0.35

/**
 * How much of its take a flower keeps when only a part of the pollen is alive.
 *
 * A rule of thumb, and said to be one: a stigma needs some live grains, not many, so that the take falls
 * slowly at first; it follows
 * 1 − exp(−alive / 0.2), with 1 for fresh pollen. Touches add up their live grains; more than fresh pollen
 * does they never do, for
 * flowers fail for other reasons, too.
 *
 * @param alive share of live grains, 0 to 1; of several touches their sum
 */
export const takeKept = (alive: number): number =>
  Math.min(1, (1 - Math.exp(-alive / ENOUGH)) / (1 - Math.exp(-FRESH / ENOUGH)))

/** What is expected of a pair when its flowers take less often by a factor. */
export function withTake(yields: CropYields, factor: number): CropYields {
  const { a, b, records } = yields.shares.take
  const [weight, mean] = [a + b, Math.min(0.99, (a / (a + b)) * factor)]
  return {
    ...yields,
    shares: { ...yields.shares, take: { a: mean * weight, b: (1 - mean) * weight, records } },
  }
}

/** What can be done about weak pollen, with what it makes of the take of a flower. */
export interface WeakAdvice {
  /** take of a flower with fresh pollen, and with this one */
  fresh: number
  weak: number
  /** touches of this pollen that come to a fresh one; null where five do not */
  passes: number | null
  /** flowers that give as many fruits as one with fresh pollen would */
  flowersEach: number
}

/** True where so little is alive that a touch does notably less than a fresh one. */
export const isWeak = (alive: number): boolean => alive < WEAK

/**
 * What weak pollen costs, and what makes up for it; null where it is strong enough.
 *
 * @param alive share alive
 * @param take share of flowers that take, as the crop or the pair does with fresh pollen
 */
export function weakAdvice(alive: number, take: number): WeakAdvice | null {
  if (!isWeak(alive)) return null
  const weak = take * takeKept(alive)
  const passes = [2, 3, 4, 5].find(n => takeKept(n * alive) >= AS_GOOD) ?? null
  return { fresh: take, weak, passes, flowersEach: weak > 0 ? take / weak : Infinity }
}

/** So much more alive makes another tube worth the change. */
const NOTABLY = 1.2

/** True where so much more is alive in another tube that it is worth taking that one. */
export const isStronger = (other: number, alive: number): boolean => other > alive * NOTABLY
