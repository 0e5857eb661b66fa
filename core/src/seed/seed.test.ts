import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chilli } from '../crops/guides/chilli'
import { hellebore } from '../crops/guides/hellebore'
import { cropKnowledge } from '../crops/knowledge'
import { NO_RECORDS, digestOf } from '../crops/digest'
import { fold } from '../log/fold'
import type { LoggedDeed } from '../log/entry'
import { deed, harvest, ids, newId, sow, withPayload } from '../testing/deeds'
import { lotDue, sowingDue } from './due'

const lot = (...deeds: LoggedDeed[]) => fold('seedLot', ids.lot, deeds)!
const tray = (...deeds: LoggedDeed[]) => fold('sowing', ids.sowing, deeds)!
const up = (day: string, count: number) => deed(day, 'seedlingsUp', ids.sowing, { count })
const lost = (day: string, count: number) =>
  deed(day, 'seedlingsLost', ids.sowing, { count, reason: 'damped off' })
const raise = (day: string, count: number) =>
  deed(day, 'seedlingsRaised', ids.sowing, {
    plants: Array.from({ length: count }, () => ({ id: newId(), code: '26-7HNA' })),
    crop: 'chilli',
    crossId: ids.cross,
    seedParentId: ids.seedParent,
    pollenParentId: ids.pollenParent,
    placeId: null,
  })
const knowledge = cropKnowledge(chilli, NO_RECORDS)

describe('a packet', () => {
  it('holds what was counted less the empty and the sown', () => {
    expect(lot(harvest('2026-08-01', 30, 24, 4), sow('2026-08-05', 10))).toMatchObject({
      seeds: 30,
      sound: 24,
      empty: 4,
      sown: 10,
      left: 16,
      fruits: 1,
    })
  })

  it('keeps the interval of seeds that were counted by their weight, and refuses weights that cannot be', () => {
    const weighed = (total: number) => {
      const one = harvest('2026-08-01', 400, 0, 0)
      const by = { sampleSeeds: 20, samples: [0.4, 0.41, 0.39], total }
      return withPayload(one, { weighed: by })
    }
    expect(lot(weighed(8)).byWeight).toMatchObject({ seeds: 400 })
    expect(lot(harvest('2026-08-01', 30, 24, 4)).byWeight).toBeNull()
    expect(() => lot(weighed(0.1))).toThrow('less than half a sample')
  })

  it('may come of fruits that hung under no tag, and of none at all may not', () => {
    const of = (more: object) => {
      const one = harvest('2026-08-01', 30, 24, 4)
      return withPayload(one, { flowers: [], ...more })
    }
    expect(lot(of({ untagged: 6 }))).toMatchObject({ fruits: 6, flowerIds: [], left: 26 })
    expect(() => lot(of({}))).toThrow('Choose the flowers that were harvested')
  })

  it('that came from elsewhere holds what was in it, and says nothing of fruits', () => {
    const received = (more: object = {}) =>
      deed('2026-01-10', 'seedReceived', ids.lot, {
        code: '26-5TWK',
        crossId: ids.cross,
        seeds: 40,
        from: 'a neighbour',
        ...more,
      })
    expect(lot(received({ isAbout: true }), sow('2026-02-01', 10))).toMatchObject({
      left: 30,
      fruits: 0,
      isAbout: true,
      received: { from: 'a neighbour' },
    })
    expect(() => lot(received(), sow('2026-02-01', 41))).toThrow('holds 40 seeds')
    expect(() => lot(received(), received())).toThrow('filled already')
    const history = { crosses: [], flowers: [], lots: [lot(received())], sowings: [], offspring: [] }
    expect(digestOf(history, chilli).pairs).toEqual([])
  })

  it('refuses more sound and empty seeds than were counted', () => {
    expect(() => lot(harvest('2026-08-01', 40, 30, 15))).toThrow(
      '40 seeds were counted, but 30 sound and 15 empty make 45.',
    )
  })

  it('refuses to sow more than it holds', () => {
    expect(() => lot(harvest('2026-08-01', 20, 20, 0), sow('2026-08-05', 21))).toThrow(
      'holds 20 seeds, so 21 cannot be sown',
    )
  })

  it('refuses to be sown before it was harvested', () => {
    expect(() => lot(harvest('2026-08-05', 20, 20, 0), sow('2026-08-01', 2))).toThrow(
      'harvest a flower first',
    )
  })

  it('of seed that does not keep is due at once, of seed that keeps when it is dry', () => {
    const fresh = lot(harvest('2026-06-10', 20, 20, 0))
    expect(lotDue(fresh, hellebore)).toMatchObject({ step: 'sow', from: '2026-06-10' })
    expect(lotDue(fresh, chilli, '2026-06-12')).toMatchObject({ step: 'putAway', from: '2026-06-17' })
    // Put away, or long dry: nobody is asked any more.
    const away = lot(
      harvest('2026-06-10', 20, 20, 0),
      deed('2026-06-18', 'putAway', ids.lot, { storeId: null }),
    )
    expect(lotDue(away, chilli, '2026-06-20')).toBeNull()
    expect(lotDue(fresh, chilli, '2026-08-20')).toBeNull()
    expect(lotDue(lot(harvest('2026-06-10', 20, 20, 0), sow('2026-06-11', 20)), hellebore)).toBeNull()
  })
})

