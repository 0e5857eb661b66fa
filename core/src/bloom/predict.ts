import { group, groups, mean, median } from 'd3-array'
import type { CrossedBelief, SeasonalPredictive } from '../chance/crossed'
import { foretellCrossed, learnCrossed, likeliestParts } from '../chance/crossed'
import type { NormalBelief } from '../chance/normalBelief'
import { beliefFrom } from '../chance/normalBelief'
import type { CropGuide } from '../crops/guide'
import { counted } from '../formats/counted'
import { once } from '../once'
import { isYearRound } from '../season/band'
import type { Method, SeasonGround, WarmthCurve } from './scale'
import { METHODS, dayAt, scaleOf, warmthExpected, warmthOf } from './scale'
import type { BloomRecord } from './season'
import { seasonStart } from './season'
import { dayNumber } from '../time/days'

type GuideBloom = CropGuide['bloom']

/**
 * Cases that a guide's range is worth; where no season tells, its date is worth next to nothing, and only its
 * spread is believed.
 */
const [GUIDE_WEIGHT, NO_SEASON_WEIGHT] = [4, 0.1]

function guideBelief(method: Method, bloom: GuideBloom): NormalBelief | null {
  const logs = ({ low, high }: { low: number; high: number }) => ({
    low: Math.log(low),
    high: Math.log(high),
  })
  switch (method) {
    case 'date':
      return {
        ...beliefFrom(bloom.firstFlower, GUIDE_WEIGHT),
        ...(isYearRound(bloom) && { weight: NO_SEASON_WEIGHT }),
      }
    case 'sowing':
      return bloom.fromSowing && beliefFrom(logs(bloom.fromSowing), GUIDE_WEIGHT)
    case 'warmth':
      return bloom.warmth && beliefFrom(logs(bloom.warmth.degreeDays), GUIDE_WEIGHT)
  }
}

/** How far a method was off when it foretold seasons that it had not seen. */
interface MethodFit {
  method: Method
  /** mean of the days it was off */ daysOff: number
  seasons: number
}

/** How the first flower and the length of a plant's bloom are foretold. */
export interface Predictor {
  method: Method
  next: SeasonalPredictive
  length: SeasonalPredictive
  /** seasons of its own that went into it, and plants' seasons of the crop */
  records: number
  cropRecords: number
  /** what chose the method; the guide where too few seasons were noted */
  chosenBy: 'records' | 'guide'
  fits: MethodFit[]
}

/** A record with its place on a method's scale. */
interface Placed {
  record: BloomRecord
  unit: string
  season: number
  value: number
}

/** What a method has learnt of a crop. */
interface Learnt {
  guide: NormalBelief
  placed: Placed[]
  belief: CrossedBelief
}

/** What is known of the seasons of a crop, prepared for all its plants. */
export interface CropSeasons {
  bloom: GuideBloom
  curvesOf: (plantId: string) => WarmthCurve[]
  records: BloomRecord[]
  byPlant: ReadonlyMap<string, BloomRecord[]>
  /** by method; those are left out of which the guide says nothing */
  methods: ReadonlyMap<Method, Learnt>
  lengths: CrossedBelief
}

/** Distinct seasons that a choice between methods takes. */
const ENOUGH_SEASONS = 3

/**
 * Prepares the seasons of a crop: what each method learns from them, where plants differ and where all feel
 * the same season.
 *
 * @param curvesOf warmth where a plant stands, above the guide's base, one for each year that may come; empty
 *   where none is known
 */
export function cropSeasons(
  bloom: GuideBloom,
  records: BloomRecord[],
  curvesOf: (plantId: string) => WarmthCurve[],
): CropSeasons {
  const placedBy = (method: Method) =>
    records.flatMap((record): Placed[] => {
      const [curve] = curvesOf(record.plantId)
      const value = scaleOf(method, record, bloom, curve && warmthOf(curve))?.(dayNumber(record.first))
      return value !== undefined && Number.isFinite(value)
        ? [{ record, unit: record.plantId, season: record.season, value }]
        : []
    })
  const methods = new Map(
    METHODS.flatMap((method): [Method, Learnt][] => {
      const guide = guideBelief(method, bloom)
      if (!guide) return []
      const placed = placedBy(method)
      return [[method, { guide, placed, belief: learnCrossed(guide, placed) }]]
    }),
  )
  const { low, high } = bloom.lengthDays
  const lengths = learnCrossed(
    beliefFrom({ low: Math.log(low), high: Math.log(high) }, GUIDE_WEIGHT),
    records.flatMap(({ plantId, season, first, last }) =>
      last ? [{ unit: plantId, season, value: Math.log(dayNumber(last) - dayNumber(first) + 1) }] : [],
    ),
  )
  return { bloom, curvesOf, records, byPlant: group(records, r => r.plantId), methods, lengths }
}

