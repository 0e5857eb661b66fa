import { sum } from 'd3-array'
import type { Tally } from './rate'

/** Successes out of tries that were counted in groups, such as the seedlings of trays; what is summed of them can be added and taken away. */
export interface GroupedTally extends Tally {
  groups: number
  /** successes squared by tries, summed over the groups */
  squares: number
  /** tries squared, summed over the groups */
  sizes: number
}

export const NO_TALLY: GroupedTally = { successes: 0, tries: 0, groups: 0, squares: 0, sizes: 0 }

/** Fine enough, and sums of it are exact in whatever order they are made. */
const GRAIN = 1024

/** One group. */
export const groupOf = ({ successes, tries }: Tally): GroupedTally => ({
  successes,
  tries,
  groups: 1,
  squares: tries ? Math.round((GRAIN * successes ** 2) / tries) / GRAIN : 0,
  sizes: tries ** 2,
})

/** Tallies added up; those of `sign` −1 are taken away. */
export const addedUp = (tallies: GroupedTally[], sign: 1 | -1 = 1): GroupedTally => ({
  successes: sign * sum(tallies, t => t.successes),
  tries: sign * sum(tallies, t => t.tries),
  groups: sign * sum(tallies, t => t.groups),
  squares: sign * sum(tallies, t => t.squares),
  sizes: sign * sum(tallies, t => t.sizes),
})

/** What is usual counts as if so many groups had shown it. */
const USUAL_GROUPS = 2
/** Beyond these no estimate goes. */
const [LEAST, MOST] = [1e-4, 0.8]

/** Times that an estimate is made anew with what it says itself of its worth. */
const ROUNDS = 4

/**
 * Estimates of one variance by several kinds, with what is usual beside them. What each is worth hangs on the variance itself: where
 * much lies between things, chance hides little of it.
 *
 * @param estimates with their degrees of freedom, and the variance that chance gave each
 */
function weighed(usual: number, estimates: { value: number; freedom: number; chance: number }[]): number {
  let found = usual
  for (let round = 0; round < ROUNDS; round++) {
    const worths = estimates.map(({ freedom, chance }) => freedom * (found / (found + chance)) ** 2)
    const value =
      (USUAL_GROUPS * usual + sum(estimates, (e, i) => e.value * worths[i]!)) / (USUAL_GROUPS + sum(worths))
    found = Math.min(MOST, Math.max(LEAST, value))
  }
  return found
}

/**
 * By how much groups of one kind differ in their share more than by chance: the intraclass correlation, by moments, with what is usual
 * as if a few groups had shown it.
 *
 * @param kinds each with a share of its own, such as the pairs of a crop
 * @param share of the crop, to which small kinds are drawn
 * @param usual what is taken where nothing tells
 * @see Donner (1986), International Statistical Review 54:67 (intraclass correlation of counts, by moments)
 */
export function spreadOfGroups(kinds: GroupedTally[], share: number, usual: number): number {
  return weighed(
    usual,
    kinds.flatMap(({ successes, tries, groups, squares, sizes }) => {
      const reach = tries - groups - sizes / tries + 1
      if (groups < 2 || !(reach > 0)) return []
      const p = (successes + 2 * share) / (tries + 2)
      const value = (squares - successes ** 2 / tries) / (p * (1 - p)) - (groups - 1)
      const each = reach / (groups - 1)
      return [{ value: value / reach, freedom: groups - 1, chance: 1 / each }]
    }),
  )
}

/** Something that was measured of one of a kind, with the variance that chance gives it. */
export interface Measured {
  value: number
  variance: number
}

/**
 * The variance between things of a kind beyond what chance gives each, by moments, with what is usual as if a few had shown it.
 *
 * @param kinds things of one mean each, such as the pairs of every seed parent
 * @see DerSimonian & Laird (1986), Controlled Clinical Trials 7:177
 */
export function varianceBetween(kinds: Measured[][], usual: number): number {
  return weighed(
    usual,
    kinds.flatMap(things => {
      if (things.length < 2) return []
      const weights = things.map(({ variance }) => 1 / (usual + variance))
      const whole = sum(weights)
      const centre = sum(things, ({ value }, i) => value * weights[i]!) / whole
      const squares = sum(things, ({ value }, i) => weights[i]! * (value - centre) ** 2)
      const left = weights.map(weight => weight * (1 - weight / whole))
      const byChance = sum(things, ({ variance }, i) => left[i]! * variance)
      return [
        {
          value: (squares - byChance) / sum(left),
          freedom: things.length - 1,
          chance: sum(things, ({ variance }) => variance) / things.length,
        },
      ]
    }),
  )
}
