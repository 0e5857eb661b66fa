import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { fold } from '../log/fold'
import type { LoggedDeed } from '../log/entry'
import { kinds } from '../log/kinds'
import { deed, ids, newId } from '../testing/deeds'
import { fatherDoubts, SPENT, STOOD_OPEN } from './due'
import type { Tube } from './tube'

const [tubeId, otherId, fridge, freezer] = [newId(), newId(), newId(), newId()]
const collected = (day = '2026-03-01', id = tubeId, donors = [ids.pollenParent]) =>
  deed(day, 'pollenCollected', id, {
    code: id === tubeId ? '26-4RMX' : '26-5TWK',
    crop: 'hellebore',
    donors,
    way: 'buds',
    stage: 'eve',
    flowers: 6,
  })
const tubed = (day = '2026-03-02', id = tubeId, doses = 20) =>
  deed(day, 'pollenTubed', id, { drying: 'shade', doses, hasDesiccant: true, storeId: fridge })
const moved = (day: string, toId: string | null, fromId?: string | null) =>
  deed(day, 'tubeMoved', tubeId, { toId, ...(fromId === undefined ? {} : { fromId }) })
const tube = (...deeds: LoggedDeed[]) => fold('tube', tubeId, deeds) as Tube
const used = (day: string, doses?: number) =>
  deed(day, 'pollinated', ids.flower, {
    pollenParentId: ids.pollenParent,
    selfMeant: false,
    tubeId,
    ...(doses ? { doses } : {}),
  })

