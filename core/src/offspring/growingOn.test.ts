import { describe, expect, it } from 'vitest'
import { NO_RECORDS, digestOf } from '../crops/digest'
import { builtInGuide } from '../crops/guides/all'
import { guideIn } from '../crops/half'
import { cropKnowledge } from '../crops/knowledge'
import { waits } from '../crops/records'
import type { LoggedDeed } from '../log/entry'
import { fold } from '../log/fold'
import { answersTo } from '../round/work'
import type { GrowingDeed } from '../seed/growing'
import { stageOf } from '../seed/growing'
import { sowingDue } from '../seed/due'
import { deed, ids, newId, sow } from '../testing/deeds'
import type { ISODate } from '../time/days'
import { addDays } from '../time/days'
import type { Family } from './growingOn'
import {
  familiesOf,
  familyDues,
  firstFlowerExpected,
  firstFlowerSeen,
  floweredBySeason,
  placeOfFamily,
} from './growingOn'

const tulip = builtInGuide('tulip')!
const rose = builtInGuide('rose')!
const zinnia = builtInGuide('zinnia')!
const apple = builtInGuide('apple')!
const knowledgeOf = (guide: typeof rose) => cropKnowledge(guide, NO_RECORDS)

const planned = deed('2024-06-01', 'crossPlanned', ids.cross, {
  code: '24-7HNA',
  crop: 'rose',
  seedParentId: ids.seedParent,
  pollenParentId: ids.pollenParent,
  selfMeant: false,
  aim: 'scent',
  flowersPlanned: 4,
  keepersWanted: 1,
})
const grew = (on: ISODate, did: GrowingDeed, stage?: string) =>
  deed(on, 'familyGrown', ids.cross, { did, ...(stage ? { stage } : {}) })
const up = (on: ISODate, count: number) => deed(on, 'seedlingsUp', ids.sowing, { count })
const tray = (...deeds: LoggedDeed[]) => fold('sowing', ids.sowing, deeds)!

const SEEDLINGS = Array.from({ length: 6 }, (_, i) => ({ id: newId(), code: `25-7HN${i + 1}` }))
const raised = (on: ISODate) =>
  deed(on, 'seedlingsRaised', ids.sowing, {
    plants: SEEDLINGS,
    crop: 'rose',
    crossId: ids.cross,
    seedParentId: ids.seedParent,
    pollenParentId: ids.pollenParent,
    placeId: 'bench',
  })
const seedling = (i: number, from: ISODate, ...deeds: LoggedDeed[]) =>
  fold('plant', SEEDLINGS[i]!.id, [raised(from), ...deeds])!
const bloom = (i: number, on: ISODate, sign: 'first' | 'last' = 'first') =>
  deed(on, 'bloomSeen', SEEDLINGS[i]!.id, { sign, on })
const judged = (i: number, on: ISODate, verdict: 'keep' | 'watch' | 'discard') =>
  deed(on, 'judged', SEEDLINGS[i]!.id, { verdict, reason: 'form' })

/** A family of which a tray was sown, with some seedlings of it. */
const family = (sowing: LoggedDeed[], seedlings: Family['seedlings'] = [], ...deeds: LoggedDeed[]): Family =>
  familiesOf({
    crosses: [fold('cross', ids.cross, [planned, ...deeds])!],
    sowings: [tray(...sowing)],
    offspring: seedlings,
  })[0]!
/** What is due by a day. */
const dues = (of: Family, guide: typeof rose, today: ISODate) =>
  familyDues(of, guide, knowledgeOf(guide), today).filter(({ from }) => from <= today)

