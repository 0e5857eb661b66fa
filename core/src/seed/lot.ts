import { OutOfRange } from '../chance/estimate'
import { counted } from '../formats/counted'
import type { LoggedDeed } from '../log/entry'
import { Refusal } from '../log/refusal'
import type { ISODate } from '../time/days'
import type { SEED_ENDS } from './kinds'
import type { SeedsByWeight, Weighed } from './weighing'
import { seedsByWeight } from './weighing'

/** Seeds of one cross and one harvest, in one packet. Everything sown comes from a lot. */
export interface SeedLot {
  id: string
  code: string
  crossId: string
  flowerIds: string[]
  fruits: number
  seeds: number
  sound: number
  empty: number
  /** of seeds that were counted by their weight; null: one by one */
  byWeight: SeedsByWeight | null
  /** nobody counted them one by one: dust, a capsule, a handful */
  isAbout: boolean
  /** sound and empty were told by floating */
  isFloated: boolean
  /** from whom it came, where it was made elsewhere; null: harvested here */
  received: { from: string } | null
  /** the packet it was split from; null: none */
  splitFrom: string | null
  /** packets that were poured in */
  merged: { lotId: string; on: ISODate; seeds: number }[]
  /** where it was put, from which day on; a store of null: a drawer of which nothing is known */
  stored: { on: ISODate; storeId: string | null }[]
  /** samples that were sown to see how many come up */
  tests: { on: ISODate; seeds: number; up: number }[]
  /** the day on which it was harvested, or received */
  harvestedOn: ISODate
  /** seeds sown so far */
  sown: number
  /** what the packet still holds; empty seeds were thrown out */
  left: number
  /** seeds that left it otherwise */
  gone: { on: ISODate; how: (typeof SEED_ENDS)[number]; seeds: number; note: string | null }[]
  /** since when it is a reserve, which nobody asks to sow; a sowing from it ends that */
  reserveSince: ISODate | null
}

