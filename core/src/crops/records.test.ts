import { neverSeen } from '../bloom/note'
import { meanShare } from '../chance/rate'
import { describe, expect, it } from 'vitest'
import { fold } from '../log/fold'
import { chosen, deed, harvest, ids, newId, sow, upToPollination } from '../testing/deeds'
import { chilli } from './guides/chilli'
import { cropKnowledge, cropYields } from './knowledge'
import { digestOf } from './digest'
import { expectedOf } from './expected'
import type { Quantity } from './quantities'
import { quantities } from './quantities'
import type { CropHistory, Judged } from './records'
import { counts, waits } from './records'

const none: CropHistory = { crosses: [], flowers: [], lots: [], sowings: [], offspring: [] }
const flower = (...deeds: Parameters<typeof fold>[2]) => fold('flower', ids.flower, deeds)!
const upTo = upToPollination('2026-06-01', '2026-06-04')
const take = (day: string, how: 'taken' | 'notYet' | 'failed') =>
  deed(day, 'takeNoted', ids.flower, { take: how, reason: how === 'failed' ? 'heat' : null })

describe('the observed waits', () => {
  it('lie after the last look that said "not yet"', () => {
    const looked = deed('2026-06-03', 'looked', ids.flower, { look: 'notYet' })
    const [record] = waits.toReceptive({ ...none, flowers: [flower(...upTo, looked)] })
    expect(record).toMatchObject({
      type: 'flower',
      id: ids.flower,
      code: '26-4RMX',
      crossId: ids.cross,
      on: '2026-06-04',
      from: 2,
      to: 3,
    })
  })

  it('are open below when nobody looked before', () => {
    expect(waits.toReceptive({ ...none, flowers: [flower(...upTo)] })).toMatchObject([{ from: 0, to: 3 }])
    expect(waits.toReceptive({ ...none, flowers: [flower(...upTo.slice(0, 4))] })).toEqual([])
  })

  it('tell nothing of a take that was only seen at harvest', () => {
    const seen = flower(
      ...upTo,
      take('2026-06-08', 'notYet'),
      take('2026-06-10', 'taken'),
      harvest('2026-08-20', 20, 20, 0),
    )
    const unseen = flower(...upTo, harvest('2026-08-20', 20, 20, 0))
    expect(waits.toTake({ ...none, flowers: [seen, unseen] })).toMatchObject([{ from: 4, to: 6 }])
    expect(waits.toRipe({ ...none, flowers: [seen, unseen] })).toMatchObject([
      { from: 77, to: 77 },
      { from: 77, to: 77 },
    ])
  })

  it('go from sowing to the first count that found any', () => {
    const sowing = fold('sowing', ids.sowing, [
      sow('2026-09-01', 20),
      deed('2026-09-08', 'seedlingsUp', ids.sowing, { count: 0 }),
      deed('2026-09-11', 'seedlingsUp', ids.sowing, { count: 4 }),
    ])!
    expect(waits.toUp({ ...none, sowings: [sowing] }, chilli)).toMatchObject([
      { type: 'sowing', from: 7, to: 10 },
    ])
  })
})

describe('the counts', () => {
  it('hold a flower once its take is known', () => {
    const flowers = [
      flower(...upTo),
      flower(...upTo, take('2026-06-10', 'taken')),
      flower(...upTo, take('2026-06-10', 'failed')),
      flower(chosen('2026-06-01')),
    ]
    expect(counts.take({ ...none, flowers }).map(r => r.successes)).toEqual([1, 0])
  })

  it('hold a tray once it was emptied or given up', () => {
    const standing = [
      sow('2026-09-01', 20),
      deed('2026-09-11', 'seedlingsUp', ids.sowing, { count: 12 }),
      deed('2026-09-12', 'seedlingsLost', ids.sowing, { count: 2, reason: 'slugs' }),
    ]
    const open = fold('sowing', ids.sowing, standing)!
    const ended = fold('sowing', ids.sowing, [
      ...standing,
      deed('2026-10-01', 'sowingEnded', ids.sowing, { reason: 'all are up' }),
    ])!
    expect(counts.germination({ ...none, sowings: [open] })).toEqual([])
    expect(counts.germination({ ...none, sowings: [open, ended] })).toMatchObject([
      { successes: 12, tries: 20, on: '2026-10-01' },
    ])
    expect(counts.survival({ ...none, sowings: [ended] })).toMatchObject([{ successes: 10, tries: 12 }])
  })

  it('hold the seeds of a packet by its fruits, and those of them that went into it', () => {
    const lots = [
      fold('seedLot', ids.lot, [harvest('2026-08-20', 30, 20, 4)])!,
      fold('seedLot', ids.lot, [harvest('2026-08-20', 12, 0, 0)])!,
    ]
    expect(counts.seedsPerFruit({ ...none, lots }).map(r => [r.successes, r.tries])).toEqual([
      [30, 1],
      [12, 1],
    ])
    expect(counts.sound({ ...none, lots }).map(r => [r.successes, r.tries])).toEqual([
      [26, 30],
      [12, 12],
    ])
  })

  it('let each seed fail once, whether empty ones are found or not', () => {
    const upOf = (empty: number) => {
      const history = {
        ...none,
        lots: Array.from({ length: 40 }, (_, i) => ({
          ...fold('seedLot', ids.lot, [harvest('2026-08-20', 100, 0, empty)])!,
          id: `lot ${i}`,
        })),
        sowings: Array.from({ length: 40 }, (_, i) => ({
          ...fold('sowing', ids.sowing, [
            sow('2026-08-22', 100 - empty),
            deed('2026-09-10', 'seedlingsUp', ids.sowing, { count: 48 }),
            deed('2026-10-01', 'sowingEnded', ids.sowing, { reason: 'all are up' }),
          ])!,
          id: `sowing ${i}`,
        })),
      }
      const parents = { seedParentId: '', pollenParentId: null }
      const { shares, seedsPerFruit } = cropYields(chilli, digestOf(history, chilli), parents)
      return ['sound', 'germination'].reduce(
        (up, name) => up * meanShare(shares[name as 'sound' | 'germination']),
        seedsPerFruit.shape / seedsPerFruit.rate,
      )
    }
    expect(upOf(40)).toBeCloseTo(48, -0.5)
    expect(upOf(0)).toBeCloseTo(upOf(40), -0.5)
  })

  it('hold every judged plant', () => {
    const judged = (verdict: 'keep' | 'discard') => ({
      id: newId(),
      code: '26-7HNA',
      crossId: ids.cross,
      sowingId: null,
      placeId: null,
      since: '2026-05-01',
      blooming: neverSeen,
      lost: null,
      verdict: { verdict, reason: 'x', on: '2026-07-01' },
    })
    const offspring = [judged('keep'), judged('discard'), { ...judged('keep'), verdict: null }]
    expect(counts.keep({ ...none, offspring }).map(r => r.successes)).toEqual([1, 0])
  })
})

