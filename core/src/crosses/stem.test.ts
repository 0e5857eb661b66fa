import { describe, expect, it } from 'vitest'
import { chilli } from '../crops/guides/chilli'
import type { CropHistory } from '../crops/records'
import { cropKnowledge, shareEstimate } from '../crops/knowledge'
import { digestOf } from '../crops/digest'
import { fold } from '../log/fold'
import { randomBeta, randomGamma } from 'd3-random'
import { meanShare } from '../chance/rate'
import { randomStream } from '../chance/stream'
import type { SeedLot } from '../seed/lot'
import type { Sowing } from '../seed/sowing'
import { deed, harvest, ids, newId, sow, upToPollination } from '../testing/deeds'
import { expectedCourse, keepersOf, nothing } from './course'
import { flowersToPlan, stemOf } from './stem'

const planned = deed('2026-05-20', 'crossPlanned', ids.cross, {
  code: '26-4RMX',
  crop: 'chilli',
  seedParentId: ids.seedParent,
  pollenParentId: ids.pollenParent,
  selfMeant: false,
  aim: 'purple and low',
  flowersPlanned: 10,
  keepersWanted: 2,
})
const cross = fold('cross', ids.cross, [planned])!
const empty: CropHistory = { crosses: [cross], flowers: [], lots: [], sowings: [], offspring: [] }
const knowledge = cropKnowledge(chilli, digestOf(empty, chilli))

describe('the expected course of a cross', () => {
  it('agrees with the product of the guide’s middle rates', () => {
    const course = expectedCourse(40, knowledge)
    const { shares, seedsPerFruit } = knowledge
    const middle = (share: keyof typeof shares) => shareEstimate(shares[share]).median
    // Medians of products are no products of medians: each station is held against the one before it.
    const passed: [number, number, number][] = [
      [course.pollinated.median, course.taken.median, middle('take')],
      [
        course.taken.median,
        course.seeds.median,
        seedsPerFruit.estimate.median * middle('held') * middle('sound'),
      ],
      [course.sown.median, course.up.median, middle('germination')],
      [course.up.median, course.judged.median, middle('survival') * middle('reach')],
      [course.judged.median, course.kept.median, middle('keep')],
    ]
    expect(course.pollinated.median).toBe(40)
    for (const [from, to, rate] of passed) expect(Math.abs(to / from / rate - 1)).toBeLessThan(0.15)
    for (const spread of Object.values(course))
      expect(spread.low <= spread.median && spread.median <= spread.high).toBe(true)
  })

  it('is the same whenever it is asked', () => {
    expect(expectedCourse(12, knowledge)).toEqual(expectedCourse(12, knowledge))
  })

  it('hopes for as many keepers as the runs through every station bring', () => {
    const { kept } = expectedCourse(40, knowledge, 7)
    const chance = (wanted: number) => keepersOf(knowledge, 7).chance({ ...nothing, pollinated: 40 }, wanted)
    // Nine runs in ten reach the lower end, half the middle, one the upper end; some hundred runs, counts that jump by one.
    expect(chance(kept.low)).toBeGreaterThan(0.86)
    expect(chance(kept.median + 1)).toBeLessThan(0.54)
    expect(chance(kept.median)).toBeGreaterThan(0.46)
    expect(chance(kept.high + 1)).toBeLessThan(0.14)
  })

  it('hopes for what each station still holds', () => {
    const { keep, reach, survival, germination } = knowledge.shares
    const potted = meanShare(keep) * meanShare(reach)
    // With one plant the chance of one keeper is the share itself.
    const chance = (from: object) => keepersOf(knowledge).chance({ ...nothing, ...from }, 1)
    expect(chance({ judged: 1 })).toBeCloseTo(meanShare(keep), 4)
    // What is potted has lived through its tray already.
    expect(chance({ up: 1, potted: 1 })).toBeCloseTo(potted, 3)
    expect(chance({ up: 1 })).toBeCloseTo(potted * meanShare(survival), 3)
    expect(chance({ sown: 1 })).toBeCloseTo(potted * meanShare(survival) * meanShare(germination), 3)
    expect(chance({ seeds: 1 })).toBe(chance({ sown: 1 }))
    expect(chance({ taken: 3 })).toBeGreaterThan(chance({ taken: 1 }))
  })

  it('is certain of keepers that are there already', () => {
    expect(keepersOf(knowledge).chance({ ...nothing, kept: 2 }, 2)).toBe(1)
    expect(keepersOf(knowledge).chance(nothing, 1)).toBe(0)
  })

  it('names the smallest number of flowers that is enough', () => {
    const more = keepersOf(knowledge).moreFlowers(nothing, 2)!
    expect(keepersOf(knowledge).chance({ ...nothing, pollinated: more }, 2)).toBeGreaterThanOrEqual(0.9)
    expect(keepersOf(knowledge).chance({ ...nothing, pollinated: more - 1 }, 2)).toBeLessThan(0.9)
    expect(keepersOf(knowledge).moreFlowers({ ...nothing, kept: 2 }, 2)).toBe(0)
    expect(keepersOf(knowledge).moreFlowers(nothing, 5000)).toBeNull()
  })
})

