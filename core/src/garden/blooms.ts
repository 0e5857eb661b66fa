import { group, max, min, sum } from 'd3-array'
import type { Batch } from '../bloom/batch'
import { quantileIn } from '../bloom/chances'
import { batchDue, bloomLookDue, taskDue } from '../bloom/due'
import type { Bloom, Blooming } from '../bloom/note'
import type { BloomWindow } from '../bloom/foretell'
import { bloomWindow, foretold } from '../bloom/foretell'
import { windowMoved } from '../bloom/overlap'
import type { CropSeasons, Predictor } from '../bloom/predict'
import { cropSeasons, predictorOf, whyPredicted } from '../bloom/predict'
import type { WarmthCurve } from '../bloom/scale'
import { SOWN } from '../bloom/scale'
import type { BloomRecord } from '../bloom/season'
import { bloomRecords, seasonOf, seasonStart, seasonsIn } from '../bloom/season'
import type { Task } from '../bloom/task'
import type { CropGuide } from '../crops/guide'
import type { ParentBloom } from '../crosses/due'
import { crossDue } from '../crosses/due'
import type { PlantWork } from '../round/round'
import type { Days } from '../season/band'
import { bloomEndingAfter, isYearRound, partIn } from '../season/band'
import type { ISODate } from '../time/days'
import { addDays, dayOfNumber, daysBetween, yearOf } from '../time/days'
import { warmthCurves } from '../weather/climate'
import { warmthAt } from './conditions'
import type { GardenDay } from './day'
import type { LearntCrop } from './learnt'
import { flowersByCross } from '../crops/records'
import { once } from '../once'
import type { HeldPlant, HeldStates } from './states'

/** A batch as far as its bloom concerns. */
type BatchBrief = Pick<Batch, 'id' | 'code' | 'plannedFor' | 'sownOn' | 'why'>

/** When a plant, or one batch of it, is in bloom in a season. */
export interface BloomForecast extends BloomWindow {
  season: number
  batch: BatchBrief | null
  seen: Bloom | null
  notYetOn: ISODate | null
  /** days it was held back so far */
  heldDays: number
  /** neither calendar nor record says anything of it: near the equator, of a plant that nobody saw in bloom */
  isUnknown: boolean
  /** where it comes from, in a sentence */
  why: string
  records: number
  chosenBy: Predictor['chosenBy']
}

/** Crosses that are not older than this are in play. */
const IN_PLAY_DAYS = 300
/** How far ahead warmth is reckoned. */
const DAYS_AHEAD = 800
/** What is sown or potted longer before a season belongs to an earlier one. */
const RAISED_DAYS = 330

/** A crop with its seasons, and what the days to come may be like. */
interface CropBloom {
  crop: LearntCrop
  seasons: CropSeasons
  /** warmth of years that may come where a plant stands */
  curvesOf: (plantId: string) => WarmthCurve[]
}

/** All that blooms are foretold from. */
export interface BloomGround {
  /** plants that may flower as a parent: with a name, kept ones, and those that are a parent already */
  plants: ReadonlyMap<string, HeldPlant>
  batchesOf: ReadonlyMap<string, Batch[]>
  /** crops of which there is a plant */
  crops: ReadonlyMap<string, CropBloom>
}

/** Plants that may be parents: with a name of their own, or kept from their family. */
export const isChosen = ({ name, code, verdict }: Pick<HeldPlant, 'name' | 'code' | 'verdict'>): boolean =>
  name !== code || verdict?.verdict === 'keep'

/** The crops of which a garden has a plant, by id. */
export const grownCrops = ({ garden }: Pick<GardenDay, 'garden'>): ReadonlySet<string> =>
  once(garden.states.plant, 'grown', () => new Set([...garden.states.plant.values()].map(p => p.crop)))

/** All that the blooms of a garden are foretold from on a day. */
export const bloomGround = (day: GardenDay): BloomGround => once(day, 'blooms', () => groundOf(day))

