import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { OutOfRange } from '../chance/estimate'
import { exactGenerations, known } from './generations'
import type { Genome } from './genome'
import { checkGenotype, recombinationOver } from './genome'
import type { Locus } from './locus'
import { errorOfShare, listClasses, oddsOf, shareOf } from './odds'
import type { Step } from './path'
import { simulatedGenerations } from './simulate'
import { genome, locus, carrying } from './testing'

/** Probability of a class written as its looks in the order of the loci: "A b". */
const chanceOf = (
  on: Genome,
  path: Step[],
  seed: ReturnType<typeof carrying>,
  pollen: ReturnType<typeof carrying>,
  looks: string,
) => {
  const last = oddsOf(on, known(seed), known(pollen), path).generations.at(-1)!
  return (
    listClasses(last).find(c => on.loci.map(l => c.phenotype[l.name]).join(' ') === looks)?.probability ?? 0
  )
}

const [A, B] = [locus('a'), locus('b')]
const none = { dominance: 'none' as const }

describe('diploids', () => {
  it.each([
    ['3 : 1', ['cross', 'self'], 'a', 1 / 4],
    ['nothing recessive in a cross of lines', ['cross'], 'a', 0],
    ['1 : 1 in a backcross to the recessive', ['cross', { backcross: 'pollenParent' }], 'a', 1 / 2],
    ['3/8 recessive after a second selfing', ['cross', 'self', 'self'], 'a', 3 / 8],
    ['1/4 again when the F2 mates at random', ['cross', 'self', 'sib'], 'a', 1 / 4],
    ['1/6 in the F3 of dominant F2 plants', ['cross', 'self', { select: { a: ['A'] } }, 'self'], 'a', 1 / 6],
    ['1/9 when they mate at random', ['cross', 'self', { select: { a: ['A'] } }, 'sib'], 'a', 1 / 9],
  ] as [string, Step[], string, number][])('%s', (_, path, looks, probability) => {
    expect(chanceOf(genome([A]), path, carrying({ a: 'AA' }), carrying({ a: 'aa' }), looks)).toBeCloseTo(
      probability,
      14,
    )
  })

  it('9 : 3 : 3 : 1 for two loci that are not linked', () => {
    const { generations, exact } = oddsOf(
      genome([A, B]),
      known(carrying({ a: 'AA', b: 'bb' })),
      known(carrying({ a: 'aa', b: 'BB' })),
      ['cross', 'self'],
    )
    expect(exact).toBe(true)
    expect(listClasses(generations[1]!).map(c => Math.round(c.probability * 16))).toEqual([9, 3, 3, 1])
  })

  it('shows each genotype without dominance, written in the order of the alleles', () => {
    const { generations } = oddsOf(
      genome([locus('a', none)]),
      known(carrying({ a: 'aA' })),
      known(carrying({ a: 'aA' })),
      ['cross'],
    )
    expect(listClasses(generations[0]!).map(c => [c.phenotype.a, c.probability])).toEqual([
      ['Aa', 0.5],
      ['AA', 0.25],
      ['aa', 0.25],
    ])
  })

  it('lets the first of three alleles hide the others', () => {
    const three = locus('a', { alleles: ['R', 'r', 'w'] })
    const { generations } = oddsOf(genome([three]), known({ a: ['R', 'w'] }), known({ a: ['r', 'w'] }), [
      'cross',
    ])
    expect(Object.fromEntries(listClasses(generations[0]!).map(c => [c.phenotype.a, c.probability]))).toEqual(
      { R: 0.5, r: 0.25, w: 0.25 },
    )
  })
})

