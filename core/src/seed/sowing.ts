import type { Blooming } from '../bloom/note'
import { neverSeen, withBloomNote } from '../bloom/note'
import { counted } from '../formats/counted'
import type { LoggedDeed } from '../log/entry'
import { Refusal } from '../log/refusal'
import type { Container, Stay } from './course'
import { isGrown, stayInWords } from './course'
import type { Grown } from './growing'
import { withGrown } from './growing'
import type { SownHow, flaskWords } from './kinds'
import type { ISODate } from '../time/days'
import { dayInWords } from '../time/days'

/** Seeds of one packet that were sown together, or put into a bag, dish or flask first. */
export interface Sowing {
  id: string
  code: string
  lotId: string
  crossId: string
  /** where it lies now */
  container: Container
  placeId: string | null
  /** where it lay, the first stay from its sowing on */
  stays: Stay[]
  /** the tray that it shares with others, and its row in it; null: it stands alone */
  row: { of: string; at: number } | null
  how: SownHow
  /** looks into its flask, and when it was moved to fresh medium */
  flask: {
    looks: { on: ISODate; look: keyof typeof flaskWords }[]
    replated: { on: ISODate; medium: string }[]
  }
  seeds: number
  sownOn: ISODate
  looks: { on: ISODate; up: number }[]
  losses: { on: ISODate; count: number; reason: string }[]
  /** looks at whether its seedlings stand */
  watched: { on: ISODate; leftToDry: boolean }[]
  /** what was done with its seedlings, or seen of them */
  grown: Grown[]
  up: number
  lost: number
  /** seedlings that were too many and were taken out */
  thinned: number
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
    const { air = 'warm', weeks = null, row = null, how = {}, ...rest } = deed.payload
    const { container, placeId } = rest
    return {
      id,
      ...rest,
      stays: [{ on: deed.day, container, air, weeks, placeId }],
      row,
      how,
      flask: { looks: [], replated: [] },
      sownOn: deed.day,
      looks: [],
      losses: [],
      watched: [],
      grown: [],
      up: 0,
      lost: 0,
      thinned: 0,
      raised: 0,
      raisedOn: null,
      standing: 0,
      blooming: neverSeen,
      ended: null,
    }
  }
  if (!sowing)
    throw new Refusal(
      'unknown-sowing',
      `On ${dayInWords(deed.day, true)} nothing was sown here yet; choose the day of its sowing, or a later one.`,
    )
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
    case 'seedlingsThinned':
      checkStanding(sowing, deed.payload.count, 'be thinned out')
      return { ...sowing, thinned: sowing.thinned + deed.payload.count }
    case 'trayGrown':
      checkGrowing(sowing)
      return { ...sowing, grown: withGrown(sowing.grown, deed.payload, deed.day) }
    case 'seedlingsRaised':
      checkStanding(sowing, deed.payload.plants.length, 'be raised')
      return {
        ...sowing,
        raised: sowing.raised + deed.payload.plants.length,
        raisedOn: sowing.raisedOn ?? deed.day,
      }
    case 'trayWatched':
      return {
        ...sowing,
        watched: [...sowing.watched, { on: deed.day, leftToDry: deed.payload.leftToDry ?? false }],
      }
    case 'seedsMoved':
      return moved(sowing, { on: deed.day, ...deed.payload })
    case 'flaskSeen':
      checkInFlask(sowing)
      return {
        ...sowing,
        flask: { ...sowing.flask, looks: [...sowing.flask.looks, { on: deed.day, look: deed.payload.look }] },
      }
    case 'replated':
      checkInFlask(sowing)
      return {
        ...sowing,
        flask: {
          ...sowing.flask,
          replated: [...sowing.flask.replated, { on: deed.day, medium: deed.payload.medium }],
        },
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

/** @throws {Refusal} if it lies there already, or seedlings would go back into a bag */
function moved(sowing: Sowing, to: Stay): Sowing {
  const { code, standing, stays } = sowing
  const from = stays.at(-1)!
  if (
    from.container === to.container &&
    from.air === to.air &&
    to.weeks === null &&
    from.weeks === null &&
    from.placeId === to.placeId
  )
    throw new Refusal('there-already', `${code} lies there already: ${stayInWords(to)}.`, 'container')
  if (isGrown(from.container) && !isGrown(to.container) && standing)
    throw new Refusal(
      'seedlings-stand',
      `${counted(standing, 'seedling stands', 'seedlings stand')} in ${code}; only seed goes into a ${to.container}.`,
      'container',
    )
  return { ...sowing, container: to.container, placeId: to.placeId, stays: [...stays, to] }
}

function checkInFlask({ code, container }: Sowing): void {
  if (container !== 'flask')
    throw new Refusal('no-flask', `${code} lies in no flask: note the look where it is.`)
}

function checkGrowing({ code, up }: Sowing): void {
  if (up === 0) throw new Refusal('none-up', `Nothing is up in ${code} yet: count its seedlings first.`)
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
  standing: sowing.up - sowing.lost - sowing.thinned - sowing.raised,
})