/** Plants that are there and {@link isChosen}, and those that are a parent already. */
const mayBeParents = ({ plant, cross }: HeldStates): ReadonlyMap<string, HeldPlant> => {
  const work = () => {
    const parents = new Set(
      [...cross.values()].flatMap(x => [x.seedParentId, ...(x.pollenParentId ? [x.pollenParentId] : [])]),
    )
    return new Map([...plant].filter(([id, one]) => !one.lost && (isChosen(one) || parents.has(id))))
  }
  return once(plant, 'may be parents', work, [cross])
}

function groundOf(day: GardenDay): BloomGround {
  const { states, crops: learnt } = day.garden
  const grown = grownCrops(day)
  const crops = [...learnt].filter(([id]) => grown.has(id))
  const plants = mayBeParents(states)
  const ofCrop = once(plants, 'by crop', () => group(plants.values(), p => p.crop))
  const batchesOf = group(states.batch.values(), b => b.plantId)
  const recordsOf = ({ guide: { id, bloom }, history }: LearntCrop): BloomRecord[] => {
    const work = () => [
      ...(ofCrop.get(id) ?? []).flatMap(plant => [
        ...bloomRecords(plant.id, plant.blooming, bloom).map(r => ({
          ...r,
          sownOn: pottedFor(plant, r.season, bloom),
        })),
        ...(batchesOf.get(plant.id) ?? []).flatMap(b => bloomRecords(plant.id, b.blooming, bloom, b.sownOn)),
      ]),
      ...history.sowings.flatMap(s => bloomRecords(s.id, s.blooming, bloom, s.sownOn)),
    ]
    return once(plants, `blooms of ${id}`, work, [bloom, states.batch, history.sowings])
  }
  return {
    plants,
    batchesOf,
    crops: new Map(
      crops.map(([id, crop]): [string, CropBloom] => [
        id,
        { crop, ...seasonsOf(day, crop.guide, recordsOf(crop), ofCrop.get(id) ?? []) },
      ]),
    ),
  }
}

/**
 * Seasons and warmth of a crop: kept until they, its guide, the weather or the warmth of its places have
 * changed, not for one entry
 * only. What stands where it is as warm as was told goes by that, not by the weather outside.
 */
function seasonsOf(day: GardenDay, { id, bloom }: CropGuide, records: BloomRecord[], plants: HeldPlant[]) {
  const { weather, today } = day
  const own = bloom.warmth
    ? plants.flatMap(({ id: plantId }) => {
        const warmth = warmthAt(day, plantId, today)
        return warmth ? [{ plantId, warmth, key: `${warmth.low} ${warmth.high}` }] : []
      })
    : []
  const work = () => {
    const first = min([today, ...records.map(r => r.first)])!
    const curvesIn = (dayAt: typeof weather.dayAt, years: number[]) =>
      bloom.warmth
        ? warmthCurves(
            dayAt,
            addDays(first, -400),
            weather.knownUntil,
            addDays(today, DAYS_AHEAD),
            years,
            bloom.warmth.base,
          )
        : []
    const outside = curvesIn(weather.dayAt, weather.years)
    // As many curves as there are warmths, not as there are plants.
    const inside = new Map(
      [...new Map(own.map(({ key, warmth }) => [key, warmth]))].map(([key, { low, high }]) => [
        key,
        curvesIn(on => ({ day: on, tmin: low, tmax: high }), [yearOf(today)]),
      ]),
    )
    const keyOf = new Map(own.map(({ plantId, key }) => [plantId, key]))
    const curvesOf = (plantId: string): WarmthCurve[] => inside.get(keyOf.get(plantId) ?? '') ?? outside
    return { seasons: cropSeasons(bloom, records, curvesOf), curvesOf }
  }
  return once(weather, `seasons of ${id}`, work, [bloom, JSON.stringify(records), JSON.stringify(own)])
}

/** When a plant was potted for a season. */
function pottedFor({ pottedOn }: HeldPlant, season: number, bloom: CropGuide['bloom']): ISODate | null {
  const start = seasonStart(season, bloom)
  return pottedOn.filter(on => on >= addDays(start, -RAISED_DAYS) && on <= addDays(start, 60)).at(-1) ?? null
}

