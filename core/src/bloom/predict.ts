import { counted } from '../formats/counted'
import { group, mean, sum } from 'd3-array'
import { tCdf } from '../chance/distributions'
import type { Moments, NormalBelief, Predictive } from '../chance/normalBelief'
import {
  beliefFrom,
  learnNormal,
  lessMoments,
  momentsOf,
  predictive,
  quantileOf,
} from '../chance/normalBelief'
import type { CropGuide } from '../crops/guide'
import type { ISODate } from '../time/days'
import type { Chances } from './chances'
import { certain, chancesBelow, dayNumber, notAbove, notBelow } from './chances'
import type { Bloom } from './note'
import type { BloomRecord } from './season'
import { seasonStart } from './season'

type GuideBloom = CropGuide['bloom']

/** Ways to foretell the first flower: by the calendar, by days from sowing or potting, by warmth summed up. */
const METHODS = ['date', 'sowing', 'warmth'] as const
export type Method = (typeof METHODS)[number]
/** Those for what is sown when it suits. */
export const SOWN: readonly Method[] = ['sowing', 'warmth']

/** Degree days summed up from a day on: `sums[i]` at the end of day `first + i`. What is still to come is one year's weather. */
export interface WarmthCurve {
  first: number
  sums: ArrayLike<number>
}

/** What a season of a plant starts from. */
export interface SeasonGround {
  season: number
  sownOn: ISODate | null
}

/** A method's scale: where a day lies on it; null where the method has nothing to go by. */
type Scale = (day: number) => number

function sumAt({ first, sums }: WarmthCurve, day: number): number {
  return day < first ? 0 : sums[Math.min(day - first, sums.length - 1)]!
}

function scaleOf(
  method: Method,
  { season, sownOn }: SeasonGround,
  bloom: GuideBloom,
  curve: WarmthCurve | undefined,
): Scale | null {
  const start = dayNumber(seasonStart(season, bloom))
  switch (method) {
    case 'date':
      return day => day - start
    case 'sowing': {
      if (!sownOn || !bloom.fromSowing) return null
      const sown = dayNumber(sownOn)
      return day => (day > sown ? Math.log(day - sown) : -Infinity)
    }
    case 'warmth': {
      const from = warmthFrom({ season, sownOn }, bloom)
      if (
        from === null ||
        !curve ||
        from < curve.first ||
        from + LATEST_DAYS > curve.first + curve.sums.length
      )
        return null
      const before = sumAt(curve, from)
      return day => {
        const gained = sumAt(curve, day) - before
        return gained > 0 ? Math.log(gained) : -Infinity
      }
    }
  }
}

/** By then whatever flowers has flowered: warmth must be known, or foretold, until then. */
const LATEST_DAYS = 330

/** The day from which warmth counts for a season; null where that is not known. */
function warmthFrom({ season, sownOn }: SeasonGround, bloom: GuideBloom): number | null {
  if (!bloom.warmth) return null
  if (bloom.warmth.since === 'sowing') return sownOn ? dayNumber(sownOn) : null
  const isYearBefore = bloom.warmth.since > bloom.from
  return dayNumber(`${isYearBefore ? season - 1 : season}-${bloom.warmth.since}`)
}

/** Cases that a guide's range is worth. */
const GUIDE_WEIGHT = 4

/**
 * How much of the scatter of a crop is from season to season within a plant, and what that guess is worth, in seasons; the
 * rest is from plant to plant. Replaced by what the crop's own plants show, of which at most so many seasons are believed.
 */
const [WITHIN, WITHIN_WORTH, MOST_BELIEVED] = [0.3, 3, 12]

/** Squares around each plant's own mean, and how many seasons beyond the first of each they come from. */
interface WithinPlants {
  squares: number
  freedom: number
}

function guideBelief(method: Method, bloom: GuideBloom): NormalBelief | null {
  const logs = ({ low, high }: { low: number; high: number }) => ({
    low: Math.log(low),
    high: Math.log(high),
  })
  switch (method) {
    case 'date':
      return beliefFrom(bloom.firstFlower, GUIDE_WEIGHT)
    case 'sowing':
      return bloom.fromSowing && beliefFrom(logs(bloom.fromSowing), GUIDE_WEIGHT)
    case 'warmth':
      return bloom.warmth && beliefFrom(logs(bloom.warmth.degreeDays), GUIDE_WEIGHT)
  }
}

