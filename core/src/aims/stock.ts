import { maxIndex } from 'd3-array'
import type { CropDefinition } from '../crops/definition'
import type { Relative } from '../odds/carriers'
import { classNames } from '../offspring/trait'
import type { Plant } from '../plants/plant'
import type { Summaries } from './bench'
import { summariesOf } from './bench'

/** A plant as far as it is a parent: what was seen and noted of it, where it comes from. */
export type StockPlant = Pick<
  Plant,
  | 'id'
  | 'code'
  | 'name'
  | 'plantKind'
  | 'placeId'
  | 'seedParentId'
  | 'pollenParentId'
  | 'crossId'
  | 'scores'
  | 'struckOff'
  | 'genotype'
  | 'sets'
  | 'lost'
  | 'verdict'
>

/** All plants of a crop as parents, with what their scores come to. Like the garden it is never changed, only followed by another. */
export interface Stock {
  definition: CropDefinition
  plants: ReadonlyMap<string, StockPlant>
  summaries: ReadonlyMap<string, Summaries>
  /** what the genotypes are worked out of: the same array while nothing of it changes */
  relatives: Relative[]
}

/**
 * The stock of a crop, from all its plants or, after a change, from those that changed.
 *
 * @param before the stock that the change is laid onto; null: there is none
 * @param changed plants as they are now
 * @param isThere false for a plant that is no more, or cannot be reckoned with
 */
export function stockAfter(
  before: Stock | null,
  definition: CropDefinition,
  changed: StockPlant[],
  isThere: (id: string) => boolean,
): Stock {
  const isSameCrop = before?.definition === definition
  const isSame = isSameCrop && !changed.length && [...before.plants.keys()].every(isThere)
  if (isSame) return before
  const plants = new Map([...(before?.plants ?? [])].filter(([id]) => isThere(id)))
  for (const plant of changed) if (isThere(plant.id)) plants.set(plant.id, plant)
  const summaries = summariesOf([...plants.values()], definition.traits)
  const known = new Map((isSameCrop ? before.relatives : []).map(one => [one.id, one]))
  const relatives = [...plants.values()].map((plant): Relative => {
    const now = relativeOf(plant, summaries.get(plant.id)!, definition)
    const earlier = known.get(plant.id)
    return earlier && JSON.stringify(earlier) === JSON.stringify(now) ? earlier : now
  })
  const isSameKin =
    isSameCrop &&
    relatives.length === before.relatives.length &&
    relatives.every((one, i) => one === before.relatives[i])
  return { definition, plants, summaries, relatives: isSameKin ? before.relatives : relatives }
}

const relativeOf = (
  { id, seedParentId, pollenParentId, plantKind, genotype }: StockPlant,
  summaries: Summaries,
  definition: CropDefinition,
): Relative => ({
  id,
  seedParentId,
  pollenParentId,
  plantKind,
  looks: looksOf(summaries, definition),
  noted: Object.fromEntries(Object.entries(genotype).map(([locus, { alleles }]) => [locus, alleles])),
})

/** What was mostly seen of a plant, by the rule that makes it: one look, however often it was noted, for the eye errs alike. */
function looksOf(summaries: Summaries, { rules, traits }: CropDefinition): Record<string, string> {
  return Object.fromEntries(
    rules.flatMap(({ id, trait: of }) => {
      const trait = traits.find(t => t.id === of)
      const shares = trait && summaries[trait.id]?.shares
      return shares ? [[id, classNames(trait)![maxIndex(shares)]!]] : []
    }),
  )
}
