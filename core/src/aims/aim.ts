import type { LoggedDeed } from '../log/entry'
import { Refusal } from '../log/refusal'
import type { ISODate } from '../time/days'
import type { Wish } from './kinds'

/** What a breeder is after, in a sentence and in traits. */
export interface Aim {
  id: string
  crop: string
  words: string
  wishes: Wish[]
  setOn: ISODate
  ended: { on: ISODate; reason: string } | null
}

/** The aim after one more deed. @throws {Refusal} if the deed does not fit. */
export function aimAfter(aim: Aim | null, deed: LoggedDeed, id: string): Aim {
  if (deed.kind === 'aimSet') {
    if (aim) throw new Refusal('already-there', 'This aim is set already.')
    return { id, ...deed.payload, setOn: deed.day, ended: null }
  }
  if (!aim) throw new Refusal('unknown-aim', 'This aim is not in the garden; set it first.')
  if (aim.ended && deed.kind !== 'crossPlanned')
    throw new Refusal('aim-ended', `The aim was ended (${aim.ended.reason}); set another one.`)
  switch (deed.kind) {
    case 'aimChanged':
      return { ...aim, ...deed.payload }
    case 'aimEnded':
      return { ...aim, ended: { on: deed.day, reason: deed.payload.reason } }
    default:
      return aim
  }
}
