import { mean, sum } from 'd3-array'
import { betaQuantile, tQuantile } from '../chance/distributions'

/** Share of what plants differ by that they hand on, where nothing tells: as it is of many traits of a garden. */
export const ASSUMED_HERITABILITY = 0.4

/** How far a trait is handed on, as one way of looking tells it, with its 80 % interval. */
export interface ToldHeritability {
  estimate: number
  low: number
  high: number
  /** families it rests on */
  families: number
  /** too few to tell: the interval leaves nearly everything open */
  isTooFew: boolean
}

/** A family with what was seen of its parents and of its plants. */
export interface SeenFamily {
  seedParent: number | null
  pollenParent: number | null
  offspring: number[]
}

/** An interval that is wider says next to nothing. */
const TOO_WIDE = 0.7
const ONE_SIDE = 0.9
/** Fewer families tell nothing. */
const LEAST_FAMILIES = 3
/** How alike full sibs are taken to be where families of different sizes are weighed. */
const SIBS_ALIKE = 0.2

const told = (estimate: number, low: number, high: number, families: number): ToldHeritability => ({
  estimate: Math.min(1, Math.max(0, estimate)),
  low: Math.min(1, Math.max(0, low)),
  high: Math.min(1, Math.max(0, high)),
  families,
  isTooFew: high - low > TOO_WIDE,
})

/**
 * How far a trait is handed on, by the regression of families on the mean of their parents: its slope.
 *
 * @param families those of which both parents were seen are taken, by their sizes
 * @returns null for fewer than three, and for parents that are all alike
 * @see Falconer & Mackay (1996), Introduction to Quantitative Genetics, ch. 10 (offspring–parent regression)
 */
export function heritabilityByParents(families: SeenFamily[]): ToldHeritability | null {
  const rows = families.flatMap(({ seedParent, pollenParent, offspring }) =>
    seedParent === null || pollenParent === null || !offspring.length
      ? []
      : [
          {
            x: (seedParent + pollenParent) / 2,
            y: mean(offspring)!,
            weight: offspring.length / (1 + (offspring.length - 1) * SIBS_ALIKE),
          },
        ],
  )
  if (rows.length < LEAST_FAMILIES) return null
  const weights = sum(rows, row => row.weight)
  const [centreX, centreY] = [
    sum(rows, row => row.weight * row.x) / weights,
    sum(rows, row => row.weight * row.y) / weights,
  ]
  const squares = sum(rows, row => row.weight * (row.x - centreX) ** 2)
  if (!(squares > 0)) return null
  const slope = sum(rows, row => row.weight * (row.x - centreX) * (row.y - centreY)) / squares
  const rest = sum(rows, row => row.weight * (row.y - centreY - slope * (row.x - centreX)) ** 2)
  const freedom = rows.length - 2
  const far = tQuantile(ONE_SIDE, freedom) * Math.sqrt(rest / freedom / squares)
  return told(slope, slope - far, slope + far, rows.length)
}

const fQuantile = (p: number, above: number, below: number) => {
  const x = betaQuantile(p, above / 2, below / 2)
  return (below * x) / (above * (1 - x))
}

/**
 * How far a trait is handed on, by how alike full sibs are: twice the share of the differences that lies between families. What sibs
 * share besides, a bed or what is no sum of alleles, is in it.
 *
 * @returns null for fewer than three families of two or more plants, and for plants that are all alike
 * @see Falconer & Mackay (1996), ch. 10 (sib analysis); Searle (1971), Linear Models, ch. 9, for the interval
 */
export function heritabilityBySibs(families: number[][]): ToldHeritability | null {
  const seen = families.filter(family => family.length > 1)
  if (seen.length < LEAST_FAMILIES) return null
  const plants = sum(seen, family => family.length)
  const whole = mean(seen.flat())!
  const between = sum(seen, family => family.length * (mean(family)! - whole) ** 2) / (seen.length - 1)
  const within =
    sum(seen, family => {
      const own = mean(family)!
      return sum(family, value => (value - own) ** 2)
    }) /
    (plants - seen.length)
  if (!(within > 0)) return null
  const size = (plants - sum(seen, family => family.length ** 2) / plants) / (seen.length - 1)
  const [above, below] = [seen.length - 1, plants - seen.length]
  const ratio = between / within
  const shareAt = (f: number) => (f - 1) / (f - 1 + size)
  return told(
    2 * shareAt(ratio),
    2 * shareAt(ratio / fQuantile(ONE_SIDE, above, below)),
    2 * shareAt(ratio / fQuantile(1 - ONE_SIDE, above, below)),
    seen.length,
  )
}
