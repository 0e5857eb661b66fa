import { lengthChances } from '@virgulta/core/bloom/foretell'
import { cropSeasons, predictorOf } from '@virgulta/core/bloom/predict'
import { SOWN } from '@virgulta/core/bloom/scale'
import { chilli } from '@virgulta/core/crops/guides/chilli'
import { known } from '@virgulta/core/odds/generations'
import { describe, expect, it } from 'vitest'
import * as v from 'valibot'
import type { MeetingWish } from './works'
import { Paths, windowOfBatch, works } from './works'
import { dayNumber } from '@virgulta/core/time/days'

const genetics = {
  ploidy: 2 as const,
  map: 'haldane' as const,
  doubleReduction: 0,
  rules: [],
  loci: ['a', 'b'].map(name => ({
    name,
    alleles: [name.toUpperCase(), name],
    dominance: 'complete' as const,
    group: null,
    cM: null,
  })),
}
const line = (a: string, b: string) => known({ a: [a, a], b: [b, b] })
const wish = {
  genetics,
  seedParent: line('A', 'b'),
  pollenParent: line('a', 'B'),
  wished: { a: ['a'], b: ['b'] },
  shown: ['a', 'b'],
  keepers: 2,
  confidence: 0.9,
}

describe('the odds as a screen asks for them', () => {
  it('tell of each step what is wished', () => {
    const { exact, simulation, steps } = works.odds({ ...wish, path: ['cross', 'self'] }, () => {})
    expect({ exact, simulation }).toEqual({ exact: true, simulation: null })
    expect(steps.map(s => s.wished)).toEqual([[{ weight: 1, share: 0 }], [{ weight: 1, share: 1 / 16 }]])
    expect(steps[1]!.classes).toHaveLength(4)
    expect(steps[1]).toMatchObject({ more: 0, standardError: 0, selected: null })
  })

  it('tell how many plants of each generation it takes, for other numbers too', () => {
    const told: number[] = []
    const { plan, totals } = works.odds({ ...wish, path: ['cross', 'self'] }, done => told.push(done))
    // 61 is the smallest number of F2 plants with two of 1/16 at 90 %; of the cross one is as good as many.
    expect(plan).toMatchObject({ exact: true, plants: [null, 61], total: 61 })
    expect(plan!.chance).toBeGreaterThanOrEqual(0.9)
    expect(totals).toEqual([
      { wanted: 1, plants: 36 },
      { wanted: 2, plants: 61 },
      { wanted: 3, plants: expect.any(Number) },
      { wanted: 5, plants: expect.any(Number) },
    ])
    expect(told.every(done => done >= 0 && done <= 1)).toBe(true)
  })

  it('tell at a choice which share is chosen, also by a locus that is not shown', () => {
    const { steps } = works.odds(
      { ...wish, shown: ['b'], path: ['cross', 'self', { select: { a: ['a'] } }, 'self'] },
      () => {},
    )
    expect(steps[2]!.selected).toEqual([{ weight: 1, share: 1 / 4 }])
    expect(steps[3]!.wished).toEqual([{ weight: 1, share: 3 / 8 }])
  })

  it('wish for nothing where nothing is chosen', () => {
    const { steps, plan, totals } = works.odds({ ...wish, wished: {}, path: ['cross'] }, () => {})
    expect({ wished: steps[0]!.wished, plan, totals }).toEqual({ wished: null, plan: null, totals: [] })
  })

  it('list the commonest classes only, and say how many are left out', () => {
    const many = {
      ...genetics,
      loci: Array.from({ length: 7 }, (_, i) => ({ ...genetics.loci[0]!, name: `l${i}` })),
    }
    const parent = (allele: string) =>
      known(Object.fromEntries(many.loci.map(l => [l.name, [allele, allele]])))
    const { steps } = works.odds(
      {
        ...wish,
        genetics: many,
        seedParent: parent('A'),
        pollenParent: parent('a'),
        wished: {},
        shown: many.loci.map(l => l.name),
        path: ['cross', 'self'],
      },
      () => {},
    )
    expect(steps[1]!.classes).toHaveLength(60)
    expect(steps[1]!.more).toBe(2 ** 7 - 60)
  })
})

