import fc from 'fast-check'
import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { NO_RECORDS } from '../crops/digest'
import type { CropGuide } from '../crops/guide'
import { builtInGuides } from '../crops/guides/all'
import { chilli } from '../crops/guides/chilli'
import { cropKnowledge } from '../crops/knowledge'
import { withCustoms } from '../crops/ownGuide'
import type { Answer } from '../flowers/answers'
import { dueAt } from '../flowers/due'
import type { Flower } from '../flowers/flower'
import { hasStep } from '../flowers/method'
import { SCHOOL_STEPS } from '../flowers/schools'
import type { LoggedDeed } from '../log/entry'
import { Entry } from '../log/entry'
import { fold } from '../log/fold'
import type { SubjectType } from '../log/kind'
import { chosen, deed, ids } from '../testing/deeds'
import type { ISODate } from '../time/days'
import type { RoundStep } from './work'
import { WORK, answersAt, answersTo, cueOf, questionAt } from './work'

/** More answers than any flower needs. */
const MANY = 60

/** A guide with one school at each of its steps. */
const worked = fc.constantFrom(...builtInGuides).chain(guide =>
  fc
    .record(
      Object.fromEntries(
        SCHOOL_STEPS.flatMap(step => {
          const choice = guide.schools[step]
          return choice ? [[step, fc.constantFrom(choice.usual, ...choice.others)]] : []
        }),
      ),
    )
    .map(schools => withCustoms(guide, schools)),
)

/** A flower of a crop that is answered whatever is due, each on its first day. */
function walk(
  guide: CropGuide,
  blooms: number,
  choose: (answers: Answer[]) => { answer: Answer; reason: string },
): { flower: Flower; asked: RoundStep[] } {
  const knowledge = cropKnowledge(guide, NO_RECORDS)
  const deeds: LoggedDeed[] = [chosen('2026-06-01', ids.flower, blooms)]
  const asked: RoundStep[] = []
  let today: ISODate = '2026-06-01'
  for (;;) {
    const flower = fold('flower', ids.flower, deeds)!
    const due = dueAt(flower, guide, knowledge)
    if (!due || due.step === 'harvest' || asked.length === MANY) return { flower, asked }
    asked.push(due.step)
    if (due.from > today) today = due.from
    const { answer, reason } = choose(answersAt(due.step, flower, guide))
    for (const { kind, subjectId, payload } of answer.drafts(reason)) {
      const { day, ...entry } = deed(today, kind, subjectId, payload)
      expect(v.safeParse(Entry, entry).issues, `${guide.name}, ${due.step}: ${answer.label}`).toBeUndefined()
      deeds.push({ ...entry, day } as LoggedDeed)
    }
    const after = fold('flower', ids.flower, deeds)!
    expect(after.conflicts, `${guide.name}, ${due.step}: ${answer.label}`).toEqual([])
    // The same question on the same day once more would be a walk without an end.
    expect(
      [dueAt(after, guide, knowledge), after.pollinations.length],
      `${guide.name}, ${due.step}: ${answer.label}`,
    ).not.toEqual([due, flower.pollinations.length])
  }
}

describe('whatever is due at a flower', () => {
  it('has an answer that moves it on, in every crop, by every school, whichever answer is given', () =>
    fc.assert(
      fc.property(
        worked,
        fc.integer({ min: 1, max: 12 }),
        fc.array(fc.nat(), { minLength: 1 }),
        (guide, blooms, picks) => {
          let turn = 0
          const pick = <T>(of: T[]) => of[picks[turn++ % picks.length]! % of.length]!
          walk(guide, blooms, answers => {
            const answer = pick(answers)
            return { answer, reason: answer.ask ? pick(answer.ask.reasons) : '' }
          })
        },
      ),
      { numRuns: 300 },
    ))

  it('leads to the harvest by its main answers, through every step of preparation that its form has', () =>
    fc.assert(
      fc.property(worked, fc.integer({ min: 1, max: 12 }), (guide, blooms) => {
        const { flower, asked } = walk(guide, blooms, answers => {
          const answer = answers.find(a => a.tone === 'main')!
          return { answer, reason: answer.ask?.reasons[0] ?? '' }
        })
        expect(flower.status).toBe('taken')
        for (const step of ['emasculate', 'isolate', 'cutSilks', 'look', 'pollinate', 'takeLook'] as const)
          expect(asked.includes(step), `${guide.name}: ${step}`).toBe(hasStep(guide, step))
      }),
      { numRuns: 200 },
    ))
})

describe('a step in words', () => {
  it.each(builtInGuides)('has a question, a cue and a word for lists in $name', guide => {
    for (const step of Object.keys(WORK) as RoundStep[]) {
      expect(questionAt(step, guide), step).toMatch(/\w/)
      expect(cueOf(step, guide).yes, step).toMatch(/\w/)
      expect(WORK[step].words, step).toMatch(/^[a-z]/)
    }
  })

  it('asks whether it is left where the usual school leaves it out', () => {
    const open = withCustoms(chilli, { emasculation: 'none', cover: 'none' })
    expect(
      questionAt(
        'emasculate',
        builtInGuides.find(g => g.id === 'moth-orchid')!,
      ),
    ).toBe('Lift the cap off')
    expect(questionAt('emasculate', chilli)).toBe('Take the anthers out')
    expect(questionAt('emasculate', open)).toBe('Leave the anthers in?')
    expect(questionAt('isolate', open)).toBe('Leave it open, or cover it?')
  })
})

describe('answers beside the flower', () => {
  const answers = (step: RoundStep, type: SubjectType) =>
    answersTo(
      {
        step,
        subject: { type, id: 'it' },
        plantId: 'plant',
        placeId: 'bench',
        fruits: [{ id: 'fruit', code: '26-9QQA' }],
        flower: null,
      },
      chilli,
      '2026-06-12',
    )
  const drafts = (step: RoundStep, type: SubjectType, label: string, reason = '') =>
    answers(step, type)
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
    const dropped = answers('sowBatch', 'batch').find(a => a.ask)!
    expect(dropped.ask!.reasons).toContain('no room')
    expect(dropped.drafts('no room')).toEqual([
      { kind: 'batchEnded', subjectId: 'it', payload: { reason: 'no room' } },
    ])
    expect(drafts('holdBack', 'task', 'Not doing it', 'no time')).toEqual([
      { kind: 'taskDropped', subjectId: 'it', payload: { reason: 'no time' } },
    ])
  })

  it('name the fruits that may come off', () =>
    expect(drafts('thinFruit', 'plant', '26-9QQA off')).toEqual([
      { kind: 'flowerLost', subjectId: 'fruit', payload: { reason: 'thinned for the fruit load' } },
    ]))

  it('are none where a dialog is needed', () => expect(answers('sow', 'seedLot')).toEqual([]))
})
