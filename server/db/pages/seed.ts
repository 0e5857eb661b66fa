import { bulksOf } from '@virgulta/core/flowers/flower'
import type { Cross } from '@virgulta/core/crosses/cross'
import type { LearntCrop } from '@virgulta/core/garden/learnt'
import { hangingFruits } from '@virgulta/core/garden/fruits'
import { doubtsBehind } from '@virgulta/core/garden/doubts'
import { chillOutdoors } from '@virgulta/core/garden/chilling'
import { shortDays } from '@virgulta/core/garden/daylight'
import { lastFrost } from '@virgulta/core/garden/frost'
import { drawerOf, worthOfPlace } from '@virgulta/core/garden/drawer'
import type { Treatment } from '@virgulta/core/garden/treatments'
import { compareTreatments } from '@virgulta/core/garden/treatments'
import type { GerminationFit } from '@virgulta/core/seed/germination'
import { upBy } from '@virgulta/core/seed/germination'
import { once } from '@virgulta/core/once'
import { comingUp, usualCurve } from '@virgulta/core/seed/comingUp'
import { clockAhead, sowingDue } from '@virgulta/core/seed/due'
import { and, asc, desc, eq } from 'drizzle-orm'
import type { ComparePage, FruitRow, LotStory, SeedShelf, SowingStory } from '../../../shared/seed'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { gardenDay } from '../held/gardenDay'
import { heldWithPlaces } from '../held/heldGarden'
import { linesOn } from '../held/lines'
import { withParents } from '../held/names'
import { statesOf } from '../readModels'
import { crosses, seedLots, sowings } from '../schema'

/** What is of a cross, with its code and crop and the names of its parents. */
const ofCrosses = async <T extends { cross: Cross }>(db: Database, garden: Garden, rows: T[]) =>
  (await withParents(db, garden, rows)).map(({ cross, ...row }) => ({
    ...row,
    crossCode: cross.code,
    crop: cross.crop,
    aim: cross.aim,
  }))

/** The trays of the garden, the latest first, and how many packets and fruits there are. */
export async function seedShelf(db: Database, garden: Garden): Promise<SeedShelf> {
  const trays = await db
    .select({ sowing: sowings.state, cross: crosses.state })
    .from(sowings)
    .innerJoin(crosses, and(eq(crosses.gardenId, sowings.gardenId), eq(crosses.id, sowings.crossId)))
    .where(eq(sowings.gardenId, garden.id))
    .orderBy(desc(sowings.code))
  const day = await gardenDay(db, garden)
  const { seedLot } = day.garden.states
  return {
    hanging: hangingFruits(day).length,
    packets: seedLot.size,
    filled: [...seedLot.values()].filter(lot => lot.left > 0).length,
    sowings: await ofCrosses(db, garden, trays),
  }
}

/** All fruits that hang on their plants. */
export async function fruitShelf(db: Database, garden: Garden): Promise<FruitRow[]> {
  const day = await gardenDay(db, garden)
  const { cross, plant } = day.garden.states
  const rows = hangingFruits(day).map(({ flower, crop: _, ...ripening }) => ({
    ...ripening,
    id: flower.id,
    code: flower.code,
    crossId: flower.crossId,
    placeId: day.resolved(plant.get(flower.seedParentId)?.placeId ?? null),
    cross: cross.get(flower.crossId)!,
  }))
  return ofCrosses(db, garden, rows)
}

