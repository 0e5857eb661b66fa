import { counted } from '../formats/counted'
import type { LoggedDeed } from '../log/entry'
import type { School } from '../flowers/schools'
import { Refusal } from '../log/refusal'
import type { ISODate, Instant } from '../time/days'
import { dayInWords } from '../time/days'
import type { COLLECTED_AT, COLLECTING, DRYING, TESTING, TEST_PHASES, TUBE_DOUBTS } from './kinds'
import { countedTogether } from './kinds'

/** A test of a tube: so many of those seen were alive. */
export interface TubeTest {
  at: Instant
  on: ISODate
  method: keyof typeof TESTING
  alive: number
  seen: number
  fields: { alive: number; seen: number }[]
  phase: keyof typeof TEST_PHASES | null
}

/** Where a tube was from a moment on; null: on the drying bench, or in the hand. */
interface TubeStay {
  storeId: string | null
  from: Instant
}

/** A tube of pollen, from the flowers it was taken of to its last dose. */
export interface Tube {
  id: string
  code: string
  crop: string
  /** several: a bulk */
  donors: string[]
  way: keyof typeof COLLECTING | null
  stage: keyof typeof COLLECTED_AT | null
  flowers: number | null
  /** its flowers were covered ahead and wait to be taken; null once they are, or where nobody covered them */
  waits: { on: ISODate; way: School<'cover'>; lookedOn: ISODate | null; gaveOn: ISODate | null } | null
  /** whether its flowers stood covered until they were taken; null: nobody said */
  isCovered: boolean | null
  /** it is used as it is, never dried */
  isFresh: boolean
  collectedOn: ISODate
  collectedAt: Instant
  /**
   * when and how it came into its tube; null while it dries. What was split off is as dry as its origin: it
   * tells no drying of its own
   */
  tubed: { at: Instant; on: ISODate; drying: keyof typeof DRYING | null; hasDesiccant: boolean } | null
  stays: TubeStay[]
  /** thaws that nobody's logger saw */
  thaws: Instant[]
  /** flowers it was filled for, and those that are left by that reckoning */
  doses: number
  left: number
  uses: { flowerId: string; at: Instant; on: ISODate; doses: number }[]
  tests: TubeTest[]
  /** the tube it was split off from: what that one went through before, it went through too */
  splitFrom: { tubeId: string; at: Instant } | null
  toppedUp: { tubeId: string; at: Instant; doses: number }[]
  /** what people saw happen to it, and what follows from how it was treated */
  doubts: (keyof typeof TUBE_DOUBTS)[]
  ended: { on: ISODate; reason: string } | null
}

const listed = <T>(all: T[], one: T) => (all.includes(one) ? all : [...all, one])

/**
 * The tube after one more deed. @throws {Refusal} if the deed does not fit; pollen that was used is never
 * refused: it is on the flower.
 */
