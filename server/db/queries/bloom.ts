import { dayNumber, dayOfNumber, quantileIn } from '@virgulta/core/bloom/chances'
import { batchDue, bloomLookDue, taskDue } from '@virgulta/core/bloom/due'
import { historyInWords } from '@virgulta/core/bloom/history'
import { hoursOn } from '@virgulta/core/bloom/hours'
import type { Blooming } from '@virgulta/core/bloom/note'
import type { WarmthCurve } from '@virgulta/core/bloom/predict'
import { SOWN, predictorOf, whyPredicted } from '@virgulta/core/bloom/predict'
import type { BloomFile } from '@virgulta/core/bloom/readCsv'
import { readBloomCsv } from '@virgulta/core/bloom/readCsv'
import { seasonOf, seasonStart } from '@virgulta/core/bloom/season'
import type { ParentBloom } from '@virgulta/core/crosses/due'
import { crossDue } from '@virgulta/core/crosses/due'
import { isHeldBack } from '@virgulta/core/plants/plant'
import { bloomEndingAfter } from '@virgulta/core/season/band'
import type { PlantWork } from '@virgulta/core/round/round'
import type { ISODate } from '@virgulta/core/time/days'
import { addDays } from '@virgulta/core/time/days'
import { sunDay } from '@virgulta/core/time/sun'
import { normalsFor } from '@virgulta/core/weather/climate'
import { group, max, min } from 'd3-array'
import type {
  BloomPage,
  BloomPlant,
  BloomQuery,
  BloomRow,
  HoursPage,
  MeetPage,
  MeetSide,
  WindowView,
} from '../../../shared/bloom'
import type { Database } from '../connection'
import { heldGarden } from '../heldGarden'
import { remembered } from '../remembered'
import type { BloomGround, Bloomer } from './bloomGround'
import { RAISED_DAYS, groundOf, inPlay, windowsIn } from './bloomGround'
import { grownCrops, learntCrops } from './crops'
import type { Garden } from './garden'
import { daysIn, hoursAhead, stationView } from './weather'

const planted = ({ id, code, name, crop, plantKind, placeId }: Bloomer): BloomPlant => ({
  id,
  code,
  name,
  crop,
  plantKind,
  placeId,
})

/** Chances are told to four places, and the rarest days at either end not at all. */
const rounded = <T extends WindowView>(window: T): T => ({
  ...window,
  start: short(window.start),
  length: short(window.length),
})
function short({ first, p }: WindowView['start']): WindowView['start'] {
  const told = Array.from(p, q => Math.round(q * 1e4) / 1e4)
  const [from, to] = [told.findIndex(q => q > 0), told.findLastIndex(q => q > 0)]
  return { first: first + from, p: told.slice(from, to + 1) }
}

/** Who flowers when in a part of the year, and the weather beneath. */
export function bloomPage(db: Database, garden: Garden, query: BloomQuery): Promise<BloomPage> {
  return remembered(garden, `bloom ${garden.now.slice(0, 13)} ${JSON.stringify(query)}`, () =>
    workOutPage(db, garden, query),
  )
}

async function workOutPage(
  db: Database,
  garden: Garden,
  { from, to, who, crop, also }: BloomQuery,
): Promise<BloomPage> {
  const ground = await groundOf(db, garden)
  const playing = inPlay(ground, garden.today)
  const fitting = [...ground.plants.values()].filter(p => !crop || p.crop === crop)
  const isShown = (p: Bloomer) => who === 'all' || playing.has(p.id) || also.includes(p.id)
  const rows = fitting.filter(isShown).map((plant): BloomRow => {
    const { bloom } = ground.crops.get(plant.crop)!.crop.guide
    const seasons: number[] = []
    for (let season = seasonOf(from, bloom); season <= seasonOf(to, bloom); season++) seasons.push(season)
    const windows = seasons
      .flatMap(season => windowsIn(ground, garden, plant, season))
      .filter(w => isWithin(w, from, to))
      .map(rounded)
    return { plant: planted(plant), isInPlay: playing.has(plant.id), windows }
  })
  const { weather } = ground
  return {
    rows,
    total: fitting.length,
    inPlay: fitting.filter(p => playing.has(p.id)).length,
    weather: {
      days: daysIn(weather, from, to),
      normals: normalsFor(weather.dayAt, from, to, weather.years),
      station: stationView(garden),
    },
  }
}

