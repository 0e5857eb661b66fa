import * as fc from 'fast-check'
import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { chosen, deed, harvest, ids, newId, sow, upToPollination } from '../testing/deeds'
import { Entry, codesOf, needsOf, subjectsOf, wordsOf } from './entry'
import { fold, inOrder } from './fold'

/** An entry as it crosses the wire. */
const sent = ({ id, kind, subjectId, payload, happenedAt }: ReturnType<typeof deed>) => ({
  id,
  kind,
  subjectId,
  payload,
  happenedAt,
})

describe('the schema of an entry', () => {
  it('takes every step of a flower as it is sent', () => {
    for (const step of upToPollination('2026-06-01', '2026-06-02')) expect(v.is(Entry, sent(step))).toBe(true)
    expect(
      v.is(Entry, { id: newId(), kind: 'voided', voids: newId(), happenedAt: '2026-06-01T04:00:00Z' }),
    ).toBe(true)
  })

  it.each<[string, object]>([
    ['a kind nobody knows', { kind: 'sang' }],
    ['a field that is not meant', { payload: { way: 'bag', colour: 'red' } }],
    ['a way that is not one', { payload: { way: 'jar' } }],
    ['an id that is none', { id: 'seven' }],
    ['a moment that is none', { happenedAt: 'yesterday' }],
    ['the year 10000', { happenedAt: '10000-01-01T00:00:00Z' }],
    ['the year 0', { happenedAt: '0000-01-01T00:00:00Z' }],
  ])('refuses %s', (_, wrong) => {
    expect(
      v.is(Entry, { ...sent(deed('2026-06-01', 'isolated', ids.flower, { way: 'bag' })), ...wrong }),
    ).toBe(false)
  })

  it('refuses counts that are no counts, and reasons that say nothing', () => {
    const lost = (reason: string) =>
      v.is(Entry, sent(deed('2026-06-01', 'flowerLost', ids.flower, { reason })))
    expect([lost('frost'), lost('   '), lost('x'.repeat(201)), lost('a\0b')]).toEqual([
      true,
      false,
      false,
      false,
    ])
    const counted = (seeds: number) => v.is(Entry, sent(harvest('2026-08-01', seeds, 0, 0)))
    expect([counted(0), counted(-1), counted(1.5), counted(NaN), counted(2e7)]).toEqual([
      true,
      false,
      false,
      false,
      false,
    ])
  })

  it('never throws, whatever is sent', () => {
    fc.assert(fc.property(fc.anything(), thing => typeof v.is(Entry, thing) === 'boolean'))
  })
})

describe('a deed', () => {
  it('names what it changes, what it needs and the codes it ties', () => {
    const picked = harvest('2026-08-01', 5, 5, 0)
    expect(subjectsOf(picked)).toEqual([
      { type: 'seedLot', id: ids.lot },
      { type: 'flower', id: ids.flower },
    ])
    expect(needsOf(picked)).toEqual([{ type: 'cross', id: ids.cross }])
    expect(codesOf(picked)).toEqual([{ code: '26-5TWK', subject: { type: 'seedLot', id: ids.lot } }])
    expect(subjectsOf(sow('2026-09-01', 4))).toContainEqual({ type: 'seedLot', id: ids.lot })
    expect(wordsOf(sow('2026-09-01', 4))).toBe('sowed 4 seeds')
  })
})

describe('the fold', () => {
  it('gives the same state in whatever order the deeds arrive', () => {
    const steps = upToPollination('2026-06-01', '2026-06-02')
    const state = fold('flower', ids.flower, steps)
    fc.assert(
      fc.property(fc.shuffledSubarray(steps, { minLength: steps.length }), shuffled => {
        expect(fold('flower', ids.flower, shuffled)).toEqual(state)
      }),
    )
  })

  it('orders by moment, then by id', () => {
    const [early, late] = [chosen('2026-06-01'), chosen('2026-06-02')]
    const twin = { ...early, id: newId() }
    expect(inOrder([late, twin, early]).map(d => d.id)).toEqual([early.id, twin.id, late.id])
  })

  it('knows nothing of what was never noted', () => {
    expect(fold('plant', ids.other, [])).toBeNull()
  })
})