describe('losses on the way', () => {
  const lost = (day: string, reason: string, id?: string) =>
    deed(day, 'flowerLost', id ?? ids.flower, { reason })

  it('of a pollinated flower are flowers that did not take, unless it was given up with its stalk', () => {
    const broken = flower(...upTo, lost('2026-06-06', 'broken off'))
    const cut = flower(...upTo, lost('2026-06-06', 'its stalk was cut'))
    expect(counts.take({ ...none, flowers: [broken, cut] })).toMatchObject([
      { successes: 0, tries: 1, on: '2026-06-06' },
    ])
  })

  it('of fruits are fruits that did not hang until their harvest', () => {
    const hanging = flower(...upTo, take('2026-06-10', 'taken'))
    const eaten = flower(...upTo, take('2026-06-10', 'taken'), lost('2026-07-01', 'eaten'))
    const ripe = flower(...upTo, take('2026-06-10', 'taken'), harvest('2026-08-20', 20, 20, 0))
    const failed = flower(...upTo, take('2026-06-10', 'failed'))
    expect(
      counts.held({ ...none, flowers: [hanging, eaten, ripe, failed] }).map(r => [r.successes, r.tries]),
    ).toEqual([
      [0, 1],
      [1, 1],
    ])
  })

  it('of potted plants are those lost before they were judged; one that is watched is not judged to its end', () => {
    const plant = (more: object) =>
      ({ id: newId(), code: '26-AAAA', crossId: ids.cross, lost: null, verdict: null, ...more }) as Judged
    const verdict = (verdict: string) => ({ verdict: { verdict, reason: 'x', on: '2026-07-01' } })
    const gone = { lost: { on: '2026-06-20', reason: 'slugs' } }
    const offspring = [
      plant(verdict('keep')),
      plant(verdict('watch')),
      plant(verdict('discard')),
      plant({ ...verdict('discard'), ...gone }),
      plant(gone),
      plant({}),
    ]
    expect(counts.reach({ ...none, offspring }).map(r => r.successes)).toEqual([1, 1, 1, 1, 0])
    expect(counts.keep({ ...none, offspring }).map(r => r.successes)).toEqual([1, 0, 0])
  })
})

describe('what is learnt', () => {
  it('is the guide while there are no records, and says how many there are', () => {
    const knowledge = cropKnowledge(chilli, digestOf(none, chilli))
    for (const [of, view] of Object.entries(quantities)) {
      const { low, high } = view.guide(chilli)
      const now = expectedOf[of as Quantity](knowledge)
      expect(now).toMatchObject({ origin: 'guide', records: 0 })
      expect(Math.abs(now.low - low) / low, view.words).toBeLessThan(0.15)
      expect(Math.abs(now.high - high) / high, view.words).toBeLessThan(0.15)
    }
  })

  it('counts exactly the records that are shown for it', () => {
    const flowers = [
      flower(...upTo, take('2026-06-10', 'taken')),
      flower(...upTo, take('2026-06-10', 'failed')),
    ]
    const history = { ...none, flowers }
    const knowledge = cropKnowledge(chilli, digestOf(history, chilli))
    expect(expectedOf.take(knowledge).records).toBe(counts.take(history).length)
    expect(expectedOf.toReceptive(knowledge).records).toBe(waits.toReceptive(history).length)
    expect(expectedOf.toTake(knowledge)).toMatchObject({ origin: 'records', records: 1 })
  })
})
