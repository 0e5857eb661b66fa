import type { Deed } from '../log/entry'
import type { Stop } from './stop'

/** Work that nobody did for so many days after its last one was let go, whether or not somebody said so. */
const LET_GO_AFTER_DAYS = 45

/** A deed before it gets its id and its moment. */
export type LettingGo = {
  [K in Deed['kind']]: Pick<Extract<Deed, { kind: K }>, 'kind' | 'subjectId' | 'payload'>
}[Deed['kind']]

/** True for work that is not asked for among the day's stops any more, but once, apart from them. */
export const isLongGone = ({ overdue, subject }: Pick<Stop, 'overdue' | 'subject'>): boolean =>
  overdue > LET_GO_AFTER_DAYS && letGoDeed(subject) !== null

/** What is noted when work at a subject is let go, so that it is asked for no more; null where nothing has to be. */
export function letGoDeed({ type, id: subjectId }: Stop['subject']): LettingGo | null {
  const reason = 'let go'
  switch (type) {
    // Seed that was not sown in its time may still come up: it stays, and is asked for no more.
    case 'seedLot':
      return { kind: 'keptAsReserve', subjectId, payload: {} }
    case 'sowing':
      return { kind: 'sowingEnded', subjectId, payload: { reason } }
    case 'flower':
      return { kind: 'flowerLost', subjectId, payload: { reason } }
    case 'batch':
      return { kind: 'batchEnded', subjectId, payload: { reason } }
    case 'task':
      return { kind: 'taskDropped', subjectId, payload: { reason } }
    case 'tube':
      return { kind: 'tubeEnded', subjectId, payload: { reason } }
    default:
      return null
  }
}
