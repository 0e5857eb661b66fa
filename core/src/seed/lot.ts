import type { LoggedDeed } from '../log/entry'
import { Refusal } from '../log/refusal'
import type { ISODate } from '../time/days'

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
  harvestedOn: ISODate
  /** seeds sown so far */
  sown: number
  /** what the packet still holds; empty seeds were thrown out */
  left: number
}

/** The packet after one more deed. @throws {Refusal} if its seeds do not add up. */
export function seedLotAfter(lot: SeedLot | null, deed: LoggedDeed, id: string): SeedLot {
  if (deed.kind === 'harvested') {
    if (lot) throw new Refusal('already-there', `Packet ${lot.code} is filled already.`)
    const { code, crossId, flowers, seeds, sound, empty } = deed.payload
    if (sound + empty > seeds) {
      throw new Refusal('more-than-counted', `${seeds} seeds were counted, but ${sound} sound and ${empty} empty make ${sound + empty}. Count again, or correct the total.`, 'seeds')
    }
    return {
      id, code, crossId, flowerIds: flowers.map(f => f.flowerId), fruits: flowers.reduce((sum, f) => sum + f.fruits, 0),
      seeds, sound, empty, harvestedOn: deed.day, sown: 0, left: seeds - empty,
    }
  }
  if (!lot) throw new Refusal('unknown-lot', 'This packet does not exist; harvest a flower first.')
  if (deed.kind !== 'sown') return lot
  if (deed.payload.seeds > lot.left) {
    throw new Refusal('packet-too-small', `Packet ${lot.code} holds ${lot.left} seeds, so ${deed.payload.seeds} cannot be sown from it.`, 'seeds')
  }
  return { ...lot, sown: lot.sown + deed.payload.seeds, left: lot.left - deed.payload.seeds }
}
