import { bisectRight } from 'd3-array'
import { OutOfRange } from '../chance/estimate'

/** A temperature from a moment on, until the next one. */
export interface Reading {
  at: number
  celsius: number
}

/** How pollen aged in one place: days at the reference temperature that the time there comes to. */
export interface Aging {
  /** between two moments in milliseconds; what lies before the first reading or after the last counts as the nearest one does */
  between: (from: number, to: number) => number
}

const DAY_MS = 86_400_000

/**
 * The temperature history of a place, summed up once: every tube that stood there is then told in the time of two searches.
 *
 * Exact for a temperature that stays from one reading to the next.
 *
 * @param readings in the order of time, at least one; °C
 * @param reference temperature in °C that the days are counted at
 * @throws {OutOfRange} for readings that are none, or out of order
 */
export function agingIn(readings: Reading[], reference: number, q10: number): Aging {
  const n = readings.length
  if (!n) throw new OutOfRange('A temperature history needs at least one reading.')
  const [times, speeds] = [new Float64Array(n), new Float64Array(n)]
  /** aging from the first reading to each of them */
  const summed = new Float64Array(n)
  readings.forEach(({ at, celsius }, i) => {
    times[i] = at
    speeds[i] = speedAt(celsius, reference, q10)
    if (!i) return
    const passed = at - times[i - 1]!
    if (!(passed > 0)) throw new OutOfRange('The readings of a temperature history go forward in time.')
    summed[i] = summed[i - 1]! + (passed / DAY_MS) * speeds[i - 1]!
  })
  const at = (moment: number): number => {
    const i = Math.max(0, bisectRight(times, moment) - 1)
    return summed[i]! + ((moment - times[i]!) / DAY_MS) * speeds[i]!
  }
  return { between: (from, to) => (to > from ? at(to) - at(from) : 0) }
}

/**
 * How much faster it dies at one temperature than at another.
 *
 * k(T) / k(reference) = q10^((T − reference) / 10)
 */
export const speedAt = (celsius: number, reference: number, q10: number): number =>
  q10 ** ((celsius - reference) / 10)
