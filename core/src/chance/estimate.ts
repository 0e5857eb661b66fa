/** Where a number comes from: the crop guide alone, the garden's records on top of it, or the odds of the cross. */
export type Origin = 'guide' | 'records' | 'odds'

/** What the work depends on, never as a bare number. */
export interface Estimate {
  /** half of the cases lie below */
  median: number
  /** lower and upper end of the 80 % interval */
  low: number
  high: number
  origin: Origin
  /** how many records of the garden went into it */
  records: number
}

/** The range a crop guide gives: four cases in five lie inside. */
export interface GuideRange {
  low: number
  high: number
}

/** An argument outside the range a function is defined for. */
export class OutOfRange extends Error {}

/**
 * Refuses a guide range that cannot be a spread.
 *
 * @throws {OutOfRange} unless floor ≤ low < high ≤ ceiling
 */
export function checkRange({ low, high }: GuideRange, floor = 0, ceiling = Infinity): void {
  if (!(low >= floor && low < high && high <= ceiling)) {
    throw new OutOfRange(`A range needs ${floor} ≤ low < high ≤ ${ceiling}, not ${low} to ${high}.`)
  }
}

/** The origin that goes with a number of records. */
export const originOf = (records: number): Origin => (records > 0 ? 'records' : 'guide')
