import { dayOfNumber, quantileIn } from '@virgulta/core/bloom/chances'
import type { BloomSign } from '@virgulta/core/bloom/note'
import type { SubjectType } from '@virgulta/core/log/kind'
import { dayInWords } from '@virgulta/core/time/days'
import type { BloomForecast } from '@virgulta/core/garden/blooms'
import type { RoundStop } from '#shared/round'
import type { Draft } from '../stores/log'
import type { Answer } from './flowerSteps'

/** What an open flower's first and last day are told as, short enough for a narrow place. */
const short = (number: number) => dayInWords(dayOfNumber(number)).replace(/^(\d+ [A-Z][a-z]{2})[a-z]+$/, '$1')
const range = (low: number, high: number) => (low === high ? short(low) : `${short(low)}–${short(high)}`)

/** "3 Jun (28 May–10 Jun)": when it begins; noted days have no range. */
export function startWords({ start, seen }: Pick<BloomForecast, 'start' | 'seen'>): string {
  const middle = quantileIn(start, 0.5)
  return seen?.first
    ? short(middle)
    : `about ${short(middle)} (${range(quantileIn(start, 0.1), quantileIn(start, 0.9))})`
}

/** When it ends: the last day, with the range that start and length leave. */
export function endWords({
  start,
  length,
  isOver,
}: Pick<BloomForecast, 'start' | 'length' | 'isOver'>): string {
  const last = (q: number) => quantileIn(start, q) + quantileIn(length, q) - 1
  return isOver ? short(last(0.5)) : `about ${short(last(0.5))} (${range(last(0.1), last(0.9))})`
}

/** A window in a sentence, for those who hear the screen. */
export function windowWords(window: BloomForecast): string {
  const batch = window.batch
    ? `batch ${window.batch.code}, ${window.batch.sownOn ? `sown ${dayInWords(window.batch.sownOn)}` : `to be sown ${dayInWords(window.batch.plannedFor)}`}: `
    : ''
  return `${batch}in bloom from ${startWords(window)} to ${endWords(window)}`
}

const kindFor = { plant: 'bloomSeen', sowing: 'trayBloomSeen', batch: 'batchBloomSeen' } as const
export type Blooms = keyof typeof kindFor

/** Notes what is seen of a bloom. */
export const bloomDraft = (type: Blooms, subjectId: string, sign: BloomSign, on: string): Draft => ({
  kind: kindFor[type],
  subjectId,
  payload: { sign, on },
})

/** The answers at a stop that a bloom asks for; empty at other stops. */
export function bloomAnswers(stop: RoundStop, today: string): Answer[] {
  const say = (label: string, tone: Answer['tone'], ...drafts: Draft[]): Answer => ({
    label,
    tone,
    drafts: () => drafts,
  })
  const see = (label: string, tone: Answer['tone'], sign: BloomSign) =>
    say(
      label,
      tone,
      bloomDraft(stop.subject.type as Extract<SubjectType, Blooms>, stop.subject.id, sign, today),
    )
  const drop = (kind: 'taskDropped' | 'batchEnded'): Answer => ({
    label: 'Not doing it',
    tone: 'warn',
    ask: { question: 'Why not?', reasons: ['no room', 'no time', 'not needed any more', 'plant too weak'] },
    drafts: reason => [{ kind, subjectId: stop.subject.id, payload: { reason } }],
  })
  const done: Draft = { kind: 'taskDone', subjectId: stop.subject.id, payload: {} }
  switch (stop.step) {
    case 'bloomLook':
      return [
        see('First open', 'main', 'first'),
        see('Not yet', 'plain', 'notYet'),
        see('In full bloom', 'plain', 'full'),
      ]
    case 'bloomEnd':
      return [
        see('Still in bloom', 'main', 'still'),
        see('In full bloom', 'plain', 'full'),
        see('Last flower', 'warn', 'last'),
      ]
    case 'sowBatch':
      return [
        say('Sown', 'main', {
          kind: 'batchSown',
          subjectId: stop.subject.id,
          payload: { how: 'sown', placeId: stop.placeId },
        }),
        say('Potted', 'plain', {
          kind: 'batchSown',
          subjectId: stop.subject.id,
          payload: { how: 'potted', placeId: stop.placeId },
        }),
        drop('batchEnded'),
      ]
    case 'holdBack':
      return [
        say('It is in the cool', 'main', { kind: 'heldBack', subjectId: stop.plantId!, payload: {} }, done),
        drop('taskDropped'),
      ]
    case 'bringBack':
      return [
        say('It is back', 'main', { kind: 'broughtBack', subjectId: stop.plantId!, payload: {} }, done),
        drop('taskDropped'),
      ]
    case 'collectPollen':
      return stop.subject.type === 'task' ? [drop('taskDropped')] : []
    case 'thinFruit':
      return (stop.fruits ?? []).map(({ id, code }, i) =>
        say(`${code} off`, i === 0 ? 'main' : 'plain', {
          kind: 'flowerLost',
          subjectId: id,
          payload: { reason: 'thinned for the fruit load' },
        }),
      )
    default:
      return []
  }
}
