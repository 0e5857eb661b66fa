import { quantileIn } from '@virgulta/core/bloom/chances'
import { historyInWords } from '@virgulta/core/bloom/history'
import { conditionsOf, hoursUnder } from '@virgulta/core/garden/places'
import { conditionsInWords } from '@virgulta/core/places/kinds'
import { OPEN_BED } from '@virgulta/core/places/place'
import type { WarmthCurve } from '@virgulta/core/bloom/scale'
import { SOWN } from '@virgulta/core/bloom/scale'
import { predictorOf, whyPredicted } from '@virgulta/core/bloom/predict'
import type { BloomFile } from '@virgulta/core/bloom/readCsv'
import { readBloomCsv } from '@virgulta/core/bloom/readCsv'
import { seasonOf, seasonsIn } from '@virgulta/core/bloom/season'
import { latestSowing } from '@virgulta/core/bloom/sowingDays'
import type { BloomForecast } from '@virgulta/core/garden/blooms'
import { bloomGround, bloomsIn, comingBlooms, grownCrops, inPlay } from '@virgulta/core/garden/blooms'
import type { HeldPlant } from '@virgulta/core/garden/states'
import type { Days } from '@virgulta/core/season/band'
import { once } from '@virgulta/core/once'
import { isHeldBack } from '@virgulta/core/plants/plant'
import type { ISODate } from '@virgulta/core/time/days'
import { addDays, dayNumber } from '@virgulta/core/time/days'
import { sunDay } from '@virgulta/core/time/sun'
import { normalsFor } from '@virgulta/core/weather/climate'
import { daysIn } from '@virgulta/core/weather/known'
import type {
  BloomPage,
  BloomPlant,
  BloomQuery,
  BloomRow,
  HoursPage,
  MeetPage,
  MeetSide,
} from '../../../shared/bloom'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { gardenDay, stationView } from '../held/gardenDay'

const planted = ({ id, code, name, crop, plantKind, placeId }: HeldPlant): BloomPlant => ({
  id,
  code,
  name,
  crop,
  plantKind,
  placeId,
})

/** Chances are told to four places, and the rarest days at either end not at all. */
const rounded = (window: BloomForecast): BloomForecast =>
  once(window, 'rounded', () => ({
    ...window,
    start: short(window.start),
    length: short(window.length),
    ...(window.seasons && {
      seasons: window.seasons.map(({ likelihood, start }) => ({
        likelihood: Number(likelihood.toPrecision(4)),
        start: short(start),
      })),
    }),
  }))
/** Without the seasons one by one, which only a meeting asks for. */
const alone = (window: BloomForecast): BloomForecast =>
  once(window, 'alone', () => {
    const { seasons: _, ...told } = rounded(window)
    return told
  })
function short({ first, p }: BloomForecast['start']): BloomForecast['start'] {
  const told = Array.from(p, q => Math.round(q * 1e4) / 1e4)
  const [from, to] = [told.findIndex(q => q > 0), told.findLastIndex(q => q > 0)]
  return { first: first + from, p: told.slice(from, to + 1) }
}

/** Who flowers when in a part of the year, and the weather beneath. */
export async function bloomPage(
  db: Database,
  garden: Garden,
  { from, to, who, crop, also, seasons }: BloomQuery,
): Promise<BloomPage> {
  const day = await gardenDay(db, garden)
  const { plants, crops } = bloomGround(day)
  const playing = inPlay(day)
  const fitting = [...plants.values()].filter(p => !crop || p.crop === crop)
  const isShown = (p: HeldPlant) => who === 'all' || playing.has(p.id) || also.includes(p.id)
  const rows = fitting.filter(isShown).map((plant): BloomRow => {
    const windows = seasonsIn({ from, to }, crops.get(plant.crop)!.crop.guide.bloom)
      .flatMap(season => bloomsIn(day, plant, season))
      .filter(w => isWithin(w, from, to))
      .map(seasons ? rounded : alone)
    return { plant: planted(plant), isInPlay: playing.has(plant.id), windows }
  })
  const { weather } = day
  return {
    rows,
    total: fitting.length,
    inPlay: fitting.filter(p => playing.has(p.id)).length,
    weather: {
      days: daysIn(weather, from, to),
      normals: once(weather, 'normals', () => normalsFor(weather.dayAt, from, to, weather.years), [from, to]),
      station: stationView(garden),
    },
  }
}

const isWithin = ({ start, length }: BloomForecast, from: ISODate, to: ISODate) =>
  start.first <= dayNumber(to) &&
  start.first + start.p.length + length.first + length.p.length >= dayNumber(from)

