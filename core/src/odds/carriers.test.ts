import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Relative } from './carriers'
import { genotypesOf, possibleOf } from './carriers'
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
  expect(genotypesOf(loop, on)[0]!.isExact).toBe(false)
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

it('agrees with the sum over all ways the genes may lie, on any tree', () => {
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
  fc.assert(
    fc.property(tree, fc.constantFrom('m', 'f', 'c1', 'c2', 'g1', 'g2', 'x'), (plants, id) => {
      expect(carries(plants, id, { look: 0.01, genotype: 0 })).toBeCloseTo(enumerated(plants, id), 3)
    }),
    { numRuns: 60 },
  )
})