describe('a tray', () => {
  it('counts what came up, was lost and was potted up', () => {
    expect(
      tray(
        sow('2026-02-01', 40),
        up('2026-02-10', 12),
        lost('2026-02-12', 2),
        up('2026-02-14', 9),
        raise('2026-03-01', 15),
      ),
    ).toMatchObject({ up: 21, lost: 2, raised: 15, standing: 4, raisedOn: '2026-03-01' })
  })

  it('never has more seedlings than seeds, nor less than none', () => {
    const step = fc.oneof(
      fc.integer({ min: 0, max: 30 }).map(n => up('2026-02-10', n)),
      fc.integer({ min: 1, max: 30 }).map(n => lost('2026-02-10', n)),
      fc.integer({ min: 1, max: 30 }).map(n => raise('2026-02-10', n)),
    )
    fc.assert(
      fc.property(fc.array(step, { maxLength: 12 }), steps => {
        const kept: LoggedDeed[] = [sow('2026-02-01', 40)]
        for (const next of steps) {
          try {
            tray(...kept, next)
            kept.push(next)
          } catch {
            /* refused: the log stays as it was */
          }
        }
        const { up, standing, lost, raised, seeds } = tray(...kept)
        expect(up <= seeds && standing >= 0 && standing + lost + raised === up).toBe(true)
      }),
    )
  })

  it.each<[string, LoggedDeed[], string]>([
    [
      'more up than sown',
      [sow('2026-02-01', 24), up('2026-02-10', 20), up('2026-02-12', 5)],
      '24 seeds were sown in 26-7HNA and 20 are up already, so 5 more cannot come up.',
    ],
    [
      'more lost than stand',
      [sow('2026-02-01', 24), up('2026-02-10', 3), lost('2026-02-12', 4)],
      '3 seedlings stand in 26-7HNA, so 4 cannot be lost.',
    ],
    [
      'more potted up than stand',
      [sow('2026-02-01', 24), up('2026-02-10', 3), raise('2026-02-12', 4)],
      'so 4 cannot be raised.',
    ],
    [
      'a count after it was given up',
      [
        sow('2026-02-01', 24),
        deed('2026-04-01', 'sowingEnded', ids.sowing, { reason: 'nothing came' }),
        up('2026-04-02', 1),
      ],
      'was given up on 1 April',
    ],
  ])('refuses %s', (_, deeds, sentence) => {
    expect(() => tray(...deeds)).toThrow(sentence)
  })

  it('is due for a count from the first day of the guide until all are up', () => {
    expect(sowingDue(tray(sow('2026-02-01', 10)), { guide: chilli, knowledge })).toMatchObject({
      step: 'countUp',
      from: '2026-02-08',
    })
    expect(
      sowingDue(tray(sow('2026-02-01', 10), up('2026-02-09', 4)), { guide: chilli, knowledge }),
    ).toMatchObject({
      from: '2026-02-11',
      because: 'Last counted on 9 February.',
    })
    expect(
      sowingDue(tray(sow('2026-02-01', 10), up('2026-02-09', 10)), { guide: chilli, knowledge }),
    ).toMatchObject({ step: 'prickOut', from: '2026-02-17' })
    // Long after the usual wait nobody is asked to count any more.
    expect(
      sowingDue(tray(sow('2026-02-01', 10), up('2026-04-20', 0)), { guide: chilli, knowledge }),
    ).toBeNull()
  })
})