/**
 * How far off each method would have been: every season left out as a whole in turn, and foretold from the
 * others as it could have
 * been on this day of its year, with the weather that was to be expected then. Compared on the seasons that
 * all methods can tell.
 */
const fitsFor = (seasons: CropSeasons, season: number): MethodFit[] =>
  once(seasons, `fits for ${season}`, () => fitsOf(seasons, season))

function fitsOf({ bloom, curvesOf, methods }: CropSeasons, present: number): MethodFit[] {
  const able = [...methods].filter(([, { placed }]) => placed.length)
  const told = able.map(([method, { guide, placed, belief }]) => {
    const parts = [likeliestParts(belief)]
    return new Map(
      groups(
        placed.filter(p => p.season < present),
        p => p.season,
      ).flatMap(([season, own]) => {
        const others = placed.filter(p => p.season !== season)
        const before = learnCrossed(guide, others, parts)
        const expectedAt = (plantId: string) => {
          if (method !== 'warmth') return [undefined]
          // Plants that stand together feel the same warmth.
          const curves = curvesOf(plantId)
          const back = present - season
          return once(curves, `expected ${back} years ago`, () => warmthExpected(curves, back))
        }
        return own.flatMap(({ record, unit }): [BloomRecord, number][] => {
          const { location } = foretellCrossed(before, unit, season)
          const days = expectedAt(unit).flatMap(warmth => {
            const scale = scaleOf(method, record, bloom, warmth)
            return scale ? [dayAt(scale, location, dayNumber(seasonStart(season, bloom)))] : []
          })
          return days.length ? [[record, Math.abs(median(days)! - dayNumber(record.first))]] : []
        })
      }),
    )
  })
  const common = [...(told[0]?.keys() ?? [])].filter(record => told.every(off => off.has(record)))
  const count = new Set(common.map(r => r.season)).size
  if (count < ENOUGH_SEASONS) return []
  return able.map(([method], i) => ({
    method,
    daysOff: mean(common, record => told[i]!.get(record)!)!,
    seasons: count,
  }))
}

/**
 * How a plant's bloom is foretold: by the method that would have foretold the crop's past seasons best, each
 * left out whole in turn;
 * with too few noted, as the guide says.
 *
 * @param ground of the season that is to be foretold: methods that have nothing to go by in it are out
 * @param ways methods that are open: for a batch that is sown when it suits, the date of earlier seasons says nothing
 */
export function predictorOf(
  seasons: CropSeasons,
  plantId: string,
  ground: SeasonGround,
  ways: readonly Method[] = METHODS,
): Predictor {
  const { bloom, records, byPlant, methods, lengths } = seasons
  const [curve] = seasons.curvesOf(plantId)
  const isAble = (method: Method) =>
    ways.includes(method) &&
    methods.has(method) &&
    scaleOf(method, ground, bloom, curve && warmthOf(curve)) !== null
  const fits = fitsFor(seasons, ground.season).filter(fit => isAble(fit.method))
  const best = fits.toSorted((a, b) => a.daysOff - b.daysOff)[0]?.method
  const method = best ?? (['sowing', 'date', 'warmth'] as const).find(isAble) ?? 'date'
  const own = byPlant.get(plantId)?.length ?? 0
  return {
    method,
    next: foretellCrossed(methods.get(method)!.belief, plantId, ground.season),
    length: foretellCrossed(lengths, plantId, ground.season),
    records: own,
    cropRecords: records.length - own,
    chosenBy: best ? 'records' : 'guide',
    fits,
  }
}

/** The method in words, for whoever wonders where a band comes from. */
const methodWords: Record<Method, string> = {
  date: 'by the date of earlier seasons',
  sowing: 'by days from sowing',
  warmth: 'by warmth summed up',
}

/** Where a prediction comes from, in a sentence. */
export function whyPredicted({ method, chosenBy, fits, records, cropRecords }: Predictor): string {
  if (chosenBy === 'guide')
    return records + cropRecords
      ? `From the crop guide and ${counted(records + cropRecords, 'noted bloom')}, ${methodWords[method]}; too few seasons yet to tell which method is best.`
      : `From the crop guide, ${methodWords[method]}; your own seasons replace it as they are noted.`
  const off = (fit: MethodFit) => `${fit.daysOff.toFixed(1)} days`
  const chosen = fits.find(f => f.method === method)!
  const rest = fits
    .filter(f => f.method !== method)
    .map(f => `${methodWords[f.method].replace(/^by /, '')} ${off(f)}`)
  const seasons = counted(chosen.seasons, 'season')
  return `Foretold ${methodWords[method]}: as it could have been told on this day of the year, off by ${off(chosen)} on average over ${seasons} of the crop, each left out in turn${rest.length ? ` (${rest.join('; ')})` : ''}.`
}
