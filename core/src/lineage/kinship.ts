/** A plant as far as its relations go. */
export interface Relation {
  id: string
  seedParentId: string | null
  pollenParentId: string | null
  /** a line is nearly homozygous, a population is many plants; everything else is one plant */
  plantKind: 'clone' | 'line' | 'population' | 'seedling'
}

/** How much of a line is homozygous by descent, as far as is known. */
const LINE_INBREEDING = 0.97

/**
 * Kinship of plants: the chance that an allele drawn from one and an allele drawn from the other are copies of one
 * ancestor's. It is also the inbreeding of their offspring. Plants without known parents are taken as unrelated.
 *
 * Worked out from the pedigree by the recursion of the tabular method, as far as it is asked for.
 *
 * @param plants with all ancestors that are known; a loop ends the line of descent it is found on
 * @see Emik & Terrill (1949), Journal of Heredity 40:51
 */
export function kinshipOf(plants: Relation[]): (one: string, other: string) => number {
  const byId = new Map(plants.map(p => [p.id, p]))
  const depths = new Map<string, number>()
  /** Generations behind a plant: descendants have more of them than their ancestors. */
  function depth(id: string, path = new Set<string>()): number {
    const kept = depths.get(id)
    if (kept !== undefined) return kept
    const plant = byId.get(id)
    if (!plant || path.has(id)) return 0
    path.add(id)
    const found =
      1 +
      Math.max(
        ...[plant.seedParentId, plant.pollenParentId].map(parent => (parent ? depth(parent, path) : 0)),
      )
    path.delete(id)
    depths.set(id, found)
    return found
  }
  const known = new Map<string, number>()
  function kinship(one: string | null, other: string | null): number {
    if (!one || !other || !byId.has(one) || !byId.has(other)) return 0
    if (byId.get(one)!.plantKind === 'population' || byId.get(other)!.plantKind === 'population') return 0
    const [younger, older] =
      depth(one) > depth(other) || (depth(one) === depth(other) && one > other) ? [one, other] : [other, one]
    const key = `${younger} ${older}`
    const kept = known.get(key)
    if (kept !== undefined) return kept
    // Met again before it is worked out, it lies on a loop.
    known.set(key, 0)
    const { seedParentId, pollenParentId } = byId.get(younger)!
    const found =
      younger === older
        ? (1 + inbreeding(younger)) / 2
        : (kinship(seedParentId, older) + kinship(pollenParentId, older)) / 2
    known.set(key, found)
    return found
  }
  function inbreeding(id: string): number {
    const { seedParentId, pollenParentId, plantKind } = byId.get(id)!
    const fromParents = kinship(seedParentId, pollenParentId)
    return plantKind === 'line' ? Math.max(fromParents, LINE_INBREEDING) : fromParents
  }
  return kinship
}
