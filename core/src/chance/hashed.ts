/** A number of [−1, 1) that belongs to a seed and three whole numbers: the same ones always give the same. */
export function hashed(seed: number, a: number, b: number, c: number): number {
  let h = (seed ^ Math.imul(a + 1, 0x9E3779B1) ^ Math.imul(b + 1, 0x85EBCA6B) ^ Math.imul(c, 0xC2B2AE35)) | 0
  h = Math.imul(h ^ (h >>> 16), 0x7FEB352D)
  h = Math.imul(h ^ (h >>> 15), 0x846CA68B)
  return ((h ^ (h >>> 16)) >>> 0) / 2 ** 31 - 1
}