describe('seedlings in a tray', () => {
  const sown = [sow('2026-03-01', 20), up('2026-03-08', 9)]
  const due = (today: ISODate, ...deeds: LoggedDeed[]) =>
    sowingDue(tray(...sown, ...deeds), { guide: zinnia, knowledge: knowledgeOf(zinnia), today })
  const tended = (on: ISODate, did: GrowingDeed, stage?: string) =>
    deed(on, 'trayGrown', ids.sowing, { did, ...(stage ? { stage } : {}) })

  it('are pricked out some days after the first are up, or a week after a look that found them too small', () => {
    const guide = { ...zinnia, growingOn: { ...zinnia.growingOn, prickOutDays: { low: 10, high: 25 } } }
    const steps = (...deeds: LoggedDeed[]) =>
      sowingDue(tray(...sown, up('2026-03-17', 11), ...deeds), {
        guide,
        knowledge: knowledgeOf(guide),
        today: '2026-04-20',
      })
    expect(steps()).toMatchObject({ step: 'prickOut', from: '2026-03-18' })
    expect(steps(tended('2026-03-18', 'seen', 'seed leaves'))).toMatchObject({
      step: 'prickOut',
      from: '2026-03-25',
      because: 'The first were up on 8 March; seed leaves on 18 March.',
    })
    expect(steps(tended('2026-03-25', 'prickedOut'))).toBe(null)
  })

  it('tell their stage, and what is thinned out is not lost', () => {
    const sowing = tray(
      ...sown,
      tended('2026-03-18', 'seen', 'seed leaves'),
      deed('2026-03-20', 'seedlingsThinned', ids.sowing, { count: 4 }),
    )
    expect(stageOf(sowing.grown)).toBe('seed leaves')
    expect(sowing).toMatchObject({ up: 9, lost: 0, thinned: 4, standing: 5 })
    expect(due('2026-03-20')).not.toBe(null)
    expect(() => tray(...sown, deed('2026-03-20', 'seedlingsThinned', ids.sowing, { count: 10 }))).toThrow(
      '9 seedlings stand in 26-7HNA, so 10 cannot be thinned out.',
    )
    expect(() => tray(sow('2026-03-01', 20), tended('2026-03-02', 'prickedOut'))).toThrow(/Nothing is up/)
    expect(due('2026-04-05', up('2026-03-17', 11), tended('2026-03-20', 'leftThere'))).toBe(null)
  })

  it('are not noted before the day on which they were sown', () => {
    expect(() => fold('sowing', ids.sowing, [tended('2026-02-01', 'prickedOut')])).toThrow(
      'On 1 February 2026 nothing was sown here yet; choose the day of its sowing, or a later one.',
    )
  })

  it('are answered for with one press, and with what they show', () => {
    const at = {
      step: 'prickOut' as const,
      subject: { type: 'sowing' as const, id: ids.sowing },
      plantId: null,
      placeId: null,
      fruits: null,
      flower: null,
    }
    const [main, notYet] = answersTo(at, zinnia, '2026-03-20')
    expect(main!.drafts('')).toMatchObject([{ kind: 'trayGrown', payload: { did: 'prickedOut' } }])
    expect(notYet!.ask!.reasons).toEqual(zinnia.growingOn.stages)
    expect(notYet!.drafts('seed leaves')[0]).toMatchObject({ payload: { did: 'seen', stage: 'seed leaves' } })
    expect(answersTo({ ...at, count: 3 }, zinnia, '2026-03-20')[0]!.drafts('')).toMatchObject([
      { kind: 'seedlingsThinned', payload: { count: 3 } },
    ])
  })
})

describe('a family of bulbs', () => {
  const sown = [sow('2024-10-01', 20), up('2025-03-01', 9)]

  it('is lifted as it dies back, once a year; what is green is looked at again', () => {
    expect(dues(family(sown), tulip, '2025-06-20')).toMatchObject([{ step: 'lift', from: '2025-06-15' }])
    const green = family(sown, [], grew('2025-06-20', 'green'))
    expect(dues(green, tulip, '2025-06-29')).toEqual([])
    expect(dues(green, tulip, '2025-06-30')).toMatchObject([{ step: 'lift', from: '2025-06-30' }])
    const lifted = family(sown, [], grew('2025-07-01', 'lifted'))
    expect(dues(lifted, tulip, '2025-07-02')).toEqual([])
    expect(dues(lifted, tulip, '2026-06-20')).toMatchObject([
      { step: 'lift', because: 'It dies back from about 15 June on; last lifted on 1 July 2025.' },
    ])
    expect(dues(family(sown), tulip, '2025-10-20'), 'long past').toEqual([])
    const inTray = deed('2025-07-01', 'trayGrown', ids.sowing, { did: 'lifted' })
    expect(dues(family([...sown, inTray]), tulip, '2025-07-02')).toEqual([])
  })

  it('dies back half a year away in the south, and at no season near the equator', () => {
    expect(guideIn(tulip, 'south').growingOn.diesBack).toBe('12-15')
    expect(guideIn(tulip, 'tropics').growingOn.diesBack).toBe(null)
  })
})