describe('a tube of pollen', () => {
  it('dries, comes into its tube, moves and is used up', () => {
    expect(tube(collected())).toMatchObject({ tubed: null, doses: 0, stays: [{ storeId: null }] })
    const kept = tube(
      collected(),
      tubed(),
      moved('2026-03-10', freezer, fridge),
      used('2026-03-20', 3),
      used('2026-03-21'),
    )
    expect(kept).toMatchObject({
      doses: 20,
      left: 16,
      stays: [{ storeId: null }, { storeId: fridge }, { storeId: freezer }],
      uses: [{ doses: 3 }, { doses: 1 }],
    })
    expect(
      tube(collected(), tubed(), deed('2026-03-20', 'tubeEnded', tubeId, { reason: 'clumped' })),
    ).toMatchObject({ left: 0, ended: { reason: 'clumped' } })
  })

  it('never loses a pollination, even beyond its last dose or after it was thrown away', () => {
    expect(tube(collected(), tubed('2026-03-02', tubeId, 2), used('2026-03-03', 5))).toMatchObject({
      left: 0,
      uses: [{ doses: 5 }],
    })
    expect(
      tube(
        collected(),
        tubed(),
        deed('2026-03-20', 'tubeEnded', tubeId, { reason: 'wet' }),
        used('2026-03-21'),
      ).uses,
    ).toHaveLength(1)
  })

  it('is split and topped up, and what is poured in must be there', () => {
    const split = deed('2026-03-05', 'tubeSplit', tubeId, {
      into: [{ id: otherId, code: '26-5TWK', doses: 8 }],
      crop: 'hellebore',
      donors: [ids.pollenParent],
    })
    expect(tube(collected(), tubed(), split)).toMatchObject({ doses: 12, left: 12 })
    expect(fold('tube', otherId, [split])).toMatchObject({
      code: '26-5TWK',
      doses: 8,
      splitFrom: { tubeId },
      tubed: { drying: null },
    })
    const topped = (doses: number, donors: string[]) =>
      deed('2026-03-06', 'tubeToppedUp', tubeId, { fromId: otherId, donors, doses })
    expect(tube(collected(), tubed(), topped(5, [ids.pollenParent]))).toMatchObject({ doses: 25, doubts: [] })
    expect(tube(collected(), tubed(), topped(5, [ids.other]))).toMatchObject({
      donors: [ids.pollenParent, ids.other],
      doubts: ['mixed'],
    })
    expect(
      fold('tube', otherId, [
        collected('2026-03-01', otherId),
        tubed('2026-03-02', otherId, 6),
        topped(5, [ids.pollenParent]),
      ]),
    ).toMatchObject({ left: 1 })
    expect(() =>
      fold('tube', otherId, [
        collected('2026-03-01', otherId),
        tubed('2026-03-02', otherId, 3),
        topped(5, [ids.pollenParent]),
      ]),
    ).toThrow('holds pollen for about 3 flowers, so 5 cannot be poured over')
  })

  it('may be a flower that was covered ahead: on its plant until it is taken, then fresh or to be dried', () => {
    const covered = deed('2026-03-01', 'donorCovered', tubeId, {
      code: '26-4RMX',
      crop: 'hellebore',
      donors: [ids.pollenParent],
      way: 'mesh',
    })
    const taken = (more: object) => deed('2026-03-03', 'donorTaken', tubeId, { stage: 'shedding', ...more })
    expect(tube(covered)).toMatchObject({
      waits: { on: '2026-03-01', way: 'mesh' },
      tubed: null,
      isCovered: true,
    })
    expect(() => tube(covered, tubed())).toThrow('is on the plant still')
    expect(tube(covered, taken({ fresh: 5 }))).toMatchObject({
      waits: null,
      isFresh: true,
      left: 5,
      collectedOn: '2026-03-03',
    })
    expect(tube(covered, taken({}))).toMatchObject({ waits: null, isFresh: false, tubed: null })
    expect(tube(covered, taken({ fresh: 5, stays: true }))).toMatchObject({
      waits: { gaveOn: '2026-03-03' },
      left: 5,
    })
    expect(() => tube(covered, taken({}), taken({}))).toThrow('was taken on 3 March')
  })

  it('leaves the father open where its flower stood open, or was spent', () => {
    const fresh = (covered: boolean, stage: 'shedding' | 'spent') =>
      fold('tube', tubeId, [
        deed('2026-03-01', 'pollenCollected', tubeId, {
          code: '26-4RMX',
          crop: 'hellebore',
          donors: [ids.pollenParent],
          way: 'flowers',
          stage,
          covered,
          fresh: 3,
        }),
      ])!
    expect(fatherDoubts(fresh(true, 'shedding'))).toEqual([])
    expect(fatherDoubts(fresh(false, 'shedding'))).toEqual([STOOD_OPEN])
    expect(fatherDoubts(fresh(true, 'spent'))).toEqual([SPENT])
  })

  it('becomes doubtful when a tool that was not cleaned goes into it', () => {
    const dirty = {
      ...used('2026-03-20'),
      payload: { pollenParentId: ids.pollenParent, selfMeant: false, tubeId, isToolClean: false },
    } as LoggedDeed
    expect(tube(collected(), tubed(), dirty).doubts).toEqual(['usedTool'])
  })

  it('says what it leaves open about the father of its seed', () => {
    const doubted = (doubt: 'mixed' | 'damp' | 'usedTool') =>
      deed('2026-03-05', 'tubeDoubted', tubeId, { doubt })
    expect(fatherDoubts(tube(collected(), tubed(), doubted('damp')))).toEqual([])
    expect(fatherDoubts(tube(collected(), tubed(), doubted('usedTool'), doubted('mixed')))).toEqual([
      'its pollen: a tool that was used before touched it',
      'its pollen: other pollen came into it',
    ])
    expect(
      fatherDoubts(tube(collected('2026-03-01', tubeId, [ids.pollenParent, ids.other]), tubed())),
    ).toEqual(['its pollen was a bulk of 2 plants: its father is not known'])
  })

  it('keeps what was seen and counted', () => {
    const test = deed('2026-03-04', 'tubeTested', tubeId, {
      method: 'germinated',
      fields: [
        { alive: 12, seen: 20 },
        { alive: 9, seen: 15 },
      ],
      phase: 'before',
    })
    expect(
      tube(
        collected(),
        tubed(),
        test,
        deed('2026-03-05', 'tubeDoubted', tubeId, { doubt: 'damp' }),
        deed('2026-03-06', 'tubeThawed', tubeId, {}),
      ),
    ).toMatchObject({
      tests: [{ alive: 21, seen: 35, phase: 'before' }],
      doubts: ['damp'],
      thaws: ['2026-03-06T12:00:00.000Z'],
    })
  })

  it.each([
    ['a tube that was never filled', [moved('2026-03-01', fridge)], /not in the garden/],
    ['a second time in the tube', [collected(), tubed(), tubed('2026-03-03')], /in its tube since 2 March/],
    ['a move of what still dries', [collected(), moved('2026-03-01', fridge)], /still drying/],
    [
      'a tube in two places',
      [collected(), tubed(), moved('2026-03-03', freezer, fridge), moved('2026-03-03', null, fridge)],
      /it would be in two places/,
    ],
    [
      'a move to where it stands',
      [collected(), tubed(), moved('2026-03-03', fridge)],
      /stands there already/,
    ],
    [
      'work with what was thrown away',
      [
        collected(),
        tubed(),
        deed('2026-03-03', 'tubeEnded', tubeId, { reason: 'wet' }),
        moved('2026-03-04', null),
      ],
      /thrown away on 3 March/,
    ],
    [
      'more split off than there is',
      [
        collected(),
        tubed(),
        deed('2026-03-03', 'tubeSplit', tubeId, {
          into: [{ id: otherId, code: '26-5TWK', doses: 21 }],
          crop: 'hellebore',
          donors: [ids.pollenParent],
        }),
      ],
      /about 20 flowers, so 21 cannot be split off/,
    ],
    [
      'itself poured into itself',
      [
        collected(),
        tubed(),
        deed('2026-03-03', 'tubeToppedUp', tubeId, { fromId: tubeId, donors: [ids.pollenParent], doses: 2 }),
      ],
      /topped up from itself/,
    ],
  ])('refuses %s', (_, deeds, sentence) => {
    expect(() => tube(...deeds)).toThrow(sentence)
  })

  it.each([
    [
      'more alive than seen',
      kinds.tubeTested.payload,
      { method: 'stained', fields: [{ alive: 9, seen: 8 }] },
      /More were counted alive than were seen/,
    ],
    ['no field', kinds.tubeTested.payload, { method: 'stained', fields: [] }, /one field at least/],
    [
      'doses below one',
      kinds.pollenTubed.payload,
      { drying: 'shade', doses: -1, hasDesiccant: true, storeId: null },
      /at least 1/,
    ],
    [
      'pollen of nobody',
      kinds.pollenCollected.payload,
      { code: '26-4RMX', crop: 'hellebore', donors: [], way: 'buds', stage: 'eve' },
      /which plant it comes from/,
    ],
  ])('refuses %s before anything is noted', (_, schema, payload, sentence) => {
    const { issues } = v.safeParse(schema as v.GenericSchema, payload)
    expect(issues?.[0]?.message).toMatch(sentence)
  })
})
