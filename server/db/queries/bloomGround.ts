import { createHash } from 'node:crypto'
import type { Batch } from '@virgulta/core/bloom/batch'
import { moved } from '@virgulta/core/bloom/chances'
import type { CropSeasons, WarmthCurve } from '@virgulta/core/bloom/predict'
import {
  SOWN,
  bloomWindow,
  cropSeasons,
  lengthChances,
  predictorOf,
  startChances,
  whyPredicted,
} from '@virgulta/core/bloom/predict'
import type { BloomRecord } from '@virgulta/core/bloom/season'
import { bloomRecords, seasonOf, seasonStart } from '@virgulta/core/bloom/season'
import type { CropGuide } from '@virgulta/core/crops/guide'
import type { LearntCrop } from '@virgulta/core/garden/learnt'
import type { HeldPlant, HeldStates } from '@virgulta/core/garden/states'
import type { Plant } from '@virgulta/core/plants/plant'
import type { ISODate } from '@virgulta/core/time/days'
import { addDays, daysBetween } from '@virgulta/core/time/days'
import { warmthCurves } from '@virgulta/core/weather/climate'
import { group, sum } from 'd3-array'
import { LRUCache } from 'lru-cache'
import type { WindowView } from '../../../shared/bloom'
import type { Database } from '../connection'
import { heldGarden } from '../heldGarden'
import { remembered } from '../remembered'
import { grownCrops, learntCrops } from './crops'
import type { Garden } from './garden'
import type { Weather } from './weather'
import { weatherOf } from './weather'

/** A plant as far as its bloom concerns. */
export type Bloomer = Pick<
  Plant,
  'id' | 'code' | 'name' | 'crop' | 'plantKind' | 'placeId' | 'blooming' | 'pottedOn' | 'holds'
>

/** Crosses that are not older than this are in play. */
const IN_PLAY_DAYS = 300
/** How far ahead warmth is reckoned. */
const DAYS_AHEAD = 800
/** What is sown or potted longer before a season belongs to an earlier one. */
export const RAISED_DAYS = 330

/** A crop with its seasons, and what the days to come may be like. */
export interface CropBloom {
  crop: LearntCrop
  seasons: CropSeasons
  curves: WarmthCurve[]
}

/** All that is foretold from: plants, batches, crops with their seasons, weather. */
export interface BloomGround {
  plants: Map<string, Bloomer>
  batchesOf: Map<string, Batch[]>
  crops: Map<string, CropBloom>
  weather: Weather
  /** windows that were worked out already, by plant and season */
  windows: Map<string, WindowView[]>
}

/** Plants with a name, kept ones, and those that are a parent already. */
function bloomers({ plant }: HeldStates, parentIds: string[]): Map<string, Bloomer> {
  const parents = new Set(parentIds)
  const isChosen = ({ id, name, code, verdict }: HeldPlant) =>
    name !== code || verdict?.verdict === 'keep' || parents.has(id)
  return new Map([...plant].filter(([, one]) => !one.lost && isChosen(one)))
}

/** Seasons and warmth of a crop are worked out anew only when they, the day or the place have changed, not with every entry. */
const workedOut = new LRUCache<string, { seasons: CropSeasons; curves: WarmthCurve[] }>({ max: 200 })

function seasonsOf(
  garden: Garden,
  guide: CropGuide,
  records: BloomRecord[],
  weather: Weather,
  readKey: string,
): { seasons: CropSeasons; curves: WarmthCurve[] } {
  const { bloom } = guide
  const key = createHash('sha256')
    .update(
      JSON.stringify([
        garden.id,
        garden.site,
        garden.hasStation,
        garden.now.slice(0, 13),
        readKey,
        bloom,
        records,
      ]),
    )
    .digest('hex')
  const known = workedOut.get(key)
  if (known) return known
  const first = records.reduce((earliest, r) => (r.first < earliest ? r.first : earliest), garden.today)
  const curves = bloom.warmth
    ? warmthCurves(
        weather.dayAt,
        addDays(first, -400),
        weather.knownUntil,
        addDays(garden.today, DAYS_AHEAD),
        weather.years,
        bloom.warmth.base,
      )
    : []
  const made = { seasons: cropSeasons(bloom, records, curves[0]), curves }
  workedOut.set(key, made)
  return made
}