describe('linkage', () => {
  const linked = (cM: number, map: 'haldane' | 'kosambi' = 'haldane') =>
    genome([locus('a', { group: '1', cM: 0 }), locus('b', { group: '1', cM })], { map })

  it('gives the recombination of the map functions', () => {
    expect(recombinationOver(10, 'haldane')).toBeCloseTo(0.0906346, 7)
    expect(recombinationOver(10, 'kosambi')).toBeCloseTo(0.0986877, 7)
    expect(recombinationOver(0, 'haldane')).toBe(0)
    expect(recombinationOver(1e6, 'kosambi')).toBeCloseTo(0.5, 12)
  })

  it.each(['haldane', 'kosambi'] as const)(
    'makes the double recessive of an F2 rarer in repulsion than in coupling (%s)',
    map => {
      fc.assert(
        fc.property(fc.double({ min: 0.1, max: 200, noNaN: true }), cM => {
          const r = recombinationOver(cM, map)
          const inF2 = (seed: string, pollen: string) =>
            chanceOf(
              linked(cM, map),
              ['cross', 'self'],
              carrying({ a: seed[0]! + seed[0]!, b: seed[1]! + seed[1]! }),
              carrying({ a: pollen[0]! + pollen[0]!, b: pollen[1]! + pollen[1]! }),
              'a b',
            )
          expect(inF2('AB', 'ab')).toBeCloseTo(((1 - r) / 2) ** 2, 12)
          expect(inF2('Ab', 'aB')).toBeCloseTo((r / 2) ** 2, 12)
        }),
        { numRuns: 20 },
      )
    },
  )

  it('makes lines that recombined once 2r/(1 + 2r) of all after selfing for ever', () => {
    const [cM, generations] = [15, 12]
    const r = recombinationOver(cM, 'haldane')
    const end = oddsOf(
      linked(cM),
      known(carrying({ a: 'AA', b: 'BB' })),
      known(carrying({ a: 'aa', b: 'bb' })),
      ['cross', ...Array<Step>(generations).fill('self')],
    ).generations.at(-1)!
    const recombined = listClasses(end)
      .filter(c => (c.phenotype.a === 'A') !== (c.phenotype.b === 'B'))
      .reduce((sum, c) => sum + c.probability, 0)
    expect(recombined).toBeCloseTo((2 * r) / (1 + 2 * r), 3)
  })
})

describe('autopolyploids', () => {
  const of = (ploidy: 4 | 6, doubleReduction = 0) => genome([A], { ploidy, doubleReduction })

  it('have 1 recessive in 36 among the selfs of a duplex, 1 in 4 of a simplex', () => {
    expect(chanceOf(of(4), ['cross'], carrying({ a: 'AAaa' }), carrying({ a: 'AAaa' }), 'a')).toBeCloseTo(
      1 / 36,
      14,
    )
    expect(chanceOf(of(4), ['cross'], carrying({ a: 'Aaaa' }), carrying({ a: 'Aaaa' }), 'a')).toBeCloseTo(
      1 / 4,
      14,
    )
    expect(chanceOf(of(6), ['cross'], carrying({ a: 'AAAaaa' }), carrying({ a: 'AAAaaa' }), 'a')).toBeCloseTo(
      1 / 400,
      14,
    )
  })

  it('have recessives among the selfs of a triplex by double reduction only', () => {
    const alpha = 1 / 7
    // A triplex makes aa gametes at α/4.
    expect(
      chanceOf(of(4, alpha), ['cross'], carrying({ a: 'AAAa' }), carrying({ a: 'AAAa' }), 'a'),
    ).toBeCloseTo((alpha / 4) ** 2, 14)
    expect(chanceOf(of(4), ['cross'], carrying({ a: 'AAAa' }), carrying({ a: 'AAAa' }), 'a')).toBe(0)
    // A duplex: (1 − α)/6 + α/2.
    expect(
      chanceOf(of(4, alpha), ['cross'], carrying({ a: 'AAaa' }), carrying({ a: 'aaaa' }), 'a'),
    ).toBeCloseTo((1 - alpha) / 6 + alpha / 2, 14)
  })

  it('write all their alleles where none is dominant', () => {
    const { generations } = oddsOf(
      genome([locus('a', none)], { ploidy: 4 }),
      known(carrying({ a: 'AAaa' })),
      known(carrying({ a: 'aaaa' })),
      ['cross'],
    )
    expect(
      Object.fromEntries(
        listClasses(generations[0]!).map(c => [c.phenotype.a, Math.round(c.probability * 6)]),
      ),
    ).toEqual({ AAaa: 1, Aaaa: 4, aaaa: 1 })
  })
})