/** The season in which a batch flowers: the one that is on when it usually would. */
function seasonOfBatch({ sownOn, plannedFor }: Batch, { bloom }: CropGuide): number {
  const usual = bloom.fromSowing ? Math.sqrt(bloom.fromSowing.low * bloom.fromSowing.high) : 100
  return seasonOf(addDays(sownOn ?? plannedFor, Math.round(usual)), bloom)
}

const heldDaysIn = (
  { holds }: HeldPlant,
  season: number,
  bloom: CropGuide['bloom'],
  today: ISODate,
): number =>
  sum(
    holds.filter(h => seasonOf(h.from, bloom) === season),
    h => daysBetween(h.from, h.until ?? today),
  )

/** The blooms of a plant in a season: one for each of its batches, else one for itself. */
export function bloomsIn(day: GardenDay, plant: HeldPlant, season: number): BloomForecast[] {
  const { crops, batchesOf } = bloomGround(day)
  const batches = batchesOf.get(plant.id) ?? []
  const { crop, seasons } = crops.get(plant.crop)!
  return once(plant, `blooms of ${season}`, () => foretell(day, plant, season), [
    crop.guide,
    seasons,
    day.today,
    ...batches,
  ])
}

const WHY_UNKNOWN =
  'Near the equator no season says when it flowers. Note its first flower, or the day it was sown, and it is foretold from then on.'

/** True for a bloom of which something is known. */
const isTold = ({ isUnknown }: BloomForecast): boolean => !isUnknown

function foretell(day: GardenDay, plant: HeldPlant, season: number): BloomForecast[] {
  const ground = bloomGround(day)
  const {
    crop: { guide },
    seasons,
    curvesOf,
  } = ground.crops.get(plant.crop)!
  const { bloom } = guide
  const batches = (ground.batchesOf.get(plant.id) ?? []).filter(
    b => seasonOfBatch(b, guide) === season && !(b.ended && !b.blooming.blooms.length),
  )
  const own = plant.blooming.blooms.find(b => seasonOf(b.first ?? b.seen, bloom) === season) ?? null
  const view = (batch: Batch | null): BloomForecast => {
    const sownOn = batch ? (batch.sownOn ?? batch.plannedFor) : pottedFor(plant, season, bloom)
    const predictor = predictorOf(
      seasons,
      plant.id,
      { season, sownOn },
      batch && !batch.sownOn ? SOWN : undefined,
    )
    const blooming = batch?.blooming ?? plant.blooming
    const seen = batch ? (batch.blooming.blooms.at(-1) ?? null) : own
    const notYetOn =
      blooming.notYetOn && seasonOf(blooming.notYetOn, bloom) === season ? blooming.notYetOn : null
    const isUnknown = !seen && isYearRound(bloom) && predictor.method === 'date' && predictor.records === 0
    const heldDays = seen ? 0 : heldDaysIn(plant, season, bloom, day.today)
    const whole = windowMoved(foretold(predictor, { season, sownOn }, bloom, curvesOf(plant.id)), heldDays)
    return {
      season,
      batch: batch && {
        id: batch.id,
        code: batch.code,
        plannedFor: batch.plannedFor,
        sownOn: batch.sownOn,
        why: batch.why,
      },
      ...bloomWindow(whole, seen, notYetOn),
      seen,
      notYetOn,
      heldDays,
      isUnknown,
      why: isUnknown ? WHY_UNKNOWN : whyPredicted(predictor),
      records: predictor.records,
      chosenBy: predictor.chosenBy,
    }
  }
  return batches.length ? [...batches.map(view), ...(own ? [view(null)] : [])] : [view(null)]
}

