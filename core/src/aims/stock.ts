import { ascending, group, maxIndex } from 'd3-array'
import type { CropDefinition, CropTrait } from '../crops/definition'
import { originsOf } from '../lineage/clones'
import { once } from '../once'
import type { Relative, Worked } from '../odds/carriers'
import type { Genome } from '../odds/genome'
import { occasionEffects, onUsualOccasion } from '../offspring/occasions'
import type { Looks } from '../offspring/summary'
import { looksByTrait } from '../offspring/summary'
import { classNames } from '../offspring/trait'
import type { Plant } from '../plants/plant'
import type { Summaries } from './bench'
import { summariesFrom, withinByTrait } from './bench'

/** A plant as far as it is a parent: what was seen and noted of it, where it comes from. */
export type StockPlant = Pick<
  Plant,
  | 'id'
  | 'code'
  | 'name'
  | 'plantKind'
  | 'placeId'
  | 'spot'
  | 'seedParentId'
  | 'pollenParentId'
  | 'clonedFrom'
  | 'crossId'
  | 'apart'
  | 'scores'
  | 'struckOff'
  | 'genotype'
  | 'sets'
  | 'lost'
  | 'verdict'
>

/** A plant with what follows from it alone. */
interface Known {
  plant: StockPlant
  /** by trait */
  looks: ReadonlyMap<string, Looks>
  relative: Relative
}

/** All plants of a crop as parents. Like the garden it is never changed, only followed by another. */
export interface Stock {
  definition: CropDefinition
  plants: ReadonlyMap<string, Known>
  /** what the genotypes are worked out of: the same array while nothing of it changes */
  relatives: Relative[]
}

/** A stock with the genotypes its plants may have, worked out of all its relatives. */
export interface WorkedStock extends Stock {
  genome: Genome
  worked: Worked[]
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
  if (before && before.definition !== definition)
    return stockAfter(
      null,
      definition,
      [...[...before.plants.values()].map(({ plant }) => plant), ...changed],
      isThere,
    )
  const gone = [...(before?.plants.keys() ?? [])].filter(id => !isThere(id))
  const come = changed.filter(({ id }) => isThere(id))
  if (before && !gone.length && !come.length) return before
  const plants = new Map(before?.plants)
  let isSameKin = before !== null && !gone.length
  for (const id of gone) plants.delete(id)
  for (const plant of come) {
    const earlier = plants.get(plant.id)
    const now = knownOf(plant, definition)
    const isSame = earlier && JSON.stringify(earlier.relative) === JSON.stringify(now.relative)
    plants.set(plant.id, isSame ? { ...now, relative: earlier.relative } : now)
    isSameKin &&= Boolean(isSame)
  }
  const relatives = isSameKin ? before!.relatives : Array.from(plants.values(), known => known.relative)
  return { definition, plants, relatives }
}

/**
 * What the scores of a plant come to on a usual occasion; how much looks and occasions differ is learnt from
 * all plants of the crop.
 */
export const summariesOf = (stock: Stock, id: string): Summaries =>
  summariesFrom(usualLooks(stock).get(id)!, stock.definition.traits, withinOf(stock))

const withinOf = (stock: Stock) =>
  once(stock, 'within', () => withinByTrait([...usualLooksOfGenets(stock).values()], stock.definition.traits))

/** Counts and measures move with the season; what was seen of steps and swatches stays as it was seen. */
const isMeasured = (trait: CropTrait): boolean => classNames(trait) === null

/** The looks at each genotype, by the plant that it began with: those at all plants of a clone are at one. */
const looksOfGenets = (stock: Stock) =>
  once(stock, 'looks of genets', () => {
    const origins = originsOf(new Map(Array.from(stock.plants, ([id, { plant }]) => [id, plant])))
    const looksOf = (ids: string[]) =>
      ids.length === 1
        ? stock.plants.get(ids[0]!)!.looks
        : looksByTrait(
            ids.flatMap(id => stock.plants.get(id)!.plant.scores).sort((a, b) => ascending(a.on, b.on)),
            stock.definition.half,
          )
    const genets = group([...stock.plants.keys()].sort(), id => origins.get(id)!)
    return { origins, looks: new Map(Array.from(genets, ([origin, ids]) => [origin, looksOf(ids)])) }
  })

/** The looks at each genotype, by the plant that it began with and by trait, without what seasons and places did to them. */
const usualLooksOfGenets = (stock: Stock): ReadonlyMap<string, ReadonlyMap<string, Looks>> =>
  once(stock, 'usual looks of genets', () => {
    const { looks } = looksOfGenets(stock)
    const effects = new Map(
      stock.definition.traits
        .filter(isMeasured)
        .map(({ id }) => [
          id,
          occasionEffects(
            new Map([...looks].flatMap(([genet, own]) => (own.has(id) ? [[genet, own.get(id)!]] : []))),
          ),
        ]),
    )
    return new Map(
      Array.from(looks, ([genet, own]) => [
        genet,
        new Map(
          [...own].map(([trait, seen]) => [trait, onUsualOccasion(seen, effects.get(trait) ?? new Map())]),
        ),
      ]),
    )
  })

/** The same by plant: each plant of a clone has what was seen of all of them. */
export const usualLooks = (stock: Stock): ReadonlyMap<string, ReadonlyMap<string, Looks>> =>
  once(stock, 'usual looks', () => {
    const { origins } = looksOfGenets(stock)
    const looks = usualLooksOfGenets(stock)
    return new Map(Array.from(stock.plants.keys(), id => [id, looks.get(origins.get(id)!)!]))
  })

function knownOf(plant: StockPlant, definition: CropDefinition): Known {
  const { id, seedParentId, pollenParentId, plantKind, genotype } = plant
  const looks = looksByTrait(plant.scores, definition.half)
  const noted = Object.fromEntries(Object.entries(genotype).map(([locus, { alleles }]) => [locus, alleles]))
  const seen = seenOf(looks, definition)
  return { plant, looks, relative: { id, seedParentId, pollenParentId, plantKind, looks: seen, noted } }
}

/**
 * What was mostly seen of a plant, by the rule that makes it: one look, however often it was noted, for the
 * eye errs alike.
 */
function seenOf(looks: Known['looks'], { rules, traits }: CropDefinition): Record<string, string> {
  return Object.fromEntries(
    rules.flatMap(({ id, trait: of }) => {
      const trait = traits.find(t => t.id === of)
      const names = trait && classNames(trait)
      const own = looks.get(of ?? '')
      if (!names || !own) return []
      const counts = names.map((_, i) => own.scores.filter(s => s.value === i).length)
      return [[id, names[maxIndex(counts)]!]]
    }),
  )
}