/** One packet with what was sown from it; null when it is not in the garden. */
export async function lotStory(db: Database, garden: Garden, id: string): Promise<LotStory | null> {
  const lot = (await statesOf(db, garden.id, 'seedLot', [id])).get(id)
  if (!lot) return null
  const cross = (await statesOf(db, garden.id, 'cross', [lot.crossId])).get(lot.crossId)!
  const [row] = await ofCrosses(db, garden, [{ lot, cross }])
  const sown = await db
    .select({ state: sowings.state })
    .from(sowings)
    .where(and(eq(sowings.gardenId, garden.id), eq(sowings.lotId, id)))
    .orderBy(asc(sowings.code))
  const harvested = await statesOf(db, garden.id, 'flower', lot.flowerIds)
  const day = await gardenDay(db, garden)
  const ofCross = await db
    .select({ state: seedLots.state })
    .from(seedLots)
    .where(and(eq(seedLots.gardenId, garden.id), eq(seedLots.crossId, lot.crossId)))
    .orderBy(asc(seedLots.code))
  const [split] = await statesOf(db, garden.id, 'seedLot', lot.splitFrom ? [lot.splitFrom] : []).then(
    found => [...found.values()],
  )
  return {
    ...row!,
    ...drawerOf(day, row!),
    lastFrost: lastFrost(day),
    shortDays: shortDays(day),
    splitFrom: split ? { id: split.id, code: split.code } : null,
    others: ofCross
      .map(({ state }) => state)
      .filter(other => other.id !== id && other.left > 0)
      .map(({ id, code, left, flowerIds, harvestedOn }) => ({ id, code, left, flowerIds, harvestedOn })),
    stores: [...day.garden.states.store.values()].map(({ id, name, celsius }) => ({ id, name, celsius })),
    sowings: sown.map(s => s.state),
    bulks: bulksOf([...harvested.values()]),
    doubts: doubtsBehind(day, [...harvested.values()], day.garden.crops.get(cross.crop)!.guide),
    log: await linesOn(db, garden, [id]),
  }
}

/** One tray with its packet; null when it is not in the garden. */
export async function sowingStory(db: Database, garden: Garden, id: string): Promise<SowingStory | null> {
  const sowing = (await statesOf(db, garden.id, 'sowing', [id])).get(id)
  if (!sowing) return null
  const cross = (await statesOf(db, garden.id, 'cross', [sowing.crossId])).get(sowing.crossId)!
  const [row] = await ofCrosses(db, garden, [{ sowing, cross }])
  const lot = (await statesOf(db, garden.id, 'seedLot', [sowing.lotId])).get(sowing.lotId)!
  const day = await gardenDay(db, garden)
  const crop = day.garden.crops.get(cross.crop)!
  const chill = chillOutdoors(day, sowing, crop.guide)
  const clock = clockAhead(sowing, crop.guide, chill)
  return {
    ...row!,
    lot,
    chill,
    due: sowingDue(sowing, { ...crop, chill, today: garden.today }),
    instead: worthOfPlace(day, sowing),
    coming: comingUp(sowing, usualComing(crop), clock, garden.today),
    log: await linesOn(db, garden, [id]),
  }
}

/** How trays of a crop came up, by how they were treated. */
export async function comparePage(
  db: Database,
  garden: Garden,
  wanted: string | undefined,
  by: Treatment,
): Promise<ComparePage> {
  const day = await gardenDay(db, garden)
  const { places } = await heldWithPlaces(db, garden)
  const { crops, states } = day.garden
  const looked = [...crops.values()]
    .map(({ guide, history }) => ({
      crop: guide.id,
      trays: history.sowings.filter(s => s.looks.length).length,
    }))
    .filter(({ trays }) => trays)
    .sort((a, b) => b.trays - a.trays)
  const crop = crops.get(looked.find(one => one.crop === wanted)?.crop ?? looked[0]?.crop ?? '')
  const list = { crops: looked, crop: crop?.guide.id ?? null, by }
  if (!crop) return { ...list, compared: null, curves: [] }
  const plantName = (id: string | null) => states.plant.get(id ?? '')?.name ?? 'open'
  const compared = compareTreatments(by, crop.history.sowings, crop.guide, {
    lot: id => states.seedLot.get(id),
    place: id => places.find(place => place.id === id)?.name ?? 'no place',
    family: id => {
      const cross = states.cross.get(id)!
      return `${plantName(cross.seedParentId)} × ${plantName(cross.pollenParentId)}`
    },
  })
  const until = Math.max(10, ...compared.groups.map(({ fit }) => (fit.t50?.estimate ?? 0) * 2.2))
  return { ...list, compared, curves: compared.groups.map(({ fit }) => curveOf(fit, until)) }
}

/** Points that a curve is drawn through. */
const DRAWN = 30

/** Of a hundred seeds, how many are up by a day. */
const curveOf = ({ final, t50, slope }: GerminationFit, until: number) =>
  Array.from({ length: DRAWN + 1 }, (_, i) => {
    const day = (until * i) / DRAWN
    return {
      day,
      up: t50 && slope ? 100 * final.estimate * upBy(day, { t50: t50.estimate, slope: slope.estimate }) : 0,
    }
  })

/** How seed of a crop comes up in the garden. */
const usualComing = ({ guide, history }: LearntCrop) =>
  once(history.sowings, 'usual coming', () => usualCurve(guide, history.sowings), [guide])
