import type { Flower } from '../flowers/flower'
import type { Conditions } from '../places/kinds'
import { conditionsOn } from '../places/place'
import { stoodAt } from '../plants/plant'
import type { ISODate } from '../time/days'
import type { GardenDay } from './day'

/** A garden with where its things stand since places were merged. */
export type Placed = Pick<GardenDay, 'garden' | 'resolved'>

/** What it was like on a day where a plant stood then. */
export function conditionsAt(
  { garden: { states }, resolved }: Placed,
  plantId: string,
  on: ISODate,
): Conditions {
  const plant = states.plant.get(plantId)
  const stood = plant && stoodAt(plant, on)
  // A place that became part of another one keeps what was told of it, and is like that one where nothing was.
  const told = states.place.get(stood ?? '') ?? states.place.get(resolved(stood ?? null) ?? '')
  return conditionsOn(told, on)
}

/** How warm it is where a plant stands, where that is not the weather's: between two temperatures, a store's own for both. */
export function warmthAt(here: Placed, plantId: string, on: ISODate): { low: number; high: number } | null {
  const { warmth } = conditionsAt(here, plantId, on)
  if (warmth.by === 'range') return { low: warmth.low, high: warmth.high }
  const store = warmth.by === 'store' ? here.garden.states.store.get(warmth.storeId) : undefined
  return store ? { low: store.celsius, high: store.celsius } : null
}

/** True where visitors could come to a flower on a day on which it stood open to pollen, wherever its plant stood then. */
export const wasVisited = (here: Placed, { seedParentId, chosenOn, pollinations }: Flower): boolean =>
  [chosenOn, ...pollinations.map(pass => pass.on)].some(on => conditionsAt(here, seedParentId, on).visitors)

/** True where visitors could come to a flower that gave its pollen fresh, and that nobody had covered. */
export const wasDonorVisited = (here: Placed, { pollinations }: Flower): boolean =>
  pollinations.some(
    pass => pass.donorCovered === false && conditionsAt(here, pass.pollenParentId ?? '', pass.on).visitors,
  )
