/** A number of [−1, 1) that belongs to a seed and three whole numbers: the same ones always give the same. */
export function hashed(seed: number, a: number, b: number, c: number): number {
  let h = (seed ^ Math.imul(a + 1, 0x9e3779b1) ^ Math.imul(b + 1, 0x85ebca6b) ^ Math.imul(c, 0xc2b2ae35)) | 0
  h = Math.imul(h ^ (h >>> 16), 0x7feb352d)
  h = Math.imul(h ^ (h >>> 15), 0x846ca68b)
  return ((h ^ (h >>> 16)) >>> 0) / 2 ** 31 - 1
}
