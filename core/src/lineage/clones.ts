/** A plant as far as it was multiplied. */
interface Multiplied {
  clonedFrom?: { plantId: string } | null
}

/** The plant that each one's clone began with, by id, as far as those plants are known: itself where it was not multiplied. */
export function originsOf(plants: ReadonlyMap<string, Multiplied>): Map<string, string> {
  const origins = new Map<string, string>()
  for (const id of plants.keys()) {
    const way = new Set<string>()
    let at = id
    while (!origins.has(at)) {
      const from = plants.get(at)!.clonedFrom?.plantId
      way.add(at)
      if (!from || !plants.has(from) || way.has(from)) break
      at = from
    }
    const origin = origins.get(at) ?? at
    for (const one of way) origins.set(one, origin)
  }
  return origins
}

/**
 * All plants of the genotype of a plant: it, those multiplied from it, what it was itself multiplied from, and what that gave.
 *
 * @returns ids, that of the plant they all began with first
 */
export function cloneOf(id: string, plants: ReadonlyMap<string, Multiplied>): string[] {
  const origins = originsOf(plants)
  const origin = origins.get(id) ?? id
  return [
    origin,
    ...[...origins].flatMap(([other, from]) => (from === origin && other !== origin ? [other] : [])),
  ]
}