describe('rules over several loci', () => {
  const complementary = {
    name: 'flower',
    cases: [{ when: { a: 'A', b: 'B' }, is: 'purple' }],
    otherwise: 'white',
  }

  it('9 : 7 where two dominants are needed, wherever the loci lie', () => {
    const { generations } = oddsOf(
      genome([A, B], { rules: [complementary] }),
      known(carrying({ a: 'AA', b: 'bb' })),
      known(carrying({ a: 'aa', b: 'BB' })),
      ['cross', 'self'],
    )
    expect(listClasses(generations[1]!).map(c => [c.phenotype, c.probability])).toEqual([
      [{ flower: 'purple' }, 9 / 16],
      [{ flower: 'white' }, 7 / 16],
    ])
  })

  it('go on from chosen plants, whose loci are no longer independent', () => {
    const path: Step[] = ['cross', 'self', { select: { flower: ['white'] } }, 'self']
    const on = genome([A, B], { rules: [complementary] })
    const [last] = oddsOf(
      on,
      known(carrying({ a: 'AA', b: 'bb' })),
      known(carrying({ a: 'aa', b: 'BB' })),
      path,
    ).generations.slice(-1)
    // White F2: 3 A·bb, 3 aa·B, 1 aabb of 7: none of their selfs is purple.
    expect(shareOf(last!, { flower: ['purple'] })).toEqual([{ weight: 1, share: 0 }])
  })

  it('ask for other rules', () => {
    const rules = [
      { name: 'shade', cases: [{ when: { flower: 'purple', a: 'A' }, is: 'dark' }], otherwise: 'pale' },
      complementary,
    ]
    const { generations } = oddsOf(
      genome([A, B], { rules }),
      known(carrying({ a: 'Aa', b: 'Bb' })),
      known(carrying({ a: 'Aa', b: 'Bb' })),
      ['cross'],
    )
    expect(listClasses(generations[0]!).map(c => c.phenotype)).toEqual([{ shade: 'dark' }, { shade: 'pale' }])
  })
})

describe('parents in doubt', () => {
  const carrier = [
    {
      possible: [
        { genotype: carrying({ a: 'AA' }), probability: 1 / 3 },
        { genotype: carrying({ a: 'Aa' }), probability: 2 / 3 },
      ],
    },
  ]

  it('make families of several kinds, each with its weight', () => {
    const { generations } = oddsOf(genome([A]), carrier, known(carrying({ a: 'aa' })), ['cross'])
    expect(shareOf(generations[0]!, { a: ['a'] })).toEqual([
      { weight: 1 / 3, share: 0 },
      { weight: 2 / 3, share: 0.5 },
    ])
    expect(listClasses(generations[0]!).find(c => c.phenotype.a === 'a')!.probability).toBeCloseTo(1 / 3, 12)
  })

  it('bring a path to its end only in families that have nothing to choose', () => {
    const { generations } = oddsOf(genome([A]), carrier, known(carrying({ a: 'aa' })), [
      'cross',
      { select: { a: ['a'] } },
    ])
    expect(shareOf(generations[1]!, { a: ['a'] })).toEqual([
      { weight: 1 / 3, share: 0 },
      { weight: 2 / 3, share: 1 },
    ])
  })
})

/** Loci, parents and paths of every sort. */
const anyCase = fc
  .record({
    loci: fc.array(
      fc.record({ linked: fc.boolean(), dominance: fc.constantFrom('complete' as const, 'none' as const) }),
      { minLength: 1, maxLength: 4 },
    ),
    alleles: fc.array(fc.array(fc.boolean(), { minLength: 12, maxLength: 12 }), {
      minLength: 4,
      maxLength: 4,
    }),
    ploidy: fc.constantFrom(2 as const, 4 as const),
    steps: fc.array(
      fc.constantFrom<Step>('self', 'sib', { backcross: 'seedParent' }, { backcross: 'pollenParent' }),
      { maxLength: 2 },
    ),
  })
  .map(({ loci, alleles, ploidy, steps }) => {
    const list = loci
      .slice(0, ploidy === 4 ? 2 : 4)
      .map(({ linked, dominance }, i): Locus =>
        locus('abcd'[i]!, { dominance, ...(linked ? { group: '1', cM: 12 * i } : {}) }),
      )
    const parent = (from: number) =>
      Object.fromEntries(
        list.map((l, i) => [
          l.name,
          Array.from({ length: ploidy }, (_, k) => l.alleles[alleles[i]![from + k] ? 0 : 1]!),
        ]),
      )
    return {
      on: genome(list, { ploidy }),
      seed: parent(0),
      pollen: parent(6),
      path: ['cross', ...steps] as Step[],
    }
  })

