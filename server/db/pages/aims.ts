import type { Candidate, PairTable, Tried } from '@virgulta/core/aims/pairs'
import { familySpreads } from '@virgulta/core/aims/spreads'
import type { StockPlant } from '@virgulta/core/aims/stock'
import { summariesOf } from '@virgulta/core/aims/stock'
import { cropYields } from '@virgulta/core/crops/knowledge'
import type { CropHistory } from '@virgulta/core/crops/records'
import { isChosen } from '@virgulta/core/garden/blooms'
import type { LearntCrop } from '@virgulta/core/garden/learnt'
import { once } from '@virgulta/core/once'
import type { HeldStates } from '@virgulta/core/garden/states'
import { possibleOf } from '@virgulta/core/odds/carriers'
import { parentFrom } from '@virgulta/core/odds/phases'
import { addDays } from '@virgulta/core/time/days'
import { group, rollup, sum } from 'd3-array'
import type { AimPage, AimQuery, AimRow, OddsPage } from '../../../shared/aims'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import type { CropStock } from '../held/genes'
import { stockOf } from '../held/genes'
import { heldGarden } from '../held/heldGarden'
import { learntCrops } from '../held/learnt'
import { parentsOf } from '../held/names'
import { statesOf } from '../readModels'

/** Candidates at most; more nobody compares. */
const MOST_CANDIDATES = 2000

/** All aims of the garden, the latest first. */
export async function aimRows(db: Database, garden: Garden): Promise<AimRow[]> {
  const { crops, states } = await heldGarden(db, garden)
  const candidates = candidateCounts(states)
  const rows = [...states.aim.values()].map((aim): AimRow => {
    const crop = crops.get(aim.crop)
    const own = crop?.history.crosses.filter(c => c.aimId === aim.id) ?? []
    return {
      aim,
      crosses: own.length,
      candidates: candidates.get(aim.crop) ?? 0,
      kept: sum(own, c => crop!.ofCross(c.id).offspring.filter(p => p.verdict?.verdict === 'keep').length),
    }
  })
  return rows.sort((a, b) => b.aim.setOn.localeCompare(a.aim.setOn) || b.aim.id.localeCompare(a.aim.id))
}

/** How many plants of each crop are {@link isChosen} and not struck off. */
const candidateCounts = ({ plant }: HeldStates) =>
  once(plant, 'candidates', () =>
    rollup(
      [...plant.values()].filter(one => isChosen(one) && !one.lost && !one.struckOff),
      chosen => chosen.length,
      one => one.crop,
    ),
  )

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
      pollinated: flowers.filter(f => f.pollinations.length).length,
      taken: flowers.filter(f => f.takenOn).length,
    }
  })
}

/** Some plants with all their ancestors that are known. */
function withAncestors(ids: string[], plants: CropStock['plants']): StockPlant[] {
  const found = new Map<string, StockPlant>()
  const visit = (id: string | null) => {
    const plant = id === null ? undefined : plants.get(id)?.plant
    if (!plant || found.has(plant.id)) return
    found.set(plant.id, plant)
    visit(plant.seedParentId)
    visit(plant.pollenParentId)
  }
  ids.forEach(visit)
  return [...found.values()]
}

/** How much plants of one family differ, over the families of a crop. */
const spreadsOf = (stock: CropStock) =>
  once(stock, 'spreads', () =>
    familySpreads(
      Array.from(stock.plants.values(), ({ plant, looks }) => ({ crossId: plant.crossId, looks })),
      stock.definition.traits,
    ),
  )

function tableOf(
  crop: LearntCrop,
  stock: CropStock,
  ids: string[],
  wishes: PairTable['wishes'],
  today: string,
): PairTable {
  const { guide, history, digest } = crop
  const { definition, genome, plants, worked } = stock
  const carried = carriedBy(history, today)
  const takes = rollup(
    digest.takes,
    of => ({ successes: sum(of, t => t.successes), tries: sum(of, t => t.tries) }),
    t => t.seedParentId,
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
    relations: withAncestors(ids, plants).map(({ id, seedParentId, pollenParentId, plantKind }) => ({
      id,
      seedParentId,
      pollenParentId,
      plantKind,
    })),
    tried: triedPairs(crop),
    spreads: spreadsOf(stock),
  }
}

/** An aim with its candidates; null when it is not in the garden. */
export async function aimPage(
  db: Database,
  garden: Garden,
  id: string,
  { who, also }: AimQuery,
): Promise<AimPage | null> {
  const aim = (await heldGarden(db, garden)).states.aim.get(id)
  const crop = aim && (await learntCrops(db, garden)).get(aim.crop)
  if (!crop) return null
  const stock = await stockOf(db, garden, crop.guide)
  const living = [...stock.plants.values()].flatMap(({ plant }) => (plant.lost ? [] : [plant]))
  const candidates = [
    ...living.filter(p => also.includes(p.id)),
    ...living.filter(p => !also.includes(p.id) && (who === 'all' || isChosen(p))),
  ].slice(0, MOST_CANDIDATES)
  const crosses = crop.history.crosses.filter(c => c.aimId === id)
  const parents = await parentsOf(
    db,
    garden,
    crosses.flatMap(c => [c.seedParentId, c.pollenParentId]),
  )
  return {
    aim,
    living: living.length,
    plants: candidates.map(({ id, code, name, plantKind, placeId, struckOff, verdict, crossId }) => ({
      id,
      code,
      name,
      plantKind,
      placeId,
      struckOff,
      verdict: verdict?.verdict ?? null,
      crossId,
    })),
    table: tableOf(
      crop,
      stock,
      candidates.map(p => p.id),
      aim.wishes,
      garden.today,
    ),
    crosses: crosses.map(c => ({
      id: c.id,
      code: c.code,
      seedParent: parents.get(c.seedParentId)!,
      pollenParent: parents.get(c.pollenParentId ?? '') ?? null,
    })),
  }
}

/** What the odds of two plants start from; null unless both are plants of one crop. */
export async function oddsPage(
  db: Database,
  garden: Garden,
  seedParentId: string,
  pollenParentId: string,
): Promise<OddsPage | null> {
  const plants = await statesOf(db, garden.id, 'plant', [seedParentId, pollenParentId])
  const [seedParent, pollenParent] = [plants.get(seedParentId), plants.get(pollenParentId)]
  const crop = seedParent && (await learntCrops(db, garden)).get(seedParent.crop)
  if (!crop || !pollenParent || pollenParent.crop !== seedParent.crop) return null
  const { genome, worked } = await stockOf(db, garden, crop.guide)
  const yields = cropYields(crop.guide, crop.digest, { seedParentId, pollenParentId })
  const parent = (plant: typeof seedParent) =>
    parentFrom(plant.id, [plant.seedParentId, plant.pollenParentId], worked, genome)
  const brief = ({ id, name, code }: typeof seedParent) => ({ id, name, code })
  return {
    crop: seedParent.crop,
    seedParent: brief(seedParent),
    pollenParent: brief(pollenParent),
    isSelf: seedParentId === pollenParentId,
    genetics: {
      ploidy: genome.ploidy,
      map: genome.map,
      doubleReduction: genome.doubleReduction,
      loci: genome.loci,
      rules: genome.rules,
    },
    parents: { seedParent: parent(seedParent), pollenParent: parent(pollenParent) },
    approximate: worked.filter(w => !w.isExact).flatMap(w => w.loci),
    yields,
    takeRecords: yields.shares.take.records,
    seasons: crop.guide.seasons,
  }
}
