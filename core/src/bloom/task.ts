import type { LoggedDeed } from '../log/entry'
import { Refusal } from '../log/refusal'
import type { ISODate } from '../time/days'
import { dayInWords } from '../time/days'
import type { TASKS } from './kinds'

/** Work that was planned so that two plants meet. */
export interface Task {
  id: string
  does: (typeof TASKS)[number]
  crop: string
  plantId: string
  forId: string | null
  from: ISODate
  until: ISODate
  why: string
  ended: { on: ISODate; how: 'done' | 'dropped'; reason: string | null } | null
}

/** The task after one more deed. @throws {Refusal} if the deed does not fit. */
export function taskAfter(task: Task | null, deed: LoggedDeed, id: string): Task {
  if (deed.kind === 'taskPlanned') {
    if (task) throw new Refusal('already-there', 'This is planned already.')
    if (deed.payload.until < deed.payload.from)
      throw new Refusal(
        'until-before-from',
        'The last day for it lies before the first; the first comes first.',
        'until',
      )
    return { id, ...deed.payload, ended: null }
  }
  if (!task) throw new Refusal('unknown-task', 'This work is not planned; plan it first.')
  if (task.ended)
    throw new Refusal('task-ended', `This was ${task.ended.how} on ${dayInWords(task.ended.on)}.`)
  switch (deed.kind) {
    case 'taskDone':
      return { ...task, ended: { on: deed.day, how: 'done', reason: null } }
    case 'taskDropped':
      return { ...task, ended: { on: deed.day, how: 'dropped', reason: deed.payload.reason } }
    default:
      return task
  }
}
