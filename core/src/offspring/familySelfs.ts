import { conditionally, genotypesOf } from '../odds/carriers'
import type { Relative } from '../odds/carriers'
import { partOf } from '../odds/generations'
import type { Genome } from '../odds/genome'
import type { Descended } from '../odds/phases'
import { parentsFrom } from '../odds/phases'
import type { SelfsFound } from './selfs'
import { findSelfs, looksIn } from './selfs'

/** Selfs among the plants of a family, as far as looks that genes make were seen. */
export interface FamilySelfs extends Omit<SelfsFound, 'plants'> {
  plants: { id: string; self: number | null; stranger: number }[]
}

/** Share of a family's plants that is reckoned to have had another father: a cover that slipped, a seed that fell into the wrong dish. */
const STRANGE = 0.01

/**
 * Selfs in a family, by looks and what its parents may be. Of the parents nothing is taken from this family itself: there
 * each plant would count as a hybrid.
 *
 * @param relatives all plants of the crop
 * @param family ids of the cross's offspring
 * @returns null where no look that genes make was seen of them
 */
export function selfsOfFamily(
  relatives: Relative[],
  genome: Genome,
  [seedParent, pollenParent]: [Descended, Descended],
  family: string[],
): FamilySelfs | null {
  const own = new Set(family)
  // Of a look that genes do not make they say nothing.
  const made = looksIn(genome)
  const plants = relatives
    .filter(plant => own.has(plant.id))
    .map(({ id, looks }) => ({
      id,
      looks: Object.fromEntries(
        Object.entries(looks).filter(([name, look]) => made.get(name)?.includes(look)),
      ),
    }))
    .filter(({ looks }) => Object.keys(looks).length)
  if (!plants.length) return null
  const others = relatives.filter(plant => !own.has(plant.id))
  const worked = genotypesOf(others, genome)
  const given = conditionally(others, genome, worked, [seedParent.id, pollenParent.id])
  const parents = parentsFrom(seedParent, pollenParent, given, worked, genome)
  const seen = [...new Set(plants.flatMap(plant => Object.keys(plant.looks)))]
  const part = partOf({ genome, ...parents }, seen)
  const found = findSelfs(
    part.genome,
    part.seedParent,
    part.pollenParent,
    plants.map(plant => plant.looks),
    STRANGE,
  )
  return {
    share: found.share,
    plants: found.plants.map(({ self, stranger = 0 }, i) => ({ id: plants[i]!.id, self, stranger })),
  }
}
