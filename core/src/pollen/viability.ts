import { sum } from 'd3-array'
import { OutOfRange } from '../chance/estimate'
import type { PollenLoss } from './loss'
import { speedAt } from '../stores/aging'
import { checkLoss } from './loss'

/** A stretch of time at one temperature. */
export interface Stay {
  hours: number
  celsius: number
}

/**
 * Viability of pollen whose loss is known exactly, after what it went through.
 *
 * v = start · exp(−Σ ln 2 / days · q10^((T − at) / 10) · hours / 24) · (1 − thawLoss)^thaws
 *
 * @param start share alive at the beginning, 0 to 1
 * @param stays in any order: what is lost in one does not depend on the others
 * @throws {OutOfRange} for shares, hours or thaws that cannot be
 */
export function viabilityAfter(start: number, loss: PollenLoss, stays: Stay[], thaws = 0): number {
  checkLoss(loss)
  if (!(start >= 0 && start <= 1))
    throw new OutOfRange(`The share alive at the start lies between 0 and 1, not at ${start}.`)
  if (!(Number.isInteger(thaws) && thaws >= 0))
    throw new OutOfRange(`Thaws are counted: 0, 1, 2 …, not ${thaws}.`)
  if (!stays.every(stay => stay.hours >= 0)) throw new OutOfRange('Hours in a history are not below 0.')
  const { at, days } = loss.halfLifeDays
  const aging = sum(stays, stay => (stay.hours / 24) * speedAt(stay.celsius, at, loss.q10))
  return start * 2 ** (-aging / days) * (1 - loss.thawLoss) ** thaws
}
