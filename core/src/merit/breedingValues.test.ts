import { range, sum } from 'd3-array'
import { randomNormal } from 'd3-random'
import { Matrix, inverse } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import { OutOfRange } from '../chance/estimate'
import { randomStream } from '../chance/stream'
import { coancestryMatrix } from '../lineage/inbreeding'
import type { Pedigree } from '../lineage/pedigree'
import { UNKNOWN, generationsOf } from '../lineage/pedigree'
import type { MeritScore, Scored } from './breedingValues'
import { breedingValues } from './breedingValues'

const none = UNKNOWN
function scoredOf(rows: [number, number][], levels: number[], scores: MeritScore[]): Scored {
  const pedigree: Pedigree = {
    seed: Int32Array.from(rows, row => row[0]),
    pollen: Int32Array.from(rows, row => row[1]),
  }
  return { pedigree, generations: generationsOf(pedigree, String), levels, scores }
}

/** The same by the whole covariance of all scores: generalized least squares, and what is foretold from its rest. */
function dense({ pedigree, generations, meiosis, levels, scores }: Scored, h2: number, lasting = 0) {
  const n = pedigree.seed.length
  const kin = coancestryMatrix(pedigree, generations, range(n), undefined, meiosis)
  const a = new Matrix(range(n).map(i => range(n).map(j => (meiosis?.ploidy ?? 2) * kin[i * n + j]!)))
  const z = new Matrix(scores.map(s => range(n).map(i => Number(i === s.plant))))
  const x = new Matrix(
    scores.map(s =>
      levels.flatMap((count, effect) =>
        range(effect ? 1 : 0, count).map(level => Number(s.levels[effect] === level)),
      ),
    ),
  )
  const y = Matrix.columnVector(scores.map(s => s.value))
  const g = Matrix.mul(a, h2)
  const v = z
    .mmul(g)
    .mmul(z.transpose())
    .add(Matrix.mul(z.mmul(z.transpose()), lasting))
    .add(Matrix.mul(Matrix.eye(scores.length), 1 - h2 - lasting))
  const vi = inverse(v)
  const of = inverse(x.transpose().mmul(vi).mmul(x))
  const b = of.mmul(x.transpose()).mmul(vi).mmul(y)
  const back = g.mmul(z.transpose())
  const p = Matrix.sub(vi, vi.mmul(x).mmul(of).mmul(x.transpose()).mmul(vi))
  return {
    fixed: b.to1DArray(),
    values: back
      .mmul(vi)
      .mmul(Matrix.sub(y, x.mmul(b)))
      .to1DArray(),
    reliability: back
      .mmul(p)
      .mmul(back.transpose())
      .diagonal()
      .map((told, i) => told / g.get(i, i)),
  }
}

/** Weaning gains of five calves, their sex, and three generations: Mrode, Linear Models, example 3.1. */
const calves = scoredOf(
  [
    [none, none],
    [none, none],
    [none, none],
    [0, none],
    [2, 1],
    [0, 1],
    [3, 4],
    [2, 5],
  ],
  [2],
  [
    { plant: 3, levels: [0], value: 4.5 },
    { plant: 4, levels: [1], value: 2.9 },
    { plant: 5, levels: [1], value: 3.9 },
    { plant: 6, levels: [0], value: 3.5 },
    { plant: 7, levels: [0], value: 5.0 },
  ],
)

