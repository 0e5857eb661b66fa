import { describe, expect, it } from 'vitest'
import { randomStream } from '../chance/stream'
import { handing } from './handing'
import { lookOf, looksOf, multisets, withRules } from './locus'
import { looksTable } from './looks'
import { layoutOf, packed } from './packed'
import { genome, locus } from './testing'

describe('handing on chromosomes', () => {
  /** Counts of gametes, written as the alleles of the one locus. */
  function gametes(
    ploidy: 4 | 6,
    alleles: number[],
    doubleReduction = 0,
    draws = 40_000,
  ): Map<string, number> {
    const on = genome([locus('a')], { ploidy, doubleReduction })
    const hand = handing(on, randomStream(8))
    const parents = packed(layoutOf(on), [alleles])
    const found = new Map<string, number>()
    const offspring = new Int32Array(ploidy)
    for (let i = 0; i < draws; i++) {
      hand(parents, 0, offspring, 0)
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
    expect(layoutOf(mixed).places.map(({ locus: { name } }) => name)).toEqual(['a', 'b', 'x'])
  })
})

describe('two chromosomes of many loci', () => {
  const PLACES = [0, 3, 40, 41, 60, 62, 90, 95, 96, 130, 150, 151, 170]
  const on = genome(
    ['1', '2'].flatMap(group => PLACES.map((cM, i) => locus(`${'xyz'[Number(group)]}${i}`, { group, cM }))),
  )
  const DRAWS = 60_000
  const changes = PLACES.flatMap((cM, i) =>
    i ? [(1 - Math.exp((-2 * (cM - PLACES[i - 1]!)) / 100)) / 2] : [],
  )
  const expected = [0.5, ...changes, 0.5, ...changes]
  const hand = handing(on, randomStream(3))
  const heterozygote = packed(layoutOf(on), [[...expected.map(() => 0), ...expected.map(() => 1)]])
  const gamete = new Int32Array(2)
  /** how often the strand changed before each locus, and before this and the next one */
  const [changed, both] = [expected.map(() => 0), expected.map(() => 0)]
  for (let draw = 0; draw < DRAWS; draw++) {
    hand(heterozygote, 0, gamete, 0)
    const strands = expected.map((_, i) => (gamete[0]! >>> i) & 1)
    const changes = strands.map((strand, i) => strand ^ (strands[i - 1] ?? 0))
    changes.forEach((change, i) => {
      changed[i]! += change / DRAWS
      both[i]! += (change & (changes[i + 1] ?? 0)) / DRAWS
    })
  }
  const isWithin = (found: number, p: number) =>
    expect(Math.abs(found - p)).toBeLessThan(4.5 * Math.sqrt((p * (1 - p)) / DRAWS))

  it('change strands before each locus as often as its distance asks', () => {
    expected.forEach((p, i) => isWithin(changed[i]!, p))
  })
  it('and as often where they changed just before, wherever one draw ends and the next begins', () => {
    expected.slice(1).forEach((p, i) => isWithin(both[i]!, expected[i]! * p))
  })
})

describe('chromosomes of more than one word', () => {
  const loci = Array.from({ length: 27 }, (_, i) =>
    locus(`l${i}`, { alleles: i % 3 ? ['A', 'a'] : ['A', 'B', 'c'], group: '1', cM: 2 * i }),
  )
  const on = genome(loci)
  const layout = layoutOf(on)
  const [first, last] = [loci.map(() => 0), loci.map((_, i) => (i % 3 ? 1 : 2))]

  it('keep every locus whole in one of them', () => {
    expect(layout.words).toBe(2)
    for (const { shift, bits, locus: l } of layout.places) {
      expect(shift + bits).toBeLessThanOrEqual(32)
      expect(2 ** bits).toBeGreaterThanOrEqual(l.alleles.length)
    }
  })

  it('are handed on strand by strand, with a change between loci as often as their distance asks', () => {
    const hand = handing(on, randomStream(5))
    const parents = packed(layout, [[...first, ...last]])
    const gamete = new Int32Array(2 * layout.words)
    const strandAt = (i: number) => {
      const { word, shift, bits } = layout.places[i]!
      const allele = (gamete[word]! >>> shift) & ((1 << bits) - 1)
      return allele === first[i] ? 0 : allele === last[i] ? 1 : NaN
    }
    const DRAWS = 20_000
    let [second, next, far] = [0, 0, 0]
    for (let i = 0; i < DRAWS; i++) {
      hand(parents, 0, gamete, 0)
      const strands = loci.map((_, l) => strandAt(l))
      second += strands[0]! / DRAWS
      // The words meet between these two.
      const meets = layout.places.findIndex(({ word }) => word === 1)
      next += Math.abs(strands[meets]! - strands[meets - 1]!) / DRAWS
      far += Math.abs(strands[26]! - strands[0]!) / DRAWS
    }
    const expected = (cM: number) => (1 - Math.exp((-2 * cM) / 100)) / 2
    expect(second).toBeCloseTo(0.5, 1)
    expect(Math.abs(next - expected(2))).toBeLessThan(0.006)
    expect(Math.abs(far - expected(52))).toBeLessThan(0.016)
  })

  it('look as their alleles do', () => {
    const table = looksTable(on)
    const random = randomStream(11)
    const drawn = () => loci.map(l => Math.floor(random.uniform() * l.alleles.length))
    for (let i = 0; i < 50; i++) {
      const [one, other] = [drawn(), drawn()]
      const looks = Object.fromEntries(
        loci.map((l, k) => [l.name, lookOf(on.loci[k]!, [one[k]!, other[k]!])]),
      )
      expect(table.phenotypeOf(table.numberOf(packed(layout, [[...one, ...other]]), 0))).toEqual(looks)
    }
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
        const plant = packed(layoutOf(on), [[a[0]!, b[0]!, a[1]!, b[1]!]])
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
