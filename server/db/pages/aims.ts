import { pairTable } from '@virgulta/core/aims/table'
import { cropYields } from '@virgulta/core/crops/knowledge'
import { isChosen } from '@virgulta/core/garden/blooms'
import { once } from '@virgulta/core/once'
import type { HeldStates } from '@virgulta/core/garden/states'
import { parentsFrom } from '@virgulta/core/odds/phases'
import { rollup, sum } from 'd3-array'
import type { AimPage, AimQuery, AimRow, OddsPage } from '../../../shared/aims'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { stockOf, togetherOf } from '../held/genes'
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
    table: pairTable(
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
  const stock = await stockOf(db, garden, crop.guide)
  const { genome, worked } = stock
  const given = await togetherOf(garden, stock, [seedParentId, pollenParentId])
  const yields = cropYields(crop.guide, crop.digest, { seedParentId, pollenParentId })
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
    parents: parentsFrom(seedParent, pollenParent, given, worked, genome),
    approximate: worked.filter(w => !w.isExact).flatMap(w => w.loci),
    yields,
    takeRecords: yields.shares.take.records,
    seasons: crop.guide.seasons,
  }
}
