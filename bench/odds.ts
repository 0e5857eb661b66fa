import { benchOf } from '@virgulta/core/aims/bench'
import type { PairTable } from '@virgulta/core/aims/pairs'
import { pairsOf } from '@virgulta/core/aims/pairs'
import { randomStream } from '@virgulta/core/chance/stream'
import { keepersFrom, nothingWaiting } from '@virgulta/core/odds/budget'
import { known } from '@virgulta/core/odds/generations'
import { genomeOf } from '@virgulta/core/odds/genome'
import { listClasses, oddsOf } from '@virgulta/core/odds/odds'
import { simulatedGenerations } from '@virgulta/core/odds/simulate'
import type { Row } from './measure'
import { timed } from './measure'

/** Loci 10 cM apart in one group, or each by itself. */
const genome = (loci: number, group: string | null) =>
  genomeOf({
    ploidy: 2,
    map: 'haldane',
    doubleReduction: 0,
    rules: [],
    loci: Array.from({ length: loci }, (_, i) => ({
      name: `l${i}`,
      alleles: ['A', 'a'],
      dominance: 'complete',
      group,
      cM: group === null ? null : 10 * i,
    })),
  })

/** So many candidates, scored for so many wishes; one trait is made by two loci of which nothing is known for sure. */
function pairTable(candidates: number, wishes: number): PairTable {
  const { uniform } = randomStream(3)
  const traits = Array.from({ length: wishes }, (_, t) => ({
    id: `t${t}`,
    name: `trait ${t}`,
    hint: 'x',
    isOwn: false,
    ...(t % 2
      ? { scale: 'measure' as const, unit: 'cm', most: 100 }
      : { scale: 'steps' as const, steps: ['a', 'b', 'c'] }),
  }))
  const genotypes = ['AA', 'Aa', 'aa'].flatMap(a =>
    ['BB', 'Bb', 'bb'].map(b => ({ genotype: { l0: [...a], l1: [...b] }, probability: 1 / 9 })),
  )
  return {
    traits,
    mating: 'selfing',
    fruitLoad: 10,
    tried: [],
    spreads: {},
    blocks: [['l0', 'l1']],
    makes: [{ rule: 'r0', trait: 't0' }],
    wishes: traits.map((t, i) => ({
      trait: t.id,
      way: 'bring',
      weight: 1 + (i % 5),
      must: i === 0,
      target: t.scale === 'steps' ? { classes: [2] } : { from: 50, to: null },
    })),
    genetics: {
      ploidy: 2,
      map: 'haldane',
      doubleReduction: 0,
      loci: [
        ['l0', 'A', 'a'],
        ['l1', 'B', 'b'],
      ].map(([name, ...alleles]) => ({ name: name!, alleles, dominance: 'none', group: null, cM: null })),
      rules: [
        {
          name: 'r0',
          cases: [
            { when: { l0: 'AA', l1: 'bb' }, is: 'c' },
            { when: { l0: 'Aa' }, is: 'b' },
          ],
          otherwise: 'a',
        },
      ],
    },
    candidates: Array.from({ length: candidates }, (_, i) => ({
      id: `c${i}`,
      name: `C${i}`,
      plantKind: 'line',
      sets: 2,
      struckOff: null,
      carrying: 0,
      takes: { successes: 0, tries: 0 },
      possible: [genotypes],
      summaries: Object.fromEntries(
        traits.map(t => [
          t.id,
          {
            n: 3,
            occasions: 3,
            mean: uniform() * (t.scale === 'steps' ? 2 : 100),
            standardError: t.scale === 'steps' ? 0.2 : 5,
            shares: t.scale === 'steps' ? [0.3, 0.3, 0.4] : null,
            lastOn: '2026-01-01',
          },
        ]),
      ),
    })),
    relations: Array.from({ length: candidates }, (_, i) => ({
      id: `c${i}`,
      seedParentId: null,
      pollenParentId: null,
      plantKind: 'line',
    })),
  }
}

/** The odds: what a worker of the desk computes, in one thread here. */
export async function oddsRows(): Promise<Row[]> {
  const [linked, apart] = [genome(20, '1'), genome(8, null)]
  const plant = (on: typeof linked, alleles: string[]) =>
    known(Object.fromEntries(on.loci.map(l => [l.name, alleles])))
  const budget = {
    take: { a: 12, b: 8 },
    seedsPerFruit: { shape: 4, rate: 1 / 3 },
    passes: [{ a: 21, b: 9 }, { a: 24, b: 6 }, 1 / 16],
  }
  const table = pairTable(500, 20)
  const work = (what: string, times: number, aim: number, does: () => unknown) =>
    timed(
      `odds: ${what}`,
      1,
      times,
      async () => {
        does()
        return true
      },
      aim,
    )
  return [
    await work('a million offspring of 20 linked loci', 5, 2000, () =>
      simulatedGenerations(
        linked,
        plant(linked, ['A', 'a']),
        plant(linked, ['A', 'a']),
        ['cross'],
        linked.loci.map(l => l.name),
      ),
    ),
    await work('exact F2 of 8 unlinked loci, all classes', 20, 50, () =>
      listClasses(
        oddsOf(apart, plant(apart, ['A', 'A']), plant(apart, ['a', 'a']), ['cross', 'self']).generations[1]!,
      ),
    ),
    await work('flower budget, 8192 draws', 20, 300, () =>
      keepersFrom(budget, 1, 32).moreFlowers(nothingWaiting(budget), 2),
    ),
    await work('all pairs of 500 candidates ranked on 20 wishes', 10, 1000, () => pairsOf(table).ranked()),
    await work('bench of 500 candidates and 20 wishes', 10, 50, () =>
      benchOf(table.wishes, table.traits, new Map(table.candidates.map(c => [c.id, c.summaries]))),
    ),
  ]
}