export function groundOf(db: Database, garden: Garden): Promise<BloomGround> {
  return remembered(garden, `bloom ${garden.now.slice(0, 13)}`, async () => {
    const grown = await grownCrops(db, garden)
    const learnt = new Map([...(await learntCrops(db, garden))].filter(([id]) => grown.has(id)))
    const parentIds = [
      ...new Set(
        [...learnt.values()].flatMap(c =>
          c.history.crosses.flatMap(x =>
            x.pollenParentId ? [x.seedParentId, x.pollenParentId] : [x.seedParentId],
          ),
        ),
      ),
    ]
    const { states } = await heldGarden(db, garden)
    const plants = bloomers(states, parentIds)
    const weather = await weatherOf(db, garden)
    const readKey = [...states.readings.keys()].join()
    const ofCrop = group(plants.values(), p => p.crop)
    const batchesOf = group(states.batch.values(), b => b.plantId)
    const crops = new Map(
      [...learnt].map(([id, crop]): [string, CropBloom] => {
        const { bloom } = crop.guide
        const records = [
          ...(ofCrop.get(id) ?? []).flatMap(plant => [
            ...bloomRecords(plant.id, plant.blooming, bloom).map(r => ({
              ...r,
              sownOn: pottedFor(plant, r.season, bloom),
            })),
            ...(batchesOf.get(plant.id) ?? []).flatMap(b =>
              bloomRecords(plant.id, b.blooming, bloom, b.sownOn),
            ),
          ]),
          ...crop.history.sowings.flatMap(s => bloomRecords(s.id, s.blooming, bloom, s.sownOn)),
        ]
        return [id, { crop, ...seasonsOf(garden, crop.guide, records, weather, readKey) }]
      }),
    )
    return { plants, batchesOf, crops, weather, windows: new Map() }
  })
}

/** When a plant was potted for a season. */
function pottedFor({ pottedOn }: Bloomer, season: number, bloom: CropGuide['bloom']): ISODate | null {
  const start = seasonStart(season, bloom)
  return pottedOn.filter(on => on >= addDays(start, -RAISED_DAYS) && on <= addDays(start, 60)).at(-1) ?? null
}

/** The season in which a batch flowers: the one that is on when it usually would. */
function seasonOfBatch({ sownOn, plannedFor }: Batch, { bloom }: CropGuide): number {
  const usual = bloom.fromSowing ? Math.sqrt(bloom.fromSowing.low * bloom.fromSowing.high) : 100
  return seasonOf(addDays(sownOn ?? plannedFor, Math.round(usual)), bloom)
}

function heldDaysIn({ holds }: Bloomer, season: number, bloom: CropGuide['bloom'], today: ISODate): number {
  return sum(
    holds.filter(h => seasonOf(h.from, bloom) === season),
    h => daysBetween(h.from, h.until ?? today),
  )
}

/** The windows of a plant in a season: one for each of its batches, else one for itself. */
export function windowsIn(ground: BloomGround, garden: Garden, plant: Bloomer, season: number): WindowView[] {
  const key = `${plant.id} ${season}`
  const known = ground.windows.get(key)
  if (known) return known
  const windows = foretell(ground, garden, plant, season)
  ground.windows.set(key, windows)
  return windows
}

function foretell(ground: BloomGround, garden: Garden, plant: Bloomer, season: number): WindowView[] {
  const {
    crop: { guide },
    seasons,
    curves,
  } = ground.crops.get(plant.crop)!
  const { bloom } = guide
  const batches = (ground.batchesOf.get(plant.id) ?? []).filter(
    b => seasonOfBatch(b, guide) === season && !(b.ended && !b.blooming.blooms.length),
  )
  const own = plant.blooming.blooms.find(b => seasonOf(b.first ?? b.seen, bloom) === season) ?? null
  const view = (batch: Batch | null): WindowView => {
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
    const heldDays = seen ? 0 : heldDaysIn(plant, season, bloom, garden.today)
    const foretold = {
      start: moved(startChances(predictor, { season, sownOn }, bloom, curves), heldDays),
      length: lengthChances(predictor),
    }
    return {
      season,
      batch: batch && {
        id: batch.id,
        code: batch.code,
        plannedFor: batch.plannedFor,
        sownOn: batch.sownOn,
        why: batch.why,
      },
      ...bloomWindow(foretold, seen, notYetOn),
      seen,
      notYetOn,
      heldDays,
      why: whyPredicted(predictor),
      records: predictor.records,
      chosenBy: predictor.chosenBy,
    }
  }
  return batches.length ? [...batches.map(view), ...(own ? [view(null)] : [])] : [view(null)]
}

/** Parents of the crosses that are in play, by plant. */
export function inPlay({ crops, batchesOf }: BloomGround, today: ISODate): Set<string> {
  const since = addDays(today, -IN_PLAY_DAYS)
  const recent = [...crops.values()].flatMap(({ crop }) =>
    crop.history.crosses.filter(x => x.plannedOn >= since),
  )
  const raised = [...batchesOf.values()].flat().filter(b => (b.sownOn ?? b.plannedFor) >= since && !b.ended)
  return new Set([
    ...recent.flatMap(x => [x.seedParentId, x.pollenParentId ?? '']),
    ...raised.map(b => b.plantId),
  ])
}
