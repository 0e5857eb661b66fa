import { Matrix, solve } from 'ml-matrix'
import { range, sum } from 'd3-array'
import { randomNormal } from 'd3-random'
import { describe, expect, it } from 'vitest'
import { randomStream } from '../chance/stream'
import type { PlotRecord } from './adjusted'
import { adjustedLines } from './adjusted'

/** Yields of four lines in three blocks of one field, each once in each. */
const BALANCED = [
  [7, 8, 9],
  [10, 12, 11],
  [5, 5, 8],
  [9, 10, 12],
]
const balanced: PlotRecord[] = BALANCED.flatMap((values, line) =>
  values.map((value, block) => ({
    line: `line ${line}`,
    occasion: '2026 east',
    block: `block ${block}`,
    value,
  })),
)
const meanOf = (values: number[]) => sum(values) / values.length

/** The same model solved without any short cut: all covariances written down. */
function dense(
  records: PlotRecord[],
  lines: string[],
  { lines: vl, blocks: vb, plots: ve }: Record<string, number>,
) {
  const occasions = [...new Set(records.map(r => r.occasion))]
  const n = records.length
  const v = Matrix.zeros(n, n)
  records.forEach((a, i) =>
    records.forEach((b, j) => {
      const isBlock = a.block !== null && a.block === b.block && a.occasion === b.occasion
      v.set(i, j, (a.line === b.line ? vl! : 0) + (isBlock ? vb! : 0) + (i === j ? ve! : 0))
    }),
  )
  const x = new Matrix(records.map(r => occasions.map(o => Number(r.occasion === o))))
  const y = Matrix.columnVector(records.map(r => r.value))
  const inverse = solve(v, Matrix.eye(n))
  const beta = solve(x.transpose().mmul(inverse).mmul(x), x.transpose().mmul(inverse).mmul(y))
  const rest = inverse.mmul(Matrix.sub(y, x.mmul(beta)))
  const level = meanOf(beta.to1DArray())
  return lines.map(line => level + vl! * sum(records, (r, i) => (r.line === line ? rest.get(i, 0) : 0)))
}