/** The packet after one more deed. @throws {Refusal} if its seeds do not add up. */
export function seedLotAfter(lot: SeedLot | null, deed: LoggedDeed, id: string): SeedLot {
  if ((deed.kind === 'harvested' || deed.kind === 'seedReceived') && lot)
    throw new Refusal('already-there', `Packet ${lot.code} is filled already.`)
  const unopened = {
    id,
    harvestedOn: deed.day,
    flowerIds: [],
    fruits: 0,
    sound: 0,
    empty: 0,
    byWeight: null,
    isAbout: false,
    isFloated: false,
    received: null,
    splitFrom: null,
    merged: [],
    stored: [],
    tests: [],
    sown: 0,
    gone: [],
    reserveSince: null,
  }
  if (deed.kind === 'seedsSplit' && deed.subjectId !== id) {
    if (lot) throw new Refusal('already-there', `${lot.code} is a packet already.`)
    const { into, crossId, flowerIds, harvestedOn } = deed.payload
    const { code, seeds } = into.find(part => part.id === id)!
    return {
      ...unopened,
      code,
      crossId,
      flowerIds,
      harvestedOn,
      seeds,
      left: seeds,
      splitFrom: deed.subjectId,
    }
  }
  if (deed.kind === 'seedReceived') {
    const { code, crossId, seeds, isAbout = false, from } = deed.payload
    return {
      ...unopened,
      code,
      crossId,
      seeds,
      isAbout,
      received: { from },
      left: seeds,
    }
  }
  if (deed.kind === 'harvested') {
    const { code, crossId, flowers, untagged = 0, seeds, sound, empty, weighed } = deed.payload
    const { isAbout = false, floated = false } = deed.payload
    if (!flowers.length && !untagged)
      throw new Refusal(
        'no-fruit',
        'Choose the flowers that were harvested, or count the fruits that hung under no tag.',
        'flowers',
      )
    if (sound + empty > seeds) {
      throw new Refusal(
        'more-than-counted',
        `${counted(seeds, 'seed was', 'seeds were')} counted, but ${sound} sound and ${empty} empty make ${sound + empty}. Count again, or correct the total.`,
        'seeds',
      )
    }
    return {
      ...unopened,
      code,
      crossId,
      flowerIds: flowers.map(f => f.flowerId),
      fruits: flowers.reduce((sum, f) => sum + f.fruits, untagged),
      seeds,
      sound,
      empty,
      byWeight: weighed ? onBalance(weighed) : null,
      isAbout,
      isFloated: floated,
      left: seeds - empty,
    }
  }
  if (!lot) throw new Refusal('unknown-lot', 'This packet does not exist; harvest a flower first.')
  switch (deed.kind) {
    case 'sown':
      checkHolds(lot, deed.payload.seeds, 'be sown from it')
      return {
        ...lot,
        sown: lot.sown + deed.payload.seeds,
        left: lot.left - deed.payload.seeds,
        reserveSince: null,
      }
    case 'seedsGone': {
      const { how, seeds, note = null } = deed.payload
      checkHolds(lot, seeds, 'leave it')
      return { ...lot, left: lot.left - seeds, gone: [...lot.gone, { on: deed.day, how, seeds, note }] }
    }
    case 'putAway':
      return { ...lot, stored: [...lot.stored, { on: deed.day, storeId: deed.payload.storeId }] }
    case 'seedTested': {
      const { seeds, up } = deed.payload
      if (up > seeds)
        throw new Refusal(
          'more-than-sown',
          `Of ${counted(seeds, 'seed')} that ${seeds === 1 ? 'was' : 'were'} tested at most as many come up, not ${up}.`,
          'up',
        )
      checkHolds(lot, seeds, 'be tested')
      return { ...lot, left: lot.left - seeds, tests: [...lot.tests, { on: deed.day, seeds, up }] }
    }
    case 'seedsRecounted':
      return { ...lot, left: deed.payload.left }
    case 'seedsSplit': {
      const given = deed.payload.into.reduce((sum, part) => sum + part.seeds, 0)
      checkHolds(lot, given, 'be split off')
      return { ...lot, left: lot.left - given }
    }
    case 'seedsMerged':
      return merged(lot, deed, id)
    case 'keptAsReserve':
      checkHolds(lot, 1, 'be kept')
      return { ...lot, reserveSince: deed.day }
    default:
      return lot
  }
}

/** @throws {Refusal} if the other packet holds less, is this one, or is of another cross */
function merged(lot: SeedLot, deed: LoggedDeed & { kind: 'seedsMerged' }, id: string): SeedLot {
  const { fromId, seeds, crossId, flowerIds, harvestedOn } = deed.payload
  if (fromId === deed.subjectId)
    throw new Refusal('same-packet', 'A packet cannot be poured into itself.', 'fromId')
  if (deed.subjectId !== id) {
    checkHolds(lot, seeds, 'be poured over')
    return { ...lot, left: lot.left - seeds }
  }
  if (crossId !== lot.crossId)
    throw new Refusal(
      'other-cross',
      `${lot.code} holds seed of another cross: mixed with it, nobody could tell the parents any more.`,
      'fromId',
    )
  return {
    ...lot,
    left: lot.left + seeds,
    flowerIds: [...new Set([...lot.flowerIds, ...flowerIds])],
    // The oldest seed in it tells how old it is.
    harvestedOn: harvestedOn < lot.harvestedOn ? harvestedOn : lot.harvestedOn,
    merged: [...lot.merged, { lotId: fromId, on: deed.day, seeds }],
  }
}

/** @throws {Refusal} for weights that do not go together */
function onBalance(weighed: Weighed): SeedsByWeight {
  try {
    return seedsByWeight(weighed)
  } catch (error) {
    if (!(error instanceof OutOfRange)) throw error
    throw new Refusal('weights', error.message, 'weighed')
  }
}

function checkHolds({ code, left, isAbout }: SeedLot, seeds: number, what: string): void {
  if (seeds > left)
    throw new Refusal(
      'packet-too-small',
      `Packet ${code} holds ${isAbout ? 'about ' : ''}${counted(left, 'seed')}, so ${seeds} cannot ${what}.${isAbout ? ' If there is more in it, count it anew.' : ''}`,
      'seeds',
    )
}
