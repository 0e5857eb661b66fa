/** What follows from a garden on a day: when its plants flower, whose pollen is wanted, what is to be done. */
import { describe, expect, it } from 'vitest'
import { quantileIn } from '../bloom/chances'
import type { LoggedDeed } from '../log/entry'
import { chosen, deed, newId, withPayload } from '../testing/deeds'
import { cross, dayIn, gardenOf, plant } from '../testing/garden'
import type { WeakAdvice } from '../pollen/weak'
import { gardenYear } from '../season/band'
import { addDays, dayOfNumber } from '../time/days'
import {
  bloomGround,
  bloomOf,
  bloomSpans,
  bloomSubject,
  bloomWork,
  bloomsIn,
  inPlay,
  isChosen,
  parentBlooms,
} from './blooms'
import {
  pollenAt,
  pollenKnown,
  pollenWork,
  seasonPollen,
  tubesAtHand,
  tubesFor,
  weakCrosses,
  wantersOf,
} from './pollen'
import { cropsOnRound, stopsUntil } from './round'

const [early, late, store, tube] = [newId(), newId(), newId(), newId()]
const CROSS = newId()
const in2026 = gardenYear(2026, 'north')

/** Two roses: one flowers at the end of May, the other at the end of June; both were seen for three years. */
const roses: LoggedDeed[] = [
  plant('2022-04-01', early, 'Test Ember', 'rose'),
  plant('2022-04-01', late, 'Test Lantern', 'rose'),
  ...[2023, 2024, 2025].flatMap((year, i) => [
    deed(`${year}-08-01`, 'bloomSeen', early, { sign: 'first', on: `${year}-05-2${6 + i}` }),
    deed(`${year}-08-01`, 'bloomSeen', early, { sign: 'last', on: `${year}-06-1${2 + i}` }),
    deed(`${year}-08-01`, 'bloomSeen', late, { sign: 'first', on: `${year}-06-2${2 + i}` }),
    deed(`${year}-08-01`, 'bloomSeen', late, { sign: 'last', on: `${year}-07-1${2 + i}` }),
  ]),
]
/** The late one is to get the pollen of the early one. */
const crossed = [...roses, cross('2026-03-01', 'rose', late, early, CROSS)]
const pollen = [
  deed('2026-03-02', 'storeSet', store, {
    name: 'Shelf',
    keeps: 'refrigerator',
    celsius: 4,
    isLogged: false,
  }),
  deed('2026-05-30', 'pollenCollected', tube, {
    code: '26-7777',
    crop: 'rose',
    donors: [early],
    way: 'ripe',
    stage: 'open',
    flowers: 4,
  }),
  deed('2026-05-31', 'pollenTubed', tube, { drying: 'agent', doses: 20, hasDesiccant: true, storeId: store }),
]
const on = (deeds: LoggedDeed[], today: string) => dayIn(gardenOf(deeds), today)
const stepsOn = (deeds: LoggedDeed[], today: string) =>
  stopsUntil(on(deeds, today), today).map(stop => [stop.step, stop.subject.id])

describe('a garden in which nothing is noted', () => {
  it('has nothing to foretell and nothing to do', () => {
    const day = on([], '2026-06-12')
    expect(bloomGround(day).plants.size).toBe(0)
    expect([stopsUntil(day, '2026-12-31'), cropsOnRound(day), seasonPollen(day)]).toEqual([[], [], []])
    expect([parentBlooms(day).size, tubesAtHand(day).size, bloomSpans(day, in2026)]).toEqual([0, 0, []])
  })
})

