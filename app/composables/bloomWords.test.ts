import { certain, dayNumber } from '@virgulta/core/bloom/chances'
import type { BloomForecast } from '@virgulta/core/garden/blooms'
import type { RoundStop } from '#shared/round'
import { describe, expect, it } from 'vitest'
import { bloomAnswers, endWords, startWords, windowWords } from './bloomWords'

const week = (day: string) => ({ first: dayNumber(day), p: Array<number>(10).fill(0.1) })
const window: BloomForecast = {
  season: 2026,
  batch: null,
  start: week('2026-06-01'),
  length: { first: 20, p: [0.5, 0.5] },
  isBegun: false,
  isOver: false,
  seen: null,
  notYetOn: null,
  heldDays: 0,
  why: '',
  records: 0,
  chosenBy: 'guide',
}
const seen = { first: '2026-06-04', full: null, last: null, seen: '2026-06-04' }

describe('a bloom in words', () => {
  it('stands with its range while it is foretold', () => {
    expect(startWords(window)).toBe('about 5 Jun (1 Jun–9 Jun)')
    expect(endWords(window)).toBe('about 24 Jun (20 Jun–29 Jun)')
    expect(
      windowWords({
        ...window,
        batch: { id: 'b', code: '26-4RMX', plannedFor: '2026-02-20', sownOn: null, why: '' },
      }),
    ).toBe(
      'batch 26-4RMX, to be sown 20 February: in bloom from about 5 Jun (1 Jun–9 Jun) to about 24 Jun (20 Jun–29 Jun)',
    )
  })

  it('is a day once it was seen', () => {
    const begun = { ...window, start: certain(dayNumber('2026-06-04')), seen, isBegun: true }
    expect(startWords(begun)).toBe('4 Jun')
    expect(endWords({ ...begun, length: certain(10), isOver: true })).toBe('13 Jun')
  })
})

describe('answers at work that blooms ask for', () => {
  const stop = (step: RoundStop['step'], type: RoundStop['subject']['type']) =>
    ({ step, subject: { type, id: 'it' }, plantId: 'plant', placeId: 'bench' }) as RoundStop
  const drafts = (step: RoundStop['step'], type: RoundStop['subject']['type'], label: string, reason = '') =>
    bloomAnswers(stop(step, type), '2026-06-12')
      .find(a => a.label === label)!
      .drafts(reason)

  it('note what is seen, at the plant or at its batch', () => {
    expect(drafts('bloomLook', 'plant', 'First open')).toEqual([
      { kind: 'bloomSeen', subjectId: 'it', payload: { sign: 'first', on: '2026-06-12' } },
    ])
    expect(drafts('bloomLook', 'batch', 'Not yet')).toEqual([
      { kind: 'batchBloomSeen', subjectId: 'it', payload: { sign: 'notYet', on: '2026-06-12' } },
    ])
    expect(drafts('bloomEnd', 'plant', 'Last flower')[0]).toMatchObject({ payload: { sign: 'last' } })
  })

  it('note that work is done together with what it does to the plant', () => {
    expect(drafts('holdBack', 'task', 'It is in the cool')).toEqual([
      { kind: 'heldBack', subjectId: 'plant', payload: {} },
      { kind: 'taskDone', subjectId: 'it', payload: {} },
    ])
    expect(drafts('bringBack', 'task', 'It is back')[0]).toEqual({
      kind: 'broughtBack',
      subjectId: 'plant',
      payload: {},
    })
    expect(drafts('collectPollen', 'task', 'Not doing it')).toEqual([
      { kind: 'taskDropped', subjectId: 'it', payload: { reason: expect.any(String) } },
    ])
    expect(drafts('sowBatch', 'batch', 'Potted')).toEqual([
      { kind: 'batchSown', subjectId: 'it', payload: { how: 'potted', placeId: 'bench' } },
    ])
  })

  it('ask why work is not done', () => {
    const dropped = bloomAnswers(stop('sowBatch', 'batch'), '2026-06-12').find(a => a.ask)!
    expect(dropped.ask!.reasons).toContain('no room')
    expect(dropped.drafts('no room')).toEqual([
      { kind: 'batchEnded', subjectId: 'it', payload: { reason: 'no room' } },
    ])
    expect(drafts('holdBack', 'task', 'Not doing it', 'no time')).toEqual([
      { kind: 'taskDropped', subjectId: 'it', payload: { reason: 'no time' } },
    ])
  })

  it('are none at a stop of another kind', () =>
    expect(bloomAnswers(stop('harvest', 'flower'), '2026-06-12')).toEqual([]))
})
