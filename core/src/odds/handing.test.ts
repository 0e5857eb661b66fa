import { describe, expect, it } from 'vitest'
import { randomStream } from '../chance/stream'
import { alongChromosomes, handing } from './handing'
import { lookOf, looksOf, multisets, withRules } from './locus'
import { looksTable } from './looks'
import { genome, locus } from './testing'

describe('handing on chromosomes', () => {
  /** Counts of gametes, written as the alleles of the one locus. */
  function gametes(
    ploidy: 4 | 6,
    alleles: number[],
    doubleReduction = 0,
    draws = 40_000,
  ): Map<string, number> {
    const hand = handing(genome([locus('a')], { ploidy, doubleReduction }), randomStream(8))
    const found = new Map<string, number>()
    const offspring = new Uint8Array(ploidy)
    for (let i = 0; i < draws; i++) {
      hand(Uint8Array.from(alleles), 0, offspring, 0)
      const key = [...offspring.slice(0, ploidy / 2)].sort().join('')
      found.set(key, (found.get(key) ?? 0) + 1 / draws)
    }
    return found
  }

  it('takes two of four, or three of six, any as often as any other', () => {
    expect(gametes(4, [0, 0, 1, 1]).get('00')).toBeCloseTo(1 / 6, 2)
    expect(gametes(4, [0, 1, 1, 1]).get('00') ?? 0).toBe(0)
    expect(gametes(6, [0, 0, 0, 1, 1, 1]).get('000')).toBeCloseTo(1 / 20, 2)
  })

  it('takes one twice by double reduction', () => {
    expect(gametes(4, [0, 1, 1, 1], 0.4).get('00')).toBeCloseTo(0.1, 2)
    expect(gametes(6, [0, 1, 1, 1, 1, 1], 0.3).get('001')).toBeCloseTo(0.3 / 6, 2)
  })

  it('reads loci group by group, whatever order they were listed in', () => {
    const mixed = genome([locus('a', { group: '1', cM: 0 }), locus('x'), locus('b', { group: '1', cM: 5 })])
    expect(alongChromosomes(mixed).map(l => l.name)).toEqual(['a', 'b', 'x'])
  })
})

describe('looks by number', () => {
  it('name every plant as its alleles do', () => {
    const on = genome([locus('a', { dominance: 'none' }), locus('b', { alleles: ['R', 'r', 'w'] })], {
      rules: [{ name: 'both', cases: [{ when: { a: 'AA', b: 'w' }, is: 'yes' }], otherwise: 'no' }],
    })
    const table = looksTable(on)
    expect(table.numbers).toBe(9)
    for (const a of multisets(2, 2)) {
      for (const b of multisets(3, 2)) {
        const plant = Uint8Array.from([a[0]!, b[0]!, a[1]!, b[1]!])
        const looks = { a: lookOf(on.loci[0]!, a), b: lookOf(on.loci[1]!, b) }
        expect(table.phenotypeOf(table.numberOf(plant, 0))).toEqual(withRules(looks, on.ordered))
      }
    }
  })

  it('are as many as the dominance leaves', () => {
    expect(looksOf(locus('a'), 2)).toEqual(['A', 'a'])
    expect(looksOf(locus('a', { dominance: 'none' }), 4)).toEqual(['AAAA', 'AAAa', 'AAaa', 'Aaaa', 'aaaa'])
    expect(multisets(3, 2)).toHaveLength(6)
  })
})
