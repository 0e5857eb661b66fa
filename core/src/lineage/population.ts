import { mean, range } from 'd3-array'
import type { Meiosis } from './meiosis'
import { DIPLOID, descentRules } from './meiosis'

/**
 * The effective size of a population of mothers and fathers that leave alike: of how many plants that mate at random it would lose as
 * much variety.
 *
 * @see Wright (1931), Genetics 16:97
 */
export const effectiveSize = (mothers: number, fathers: number): number =>
  mothers + fathers ? (4 * mothers * fathers) / (mothers + fathers) : 0

/**
 * Share of the variety that is gone after some generations of random mating in a population of an effective size: so often are two
 * alleles of it copies of one of the beginning.
 *
 * @param ploidy sets of chromosomes: as many copies of each allele has a plant to hand on
 */
export const varietyLost = (size: number, generations: number, ploidy = 2): number =>
  1 - (1 - 1 / Math.max(1, ploidy * size)) ** generations

/** Inbreeding after some generations of selfing. */
export function selfedFor(generations: number, start = 0, meiosis: Meiosis = DIPLOID): number {
  const { self, offspring } = descentRules(meiosis)
  return range(generations).reduce(
    inbreeding => offspring(inbreeding, inbreeding, self(inbreeding) / meiosis.ploidy),
    start,
  )
}

/**
 * How many unrelated plants that are not inbred hold as much variety as some plants do: the coancestry of such a plant with itself by
 * their mean coancestry, that of each with itself included.
 *
 * @param matrix their coancestry, rows one after the other
 * @param ploidy sets of chromosomes
 * @returns 0 for no plants
 * @see Lindgren, Gea & Jefferson (1996), Silvae Genetica 45:52 (status number)
 */
export const statusNumber = (matrix: Float64Array, ploidy = 2): number =>
  matrix.length ? 1 / (ploidy * mean(matrix)!) : 0
