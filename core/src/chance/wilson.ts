import { normalQuantile } from './distributions'
import { OutOfRange } from './estimate'

/**
 * Interval of a share that was counted.
 *
 * @param successes 0 ≤ successes ≤ tries
 * @param tries ≥ 1
 * @param level share of such intervals that hold the truth
 * @throws {OutOfRange} if the counts cannot be
 * @see Wilson (1927), Journal of the American Statistical Association 22:209
 */
export function wilsonInterval(successes: number, tries: number, level = 0.8): { low: number; high: number } {
  if (!(tries >= 1 && successes >= 0 && successes <= tries)) {
    throw new OutOfRange(`A share needs 0 ≤ successes ≤ tries and a try, not ${successes} of ${tries}.`)
  }
  const z = normalQuantile((1 + level) / 2)
  const share = successes / tries
  const centre = share + (z * z) / (2 * tries)
  const half = z * Math.sqrt((share * (1 - share)) / tries + (z * z) / (4 * tries * tries))
  const scale = 1 + (z * z) / tries
  return { low: Math.max(0, (centre - half) / scale), high: Math.min(1, (centre + half) / scale) }
}
