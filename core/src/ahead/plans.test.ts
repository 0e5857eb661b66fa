import { mean, range, variance } from 'd3-array'
import { describe, expect, it } from 'vitest'
import { randomStream } from '../chance/stream'
import { effectiveSize, selfedFor, varietyLost } from '../lineage/population'
import type { Plants } from '../odds/packed'
import { fieldOf, usualGround } from './ground'
import type { AheadTerms } from './plans'
import { ahead } from './plans'

const terms: AheadTerms = { ground: usualGround, isSelfing: true, wishedShare: 0.1 }

describe('a field', () => {
  const field = fieldOf(usualGround, randomStream(2))
  const couples = (count: number) => range(count).map((): [number, number] => [0, 0])

  it('has two lines that differ everywhere, and an F2 of them that splits by one deviation', () => {
    const [one, other] = [field.line(false), field.line(true)]
    expect(field.pure(one)).toBe(1)
    expect([...field.ofFirst(one), ...field.ofFirst(other)]).toEqual([expect.closeTo(1, 10), 0])
    expect([...field.copies(one), ...field.copies(other)]).toEqual([0, 2])
    expect(field.values(one)[0]! + field.values(other)[0]!).toBeCloseTo(0, 10)
    const first = field.crossed(one, other, [[0, 0]])
    expect(field.pure(first)).toBe(0)
    expect(field.values(first)[0]).toBeCloseTo(0, 10)
    const spreads = range(40).map(seed => {
      const own = fieldOf(usualGround, randomStream(seed + 1))
      const f1 = own.crossed(own.line(false), own.line(true), [[0, 0]])
      return variance(own.values(own.crossed(f1, f1, couples(200))))!
    })
    expect(mean(spreads)).toBeGreaterThan(0.8)
    expect(mean(spreads)).toBeLessThan(1.2)
  })
  it('shows by one look as much of what is handed on as it is told to', () => {
    const founders = field.founders(4000, 0.5)
    const values = field.values(founders)
    const seen = field.seen(values, 1)
    expect(variance(values)! / variance(seen)!).toBeCloseTo(usualGround.heritability, 1)
    expect(mean(field.copies(founders))).toBeCloseTo(1, 1)
  })
})

describe('a field of plants with four sets', () => {
  const ground = { ...usualGround, ploidy: 4 as const }
  const field = fieldOf(ground, randomStream(2))
  const selfed = (of: Plants, times: number): Plants =>
    range(times).reduce(stand => {
      const each = range(field.count(stand)).map((i): [number, number] => [i, i])
      return field.crossed(stand, stand, each)
    }, of)
  it('splits by one deviation where it mates at random, and has four copies of an allele', () => {
    const spreads = range(40).map(seed => {
      const own = fieldOf(ground, randomStream(seed + 1))
      return variance(own.values(own.founders(200, 0.5)))!
    })
    expect(mean(spreads)).toBeGreaterThan(0.85)
    expect(mean(spreads)).toBeLessThan(1.15)
    expect(mean(field.copies(field.founders(2000, 0.5)))).toBeCloseTo(2, 0.9)
    expect([...field.copies(field.line(false)), ...field.copies(field.line(true))]).toEqual([0, 4])
    expect(field.pure(field.line(true))).toBe(1)
    expect([...field.ofFirst(field.crossed(field.line(false), field.line(true), [[0, 0]]))]).toEqual([
      expect.closeTo(0.5, 10),
    ])
  })
  it('grows pure by selfing as the pedigree says', () => {
    const founders = field.founders(300, 0.5)
    const mixed = 1 - field.pure(founders)
    for (const times of [1, 3]) {
      const inbred = 1 - (1 - field.pure(selfed(founders, times))) / mixed
      expect(Math.abs(inbred - selfedFor(times, 0, ground))).toBeLessThan(0.03)
    }
  })
  it('brings in by crossing back what shows, and loses what hides behind the others', () => {
    const back = { kind: 'backcross', plants: 24, times: 2, isHidden: false, hasMarker: false } as const
    const of4x = { ...terms, ground }
    expect(ahead(back, of4x, 40).lost).toBeLessThan(0.1)
    expect(ahead({ ...back, isHidden: true, hasMarker: true }, of4x, 40).lost).toBeGreaterThan(0.9)
    const kept = ahead({ kind: 'broad', mothers: 6, fathers: 6, generations: 6 }, of4x, 60)
    expect(kept.inbreeding).toBeCloseTo(varietyLost(12, 6, 4), 0.9)
    expect(ahead({ kind: 'recurrent', plants: 60, kept: 10, cycles: 3 }, of4x, 30).gain.mean).toBeGreaterThan(
      0.8,
    )
  })
})