describe('the first flower of a family', () => {
  const sown = [sow('2025-02-01', 20), up('2025-03-01', 9)]

  it('is expected in a bloom of its crop, by the days from sowing; what is sown for its season, by those alone', () => {
    const expected = firstFlowerExpected(family(sown), rose, knowledgeOf(rose))!
    expect(expected.from.slice(5) >= rose.bloom.from && expected.from.slice(5) <= rose.bloom.to).toBe(true)
    expect(expected.to > expected.from).toBe(true)
    const annual = firstFlowerExpected(family(sown), zinnia, knowledgeOf(zinnia))!
    expect(annual.from >= '2025-04-01' && annual.to <= '2025-06-01').toBe(true)
  })

  it('is counted from the sowing, whether its tray was given up since or not', () => {
    const over = [
      ...sown,
      raised('2025-05-01'),
      deed('2025-06-01', 'sowingEnded', ids.sowing, { reason: 'all up' }),
    ]
    const of = (deeds: LoggedDeed[]) =>
      firstFlowerExpected(family(deeds, [seedling(0, '2025-05-01')]), zinnia, knowledgeOf(zinnia))
    expect(of(over)).toEqual(of([...sown, raised('2025-05-01')]))
  })

  it('is looked for every week from then on, until it was seen', () => {
    const { from, to } = firstFlowerExpected(family(sown), zinnia, knowledgeOf(zinnia))!
    expect(dues(family(sown), zinnia, from)).toMatchObject([{ step: 'firstFlowers', from }])
    const none = family(sown, [], grew(from, 'noFlower'))
    expect(dues(none, zinnia, from)).toEqual([])
    expect(dues(none, zinnia, addDays(from, 7))).toMatchObject([{ step: 'firstFlowers' }])
    const seen = family(sown, [], grew(from, 'noFlower'), grew(to, 'firstFlower'))
    expect(firstFlowerSeen(seen)).toBe(to)
    expect(dues(seen, zinnia, to)).toEqual([])
  })

  it('is taken off where a crop builds strength, which is asked for there only', () => {
    const at = {
      step: 'firstFlowers' as const,
      subject: { type: 'cross' as const, id: ids.cross },
      plantId: null,
      placeId: null,
      fruits: null,
      flower: null,
    }
    const labels = (guide: typeof rose) => answersTo(at, guide, '2026-05-01').map(({ label }) => label)
    expect(labels(apple)).toEqual(['No flower yet', 'The first is open', 'Taken off'])
    expect(labels(zinnia)).toEqual(['No flower yet', 'The first is open'])
  })

  it('is a record of its tray, between the last look in vain and the day on which it was seen', () => {
    const crosses = [fold('cross', ids.cross, [planned, grew('2025-05-01', 'noFlower')])!]
    const history = {
      crosses,
      flowers: [],
      lots: [],
      sowings: [tray(...sown)],
      offspring: [seedling(0, '2025-04-01', bloom(0, '2025-05-11')), seedling(1, '2025-04-01')],
    }
    expect(waits.toFlower(history)).toMatchObject([{ id: ids.sowing, on: '2025-05-11', from: 89, to: 99 }])
    const learnt = cropKnowledge(zinnia, digestOf(history, zinnia)).days.toFlower
    expect(learnt).toMatchObject({ origin: 'records', records: 1 })
  })
})

describe('seedlings that are worth judging', () => {
  const sown = [sow('2024-02-01', 20), up('2024-03-01', 9), raised('2024-05-01')]
  const of = (...seedlings: Family['seedlings']) => family(sown, seedlings)
  const judge = (those: Family, guide: typeof rose, today: ISODate) =>
    dues(those, guide, today).find(({ step }) => step === 'judge')

  it('are those in flower, from their first on', () => {
    const open = seedling(0, '2024-05-01', bloom(0, '2025-06-10'))
    expect(judge(of(open), rose, '2025-06-12')).toMatchObject({
      from: '2025-06-10',
      because: '1 seedling to judge.',
    })
    // The other one is old enough as well, in this bloom.
    const both = judge(of(open, seedling(1, '2024-05-01')), rose, '2025-06-12')!
    expect(both.because).toBe('2 seedlings to judge.')
    expect(both.from).toBe(`2025-${rose.bloom.from}`)
  })

  it('are those that are old enough where nobody noted a flower, and not for ever', () => {
    const those = of(seedling(0, '2024-05-01'))
    expect(judge(those, zinnia, '2024-06-01')).toBe(undefined)
    expect(judge(those, zinnia, '2024-08-20')).toMatchObject({ because: '1 seedling to judge.' })
    expect(judge(those, zinnia, '2026-08-20')).toBe(undefined)
  })

  it('are looked at again in the next bloom where they were watched; what dies after its season is not', () => {
    const watched = of(seedling(0, '2024-05-01', bloom(0, '2025-06-10'), judged(0, '2025-06-20', 'watch')))
    expect(judge(watched, rose, '2025-06-25')).toBe(undefined)
    expect(judge(watched, rose, '2026-06-25')).toMatchObject({
      because: '1 seedling to look at again, as the first bloom often misleads.',
    })
    expect(judge(watched, zinnia, '2026-08-25')).toBe(undefined)
    const kept = of(seedling(0, '2024-05-01', bloom(0, '2025-06-10'), judged(0, '2025-06-20', 'keep')))
    expect(judge(kept, rose, '2026-06-25')).toBe(undefined)
  })

  it('stand where the first of them does', () => {
    expect(placeOfFamily(of(seedling(0, '2024-05-01')))).toBe('bench')
  })
})

describe('the share of a family that has flowered', () => {
  it('grows season by season, and leaves out what was gone before', () => {
    const those = [
      seedling(0, '2024-05-01', bloom(0, '2025-06-10')),
      seedling(1, '2024-05-01', bloom(1, '2026-06-10')),
      seedling(2, '2024-05-01'),
      seedling(3, '2024-05-01', judged(3, '2025-04-01', 'discard')),
    ]
    const shares = floweredBySeason(those, rose, '2026-07-01')
    expect(shares.map(({ season, of, flowered }) => [season, flowered, of])).toEqual([
      [2024, 0, 4],
      [2025, 1, 3],
      [2026, 2, 3],
    ])
    expect(shares[2]!.low).toBeLessThan(2 / 3)
    expect(shares[2]!.high).toBeGreaterThan(2 / 3)
    expect(floweredBySeason([], rose, '2026-07-01')).toEqual([])
  })
})
