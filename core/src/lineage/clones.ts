import type { Plant } from '../plants/plant'

type Multiplied = Pick<Plant, 'id' | 'clonedFrom'>

/** The plant that a clone began with, as far as the garden knows it. */
function originOf(id: string, plants: ReadonlyMap<string, Multiplied>): string {
  const seen = new Set<string>()
  let at = id
  for (;;) {
    const from = plants.get(at)?.clonedFrom?.plantId
    if (!from || !plants.has(from) || seen.has(from)) return at
    seen.add(at)
    at = from
  }
}

/**
 * All plants of the genotype of a plant: it, those multiplied from it, what it was itself multiplied from, and what that gave.
 *
 * @returns ids, that of the plant they all began with first
 */
export function cloneOf(id: string, plants: ReadonlyMap<string, Multiplied>): string[] {
  const origin = originOf(id, plants)
  const others = [...plants.values()].filter(
    plant => plant.clonedFrom && plant.id !== origin && originOf(plant.id, plants) === origin,
  )
  return [origin, ...others.map(plant => plant.id)]
}