it('takes from an address only what can be a path', () => {
  expect(v.is(Paths, [['cross', 'self', { select: { a: ['A'] } }, { backcross: 'seedParent' }]])).toBe(true)
  expect(v.is(Paths, [[{ self: 'seedParent' }, 'self']])).toBe(true)
  for (const wrong of [[], [[]], [['clone']], [[{ backcross: 'nobody' }]], 'cross', [[5]], null])
    expect(v.is(Paths, wrong), JSON.stringify(wrong)).toBe(false)
})

describe('the flower budget as a screen asks for it', () => {
  const steps = {
    take: { a: 12, b: 8 },
    seedsPerFruit: { shape: 30, rate: 1 },
    passes: [{ a: 40, b: 5 }, { a: 30, b: 10 }, { a: 40, b: 5 }, 1 / 16],
  }

  it('names the flowers, the chance they give and every station', () => {
    const told: number[] = []
    const answer = works.budget({ steps, keepers: 2, confidence: 0.9, flowers: null }, done =>
      told.push(done),
    )
    expect(answer.flowers).toBe(answer.needed)
    expect(answer.chance).toBeGreaterThanOrEqual(0.9)
    expect(answer.stations.map(s => s.expected)).toHaveLength(7)
    expect(answer.distribution.reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 2)
    expect(told.length).toBeGreaterThan(0)
  })

  it('tells of another number of flowers what they bring', () => {
    const few = works.budget({ steps, keepers: 2, confidence: 0.9, flowers: 2 }, () => {})
    expect(few).toMatchObject({ flowers: 2 })
    expect(few.chance).toBeLessThan(0.9)
    expect(few.needed).toBeGreaterThan(2)
  })

  it('says when thousands of flowers are not enough', () => {
    expect(
      works.budget(
        { steps: { ...steps, passes: [1e-7] }, keepers: 5, confidence: 0.99, flowers: null },
        () => {},
      ),
    ).toMatchObject({ needed: null, flowers: 5000 })
  })
})

describe('what would make two plants meet', () => {
  const predictor = predictorOf(
    cropSeasons(chilli.bloom, [], () => []),
    'p',
    { season: 2026, sownOn: '2026-03-01' },
    SOWN,
  )
  const candidates = Array.from({ length: 60 }, (_, i) => dayNumber('2026-02-01') + i)
  const sowing = { candidates, season: 2026, predictor, curves: [] }
  const wish: MeetingWish = {
    seed: { start: { first: dayNumber('2026-07-20'), p: [0.25, 0.5, 0.25] }, length: { first: 8, p: [1] } },
    pollen: [],
    atLeastDays: 2,
    bloom: chilli.bloom,
    names: { seed: 'A', pollen: 'B' },
    sowing,
  }

  it('is worked out from plain data, as a worker gets it', () => {
    const remedies = works.remedies(JSON.parse(JSON.stringify(wish)))
    expect(remedies[0]).toMatchObject({ does: 'nothing', probability: 0 })
    const [one, , three] = remedies.filter(r => r.does === 'sow')
    expect(one!.days[0]).toBeGreaterThan(candidates[0]!)
    expect(three!.probability).toBeGreaterThan(one!.probability)
  })

  it('leaves sowing out where it is too late for it', () =>
    expect(works.remedies({ ...wish, sowing: null }).some(r => r.does === 'sow')).toBe(false))

  it('moves with the day a batch is sown on', () => {
    const [early, late] = ['2026-02-20', '2026-03-12'].map(day =>
      windowOfBatch(sowing, chilli.bloom, dayNumber(day)),
    )
    expect(late!.start.first - early!.start.first).toBe(20)
    expect(early!.length).toEqual(lengthChances(predictor.length))
  })
})

describe('a weather file as a screen reads it', () => {
  it('comes with what was left out, or with the sentence why not', () => {
    expect(
      works.weatherFile({ text: 'date,tmin,tmax\n2026-01-01,1,5\n2026-01-02,x,5\n', zone: 'UTC' }),
    ).toMatchObject({ unit: 'day', days: [['2026-01-01', 1, 5, null]], leftOut: [{ line: 3 }] })
    expect(works.weatherFile({ text: 'nothing', zone: 'UTC' })).toEqual({
      why: expect.stringContaining('There is no table'),
    })
    expect(
      works.storeFile({
        text: 'time,temperature\n2026-01-01 00:00,4\n',
        zone: 'UTC',
        name: 'Refrigerator',
        celsius: 4,
      }),
    ).toMatchObject({ rows: [['2026-01-01T00:00:00.000Z', 4]] })
  })
})