describe('plans', () => {
  it('selfed by single seed come to a line that is as pure as selfing makes it', () => {
    const told = ahead({ kind: 'single seed', plants: 40, generations: 6, looks: 4 }, terms, 60)
    expect(told.inbreeding).toBeCloseTo(1 - 0.5 ** 5, 1)
    expect(told.gain.mean).toBeGreaterThan(1)
    expect(told.gain.low).toBeLessThan(told.gain.high)
    // Half of the lines have what only one parent brought.
    expect(told.lost).toBeGreaterThan(0.3)
    expect(told.lost).toBeLessThan(0.7)
    expect(told.worked).toBe(1)
    expect(
      ahead({ kind: 'single seed', plants: 40, generations: 6, looks: 4 }, { ...terms, isSelfing: false }, 10)
        .worked,
    ).toBe(162)
  })
  it('gain the more the more is known of the lines', () => {
    const of = (looks: number) =>
      ahead({ kind: 'single seed', plants: 60, generations: 6, looks }, terms, 80).gain.mean
    expect(of(9)).toBeGreaterThan(of(1))
  })
  it('crossed back come to the recurrent parent by a half in each generation, and keep an allele that is seen', () => {
    const back = { kind: 'backcross', plants: 12, times: 3, isHidden: false, hasMarker: false } as const
    const told = ahead(back, terms, 150)
    expect(told.likeness).toBeGreaterThan(1 - 0.5 ** 4 - 0.05)
    expect(told.likeness).toBeLessThan(1)
    expect(told.lost).toBeLessThan(0.05)
    // Of two plants none carries it in a quarter of the generations.
    expect(ahead({ ...back, plants: 2 }, terms, 300).lost).toBeGreaterThan(1 - 0.75 ** 3 - 0.05)
    const marked = ahead({ ...back, hasMarker: true }, terms, 100)
    expect(marked.likeness).toBeGreaterThan(told.likeness!)
    expect(ahead({ ...back, isHidden: true }, terms, 20).plants).toBeGreaterThan(told.plants)
  })
  it('of recurrent selection answer as the breeder’s equation says in their first cycle', () => {
    const told = ahead({ kind: 'recurrent', plants: 200, kept: 40, cycles: 1 }, terms, 60)
    // The best fifth lie 1.4 deviations above; of that the root of the heritability is handed on.
    expect(told.gain.mean).toBeCloseTo(1.4 * Math.sqrt(usualGround.heritability), 0.8)
    const long = ahead({ kind: 'recurrent', plants: 60, kept: 6, cycles: 6 }, terms, 40)
    expect(long.gain.mean).toBeGreaterThan(told.gain.mean)
    expect(long.inbreeding).toBeGreaterThan(0.2)
  })
  it('of a population kept broad lose variety by its effective size', () => {
    const told = ahead({ kind: 'broad', mothers: 10, fathers: 5, generations: 10 }, terms, 150)
    expect(told.inbreeding).toBeCloseTo(varietyLost(effectiveSize(10, 5), 10), 0.9)
    expect(Math.abs(told.gain.mean)).toBeLessThan(0.3)
    const small = ahead({ kind: 'broad', mothers: 2, fathers: 1, generations: 10 }, terms, 100)
    expect(small.lost).toBeGreaterThan(told.lost)
  })
  it('of a clone gain by the number of seedlings', () => {
    const of = (plants: number) => ahead({ kind: 'clone', plants, kept: 5, looks: 3 }, terms, 120).gain.mean
    expect(of(400)).toBeGreaterThan(of(20))
  })
  it.each([
    [{ kind: 'clone', plants: 5, kept: 9, looks: 1 } as const, 'no 9 can be kept'],
    [{ kind: 'broad', mothers: 0, fathers: 1, generations: 2 } as const, 'mothers is 0'],
  ])('with numbers that cannot be are refused: %j', (plan, why) =>
    expect(() => ahead(plan, terms)).toThrow(why),
  )
})
