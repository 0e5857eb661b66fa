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
  /** from whom it came, where it was made elsewhere; null: harvested here */
  received: { from: string; isAbout: boolean } | null
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
  const unopened = { id, harvestedOn: deed.day, sown: 0, gone: [], reserveSince: null }
  if (deed.kind === 'seedReceived') {
    const { code, crossId, seeds, isAbout = false, from } = deed.payload
    return {
      ...unopened,
      code,
      crossId,
      flowerIds: [],
      fruits: 0,
      seeds,
      sound: 0,
      empty: 0,
      byWeight: null,
      received: { from, isAbout },
      left: seeds,
    }
  }
  if (deed.kind === 'harvested') {
    const { code, crossId, flowers, untagged = 0, seeds, sound, empty, weighed } = deed.payload
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
      received: null,
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
    case 'keptAsReserve':
      checkHolds(lot, 1, 'be kept')
      return { ...lot, reserveSince: deed.day }
    default:
      return lot
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

function checkHolds({ code, left }: SeedLot, seeds: number, what: string): void {
  if (seeds > left)
    throw new Refusal(
      'packet-too-small',
      `Packet ${code} holds ${counted(left, 'seed')}, so ${seeds} cannot ${what}.`,
      'seeds',
    )
}