const isWithin = ({ start, length }: WindowView, from: ISODate, to: ISODate) =>
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
  const ground = await groundOf(db, garden)
  const [seed, pollen] = [ground.plants.get(seedId), ground.plants.get(pollenId)]
  if (!seed || !pollen || seed.crop !== pollen.crop) return null
  const {
    crop: { guide },
    seasons,
    curves,
  } = ground.crops.get(seed.crop)!
  const { bloom } = guide
  const isOver = (season: number) =>
    [seed, pollen].some(plant =>
      windowsIn(ground, garden, plant, season).every(
        w => quantileIn(w.start, 0.9) + quantileIn(w.length, 0.9) < dayNumber(garden.today),
      ),
    )
  const present = seasonOf(garden.today, bloom)
  const season = wished ?? (isOver(present) ? present + 1 : present)
  // The latest day that a batch may be thought of decides which methods can tell: warmth is foretold for some hundred days only.
  const latestSowing = [garden.today, addDays(seasonStart(season, bloom), 120)].sort().at(-1)!
  const side = (plant: Bloomer): MeetSide => {
    const windows = windowsIn(ground, garden, plant, season)
    const sown = bloom.fromSowing
      ? predictorOf(seasons, plant.id, { season, sownOn: latestSowing }, SOWN)
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
  const recordsOf = (plant: Bloomer) => ({
    name: plant.name,
    records: [...(seasons.byPlant.get(plant.id) ?? [])].sort((a, b) => a.season - b.season),
  })
  const { states } = await heldGarden(db, garden)
  const tasks = [...states.task.values()].filter(t => !t.ended && [seedId, pollenId].includes(t.plantId))
  return {
    crop: seed.crop,
    season,
    ...sides,
    history: historyInWords(recordsOf(seed), recordsOf(pollen)),
    curves: isWarm ? curves.map(curve => since(curve, dayNumber(garden.today) - 400)) : [],
    tasks: tasks.map(({ id, does, plantId, from, until }) => ({ id, does, plantId, from, until })),
  }
}

/** The part of a curve that days to come are reckoned from. */
function since({ first, sums }: WarmthCurve, day: number): WarmthCurve {
  const from = Math.max(first, day)
  return {
    first: from,
    sums: Array.from(sums)
      .slice(from - first)
      .map(s => Math.round(s * 10) / 10),
  }
}

/** With this chance a first flower is worth the way with tags; with that one a bloom is over. */
const [LIKELY_BEGUN, SURELY_OVER] = [0.1, 0.9]

/** When the parents of crosses that are planned for this season flower, by plant: what is foretold of their own bloom and of their batches'. */
export function parentBlooms(db: Database, garden: Garden): Promise<Map<string, ParentBloom>> {
  return remembered(garden, 'parent blooms', async () => {
    const ground = await groundOf(db, garden)
    return new Map(
      [...ground.crops.values()].flatMap(({ crop: { guide, history } }) => {
        const season = seasonOf(garden.today, guide.bloom)
        const planned = history.crosses.filter(
          cross => seasonOf(bloomEndingAfter(cross.plannedOn, guide.bloom).from, guide.bloom) === season,
        )
        return [
          ...new Set(
            planned.flatMap(cross =>
              cross.pollenParentId ? [cross.seedParentId, cross.pollenParentId] : [cross.seedParentId],
            ),
          ),
        ].flatMap((plantId): [string, ParentBloom][] => {
          const bloom = bloomOf(ground, garden, plantId, season)
          return bloom ? [[plantId, bloom]] : []
        })
      }),
    )
  })
}

/** When a plant flowers in a season, as it is foretold; null for one that is not known. */
export function bloomOf(
  ground: BloomGround,
  garden: Garden,
  plantId: string,
  season: number,
): ParentBloom | null {
  const plant = ground.plants.get(plantId)
  const windows = plant ? windowsIn(ground, garden, plant, season) : []
  if (!windows.length) return null
  const end = (q: number) =>
    dayOfNumber(max(windows, w => quantileIn(w.start, q) + quantileIn(w.length, q) - 1)!)
  return {
    from: dayOfNumber(min(windows, w => quantileIn(w.start, LIKELY_BEGUN))!),
    to: end(0.5),
    over: end(SURELY_OVER),
  }
}

/** Where a bloom of a plant is noted: at the batch of it that stands now, else at the plant itself. */
export async function bloomSubjects(
  db: Database,
  garden: Garden,
): Promise<
  (plantId: string | undefined) => { type: 'plant' | 'batch'; id: string; blooming: Blooming } | null
> {
  const { plants, batchesOf } = await groundOf(db, garden)
  return plantId => {
    const plant = plants.get(plantId ?? '')
    if (!plant) return null
    const batch = batchesOf
      .get(plant.id)
      ?.filter(b => b.sownOn && b.sownOn >= addDays(garden.today, -RAISED_DAYS) && !b.ended)
      .sort((a, b) => a.sownOn!.localeCompare(b.sownOn!))
      .at(-1)
    return batch
      ? { type: 'batch', id: batch.id, blooming: batch.blooming }
      : { type: 'plant', id: plant.id, blooming: plant.blooming }
  }
}

