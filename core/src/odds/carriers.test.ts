import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Relative } from './carriers'
import { conditionally, genotypesOf, possibleOf } from './carriers'
import { partOf } from './generations'
import { oddsOf, shareOf } from './odds'
import { parentFrom, parentsFrom } from './phases'
import type { Genome } from './genome'
import { simulatedGenerations } from './simulate'
import { genome, locus } from './testing'

const SURE = { look: 0, genotype: 0 }
const on = genome([locus('a')])

const relative = (
  id: string,
  parents: [string | null, string | null] = [null, null],
  more: Partial<Relative> = {},
): Relative => ({
  id,
  seedParentId: parents[0],
  pollenParentId: parents[1],
  plantKind: 'seedling',
  noted: {},
  looks: {},
  ...more,
})
const looks = (a: 'A' | 'a') => ({ looks: { a } })

/** Chance that a plant is heterozygous. */
const carries = (plants: Relative[], id: string, errors = SURE) =>
  possibleOf(genotypesOf(plants, on, errors)[0]!, id)
    .filter(p => new Set(p.genotype.a).size > 1)
    .reduce((sum, p) => sum + p.probability, 0)

describe('a plant of dominant appearance', () => {
  it('is heterozygous when it has a recessive child', () => {
    expect(
      carries([relative('p', [null, null], looks('A')), relative('c', ['p', null], looks('a'))], 'p'),
    ).toBeCloseTo(1, 12)
  })

  it('out of a cross of two heterozygous plants carries in two cases of three', () => {
    const [mother, father] = [
      relative('m', [null, null], { noted: { a: ['A', 'a'] } }),
      relative('f', [null, null], { noted: { a: ['A', 'a'] } }),
    ]
    expect(carries([mother, father, relative('p', ['m', 'f'], looks('A'))], 'p')).toBeCloseTo(2 / 3, 12)
  })

  it.each([0, 1, 2, 3, 6])('with %i dominant children of a test cross is heterozygous as Bayes says', n => {
    const parents = ['m', 'f'].map(id => relative(id, [null, null], { noted: { a: ['A', 'a'] } }))
    const children = Array.from({ length: n }, (_, i) => relative(`c${i}`, ['p', 'tester'], looks('A')))
    const plants = [
      ...parents,
      relative('p', ['m', 'f'], looks('A')),
      relative('tester', [null, null], looks('a')),
      ...children,
    ]
    expect(carries(plants, 'p')).toBeCloseTo(((2 / 3) * 0.5 ** n) / (1 / 3 + (2 / 3) * 0.5 ** n), 10)
  })

  it('is heterozygous when a recessive plant is its parent', () => {
    expect(
      carries([relative('m', [null, null], looks('a')), relative('p', ['m', null], looks('A'))], 'p'),
    ).toBeCloseTo(1, 12)
  })

  it('that is a line hardly carries', () => {
    expect(carries([relative('p', [null, null], { plantKind: 'line', ...looks('A') })], 'p')).toBeCloseTo(
      0.015 / 0.5075,
      3,
    )
  })
})

it('learns a selfed plant from its selfs: each dominant one makes it surer', () => {
  const selfs = (n: number) => Array.from({ length: n }, (_, i) => relative(`s${i}`, ['p', 'p'], looks('A')))
  const chance = (n: number) => carries([relative('p', [null, null], looks('A')), ...selfs(n)], 'p')
  for (const n of [0, 1, 4])
    expect(chance(n)).toBeCloseTo(((2 / 3) * 0.75 ** n) / (1 / 3 + (2 / 3) * 0.75 ** n), 10)
})

it('does not let one odd look overturn many', () => {
  const selfs = [
    ...Array.from({ length: 30 }, (_, i) => relative(`s${i}`, ['p', 'p'], looks('A'))),
    relative('odd', ['p', 'p'], looks('a')),
  ]
  // One recessive among 31 selfs: a slip of the pen rather than a carrier.
  expect(
    carries([relative('p', [null, null], { ...looks('A'), plantKind: 'line' }), ...selfs], 'p', {
      look: 0.01,
      genotype: 0.001,
    }),
  ).toBeLessThan(0.01)
})

