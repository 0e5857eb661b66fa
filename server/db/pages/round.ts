import { hoursInWords } from '@virgulta/core/bloom/hours'
import { bloomSpans, bloomSubject } from '@virgulta/core/garden/blooms'
import { ripeningOf } from '@virgulta/core/garden/fruits'
import { tubesAtHand, tubesFor } from '@virgulta/core/garden/pollen'
import { cropsOnRound, mayComeOff, stopsUntil, tornFlowers } from '@virgulta/core/garden/round'
import type { HeldStates } from '@virgulta/core/garden/states'
import { isLongGone } from '@virgulta/core/round/letGo'
import type { CropOnRound } from '@virgulta/core/round/round'
import type { Stop } from '@virgulta/core/round/stop'
import { carryList } from '@virgulta/core/round/stop'
import { halfOf } from '@virgulta/core/crops/half'
import { bloomIn, gardenYear, gardenYearOf, weeksWith } from '@virgulta/core/season/band'
import type { ISODate } from '@virgulta/core/time/days'
import { addDays, instantAt } from '@virgulta/core/time/days'
import { group, rollup } from 'd3-array'
import { and, eq, sql } from 'drizzle-orm'
import type { Round, RoundStop, Season } from '../../../shared/round'
import { MOST_NOTED } from '../../../shared/round'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { gardenDay } from '../held/gardenDay'
import { linesBetween } from '../held/lines'
import { parentsOf } from '../held/names'
import { remembered } from '../held/remembered'
import { entries } from '../schema'

/** Fruits that are named where some should come off. */
const MOST_FRUITS = 4

/** How far ahead work can be foreseen from what stands in the garden now. */
const DAYS_FORESEEN = 400

/**
 * The round of a day: for today what is due now; for a day to come what will first be due then; with what was
 * noted on that day.
 *
 * @param most stops that are given, the first ones of the walk
 */
export async function roundOn(db: Database, garden: Garden, day: ISODate, most: number): Promise<Round> {
  const { stops, letGo, ...round } = await remembered(garden, `round ${day}`, () =>
    wholeRound(db, garden, day),
  )
  const show = await shownStops(db, garden, [...stops.slice(0, most), ...letGo])
  return { ...round, stops: stops.slice(0, most).map(show), letGo: letGo.map(show) }
}

/** The round of a day with all its stops, none of them with what its screen shows of it. */
async function wholeRound(
  db: Database,
  garden: Garden,
  day: ISODate,
): Promise<Omit<Round, 'stops' | 'letGo'> & { stops: Stop[]; letGo: Stop[] }> {
  const here = await gardenDay(db, garden)
  const { states, leftOut } = here.garden
  const crops = cropsOnRound(here)
  const all = stopsUntil(here, addDays(garden.today, 7))
  const foreseen = all.filter(stop => !isLongGone(stop))
  const stops =
    day === garden.today
      ? foreseen.filter(stop => stop.from <= day)
      : day > garden.today
        ? stopsUntil(here, day).filter(stop => stop.from === day)
        : []
  const byDay = group(foreseen, stop => stop.from)
  const torn = tornFlowers(states)
  const wanting = stops.filter(takesPollen).flatMap(s => s.parents?.pollenParentId ?? [])
  const donors = [...new Set(wanting)]
  const plants = await parentsOf(db, garden, [...torn.map(f => f.seedParentId), ...donors])
  const atHand = tubesAtHand(here)
  return {
    day,
    stops,
    total: stops.length,
    atPlaces: countBy(stops, stop => stop.placeId ?? ''),
    carry: carryList(stops),
    letGo: day === garden.today ? all.filter(isLongGone) : [],
    guesses: guessesOf(garden, crops),
    leftOut,
    torn: torn.map(flower => ({ flower, seedParent: plants.get(flower.seedParentId)! })),
    weather: day === garden.today ? movedHours(crops, stops) : [],
    pollen: donors
      .flatMap(id => plants.get(id) ?? [])
      .map(parent => ({ ...parent, tubes: atHand.get(parent.id) ?? [] })),
    ahead: Array.from({ length: 7 }, (_, i) => addDays(garden.today, i + 1)).map(coming => ({
      day: coming,
      steps: countBy(byDay.get(coming) ?? [], stop => stop.step),
    })),
    done: await linesBetween(
      db,
      garden,
      instantAt(day, 0, garden.zone),
      instantAt(addDays(day, 1), 0, garden.zone),
      MOST_NOTED,
    ),
  }
}

/** How the weather moves the hours of each crop's flowers where something is to be done by them, each sentence once. */
function movedHours(crops: CropOnRound[], stops: Stop[]): Round['weather'] {
  const byTheHour = group(
    stops.filter(stop => stop.hours),
    stop => stop.crop,
  )
  return crops.flatMap(({ guide, hoursAt }) => {
    const places = new Set(byTheHour.get(guide.id)?.map(stop => stop.placeId))
    const moved = [...places].flatMap(placeId => {
      const receptive = hoursAt?.(placeId).receptive
      return receptive?.because.length ? [hoursInWords('receptive', receptive)] : []
    })
    return [...new Set(moved)].map(words => ({ crop: guide.id, words }))
  })
}

/** True where pollen is given, or a look may say that it can be. */
const takesPollen = ({ step }: Stop): boolean => step === 'pollinate' || step === 'look'