describe('the stem', () => {
  const flowerIds = Array.from({ length: 4 }, newId) as [string, string, string, string]
  const take = (id: string, how: 'taken' | 'failed', reason: string | null = null) =>
    deed('2026-06-08', 'takeNoted', id, { take: how, reason })
  const [first, second, third, fourth] = flowerIds
  const lot = harvest('2026-08-01', 30, 26, 4, first)
  const raisedIds = Array.from({ length: 3 }, newId)
  const raised = deed('2026-10-01', 'seedlingsRaised', ids.sowing, {
    plants: raisedIds.map(id => ({ id, code: '26-7HNA' })),
    crop: 'chilli',
    crossId: ids.cross,
    seedParentId: ids.seedParent,
    pollenParentId: ids.pollenParent,
    placeId: null,
  })
  const sown = sow('2026-09-01', 20)
  const story = {
    cross,
    flowers: [
      fold('flower', first, [
        ...upToPollination('2026-06-01', '2026-06-02', first),
        take(first, 'taken'),
        lot,
      ])!,
      fold('flower', second, [
        ...upToPollination('2026-06-01', '2026-06-02', second),
        take(second, 'failed', 'browned'),
      ])!,
      fold('flower', third, [...upToPollination('2026-06-01', '2026-06-02', third)])!,
      fold('flower', fourth, [upToPollination('2026-06-01', '2026-06-02', fourth)[0]!])!,
    ],
    lots: [fold('seedLot', ids.lot, [lot, sown])!],
    sowings: [
      fold('sowing', ids.sowing, [
        sown,
        deed('2026-09-12', 'seedlingsUp', ids.sowing, { count: 8 }),
        deed('2026-09-14', 'seedlingsLost', ids.sowing, { count: 2, reason: 'damped off' }),
        raised,
      ])!,
    ],
    offspring: raisedIds.map((id, i) =>
      fold('plant', id, [
        raised,
        ...(i < 2
          ? [
              deed('2026-11-01', 'judged', id, {
                verdict: i ? 'discard' : 'keep',
                reason: i ? 'leggy' : 'compact',
              }),
            ]
          : []),
      ])!,
    ),
  }
  const stem = stemOf(story, knowledge, knowledge)
  const at = (stage: string) => stem.stages.find(s => s.stage === stage)!

  it('counts each station', () => {
    expect(Object.fromEntries(stem.stages.map(s => [s.stage, s.count]))).toEqual({
      pollinated: 3,
      taken: 1,
      seeds: 26,
      sown: 20,
      up: 8,
      judged: 2,
      kept: 1,
    })
  })

  it('tells what was lost, and why', () => {
    expect(at('taken').loss).toEqual({ count: 1, reasons: [{ reason: 'browned', count: 1 }] })
    expect(at('up').loss).toEqual({ count: 12, reasons: [{ reason: 'never came up', count: 12 }] })
    expect(at('judged').loss.reasons[0]).toEqual({ reason: 'damped off', count: 2 })
    expect(at('kept').loss).toEqual({ count: 1, reasons: [{ reason: 'leggy', count: 1 }] })
  })

  it('tells what still waits', () => {
    expect(Object.fromEntries(stem.stages.filter(s => s.waiting).map(s => [s.stage, s.waiting]))).toEqual({
      pollinated: 1,
      seeds: 6,
      up: 4,
    })
  })

  it('gives rates of what is known, with their interval and number', () => {
    expect(at('taken').rate!.value).toMatchObject({ median: 0.5, origin: 'records', records: 2 })
    expect(at('up').rate!.value).toMatchObject({ median: 0.4, records: 20 })
    expect(at('seeds').rate).toMatchObject({ of: 'seedsPerFruit', value: { median: 26, records: 1 } })
    // Eight of twenty is less than usual, and yet what a tray may do.
    expect(stem.worst).toBeNull()
  })

  /** A cross with a packet of so many fruits, all of it sown in one tray, all seedlings potted or lost. */
  const counted = (fruits: number, seeds: number, up: number, lost: number) =>
    stemOf(
      {
        ...story,
        flowers: [],
        offspring: [],
        lots: [{ fruits, seeds, empty: 0, left: 0 } as SeedLot],
        sowings: [
          { seeds, up, lost, losses: [], standing: 0, raised: up - lost, ended: null } as unknown as Sowing,
        ],
      },
      knowledge,
      knowledge,
    ).worst

  it('says where most was lost when that is seldom mere luck', () => {
    expect(counted(4, 100, 12, 0)).toBe('up')
    expect(counted(4, 6, 5, 0)).toBe('seeds')
    expect(counted(4, 100, 80, 60)).toBe('judged')
  })

  it('seldom raises a false alarm', () => {
    const random = randomStream(12)
    const { shares, seedsPerFruit, perFruit } = knowledge
    const share = ({ a, b }: { a: number; b: number }) => randomBeta.source(random.uniform)(a, b)()
    const alarms = Array.from({ length: 600 }, () => {
      const fruits = 1 + Math.floor(random.uniform() * 8)
      const mean = randomGamma.source(random.uniform)(seedsPerFruit.shape, 1 / seedsPerFruit.rate)()
      const seeds = random.binomial(random.counts(fruits * mean, fruits * perFruit), share(shares.sound))
      const up = random.binomial(seeds, share(shares.germination))
      return counted(fruits, seeds, up, up - random.binomial(up, share(shares.survival)))
    })
    expect(alarms.filter(Boolean).length / alarms.length).toBeLessThan(0.1)
    expect(alarms.filter(Boolean).length).toBeGreaterThan(0)
  })

  it('is not sure of no seed in the next fruit after fruits without any', () => {
    const { stages } = stemOf(
      {
        ...story,
        flowers: [],
        sowings: [],
        offspring: [],
        lots: [{ fruits: 2, seeds: 0, empty: 0, left: 0 } as SeedLot],
      },
      knowledge,
      knowledge,
    )
    const { value } = stages.find(s => s.stage === 'seeds')!.rate!
    expect(value).toMatchObject({ median: 0, low: 0 })
    expect(value.high).toBeGreaterThan(0.3)
  })

  it('shows the guide’s rates and the plan while nothing is counted', () => {
    const bare = stemOf({ cross, flowers: [], lots: [], sowings: [], offspring: [] }, knowledge, knowledge)
    expect(bare.stages.find(s => s.stage === 'taken')!.rate!.value).toMatchObject({
      origin: 'guide',
      records: 0,
    })
    expect(bare.stages[0]!.plan).toEqual({ median: 10, low: 10, high: 10 })
    expect(bare.outlook).toMatchObject({ chance: 0, wanted: 2 })
    expect(bare.worst).toBeNull()
  })
})

it('a plan grows by what is missing beyond the flowers that are planned and not yet pollinated', () => {
  const stem = (moreFlowers: number | null) => ({
    stages: [{ count: 6 } as never],
    outlook: { chance: 0.5, wanted: 1, confidence: 0.9, moreFlowers },
  })
  expect(flowersToPlan(stem(10), { flowersPlanned: 12 })).toBe(4)
  expect(flowersToPlan(stem(5), { flowersPlanned: 12 })).toBe(0)
  expect(flowersToPlan(stem(null), { flowersPlanned: 12 })).toBe(0)
})