describe('lines adjusted', () => {
  it('in a balanced trial are drawn to the mean as the table of variance says', () => {
    const { lines, variances } = adjustedLines(balanced, 1)
    const all = meanOf(BALANCED.flat())
    const lineMeans = BALANCED.map(meanOf)
    const blockMeans = [0, 1, 2].map(b => meanOf(BALANCED.map(row => row[b]!)))
    const betweenLines = (3 * sum(lineMeans, m => (m - all) ** 2)) / 3
    const rest =
      sum(BALANCED, (row, l) => sum(row, (v, b) => (v - lineMeans[l]! - blockMeans[b]! + all) ** 2)) / 6
    expect(variances.plots).toBeCloseTo(rest, 3)
    expect(variances.lines).toBeCloseTo((betweenLines - rest) / 3, 2)
    const drawn = 1 - rest / betweenLines
    for (const { line, mean } of lines)
      expect(mean.mean).toBeCloseTo(all + drawn * (lineMeans[Number(line.slice(5))]! - all), 3)
    expect(lines[0]!.line).toBe('line 1')
    expect(sum(lines, l => l.first)).toBeCloseTo(1)
  })

  it('come out of the published table of variance of a seed trial', () => {
    // Soybean seeds that failed, of 100, in five blocks: Snedecor & Cochran, Statistical Methods, table 14.2.1.
    const failed = [
      [8, 10, 12, 13, 11],
      [2, 6, 7, 11, 5],
      [4, 10, 9, 8, 10],
      [3, 5, 9, 10, 6],
      [9, 7, 5, 5, 3],
    ]
    const records = failed.flatMap((values, line) =>
      values.map((value, block) => ({ line: String(line), occasion: 'trial', block: String(block), value })),
    )
    // Mean squares there: treatments 20.96, blocks 12.46, error 5.41; the means follow by the shares of these.
    const { lines, variances } = adjustedLines(records, 1)
    expect(variances.plots).toBeCloseTo(5.41, 2)
    expect(variances.lines).toBeCloseTo((20.96 - 5.41) / 5, 2)
    expect(variances.blocks).toBeCloseTo((12.46 - 5.41) / 5, 2)
    const kept = 1 - 5.41 / 20.96
    const meanBy = new Map(lines.map(({ line, mean }) => [line, mean.mean]))
    for (const [line, mean] of [10.8, 6.2, 8.2, 6.6, 5.8].entries())
      expect(meanBy.get(String(line))).toBeCloseTo(7.52 + kept * (mean - 7.52), 2)
  })

  it('in a trial with gaps, seasons and blocks are those of the whole system of equations', () => {
    const normal = randomNormal.source(randomStream(4).uniform)()
    const names = range(12).map(i => `line ${i}`)
    const worth = names.map(() => 3 * normal())
    const records = ['2025 east', '2026 east', '2026 west'].flatMap((occasion, o) =>
      range(3).flatMap(block => {
        const shift = 10 * o + 2 * normal()
        return names
          .filter((_, i) => (i + block + o) % 3)
          .map(line => ({
            line,
            occasion,
            block: block === 2 && o === 0 ? null : String(block),
            value: 50 + shift + worth[names.indexOf(line)]! + normal(),
          }))
      }),
    )
    const { lines, variances } = adjustedLines(records, 3)
    const expected = dense(records, names, variances)
    for (const { line, mean } of lines) expect(mean.mean).toBeCloseTo(expected[names.indexOf(line)]!, 6)
  })

  it('take a poor season off: a line that stood in the good one only is no better for it', () => {
    const in2025 = ['a', 'b', 'c'].map((line, i) => ({ line, occasion: '2025', block: null, value: 20 + i }))
    const in2026 = ['a', 'b', 'c', 'd'].map((line, i) => ({
      line,
      occasion: '2026',
      block: null,
      value: 40 + i,
    }))
    const { lines } = adjustedLines([...in2025, ...in2026], 1)
    const of = (line: string) => lines.find(l => l.line === line)!.mean.mean
    expect(of('d') - of('c')).toBeLessThan(2)
    expect(of('c')).toBeLessThan(34)
  })

  it('held 80 % of the true ones, with as many plots as there are', () => {
    const stream = randomStream(9)
    const normal = randomNormal.source(stream.uniform)()
    let [held, told] = [0, 0]
    for (let trial = 0; trial < 40; trial++) {
      const worth = range(30).map(() => 2 * normal())
      const records = range(2).flatMap(o =>
        worth.flatMap((value, line) => ({
          line: String(line),
          occasion: String(o),
          block: String(line % 5),
          value: value + 5 * o + 1.5 * normal(),
        })),
      )
      const { lines } = adjustedLines(records, 3)
      const middle = meanOf(worth)
      const level = meanOf(lines.map(l => l.mean.mean))
      for (const { line, mean } of lines) {
        const truth = level + worth[Number(line)]! - middle
        held += Number(truth >= mean.low && truth <= mean.high)
        told++
      }
    }
    expect(held / told).toBeGreaterThan(0.74)
    expect(held / told).toBeLessThan(0.88)
  })

  it('that stood once each are drawn by what is assumed, and said so', () => {
    const records = range(6).map(i => ({ line: String(i), occasion: '2026', block: null, value: 10 + i }))
    const { lines, isAssumed } = adjustedLines(records, 2)
    expect(isAssumed).toBe(true)
    expect(lines[0]!.mean.mean).toBeCloseTo(12.5 + 0.5 * 2.5)
  })

  it('leave check lines out of the ranking', () => {
    const { lines } = adjustedLines(balanced, 1, new Set(['line 1']))
    expect(lines.at(-1)).toMatchObject({ line: 'line 1', first: 0, among: 0 })
    expect(lines[0]!.line).toBe('line 3')
  })

  it('of one line, or of what is no number, are refused in words', () => {
    expect(() => adjustedLines([balanced[0]!], 1)).toThrow('A trial compares two lines or more.')
    expect(() => adjustedLines([...balanced, { ...balanced[0]!, value: NaN }], 1)).toThrow(
      'A plot of line 0 has no number: NaN.',
    )
  })

  it('that are all alike are not told apart', () => {
    const { lines } = adjustedLines(
      balanced.map(r => ({ ...r, value: 5 })),
      1,
    )
    for (const { mean } of lines) expect(mean.mean).toBeCloseTo(5)
  })
})
