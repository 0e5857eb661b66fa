import type { Estimate } from '../chance/estimate'
import { once } from '../once'
import { germinationOn } from '../seed/drawer'
import type { SeedLot } from '../seed/lot'
import type { ISODate } from '../time/days'
import type { GardenDay } from './day'
import type { LearntCrop } from './learnt'

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