/** Parents of the crosses that are in play, by plant. */
export function inPlay(day: GardenDay): Set<string> {
  const { crops, batchesOf } = bloomGround(day)
  const since = addDays(day.today, -IN_PLAY_DAYS)
  const recent = [...crops.values()].flatMap(({ crop }) =>
    crop.history.crosses.filter(x => x.plannedOn >= since),
  )
  const raised = [...batchesOf.values()].flat().filter(b => (b.sownOn ?? b.plannedFor) >= since && !b.ended)
  return new Set([
    ...recent.flatMap(x => [x.seedParentId, x.pollenParentId ?? '']),
    ...raised.map(b => b.plantId),
  ])
}

/** With this chance a first flower is worth the way with tags; with that one a bloom is over. */
const [LIKELY_BEGUN, SURELY_OVER] = [0.1, 0.9]

/**
 * When the parents of crosses that are planned for this season flower, by plant: what is foretold of their
 * own bloom and of their batches'.
 */
export const parentBlooms = (day: GardenDay): ReadonlyMap<string, ParentBloom> =>
  once(day, 'parent blooms', () => {
    const inSeason = [...bloomGround(day).crops.values()].flatMap(({ crop: { guide, history } }) => {
      const season = seasonOf(day.today, guide.bloom)
      const planned = history.crosses.filter(
        cross => seasonOf(bloomEndingAfter(cross.plannedOn, guide.bloom).from, guide.bloom) === season,
      )
      const ids = new Set(planned.flatMap(cross => [cross.seedParentId, cross.pollenParentId ?? '']))
      return [...ids].map(plantId => ({ plantId, season }))
    })
    return new Map(
      inSeason.flatMap(({ plantId, season }): [string, ParentBloom][] => {
        const bloom = bloomOf(day, plantId, season)
        return bloom ? [[plantId, bloom]] : []
      }),
    )
  })

/** When a plant flowers in a season, as it is foretold; null for one that is not known. */
export function bloomOf(day: GardenDay, plantId: string, season: number): ParentBloom | null {
  const plant = bloomGround(day).plants.get(plantId)
  const blooms = plant ? bloomsIn(day, plant, season).filter(isTold) : []
  return blooms.length ? once(blooms, 'parent bloom', () => spanOf(blooms)) : null
}

/** The blooms of a plant that are on or come next, as they are foretold, of this season and the one after it. */
export function comingBlooms(day: GardenDay, plantId: string): Days[] {
  const { plants, crops } = bloomGround(day)
  const plant = plants.get(plantId)
  if (!plant) return []
  const season = seasonOf(day.today, crops.get(plant.crop)!.crop.guide.bloom)
  return [season, season + 1]
    .map(one => bloomOf(day, plantId, one))
    .flatMap(bloom => (bloom && bloom.over >= day.today ? [{ from: bloom.from, to: bloom.to }] : []))
}

function spanOf(blooms: BloomForecast[]): ParentBloom {
  const end = (q: number) =>
    dayOfNumber(max(blooms, w => quantileIn(w.start, q) + quantileIn(w.length, q) - 1)!)
  return {
    from: dayOfNumber(min(blooms, w => quantileIn(w.start, LIKELY_BEGUN))!),
    to: end(0.5),
    over: end(SURELY_OVER),
  }
}

/** Where a bloom is noted. */
export interface BloomSubject {
  type: 'plant' | 'batch'
  id: string
  blooming: Blooming
}

/**
 * Where a bloom of a plant is noted: at the batch of it that stands now, else at the plant itself; null for
 * one that is not known.
 */
export function bloomSubject(day: GardenDay, plantId: string | undefined): BloomSubject | null {
  const { plants, batchesOf } = bloomGround(day)
  const plant = plants.get(plantId ?? '')
  if (!plant) return null
  const batch = batchesOf
    .get(plant.id)
    ?.filter(b => b.sownOn && b.sownOn >= addDays(day.today, -RAISED_DAYS) && !b.ended)
    .sort((a, b) => a.sownOn!.localeCompare(b.sownOn!))
    .at(-1)
  return batch
    ? { type: 'batch', id: batch.id, blooming: batch.blooming }
    : { type: 'plant', id: plant.id, blooming: plant.blooming }
}

/**
 * Work that the blooms of each crop ask for: looks at the parents of crosses that lack flowers, batches to
 * sow, plants to move.
 */