/** All that is needed to make two plants meet; null unless both are plants of one crop. */
export async function meetPage(
  db: Database,
  garden: Garden,
  seedId: string,
  pollenId: string,
  wished?: number,
): Promise<MeetPage | null> {
  const day = await gardenDay(db, garden)
  const { plants, crops } = bloomGround(day)
  const [seed, pollen] = [plants.get(seedId), plants.get(pollenId)]
  if (!seed || !pollen || seed.crop !== pollen.crop) return null
  const {
    crop: { guide },
    seasons,
    curvesOf,
  } = crops.get(seed.crop)!
  const { bloom } = guide
  const isOver = (season: number) =>
    [seed, pollen].some(plant =>
      bloomsIn(day, plant, season).every(
        w => quantileIn(w.start, 0.9) + quantileIn(w.length, 0.9) < dayNumber(garden.today),
      ),
    )
  const present = seasonOf(garden.today, bloom)
  const season = wished ?? (isOver(present) ? present + 1 : present)
  // The latest day that a batch may be thought of decides which methods can tell: warmth is foretold for some hundred days only.
  const side = (plant: HeldPlant): MeetSide => {
    const windows = bloomsIn(day, plant, season)
    const sown = bloom.fromSowing
      ? predictorOf(seasons, plant.id, { season, sownOn: latestSowing(season, bloom, garden.today) }, SOWN)
      : null
    return {
      plant: planted(plant),
      windows: windows.map(rounded),
      sown: sown && { method: sown.method, next: sown.next, length: sown.length, why: whyPredicted(sown) },
      isHeldBack: isHeldBack(plant),
    }
  }
  const sides = { seed: side(seed), pollen: side(pollen) }
  const isWarm = [sides.seed, sides.pollen].some(s => s.sown?.method === 'warmth')
  const recordsOf = (plant: HeldPlant) => ({
    name: plant.name,
    records: [...(seasons.byPlant.get(plant.id) ?? [])].sort((a, b) => a.season - b.season),
  })
  const tasks = [...day.garden.states.task.values()].filter(
    t => !t.ended && t.does !== 'remind' && [seedId, pollenId].includes(t.plantId),
  )
  return {
    crop: seed.crop,
    season,
    ...sides,
    history: historyInWords(recordsOf(seed), recordsOf(pollen)),
    // Batches that are thought of are the pollen parent's.
    curves: isWarm ? curvesOf(pollenId).map(curve => since(curve, dayNumber(garden.today) - 400)) : [],
    tasks: tasks.map(({ id, does, plantId, from, until }) => ({ id, does, plantId, from, until })),
  }
}

/** The part of a curve that days to come are reckoned from. */
function since({ first, sums, ...known }: WarmthCurve, day: number): WarmthCurve {
  const from = Math.max(first, day)
  return {
    ...known,
    first: from,
    sums: Array.from(sums)
      .slice(from - first)
      .map(s => Math.round(s * 10) / 10),
  }
}

/** When a plant is in bloom next; nothing of one that is not known. */
export const comingPage = async (db: Database, garden: Garden, plantId: string): Promise<Days[]> =>
  comingBlooms(await gardenDay(db, garden), plantId)

/** When the flowers of each crop do what they do, today and in the days ahead. */
export async function hoursPage(db: Database, garden: Garden): Promise<HoursPage> {
  const day = await gardenDay(db, garden)
  const { hours } = day.weather
  const grown = grownCrops(day)
  const guides = day.garden.guides.filter(guide => grown.has(guide.id))
  const standing = new Map(
    guides.map(({ id }) => {
      const found = conditionsOf(day, id)
      return [id, found.length ? found : [OPEN_BED]]
    }),
  )
  return {
    station: stationView(garden),
    isSited: garden.isSited,
    zone: garden.zone,
    hours,
    days: Array.from({ length: 7 }, (_, ahead) => addDays(garden.today, ahead)).map((date, ahead) => ({
      day: date,
      sun: sunDay(date, garden.site),
      crops: guides.flatMap(guide =>
        standing.get(guide.id)!.map(conditions => ({
          crop: guide.id,
          name: guide.name,
          form: guide.form,
          where: conditionsInWords(conditions),
          hours: hoursUnder(day, conditions, guide, ahead),
        })),
      ),
    })),
  }
}

/** What a file of blooms says; nothing is noted by it. */
export async function readBlooms(
  db: Database,
  garden: Garden,
  text: string,
): Promise<BloomFile | { why: string }> {
  const { plants } = bloomGround(await gardenDay(db, garden))
  return readBloomCsv(text, [...plants.values()], garden.today)
}
