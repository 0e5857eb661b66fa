import { randomBeta, randomGamma, randomNormal } from 'd3-random'
import type { Stream } from './stream'

/** Draws of the standard normal distribution. */
export const normalDraws = ({ uniform }: Stream): (() => number) => randomNormal.source(uniform)()

/** One draw of a beta distribution. */
export const drawnShare = (a: number, b: number, { uniform }: Stream): number =>
  randomBeta.source(uniform)(a, b)()

/**
 * The share of one thing of a kind that differ around a mean.
 *
 * @param between part of p·(1 − p) by which they differ, see `spread.ts`
 */
export function shareNear(mean: number, between: number, random: Stream): number {
  const strength = 1 / between - 1
  return drawnShare(mean * strength, (1 - mean) * strength, random)
}

/**
 * The mean of one thing of a kind that differ around a mean.
 *
 * @param variation squared coefficient of variation by which they differ
 */
export const meanNear = (mean: number, variation: number, { uniform }: Stream): number =>
  randomGamma.source(uniform)(1 / variation, mean * variation)()
