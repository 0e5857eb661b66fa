import { mean } from 'd3-array'

/**
 * The effective size of a population of mothers and fathers that leave alike: of how many plants that mate at random it would lose as
 * much variety.
 *
 * @see Wright (1931), Genetics 16:97
 */
export const effectiveSize = (mothers: number, fathers: number): number =>
  mothers + fathers ? (4 * mothers * fathers) / (mothers + fathers) : 0

/**
 * Inbreeding after some generations of random mating in a population of an effective size.
 *
 * @param start what its plants are inbred by now
 */
export const inbreedingAfter = (size: number, generations: number, start = 0): number =>
  1 - (1 - start) * (1 - 1 / (2 * Math.max(0.5, size))) ** generations

/** Inbreeding after some generations of selfing. */
export const selfedFor = (generations: number, start = 0): number => 1 - (1 - start) / 2 ** generations

/**
 * How many unrelated plants that are not inbred hold as much variety as some plants do: half of one by their mean coancestry, that of
 * each with itself included.
 *
 * @param matrix their coancestry, rows one after the other
 * @returns 0 for no plants
 * @see Lindgren, Gea & Jefferson (1996), Silvae Genetica 45:52 (status number)
 */
export const statusNumber = (matrix: Float64Array): number => (matrix.length ? 0.5 / mean(matrix)! : 0)
