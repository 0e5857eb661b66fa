import type { Blooming } from '../bloom/note'
import { neverSeen, withBloomNote } from '../bloom/note'
import { counted } from '../formats/counted'
import type { LoggedDeed } from '../log/entry'
import { Refusal } from '../log/refusal'
import type { ISODate } from '../time/days'
import { dayInWords } from '../time/days'

/** Seeds of one packet sown together: a tray, a set of pots, a bed. */
export interface Sowing {
  id: string
  code: string
  lotId: string
  crossId: string
  container: 'tray' | 'pots' | 'bed'
  placeId: string | null
  seeds: number
  sownOn: ISODate
  looks: { on: ISODate; up: number }[]
  losses: { on: ISODate; count: number; reason: string }[]
  up: number
  lost: number
  /** seedlings that got codes and became plants */
  raised: number
  raisedOn: ISODate | null
  /** seedlings that stand in the tray now */
  standing: number
  blooming: Blooming
  ended: { on: ISODate; reason: string } | null
}

/** The sowing after one more deed. @throws {Refusal} if its seedlings do not add up. */
export function sowingAfter(sowing: Sowing | null, deed: LoggedDeed, id: string): Sowing {
  if (deed.kind === 'sown') {
    if (sowing) throw new Refusal('already-there', `${sowing.code} is sown already.`)
    const { code, lotId, crossId, container, placeId, seeds } = deed.payload
    return {
      id,
      code,
      lotId,
      crossId,
      container,
      placeId,
      seeds,
      sownOn: deed.day,
      looks: [],
      losses: [],
      up: 0,
      lost: 0,
      raised: 0,
      raisedOn: null,
      standing: 0,
      blooming: neverSeen,
      ended: null,
    }
  }
  if (!sowing) throw new Refusal('unknown-sowing', 'This tray does not exist; sow seeds from a packet first.')
  if (sowing.ended)
    throw new Refusal(
      'sowing-ended',
      `${sowing.code} was given up on ${dayInWords(sowing.ended.on)}; undo that to go on with it.`,
    )
  return withStanding(stepOn(sowing, deed))
}

function stepOn(sowing: Sowing, deed: LoggedDeed): Sowing {
  switch (deed.kind) {
    case 'seedlingsUp': {
      const up = sowing.up + deed.payload.count
      if (up > sowing.seeds) {
        throw new Refusal(
          'more-than-sown',
          `${counted(sowing.seeds, 'seed was', 'seeds were')} sown in ${sowing.code} and ${sowing.up} are up already, so ${deed.payload.count} more cannot come up.`,
          'count',
        )
      }
      return { ...sowing, up, looks: [...sowing.looks, { on: deed.day, up: deed.payload.count }] }
    }
    case 'seedlingsLost':
      checkStanding(sowing, deed.payload.count, 'be lost')
      return {
        ...sowing,
        lost: sowing.lost + deed.payload.count,
        losses: [...sowing.losses, { ...deed.payload, on: deed.day }],
      }
    case 'seedlingsRaised':
      checkStanding(sowing, deed.payload.plants.length, 'be raised')
      return {
        ...sowing,
        raised: sowing.raised + deed.payload.plants.length,
        raisedOn: sowing.raisedOn ?? deed.day,
      }
    case 'trayBloomSeen':
      if (deed.payload.on < sowing.sownOn)
        throw new Refusal(
          'bloom-before-sowing',
          `${sowing.code} was sown on ${dayInWords(sowing.sownOn)}; it cannot have bloomed before.`,
          'on',
        )
      return { ...sowing, blooming: withBloomNote(sowing.blooming, deed.payload, sowing.code, deed.day) }
    case 'sowingEnded':
      return { ...sowing, ended: { on: deed.day, reason: deed.payload.reason } }
    default:
      return sowing
  }
}

function checkStanding(sowing: Sowing, count: number, verb: string): void {
  if (count > sowing.standing) {
    throw new Refusal(
      'more-than-standing',
      `${counted(sowing.standing, 'seedling stands', 'seedlings stand')} in ${sowing.code}, so ${count} cannot ${verb}.`,
      'count',
    )
  }
}

const withStanding = (sowing: Sowing): Sowing => ({
  ...sowing,
  standing: sowing.up - sowing.lost - sowing.raised,
})