export function tubeAfter(tube: Tube | null, deed: LoggedDeed, id: string): Tube {
  if (deed.kind === 'pollenCollected') {
    if (tube) throw new Refusal('already-there', `${tube.code} is a tube already.`)
    const { code, crop, donors, way, stage, flowers = null, covered = null, fresh } = deed.payload
    const taken = blank({ id, code, crop, donors, way, stage, flowers, ...since(deed) })
    return { ...taken, isCovered: covered, ...(fresh ? takenFresh(deed, fresh) : {}) }
  }
  if (deed.kind === 'donorCovered') {
    if (tube) throw new Refusal('already-there', `${tube.code} is covered already.`)
    const { code, crop, donors, way } = deed.payload
    return {
      ...blank({ id, code, crop, donors, way: null, stage: null, flowers: null, ...since(deed) }),
      waits: { on: deed.day, way, lookedOn: null, gaveOn: null },
      isCovered: way !== 'none',
    }
  }
  if (deed.kind === 'tubeSplit' && deed.subjectId !== id) {
    if (tube) throw new Refusal('already-there', `${tube.code} is a tube already.`)
    const part = deed.payload.into.find(t => t.id === id)!
    return {
      ...blank({
        id,
        code: part.code,
        crop: deed.payload.crop,
        donors: deed.payload.donors,
        way: null,
        stage: null,
        flowers: null,
        ...since(deed),
      }),
      doses: part.doses,
      left: part.doses,
      splitFrom: { tubeId: deed.subjectId, at: deed.happenedAt },
      tubed: { at: deed.happenedAt, on: deed.day, drying: null, hasDesiccant: false },
    }
  }
  if (!tube)
    throw new Refusal(
      'unknown-tube',
      'This tube is not in the garden; note first where its pollen was collected.',
    )
  if (deed.kind === 'pollinated') {
    const { doses = 1, isToolClean } = deed.payload
    return {
      ...tube,
      doubts: isToolClean === false ? listed(tube.doubts, 'usedTool') : tube.doubts,
      uses: [...tube.uses, { flowerId: deed.subjectId, at: deed.happenedAt, on: deed.day, doses }],
      left: Math.max(0, tube.left - doses),
    }
  }
  if (tube.ended)
    throw new Refusal('tube-ended', `Tube ${tube.code} was thrown away on ${dayInWords(tube.ended.on)}.`)
  const last = tube.stays.at(-1)!
  switch (deed.kind) {
    case 'donorLooked':
      if (!tube.waits) throw alreadyTaken(tube)
      return { ...tube, waits: { ...tube.waits, lookedOn: deed.day } }
    case 'donorTaken': {
      if (!tube.waits) throw alreadyTaken(tube)
      const { stage, fresh, stays } = deed.payload
      const waits = stays ? { ...tube.waits, lookedOn: deed.day, gaveOn: deed.day } : null
      const taken = { ...tube, waits, stage, ...since(deed) }
      return fresh ? { ...taken, ...takenFresh(deed, fresh) } : taken
    }
    case 'pollenTubed': {
      if (tube.waits)
        throw new Refusal('not-taken', `${tube.code} is on the plant still; note first that it was taken.`)
      if (tube.tubed)
        throw new Refusal(
          'already-tubed',
          `${tube.code} has been in its tube since ${dayInWords(tube.tubed.on)}.`,
        )
      const { drying, doses, hasDesiccant, storeId } = deed.payload
      return {
        ...tube,
        tubed: { at: deed.happenedAt, on: deed.day, drying, hasDesiccant },
        doses,
        left: doses,
        stays: [...tube.stays, { storeId, from: deed.happenedAt }],
      }
    }
    case 'tubeMoved': {
      const { toId, fromId } = deed.payload
      if (!tube.tubed && toId)
        throw new Refusal('still-drying', `${tube.code} is still drying; put it into its tube first.`)
      if (fromId !== undefined && fromId !== last.storeId)
        throw new Refusal(
          'elsewhere',
          `${tube.code} was moved by somebody else in the meantime, so it would be in two places; look where it is, then note that.`,
          'toId',
        )
      if (toId === last.storeId)
        throw new Refusal(
          'there-already',
          toId ? `${tube.code} stands there already.` : `${tube.code} is out already.`,
          'toId',
        )
      return { ...tube, stays: [...tube.stays, { storeId: toId, from: deed.happenedAt }] }
    }
    case 'tubeThawed':
      return { ...tube, thaws: [...tube.thaws, deed.happenedAt] }
    case 'tubeSplit': {
      const given = deed.payload.into.reduce((sum, part) => sum + part.doses, 0)
      checkHolds(tube, given, 'split off')
      return { ...tube, doses: tube.doses - given, left: tube.left - given }
    }
    case 'tubeToppedUp': {
      const { fromId, donors, doses } = deed.payload
      if (fromId === deed.subjectId)
        throw new Refusal('same-tube', 'A tube cannot be topped up from itself.', 'fromId')
      if (deed.subjectId !== id) {
        checkHolds(tube, doses, 'poured over')
        return { ...tube, doses: tube.doses - doses, left: tube.left - doses }
      }
      const strangers = donors.filter(donor => !tube.donors.includes(donor))
      return {
        ...tube,
        doses: tube.doses + doses,
        left: tube.left + doses,
        donors: [...tube.donors, ...strangers],
        toppedUp: [...tube.toppedUp, { tubeId: fromId, at: deed.happenedAt, doses }],
        doubts: strangers.length ? listed(tube.doubts, 'mixed') : tube.doubts,
      }
    }
    case 'tubeDoubted':
      return { ...tube, doubts: listed(tube.doubts, deed.payload.doubt) }
    case 'tubeTested': {
      const { method, fields, phase = null } = deed.payload
      return {
        ...tube,
        tests: [
          ...tube.tests,
          { at: deed.happenedAt, on: deed.day, method, ...countedTogether(fields), fields, phase },
        ],
      }
    }
    case 'tubeEnded':
      return { ...tube, left: 0, ended: { on: deed.day, reason: deed.payload.reason } }
    default:
      return tube
  }
}

const alreadyTaken = ({ code, collectedOn }: Tube) =>
  new Refusal('already-taken', `${code} was taken on ${dayInWords(collectedOn)}.`)

/** The day and the moment from which it is off its plant. */
const since = ({ day, happenedAt }: LoggedDeed): Pick<Tube, 'collectedOn' | 'collectedAt' | 'stays'> => ({
  collectedOn: day,
  collectedAt: happenedAt,
  stays: [{ storeId: null, from: happenedAt }],
})

/** It is used as it is: nothing dries, and what it serves is known at once. */
const takenFresh = ({ day, happenedAt }: LoggedDeed, doses: number) => ({
  isFresh: true,
  tubed: { at: happenedAt, on: day, drying: null, hasDesiccant: false },
  doses,
  left: doses,
})

const blank = (
  tube: Pick<
    Tube,
    'id' | 'code' | 'crop' | 'donors' | 'way' | 'stage' | 'flowers' | 'collectedOn' | 'collectedAt' | 'stays'
  >,
): Tube => ({
  ...tube,
  waits: null,
  isCovered: null,
  isFresh: false,
  tubed: null,
  thaws: [],
  doses: 0,
  left: 0,
  uses: [],
  tests: [],
  splitFrom: null,
  toppedUp: [],
  doubts: [],
  ended: null,
})

function checkHolds({ code, left }: Tube, doses: number, what: string): void {
  if (doses > left)
    throw new Refusal(
      'too-little-pollen',
      `${code} holds pollen for about ${counted(left, 'flower')}, so ${doses} cannot be ${what}.`,
      'doses',
    )
}

/** True for what went into its tube as moist as it was. */
export const isUndried = ({ isFresh, tubed }: Pick<Tube, 'isFresh' | 'tubed'>): boolean =>
  isFresh || (tubed?.drying === 'none' && !tubed.hasDesiccant)

/** True while it can still be used. */
export const isKept = (tube: Tube): boolean => !tube.ended && tube.tubed !== null