export const bloomWork = (day: GardenDay): ReadonlyMap<string, PlantWork[]> =>
  once(day, 'bloom work', () => {
    const { batch, task } = day.garden.states
    const batches = group(batch.values(), b => b.crop)
    const tasks = group(task.values(), t => t.crop)
    return new Map(
      [...bloomGround(day).crops].map(([id, { crop }]) => [
        id,
        [
          ...looksIn(day, crop),
          ...(batches.get(id) ?? []).flatMap(sowingWork),
          ...(tasks.get(id) ?? []).flatMap(one => taskWork(day, one)),
        ],
      ]),
    )
  })

/** Looks at the parents of crosses that lack flowers: each plant, or batch of it, once. */
function looksIn(day: GardenDay, { guide, history }: LearntCrop): PlantWork[] {
  const { plants, batchesOf } = bloomGround(day)
  const blooms = parentBlooms(day)
  const season = seasonOf(day.today, guide.bloom)
  const flowersOf = flowersByCross(history)
  const looked = new Map<string, PlantWork>()
  for (const cross of history.crosses) {
    const { seedParentId, pollenParentId } = cross
    if (!crossDue(cross, flowersOf.get(cross.id) ?? [], guide, day.today, blooms.get(seedParentId))) continue
    for (const plantId of [seedParentId, pollenParentId]) {
      const plant = plants.get(plantId ?? '')
      if (!plant || looked.has(plant.id)) continue
      for (const bloom of bloomsIn(day, plant, season)) {
        const batch = bloom.batch && batchesOf.get(plant.id)!.find(b => b.id === bloom.batch!.id)!
        if (batch && !batch.sownOn) continue
        const at = batch ?? plant
        const due = bloomLookDue(bloom, at.blooming, day.today)
        if (!due) continue
        looked.set(at.id, {
          subject: { type: batch ? 'batch' : 'plant', id: at.id },
          code: at.code,
          plantId: plant.id,
          crossId: cross.id,
          parents: { seedParentId, pollenParentId },
          due,
        })
      }
    }
  }
  return [...looked.values()]
}

function sowingWork(batch: Batch): PlantWork[] {
  const due = batchDue(batch)
  const { id, code, plantId } = batch
  return due ? [{ subject: { type: 'batch', id }, code, plantId, crossId: null, parents: null, due }] : []
}

function taskWork(day: GardenDay, task: Task): PlantWork[] {
  const due = taskDue(task)
  const { id, plantId } = task
  const { plant: plants } = day.garden.states
  const plant = plants.get(plantId)
  const code = plant && !plant.lost ? plant.code : null
  return due && code
    ? [{ subject: { type: 'task', id }, code, plantId, crossId: null, parents: null, due }]
    : []
}

/** A part of a year in which a crop is in bloom. */
export interface BloomSpan {
  name: string
  crop: string
  from: ISODate
  to: ISODate
}

/**
 * The bloom of each crop's plants in play in a garden's year, from the middle of the first day of the
 * earliest to that of the
 * last day of the latest; one that the year cuts has two parts. A crop without plants in play is left out.
 */
export function bloomSpans(day: GardenDay, year: Days): BloomSpan[] {
  const { plants, crops } = bloomGround(day)
  const playing = [...inPlay(day)].flatMap(id => plants.get(id) ?? [])
  return [...group(playing, p => p.crop)].flatMap(([crop, own]) => {
    const { name, bloom } = crops.get(crop)!.crop.guide
    return seasonsIn(year, bloom).flatMap(season => {
      const blooms = own.flatMap(plant => bloomsIn(day, plant, season)).filter(isTold)
      if (!blooms.length) return []
      const from = dayOfNumber(min(blooms, w => quantileIn(w.start, 0.5))!)
      const to = dayOfNumber(max(blooms, w => quantileIn(w.start, 0.5) + quantileIn(w.length, 0.5) - 1)!)
      const part = partIn({ from, to }, year)
      return part ? [{ name, crop, ...part }] : []
    })
  })
}
