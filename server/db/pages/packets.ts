import type { Cross } from '@virgulta/core/crosses/cross'
import { drawerOf, germinationOf, storeOf } from '@virgulta/core/garden/drawer'
import type { GardenDay } from '@virgulta/core/garden/day'
import { once } from '@virgulta/core/once'
import type { SeedLot } from '@virgulta/core/seed/lot'
import { ascending, sum } from 'd3-array'
import type { LotQuery, PacketPage } from '../../../shared/seed'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { gardenDay } from '../held/gardenDay'
import { withParents } from '../held/names'

/** A packet with what it is looked for and sorted by. */
interface Packet {
  lot: SeedLot
  cross: Cross
  parents: string
  store: string | null
  /** all that is looked for, in small letters */
  text: string
}

/** All packets of a garden, the oldest code first. */
const packetsOf = (day: GardenDay): Packet[] => {
  const { seedLot, cross, plant, store } = day.garden.states
  const work = () =>
    [...seedLot.values()]
      .flatMap((lot): Packet[] => {
        const of = cross.get(lot.crossId)
        if (!of) return []
        const name = (id: string | null) => plant.get(id ?? '')?.name ?? 'open'
        const parents = `${name(of.seedParentId)} × ${name(of.pollenParentId)}`
        const kept = storeOf(day, lot)
        const crop = day.garden.crops.get(of.crop)?.guide.name ?? of.crop
        const text = [lot.code, parents, crop, kept ?? '', of.aim].join(' ').toLowerCase()
        return [{ lot, cross: of, parents, store: kept, text }]
      })
      .sort((a, b) => ascending(a.lot.code, b.lot.code))
  const names = [...day.garden.crops.values()].map(({ guide }) => guide.name).join()
  return once(seedLot, 'packets', work, [cross, plant, store, names])
}

/** What each column is sorted by. */
const orders: Record<LotQuery['sort'], (packet: Packet, day: GardenDay) => string | number> = {
  code: ({ lot }) => lot.code,
  parents: ({ parents }) => parents,
  crop: ({ cross }) => cross.crop,
  harvestedOn: ({ lot }) => lot.harvestedOn,
  seeds: ({ lot }) => lot.seeds,
  left: ({ lot }) => lot.left,
  store: ({ store }) => store ?? '',
  aim: ({ cross }) => cross.aim,
  today: ({ lot, cross }, day) =>
    germinationOf(day, lot, day.garden.crops.get(cross.crop)!, day.today).median,
}

/** All packets in an order, the smallest first; those that are equal stand by their codes. */
const inOrder = (day: GardenDay, sort: LotQuery['sort']): Packet[] => {
  const all = packetsOf(day)
  const work = () =>
    all
      .map(packet => ({ packet, key: orders[sort](packet, day) }))
      .sort((a, b) => ascending(a.key, b.key))
      .map(({ packet }) => packet)
  // What comes up changes with the day and with all that is learnt of a crop; the rest with the packets alone.
  return once(all, `by ${sort}`, work, sort === 'today' ? [day.garden.crops, day.today] : [])
}

/** A page of the packets that fit a query. */
export async function packetPage(db: Database, garden: Garden, query: LotQuery): Promise<PacketPage> {
  const { q, crop, holds, sort, order, page, size } = query
  const day = await gardenDay(db, garden)
  const words = q.toLowerCase().split(/\s+/).filter(Boolean)
  const fitting = inOrder(day, sort).filter(
    ({ lot, cross, text }) =>
      (holds === 'all' || (holds === 'seed') === lot.left > 0) &&
      (!crop || cross.crop === crop) &&
      words.every(word => text.includes(word)),
  )
  const at = (page - 1) * size
  const shown =
    order === 'desc'
      ? fitting.slice(Math.max(0, fitting.length - at - size), Math.max(0, fitting.length - at)).reverse()
      : fitting.slice(at, at + size)
  return {
    total: fitting.length,
    seeds: sum(fitting, ({ lot }) => lot.left),
    packets: (
      await withParents(
        db,
        garden,
        shown.map(({ lot, cross }) => ({ lot, cross })),
      )
    ).map(({ cross, ...row }) => ({
      ...row,
      crossCode: cross.code,
      crop: cross.crop,
      aim: cross.aim,
      ...drawerOf(day, { lot: row.lot, crop: cross.crop }),
    })),
  }
}
