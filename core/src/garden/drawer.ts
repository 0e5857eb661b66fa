import type { Estimate } from '../chance/estimate'
import { once } from '../once'
import type { PlaceWorth } from '../seed/comingWords'
import { germinationOn } from '../seed/drawer'
import type { SeedLot } from '../seed/lot'
import type { Sowing } from '../seed/sowing'
import type { ISODate } from '../time/days'
import { addDays } from '../time/days'
import type { GardenDay } from './day'
import type { LearntCrop } from './learnt'

/**
 * What the place of a tray could hold instead: of the packets that wait to be sown, not kept as a reserve, the one of which as many seeds
 * would give most seedlings; null where none waits.
 */
export function worthOfPlace(
  day: GardenDay,
  { lotId, seeds }: Pick<Sowing, 'lotId' | 'seeds'>,
): PlaceWorth | null {
  const { seedLot, cross } = day.garden.states
  const waiting = [...seedLot.values()].flatMap((lot): PlaceWorth[] => {
    const crop = day.garden.crops.get(cross.get(lot.crossId)?.crop ?? '')
    if (!crop || lot.id === lotId || lot.left === 0 || lot.reserveSince) return []
    const share = germinationOf(day, lot, crop, day.today).median
    return [{ code: lot.code, seedlings: Math.min(lot.left, seeds) * share }]
  })
  return waiting.reduce<PlaceWorth | null>(
    (best, one) => (best && best.seedlings >= one.seedlings ? best : one),
    null,
  )
}

/** The share of a packet that is expected to come up on a day: by its crop here, its age, where it was kept, and its own tests. */
export function germinationOf(
  { garden }: GardenDay,
  lot: SeedLot,
  { guide, knowledge }: LearntCrop,
  on: ISODate,
): Estimate {
  const belief = { germination: knowledge.shares.germination, keepsYears: guide.seedHandling.keepsYears }
  const work = () =>
    germinationOn(lot, belief, storeId => garden.states.store.get(storeId)?.celsius ?? null, on)
  // Packets of one day that nobody tested or put into a store are alike.
  return lot.tests.length || lot.stored.some(({ storeId }) => storeId)
    ? work()
    : once(knowledge, `germination ${lot.harvestedOn} ${on}`, work, [guide])
}

/** Where a packet is kept, and which share of it is expected to come up. */
export interface DrawerFacts {
  /** null: nobody put it away yet */ store: string | null
  today: Estimate
  inAYear: Estimate
}

/** Where a packet is kept, and how much of it is expected to come up today and in a year. */
export function drawerOf(day: GardenDay, { lot, crop }: { lot: SeedLot; crop: string }): DrawerFacts {
  const learnt = day.garden.crops.get(crop)!
  return {
    store: storeOf(day, lot),
    today: germinationOf(day, lot, learnt, day.today),
    inAYear: germinationOf(day, lot, learnt, addDays(day.today, 365)),
  }
}

/** The name of the store in which a packet is; null: nobody put it away yet. */
export function storeOf({ garden }: GardenDay, { stored }: SeedLot): string | null {
  const last = stored.at(-1)
  return last ? (garden.states.store.get(last.storeId ?? '')?.name ?? 'a drawer') : null
}