/** What the next season of a plant is expected to be on a method's scale, from the crop's others and its own. */
function expected(guide: NormalBelief, others: Moments, own: Moments, within: WithinPlants): Predictive {
  const crop = learnNormal(guide, others)
  if (own.n === 0) return predictive(crop)
  // A plant's own mean lies around the crop's; its seasons lie around its own, closer together.
  const all = crop.scale / crop.shape
  const season = (WITHIN_WORTH * WITHIN * all + within.squares) / (WITHIN_WORTH + within.freedom)
  const shape = Math.min(WITHIN_WORTH + within.freedom, MOST_BELIEVED) / 2
  return predictive(
    learnNormal(
      { mean: crop.mean, weight: season / Math.max(all - season, 0.1 * all), shape, scale: shape * season },
      own,
    ),
  )
}

/** What the seasons of each plant scatter around its own mean. */
function withinPlants(plants: Iterable<number[]>): WithinPlants {
  let [squares, freedom] = [0, 0]
  for (const values of plants) {
    const { n, sum: total, squares: all } = known(values)
    if (n > 1) {
      squares += Math.max(0, all - total ** 2 / n)
      freedom += n - 1
    }
  }
  return { squares, freedom }
}

/** Moments of those values that are any. */
const known = (values: number[]): Moments =>
  momentsOf(values.filter(Number.isFinite).map(value => ({ value })))

/** How far a method was off when it foretold seasons that it had not seen. */
interface MethodFit {
  method: Method
  /** mean of the days it was off */ daysOff: number
  seasons: number
}

/** How the first flower and the length of a plant's bloom are foretold. */
export interface Predictor {
  method: Method
  next: Predictive
  length: Predictive
  /** seasons of its own that went into it, and plants' seasons of the crop */
  records: number
  cropRecords: number
  /** whose past chose the method; the guide where there was too little of either */
  chosenBy: 'plant' | 'crop' | 'guide'
  fits: MethodFit[]
}

/** What is known of the seasons of a crop, prepared for all its plants. */
export interface CropSeasons {
  bloom: GuideBloom
  curveOf: (plantId: string) => WarmthCurve | undefined
  records: BloomRecord[]
  byPlant: Map<string, BloomRecord[]>
  /** value of each record on each method's scale; NaN where it has none */
  values: Record<Method, Map<BloomRecord, number>>
  /** moments of all values of the crop, by method, and of the logs of the lengths */
  totals: Record<Method | 'length', Moments>
  within: Record<Method | 'length', WithinPlants>
  fits: MethodFit[]
}

/** Logs of the days of those blooms whose end was noted. */
const lengthsOf = (records: BloomRecord[]) =>
  records.flatMap(r => (r.last ? [Math.log(dayNumber(r.last) - dayNumber(r.first) + 1)] : []))

/** Seasons that a choice between methods takes. */
const ENOUGH_SEASONS = 3

/**
 * Prepares the seasons of a crop: their place on the scale of each method, and how well each would have foretold them.
 *
 * @param curveOf warmth of the past where a plant stands, above the guide's base; undefined where none is known
 */
export function cropSeasons(
  bloom: GuideBloom,
  records: BloomRecord[],
  curveOf: (plantId: string) => WarmthCurve | undefined,
): CropSeasons {
  const values = Object.fromEntries(
    METHODS.map(method => [
      method,
      new Map(
        records.map(r => [r, scaleOf(method, r, bloom, curveOf(r.plantId))?.(dayNumber(r.first)) ?? NaN]),
      ),
    ]),
  ) as CropSeasons['values']
  const totals = {
    ...Object.fromEntries(METHODS.map(method => [method, known([...values[method].values()])])),
    length: known(lengthsOf(records)),
  } as CropSeasons['totals']
  const byPlant = group(records, r => r.plantId)
  const within = {
    ...Object.fromEntries(
      METHODS.map(method => [
        method,
        withinPlants([...byPlant.values()].map(own => own.map(r => values[method].get(r)!))),
      ]),
    ),
    length: withinPlants([...byPlant.values()].map(lengthsOf)),
  } as CropSeasons['within']
  const seasons: CropSeasons = { bloom, curveOf, records, byPlant, values, totals, within, fits: [] }
  return { ...seasons, fits: fitsOf(seasons, records) }
}