describe('breeding values', () => {
  it('are those of the published example', () => {
    const { fixed, values } = breedingValues(calves, 1 / 3)
    const published = [0.098, -0.019, -0.041, -0.009, -0.186, 0.177, -0.249, 0.183]
    published.forEach((value, i) => expect(values[i]).toBeCloseTo(value, 3))
    expect(fixed[0]![0]!.toFixed(2)).toBe('4.36')
    expect(fixed[0]![1]).toBeCloseTo(3.404, 3)
  })

  it('and their reliabilities are those of the whole covariance, with selfs, repeats and two effects', () => {
    const { uniform } = randomStream(5)
    const rows = range(40).map((i): [number, number] => {
      if (i < 6) return [none, none]
      const [one, other] = [Math.floor(uniform() * i), Math.floor(uniform() * i)]
      return uniform() < 0.3 ? [one, one] : uniform() < 0.2 ? [one, none] : [one, other]
    })
    const scores = range(60).map(i => ({
      plant: Math.floor(uniform() * 40),
      levels: [i % 3, i % 2],
      value: 10 * uniform() + (i % 3),
    }))
    const tetraploid = { ploidy: 4, doubleReduction: 0.1 }
    for (const [h2, meiosis] of [
      [0.1, undefined],
      [0.5, undefined],
      [0.8, undefined],
      [0.5, tetraploid],
    ] as const) {
      const scored = { ...scoredOf(rows, [3, 2], scores), meiosis }
      const found = breedingValues(scored, h2)
      const expected = dense(scored, h2)
      expected.values.forEach((value, i) => expect(found.values[i]).toBeCloseTo(value, 8))
      expected.reliability.forEach((r, i) => expect(found.reliability[i]).toBeCloseTo(r, 8))
      expect([...found.fixed[0]!, found.fixed[1]![1]!].map(x => x.toFixed(6))).toEqual(
        expected.fixed.map(x => x.toFixed(6)),
      )
      expect(found.fixed[1]![0]).toBe(0)
    }
  })

  it('tell apart what a plant shows again and again and does not hand on', () => {
    const normal = randomNormal.source(randomStream(5).uniform)()
    const [handedOn, lasts] = [0.3, 0.3]
    const rows: [number, number][] = range(40).map(() => [none, none])
    for (const i of range(160)) rows.push([i % 40, (i * 7 + 11) % 40])
    const worth: number[] = []
    for (const [one, other] of rows) {
      const mean = one === none ? 0 : (worth[one]! + worth[other]!) / 2
      worth.push(mean + normal() * Math.sqrt((one === none ? 1 : 0.5) * handedOn))
    }
    const scores = rows.flatMap((_, plant): MeritScore[] => {
      const own = normal() * Math.sqrt(lasts)
      return range(plant % 4 ? 3 : 1).map(() => ({
        plant,
        levels: [],
        value: worth[plant]! + own + normal() * Math.sqrt(1 - handedOn - lasts),
      }))
    })
    const one = scoredOf(rows, [], scores)
    const told = breedingValues({ ...one, isRepeated: true })
    const { additive, lasting, rest } = told.variances
    const whole = additive + lasting + rest
    expect(additive / whole).toBeCloseTo(told.heritability.estimate, 6)
    expect((additive + lasting) / whole).toBeGreaterThan(0.5)
    expect((additive + lasting) / whole).toBeLessThan(0.7)
    expect(lasting / whole).toBeGreaterThan(0.1)
    // Taken for independent, repeats of one plant make what it hands on look larger.
    expect(breedingValues(one).heritability.estimate).toBeGreaterThan(told.heritability.estimate)
    const expected = dense(
      { ...one, levels: [1], scores: scores.map(s => ({ ...s, levels: [0] })) },
      additive / whole,
      lasting / whole,
    )
    told.values.forEach((value, i) => expect(value).toBeCloseTo(expected.values[i]!, 6))
    told.reliability.forEach((value, i) => expect(value).toBeCloseTo(expected.reliability[i]!, 6))
  })

  it('by the likeliest heritability of a balanced case are those of its table of variance', () => {
    // Thirty unrelated seed parents of which nothing is scored, each with six offspring by pollen nobody knows: of what offspring
    // differ by, a quarter of the inherited part lies between seed parents.
    const normal = randomNormal.source(randomStream(9).uniform)()
    const [families, size] = [30, 6]
    const effects = range(families).map(() => normal())
    const rows: [number, number][] = range(families).map(() => [none, none])
    const scores: MeritScore[] = []
    for (const family of range(families))
      for (const _ of range(size)) {
        rows.push([family, none])
        scores.push({ plant: rows.length - 1, levels: [], value: effects[family]! + 2.4 * normal() })
      }
    const meanOf = (values: number[]) => sum(values) / values.length
    const groups = range(families).map(f => scores.slice(f * size, (f + 1) * size).map(s => s.value))
    const within = sum(groups, own => sum(own, value => (value - meanOf(own)) ** 2)) / (families * (size - 1))
    const whole = meanOf(scores.map(s => s.value))
    const between = (size * sum(groups, own => (meanOf(own) - whole) ** 2)) / (families - 1)
    const ofFamilies = (between - within) / size
    const { heritability, fixed } = breedingValues(scoredOf(rows, [], scores))
    expect(heritability.estimate).toBeCloseTo((4 * ofFamilies) / (ofFamilies + within), 4)
    expect(fixed).toEqual([[expect.closeTo(whole, 6)]])
    expect(heritability.low).toBeLessThan(heritability.estimate)
    expect(heritability.high).toBeGreaterThan(heritability.estimate)
  })

  it('hold the true heritability four times of five, and are as right as they say', () => {
    const normal = randomNormal.source(randomStream(21).uniform)()
    let [within, bias] = [0, 0]
    const [worlds, h2] = [60, 0.4]
    for (const _ of range(worlds)) {
      const rows: [number, number][] = range(12).map(() => [none, none])
      for (const i of range(60)) rows.push([i % 12, (i * 5 + 3) % 12])
      const worth: number[] = []
      for (const [one, other] of rows) {
        const own = one === none ? 1 : 0.5
        const mean = one === none ? 0 : (worth[one]! + worth[other]!) / 2
        worth.push(mean + normal() * Math.sqrt(own * h2))
      }
      const scores = rows.map((_row, plant) => ({
        plant,
        levels: [plant % 2],
        value: worth[plant]! + (plant % 2) + normal() * Math.sqrt(1 - h2),
      }))
      const told = breedingValues(scoredOf(rows, [2], scores))
      if (told.heritability.low <= h2 && h2 <= told.heritability.high) within++
      const known = breedingValues(scoredOf(rows, [2], scores), h2)
      // Of the differences between true values so much is told, in the mean.
      bias +=
        sum(worth, (w, i) => (w - known.values[i]!) ** 2 - h2 * (1 - known.reliability[i]!)) /
        worth.length /
        worlds
    }
    expect(within / worlds).toBeGreaterThan(0.65)
    expect(within / worlds).toBeLessThan(0.95)
    expect(Math.abs(bias)).toBeLessThan(0.03)
  })

  it.each<[string, () => unknown, string]>([
    ['no scores', () => breedingValues({ ...calves, scores: [] }), 'Give at least one score.'],
    [
      'a heritability of one',
      () => breedingValues(calves, 1),
      'A heritability lies between 0 and 1, not at 1.',
    ],
    [
      'a value that is no number',
      () => breedingValues({ ...calves, scores: [{ plant: 1, levels: [0], value: NaN }] }, 0.5),
      'A score is a number, not NaN.',
    ],
  ])('are not asked of %s', (_, ask, why) => {
    expect(ask).toThrow(OutOfRange)
    expect(ask).toThrow(why)
  })
})