it('reads two loci from a look that both make', () => {
  const rule = { name: 'flower', cases: [{ when: { a: 'A', b: 'B' }, is: 'purple' }], otherwise: 'white' }
  const two = genome([locus('a'), locus('b')], { rules: [rule] })
  // Two white lines with a purple child: one brings A, the other B.
  const plants = [
    relative('m', [null, null], { plantKind: 'line', looks: { flower: 'white' }, noted: { a: ['A', 'A'] } }),
    relative('f', [null, null], { plantKind: 'line', looks: { flower: 'white' } }),
    relative('c', ['m', 'f'], { looks: { flower: 'purple' } }),
  ]
  const [worked] = genotypesOf(plants, two, SURE)
  expect(worked!.loci).toEqual(['a', 'b'])
  expect(possibleOf(worked!, 'm')[0]!.genotype).toEqual({ a: ['A', 'A'], b: ['b', 'b'] })
  expect(
    possibleOf(worked!, 'f')
      .filter(p => p.genotype.b!.includes('B'))
      .reduce((sum, p) => sum + p.probability, 0),
  ).toBeCloseTo(1, 12)
})

it('works for autotetraploids', () => {
  const four = genome([locus('a')], { ploidy: 4 })
  const plants = [
    relative('p', [null, null], looks('A')),
    relative('tester', [null, null], looks('a')),
    relative('c', ['p', 'tester'], looks('a')),
  ]
  const of = possibleOf(genotypesOf(plants, four, SURE)[0]!, 'p')
  // A recessive child of a test cross leaves simplex (1/2) and duplex (1/6), which were 4 : 6 before.
  expect(of.map(p => [p.genotype.a!.join(''), Math.round(p.probability * 3)])).toEqual([
    ['Aaaa', 2],
    ['AAaa', 1],
  ])
})

it('says whether paths of descent meet again', () => {
  const tree = [relative('m'), relative('f'), relative('c', ['m', 'f'])]
  const loop = [...tree, relative('d', ['m', 'f']), relative('e', ['c', 'd'])]
  expect(genotypesOf(tree, on)[0]!.isExact).toBe(true)
  expect(genotypesOf(loop, on)[0]!.isExact).toBe(true)
  // So many lines that cross each other are too much to be told exactly.
  const web = Array.from({ length: 12 }, (_, i) => relative(`w${i}`))
  const crossed = web.flatMap((one, i) =>
    web.slice(i + 1).map((other, j) => relative(`x${i}-${j}`, [one.id, other.id], looks('A'))),
  )
  expect(genotypesOf([...web, ...crossed], on)[0]!.isExact).toBe(false)
  expect(
    genotypesOf(
      loop.map(p => (p.id === 'c' || p.id === 'd' ? { ...p, noted: { a: ['A', 'a'] } } : p)),
      on,
    )[0]!.isExact,
  ).toBe(true)
})

it('takes a population for many plants, and a stranger for unknown', () => {
  const plants = [
    relative('bulk', [null, null], { plantKind: 'population' }),
    relative('c', ['bulk', null], looks('a')),
    relative('d', ['bulk', null]),
  ]
  expect(carries(plants, 'd')).toBeCloseTo(0.5, 12)
  expect(carries(plants, 'nobody')).toBeCloseTo(0.5, 12)
})

/** Every way the genes of all plants may lie, summed: what the messages must come to on trees. */
function enumerated(plants: Relative[], id: string): number {
  const genotypes = [0, 1, 2]
  const gamete = (n: number) => n / 2
  let [all, carrying] = [0, 0]
  const go = (i: number, states: Map<string, number>, p: number) => {
    if (p === 0) return
    if (i === plants.length) {
      all += p
      if (states.get(id) === 1) carrying += p
      return
    }
    const plant = plants[i]!
    for (const recessive of genotypes) {
      const [m, f] = [plant.seedParentId, plant.pollenParentId].map(parent =>
        parent ? gamete(states.get(parent)!) : 0.5,
      ) as [number, number]
      const born = recessive === 2 ? m * f : recessive === 0 ? (1 - m) * (1 - f) : m * (1 - f) + f * (1 - m)
      const seen = !plant.looks.a ? 1 : (plant.looks.a === 'a') === (recessive === 2) ? 0.99 : 0.01
      go(i + 1, new Map(states).set(plant.id, recessive), p * born * seen)
    }
  }
  go(0, new Map(), 1)
  return carrying / all
}

