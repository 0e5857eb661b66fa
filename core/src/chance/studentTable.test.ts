import { range, sum } from 'd3-array'
import { describe, expect, it } from 'vitest'
import { tCdf } from './distributions'
import { tParts, tabulatedTCdf } from './studentTable'

describe('Student’s t from a table', () => {
  it.each([1, 2, 8, 64])('is right to a hundred thousandth with %d degrees of freedom', freedom => {
    for (const t of range(-29.9, 29.9, 0.037))
      expect(Math.abs(tabulatedTCdf(t, freedom) - tCdf(t, freedom))).toBeLessThan(1e-5)
  })

  it('stays as it is beyond its ends', () => {
    expect(tabulatedTCdf(-1e9, 8)).toBe(tabulatedTCdf(-30, 8))
    expect(tabulatedTCdf(Infinity, 8)).toBe(tabulatedTCdf(30, 8))
  })

  it('falls into parts as likely as each other, which make up its whole variance', () => {
    const parts = tParts(10, 8)
    expect(sum(parts, one => one.middle)).toBeCloseTo(0, 9)
    expect(parts.map(one => one.middle)).toEqual(parts.map(one => one.middle).sort((a, b) => a - b))
    expect(tCdf(parts[3]!.middle, 8)).toBeCloseTo(0.35, 2)
    // The variance is 8 / 6; the very ends of the outer parts are told by their middles.
    expect(sum(parts, one => one.middle ** 2 + one.variance) / 10).toBeCloseTo(8 / 6, 1)
  })
})
