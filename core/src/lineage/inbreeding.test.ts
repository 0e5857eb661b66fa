import fc from 'fast-check'
import { range } from 'd3-array'
import { describe, expect, it } from 'vitest'
import { OutOfRange } from '../chance/estimate'
import { coancestriesOf, coancestryMatrix, inbreedingOf } from './inbreeding'
import type { Pedigree } from './pedigree'
import { UNKNOWN, generationsOf } from './pedigree'

const pedigree = (...rows: [number, number][]): Pedigree => ({
  seed: Int32Array.from(rows, row => row[0]),
  pollen: Int32Array.from(rows, row => row[1]),
})
const inbred = (...rows: [number, number][]) => {
  const one = pedigree(...rows)
  return [...inbreedingOf(one, generationsOf(one, String))]
}
const none = UNKNOWN

/** The tabular method: every pair written down, parents before offspring. @see Emik & Terrill (1949) */
function tabular({ seed, pollen }: Pedigree): number[][] {
  const n = seed.length
  const table = range(n).map(() => range(n).map(() => 0))
  const at = (i: number, j: number) => (i === none || j === none ? 0 : table[i]![j]!)
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < i; j++) table[i]![j] = table[j]![i] = (at(j, seed[i]!) + at(j, pollen[i]!)) / 2
    table[i]![i] = 1 + at(seed[i]!, pollen[i]!) / 2
  }
  return table
}

/** A pedigree in which parents come first, with selfing, backcrosses and parents that nobody knows. */
const anyPedigree = fc
  .array(fc.tuple(fc.nat(), fc.nat(), fc.nat(3)), { minLength: 1, maxLength: 40 })
  .map(rows =>
    pedigree(
      ...rows.map(([a, b, how], i): [number, number] => {
        const [one, other] = [i ? a % i : none, i ? b % i : none]
        return [
          [one, other],
          [one, one],
          [one, none],
          [none, none],
        ][how] as [number, number]
      }),
    ),
  )

describe('inbreeding', () => {
  it('of founders is none, of selfs a half, of full sibs’ offspring a quarter', () => {
    expect(inbred([none, none], [0, 0], [1, 1], [2, 2])).toEqual([0, 0.5, 0.75, 0.875])
    expect(inbred([none, none], [none, none], [0, 1], [0, 1], [2, 3])).toEqual([0, 0, 0, 0, 0.25])
    expect(inbred([none, none], [none, none], [0, 1], [0, 2], [0, 3])).toEqual([0, 0, 0, 0.25, 0.375])
    expect(inbred([none, none], [0, none], [0, 1])).toEqual([0, 0, 0.25])
  })

  it('and coancestry are those of the tabular method, in whatever order the plants stand', () => {
    fc.assert(
      fc.property(anyPedigree, fc.infiniteStream(fc.nat()), (one, draws) => {
        const n = one.seed.length
        const table = tabular(one)
        // The same pedigree with its plants shuffled.
        const places = range(n)
        for (let i = n - 1; i > 0; i--) {
          const j = draws.next().value! % (i + 1)
          ;[places[i], places[j]] = [places[j]!, places[i]!]
        }
        const moved = (parents: Int32Array) => {
          const all = new Int32Array(n)
          places.forEach((place, i) => (all[place] = parents[i] === none ? none : places[parents[i]!]!))
          return all
        }
        const shuffled = { seed: moved(one.seed), pollen: moved(one.pollen) }
        const generations = generationsOf(shuffled, String)
        const found = inbreedingOf(shuffled, generations)
        const pairs = range(n).flatMap(i => range(n).map(j => [places[i]!, places[j]!] as const))
        const kin = coancestriesOf(shuffled, generations, pairs)
        const whole = coancestryMatrix(shuffled, generations, places)
        for (const i of range(n)) {
          expect(found[places[i]!]).toBeCloseTo(table[i]![i]! - 1, 10)
          for (const j of range(n)) {
            expect(kin[i * n + j]).toBeCloseTo(table[i]![j]! / 2, 10)
            expect(whole[i * n + j]).toBeCloseTo(table[i]![j]! / 2, 10)
          }
        }
      }),
      { numRuns: 60 },
    )
  })

  it('comes to what a population of that size gives in many generations', () => {
    // Ten plants, each generation of random couples with selfing: F after t is 1 − (1 − 1/2N)^t in the mean.
    let state = 7
    const draw = (n: number) => (state = (Math.imul(state, 48271) >>> 0) % 2147483647) % n
    const [N, T, worlds] = [10, 8, 400]
    let sum = 0
    for (let world = 0; world < worlds; world++) {
      const rows: [number, number][] = range(N).map(() => [none, none])
      for (let t = 1; t <= T; t++)
        for (let i = 0; i < N; i++) rows.push([(t - 1) * N + draw(N), (t - 1) * N + draw(N)])
      sum +=
        inbred(...rows)
          .slice(-N)
          .reduce((a, b) => a + b, 0) /
        N /
        worlds
    }
    expect(sum).toBeCloseTo(1 - (1 - 1 / (2 * N)) ** T, 1.5)
  })
})

describe('generations', () => {
  it('put each plant behind both its parents', () => {
    const one = pedigree([2, 3], [0, 0], [none, none], [2, none])
    expect([...generationsOf(one, String)]).toEqual([2, 3, 0, 1])
  })
  it('of a plant that is its own forebear are refused with the way around', () => {
    const names = (plant: number) => 'ABC'[plant]!
    const loop = () => generationsOf(pedigree([1, none], [none, 2], [0, 0]), names)
    expect(loop).toThrow(OutOfRange)
    expect(loop).toThrow('A cannot be its own forebear: A comes of B comes of C comes of A.')
    expect(() => generationsOf(pedigree([none, 0]), names)).toThrow('A cannot be its own parent.')
  })
  it('of a hundred thousand in a row are told as well', () => {
    const n = 100_000
    const one = {
      seed: Int32Array.from({ length: n }, (_, i) => (i + 1 < n ? i + 1 : none)),
      pollen: new Int32Array(n).fill(none),
    }
    expect(generationsOf(one, String)[0]).toBe(n - 1)
  })
})