describe('agrees with the sum over all ways the genes may lie', () => {
  const look = fc.constantFrom(looks('A'), looks('a'), {})
  const tree = fc
    .tuple(fc.array(look, { minLength: 8, maxLength: 8 }), fc.boolean(), fc.boolean())
    .map(([seen, isSelf, isHalf]) => [
      relative('m', [null, null], seen[0]),
      relative('f', [null, null], seen[1]),
      relative('c1', ['m', 'f'], seen[2]),
      relative('c2', ['m', 'f'], seen[3]),
      relative('x', [null, null], seen[4]),
      relative('g1', isSelf ? ['c1', 'c1'] : ['c1', 'x'], seen[5]),
      relative('g2', isHalf ? ['c2', null] : ['c1', 'c1'], seen[6]),
    ])
  const loop = fc
    .array(look, { minLength: 8, maxLength: 8 })
    .map(seen => [
      relative('m', [null, null], seen[0]),
      relative('f', [null, null], seen[1]),
      relative('c1', ['m', 'f'], seen[2]),
      relative('c2', ['m', 'f'], seen[3]),
      relative('x', ['c1', 'm'], seen[4]),
      relative('g1', ['c1', 'c2'], seen[5]),
      relative('g2', ['c1', 'c2'], seen[6]),
    ])
  const ids = fc.constantFrom('m', 'f', 'c1', 'c2', 'g1', 'g2', 'x')
  it.each([
    ['on any tree', tree],
    ['where paths of descent meet again', loop],
  ])('%s', (_, pedigrees) =>
    fc.assert(
      fc.property(pedigrees, ids, (plants, id) => {
        expect(carries(plants, id, { look: 0.01, genotype: 0 })).toBeCloseTo(enumerated(plants, id), 3)
      }),
      { numRuns: 60 },
    ),
  )
})

describe('two relatives', () => {
  const sibs = ['one', 'other'].map(id => relative(id, ['m', 'f'], looks('A')))
  const plants = [relative('m'), relative('f'), ...sibs]
  const [one, other] = sibs as [Relative, Relative]
  /** Share of recessives in the cross of the two. */
  const recessives = (of: Genome, { seedParent, pollenParent }: ReturnType<typeof parentsFrom>) =>
    shareOf(oddsOf(of, seedParent, pollenParent, ['cross'], { shown: ['a'] }).generations[0]!, {
      a: ['a'],
    }).reduce((sum, s) => sum + s.weight * s.share, 0)
  const together = (of: Genome, all = plants) => {
    const worked = genotypesOf(all, of, SURE)
    return parentsFrom(one, other, conditionally(all, of, worked, [one.id, other.id], SURE), worked, of)
  }

  it('are like each other where nothing is known of their parents', () => {
    // Of two alleles alike by descent at both, one or none of their pairs: (1/8 + 1/8 + 1/16) of (3/16 + 5/16 + 9/64).
    expect(recessives(on, together(on))).toBeCloseTo(5 / 16 / (41 / 64) / 4, 12)
    const worked = genotypesOf(plants, on, SURE)
    expect(recessives(on, parentsFrom(one, other, [null], worked, on))).toBeLessThan(0.119)
  })

  it('of known parents are not: all that is known of the one is known of the other', () => {
    const known = ['m', 'f'].map(id => relative(id, [null, null], { noted: { a: ['A', 'a'] } }))
    expect(recessives(on, together(on, [...known, ...sibs]))).toBeCloseTo(1 / 9, 12)
  })

  it('stay so where a part of what hangs together is looked at', () => {
    const rule = { name: 'r', cases: [{ when: { a: 'A', b: 'B' }, is: 'both' }], otherwise: 'not' }
    const two = genome([locus('a'), locus('b')], { rules: [rule] })
    const pair = together(two)
    expect(pair.pollenParent.some(part => part.given)).toBe(true)
    const part = partOf({ genome: two, ...pair }, ['a'])
    expect(recessives(part.genome, part)).toBeCloseTo(5 / 16 / (41 / 64) / 4, 10)
    expect(recessives(two, pair)).toBeCloseTo(5 / 16 / (41 / 64) / 4, 10)
  })

  it('are drawn together where a path is simulated', () => {
    const { seedParent, pollenParent } = together(on)
    const [block] = simulatedGenerations(on, seedParent, pollenParent, ['cross'], ['a'])[0]!.blocks
    const share = block!.families.reduce(
      (sum, { weight, classes }) =>
        sum + weight * (classes.find(c => c.phenotype.a === 'a')?.probability ?? 0),
      0,
    )
    expect(share).toBeCloseTo(5 / 16 / (41 / 64) / 4, 2)
  })

  it('that are none, and a plant with itself, hang on nothing', () => {
    const strangers = [...plants, relative('stranger', [null, null], looks('A'))]
    const worked = genotypesOf(strangers, on, SURE)
    expect(conditionally(strangers, on, worked, ['one', 'stranger'], SURE)).toEqual([null])
    expect(conditionally(strangers, on, worked, ['one', 'one'], SURE)).toEqual([null])
  })
})

