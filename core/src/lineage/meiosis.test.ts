import { mean, range, sum } from 'd3-array'
import { describe, expect, it } from 'vitest'
import { randomStream } from '../chance/stream'
import { coancestryMatrix, descentOf } from './inbreeding'
import type { Meiosis } from './meiosis'
import { DIPLOID, descentRules } from './meiosis'
import type { Pedigree } from './pedigree'
import { UNKNOWN, generationsOf } from './pedigree'

const none = UNKNOWN
/** Two founders, a cross, two selfs of it, full sibs mated, a parent crossed back, a self of that, one parent known. */
const ROWS: [number, number][] = [
  [none, none],
  [none, none],
  [0, 1],
  [2, 2],
  [2, 2],
  [3, 4],
  [5, 0],
  [6, 6],
  [7, none],
]
const pedigree: Pedigree = {
  seed: Int32Array.from(ROWS, row => row[0]),
  pollen: Int32Array.from(ROWS, row => row[1]),
}
const generations = generationsOf(pedigree, String)
const RUNS = 12_000

/** How often alleles are copies: each of a founder bears a name of its own, and is handed on by chance. */
function dropped({ ploidy, doubleReduction }: Meiosis) {
  const { uniform } = randomStream(3)
  let names = 0
  const founder = () => range(ploidy).map(() => names++)
  const gamete = (of: number[]) => {
    const left = [...of]
    const drawn = range(ploidy / 2).map(() => left.splice(Math.floor(uniform() * left.length), 1)[0]!)
    if (uniform() < doubleReduction) drawn[1] = drawn[0]!
    return drawn
  }
  const worlds = range(RUNS).map(() => {
    const plants: number[][] = []
    for (const [seed, pollen] of ROWS)
      plants.push(
        seed === none
          ? founder()
          : [...gamete(plants[seed]!), ...gamete(pollen === none ? founder() : plants[pollen]!)],
      )
    return plants
  })
  const alike = (of: (plants: number[][]) => [number[], number[]], isOne: boolean) =>
    mean(worlds, plants => {
      const [one, other] = of(plants)
      const pairs = one.flatMap((a, i) =>
        other.flatMap((b, j) => (isOne && i === j ? [] : [Number(a === b)])),
      )
      return sum(pairs) / pairs.length
    })!
  return {
    inbred: ROWS.map((_, i) => alike(plants => [plants[i]!, plants[i]!], true)),
    kinship: (i: number, j: number) => alike(plants => [plants[i]!, plants[j]!], false),
  }
}

describe('descent in plants with more sets of chromosomes', () => {
  it.each([
    DIPLOID,
    { ploidy: 4, doubleReduction: 0 },
    { ploidy: 4, doubleReduction: 0.15 },
    { ploidy: 6, doubleReduction: 0 },
    { ploidy: 6, doubleReduction: 0.2 },
  ])('is as alleles are found that are handed on by chance: %j', meiosis => {
    const { inbred } = descentOf(pedigree, generations, undefined, meiosis)
    const matrix = coancestryMatrix(pedigree, generations, range(ROWS.length), undefined, meiosis)
    const found = dropped(meiosis)
    // A father nobody knows is related to nobody, himself neither: of him no double reduction is told.
    for (const i of range(ROWS.length - 1))
      expect(Math.abs(found.inbred[i]! - inbred[i]!)).toBeLessThan(0.015)
    for (const [i, j] of [
      [2, 2],
      [3, 4],
      [5, 5],
      [6, 0],
      [7, 5],
      [8, 2],
    ] as const)
      expect(Math.abs(found.kinship(i, j) - matrix[i * ROWS.length + j]!)).toBeLessThan(0.015)
  })
  it('makes of a selfed tetraploid a sixth, of full sibs’ offspring half a diploid’s and less', () => {
    const { inbred } = descentOf(pedigree, generations, undefined, { ploidy: 4, doubleReduction: 0 })
    expect(inbred[3]).toBeCloseTo(1 / 6, 12)
    expect(descentRules({ ploidy: 4, doubleReduction: 0 }).offspring(0, 0, 1 / 8)).toBeCloseTo(1 / 12, 12)
    expect(descentRules({ ploidy: 6, doubleReduction: 0 }).offspring(0, 0, 1 / 6)).toBeCloseTo(1 / 10, 12)
  })
  it('leaves half of what founders differ by within their families, whatever sets they have', () => {
    for (const ploidy of [2, 4, 6])
      expect(descentRules({ ploidy, doubleReduction: 0 }).own(0, 0)).toBeCloseTo(0.5, 12)
    expect(descentRules(DIPLOID).own(1, 1)).toBe(0)
    expect(descentRules({ ploidy: 4, doubleReduction: 0 }).own(1, 1)).toBe(0)
  })
})
