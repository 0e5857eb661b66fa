import { randomNormal } from 'd3-random'
import { Matrix, inverse } from 'ml-matrix'
import { describe, expect, it } from 'vitest'
import type { CrossedRecord } from './crossed'
import { foretellCrossed, learnCrossed } from './crossed'
import { beliefFrom, quantileOf } from './normalBelief'
import { randomStream } from './stream'

const guide = beliefFrom({ low: 0, high: 40 }, 4)
const normal = randomNormal.source(randomStream(23).uniform)()

describe('units and seasons that cross each other', () => {
  it('are foretold as the whole covariance of all cases says, for one division of the variance', () => {
    const parts = { units: 0.5, seasons: 0.3, rest: 0.2 }
    const seen: CrossedRecord[] = [
      { unit: 'a', season: 1, value: 12 },
      { unit: 'a', season: 2, value: 19 },
      { unit: 'b', season: 2, value: 31 },
      { unit: 'b', season: 2, value: 28 },
      { unit: 'c', season: 3, value: 22 },
      { unit: 'd', season: 2, value: 24 },
      { unit: 'd', season: 1, value: 20 },
      { unit: 'e', season: 3, value: 35 },
    ]
    const cases = [...seen.map(({ unit, season }) => ({ unit, season })), { unit: 'a', season: 3 }]
    const covariance = (x: (typeof cases)[number], y: (typeof cases)[number]) =>
      1 / guide.weight +
      (x.unit === y.unit ? parts.units : 0) +
      (x.season === y.season ? parts.seasons : 0) +
      (x === y ? parts.rest : 0)
    const next = cases.at(-1)!
    const known = cases.slice(0, -1)
    const inverted = inverse(new Matrix(known.map(x => known.map(y => covariance(x, y)))))
    const to = Matrix.rowVector(known.map(x => covariance(x, next)))
    const off = Matrix.columnVector(seen.map(r => r.value - guide.mean))
    const location = guide.mean + to.mmul(inverted).mmul(off).get(0, 0)
    const own = covariance(next, next) - to.mmul(inverted).mmul(to.transpose()).get(0, 0)
    const squares = off.transpose().mmul(inverted).mmul(off).get(0, 0)
    const [shape, scale] = [guide.shape + seen.length / 2, guide.scale + squares / 2]
    const told = foretellCrossed(learnCrossed(guide, seen, [parts]), 'a', 3)
    expect(told.location).toBeCloseTo(location, 9)
    expect(told.spread).toBeCloseTo(Math.sqrt((own * scale) / shape), 9)
    expect(told.freedom).toBeCloseTo(2 * shape, 6)
  })

  it('are as the guide says where nothing is known', () => {
    const told = foretellCrossed(learnCrossed(guide, []), 'a', 1)
    expect(quantileOf(told, 0.1)).toBeCloseTo(0, 6)
    expect(quantileOf(told, 0.9)).toBeCloseTo(40, 6)
  })

  it('share more of their spread the more the seasons differ', () => {
    const shareOf = (units: number, seasons: number) => {
      const early = [9, -4, 2, -8, 5, 1].map(s => s * seasons)
      const records = Array.from({ length: 8 }, (_, unit) =>
        early.map((s, season) => ({
          unit: `${unit}`,
          season,
          value: 20 + s + units * (unit - 3.5) + normal(),
        })),
      ).flat()
      const { spread, shared } = foretellCrossed(learnCrossed(guide, records), '3', 9)
      return shared / spread
    }
    expect(shareOf(1, 1.5)).toBeGreaterThan(0.9)
    expect(shareOf(4, 0)).toBeLessThan(0.6)
  })
})
