import { group, max, mean, min, sum, variance } from 'd3-array'
import { tQuantile } from '../chance/distributions'
import type { Half } from '../crops/half'
import { gardenYearOf } from '../season/band'
import type { Score } from './score'
import { isNumeric } from './standing'
import type { Trait } from './trait'
import { classNames } from './trait'

/** What first seasons foretold of later ones, over plants that were seen in both. */
export type LaterBloom = { plants: number } & (
  | {
      of: 'numbers'
      middle: number
      change: number
      slope: number
      spread: number
      freedom: number
      weight: number
    }
  /** chance of each class later, by the class seen first */
  | { of: 'classes'; later: number[][]; seen: number[] }
)

/** What is to be expected of a plant later, by what was seen of it in its first season; 80 % range, or the chance of each class. */
export type Foretold = { mean: number; low: number; high: number } | { classes: number[] }

/** What is thought before: that nothing changes, worth so many plants. */
const [GUESS_CHANGE, GUESS_SLOPE, GUESS_CLASS] = [1, 3, 2]
/** Before anything is known, plants change by half of what they differ by. */
const GUESS_SPREAD = 0.5

/** The first season of a plant and its last: middles, or the class that was seen last in either. */
function seasonsOf(scores: Score[], trait: Trait, half: Half): [first: number, last: number] | null {
  const years = group(
    scores.filter(s => s.trait === trait.id),
    s => gardenYearOf(s.on, half),
  )
  if (years.size < 2) return null
  const [first, last] = [min(years.keys())!, max(years.keys())!].map(year => years.get(year)!)
  const value = (looks: Score[]) => (isNumeric(trait) ? mean(looks, s => s.value)! : looks.at(-1)!.value)
  return [value(first!), value(last!)]
}

/**
 * How plants of a crop changed from their first season to their last: first bloom misleads, and by how much is learnt.
 *
 * Of numbers the change is a straight line over what was seen first, with a prior that nothing changes; of classes it is a table of
 * what became of each.
 *
 * @param plants with all their scores; those of one season tell nothing
 * @returns null while no plant was seen in two seasons
 * @see Gelman et al. (2013), Bayesian Data Analysis, ch. 14 (linear regression with a conjugate prior)
 */
export function laterBloomOf(
  plants: { scores: Score[] }[],
  trait: Trait,
  half: Half = 'north',
): LaterBloom | null {
  const pairs = plants.flatMap(({ scores }) => {
    const pair = seasonsOf(scores, trait, half)
    return pair ? [pair] : []
  })
  if (!pairs.length) return null
  if (!isNumeric(trait)) {
    const classes = classNames(trait)!.map((_, i) => i)
    const seen = classes.map(first => pairs.filter(pair => pair[0] === first).length)
    return {
      of: 'classes',
      plants: pairs.length,
      seen,
      later: classes.map(first =>
        classes.map(
          last =>
            (pairs.filter(pair => pair[0] === first && pair[1] === last).length +
              (first === last ? GUESS_CLASS : 0)) /
            (seen[first]! + GUESS_CLASS),
        ),
      ),
    }
  }
  const middle = mean(pairs, pair => pair[0])!
  const differ = variance(pairs, pair => pair[0]) || 1
  const changes = pairs.map(([first, last]) => ({ at: first - middle, change: last - first }))
  const count = pairs.length + GUESS_CHANGE
  const weight = sum(changes, c => c.at ** 2) + GUESS_SLOPE * differ
  const change = sum(changes, c => c.change) / count
  const slope = sum(changes, c => c.change * c.at) / weight
  const freedom = 2 + pairs.length
  const squares =
    2 * GUESS_SPREAD ** 2 * differ +
    sum(changes, c => c.change ** 2) -
    count * change ** 2 -
    weight * slope ** 2
  return {
    of: 'numbers',
    plants: pairs.length,
    middle,
    change,
    slope,
    spread: Math.sqrt(Math.max(0, squares) / freedom),
    freedom,
    weight,
  }
}

/** What a plant is to be expected to be later, by its first season. */
export function foretoldBy(later: LaterBloom, first: number): Foretold {
  if (later.of === 'classes') return { classes: later.later[first]! }
  const at = first - later.middle
  const expected = first + later.change + later.slope * at
  const error = later.spread * Math.sqrt(1 + 1 / (later.plants + GUESS_CHANGE) + at ** 2 / later.weight)
  const half = tQuantile(0.9, later.freedom) * error
  return { mean: expected, low: Math.max(0, expected - half), high: expected + half }
}