/** Work that the blooms of each crop ask for: looks at the parents of crosses that lack flowers, batches to sow, plants to move, pollen to collect. */
export async function bloomWork(db: Database, garden: Garden): Promise<Map<string, PlantWork[]>> {
  return remembered(garden, 'bloom work', async () => {
    const ground = await groundOf(db, garden)
    const blooms = await parentBlooms(db, garden)
    const { states } = await heldGarden(db, garden)
    const tasks = group(states.task.values(), t => t.crop)
    return new Map(
      [...ground.crops].map(([id, { crop }]) => {
        const { guide, history } = crop
        const season = seasonOf(garden.today, guide.bloom)
        const flowersOf = group(history.flowers, f => f.crossId)
        const looked = new Map<string, PlantWork>()
        for (const cross of history.crosses) {
          if (
            !crossDue(
              cross,
              flowersOf.get(cross.id) ?? [],
              guide,
              garden.today,
              blooms.get(cross.seedParentId),
            )
          )
            continue
          for (const plantId of [cross.seedParentId, cross.pollenParentId]) {
            const plant = ground.plants.get(plantId ?? '')
            if (!plant || looked.has(plant.id)) continue
            for (const window of windowsIn(ground, garden, plant, season)) {
              const batch =
                window.batch && ground.batchesOf.get(plant.id)!.find(b => b.id === window.batch!.id)!
              if (batch && !batch.sownOn) continue
              const due = bloomLookDue(window, (batch ?? plant).blooming, garden.today)
              const at = batch ?? plant
              if (due)
                looked.set(at.id, {
                  subject: { type: batch ? 'batch' : 'plant', id: at.id },
                  code: at.code,
                  plantId: plant.id,
                  crossId: cross.id,
                  parents: { seedParentId: cross.seedParentId, pollenParentId: cross.pollenParentId },
                  due,
                })
            }
          }
        }
        const batches = [...ground.batchesOf.values()]
          .flat()
          .filter(b => b.crop === id)
          .flatMap((batch): PlantWork[] => {
            const due = batchDue(batch)
            return due
              ? [
                  {
                    subject: { type: 'batch', id: batch.id },
                    code: batch.code,
                    plantId: batch.plantId,
                    crossId: null,
                    parents: null,
                    due,
                  },
                ]
              : []
          })
        const planned = (tasks.get(id) ?? []).flatMap((task): PlantWork[] => {
          const due = taskDue(task)
          const code = ground.plants.get(task.plantId)?.code
          return due && code
            ? [
                {
                  subject: { type: 'task', id: task.id },
                  code,
                  plantId: task.plantId,
                  crossId: null,
                  parents: null,
                  due,
                },
              ]
            : []
        })
        return [id, [...looked.values(), ...batches, ...planned]]
      }),
    )
  })
}

/**
 * The bloom of each crop's plants in play in a year, from the middle of the first day of the earliest to that of the last day of
 * the latest; a bloom over New Year has two parts. A crop without plants in play is left out.
 */
export async function bloomSpans(
  db: Database,
  garden: Garden,
  year: number,
): Promise<{ name: string; crop: string; from: ISODate; to: ISODate }[]> {
  const ground = await groundOf(db, garden)
  const playing = [...inPlay(ground, garden.today)].flatMap(id => ground.plants.get(id) ?? [])
  return [...group(playing, p => p.crop)].flatMap(([crop, own]) => {
    const { guide } = ground.crops.get(crop)!.crop
    return [year - 1, year].flatMap(season => {
      const windows = own.flatMap(plant => windowsIn(ground, garden, plant, season))
      const from = dayOfNumber(min(windows, w => quantileIn(w.start, 0.5))!)
      const to = dayOfNumber(max(windows, w => quantileIn(w.start, 0.5) + quantileIn(w.length, 0.5) - 1)!)
      const within = {
        from: from < `${year}-01-01` ? `${year}-01-01` : from,
        to: to > `${year}-12-31` ? `${year}-12-31` : to,
      }
      return within.from <= within.to ? [{ name: guide.name, crop, ...within }] : []
    })
  })
}

/** When the flowers of each crop do what they do, today and in the days ahead. */
export async function hoursPage(db: Database, garden: Garden): Promise<HoursPage> {
  const hours = hoursAhead(garden)
  const grown = await grownCrops(db, garden)
  const crops = [...(await learntCrops(db, garden)).values()]
    .map(c => c.guide)
    .filter(guide => grown.has(guide.id))
  return {
    station: stationView(garden),
    isSited: garden.isSited,
    zone: garden.zone,
    hours,
    days: Array.from({ length: 7 }, (_, ahead) => addDays(garden.today, ahead)).map((day, ahead) => ({
      day,
      sun: sunDay(day, garden.site),
      crops: crops.map(({ id, name, form, bloom }) => ({
        crop: id,
        name,
        form,
        hours: hoursOn(day, garden.site, garden.zone, hours, bloom.hours, ahead),
      })),
    })),
  }
}

/** What a file of blooms says; nothing is noted by it. */
export async function readBlooms(
  db: Database,
  garden: Garden,
  text: string,
): Promise<BloomFile | { why: string }> {
  const { plants } = await groundOf(db, garden)
  return readBloomCsv(text, [...plants.values()], garden.today)
}
