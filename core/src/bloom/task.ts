import type { LoggedDeed } from '../log/entry'
import { Refusal } from '../log/refusal'
import type { ISODate } from '../time/days'
import { addDays, dayInWords, daysBetween, yearOf } from '../time/days'
import { inYear } from '../weather/climate'
import type { TASKS } from './kinds'

/** Work that was planned so that two plants meet, or a reminder of one's own. */
export interface Task {
  id: string
  does: (typeof TASKS)[number]
  crop: string
  plantId: string
  forId: string | null
  from: ISODate
  until: ISODate
  why: string
  /** it comes again so many days after it was done, or each year; null: once */
  every: 'year' | number | null
  /** when it was done that comes again, the latest last */
  doneOn: ISODate[]
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
    const { every = null, ...planned } = deed.payload
    return { id, ...planned, every, doneOn: [], ended: null }
  }
  if (!task) throw new Refusal('unknown-task', 'This work is not planned; plan it first.')
  if (task.ended)
    throw new Refusal('task-ended', `This was ${task.ended.how} on ${dayInWords(task.ended.on)}.`)
  switch (deed.kind) {
    case 'taskDone':
      return task.every === null
        ? { ...task, doneOn: [deed.day], ended: { on: deed.day, how: 'done', reason: null } }
        : again(task, deed.day)
    case 'taskDropped':
      return { ...task, ended: { on: deed.day, how: 'dropped', reason: deed.payload.reason } }
    default:
      return task
  }
}

/** What comes again, after it was done on a day: each year on its own day, else so many days after that. */
function again(task: Task, on: ISODate): Task {
  const { from, until, every, doneOn } = task
  let next = every === 'year' ? from : addDays(on, every!)
  // Done early it is the coming one that was done.
  while (every === 'year' && (next <= on || next === from)) next = inYear(from, yearOf(next) + 1)
  return {
    ...task,
    from: next,
    until: addDays(next, daysBetween(from, until)),
    doneOn: [...doneOn, on],
  }
}