it('sums to one in every generation, to the twelfth digit', () => {
  fc.assert(
    fc.property(anyCase, ({ on, seed, pollen, path }) => {
      for (const generation of oddsOf(on, known(seed), known(pollen), path).generations) {
        expect(Math.abs(listClasses(generation).reduce((sum, c) => sum + c.probability, 0) - 1)).toBeLessThan(
          1e-12,
        )
      }
    }),
    { numRuns: 60 },
  )
})

it('enumerates what a simulation finds, within its standard errors', () => {
  fc.assert(
    fc.property(anyCase, ({ on, seed, pollen, path }) => {
      const shown = on.loci.map(l => l.name)
      const exact = exactGenerations(on, known(seed), known(pollen), path)
      const simulated = simulatedGenerations(on, known(seed), known(pollen), path, shown, {
        plants: 1500,
        runs: 16,
        seed: 7,
      })
      exact.forEach((generation, i) => {
        const byLooks = new Map(
          listClasses(simulated[i]!).map(c => [shown.map(n => c.phenotype[n]).join(' '), c.probability]),
        )
        for (const { phenotype, probability } of listClasses(generation)) {
          const found = byLooks.get(shown.map(n => phenotype[n]).join(' ')) ?? 0
          // Five standard errors, each generation drawn from 1500 plants adding its own.
          expect(Math.abs(found - probability)).toBeLessThan(
            5 * Math.sqrt(((i + 1) * probability * (1 - probability)) / 24_000) + 1e-3,
          )
        }
      })
    }),
    { numRuns: 25, seed: 11 },
  )
})

it('simulates what would take too long, and says how sure it is', () => {
  const many = genome(
    Array.from({ length: 14 }, (_, i) => locus(`l${i}`, { alleles: ['A', 'a'], group: '1', cM: 8 * i })),
  )
  const line = (allele: string) => known(Object.fromEntries(many.loci.map(l => [l.name, [allele, allele]])))
  const told: number[] = []
  const simulation = { plants: 4000, runs: 10, seed: 3 }
  const odds = oddsOf(many, line('A'), line('a'), ['cross', 'self'], {
    simulation,
    onProgress: done => told.push(done),
  })
  expect(odds).toMatchObject({ exact: false, simulation })
  expect(told.at(-1)).toBe(10)
  const wanted = { l0: ['a'], l13: ['a'] }
  const r = recombinationOver(104, 'haldane')
  const { share } = shareOf(odds.generations[1]!, wanted)[0]!
  const error = errorOfShare(odds.generations[1]!, wanted)
  expect(error).toBeGreaterThan(0)
  expect(Math.abs(share - ((1 - r) / 2) ** 2)).toBeLessThan(5 * error)
  expect(oddsOf(many, line('A'), line('a'), ['cross', 'self'], { simulation }).generations).toEqual(
    odds.generations,
  )
})

it('draws with the simulation what a diploid’s strands hand on, locus by locus', () => {
  const three = genome([0, 20, 45].map((cM, i) => locus('abc'[i]!, { group: '1', cM })))
  const [cross] = simulatedGenerations(
    three,
    known(carrying({ a: 'Aa', b: 'Bb', c: 'Cc' })),
    known(carrying({ a: 'aa', b: 'bb', c: 'cc' })),
    ['cross'],
    ['a', 'b', 'c'],
    { plants: 20_000, runs: 5, seed: 5 },
  )
  const [r1, r2] = [recombinationOver(20, 'haldane'), recombinationOver(25, 'haldane')]
  const share = (looks: string) =>
    listClasses(cross!)
      .filter(c => Object.values(c.phenotype).join('') === looks)
      .reduce((sum, c) => sum + c.probability, 0)
  expect(share('ABC')).toBeCloseTo(((1 - r1) * (1 - r2)) / 2, 2)
  expect(share('AbC')).toBeCloseTo((r1 * r2) / 2, 2)
})