/** Some stops with the names and states that their screens show. */
async function shownStops(db: Database, garden: Garden, stops: Stop[]): Promise<(stop: Stop) => RoundStop> {
  const here = await gardenDay(db, garden)
  const { states } = here.garden
  const plants = await parentsOf(
    db,
    garden,
    stops.flatMap(({ parents, plantId }) => [
      parents?.seedParentId ?? null,
      parents?.pollenParentId ?? null,
      plantId,
    ]),
  )
  const plant = (id: string | null | undefined) => plants.get(id ?? '') ?? null
  const marksOf = marksOn(
    states.plant,
    stops.flatMap(stop => stop.parents?.seedParentId ?? []),
  )
  const fruitsOn = ({ subject, crop }: Stop) =>
    mayComeOff(here, subject.id, crop)
      .slice(0, MOST_FRUITS)
      .map(({ id, code }) => ({ id, code }))
  const ripeningAt = ({ subject, crop }: Stop) => {
    const flower = states.flower.get(subject.id)
    return flower ? ripeningOf(here, flower, here.garden.crops.get(crop)!) : null
  }
  return stop => ({
    ...stop,
    seedParent: plant(stop.parents?.seedParentId),
    pollenParent: plant(stop.parents?.pollenParentId),
    plant: plant(stop.plantId),
    blooms: bloomSubject(here, stop.parents?.seedParentId),
    marks: marksOf.get(stop.parents?.seedParentId ?? '') ?? null,
    flower: states.flower.get(stop.subject.id) ?? null,
    tubes: stop.crossId && takesPollen(stop) ? tubesFor(here, stop.crossId) : [],
    sowing: states.sowing.get(stop.subject.id) ?? null,
    fruits: stop.step === 'thinFruit' ? fruitsOn(stop) : null,
    ripening: stop.step === 'harvest' ? ripeningAt(stop) : null,
    seeds: states.seedLot.get(stop.subject.id)?.left ?? null,
  })
}

/** What the round goes by without knowing it, in sentences. */
function guessesOf(garden: Garden, crops: CropOnRound[]): string[] {
  if (!crops.length) return []
  if (!garden.isSited)
    return [
      'Where the garden lies is not said yet: hours are the usual ones of the guides, and so are the months of bloom.',
    ]
  return garden.hasStation
    ? garden.isDemo
      ? []
      : ['The simulated weather station is on, to try: nobody measured what moves these hours.']
    : ['No weather is known today: hours are the usual ones, by the sun alone, and rain is not foretold.']
}

/** The marks of some plants, with the names of what they mean. */
const marksOn = (plants: HeldStates['plant'], ids: string[]): Map<string, NonNullable<RoundStop['marks']>> =>
  new Map(
    [...new Set(ids)].flatMap((id): [string, NonNullable<RoundStop['marks']>][] => {
      const own = plants.get(id)?.marks
      const named = (pollenParentId: string) => plants.get(pollenParentId)?.name ?? ''
      return own
        ? [[id, { of: own.of, marks: own.marks.map(m => ({ ...m, name: named(m.pollenParentId) })) }]]
        : []
    }),
  )

const countBy = <K extends string>(stops: Stop[], key: (stop: Stop) => K) =>
  Object.fromEntries(rollup(stops, same => same.length, key)) as Partial<Record<K, number>>

/** The season band of a garden's year. */
export function seasonBand(
  db: Database,
  garden: Garden,
  year = gardenYearOf(garden.today, halfOf(garden.site)),
): Promise<Season> {
  return remembered(garden, `season ${year}`, () => workOutSeason(db, garden, year))
}

async function workOutSeason(db: Database, garden: Garden, year: number): Promise<Season> {
  const days = gardenYear(year, halfOf(garden.site))
  const here = await gardenDay(db, garden)
  const crops = cropsOnRound(here)
  // Of ways over generations the steps of later years are known, too.
  const foreseen = addDays(garden.today, DAYS_FORESEEN)
  const due = stopsUntil(here, foreseen > days.to ? foreseen : days.to)
  const day = sql<string>`to_char(${entries.happenedAt} at time zone ${garden.zone}, 'YYYY-MM-DD')`
  const done = await db
    .select({ day, count: sql<number>`count(*)::int` })
    .from(entries)
    .where(
      and(
        eq(entries.gardenId, garden.id),
        sql`${entries.kind} <> 'voided'`,
        sql`${entries.happenedAt} >= ${instantAt(days.from, 0, garden.zone)}`,
        sql`${entries.happenedAt} < ${instantAt(addDays(days.to, 1), 0, garden.zone)}`,
      ),
    )
    .groupBy(sql`1`)
  const blooms = bloomSpans(here, days)
  return {
    year,
    weeks: weeksWith(
      due.map(stop => (stop.from < garden.today ? garden.today : stop.from)),
      done.flatMap(d => Array<string>(d.count).fill(d.day)),
      days,
    ),
    // Where no plant is in play, the usual bloom of the crops that were crossed.
    blooms: [
      ...blooms,
      ...crops
        .filter(c => c.history.crosses.length > 0 && !blooms.some(b => b.crop === c.guide.id))
        .flatMap(({ guide }) =>
          bloomIn(days, guide.bloom).map(part => ({ name: guide.name, crop: guide.id, ...part })),
        ),
    ],
  }
}
