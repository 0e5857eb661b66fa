import { range } from 'd3-array'
import { Matrix, inverse, determinant } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import { randomStream } from '../chance/stream'
import type { SymmetricMatrix } from './sparse'
import { SymmetricSum, factored, patternOf } from './sparse'

/** A matrix of one part with a column: A x. */
function times({ size, starts, columns, values: [values] }: SymmetricMatrix, x: Float64Array): Float64Array {
  const product = new Float64Array(size)
  for (let i = 0; i < size; i++)
    for (let at = starts[i]!; at < starts[i + 1]!; at++) {
      product[i]! += values![at]! * x[columns[at]!]!
      if (columns[at] !== i) product[columns[at]!]! += values![at]! * x[i]!
    }
  return product
}

/** A positive definite matrix in which one place of five is filled, and the same written down whole. */
function anyMatrix(size: number, seed: number) {
  const { uniform } = randomStream(seed)
  const sum = new SymmetricSum(size)
  const whole = Matrix.zeros(size, size)
  const add = (i: number, j: number, value: number) => {
    sum.add(i, j, value)
    whole.set(i, j, whole.get(i, j) + value)
    if (i !== j) whole.set(j, i, whole.get(j, i) + value)
  }
  for (const i of range(size)) {
    add(i, i, size)
    for (const j of range(i)) if (uniform() < 0.2) add(uniform() < 0.5 ? i : j, i, uniform() - 0.5)
  }
  return { sum: sum.merged(), whole }
}

describe('a matrix of which most is nought', () => {
  it('is solved, and has the determinant and the inverse’s diagonal of the whole one', () => {
    for (const seed of range(1, 12)) {
      const { sum, whole } = anyMatrix(5 + 3 * seed, seed)
      const factor = factored(sum, patternOf(sum))
      const right = Float64Array.from(range(sum.size), i => Math.sin(i + seed))
      const inverted = inverse(whole)
      const expected = inverted.mmul(Matrix.columnVector([...right])).to1DArray()
      factor.solve(right).forEach((x, i) => expect(x).toBeCloseTo(expected[i]!, 9))
      expect(factor.logDeterminant).toBeCloseTo(Math.log(determinant(whole)), 8)
      factor.inverseDiagonal().forEach((x, i) => expect(x).toBeCloseTo(inverted.get(i, i), 9))
      const back = times(sum, factor.solve(right))
      back.forEach((x, i) => expect(x).toBeCloseTo(right[i]!, 9))
    }
  })

  it('of several parts is their sum, each by its ratio', () => {
    const [parts, one] = [new SymmetricSum(2, 3), new SymmetricSum(2)]
    for (const [i, j, values] of [
      [0, 0, [4, 1, 2]],
      [1, 0, [1, 0, -1]],
      [1, 1, [3, 2, 0]],
    ] as const) {
      values.forEach((value, part) => parts.add(i, j, value, part))
      one.add(i, j, values[0] + 0.5 * values[1] + 3 * values[2])
    }
    const [a, b] = [parts.merged(), one.merged()]
    const right = Float64Array.of(1, 2)
    expect([...factored(a, patternOf(a), [0.5, 3]).solve(right)]).toEqual([
      ...factored(b, patternOf(b)).solve(right),
    ])
  })

  it('leaves out what depends on the rest, and is solved with nought there', () => {
    // Two factors of two levels each, of four records: the sum of one is that of the other.
    const sum = new SymmetricSum(4)
    for (const [a, b] of [
      [0, 2],
      [0, 3],
      [1, 2],
      [1, 3],
    ] as const) {
      sum.add(a, a, 1)
      sum.add(b, b, 1)
      sum.add(a, b, 1)
    }
    const whole = sum.merged()
    const factor = factored(whole, patternOf(whole))
    expect(factor.rank).toBe(3)
    const dropped = range(4).filter(factor.isDropped)
    expect(dropped).toHaveLength(1)
    const right = times(whole, Float64Array.from([1, 2, 3, 5]))
    const found = factor.solve(right)
    expect(found[dropped[0]!]).toBe(0)
    times(whole, found).forEach((x, i) => expect(x).toBeCloseTo(right[i]!, 9))
  })
})