describe('what cannot be', () => {
  const on = genome([A, B])
  const cross = (path: Step[]) => () =>
    oddsOf(on, known(carrying({ a: 'AA', b: 'BB' })), known(carrying({ a: 'aa', b: 'bb' })), path)
  it.each([
    [
      'an allele that the locus does not have',
      () => checkGenotype(carrying({ a: 'Ax', b: 'BB' }), on, 'seed parent'),
      /seed parent has "x" at the locus "a", which has the alleles A, a/,
    ],
    [
      'too few alleles',
      () => checkGenotype(carrying({ a: 'A', b: 'BB' }), on, 'seed parent'),
      /has 1 allele at "a"; with ploidy 2 it needs 2/,
    ],
    [
      'a locus left out',
      () => checkGenotype(carrying({ a: 'AA' }), on, 'pollen parent'),
      /pollen parent has no genotype for the locus "b"/,
    ],
    [
      'a locus that is not there',
      () => checkGenotype(carrying({ a: 'AA', b: 'BB', c: 'CC' }), on, 'seed parent'),
      /"c", which is not among the loci: a, b/,
    ],
    [
      'positions out of order',
      () => genome([locus('a', { group: '1', cM: 20 }), locus('b', { group: '1', cM: 5 })]),
      /"b" at 5 cM comes behind "a" at 20 cM/,
    ],
    [
      'a negative position',
      () => genome([locus('a', { group: '1', cM: -1 })]),
      /position of "a" is given in cM, 0 or more/,
    ],
    [
      'a group without positions',
      () => genome([locus('a', { group: '1' }), locus('b', { group: '1', cM: 5 })]),
      /both need a position/,
    ],
    ['two loci of one name', () => genome([A, A]), /Two loci are called "a"/],
    ['one allele', () => genome([locus('a', { alleles: ['A'] })]), /at least two alleles/],
    [
      'a probability beyond one',
      () => genome([A], { ploidy: 4, doubleReduction: 1.5 }),
      /Double reduction is a probability from 0 to 1, not 1.5/,
    ],
    [
      'double reduction of linked loci',
      () =>
        genome([locus('a', { group: '1', cM: 0 }), locus('b', { group: '1', cM: 5 })], {
          ploidy: 4,
          doubleReduction: 0.1,
        }),
      /not linked/,
    ],
    [
      'rules in a circle',
      () =>
        genome([A], {
          rules: [
            { name: 'x', cases: [{ when: { y: 'yes' }, is: 'yes' }], otherwise: 'no' },
            { name: 'y', cases: [{ when: { x: 'yes' }, is: 'yes' }], otherwise: 'no' },
          ],
        }),
      /in a circle: "x" asks for "y" asks for "x"/,
    ],
    [
      'a rule for nothing known',
      () =>
        genome([A], { rules: [{ name: 'x', cases: [{ when: { z: 'Z' }, is: 'yes' }], otherwise: 'no' }] }),
      /asks for "z", which is neither/,
    ],
    [
      'a rule for a look that cannot be',
      () =>
        genome([A], { rules: [{ name: 'x', cases: [{ when: { a: 'Aa' }, is: 'yes' }], otherwise: 'no' }] }),
      /whether "a" looks "Aa"; it can look: A, a/,
    ],
    ['a path without its cross', cross(['self']), /begins with "cross"/],
    ['a second cross', cross(['cross', 'cross']), /Step 2 of the path is "cross" again/],
    [
      'a choice of an unknown look',
      cross(['cross', { select: { a: ['red'] } }]),
      /Step 2 of the path asks for "a" looking "red"; it can look: "A", "a"/,
    ],
    ['a choice of nothing', cross(['cross', { select: {} }]), /chooses nothing/],
    [
      'a choice that leaves nothing',
      cross(['cross', { select: { a: ['a'] } }]),
      /No plant of that generation looks a "a": step 2 of the path leaves nothing/,
    ],
  ])('%s is refused in a sentence', (_, work, sentence) => {
    expect(work).toThrow(OutOfRange)
    expect(work).toThrow(sentence)
  })
})