/** Each season foretold by each method from all the others; methods are compared on the seasons that all of them can foretell. */
function fitsOf(
  { bloom, curveOf, byPlant, values, totals, within }: CropSeasons,
  judged: BloomRecord[],
): MethodFit[] {
  const able = METHODS.filter(
    method => guideBelief(method, bloom) && judged.some(r => Number.isFinite(values[method].get(r))),
  )
  const common = judged.filter(r => able.every(method => Number.isFinite(values[method].get(r))))
  if (common.length < ENOUGH_SEASONS) return []
  return able.map(method => {
    const guide = guideBelief(method, bloom)!
    const valueOf = (r: BloomRecord) => values[method].get(r)!
    const daysOff = mean(common, record => {
      const all = byPlant.get(record.plantId)!
      const own = all.filter(r => r !== record && r.season !== record.season)
      const { location } = expected(
        guide,
        lessMoments(totals[method], known(all.map(valueOf))),
        known(own.map(valueOf)),
        within[method],
      )
      return Math.abs(
        dayAt(
          scaleOf(method, record, bloom, curveOf(record.plantId))!,
          location,
          dayNumber(seasonStart(record.season, bloom)),
        ) - dayNumber(record.first),
      )
    })!
    return { method, daysOff, seasons: common.length }
  })
}

/** The first day on which a scale reaches a value; between half a year before and a year after the season's usual start. */
function dayAt(scale: Scale, value: number, usualStart: number): number {
  let [low, high] = [usualStart - 200, usualStart + 400]
  while (low < high) {
    const middle = Math.floor((low + high) / 2)
    if (scale(middle) >= value - 1e-9) high = middle
    else low = middle + 1
  }
  return low
}

/**
 * How a plant's bloom is foretold: by the method that would have foretold its own past seasons best, else the crop's, each
 * season left out in turn; with nothing noted, as the guide says.
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
  const { bloom, records, byPlant, values, totals, within } = seasons
  const own = byPlant.get(plantId) ?? []
  const isAble = (method: Method) =>
    ways.includes(method) &&
    guideBelief(method, bloom) !== null &&
    scaleOf(method, ground, bloom, seasons.curveOf(plantId)) !== null
  const choose = (fits: MethodFit[]) =>
    fits.filter(f => isAble(f.method)).sort((a, b) => a.daysOff - b.daysOff)[0]?.method
  const ownFits = own.length >= ENOUGH_SEASONS ? fitsOf(seasons, own) : []
  const [byOwn, byCrop] = [choose(ownFits), choose(seasons.fits)]
  const method = byOwn ?? byCrop ?? (['sowing', 'date', 'warmth'] as const).find(isAble) ?? 'date'
  const [mine, lengths] = [known(own.map(r => values[method].get(r)!)), known(lengthsOf(own))]
  return {
    method,
    next: expected(guideBelief(method, bloom)!, lessMoments(totals[method], mine), mine, within[method]),
    length: expected(
      beliefFrom(
        { low: Math.log(bloom.lengthDays.low), high: Math.log(bloom.lengthDays.high) },
        GUIDE_WEIGHT,
      ),
      lessMoments(totals.length, lengths),
      lengths,
      within.length,
    ),
    records: own.length,
    cropRecords: records.length - own.length,
    chosenBy: byOwn ? 'plant' : byCrop ? 'crop' : 'guide',
    fits: (byOwn ? ownFits : seasons.fits).filter(fit => isAble(fit.method)),
  }
}

/** Student's t from a table, for the thousands of days of a whole garden; one table for each number of degrees of freedom. */
const tables = new Map<number, Float64Array>()
const [TABLE_REACH, TABLE_STEPS] = [30, 64]
function chanceBelow({ location, spread, freedom }: Predictive, x: number): number {
  if (x === -Infinity) return 0
  let table = tables.get(freedom)
  if (!table)
    tables.set(
      freedom,
      (table = Float64Array.from({ length: 2 * TABLE_REACH * TABLE_STEPS + 2 }, (_, i) =>
        tCdf(i / TABLE_STEPS - TABLE_REACH, freedom),
      )),
    )
  const at =
    (Math.min(TABLE_REACH, Math.max(-TABLE_REACH, (x - location) / spread)) + TABLE_REACH) * TABLE_STEPS
  const i = Math.floor(at)
  return table[i]! + (at - i) * (table[i + 1]! - table[i]!)
}

