import { sum } from 'd3-array'
import type { Flower } from './flower'

/** Single flowers under a tag that got pollen: as many as its passes reached, where each of them was counted; else all. */
export function reachedUnder({ blooms, pollinations }: Flower): number {
  if (!pollinations.length) return 0
  return pollinations.every(pass => pass.reached !== null)
    ? Math.min(
        blooms,
        sum(pollinations, pass => pass.reached!),
      )
    : blooms
}

/** Single flowers under a tag that took: as they were counted, else all that got pollen. */
export const takenUnder = (flower: Flower): number =>
  flower.takenOn ? (flower.fruits ?? flower.harvest?.fruits ?? reachedUnder(flower)) : 0

/** Single flowers under a tag that got pollen and did not take, once that is known. */
export function failedUnder(flower: Flower): number {
  if (flower.takenOn) return Math.max(0, reachedUnder(flower) - takenUnder(flower))
  return flower.failed ? reachedUnder(flower) : 0
}
