import type { Lineage, Relation } from './genets'
import { lineageOf } from './genets'

/** A lineage with the numbers of its plants by name, for tests. */
export interface NamedLineage {
  lineage: Lineage
  at: (name: string) => number
  nameOf: (genet: number) => string
}

/**
 * The lineage of plants that are written as "child = seed x pollen", "child = one selfed" or as a name alone for a founder; kinds
 * before a name by their first letter: "L:" a line, "C:" a clone, "P:" a population.
 */
export function written(...lines: string[]): NamedLineage {
  const kinds: Record<string, Relation['plantKind']> = { L: 'line', C: 'clone', P: 'population' }
  const plants = lines.map((line): Relation => {
    const [, kind, id, rest] = /^(?:([LCP]):)?(\S+)(?: = (.+))?$/.exec(line)!
    const self = rest?.endsWith(' selfed') ? rest.slice(0, -' selfed'.length) : null
    const [seed, pollen] = self ? [self, self] : (rest?.split(' x ') ?? [null, null])
    return {
      id: id!,
      plantKind: kinds[kind ?? ''] ?? 'seedling',
      seedParentId: seed ?? null,
      pollenParentId: pollen ?? null,
    }
  })
  const lineage = lineageOf(plants)
  return {
    lineage,
    at: name => lineage.numberOf.get(name)!,
    nameOf: genet => lineage.genets[genet]!.plants[0]!,
  }
}
