import { describe, expect, it } from 'vitest'
import { cropKnowledge } from '../crops/knowledge'
import { digestOf } from '../crops/digest'
import { chilli } from '../crops/chilli'
import { squash } from '../crops/squash'
import { fold } from '../log/fold'
import type { LoggedDeed } from '../log/entry'
import { chosen, deed, harvest, ids, upToPollination } from '../testing/deeds'
import { daysOverdue, dueAt } from './due'

const nothing = { crosses: [], flowers: [], lots: [], sowings: [], offspring: [] }
const knowledge = cropKnowledge(chilli, digestOf(nothing))
const due = (...deeds: LoggedDeed[]) => dueAt(fold('flower', ids.flower, deeds)!, chilli, knowledge)

describe('what is due at a flower', () => {
  const steps = upToPollination('2026-06-01', '2026-06-02')

  it('follows its steps, by the days of the guide', () => {
    expect(due(...steps.slice(0, 1))).toMatchObject({ step: 'emasculate', from: '2026-06-01' })
    expect(due(...steps.slice(0, 2))).toMatchObject({ step: 'lensCheck' })
    expect(due(...steps.slice(0, 3))).toMatchObject({ step: 'isolate' })
    // Guide: ready 0.6 to 2.6 days after it was covered.
    expect(due(...steps.slice(0, 4))).toMatchObject({ step: 'look', from: '2026-06-02', until: '2026-06-04', estimate: { origin: 'guide' } })
    expect(due(...steps.slice(0, 5))).toMatchObject({ step: 'pollinate', from: '2026-06-02', until: '2026-06-03' })
    // Guide: a take shows after 4 to 9 days.
    expect(due(...steps)).toMatchObject({ step: 'takeLook', from: '2026-06-06', until: '2026-06-11' })
    expect(due(...steps, deed('2026-06-08', 'takeNoted', ids.flower, { take: 'taken', reason: null }))).toMatchObject({ step: 'harvest', from: '2026-07-17', until: '2026-08-16' })
  })

  it('asks again a day after "not yet"', () => {
    const look = due(...steps.slice(0, 4), deed('2026-06-04', 'looked', ids.flower, { look: 'notYet' }))
    expect(look).toMatchObject({ step: 'look', from: '2026-06-05', because: 'Not ready on 4 June; look again a day later.' })
  })

  it('is nothing at the end', () => {
    for (const end of [deed('2026-06-08', 'flowerLost', ids.flower, { reason: 'eaten' }), harvest('2026-08-01', 3, 3, 0), deed('2026-06-08', 'takeNoted', ids.flower, { take: 'failed', reason: 'heat' })]) {
      expect(due(...steps, end)).toBeNull()
    }
  })

  it('leaves out emasculation where the form needs none', () => {
    expect(dueAt(fold('flower', ids.flower, [chosen('2026-06-11')])!, squash, cropKnowledge(squash, digestOf(nothing)))).toMatchObject({ step: 'isolate' })
  })

  it('moves to the garden’s own days as records come in', () => {
    const slow = Array.from({ length: 30 }, (_, i) => {
      const id = `00000000-0000-7000-8000-1${String(i).padStart(11, '0')}`
      return fold('flower', id, [
        ...upToPollination('2026-06-01', '2026-06-02', id),
        deed('2026-06-13', 'takeNoted', id, { take: 'notYet', reason: null }), deed('2026-06-15', 'takeNoted', id, { take: 'taken', reason: null }),
      ])!
    })
    const learnt = cropKnowledge(chilli, digestOf({ ...nothing, flowers: slow }))
    expect(learnt.days.toTake).toMatchObject({ origin: 'records', records: 30 })
    expect(dueAt(fold('flower', ids.flower, steps)!, chilli, learnt)!.from >= '2026-06-09').toBe(true)
  })

  it('is overdue by whole days', () => {
    expect([daysOverdue({ until: '2026-06-10' }, '2026-06-12'), daysOverdue({ until: '2026-06-12' }, '2026-06-12')]).toEqual([2, 0])
  })
})
