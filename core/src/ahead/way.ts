import type { LoggedDeed } from '../log/entry'
import { Refusal } from '../log/refusal'
import type { ISODate } from '../time/days'
import { dayInWords } from '../time/days'
import type { PlanAhead } from './plan'
import { planTrouble } from './plan'

/** A plan over some generations that was chosen, and is kept to. */
export interface Way {
  id: string
  crop: string
  plan: PlanAhead
  /** the cross whose offspring are its first generation */
  crossId: string
  /** when the first generation flowers, as it was planned */
  from: ISODate
  chosenOn: ISODate
  /** steps that somebody said are done; others are seen to be by what was noted elsewhere */
  done: { step: number; on: ISODate }[]
  ended: { on: ISODate; reason: string } | null
}

/** The way after one more deed. @throws {Refusal} if the deed does not fit. */
export function wayAfter(way: Way | null, deed: LoggedDeed, id: string): Way {
  if (deed.kind === 'wayChosen') {
    if (way) throw new Refusal('already-there', 'This way is chosen already.')
    const trouble = planTrouble(deed.payload.plan)
    if (trouble) throw new Refusal('bad-plan', trouble, 'plan')
    return { id, ...deed.payload, chosenOn: deed.day, done: [], ended: null }
  }
  if (!way) throw new Refusal('unknown-way', 'This way is not chosen; choose it first.')
  if (way.ended)
    throw new Refusal('way-ended', `This way was left on ${dayInWords(way.ended.on)} (${way.ended.reason}).`)
  switch (deed.kind) {
    case 'wayStepDone': {
      const { step } = deed.payload
      return way.done.some(one => one.step === step)
        ? way
        : { ...way, done: [...way.done, { step, on: deed.day }] }
    }
    case 'wayEnded':
      return { ...way, ended: { on: deed.day, reason: deed.payload.reason } }
    default:
      return way
  }
}
