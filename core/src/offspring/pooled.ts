import { sum } from 'd3-array'
import { chiSquareCdf } from '../chance/distributions'
import { OutOfRange } from '../chance/estimate'
import { segregationTest } from './segregation'

/** A deviation with its degrees of freedom, and how often chance makes one as large. */
interface Deviation {
  g: number
  df: number
  p: number
}

/** Families that were counted in the same classes, held against one ratio. */
export interface PooledTest {
  /** each by itself, in the order they were given */
  families: Deviation[]
  /** all plants as one family */
  pooled: Deviation
  /** how much the families differ from each other */
  heterogeneity: Deviation
}

const deviationOf = (g: number, df: number): Deviation => ({ g, df, p: df > 0 ? 1 - chiSquareCdf(g, df) : 1 })

/**
 * Counts of several families held against one ratio: each by itself, together, and whether they differ from each other, in which case
 * together they say nothing.
 *
 * @param families plants of each class, in the same order of the classes
 * @param ratio its parts, in that order
 * @throws {OutOfRange} for fewer than two families, counts that are none, and a ratio that does not fit them
 * @see Sokal & Rohlf (1995), Biometry, ch. 17.4 (replicated tests of goodness of fit)
 */
export function pooledTest(families: number[][], ratio: number[]): PooledTest {
  if (families.length < 2) throw new OutOfRange('Pool two families or more.')
  const each = families.map(observed => segregationTest(observed, ratio))
  const together = segregationTest(
    ratio.map((_, i) => sum(families, observed => observed[i]!)),
    ratio,
  )
  return {
    families: each.map(({ g, df }) => deviationOf(g, df)),
    pooled: deviationOf(together.g, together.df),
    // What the families deviate by in all, less what they have in common; rounding may make it less than nothing.
    heterogeneity: deviationOf(
      Math.max(0, sum(each, one => one.g) - together.g),
      sum(each, one => one.df) - together.df,
    ),
  }
}
