import { describe, expect, it } from 'vitest'
import type { LoggedDeed } from '../log/entry'
import { fold } from '../log/fold'
import { kinds } from '../log/kinds'
import { deed, ids, newId } from '../testing/deeds'
import { PLAN_KINDS } from './planWords'

const WAY = newId()
const chosen = (plan = PLAN_KINDS.clone.usual) =>
  deed('2026-05-01', 'wayChosen', WAY, { crop: 'chilli', plan, crossId: ids.cross, from: '2027-06-01' })
const done = (step: number, day = '2027-07-01') => deed(day, 'wayStepDone', WAY, { step, name: 'seedlings' })
const left = deed('2027-08-01', 'wayEnded', WAY, { reason: 'no room' })
const way = (...deeds: LoggedDeed[]) => fold('way', WAY, deeds)

describe('a way', () => {
  it('is chosen, its steps are said to be done, and it is left', () => {
    expect(way(chosen())).toMatchObject({ crossId: ids.cross, chosenOn: '2026-05-01', done: [], ended: null })
    expect(way(chosen(), done(0), done(0, '2027-07-09'))!.done).toEqual([{ step: 0, on: '2027-07-01' }])
    expect(way(chosen(), left)!.ended).toEqual({ on: '2027-08-01', reason: 'no room' })
  })
  it('is not chosen twice, nor gone on once it was left', () => {
    expect(() => way(chosen(), chosen())).toThrow('chosen already')
    expect(() => way(chosen(), left, done(1, '2027-09-01'))).toThrow('left on 1 August (no room)')
    expect(() => way(done(0))).toThrow('not chosen')
  })
  it('takes no plan that cannot be', () =>
    expect(() => way(chosen({ kind: 'clone', plants: 5, kept: 9, looks: 1 }))).toThrow('no 9 can be kept'))
  it('says itself in the log', () => {
    expect(kinds.wayChosen.words(chosen().payload as never)).toBe(
      'chose a way: one cross, the best seedling multiplied',
    )
    expect(kinds.wayStepDone.words({ step: 0, name: 'F3' })).toBe('done on its way: F3')
    expect(kinds.wayEnded.words({ reason: 'no room' })).toBe('left the way: no room')
  })
})