describe('blooms', () => {
  it('are foretold for each plant from what it did in earlier years', () => {
    const day = on(crossed, '2026-04-01')
    const begins = (id: string) => {
      const [bloom] = bloomsIn(day, bloomGround(day).plants.get(id)!, 2026)
      return dayOfNumber(Math.round(quantileIn(bloom!.start, 0.5)))
    }
    for (const [id, usual] of [
      [early, '2026-05-27'],
      [late, '2026-06-23'],
    ] as const) {
      expect(begins(id) >= addDays(usual, -4) && begins(id) <= addDays(usual, 4), begins(id)).toBe(true)
    }
    const span = bloomOf(day, late, 2026)!
    expect(span.from < begins(late) && span.to > begins(late) && span.over >= span.to).toBe(true)
    expect(bloomOf(day, newId(), 2026)).toBeNull()
  })

  it('are of the parents of crosses that are planned for this season', () => {
    expect([...parentBlooms(on(crossed, '2026-04-01')).keys()].sort()).toEqual([early, late].sort())
    expect(parentBlooms(on(roses, '2026-04-01')).size).toBe(0)
    expect(parentBlooms(on(crossed, '2027-04-01')).size).toBe(0)
    expect(inPlay(on(crossed, '2026-04-01'))).toEqual(new Set([early, late]))
    expect(inPlay(on(crossed, '2028-04-01')).size).toBe(0)
  })

  it('are noted at the batch that stands, else at the plant', () => {
    const batch = newId()
    const planned = deed('2026-02-01', 'batchPlanned', batch, {
      code: '26-8888',
      crop: 'chilli',
      plantId: early,
      on: '2026-02-10',
      why: 'to meet',
    })
    const chillies = [plant('2025-04-01', early, 'Test Ember', 'chilli'), planned]
    const sown = deed('2026-02-11', 'batchSown', batch, { how: 'sown', placeId: null })
    const subject = (deeds: LoggedDeed[], today = '2026-06-01') => bloomSubject(on(deeds, today), early)
    expect(subject(chillies)).toMatchObject({ type: 'plant', id: early })
    expect(subject([...chillies, sown])).toMatchObject({ type: 'batch', id: batch })
    expect(subject([...chillies, sown], '2028-06-01')).toMatchObject({ type: 'plant', id: early })
    expect(
      subject([...chillies, sown, deed('2026-05-01', 'batchEnded', batch, { reason: 'slugs' })]),
    ).toMatchObject({ type: 'plant' })
    expect(bloomSubject(on(chillies, '2026-06-01'), newId())).toBeNull()
    const sowing = (deeds: LoggedDeed[]) =>
      bloomWork(on(deeds, '2026-02-12'))
        .get('chilli')!
        .map(work => work.due.step)
    expect([sowing(chillies), sowing([...chillies, sown])]).toEqual([['sowBatch'], []])
  })

  it('make work of what was planned for them until it is done, and none of a plant that is lost', () => {
    const task = newId()
    const held = [
      ...roses,
      deed('2026-03-01', 'taskPlanned', task, {
        does: 'holdBack',
        crop: 'rose',
        plantId: early,
        forId: late,
        from: '2026-04-10',
        until: '2026-04-12',
        why: 'to meet',
      }),
    ]
    expect(stepsOn(held, '2026-04-11')).toEqual([['holdBack', task]])
    expect(stepsOn(held, '2026-04-09')).toEqual([])
    expect(stepsOn([...held, deed('2026-04-10', 'taskDone', task, {})], '2026-04-11')).toEqual([])
    expect(
      stepsOn([...held, deed('2026-04-10', 'plantLost', early, { reason: 'frost' })], '2026-04-11'),
    ).toEqual([])
  })

  it('move by the days that a plant was held back', () => {
    const heldBack = [...crossed, deed('2026-04-10', 'heldBack', early, {})]
    const median = (deeds: LoggedDeed[]) => {
      const day = on(deeds, '2026-04-20')
      return quantileIn(bloomsIn(day, bloomGround(day).plants.get(early)!, 2026)[0]!.start, 0.5)
    }
    expect(median(heldBack) - median(crossed)).toBeCloseTo(10, 0)
  })

  it('are of plants with a name of their own, and of seedlings that are kept', () => {
    const seedling = { name: '26-2222', code: '26-2222', verdict: null }
    expect(isChosen(seedling)).toBe(false)
    expect(isChosen({ ...seedling, name: 'Test Ember' })).toBe(true)
    expect(isChosen({ ...seedling, verdict: { verdict: 'keep' } as never })).toBe(true)
    expect(isChosen({ ...seedling, verdict: { verdict: 'discard' } as never })).toBe(false)
  })

  it('have their spans in the year, of plants in play only', () => {
    const [span] = bloomSpans(on(crossed, '2026-04-01'), in2026)
    expect(span).toMatchObject({ crop: 'rose' })
    expect(span!.from < '2026-06-05' && span!.to > '2026-07-01').toBe(true)
    expect(bloomSpans(on(roses, '2026-04-01'), in2026)).toEqual([])
  })
})

