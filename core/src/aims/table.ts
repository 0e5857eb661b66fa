import { group, rollup, sum } from 'd3-array'
import { addedUp } from '../chance/spread'
import type { CropHistory } from '../crops/records'
import { reachedUnder, takenUnder } from '../flowers/units'
import type { LearntCrop } from '../garden/learnt'
import { possibleOf } from '../odds/carriers'
import { once } from '../once'
import { addDays } from '../time/days'
import type { Candidate, PairTable, Tried } from './pairs'
import { familySpreads } from './spreads'
import type { StockPlant, WorkedStock } from './stock'
import { summariesOf, usualLooks } from './stock'

/** Flowers and fruits that a plant carries now count for half a year; then they are harvested, or forgotten. */
const CARRIED_DAYS = 180
const CARRIED = new Set(['chosen', 'open', 'waiting', 'ready', 'pollinated', 'taken'])

function carriedBy({ flowers }: CropHistory, today: string): Map<string, number> {
  const since = addDays(today, -CARRIED_DAYS)
  return rollup(
    flowers.filter(f => CARRIED.has(f.status) && f.chosenOn >= since),
    found => found.length,
    f => f.seedParentId,
  )
}

function triedPairs({ ofCross, history }: LearntCrop): Tried[] {
  const pairs = group(
    history.crosses.filter(c => c.pollenParentId),
    c => `${c.seedParentId} ${c.pollenParentId}`,
  )
  return [...pairs.values()].map(crosses => {
    const flowers = crosses.flatMap(c => ofCross(c.id).flowers)
    return {
      seedParentId: crosses[0]!.seedParentId,
      pollenParentId: crosses[0]!.pollenParentId!,
      crosses: crosses.length,
      pollinated: sum(flowers, reachedUnder),
      taken: sum(flowers, takenUnder),
    }
  })
}

/** Some plants with all their ancestors that are known. */
function withAncestors(ids: string[], plants: WorkedStock['plants']): StockPlant[] {
  const found = new Map<string, StockPlant>()
  const visit = (id: string | null) => {
    const plant = id === null ? undefined : plants.get(id)?.plant
    if (!plant || found.has(plant.id)) return
    found.set(plant.id, plant)
    visit(plant.seedParentId)
    visit(plant.pollenParentId)
    visit(plant.clonedFrom?.plantId ?? null)
  }
  ids.forEach(visit)
  return [...found.values()]
}

/** How much plants of one family differ, over the families of a crop. */
const spreadsOf = (stock: WorkedStock) =>
  once(stock, 'spreads', () =>
    familySpreads(
      Array.from(usualLooks(stock), ([id, looks]) => {
        const { crossId, apart } = stock.plants.get(id)!.plant
        return { crossId: apart ? null : crossId, looks }
      }),
      stock.definition.traits,
    ),
  )

/**
 * What the candidates of an aim are compared and paired by.
 *
 * @param ids of the candidates, all of them in the stock
 */
export function pairTable(
  crop: LearntCrop,
  stock: WorkedStock,
  ids: string[],
  wishes: PairTable['wishes'],
  today: string,
): PairTable {
  const { guide, history, digest } = crop
  const { definition, genome, plants, worked } = stock
  const carried = carriedBy(history, today)
  const takes = rollup(
    digest.pairs,
    of => addedUp(of.map(({ counts }) => counts.take)),
    pair => pair.seedParentId,
  )
  return {
    wishes: wishes.filter(w => definition.traits.some(t => t.id === w.trait)),
    traits: definition.traits,
    mating: definition.inheritance.mating,
    fruitLoad: guide.fruitLoad?.high ?? null,
    genetics: {
      ploidy: genome.ploidy,
      map: genome.map,
      doubleReduction: genome.doubleReduction,
      loci: genome.loci,
      rules: genome.rules,
    },
    makes: definition.rules.flatMap(r => (r.trait === null ? [] : [{ rule: r.id, trait: r.trait }])),
    blocks: worked.map(w => w.loci),
    candidates: ids.map((id): Candidate => {
      const { name, plantKind, sets, struckOff } = plants.get(id)!.plant
      return {
        id,
        name,
        plantKind,
        sets: sets ?? genome.ploidy,
        summaries: summariesOf(stock, id),
        possible: worked.map(known => possibleOf(known, id)),
        struckOff: struckOff?.reason ?? null,
        carrying: carried.get(id) ?? 0,
        takes: takes.get(id) ?? { successes: 0, tries: 0 },
      }
    }),
    relations: withAncestors(ids, plants).map(
      ({ id, seedParentId, pollenParentId, plantKind, clonedFrom }) => ({
        id,
        seedParentId,
        pollenParentId,
        plantKind,
        clonedFrom,
      }),
    ),
    tried: triedPairs(crop),
    spreads: spreadsOf(stock),
  }
}