/** Of the days on which it may begin the rarest at either end are left out: a hundredth in all. */
const RARE = 0.005
const MOST_DAYS = 400

/**
 * Chances of the first day of bloom.
 *
 * @param curves warmth of years that may come; each is as likely as the others
 */
export function startChances(
  { method, next }: Pick<Predictor, 'method' | 'next'>,
  ground: SeasonGround,
  bloom: GuideBloom,
  curves: WarmthCurve[],
): Chances {
  const scales = (method === 'warmth' ? curves : [undefined]).map(curve =>
    scaleOf(method, ground, bloom, curve)!,
  )
  const below = (day: number) => sum(scales, scale => chanceBelow(next, scale(day))) / scales.length
  const usual = dayNumber(seasonStart(ground.season, bloom))
  const first = Math.min(...scales.map(scale => dayAt(scale, quantileOf(next, RARE), usual)))
  const last = Math.max(first, ...scales.map(scale => dayAt(scale, quantileOf(next, 1 - RARE), usual)))
  return chancesBelow(first, Math.min(last, first + MOST_DAYS), below)
}

/** Chances of the number of days of a bloom. */
export function lengthChances({ length }: Pick<Predictor, 'length'>): Chances {
  const longest = Math.min(300, Math.max(2, Math.ceil(Math.exp(quantileOf(length, 1 - RARE)))))
  return chancesBelow(1, longest, days => (days < 1 ? 0 : chanceBelow(length, Math.log(days + 0.5))))
}

/** When a plant is in bloom in a season. */
export interface BloomWindow {
  start: Chances
  length: Chances
  /** what was seen of it already */ isBegun: boolean
  isOver: boolean
}

/**
 * The window of a season, as it is foretold and as it has come about so far.
 *
 * @param seen what was noted of this season's bloom; null: nothing
 * @param notYetOn last day on which it was looked at in vain in this season
 */
export function bloomWindow(
  foretold: { start: Chances; length: Chances },
  seen: Bloom | null,
  notYetOn: ISODate | null,
): BloomWindow {
  if (!seen?.first) {
    if (seen) {
      // Seen in bloom without its beginning: it began by then.
      const by = dayNumber(seen.full ?? seen.seen)
      const start = notAbove(foretold.start, by) ?? certain(by)
      return {
        start,
        length: seen.last ? certain(Math.max(1, dayNumber(seen.last) - by + 1)) : foretold.length,
        isBegun: true,
        isOver: Boolean(seen.last),
      }
    }
    const start = notYetOn
      ? (notBelow(foretold.start, dayNumber(notYetOn) + 1) ?? soon(dayNumber(notYetOn)))
      : foretold.start
    return { ...foretold, start, isBegun: false, isOver: false }
  }
  const first = dayNumber(seen.first)
  if (seen.last)
    return {
      start: certain(first),
      length: certain(dayNumber(seen.last) - first + 1),
      isBegun: true,
      isOver: true,
    }
  const soFar = dayNumber(seen.seen) - first + 1
  return {
    start: certain(first),
    length: notBelow(foretold.length, soFar) ?? certain(soFar + 1),
    isBegun: true,
    isOver: false,
  }
}

/** When all foretold days have gone by in vain: within a week or so. */
const soon = (day: number): Chances => ({ first: day + 1, p: Array<number>(10).fill(0.1) })

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
      ? `From the crop guide and ${counted(records + cropRecords, 'noted season')}, ${methodWords[method]}; too few yet to tell which method is best.`
      : `From the crop guide, ${methodWords[method]}; your own seasons replace it as they are noted.`
  const off = (fit: MethodFit) => `${fit.daysOff.toFixed(1)} days`
  const own = fits.find(f => f.method === method)!
  const rest = fits
    .filter(f => f.method !== method)
    .map(f => `${methodWords[f.method].replace(/^by /, '')} ${off(f)}`)
  return `Foretold ${methodWords[method]}: off by ${off(own)} on average over ${own.seasons} seasons ${chosenBy === 'plant' ? 'of its own' : 'of the crop'}, each left out in turn${rest.length ? ` (${rest.join('; ')})` : ''}.`
}