describe('pollen', () => {
  it('of a donor that is over before its partner opens is to be collected and kept', () => {
    const day = on(crossed, '2026-05-20')
    const [answer] = seasonPollen(day)
    expect(answer!.need).toMatchObject({ crossId: CROSS, donorId: early, seedParentId: late, flowers: 4 })
    expect(answer!.need.freshShare).toBeLessThan(0.3)
    expect(
      pollenWork(day)
        .get('rose')!
        .map(work => work.due.step),
    ).toEqual(['collectPollen'])
    // While what was collected dries, it is not asked for again.
    const drying = [...crossed, ...pollen.slice(0, 2)]
    const steps = (pollenWork(on(drying, '2026-05-31')).get('rose') ?? []).map(work => work.due.step)
    expect(steps).not.toContain('collectPollen')
  })

  it('in a tube is at hand for its donor, and counted on by the crosses that want it', () => {
    const day = on([...crossed, ...pollen], '2026-06-10')
    const [own] = tubesAtHand(day).get(early)!
    expect(own).toMatchObject({ id: tube, code: '26-7777', left: 20 })
    expect(own!.alive.low <= own!.alive.median && own!.alive.median <= own!.alive.high).toBe(true)
    expect(wantersOf(day, pollenKnown(day).tubes.get(tube)!).map(need => need.crossId)).toEqual([CROSS])
    const bulk = { ...pollenKnown(day).tubes.get(tube)!, donors: [early, late] }
    expect(wantersOf(day, bulk)).toEqual([])
  })

  it('that a test found weak is told with what it does to the cross, and with nothing to tell where it is strong', () => {
    const tested = (alive: number) => [
      ...crossed,
      ...pollen,
      deed('2026-06-20', 'tubeTested', tube, { method: 'germinated', fields: [{ alive, seen: 100 }] }),
    ]
    const weak = (deeds: LoggedDeed[]) => {
      const day = on(deeds, '2026-06-20')
      return weakCrosses(day, pollenKnown(day).tubes.get(tube)!)
    }
    expect(weak(tested(95))).toEqual([])
    const [told] = weak(tested(6))
    expect(told).toMatchObject({ crossId: CROSS, wanted: 1, others: [] })
    expect(told!.chance.weak).toBeLessThan(told!.chance.fresh)
    expect(told!.flowersMore).toBeGreaterThan(4)
    // At the flower it is told of the same pair in the same numbers.
    const { fresh, weak: ofWeak, passes, flowersEach } = told!
    const offered = (deeds: LoggedDeed[]) => tubesFor(on(deeds, '2026-06-20'), CROSS).map(t => [t.id, t.weak])
    expect(offered(tested(95))).toEqual([[tube, null]])
    const [[, advice]] = offered(tested(6)) as [[string, WeakAdvice]]
    expect(advice.fresh).toBe(fresh)
    expect(advice.weak / ofWeak).toBeCloseTo(1, 1)
    expect(advice.passes).toBe(passes)
    expect(advice.flowersEach / flowersEach).toBeCloseTo(1, 1)
    expect(tubesFor(on(tested(6), '2026-06-20'), newId())).toEqual([])
  })

  it('at a flower is told with what was alive in it when it was used', () => {
    const flower = newId()
    const used = [
      ...crossed,
      ...pollen,
      withPayload(chosen('2026-06-24', flower), {
        crossId: CROSS,
        seedParentId: late,
        pollenParentId: early,
      }),
      deed('2026-06-25', 'pollinated', flower, { pollenParentId: early, selfMeant: false, tubeId: tube }),
    ]
    const day = on(used, '2026-06-26')
    const flowers = [...day.garden.states.flower.values()]
    expect(pollenAt(day, flowers)[flower]).toMatchObject({ tubeId: tube, code: '26-7777', doubts: [] })
    expect(pollenAt(day, [])).toEqual({})
  })
})

describe('the round of a garden', () => {
  it('asks for tags at the seed parent from the day on which its bloom is likely, and holds the crops that grow only', () => {
    expect(cropsOnRound(on(crossed, '2026-06-12')).map(crop => crop.guide.id)).toEqual(['rose'])
    const asked = (today: string) => stepsOn(crossed, today).map(([step]) => step)
    expect(asked('2026-04-01')).not.toContain('choose')
    expect(asked('2026-06-26')).toContain('choose')
  })

  it('goes by the sun and the weather only where it is known where the garden lies', () => {
    const garden = gardenOf(crossed)
    expect(cropsOnRound(dayIn(garden, '2026-06-26'))[0]!.hoursAt).toBeUndefined()
    expect(cropsOnRound(dayIn(garden, '2026-06-26', { isSited: true }))[0]!.hoursAt).toBeDefined()
  })

  it('is worked out once for a day, and anew for another', () => {
    const day = on(crossed, '2026-06-26')
    expect(stopsUntil(day, '2026-06-26')).toBe(stopsUntil(day, '2026-06-26'))
    expect(stopsUntil({ ...day, today: '2026-04-01' }, '2026-04-01')).not.toEqual(
      stopsUntil(day, '2026-06-26'),
    )
  })
})