describe('linked loci', () => {
  const linked = genome([locus('a', { group: '1', cM: 0 }), locus('b', { group: '1', cM: 5 })])
  const white = { looks: { a: 'A', b: 'B' } }

  it.each([
    ['coupling', ['A A', 'B B'], ['a a', 'b b'], 0.1415],
    ['repulsion', ['A A', 'b b'], ['a a', 'B B'], 0.001],
  ])('an F2 plant of both dominant looks, out of %s, selfed: double recessives', (_, one, other, share) => {
    const noted = ([a, b]: string[]) => ({ noted: { a: a!.split(' '), b: b!.split(' ') } })
    const plants = [
      relative('m', [null, null], noted(one)),
      relative('f', [null, null], noted(other)),
      relative('f1', ['m', 'f']),
      relative('f2', ['f1', 'f1'], white),
    ]
    const worked = genotypesOf(plants, linked, SURE)
    expect(worked.map(w => w.loci)).toEqual([['a', 'b']])
    const parent = parentFrom({ id: 'f2', seedParentId: 'f1', pollenParentId: 'f1' }, worked, linked)
    const { generations } = oddsOf(linked, parent, parent, [{ self: 'seedParent' }], { shown: ['a', 'b'] })
    expect(
      shareOf(generations[0]!, { a: ['a'], b: ['b'] }).reduce((sum, s) => sum + s.weight * s.share, 0),
    ).toBeCloseTo(share, 4)
  })

  it('tell of each other, in diploids and in tetraploids', () => {
    for (const ploidy of [2, 4] as const) {
      const on = genome([locus('a', { group: '1', cM: 0 }), locus('b', { group: '1', cM: 2 })], { ploidy })
      const all = (letter: string) => Array<string>(ploidy).fill(letter)
      const plants = [
        relative('m', [null, null], { noted: { a: all('A'), b: all('B') } }),
        relative('f', [null, null], { noted: { a: all('a'), b: all('b') } }),
        relative('f1', ['m', 'f']),
        relative('c', ['f1', 'f'], { looks: { a: 'a' } }),
      ]
      const withB = possibleOf(genotypesOf(plants, on, SURE)[0]!, 'c')
        .filter(p => p.genotype.b!.includes('B'))
        .reduce((sum, p) => sum + p.probability, 0)
      expect(withB).toBeLessThan(0.05)
    }
  })
})

it('reckons with double reduction', () => {
  const on4 = genome([locus('a')], { ploidy: 4, doubleReduction: 1 / 6 })
  const plants = [
    relative('m', [null, null], { noted: { a: ['A', 'a', 'a', 'a'] } }),
    relative('f', [null, null], { noted: { a: ['a', 'a', 'a', 'a'] } }),
    relative('c', ['m', 'f'], looks('A')),
  ]
  const duplex = possibleOf(genotypesOf(plants, on4, SURE)[0]!, 'c').find(
    p => p.genotype.a!.filter(a => a === 'A').length === 2,
  )!
  expect(duplex.probability).toBeCloseTo(1 / 24 / (1 / 24 + 5 / 12), 9)
})

it('learns from many founders how common an allele is, and is told little by few', () => {
  const founders = (recessive: number, all: number) =>
    Array.from({ length: all }, (_, i) => relative(`f${i}`, [null, null], looks(i < recessive ? 'a' : 'A')))
  const chance = (plants: Relative[]) => carries([...plants, relative('p', [null, null], looks('A'))], 'p')
  // At a share q of the recessive allele 2q / (1 + q) of the dominant ones carry it.
  expect(chance(founders(0, 3))).toBeCloseTo(2 / 3, 9)
  expect(chance(founders(0, 40))).toBeLessThan(0.45)
  expect(chance(founders(20, 40))).toBeGreaterThan(0.75)
})
